import { Draws } from '../random/index.ts';
import { Budget } from './budget.ts';
import { Placer, takeJob } from './place.ts';
import type { Busy } from './timeline.ts';
import { costOf, type Objective, type PlacedJob, type Schedule } from './types.ts';

export interface Found {
  /** By job; undefined for one that cannot be placed at all. */
  jobs: (PlacedJob | undefined)[];
  cost: number;
  /** In which order they were laid in. */
  order: number[];
  tried: number;
}

const TRIES = 4000;
/** Of moves that make it worse so many are taken at first, and none at the end: their size against the cost, as a share. */
const WARM = 0.01;

/**
 * Jobs laid in one after the other, each where it is ready soonest, in the order that comes out best: begun with the
 * promises' order, the shortest first and the order of a plan before, then changed a job at a time, worse orders taken
 * ever less often (simulated annealing, Kirkpatrick, Gelatt and Vecchi 1983).
 *
 * @param busy taken already
 * @param before an order to begin with besides
 * @param budget how many jobs may be laid in
 */
export function searchOrder(
  schedule: Schedule,
  objective: Objective,
  busy: Busy,
  { before, tries = TRIES, budget = new Budget(Infinity), seed = 1 }: { before?: readonly number[]; tries?: number; budget?: Budget; seed?: number } = {},
): Found {
  const placer = new Placer(schedule);
  const { jobs } = schedule;
  /** What is taken before each job of the order that is gone on from, so that only what follows a change is laid in anew. */
  let known: { order: readonly number[]; busy: Busy[]; jobs: (PlacedJob | undefined)[] } = { order: [], busy: [], jobs: [] };
  const lay = (order: readonly number[], keep: boolean): { jobs: (PlacedJob | undefined)[]; cost: number } => {
    let same = 0;
    while (same < known.order.length && known.order[same] === order[same]) same += 1;
    const placed = jobs.map((): PlacedJob | undefined => undefined);
    for (const at of order.slice(0, same)) placed[at] = known.jobs[at];
    const taken = (same < known.busy.length ? known.busy[same]! : busy).copy();
    if (same >= known.busy.length) same = 0;
    const stages = keep ? known.busy.slice(0, same) : [];
    budget.spend(order.length - same);
    for (const at of order.slice(same)) {
      if (keep) stages.push(taken.copy());
      const found = placer.place(taken, at);
      placed[at] = found;
      if (found) takeJob(taken, found);
    }
    if (keep) known = { order, busy: stages, jobs: placed };
    return { jobs: placed, cost: costOf(schedule, objective, placed) };
  };
  const work = jobs.map(({ tasks, readyAfter }) => tasks.slice(0, readyAfter).reduce((sum, { minutes }) => sum + minutes, 0));
  const all = jobs.map((_, at) => at);
  const slack = (at: number): number => (jobs[at]!.due ?? Infinity) - work[at]!;
  const firsts = [
    ...(before ? [[...before.filter((at) => at < jobs.length), ...all.filter((at) => !before.includes(at))]] : []),
    [...all].sort((a, b) => (jobs[a]!.due ?? Infinity) - (jobs[b]!.due ?? Infinity) || work[a]! - work[b]! || a - b),
    [...all].sort((a, b) => slack(a) - slack(b) || work[a]! - work[b]! || a - b),
    [...all].sort((a, b) => work[a]! - work[b]! || a - b),
  ];
  let best: Found = { jobs: [], cost: Infinity, order: all, tried: 0 };
  let tried = 0;
  for (const order of firsts) {
    if (tried > 0 && budget.isSpent) break;
    tried += 1;
    const found = lay(order, false);
    if (found.cost < best.cost || best.jobs.length === 0) best = { ...found, order, tried };
  }
  if (jobs.length < 2) return { ...best, tried };
  const draws = new Draws(seed);
  let [order, cost] = [best.order, best.cost];
  lay(order, true);
  const warmth = WARM * Math.max(1, best.cost);
  for (; tried < tries; tried += 1) {
    if (budget.isSpent) break;
    const other = [...order];
    const from = Math.floor(draws.even() * jobs.length);
    const to = Math.floor(draws.even() * jobs.length);
    if (from === to) continue;
    if (draws.even() < 0.5) other.splice(to, 0, ...other.splice(from, 1));
    else [other[from], other[to]] = [other[to]!, other[from]!];
    const found = lay(other, false);
    const heat = warmth * (1 - tried / tries) ** 2;
    if (found.cost <= cost || (heat > 0 && draws.even() < Math.exp((cost - found.cost) / heat))) {
      [order, cost] = [other, found.cost];
      lay(order, true);
    }
    if (found.cost < best.cost) best = { ...found, order: other, tried };
  }
  return { ...best, tried };
} // prettier-ignore
