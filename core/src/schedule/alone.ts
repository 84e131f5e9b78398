import type { Hours } from './timeline.ts';
import { Busy, earliest } from './timeline.ts';
import type { Schedule } from './types.ts';

export interface Tails {
  /** When a job can be ready at the earliest, and when over, its task of that number beginning no sooner than a minute. */
  (job: number, task: number, from: number): { ready: number; over: number };
}

/** Each job as if it were alone: what is left of it from a minute on. */
export function tailsOf(schedule: Schedule, hours: Hours, busy: Busy): Tails {
  const known = schedule.jobs.map(({ tasks }) => tasks.map(() => new Map<number, { ready: number; over: number }>()));
  const nothing = new Busy(schedule.resources.length);
  const tail: Tails = (at, number, from) => {
    const job = schedule.jobs[at]!;
    const task = job.tasks[number];
    if (!task) return { ready: from, over: from };
    const found = known[at]![number]!.get(from);
    if (found) return found;
    // Roles by themselves: the task is over no sooner than the slowest of them lets it be.
    let least = earliest(task, hours.of(task, []), [], nothing, from)?.to ?? Infinity;
    for (const role of task.roles) {
      const { candidates, held } = job.roles[role]!;
      least = Math.max(least, Math.min(...candidates.map((each) => earliest(task, hours.of(task, [each]), [each], held ? nothing : busy, from)?.to ?? Infinity)));
    }
    const rest = least === Infinity ? { ready: Infinity, over: Infinity } : tail(at, number + 1, least);
    const own = { ready: number + 1 === job.readyAfter ? least : rest.ready, over: rest.over };
    known[at]![number]!.set(from, own);
    return own;
  };
  return tail;
} // prettier-ignore
