import { tailsOf, type Tails } from './alone.ts';
import { Budget } from './budget.ts';
import { Hours, earliest, spanOf, type Busy } from './timeline.ts';
import {
  readyCost,
  type Interval,
  type Objective,
  type Placed,
  type PlacedJob,
  type Schedule,
} from './types.ts';

/** A schedule that is part made: how far each job is, and when everything is free again. */
interface Partial {
  next: number[];
  /** When each job can go on. */
  ready: number[];
  /** When each resource can be had again; Infinity while a job that is not over holds it. */
  free: number[];
  /** By job and role: what fills it, -1 where nothing does yet. */
  filled: number[][];
  /** By job and role: a held resource has to be given back by then. */
  until: number[][];
  cost: number;
  bound: number;
  before: Partial | undefined;
  did: { job: number; placed: Placed } | undefined;
}

export interface Sought {
  /** By job; undefined where nothing better than `below` was found. */
  jobs: (PlacedJob | undefined)[] | undefined;
  cost: number;
  /** No schedule costs less. */
  bound: number;
}

/** Kept side by side at most, where nobody says otherwise. */
const WIDTH = 1500;

/**
 * Schedules built task by task, those that are as far kept side by side: one that has done the same and is behind in
 * nothing makes another needless, one that cannot come below the best known is dropped (dynamic programming over the
 * jobs' progress, after Gromicho, van Hoorn, Saldanha-da-Gama and Timmer 2012; the tasks that may be next after Giffler
 * and Thompson 1960). Where more than `width` are left the worst are put aside, and what they could have come to bounds
 * what is best: the answer is exact where the bound meets the cost, and otherwise the gap is known.
 *
 * @param busy taken already, by what has begun or is pinned
 * @param below a cost that is known to be reached
 */
