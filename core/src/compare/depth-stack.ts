import { chanceClear } from '../fit/index.ts';
import { Draws } from './chance-draws.ts';

/** One thing on the way from the condenser to the engine, mm. `u` is expanded (k = 2). */
export interface Figure {
  value: number;
  u: number;
}

/** A clearance: what is there, less what takes it up, against what practice wants. */
export interface Clearance {
  key: string;
  label: string;
  /** The figures that leave room (sign 1) and those that take it (sign −1). */
  parts: readonly { label: string; figure: Figure; sign: 1 | -1 }[];
  /** Practice wants this much, standing still. */
  wantedMm: number;
  /** The engine rocks toward it by up to this much; even chances over it. */
  rockMm: number;
}

export interface Cleared {
  key: string;
  label: string;
  /** Standing still. */
  nominalMm: number;
  wantedMm: number;
  /** Every figure off to the wrong side at once. */
  worstMm: number;
  /** Independent errors as a root of squares (95 %). */
  rssMm: number;
  /** Chance that what practice wants is kept, errors normal: closed form. What practice wants has rocking in it. */
  chance: number;
  /** What 95 % of such vehicles have left with the engine rocked all the way. */
  rockedMm: number;
}

const nominal = (clearance: Clearance): number =>
  clearance.parts.reduce((sum, part) => sum + part.sign * part.figure.value, 0);

/** @throws RangeError for a figure that is not a number or an uncertainty below nothing */
function assertFigures(clearance: Clearance): void {
  for (const { label, figure } of clearance.parts)
    if (!(Number.isFinite(figure.value) && figure.u >= 0)) throw new RangeError(`${label} is not a length`);
  if (!(clearance.rockMm >= 0)) throw new RangeError('an engine rocks by 0 mm or more');
}

export function clear(clearance: Clearance): Cleared {
  assertFigures(clearance);
  const still = nominal(clearance);
  const spread = Math.hypot(...clearance.parts.map((part) => part.figure.u));
  return {
    key: clearance.key,
    label: clearance.label,
    nominalMm: still,
    wantedMm: clearance.wantedMm,
    worstMm: still - clearance.parts.reduce((sum, part) => sum + part.figure.u, 0),
    rssMm: still - spread,
    chance: chanceClear(still - clearance.wantedMm, spread),
    rockedMm: still - spread - clearance.rockMm,
  };
}

export interface Drawn {
  runs: number;
  /** Chance that each clearance keeps what practice wants, in the order given, and that all do at once. */
  chances: number[];
  allKept: number;
  /** Chance that each touches, the engine rocking. */
  touches: number[];
  /** 5th, 50th and 95th hundredth of each, mm. */
  hundredths: [number, number, number][];
}

/** The value that would stand at place `n` if they were sorted (Hoare 1961); shuffles them. */
function nthSmallest(values: Float64Array, n: number): number {
  let [from, to] = [0, values.length - 1];
  while (from < to) {
    const pivot = values[(from + to) >> 1]!;
    let [i, j] = [from, to];
    while (i <= j) {
      while (values[i]! < pivot) i += 1;
      while (values[j]! > pivot) j -= 1;
      if (i <= j) {
        const kept = values[i]!;
        values[i] = values[j]!;
        values[j] = kept;
        i += 1;
        j -= 1;
      }
    }
    if (n <= j) to = j;
    else if (n >= i) from = i;
    else break;
  }
  return values[n]!;
}

/** How many runs go by between two looks at whether anybody still wants them. */
const BATCH = 4096;
export const MOST_RUNS = 2_000_000;

/**
 * Clearances drawn at random: every figure that several clearances share is drawn once for all of them.
 *
 * @param runs    1 to 2,000,000
 * @param carryOn is told the share done; answers false to stop
 * @returns undefined when stopped
 */
export function drawClearances(
  clearances: readonly Clearance[],
  runs: number,
  seed: number,
  carryOn?: (share: number) => boolean | void,
): Drawn | undefined {
  if (!(runs >= 1 && runs <= MOST_RUNS)) throw new RangeError(`${runs} runs are outside 1 to ${MOST_RUNS}`);
  clearances.forEach(assertFigures);
  const figures = [...new Set(clearances.flatMap((each) => each.parts.map((part) => part.figure)))];
  const n = figures.length;
  const many = clearances.length;
  const values = Float64Array.from(figures, (figure) => figure.value);
  const sigmas = Float64Array.from(figures, (figure) => figure.u / 2);
  // One row of signs a clearance; rows are short, so a plain product beats looking things up.
  const signs = new Float64Array(many * n);
  clearances.forEach((each, row) =>
    each.parts.forEach((part) => (signs[row * n + figures.indexOf(part.figure)]! += part.sign)),
  );
  const rocks = Float64Array.from(clearances, (each) => each.rockMm);
  const wanted = Float64Array.from(clearances, (each) => each.wantedMm);
  const results = clearances.map(() => new Float64Array(runs));
  const [kept, touched] = [new Float64Array(many), new Float64Array(many)];
  let all = 0;
  const draws = new Draws(seed);
  const pair = new Float64Array(2);
  const drawn = new Float64Array(n + 1);
  for (let run = 0; run < runs; run += 1) {
    if (run % BATCH === 0 && carryOn?.(run / runs) === false) return undefined;
    for (let i = 0; i < n; i += 2) {
      draws.normals(pair);
      drawn[i] = values[i]! + sigmas[i]! * pair[0]!;
      if (i + 1 < n) drawn[i + 1] = values[i + 1]! + sigmas[i + 1]! * pair[1]!;
    }
    const rocked = draws.even();
    let every = 1;
    for (let row = 0; row < many; row += 1) {
      let left = 0;
      const at = row * n;
      for (let i = 0; i < n; i += 1) left += signs[at + i]! * drawn[i]!;
      results[row]![run] = left;
      if (left >= wanted[row]!) kept[row]! += 1;
      else every = 0;
      if (left < rocked * rocks[row]!) touched[row]! += 1;
    }
    all += every;
  }
  return {
    runs,
    chances: Array.from(kept, (count) => count / runs),
    allKept: all / runs,
    touches: Array.from(touched, (count) => count / runs),
    hundredths: results.map((values) => {
      const at = (share: number): number => nthSmallest(values, Math.min(runs - 1, Math.floor(share * runs)));
      return [at(0.05), at(0.5), at(0.95)];
    }),
  };
}
