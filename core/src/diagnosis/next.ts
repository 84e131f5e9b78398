import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { afterRemedy, likelihoods, marginals, type Belief, type Followed } from './belief.ts';
import { costsNow, minutesOfCheck, minutesOfRemedy, type Costs, type Reach } from './cost.ts';
import { heldBack } from './possible.ts';
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
  /** The repair, dear and not quite sure, that the check is a second sign for. */
  signFor: Remedy | undefined;
  /** Of what is left, how much the check is expected to rule out, 0 to 1; 0 for a repair. */
  rulesOut: number;
  /** Causes that it tells apart most: the likeliest on each side. */
  tells: [string, string] | undefined;
}

/** Checks that can be made now: safe, not answered, not passed over, and where they follow another, after what it showed. */
export function openChecks(table: VehicleTable, { found, passedOver, held, repaired, stillIn }: Pick<Followed, 'found' | 'passedOver' | 'held' | 'repaired'> & { stillIn?: boolean }): number[] {
  return table.observations.flatMap((observation, at) => {
    const { id, line } = observation;
    if (found.has(id) || held.has(id) || passedOver.has(id) || heldBack(table, { found, stillIn }, observation)) return [];
    // What is told is asked for beside everything else; it is nothing to be looked at.
    if (!line.after) return line.told ? [] : [at];
    if (line.after.check === 'repair') return repaired.length > 0 ? [at] : [];
    const before = table.observations.find((each) => each.id === line.after!.check);
    return before && found.get(before.id)?.every((each) => before.outcomes[each]!.id === line.after!.outcome) ? [at] : [];
  });
} // prettier-ignore

const PROBLEMS = new WeakMap<VehicleTable, Pick<Problem, 'needs' | 'leads'>>();
/** What each hypothesis needs and where each remedy leads it: of the table alone. */
function fixedOf(table: VehicleTable): Pick<Problem, 'needs' | 'leads'> {
  let own = PROBLEMS.get(table);
  if (!own) {
    const sound = table.causes.findIndex(({ id }) => id === 'nothing');
    const needs = table.hypotheses.map((set) => [...new Set(set.map((cause) => table.causes[cause]!.remedy))]);
    const leads = table.remedies.map((_, remedy) => afterRemedy(table, remedy).map((to, at) => (to === sound && at !== sound ? -1 : needs[at]!.length === 1 && needs[at]![0] === remedy ? -1 : to)));
    PROBLEMS.set(table, (own = { needs, leads }));
  }
  return own;
} // prettier-ignore

/** A vehicle's table as the search takes it. */
export function problemOf(table: VehicleTable, belief: Belief, costs: Costs): Problem {
  return {
    ...fixedOf(table),
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

/** How likely each remedy is needed, alone or beside another. */
function neededOf(table: VehicleTable, belief: Belief): Float64Array {
  const chances = new Float64Array(table.remedies.length);
  const { needs } = fixedOf(table);
  for (let at = 0; at < belief.length; at += 1) for (const remedy of needs[at]!) chances[remedy]! += belief[at]!;
  return chances;
} // prettier-ignore

/**
 * The check that is worth most as a second sign for a repair, for the minutes that it takes: one alone may have been
 * misread, and what is bought and fitted for nothing is dearer than the look. How far a check is expected to move the
 * chance that the repair is needed is what its outcomes do, each weighed by how often it comes.
 */
function secondSign(table: VehicleTable, followed: Followed, remedy: number, practice: Practice, reach: Reach | undefined): Step | undefined {
  const { needs } = fixedOf(table);
  const { belief } = followed;
  const needed = neededOf(table, belief)[remedy]!;
  let best: { step: Step; worth: number } | undefined;
  for (const at of openChecks(table, followed)) {
    const observation = table.observations[at]!;
    const taken = minutesOfCheck(observation, reach, followed.warm ? practice.coolDown : 0);
    const minutes = taken.hands + practice.waitingCounts * taken.waits;
    if (minutes > practice.secondSign) continue;
    const rows = likelihoods(table, observation);
    const wide = observation.outcomes.length;
    let moves = 0;
    for (let outcome = 0; outcome < wide; outcome += 1) {
      let [all, own] = [0, 0];
      for (let each = 0; each < belief.length; each += 1) {
        const chance = belief[each]! * rows[each * wide + outcome]!;
        all += chance;
        if (needs[each]!.includes(remedy)) own += chance;
      }
      moves += Math.abs(own - needed * all);
    }
    const worth = moves / (minutes + practice.takenUp);
    if (moves > practice.secondSignMoves && (!best || worth > best.worth)) best = { step: { what: { do: 'check', observation }, cost: 0, ...taken }, worth };
  }
  return best?.step;
} // prettier-ignore

/** The remedy that is needed with a chance that the practice calls sure; undefined where none is. */
function sureRemedy(table: VehicleTable, belief: Belief, practice: Practice): number | undefined {
  const chances = neededOf(table, belief);
  const best = chances.indexOf(Math.max(...chances));
  return chances[best]! >= practice.sureOf ? best : undefined;
}

/**
 * What to do next: the check or the repair that is expected to cost least until the fault is found and put right; of
 * those nearly equal the one that takes fewest minutes. Before a dear repair that is not quite sure comes a second sign,
 * where a short check can give one. Undefined where nothing is left to be done.
 */
export function nextStep(
  table: VehicleTable,
  followed: Followed,
  costs: Costs,
  { practice = USUAL_PRACTICE, reach, width = DESK }: { practice?: Practice; reach?: Reach | undefined; width?: Width } = {},
): NextStep | undefined {
  const open = openChecks(table, followed);
  const { ranked, known } = rankActs(problemOf(table, followed.belief, costsNow(costs, table, open, followed.warm, practice)), open, width);
  const stepOf = ({ act, cost }: Valued): Step => {
    if (act.do === 'repair') {
      const remedy = table.remedies[act.remedy]!;
      return { what: { do: 'repair', remedy }, cost, hands: minutesOfRemedy(remedy, reach), waits: 0 };
    }
    const observation = table.observations[act.check]!;
    return { what: { do: 'check', observation }, cost, ...minutesOfCheck(observation, reach, followed.warm ? practice.coolDown : 0) };
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
  const looked = (own: Pick<NextStep, 'step' | 'runnerUp' | 'signFor'>): NextStep => {
    const { observation } = own.step.what as Extract<Step['what'], { do: 'check' }>;
    const tells = toldApart(table, marginals(table, followed.belief), observation);
    return { ...own, known, settled: false, rulesOut: ruledOut(table, followed.belief, observation), tells };
  };
  const step = near.reduce((least, each) => (each.hands + each.waits < least.hands + least.waits ? each : least));
  const alternative = steps.find((each) => each !== step);
  if (step.what.do === 'check') return looked({ step, runnerUp: alternative, signFor: undefined });
  const remedy = table.remedies.indexOf(step.what.remedy);
  const doubted = costs.remedies[remedy]! >= practice.dearFrom && neededOf(table, followed.belief)[remedy]! < practice.dearSure;
  const sign = doubted ? secondSign(table, followed, remedy, practice, reach) : undefined;
  if (!sign) return { step, runnerUp: alternative, known, settled: true, signFor: undefined, rulesOut: 0, tells: undefined };
  // Expected to cost what the repair does, and the look.
  const look = (practice.labourHour / 60) * (sign.hands + practice.waitingCounts * sign.waits);
  return looked({ step: { ...sign, cost: step.cost + look }, runnerUp: step, signFor: step.what.remedy });
} // prettier-ignore
