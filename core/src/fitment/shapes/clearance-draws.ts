import { assertFigures, type Clearance } from '../../fit/index.ts';
import { Draws } from '../../random/index.ts';
import quickselect from 'quickselect';

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
      const at = (share: number): number => {
        const n = Math.min(runs - 1, Math.floor(share * runs));
        quickselect(values as unknown as number[], n);
        return values[n]!;
      };
      return [at(0.05), at(0.5), at(0.95)];
    }),
  };
}
