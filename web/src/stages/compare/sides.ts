import { sidesOf, type JobPart } from '@radiatrix/core/job';
import type { Candidate } from '@radiatrix/contract';
import type { Asked } from './address.ts';

/** Old and new by kind: `or` is the old radiator, `nf` the new fan. */
export type PartKey = 'or' | 'of' | 'os' | 'nr' | 'nf' | 'ns' | 'nk';
export const LETTERS = { radiator: 'r', fan: 'f', shroud: 's', kit: 'k' } as const;
type SideKind = Exclude<keyof typeof LETTERS, 'kit'>;

export interface Sides {
  asked: Asked;
  borrowed: PartKey[];
}

/**
 * What stands on both sides. Old is what was chosen, else what the job takes off or keeps; new is what was chosen or was in
 * hand in Match, else what the job puts in. Where nobody says, a part that goes straight in is borrowed for the old side, and
 * for the new one what stays: both are said to be borrowed, and no job keeps them.
 */
export function comparedSides(written: Asked, candidates: readonly Candidate[], job: readonly JobPart[]): Sides {
  const asked: Asked = { ...written };
  const borrowed: PartKey[] = [];
  const own = (kind: string) => candidates.filter((each) => each.kind === kind);
  const ofJob = sidesOf(job);
  const inHand = (kind: string): number | undefined => own(kind).find(({ id }) => id === written.part)?.id;
  const chosenNew = (kind: SideKind): number | undefined => written[`n${LETTERS[kind]}`] ?? inHand(kind) ?? ofJob.fresh[kind];
  const kinds: readonly SideKind[] = ['radiator', 'fan', 'shroud'];
  const isAnyNew = kinds.some((kind) => chosenNew(kind)) || Boolean(written.nk);
  for (const kind of kinds) {
    const [old, now] = [`o${LETTERS[kind]}`, `n${LETTERS[kind]}`] as const;
    const fresh = chosenNew(kind);
    const known = written[old] ?? ofJob.old[kind];
    // A shroud is laid beside only where somebody names one.
    const straight = kind === 'shroud' ? undefined : own(kind).find(({ verdict, id }) => verdict.verdict === 'straight-in' && id !== fresh)?.id;
    asked[old] = known ?? straight ?? 0;
    if (known === undefined && straight) borrowed.push(old);
    const stays = isAnyNew && kind !== 'shroud' ? asked[old] : 0;
    asked[now] = fresh ?? stays ?? 0;
    if (fresh === undefined && stays) borrowed.push(now);
  }
  const kit = written.nk ?? ofJob.fresh.kit;
  if (kit !== undefined) asked.nk = kit;
  return { asked, borrowed };
} // prettier-ignore
