import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { isWarm } from './possible.ts';
import { soberOf } from './sober.ts';
import { ALONE, BRINGS } from './table/causes.ts';
import { together, type Observation, type VehicleTable } from './table.ts';
import type { DiagnosisStep } from './types.ts';

/**
 * Chances of the outcomes under one set of faults: each fault shows by itself, and the outcome further on is what is seen.
 * With one fault that is its row. Of two fans each shows its own: one dead and the other slow is seen as that.
 */
export function outcomesUnder(observation: Observation, faults: readonly number[]): number[] {
  const [first, second] = faults;
  if (first === undefined) return [...observation.line.base];
  if (second === undefined) return observation.rows[first]!;
  if (!observation.byFan) return furtherOn(observation.rows[first]!, observation.rows[second]!);
  const [one, other] = observation.byFan.map((rows) => furtherOn(rows[first]!, rows[second]!));
  return together(one!, other!);
}

/** Of two independent showings the outcome further on. */
function furtherOn(a: readonly number[], b: readonly number[]): number[] {
  let [upToA, upToB, before] = [0, 0, 0];
  return a.map((chance, at) => {
    upToA += chance;
    upToB += b[at]!;
    const upTo = upToA * upToB;
    const own = upTo - before;
    before = upTo;
    return own;
  });
}

const TABLES = new WeakMap<VehicleTable, Map<string, Float64Array>>();
/** Chances of one outcome of an observation under every hypothesis; kept with the table. */
export function likelihoods(table: VehicleTable, observation: Observation): Float64Array {
  let own = TABLES.get(table);
  if (!own) TABLES.set(table, (own = new Map()));
  let found = own.get(observation.id);
  if (!found) {
    const wide = observation.outcomes.length;
    found = new Float64Array(table.hypotheses.length * wide);
    table.hypotheses.forEach((set, at) => found!.set(outcomesUnder(observation, set), at * wide));
    own.set(observation.id, found);
  }
  return found;
}

/** How likely each hypothesis is, in the table's order; adds up to the chance of what was found. */
export type Belief = Float64Array;

export const totalOf = (belief: Belief): number => belief.reduce((sum, each) => sum + each, 0);

/** A belief brought to 1; undefined where nothing is left of it. */
export function normal(belief: Belief): Belief | undefined {
  const all = totalOf(belief);
  return all > 0 && Number.isFinite(all) ? belief.map((each) => each / all) : undefined;
}

/** What a finding leaves of a belief: one outcome, or one of several. */
export function observe(
  table: VehicleTable,
  belief: Belief,
  observation: Observation,
  outcomes: readonly number[],
): Belief {
  const own = likelihoods(table, observation);
  const wide = observation.outcomes.length;
  const seen = (at: number): number => outcomes.reduce((sum, outcome) => sum + own[at * wide + outcome]!, 0);
  return belief.map((each, at) => each * seen(at));
}

/** Numbers of the outcomes that a finding leaves open; undefined where one of them is none of its answers. */
export function outcomesOf(observation: Observation, said: string): readonly number[] | undefined {
  const numbers = said.split('|').map((each) => observation.outcomes.findIndex(({ id }) => id === each));
  return numbers.includes(-1) ? undefined : numbers;
}

const NEXT = new WeakMap<VehicleTable, Map<string, Int32Array>>();
/** Where a remedy leads each hypothesis: what is left of its faults, by number; sound is `nothing`. */
export function afterRemedy(table: VehicleTable, remedy: number): Int32Array {
  let own = NEXT.get(table);
  if (!own) NEXT.set(table, (own = new Map()));
  let to = own.get(String(remedy));
  if (!to) {
    // One fault is hypothesis of its own number.
    const sound = table.causes.findIndex(({ id }) => id === 'nothing');
    to = Int32Array.from(table.hypotheses, (set, at) => {
      const left = set.filter((cause) => table.causes[cause]!.remedy !== remedy);
      return left.length === set.length ? at : left.length === 0 ? sound : left[0]!;
    });
    own.set(String(remedy), to);
  }
  return to;
}

