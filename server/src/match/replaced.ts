import { speaksOf } from '@radiatrix/core/application';
import type { FigureSet } from '@radiatrix/core/figures';
import type { Replaces } from '@radiatrix/core/fit';
import type { JobPart } from '@radiatrix/core/job';
import { seesDrafts, type Role } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { figuresOfRevisions } from '../figures/queries.ts';
import { figureSet } from '../figures/service.ts';
import { claims, partLines, type ClaimRow } from '../parts/queries.ts';
import type { ConfigurationRow } from '../vehicles/queries.ts';

const KINDS = ['radiator', 'fan'] as const;
type Kind = (typeof KINDS)[number];

/** Parts by which cooling is compared: what comes off in a job, else the one original that covers a vehicle. */
export type ReplacedBy = (vehicle: ConfigurationRow) => Replaces;

/**
 * Loads the originals of some models, and what comes off in a job, with their figures as this role may see them. Two
 * originals of one kind that cover one vehicle contradict each other: then nothing is compared.
 */
export async function replacedOn(db: Db, modelIds: readonly number[], role: Role, parts: readonly JobPart[] = []): Promise<ReplacedBy> {
  const drafts = seesDrafts(role);
  const originals: ClaimRow[] = await claims(db, { modelIds: [...new Set(modelIds)], originals: true, drafts });
  const comesOff = parts.filter((part) => part.role === 'comes off').map(({ partId }) => partId);
  const ids = [...new Set([...originals.map(({ partId }) => partId), ...comesOff])];
  const lines = (await partLines(db, { ids }, drafts)).filter(({ kind }) => (KINDS as readonly string[]).includes(kind));
  const rows = await figuresOfRevisions(db, lines.map(({ revisionId }) => revisionId)); // prettier-ignore
  const held = new Map(
    lines.map((line) => [
      line.id,
      { number: line.number, kind: line.kind as Kind, figures: figureSet(rows.filter(({ partRevisionId }) => partRevisionId === line.revisionId)) },
    ]),
  );
  const only = (kind: Kind, partIds: readonly number[]) => {
    const found = [...new Set(partIds)].flatMap((id) => held.get(id) ?? []).filter((part) => part.kind === kind);
    return found.length === 1 ? found[0] : undefined;
  };
  return (vehicle) => {
    const covering = originals.filter((claim) => speaksOf(claim, vehicle) === 'covers').map(({ partId }) => partId);
    const found: Record<string, unknown> = {};
    for (const kind of KINDS) {
      const [own, original] = [only(kind, comesOff), only(kind, covering)];
      const part = own ?? original;
      if (part) found[kind] = { number: part.number, as: own ? 'on-vehicle' : 'original', figures: part.figures as FigureSet<never> };
    }
    return found as Replaces;
  };
} // prettier-ignore
