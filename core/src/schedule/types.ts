/** A stretch of time, min from an origin that the caller keeps; `to` is the first minute after it. */
export interface Interval {
  from: number;
  to: number;
}

/** Somebody or something of which there is one: a person, a bay, a tool. */
export interface Resource {
  /** When it can be worked with, in order, none touching the next; null for always. */
  hours: readonly Interval[] | null;
}

/**
 * `work` goes on within the hours of whoever does it and rests over breaks and nights; `waiting` (a cool-down, a drain)
 * goes on whether anybody is there or not; `watched` (an engine that runs) needs no hands and is never left alone: it
 * lies within one stretch of the opening hours.
 */
export type TaskKind = 'work' | 'waiting' | 'watched';

/** What a job needs one of. The choice is made once and holds for every task of the job that names the role. */
export interface Role {
  /** Indexes of resources that will do. */
  candidates: readonly number[];
  /** Kept from the first task that names it to the last, whatever lies between: a bay with a vehicle that is apart. */
  held: boolean;
}

/** A piece of a job: the tasks of a job follow one another. */
export interface Task {
  label: string;
  kind: TaskKind;
  /** A whole number, 1 or more. */
  minutes: number;
  /** Indexes of roles of its job. Two roles of one task are never filled by the same resource. */
  roles: readonly number[];
  /** Work that is not left over a break or a night: a fill. */
  whole: boolean;
}

export interface ScheduleJob {
  id: string;
  tasks: readonly Task[];
  roles: readonly Role[];
  /** Not before; min, 0 or more. */
  from: number;
  /** The number of tasks after which the vehicle is ready; what follows (a look the next morning) counts for no promise. */
  readyAfter: number;
  /** It is apart already: what it holds it has held since before the first minute. */
  standing: boolean;
  /** Promised by then; null where nothing was. Below 0 for one that is past. */
  due: number | null;
}

export interface Schedule {
  resources: readonly Resource[];
  /** Opening hours, for what is watched; null for always. */
  open: readonly Interval[] | null;
  jobs: readonly ScheduleJob[];
}

/** Where a task came to lie. */
export interface Placed extends Interval {
  /** By role of the task, in its order: the resource that fills it. */
  resources: number[];
}
export interface PlacedJob {
  tasks: Placed[];
  /** When the vehicle is ready. */
  ready: number;
  /** What each held role keeps, from when to when. */
  holds: { resource: number; from: number; to: number }[];
}

/** What is sought: vehicles ready early and promises kept, or the last task over early. */
export type Objective = { what: 'promises'; lateCounts: number } | { what: 'makespan' };

/** @returns what is to be made small, min */
export function costOf(schedule: Schedule, objective: Objective, jobs: readonly (Pick<PlacedJob, 'ready' | 'tasks'> | undefined)[]): number {
  if (objective.what === 'makespan') return Math.max(0, ...jobs.flatMap((job) => job?.tasks.at(-1)?.to ?? []));
  return jobs.reduce((sum, job, at) => sum + (job ? readyCost(schedule.jobs[at]!, objective, job.ready) : 0), 0);
} // prettier-ignore

/** What a vehicle that is ready then costs: the minutes to it, and each minute past its promise `lateCounts` times. */
export const readyCost = (
  { due }: ScheduleJob,
  { lateCounts }: Extract<Objective, { what: 'promises' }>,
  ready: number,
): number => ready + (due === null ? 0 : lateCounts * Math.max(0, ready - due));
