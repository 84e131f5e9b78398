import { compile } from './compile.ts';
import { leastOperations } from './least.ts';
import { orderOut } from './order.ts';
import type { PartKind } from '../figures/index.ts';
import {
  LIFTS,
  type AccessMap,
  type Fact,
  type Lift,
  type MapStep,
  type Operation,
  type ThingState,
} from './types.ts';

export const OBJECTIVES = ['time', 'coolant', 'clips', 'alone'] as const;
export type Objective = (typeof OBJECTIVES)[number];

/** What a way in costs, from the first bolt to the last step after it. */
export interface WayCost {
  /** Work out, back, and before and after, min. */
  outMinutes: number;
  backMinutes: number;
  besideMinutes: number;
  workMinutes: number;
  /** Waiting besides, min. */
  waitingMinutes: number;
  /** The lowest levels that it reaches, L. */
  coolantL: number;
  transmissionL: number;
  /** Clips that come out, and how many of them are expected to break. */
  clips: number;
  clipsAtRisk: number;
  people: number;
  lift: Lift;
}

export interface Way extends WayCost {
  /** Codes, in a sensible order. */
  operations: string[];
  /** Objectives that no other of the ways shown is better at. */
  bestAt: Objective[];
  /** Things that another of the ways shown moves and this one leaves alone. */
  spares: string[];
}

export type Ways =
  | { found: true; ways: Way[] }
  /** Nothing has to come off: the goal is off already. */
  | { found: false; because: 'nothing to do' }
  /** No operation on the map brings these about. */
  | { found: false; because: 'no way'; missing: Fact[] };

export interface WaysInput {
  /** As it holds for the vehicle. */
  map: AccessMap;
  goal: readonly Fact[];
  already?: readonly Fact[];
}

const sum = <T>(items: readonly T[], of: (item: T) => number): number =>
  items.reduce((total, item) => total + of(item), 0);
const backMinutesOf = ({ back }: Operation): number => back?.minutes ?? 0;
const clipsOf = ({ uses, breaks }: Operation): number => (breaks > 0 ? sum(uses, ({ count }) => count) : 0);
const riskOf = (operation: Operation): number => clipsOf(operation) * operation.breaks;
const rank = (lift: Lift): number => LIFTS.indexOf(lift);

/** What is only loose or pushed aside was never off: its way back puts no other part in. */
const GONE: ReadonlySet<ThingState> = new Set<ThingState>(['off', 'out with another']);
/** Whether a way of these operations takes a part of a kind off and puts it, or its like, back. */
function putsBack({ things, operations }: AccessMap, codes: readonly string[], kind: PartKind): boolean {
  const own = new Set(things.flatMap(({ code, partKind }) => (partKind === kind ? [code] : [])));
  return operations.some(
    ({ code, gives, back }) =>
      back !== null && codes.includes(code) && gives.some(({ thing, state }) => own.has(thing) && GONE.has(state)),
  ); // prettier-ignore
}

/** Steps beside its moves that a way calls for: by what it loses, by what it opens, and for parts that none of its moves puts in. */
export const stepsBeside = (
  map: AccessMap,
  lost: Pick<WayCost, 'coolantL' | 'transmissionL'>,
  codes: readonly string[],
): MapStep[] =>
  map.steps.filter((step) => {
    if (step.onlyAfter?.length && !step.onlyAfter.some((code) => codes.includes(code))) return false;
    if (step.mount?.code === 'part' && putsBack(map, codes, step.mount.kind)) return false;
    if (!step.lost) return true;
    const litres = step.lost.fluid === 'coolant' ? lost.coolantL : lost.transmissionL;
    return (
      litres > 0 && litres >= step.lost.fromL && (step.lost.belowL === null || litres < step.lost.belowL)
    );
  });

