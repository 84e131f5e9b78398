import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { afterRemedy, likelihoods, marginals, type Belief, type Followed } from './belief.ts';
import { minutesOfCheck, minutesOfRemedy, type Costs, type Reach } from './cost.ts';
import { DESK, rankActs, type Problem, type Valued, type Width } from './search.ts';
import type { Observation, Remedy, VehicleTable } from './table.ts';

/** Something to do next. */
export interface Step {
  what: { do: 'check'; observation: Observation } | { do: 'repair'; remedy: Remedy };
  /** Expected until found and put right, in the shop's own money. */
  cost: number;
  hands: number;
  waits: number;
}
export interface NextStep {
  step: Step;
  runnerUp: Step | undefined;
  /** What it would cost to put right if the fault were known. */
  known: number;
  /** Nothing that can still be looked at would change what is done: the step is a repair. */
  settled: boolean;
  /** Of what is left, how much the check is expected to rule out, 0 to 1; 0 for a repair. */
  rulesOut: number;
  /** Causes that it tells apart most: the likeliest on each side. */
  tells: [string, string] | undefined;
}

/** Checks that can be made now: not answered, not passed over, and where they follow another, after what it showed. */
export function openChecks(table: VehicleTable, { found, passedOver, repaired }: Pick<Followed, 'found' | 'passedOver' | 'repaired'>): number[] {
  return table.observations.flatMap(({ id, line }, at) => {
    if (found.has(id) || passedOver.has(id)) return [];
    // What is told is asked for beside everything else; it is nothing to be looked at.
    if (!line.after) return line.told ? [] : [at];
    if (line.after.check === 'repair') return repaired.length > 0 ? [at] : [];
    const before = table.observations.find((each) => each.id === line.after!.check);
    return before && found.get(before.id) === before.outcomes.findIndex((each) => each.id === line.after!.outcome) ? [at] : [];
  });
} // prettier-ignore

const PROBLEMS = new WeakMap<VehicleTable, Pick<Problem, 'needs' | 'leads'>>();
/** A vehicle's table as the search takes it. */
export function problemOf(table: VehicleTable, belief: Belief, costs: Costs): Problem {
  let own = PROBLEMS.get(table);
  if (!own) {
    const sound = table.causes.findIndex(({ id }) => id === 'nothing');
    const needs = table.hypotheses.map((set) => [...new Set(set.map((cause) => table.causes[cause]!.remedy))]);
    const leads = table.remedies.map((_, remedy) => afterRemedy(table, remedy).map((to, at) => (to === sound && at !== sound ? -1 : needs[at]!.length === 1 && needs[at]![0] === remedy ? -1 : to)));
    PROBLEMS.set(table, (own = { needs, leads }));
  }
  return {
    ...own,
    belief,
    checks: table.observations.map((each, at) => ({ rows: likelihoods(table, each), outcomes: each.outcomes.length, cost: costs.checks[at]! })),
    remedies: { cost: costs.remedies, wrong: costs.wrong },
  };
} // prettier-ignore

/** How much of what is believed a check is expected to rule out: the chance that a cause is another than is then believed. */
function ruledOut(table: VehicleTable, belief: Belief, observation: Observation): number {
  const rows = likelihoods(table, observation);
  const wide = observation.outcomes.length;
  let kept = 0;
  for (let outcome = 0; outcome < wide; outcome += 1) {
    let chance = 0;
    let square = 0;
    for (let at = 0; at < belief.length; at += 1) {
      const own = belief[at]! * rows[at * wide + outcome]!;
      chance += own;
      square += own * rows[at * wide + outcome]!;
    }
    if (chance > 0) kept += square;
  }
  return Math.max(0, 1 - kept);
}

/** The two likeliest causes that a check tells apart best. */
function toldApart(table: VehicleTable, chances: Float64Array, observation: Observation): [string, string] | undefined {
  const likely = [...chances.keys()].sort((a, b) => chances[b]! - chances[a]!).slice(0, 6);
  let best: { pair: [number, number]; worth: number } | undefined;
  likely.forEach((a, at) => {
    for (const b of likely.slice(at + 1)) {
      const apart = observation.rows[a]!.reduce((sum, each, k) => sum + Math.abs(each - observation.rows[b]![k]!), 0) / 2;
      const worth = apart * Math.min(chances[a]!, chances[b]!);
      if (!best || worth > best.worth) best = { pair: [a, b], worth };
    }
  });
  return best && best.worth > 0.005 ? [table.causes[best.pair[0]]!.label, table.causes[best.pair[1]]!.label] : undefined;
} // prettier-ignore

/** The remedy that is needed with a chance that the practice calls sure; undefined where none is. */
function sureRemedy(table: VehicleTable, belief: Belief, practice: Practice): number | undefined {
  const chances = new Float64Array(table.remedies.length);
  table.hypotheses.forEach((set, at) => {
    for (const remedy of new Set(set.map((cause) => table.causes[cause]!.remedy)))
      chances[remedy]! += belief[at]!;
  });
  const best = chances.indexOf(Math.max(...chances));
  return chances[best]! >= practice.sureOf ? best : undefined;
}

/**
 * What to do next: the check or the repair that is expected to cost least until the fault is found and put right; of
 * those nearly equal the one that takes fewest minutes. Undefined where nothing is left to be done.
 */
export function nextStep(
  table: VehicleTable,
  followed: Followed,
  costs: Costs,
  { practice = USUAL_PRACTICE, reach, width = DESK }: { practice?: Practice; reach?: Reach | undefined; width?: Width } = {},
): NextStep | undefined {
  const { ranked, known } = rankActs(problemOf(table, followed.belief, costs), openChecks(table, followed), width);
  const stepOf = ({ act, cost }: Valued): Step => {
    if (act.do === 'repair') {
      const remedy = table.remedies[act.remedy]!;
      return { what: { do: 'repair', remedy }, cost, hands: minutesOfRemedy(remedy, reach), waits: 0 };
    }
    const observation = table.observations[act.check]!;
    return { what: { do: 'check', observation }, cost, ...minutesOfCheck(observation, reach) };
  };
  const sure = sureRemedy(table, followed.belief, practice);
  const at = sure === undefined ? -1 : ranked.findIndex(({ act }) => act.do === 'repair' && act.remedy === sure);
  // What is sure is done: what is left of doubt is cheaper to look at afterwards, if it remains.
  const steps = [...(at > 0 ? [ranked[at]!, ...ranked.filter((_, k) => k !== at)] : ranked)].slice(0, 12).map(stepOf);
  const [first] = steps;
  if (!first) return undefined;
  // What it costs where the fault is known has to be paid anyway: nearly equal is said of the rest.
  const margin = practice.nearlyEqual * Math.max(0, first.cost - known);
  const near = first.what.do === 'repair' ? [first] : steps.filter(({ what, cost }) => what.do === 'check' && cost <= first.cost + margin);
  const step = near.reduce((least, each) => (each.hands + each.waits < least.hands + least.waits ? each : least));
  const runnerUp = steps.find((each) => each !== step);
  if (step.what.do === 'repair') return { step, runnerUp, known, settled: true, rulesOut: 0, tells: undefined };
  const { observation } = step.what;
  return {
    step,
    runnerUp,
    known,
    settled: false,
    rulesOut: ruledOut(table, followed.belief, observation),
    tells: toldApart(table, marginals(table, followed.belief), observation),
  };
} // prettier-ignore
