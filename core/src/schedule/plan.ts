import { lowerBound, type Pool } from './bound.ts';
import { Budget } from './budget.ts';
import { exactSchedule } from './exact.ts';
import { Placer, takeJob } from './place.ts';
import { searchOrder } from './search.ts';
import { Busy } from './timeline.ts';
import { costOf, type Objective, type PlacedJob, type Schedule } from './types.ts';

export interface Planned {
  /** By job; undefined for one that cannot be placed in the time that is looked at. */
  jobs: (PlacedJob | undefined)[];
  /** Jobs that are apart and find no bay: there are more of them than bays. */
  crowded: number[];
  cost: number;
  /** No plan that leaves what is begun and pinned costs less. */
  bound: number;
  proven: boolean;
}

export interface PlanOptions {
  /** Jobs that have begun, in order: they go on before anything else is thought of. */
  begun?: readonly number[];
  /** Jobs that somebody has put where they are, in order: laid in next, everything else around them. */
  pinned?: readonly number[];
  /** Which lie first in a plan before, so that of two alike the known one comes out. */
  before?: readonly number[];
  /** Hands, bays: what stands in for one another, for the bound. */
  pools?: readonly Pool[];
  tries?: number;
  width?: number;
  /** How much may be tried; see `Budget`. No end where not given. */
  steps?: number;
}

/** Up to so many jobs are proven to be in the best order, where that can be done in time. */
const EXACT_JOBS = 9;
/** Of the steps there are so many go to the proof. */
const PROOF_SHARE = 0.6;
const EQUAL = 1e-6;

/**
 * The best plan that is found in the steps there are, with a bound that says how much better another could be. What has
 * begun goes on as it is, what is pinned lies as it was put, as near as can be; the rest is laid around them.
 */
export function planJobs(schedule: Schedule, objective: Objective, options: PlanOptions = {}): Planned {
  const { begun = [], pinned = [], steps = Infinity } = options;
  const placer = new Placer(schedule);
  const busy = new Busy(schedule.resources.length);
  const placed = schedule.jobs.map((): PlacedJob | undefined => undefined);
  const crowded: number[] = [];
  for (const at of [...begun, ...pinned]) {
    placed[at] = placer.place(busy, at);
    if (!placed[at] && schedule.jobs[at]!.standing) {
      crowded.push(at);
      placed[at] = placer.place(busy, at, false);
    }
    if (placed[at]) takeJob(busy, placed[at]);
  }
  const fixed = new Set([...begun, ...pinned]);
  // A job that cannot be laid in even alone is told by itself, and keeps nobody from a proof.
  const free = schedule.jobs.flatMap((_, at) => (!fixed.has(at) && placer.place(busy, at) ? [at] : []));
  const rest: Schedule = { ...schedule, jobs: free.map((at) => schedule.jobs[at]!) };
  const before = options.before?.flatMap((at) => (free.includes(at) ? [free.indexOf(at)] : []));
  const small = free.length <= EXACT_JOBS;
  const searching = small && steps < Infinity ? steps * (1 - PROOF_SHARE) : steps;
  const found = searchOrder(rest, objective, busy, { ...options, ...(before ? { before } : {}), tries: small ? Math.min(options.tries ?? Infinity, 200 * free.length + 1) : (options.tries ?? 4000), budget: new Budget(searching) });
  let [jobs, cost] = [found.jobs, found.cost];
  let bound = objective.what === 'promises' && free.length > 0 ? lowerBound(rest, objective, busy, options.pools ?? []) : 0;
  if (small && free.length > 0 && bound < cost - EQUAL) {
    const sought = exactSchedule(rest, objective, busy, cost, { budget: new Budget(steps < Infinity ? steps * PROOF_SHARE : steps), ...(options.width === undefined ? {} : { width: options.width }) });
    if (sought.jobs && sought.cost < cost) [jobs, cost] = [sought.jobs, sought.cost];
    bound = Math.max(bound, Math.min(sought.bound, cost));
  }
  for (const [i, at] of free.entries()) placed[at] = jobs[i];
  const settled = costOf(schedule, objective, schedule.jobs.map((_, at) => (fixed.has(at) ? placed[at] : undefined)));
  const total = costOf(schedule, objective, placed);
  const least = objective.what === 'makespan' ? Math.max(settled, bound) : settled + Math.min(bound, cost);
  return { jobs: placed, crowded, cost: total, bound: Math.min(total, least), proven: total - least < Math.max(EQUAL, EQUAL * total) };
} // prettier-ignore