/** What chosen operations come to. */
export function costOf(map: AccessMap, codes: readonly string[]): WayCost {
  const operations = map.operations.filter(({ code }) => codes.includes(code));
  const coolantL = Math.max(0, ...operations.map((each) => each.coolantL));
  const transmissionL = Math.max(0, ...operations.map((each) => each.transmissionL));
  const beside = stepsBeside(map, { coolantL, transmissionL }, codes);
  const work = operations.filter(({ waiting }) => !waiting);
  const outMinutes = sum(work, ({ minutes }) => minutes);
  const backMinutes = sum(operations, backMinutesOf);
  const besideMinutes = sum(
    beside.filter(({ waiting }) => !waiting),
    ({ minutes }) => minutes,
  );
  return {
    outMinutes,
    backMinutes,
    besideMinutes,
    workMinutes: outMinutes + backMinutes + besideMinutes,
    waitingMinutes:
      sum(
        operations.filter(({ waiting }) => waiting),
        ({ minutes }) => minutes,
      ) +
      sum(
        beside.filter(({ waiting }) => waiting),
        ({ minutes }) => minutes,
      ),
    coolantL,
    transmissionL,
    clips: sum(operations, clipsOf),
    clipsAtRisk: sum(operations, riskOf),
    people: Math.max(1, ...operations.map((each) => each.people)),
    lift: LIFTS[Math.max(0, ...operations.map((each) => rank(each.lift)))]!,
  };
}

/** Whole numbers, so that costs add up exactly: tenths of a minute, hundredths of a clip. */
const tenths = (minutes: number): number => Math.round(minutes * 10);
const hundredths = (risk: number): number => Math.round(risk * 100);
const timeOf = (operation: Operation): number =>
  tenths((operation.waiting ? 0 : operation.minutes) + backMinutesOf(operation));
const waitOf = (operation: Operation): number => (operation.waiting ? tenths(operation.minutes) : 0);

type Count = (operation: Operation) => number;
const riskCount: Count = (operation) => hundredths(riskOf(operation));
const CHEAPEST: Readonly<Record<'time' | 'clips', readonly Count[]>> = {
  time: [timeOf, riskCount, waitOf],
  clips: [riskCount, timeOf, waitOf],
};

/**
 * Counts of operations as one whole number, each count before all of the next; the last are left out where they would
 * no longer be told apart (2^53).
 */
function oneBeforeTheOther(operations: readonly Operation[], counts: readonly Count[]): Count {
  const used: { count: Count; scale: number }[] = [];
  let room = 1;
  for (const count of counts) {
    const most = sum(operations, count) + 1;
    if (room * most >= Number.MAX_SAFE_INTEGER) break;
    for (const earlier of used) earlier.scale *= most;
    used.push({ count, scale: 1 });
    room *= most;
  }
  return (operation) => sum(used, ({ count, scale }) => count(operation) * scale);
}

/** What counts first is what was asked for; alone is with fewer hands, then with less of a lift. */
const VALUE: Readonly<Record<Objective, (way: WayCost) => number>> = {
  time: (way) => tenths(way.workMinutes),
  coolant: (way) => way.coolantL,
  clips: (way) => hundredths(way.clipsAtRisk),
  alone: (way) => way.people * 4 + rank(way.lift),
};
const beats = (one: WayCost, other: WayCost): boolean =>
  OBJECTIVES.every((objective) => VALUE[objective](one) <= VALUE[objective](other)) &&
  OBJECTIVES.some((objective) => VALUE[objective](one) < VALUE[objective](other));

export const WAYS_SHOWN = 4;

/** What a way may go to at most. */
interface Limits {
  people: number;
  lift: Lift;
  coolantL: number;
  transmissionL: number;
}
const isWithin = (each: Operation, { people, lift, coolantL, transmissionL }: Limits): boolean =>
  each.people <= people && rank(each.lift) <= rank(lift) && each.coolantL <= coolantL && each.transmissionL <= transmissionL; // prettier-ignore

