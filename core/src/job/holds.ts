/** What a job holds that no record does: made for it, used up on it, put into the vehicle for a while, or still open with somebody. */
export const HOLDS = ['hose', 'consumable', 'rag', 'guard', 'mock-up', 'claim'] as const;
export type HoldKind = (typeof HOLDS)[number];

export const HOSE_ENDS = ['bead', 'coupler', 'thread', 'barb'] as const;
export type HoseEndKind = (typeof HOSE_ENDS)[number];

/** One end of a hose made to measure; null where nobody said. */
export interface HoseEnd {
  /** Inside diameter, mm. */
  boreMm: number | null;
  kind: HoseEndKind | null;
  /** What is fitted to it, in the maker's or the shop's words. */
  fitting: string;
}
export interface MadeHose {
  /** Along its middle, mm. */
  lengthMm: number | null;
  bends: string;
  ends: [HoseEnd, HoseEnd];
}

/** Put in for a while: nothing is started, and no job is proven, before it is out again. */
const PUT_IN: ReadonlySet<HoldKind> = new Set(['rag', 'guard']);
interface Held {
  what: HoldKind;
  name: string;
  ended: unknown;
}
export const stillIn = <T extends Held>(holds: readonly T[]): T[] =>
  holds.filter(({ what, ended }) => PUT_IN.has(what) && ended === null);
/** Claims that are still open with a maker or a supplier: they outlast the job. */
export const openClaims = <T extends Held>(holds: readonly T[]): T[] =>
  holds.filter(({ what, ended }) => what === 'claim' && ended === null);
