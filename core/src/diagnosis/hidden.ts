import { Draws } from '../random/index.ts';
import { outcomesUnder } from './belief.ts';
import type { Observation, VehicleTable } from './table.ts';

/** A vehicle with hidden faults, as the trainer and the tests play it. */
export interface Hidden {
  faults: number[];
  /** How much its findings are off from the table's: standard deviation of the logarithm of each chance. */
  off: number;
  seed: number;
}

/** The first draws of neighbouring seeds are alike. */
const drawsOf = (seed: number): Draws => {
  const draws = new Draws(seed * 7919 + 13);
  for (let i = 0; i < 24; i += 1) draws.even();
  return draws;
};

/** Two faults at once, of evenly drawn vehicles. */
const PAIRS = 0.08;

const picked = (chances: ArrayLike<number>, at: number): number => {
  let left = at;
  for (let i = 0; i < chances.length; i += 1) if ((left -= chances[i]!) <= 0) return i;
  return chances.length - 1;
};

/**
 * Draws what is wrong with a vehicle.
 * @param evenly over all causes alike, else by how common they are
 */
export function hiddenFault(table: VehicleTable, seed: number, { evenly = false, off = 0.5 }: { evenly?: boolean; off?: number } = {}): Hidden {
  const draws = drawsOf(seed);
  const [which, at] = [draws.even(), draws.even()];
  // What the table does not know no vehicle can be made to have.
  const can = table.hypotheses.flatMap((set, number) => (set.some((cause) => table.causes[cause]!.id === 'other') ? [] : [number]));
  const kind = can.filter((number) => !evenly || (table.hypotheses[number]!.length === 1) === which > PAIRS);
  const weights = kind.map((number) => (evenly ? 1 : table.prior[number]!));
  const all = weights.reduce((sum, each) => sum + each, 0);
  const hypothesis = kind[picked(weights.map((each) => each / all), at)]!;
  return { faults: [...table.hypotheses[hypothesis]!], off, seed };
} // prettier-ignore

/**
 * What a check of a vehicle shows: the same each time, and a little off from what the table says it would.
 *
 * @param look which look it is: after a repair eye and hand look anew
 */
export function shows(hidden: Hidden, observation: Observation, look = 0): number {
  let key = look * 7;
  for (const letter of observation.id) key = (key * 31 + letter.charCodeAt(0)) % 1_000_003;
  const draws = drawsOf(hidden.seed * 131 + key);
  const noise = new Float64Array(2);
  const noisy = (row: readonly number[]): number[] => {
    const raised = row.map((chance) => {
      draws.normals(noise);
      return chance * Math.exp(hidden.off * noise[0]!);
    });
    const all = raised.reduce((sum, each) => sum + each, 0);
    return raised.map((each) => each / all);
  };
  const rows = hidden.faults.map((cause) => noisy(observation.rows[cause]!));
  const byFan = hidden.faults.length > 1 && observation.byFan ? observation.byFan.map((own) => hidden.faults.map((cause) => noisy(own[cause]!))) as [number[][], number[][]] : undefined; // prettier-ignore
  const { byFan: _, ...own } = observation;
  const chances = outcomesUnder({ ...own, rows, ...(byFan && { byFan }) }, rows.map((_, at) => at)); // prettier-ignore
  return picked(chances, draws.even());
}