type Least = { codes: string[] } | { missing: Fact[] };
/** The least way within limits by what an operation counts, exactly. */
function leastWithin({ map, goal, already = [] }: WaysInput, limits: Limits, cost: Count): Least {
  const { task, operations, facts } = compile({ map, goal, already, allowed: (each) => isWithin(each, limits), cost });
  const least = leastOperations(task);
  return least.reached
    ? { codes: least.chosen.map((number) => operations[number]!.code) }
    : { missing: least.missing.map((fact) => facts[fact]!) };
} // prettier-ignore

/** Every combination of the map's levels; within one, coolant from the most that may go to none. */
function* limitsOf(map: AccessMap): Generator<Limits[]> {
  const levels = <T>(of: (operation: Operation) => T): T[] => [...new Set(map.operations.map(of))];
  const litres = (of: (operation: Operation) => number): number[] => [...new Set([0, ...levels(of)])].sort((a, b) => b - a);
  const hands = [...new Set([1, ...levels((each) => each.people)])].sort((a, b) => b - a);
  const lifts = [...new Set<Lift>(['none', ...levels((each) => each.lift)])].sort((a, b) => rank(b) - rank(a));
  for (const people of hands)
    for (const lift of lifts)
      for (const transmissionL of litres((each) => each.transmissionL))
        yield litres((each) => each.coolantL).map((coolantL) => ({ people, lift, coolantL, transmissionL }));
} // prettier-ignore

/** How often the gap between two ways is parted once more in search of one between them. */
const BETWEEN = 2;

/**
 * Ways between the quickest and the gentlest within limits: where time and clips are weighed so that both cost the same,
 * one that costs less lies between (Aneja and Nair 1979).
 */
function between(input: WaysInput, limits: Limits, one: string[], other: string[], depth = BETWEEN): string[][] {
  const of = (codes: readonly string[], count: Count): number => sum(input.map.operations.filter(({ code }) => codes.includes(code)), count);
  const [time, risk] = [of(other, timeOf) - of(one, timeOf), of(one, riskCount) - of(other, riskCount)];
  if (depth === 0 || !(time > 0 && risk > 0)) return [];
  const weighed: Count = (operation) => risk * timeOf(operation) + time * riskCount(operation);
  const least = leastWithin(input, limits, weighed);
  if (!('codes' in least) || of(least.codes, weighed) >= of(one, weighed)) return [];
  const found = least.codes;
  return [found, ...between(input, limits, one, found, depth - 1), ...between(input, limits, found, other, depth - 1)];
} // prettier-ignore

/** Ways that nothing among them beats, the quickest first; of those that are the same in all that counts one. */
function unbeatenOf(map: AccessMap, found: Iterable<string[]>): { codes: string[]; cost: WayCost }[] {
  const costs = [...found].map((codes) => ({ codes, cost: costOf(map, codes) }));
  const unbeaten = costs
    .filter(({ cost }) => !costs.some((other) => beats(other.cost, cost)))
    .sort((a, b) => a.cost.workMinutes - b.cost.workMinutes || a.cost.waitingMinutes - b.cost.waitingMinutes);
  return unbeaten.filter(
    ({ cost }, at) => !unbeaten.slice(0, at).some((earlier) => OBJECTIVES.every((each) => VALUE[each](earlier.cost) === VALUE[each](cost))),
  );
} // prettier-ignore

/**
 * Ways in that nothing beats: no way at all is better at one of time, coolant, clips and hands, and as good at the
 * others. Of them the best at each objective, then the quickest that are left, four at most; while places are free, ways
 * between the quickest and the gentlest are sought.
 *
 * Fluids and hands are levels, not sums: for each level the operations that go beyond it are left out and the cheapest
 * of the rest is found exactly, by time and by clips. Steps before and after hang on the levels alone, so the quickest
 * of all, these steps counted, is among them, wherever losing more never makes a step shorter.
 */
