import type { PartKind } from '../figures/index.ts';
import type { JobPart } from './state.ts';

/** The kinds of part that a plan lays side by side, old and new. */
export const SIDE_KINDS = ['radiator', 'fan', 'shroud', 'kit'] as const;
export type SideKind = (typeof SIDE_KINDS)[number];
export type SideIds = Record<SideKind, number | undefined>;

/**
 * Old and new of one kind on a job: what stays is on both sides, and what goes in takes the place of what was to stay.
 * A part that was sent back is on neither.
 */
export function sidesOfKind(
  parts: readonly JobPart[],
  kind: PartKind,
): { old: number | undefined; fresh: number | undefined } {
  const idOf = (...roles: JobPart['role'][]): number | undefined =>
    parts.find((part) => part.kind === kind && roles.includes(part.role) && part.state !== 'sent back')
      ?.partId;
  return { old: idOf('comes off', 'stays'), fresh: idOf('goes in') ?? idOf('stays') };
}

/** Old and new of a job, of every kind that is laid side by side. */
export function sidesOf(parts: readonly JobPart[]): { old: SideIds; fresh: SideIds } {
  const side = (which: 'old' | 'fresh'): SideIds => ({
    radiator: sidesOfKind(parts, 'radiator')[which],
    fan: sidesOfKind(parts, 'fan')[which],
    shroud: sidesOfKind(parts, 'shroud')[which],
    kit: sidesOfKind(parts, 'kit')[which],
  });
  return { old: side('old'), fresh: side('fresh') };
}
