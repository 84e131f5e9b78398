import type { JobPart } from './state.ts';

/** The kinds of part that a plan lays side by side, old and new. */
export const SIDE_KINDS = ['radiator', 'fan', 'shroud', 'kit'] as const;
export type SideKind = (typeof SIDE_KINDS)[number];
export type SideIds = Record<SideKind, number | undefined>;

/**
 * Old and new of a job by kind: what stays is on both sides, and what goes in takes the place of what was to stay.
 * A part that was sent back is on neither.
 */
export function sidesOf(parts: readonly JobPart[]): { old: SideIds; fresh: SideIds } {
  const idOf = (kind: SideKind, ...roles: JobPart['role'][]): number | undefined =>
    parts.find((part) => part.kind === kind && roles.includes(part.role) && part.state !== 'sent back')
      ?.partId;
  const side = (find: (kind: SideKind) => number | undefined): SideIds => ({
    radiator: find('radiator'),
    fan: find('fan'),
    shroud: find('shroud'),
    kit: find('kit'),
  });
  return {
    old: side((kind) => idOf(kind, 'comes off', 'stays')),
    fresh: side((kind) => idOf(kind, 'goes in') ?? idOf(kind, 'stays')),
  };
}