export function exactSchedule(
  schedule: Schedule,
  objective: Objective,
  busy: Busy,
  below: number,
  { width = WIDTH, budget = new Budget(Infinity) }: { width?: number; budget?: Budget } = {},
): Sought {
  const hours = new Hours(schedule);
  const { jobs, resources } = schedule;
  const spans = jobs.map((job) => job.roles.map((_, role) => spanOf(job, role)));
  const alike = alikeResources(schedule, busy);
  const tails = tailsOf(schedule, hours, busy);
  const boundOf = objective.what === 'makespan' ? makespanBound(schedule, tails) : promiseBound(schedule, objective, tails); // prettier-ignore
  const start: Partial = {
    next: jobs.map(() => 0),
    ready: jobs.map(({ from }) => from),
    free: resources.map(() => 0),
    filled: jobs.map(({ roles }) => roles.map(() => -1)),
    until: jobs.map(({ roles }) => roles.map(() => Infinity)),
    cost: 0,
    bound: 0,
    before: undefined,
    did: undefined,
  };
  start.bound = boundOf(start);
  let layer = [start];
  let aside = Infinity;
  const layers = jobs.reduce((sum, { tasks }) => sum + tasks.length, 0);
  for (let n = 0; n < layers; n += 1) {
    const kept = new Map<string, Partial[]>();
    for (const state of layer) {
      // What is open is at least as dear as where it goes on from.
      if (budget.isSpent)
        return { jobs: undefined, cost: Infinity, bound: Math.min(aside, ...layer.map(({ bound }) => bound)) };
      const children = childrenOf(state);
      budget.spend(children.length);
      for (const child of children) {
        child.bound = Math.max(state.bound, boundOf(child));
        if (child.bound >= below) continue;
        keep(kept, keyOf(child), child);
      }
    }
    layer = [...kept.values()].flat();
    if (layer.length > width) {
      layer.sort((a, b) => a.bound - b.bound || a.cost - b.cost);
      aside = Math.min(aside, layer[width]!.bound);
      layer.length = width;
    }
    if (layer.length === 0) break;
  }
  const best = layer.reduce<Partial | undefined>((least, each) => (!least || each.cost < least.cost ? each : least), undefined); // prettier-ignore
  const cost = best ? best.cost : Infinity;
  return { jobs: best && traced(schedule, best, spans), cost, bound: Math.min(aside, cost, below) };

  function childrenOf(state: Partial): Partial[] {
    const found: { job: number; from: number; to: number; make: () => Partial }[] = [];
    // By then something that holds nothing back can be over, whichever way it is done: what begins later is not next.
    let over = Infinity;
    for (const [at, job] of jobs.entries()) {
      const task = job.tasks[state.next[at]!];
      if (!task) continue;
      let latest = -1;
      let beginsHold = false;
      for (const way of ways(state, at)) {
        let from = state.ready[at]!;
        for (const [i, role] of task.roles.entries()) {
          const begins = job.roles[role]!.held && state.filled[at]![role]! < 0;
          const own = job.roles[role]!.held && !begins;
          if (!own) from = Math.max(from, state.free[way.resources[i]!]!);
          if (begins) from = Math.max(from, way.gaps[i]!.from);
          beginsHold ||= begins && spans[at]![role]!.first !== spans[at]![role]!.last;
        }
        if (from === Infinity) continue;
        // Held resources are looked after by their gap; of the others what is taken is stepped over.
        const others = way.resources.filter((_, i) => !job.roles[task.roles[i]!]!.held);
        const lies = earliest(task, hours.of(task, way.resources), others, busy, from);
        if (!lies) continue;
        const within = task.roles.every((role, i) => {
          if (!job.roles[role]!.held) return true;
          return lies.to <= (state.filled[at]![role]! < 0 ? way.gaps[i]!.to : state.until[at]![role]!);
        });
        if (!within) continue;
        latest = Math.max(latest, lies.to);
        found.push({ job: at, from: lies.from, to: lies.to, make: () => append(state, at, { ...lies, resources: way.resources }, way.gaps) });
      }
      if (latest >= 0 && !beginsHold) over = Math.min(over, latest);
    }
    return found.filter(({ from }) => from < over).map(({ make }) => make());
  }

  /** How far the jobs are, and what they still hold to. */
  function keyOf({ next, filled, until }: Partial): string {
    const chosen = jobs.map(({ roles }, at) =>
      next[at] === 0
        ? ''
        : roles.map((_, role) => {
            const span = spans[at]![role];
            return span && next[at]! <= span.last ? `${filled[at]![role]!}/${until[at]![role]!}` : '';
          }).join(),
    );
    return `${next.join()};${chosen.join(';')}`;
  }

  /** Ways to fill the roles of a job's next task that differ: of what is alike and free alike, one. */
  function ways(state: Partial, at: number): { resources: number[]; gaps: Interval[] }[] {
    const job = jobs[at]!;
    const task = job.tasks[state.next[at]!]!;
    let found: { resources: number[]; gaps: Interval[] }[] = [{ resources: [], gaps: [] }];
    // What a job that is not over still holds to is like no other, free as it may be.
    const bound = new Set(
      jobs.flatMap(({ roles }, job) =>
        roles.flatMap((_, role) => {
          const span = spans[job]![role];
          return span && state.filled[job]![role]! >= 0 && state.next[job]! <= span.last ? [state.filled[job]![role]!] : [];
        }),
      ),
    );
    for (const role of task.roles) {
      const own = state.filled[at]![role]!;
      const { held, candidates } = job.roles[role]!;
      found = found.flatMap((way) => {
        const seen = new Set<string>();
        return (own >= 0 ? [own] : candidates).flatMap((resource) => {
          if (way.resources.includes(resource)) return [];
          const like = bound.has(resource) ? `${resource}` : `${alike[resource]} ${state.free[resource]}`;
          if (own < 0 && seen.has(like)) return [];
          seen.add(like);
          const gaps = held && own < 0 ? gapsOf(busy, resource, state.free[resource]!) : [ALWAYS];
          return gaps.map((gap) => ({ resources: [...way.resources, resource], gaps: [...way.gaps, gap] }));
        });
      });
    }
    return found;
  }

  function append(state: Partial, at: number, placed: Placed, gaps: readonly Interval[]): Partial {
    const job = jobs[at]!;
    const number = state.next[at]!;
    const task = job.tasks[number]!;
    const free = [...state.free];
    const filled = [...state.filled];
    const until = [...state.until];
    for (const [i, role] of task.roles.entries()) {
      const resource = placed.resources[i]!;
      const span = spans[at]![role]!;
      const held = job.roles[role]!.held;
      free[resource] = held && number < span.last ? Infinity : placed.to;
      if (state.filled[at]![role]! >= 0) continue;
      if (filled[at] === state.filled[at]) filled[at] = [...state.filled[at]!];
      filled[at]![role] = resource;
      if (!held) continue;
      if (until[at] === state.until[at]) until[at] = [...state.until[at]!];
      until[at]![role] = gaps[i]!.to;
    }
    const next = [...state.next];
    next[at] = number + 1;
    const ready = [...state.ready];
    ready[at] = placed.to;
    let { cost } = state;
    if (objective.what === 'makespan') cost = Math.max(cost, placed.to);
    else if (number + 1 === job.readyAfter) cost += readyCost(job, objective, placed.to);
    return { next, ready, free, filled, until, cost, bound: 0, before: state, did: { job: at, placed } };
  }
} // prettier-ignore

const ALWAYS: Interval = { from: 0, to: Infinity };

/** Stretches in which something can be held, from a minute on. */
function gapsOf(busy: Busy, resource: number, from: number): Interval[] {
  const gaps: Interval[] = [];
  let at = 0;
  for (const taken of busy.of(resource)) {
    if (taken.from > at && taken.from > from) gaps.push({ from: at, to: taken.from });
    at = Math.max(at, taken.to);
  }
  return [...gaps, { from: at, to: Infinity }];
}