const BESIDE = new WeakMap<
  VehicleTable,
  Map<string, readonly (readonly [hypothesis: number, share: number])[]>
>();
/**
 * What else may be wrong beside one fault, or beside none, that no set of two faults could hold before: a third one, as
 * often as the table has it. What the repair has just put right is left out.
 */
function besides(table: VehicleTable, left: number, remedy: number): readonly (readonly [number, number])[] {
  let own = BESIDE.get(table);
  if (!own) BESIDE.set(table, (own = new Map()));
  const key = `${left} ${remedy}`;
  let found = own.get(key);
  if (!found) {
    const isSound = table.causes[left]?.id === 'nothing';
    const sets = table.hypotheses.flatMap((set, at) => {
      const third = isSound ? set[0] : set.find((cause) => cause !== left);
      const fits = isSound ? set.length === 1 && !ALONE.has(table.causes[third!]!.id) : set.length === 2 && set.includes(left);
      return fits && table.causes[third!]!.remedy !== remedy ? [[at, table.causes[third!]!.weight] as const] : [];
    });
    const all = sets.reduce((sum, [, weight]) => sum + weight, 0);
    own.set(key, (found = sets.map(([at, weight]) => [at, weight / all] as const)));
  }
  return found;
} // prettier-ignore

/**
 * A belief after a repair: it mostly takes its faults away, may have failed, and may have brought something new. Where two
 * faults were believed and one or both are gone, a further one may stand beside what is left (`practice.twoFaults`).
 */
export function repair(table: VehicleTable, belief: Belief, remedy: number, practice: Practice = USUAL_PRACTICE): Belief {
  const to = afterRemedy(table, remedy);
  const next = new Float64Array(belief.length);
  const sound = table.causes.findIndex(({ id }) => id === 'nothing');
  const brought = broughtBy(table, remedy);
  const brings = brought.length > 0 ? practice.repairBrings : 0;
  belief.forEach((chance, at) => {
    if (chance === 0) return;
    const left = to[at]!;
    // The new part can be as bad as the old one; work elsewhere changes nothing.
    if (left === at) return void (next[at]! += chance);
    next[at]! += chance * practice.repairFails;
    const more = table.hypotheses[at]!.length === 2 ? besides(table, left, remedy) : [];
    const further = more.length > 0 ? practice.twoFaults : 0;
    for (const [other, share] of more) next[other]! += chance * (1 - practice.repairFails) * further * share;
    const rest = chance * (1 - practice.repairFails) * (1 - further);
    if (left === sound && brings > 0) {
      next[sound]! += rest * (1 - brings);
      for (const cause of brought) next[cause]! += (rest * brings) / brought.length;
    } else next[left]! += rest;
  });
  return next;
} // prettier-ignore

/** A finding that was left out of a belief, and why. */
export interface Unread {
  check: string;
  outcome: string;
  because: string;
}

export interface Followed {
  /** What to do next goes by this. Adds up to 1. */
  belief: Belief;
  /** The same by the sober table: what is said to be how likely goes by this. Adds up to 1. */
  said: Belief;
  /** Chance of everything that was found, taken together; tiny where findings contradict each other. */
  evidence: number;
  unread: Unread[];
  /** Observations that hold now: found since the last repair, by id; several outcomes where it is one of them. */
  found: Map<string, readonly number[]>;
  passedOver: Set<string>;
  /** Observations that were found before the last repair, which it does not touch: their answer stands. */
  held: Set<string>;
  repaired: number[];
  /** The engine is hot from the last check that ran it. */
  warm: boolean;
  /** Something is still in that must come out before anything is started. */
  stillIn: boolean;
}

