import {
  costsOf,
  follow,
  marginals,
  nextStep,
  outcomesUnder,
  standing,
  type DiagnosisStep,
  type Observation,
  type VehicleTable,
} from '../src/diagnosis/index.ts';
import type { Draws } from '../src/random/index.ts';

/** How vehicles may differ from the table that a diagnosis believes in. */
export interface HiddenWorld {
  /** Standard deviation of the logarithm of each chance. */
  off: number;
  /** Share of vehicles with two faults; undefined: as often as the table has it. */
  two?: number;
  /** Share with a fault that the table does not know: it shows half like one cause and half like another. */
  unknown?: number;
  /** Share of findings that go by one draw: what looks bad, looks bad all round. */
  together?: number;
}

/** The first is the family that the weight of the table was chosen by; the others it had not seen. */
export const HIDDEN_WORLDS: Record<string, HiddenWorld> = {
  'chances off by half': { off: 0.5 },
  'chances off by nearly their own size': { off: 0.9 },
  'a cause the table does not know, in one of twenty': { off: 0.5, unknown: 0.05 },
  'findings that go together': { off: 0.5, together: 0.35 },
  'two faults in a quarter': { off: 0.5, two: 0.25 },
};

export interface Said {
  chance: number;
  right: boolean;
}

const picked = (chances: readonly number[], at: number): number => {
  let left = at;
  const found = chances.findIndex((chance) => (left -= chance) <= 0);
  return found < 0 ? chances.length - 1 : found;
};

/**
 * Looks at one vehicle until the diagnosis would repair something.
 *
 * @param table the vehicle is drawn by it, and the diagnosis goes by it
 * @returns what was said of the likeliest cause on the way, and of the repair at the end
 */
export function lookAt(world: HiddenWorld, table: VehicleTable, draws: Draws): { way: Said[]; end: Said | undefined } {
  const gauss = (): number => Math.sqrt(-2 * Math.log(draws.even())) * Math.cos(2 * Math.PI * draws.even());
  const noisy = (row: readonly number[]): number[] => {
    const raised = row.map((chance) => chance * Math.exp(world.off * gauss()));
    const all = raised.reduce((sum, each) => sum + each, 0);
    return raised.map((each) => each / all);
  };
  const can = table.hypotheses.flatMap((set, at) => (set.some((cause) => table.causes[cause]!.id === 'other') ? [] : [at]));
  const isTwo = draws.even() < (world.two ?? 0);
  const among = can.filter((at) => world.two === undefined || (table.hypotheses[at]!.length === 2) === isTwo);
  const all = among.reduce((sum, at) => sum + table.prior[at]!, 0);
  const faults = table.hypotheses[among[picked(among.map((at) => table.prior[at]! / all), draws.even())]!]!;
  const isUnknown = draws.even() < (world.unknown ?? 0);
  const like = table.hypotheses[can[Math.floor(draws.even() * can.length)]!]![0]!;
  const mood = draws.even();
  const shown = new Map<string, number>();
  const look = ({ id }: Observation): number => {
    const held = shown.get(id);
    if (held !== undefined) return held;
    const own = table.observations.find((each) => each.id === id)!;
    const rows = faults.map((cause) => noisy(own.rows[cause]!));
    const { byFan: fans, ...plain } = own;
    const byFan = faults.length > 1 && fans ? fans.map((each) => faults.map((cause) => noisy(each[cause]!))) as [number[][], number[][]] : undefined;
    const chances = isUnknown
      ? rows[0]!.map((chance, at) => (chance + own.rows[like]![at]!) / 2)
      : outcomesUnder({ ...plain, rows, ...(byFan && { byFan }) }, rows.map((_, at) => at));
    const outcome = picked(chances, draws.even() < (world.together ?? 0) ? mood : draws.even());
    shown.set(id, outcome);
    return outcome;
  };
  const found = (observation: Observation): DiagnosisStep => ({ kind: 'found', check: observation.id, outcome: observation.outcomes[look(observation)]!.id });
  const costs = costsOf(table);
  const steps = table.observations.filter(({ line }) => line.told && !line.after).map(found);
  const way: Said[] = [];
  for (let count = 0; count < 30; count += 1) {
    const followed = follow(table, steps);
    const chances = marginals(table, followed.said);
    const first = chances.reduce((best, chance, at) => (chance > chances[best]! ? at : best), 0);
    way.push({ chance: chances[first]!, right: !isUnknown && faults.includes(first) });
    const next = nextStep(table, followed, costs)!;
    if (next.step.what.do === 'check') {
      steps.push(found(next.step.what.observation));
      continue;
    }
    const remedy = table.remedies.indexOf(next.step.what.remedy);
    return { way, end: { chance: standing(table, followed, next).chance, right: !isUnknown && faults.some((cause) => table.causes[cause]!.remedy === remedy) } };
  }
  return { way, end: undefined };
} // prettier-ignore