/** Keeps a partial schedule unless another that has done the same is behind in nothing; throws out those that are. */
function keep(kept: Map<string, Partial[]>, key: string, child: Partial): void {
  const own = kept.get(key);
  if (!own) {
    kept.set(key, [child]);
    return;
  }
  if (own.some((each) => isNoWorse(each, child))) return;
  let left = 0;
  for (const each of own) if (!isNoWorse(child, each)) own[left++] = each;
  own.length = left;
  own.push(child);
}
function isNoWorse(a: Partial, b: Partial): boolean {
  if (a.cost > b.cost) return false;
  for (let at = 0; at < a.ready.length; at += 1) if (a.ready[at]! > b.ready[at]!) return false;
  for (let at = 0; at < a.free.length; at += 1) if (a.free[at]! > b.free[at]!) return false;
  return true;
}

/** By resource a name that those have in common which can stand in for one another everywhere. */
function alikeResources({ jobs, resources }: Schedule, busy: Busy): string[] {
  return resources.map(({ hours }, at) => {
    if (busy.of(at).length > 0) return `only ${at}`;
    const wanted = jobs.map(({ roles }) => roles.map(({ candidates }) => (candidates.includes(at) ? 1 : 0)).join(''));
    return `${JSON.stringify(hours)} ${wanted.join()}`;
  });
} // prettier-ignore

/** When a job's next task can begin at the earliest, for what it needs to be free. */
function canBegin({ jobs }: Schedule, state: Partial, at: number): number {
  const job = jobs[at]!;
  let from = state.ready[at]!;
  for (const role of job.tasks[state.next[at]!]!.roles) {
    const own = state.filled[at]![role]!;
    if (job.roles[role]!.held && own >= 0) continue;
    const free = own >= 0 ? state.free[own]! : Math.min(...job.roles[role]!.candidates.map((each) => state.free[each]!));
    if (free < Infinity) from = Math.max(from, free);
  }
  return from;
} // prettier-ignore

const promiseBound =
  (schedule: Schedule, objective: Extract<Objective, { what: 'promises' }>, tails: Tails) =>
  (state: Partial): number => {
    let sum = state.cost;
    for (const [at, job] of schedule.jobs.entries()) {
      if (state.next[at]! >= job.readyAfter) continue;
      sum += readyCost(job, objective, tails(at, state.next[at]!, canBegin(schedule, state, at)).ready);
    }
    return sum;
  };

/** Each job alone, and each resource that nothing can stand in for: its work between the earliest head and the shortest tail. */
function makespanBound(schedule: Schedule, tails: Tails) {
  return (state: Partial): number => {
    let bound = state.cost;
    const work = schedule.resources.map(() => ({ head: Infinity, minutes: 0, tail: Infinity }));
    for (const [at, job] of schedule.jobs.entries()) {
      if (state.next[at]! >= job.tasks.length) continue;
      const begin = canBegin(schedule, state, at);
      bound = Math.max(bound, tails(at, state.next[at]!, begin).over);
      let head = begin;
      let rest = job.tasks.slice(state.next[at]).reduce((sum, { minutes }) => sum + minutes, 0);
      for (const task of job.tasks.slice(state.next[at])) {
        rest -= task.minutes;
        for (const role of task.roles) {
          const { candidates } = job.roles[role]!;
          if (candidates.length !== 1) continue;
          const own = work[candidates[0]!]!;
          own.head = Math.min(own.head, head);
          own.minutes += task.minutes;
          own.tail = Math.min(own.tail, rest);
        }
        head += task.minutes;
      }
    }
    for (const [at, { head, minutes, tail }] of work.entries())
      if (minutes > 0) bound = Math.max(bound, Math.max(head, state.free[at] === Infinity ? 0 : state.free[at]!) + minutes + tail);
    return bound;
  };
} // prettier-ignore

/** A finished schedule, read back from its last task. */
function traced({ jobs }: Schedule, end: Partial, spans: ReturnType<typeof spanOf>[][]): (PlacedJob | undefined)[] {
  const tasks = jobs.map((): Placed[] => []);
  for (let state: Partial | undefined = end; state?.did; state = state.before) tasks[state.did.job]!.unshift(state.did.placed);
  return jobs.map((job, at): PlacedJob => ({
    tasks: tasks[at]!,
    ready: tasks[at]![job.readyAfter - 1]?.to ?? job.from,
    holds: job.roles.flatMap(({ held }, role) => {
      const span = spans[at]![role];
      return held && span ? [{ resource: end.filled[at]![role]!, from: tasks[at]![span.first]!.from, to: tasks[at]![span.last]!.to }] : [];
    }),
  }));
} // prettier-ignore