/** Causes that new work of a remedy can bring. */
function broughtBy(table: VehicleTable, remedy: number): number[] {
  const { line, fan } = table.remedies[remedy]!;
  return (BRINGS[line.id] ?? []).flatMap((id) => {
    const at = table.causes.findIndex((cause) => cause.line.id === id && (!cause.fan || !fan || cause.fan.id === fan.id));
    return at < 0 ? [] : [at];
  });
} // prettier-ignore

/** Whether a repair can change what a check shows: the faults that it cures, or may bring, show in it. */
function touches(table: VehicleTable, remedy: number, { line, fan }: Observation): boolean {
  const cured = table.causes.flatMap((cause, at) => (cause.remedy === remedy ? [at] : []));
  return [...cured, ...broughtBy(table, remedy)].some((at) => {
    const cause = table.causes[at]!;
    return line.when[cause.line.id] !== undefined && (!fan || !cause.fan || cause.fan.id === fan.id);
  });
} // prettier-ignore

/**
 * What is believed after everything that was found and done, in order. A check answered twice counts as it was answered
 * last, until a repair; what this vehicle's table does not know is named, not dropped in silence.
 */
export function follow(table: VehicleTable, steps: readonly DiagnosisStep[], practice: Practice = USUAL_PRACTICE): Followed {
  const own = believe(table, steps, practice);
  const sober = soberOf(table, practice.tableTrust);
  return { ...own, said: sober === table ? own.belief : believe(sober, steps, practice).belief };
} // prettier-ignore

function believe(table: VehicleTable, steps: readonly DiagnosisStep[], practice: Practice): Omit<Followed, 'said'> {
  const unread: Unread[] = [];
  const repaired: number[] = [];
  const passedOver = new Set<string>();
  let held = new Set<string>();
  let found = new Map<string, readonly number[]>();
  // What was only told has run no engine.
  let looked: string[] = [];
  let belief: Belief = Float64Array.from(table.prior);
  let evidence = 1;
  let stillIn = false;
  const settle = (): void => {
    for (const [id, outcomes] of found) belief = observe(table, belief, table.observations.find((each) => each.id === id)!, outcomes);
    const all = totalOf(belief);
    evidence *= all;
    belief = normal(belief) ?? Float64Array.from(table.prior);
  };
  for (const step of steps) {
    if (step.kind === 'found') {
      const observation = table.observations.find(({ id }) => id === step.check);
      const outcomes = observation && outcomesOf(observation, step.outcome);
      if (!observation || !outcomes) {
        unread.push({ check: step.check, outcome: step.outcome, because: observation ? `“${step.outcome}” is none of its answers` : 'no such check on this vehicle' });
        continue;
      }
      // The last answer counts.
      found.delete(step.check);
      found.set(step.check, outcomes);
      if (!step.told) looked.push(step.check);
      passedOver.delete(step.check);
    } else if (step.kind === 'passed over') passedOver.add(step.check);
    else if (step.kind === 'still in') stillIn = true;
    else {
      const remedy = table.remedies.findIndex(({ id }) => id === step.remedy);
      if (remedy < 0) {
        unread.push({ check: step.remedy, outcome: '', because: 'no such repair on this vehicle' });
        continue;
      }
      settle();
      held = new Set([...held, ...found.keys()].filter((id) => !touches(table, remedy, table.observations.find((each) => each.id === id)!)));
      found = new Map();
      looked = [];
      passedOver.clear();
      belief = repair(table, belief, remedy, practice);
      repaired.push(remedy);
    }
  }
  settle();
  return { belief, evidence, unread, found, passedOver, held, repaired, warm: isWarm(table, looked), stillIn };
} // prettier-ignore

/** Chance of each cause, alone or beside another, in the table's order. */
export function marginals(table: VehicleTable, belief: Belief): Float64Array {
  const out = new Float64Array(table.causes.length);
  table.hypotheses.forEach((set, at) => {
    for (const cause of set) out[cause]! += belief[at]!;
  });
  return out;
}