export function waysIn(input: WaysInput): Ways {
  const { map, goal, already = [] } = input;
  const held = new Set(already.map(({ thing, state }) => `${thing} ${state}`));
  if (goal.every(({ thing, state }) => held.has(`${thing} ${state}`))) return { found: false, because: 'nothing to do' };
  const found = new Map<string, string[]>();
  const take = (codes: string[]): void => void found.set([...codes].sort().join(' '), codes);
  const pairs: { limits: Limits; quick: string[]; gentle: string[] }[] = [];
  const [time, clips] = [CHEAPEST.time, CHEAPEST.clips].map((counts) => oneBeforeTheOther(map.operations, counts)) as [Count, Count];
  let missing: Fact[] | undefined;
  for (const levels of limitsOf(map))
    for (const limits of levels) {
      const quick = leastWithin(input, limits, time);
      if ('missing' in quick) {
        // With less coolant there is no way either.
        missing ??= quick.missing;
        break;
      }
      const gentle = leastWithin(input, limits, clips) as { codes: string[] };
      take(quick.codes);
      take(gentle.codes);
      pairs.push({ limits, quick: quick.codes, gentle: gentle.codes });
    }
  if (found.size === 0) return { found: false, because: 'no way', missing: missing ?? [] };
  let different = unbeatenOf(map, found.values());
  for (const { limits, quick, gentle } of pairs) {
    if (different.length >= WAYS_SHOWN) break;
    const more = between(input, limits, quick, gentle);
    more.forEach(take);
    if (more.length > 0) different = unbeatenOf(map, found.values());
  }
  const shown = pickShown(different.map((each) => each.cost)).map((at) => different[at]!);
  const touched = shown.map(({ codes }) => touchedBy(map, codes));
  return {
    found: true,
    ways: shown.map(({ codes, cost }, at) => ({
      ...cost,
      operations: orderOut(map, codes, already),
      bestAt: OBJECTIVES.filter((objective) => shown.every((other) => VALUE[objective](cost) <= VALUE[objective](other.cost)) && shown.some((other) => VALUE[objective](cost) < VALUE[objective](other.cost))),
      spares: [...new Set(touched.flatMap((things, other) => (other === at ? [] : [...things])))].filter((thing) => !touched[at]!.has(thing)),
    })),
  };
} // prettier-ignore

const touchedBy = (map: AccessMap, codes: readonly string[]): Set<string> =>
  new Set(
    map.operations
      .filter(({ code }) => codes.includes(code))
      // What is only brought about (cold, on stands) is not something that a way leaves alone.
      .flatMap(({ gives }) => gives.flatMap(({ thing, state }) => (state === 'ready' ? [] : [thing]))),
  );

/** The best at each objective, then the quickest, in order of time. */
function pickShown(costs: readonly WayCost[]): number[] {
  const picked = new Set<number>();
  for (const objective of OBJECTIVES) {
    const best = Math.min(...costs.map(VALUE[objective]));
    picked.add(costs.findIndex((cost) => VALUE[objective](cost) === best));
  }
  for (let at = 0; at < costs.length && picked.size < WAYS_SHOWN; at++) picked.add(at);
  return [...picked].sort((a, b) => a - b).slice(0, WAYS_SHOWN);
}

/** The best of the ways shown by objectives in order of what counts first. */
export function preferred(ways: readonly Way[], order: readonly Objective[]): Way | undefined {
  return [...ways].sort((a, b) => {
    for (const objective of order) {
      const difference = VALUE[objective](a) - VALUE[objective](b);
      if (difference !== 0) return difference;
    }
    return 0;
  })[0];
}

/** Minutes that each goal adds to the others, min: what they share of the way in is counted once. */
export function addedMinutes(
  map: AccessMap,
  goals: readonly Fact[],
  already: readonly Fact[] = [],
): number[] {
  const least = (goal: readonly Fact[]): number => {
    if (goal.length === 0) return 0;
    const { task } = compile({ map, goal, already, cost: timeOf });
    const answer = leastOperations(task);
    return answer.reached ? answer.cost / 10 : NaN;
  };
  const together = least(goals);
  return goals.map((_, at) => together - least(goals.filter((__, other) => other !== at)));
}
