import type { PartKind } from '../../figures/index.ts';
import type { PracticeName, WorkCode } from '../../practice/index.ts';

/** Work that makes a shortfall good, up to `reach` of practice; without a reach, whatever the difference of words. */
export interface Remedy {
  readonly code: WorkCode;
  readonly concerns: string;
  readonly reach?: PracticeName;
}

/** The part of a comparison that shows a check. */
export type CheckTopic = 'face' | 'depth' | 'ports' | 'wiring' | 'agreement' | 'cooling' | 'claims';
/** Where on the face of a radiator a check has its place. */
export type CheckPlace =
  'overall' | 'pins' | 'topMounts' | 'fanHoles' | 'inlet' | 'outlet' | 'cooler' | 'neck' | 'drain';

/**
 * Everything that is fixed about one check, in one object: which kinds of part it is asked of, where a comparison shows it,
 * and the trade's rule. Decisive checks settle a verdict; advisory ones are said and counted as work but never turn a part
 * away. The numbers are lines of practice; the words are messages of the catalogue `checks`, by the check's id.
 */
export interface Rule {
  readonly id: string;
  readonly kinds: readonly PartKind[];
  readonly topic: CheckTopic;
  readonly decisive: boolean;
  readonly place?: CheckPlace;
  /** Half-width of what the mounting takes up (matching), or the gap wanted (clearance). */
  readonly keep?: PracticeName;
  /** The other side of a clearance: more room than this and the part is too small. */
  readonly most?: PracticeName;
  readonly work?: Remedy;
  /** For a part that is too small. */
  readonly smallWork?: Remedy;
}

type Unnamed = Omit<Rule, 'id'>;
export const advisory = { decisive: false } as const;
export const rule = (
  kinds: PartKind | readonly PartKind[],
  topic: CheckTopic,
  more: Partial<Unnamed> = {},
): Unnamed => ({
  kinds: typeof kinds === 'string' ? [kinds] : kinds,
  topic,
  decisive: true,
  ...more,
});
export const by = (code: WorkCode, concerns: string, reach?: PracticeName): Remedy => ({
  code,
  concerns,
  ...(reach ? { reach } : {}),
});

/** Rules by id, each of which knows its own. */
export const rulesOf = <Id extends string>(
  rules: Readonly<Record<Id, Unnamed>>,
): Readonly<Record<Id, Rule>> =>
  Object.fromEntries(Object.entries<Unnamed>(rules).map(([id, own]) => [id, { id, ...own }])) as Record<
    Id,
    Rule
  >;
