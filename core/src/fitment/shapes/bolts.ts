import { swappable, threadOf } from '../../procedure/index.ts';
import { USUAL_PRACTICE, type Practice } from '../../practice/index.ts';

/** A screw near the core, mm. */
export interface Screw {
  tray: string;
  name: string;
  thread: string;
  lengthMm: number;
  /** What it clamps together, spacers included. */
  stackMm: number | undefined;
  /** Free space behind the stack before it touches something it must not. */
  freeMm: number | undefined;
}

export interface Reach {
  tray: string;
  goesInMm: number | undefined;
  /** Left behind its end; less than nothing goes into the core. */
  spareMm: number | undefined;
  verdict: 'clear' | 'close' | 'touches' | 'unknown' | 'too-short';
}

export function reach(screw: Screw, practice: Practice = USUAL_PRACTICE): Reach {
  if (!(screw.lengthMm > 0)) throw new RangeError(`screw ${screw.tray} has no length`);
  if (screw.stackMm === undefined || screw.freeMm === undefined)
    return { tray: screw.tray, goesInMm: undefined, spareMm: undefined, verdict: 'unknown' };
  const goesIn = screw.lengthMm - screw.stackMm;
  const spare = screw.freeMm - goesIn;
  const verdict =
    goesIn <= 0 ? 'too-short' : spare < 0 ? 'touches' : spare < practice.screwSpare ? 'close' : 'clear';
  return { tray: screw.tray, goesInMm: goesIn, spareMm: spare, verdict };
}

export interface SwapHazard {
  long: string;
  short: string;
  thread: string;
  deeperMm: number;
  /** What is left behind the long one in the short one's place; undefined where that place is not on record. */
  sparesMm: number | undefined;
}

/** A screw named in the list of what a box holds: `M6 × 25 screws`. */
export function boxScrew(name: string): { thread: string; lengthMm: number; name: string } | undefined {
  const length = /\bM\s*\d.*?[×x]\s*(\d+)(?!.*[×x]\s*\d)/i.exec(name)?.[1];
  return length === undefined ? undefined : { thread: threadOf(name), lengthMm: Number(length), name };
}

/** Screws of one thread and different lengths in the same job: what happens when they change places. */
export function swapHazards(screws: readonly Screw[]): SwapHazard[] {
  const hazards = swappable(screws).map(({ long, short, thread, byMm }): SwapHazard => ({
    long: long.tray,
    short: short.tray,
    thread,
    deeperMm: byMm,
    sparesMm: reach({ ...short, lengthMm: long.lengthMm }).spareMm,
  }));
  const rank = (hazard: SwapHazard): number => hazard.sparesMm ?? 1000;
  return hazards.sort((a, b) => rank(a) - rank(b));
}

/** Head size (mm across flats, inch fractions as text) to the thread it most likely has: a hint. Common practice. */
const HEADS: Readonly<Record<string, readonly string[]>> = {
  '7 mm': ['M4', 'sheet-metal screw'],
  '8 mm': ['M5', 'M6 flange'],
  '10 mm': ['M6'],
  '12 mm': ['M8, small head'],
  '13 mm': ['M8'],
  '1/2 in': ['5/16 in'],
  T25: ['panel screw'],
  T30: ['panel screw'],
};
export const HEAD_SIZES = Object.keys(HEADS);
export const likelyThreads = (head: string): readonly string[] => HEADS[head] ?? [];

/** Proof load, kN, coarse thread: ISO 898-1, from memory. */
export const PROOF_KN: Readonly<Record<string, Readonly<Record<'8.8' | '10.9', number>>>> = {
  M6: { '8.8': 11.6, '10.9': 16.7 },
  M8: { '8.8': 21.2, '10.9': 30.4 },
  M10: { '8.8': 33.7, '10.9': 48.1 },
  M12: { '8.8': 48.9, '10.9': 70 },
  M14: { '8.8': 66.7, '10.9': 95.5 },
};
/**
 * What the bolt itself stands: T = K F d, N·m. Not a specification: plastic, captive nuts and aluminium give way far
 * earlier.
 */
export function boltLimitNm(
  thread: string,
  grade: '8.8' | '10.9',
  practice: Practice = USUAL_PRACTICE,
): number | undefined {
  const size = /^M(\d+)/.exec(threadOf(thread))?.[0];
  const proof = size === undefined ? undefined : PROOF_KN[size];
  return proof && practice.boltFriction * practice.boltShare * proof[grade] * Number(size!.slice(1));
}
