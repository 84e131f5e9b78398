import type { Busy } from './timeline.ts';
import { Hours, earliest, spanOf } from './timeline.ts';
import type { Interval, Placed, PlacedJob, Schedule, ScheduleJob, Task } from './types.ts';

/** One way to do a task: by whom, and when they are all there. */
interface Way {
  resources: number[];
  hours: readonly Interval[] | null;
  /** Of those, the ones that are not held: what is taken of them is stepped over. */
  others: number[];
}
interface Hold {
  resource: number;
  first: number;
  last: number;
  /** It lasts no shorter, min. */
  least: number;
}
/** A job with its lasting roles filled. */
interface Choice {
  tasks: { task: Task; ways: Way[] }[];
  holds: Hold[];
}

/** Lays jobs into what is free, one at a time; what can be known of them beforehand is worked out once. */
export class Placer {
  readonly #schedule: Schedule;
  readonly #choices: Choice[][];

  constructor(schedule: Schedule) {
    const hours = new Hours(schedule);
    this.#schedule = schedule;
    this.#choices = schedule.jobs.map((job) =>
      lastingChoices(job).map((filled): Choice => ({
        tasks: job.tasks.map((task) => ({
          task,
          ways: fillings(job, task.roles, filled).map((resources) => ({
            resources,
            hours: hours.of(task, resources),
            others: resources.filter((_, i) => !job.roles[task.roles[i]!]!.held),
          })),
        })),
        holds: job.roles.flatMap(({ held }, role): Hold[] => {
          const span = held ? spanOf(job, role) : undefined;
          if (!span) return [];
          const least = job.tasks.slice(span.first, span.last + 1).reduce((sum, { minutes }) => sum + minutes, 0);
          return [{ resource: filled[role]!, ...span, least }];
        }),
      })),
    );
  } // prettier-ignore

  /** Lays a job in so that it is ready soonest; of two alike, over soonest. Undefined where it never can. */
  place(busy: Busy, at: number, standing = this.#schedule.jobs[at]!.standing): PlacedJob | undefined {
    const job = { ...this.#schedule.jobs[at]!, standing };
    let best: PlacedJob | undefined;
    for (const choice of this.#choices[at]!) {
      const found = this.#placeWith(busy, job, choice, best?.ready ?? Infinity);
      if (!found) continue;
      const over = (each: PlacedJob): number => each.tasks.at(-1)?.to ?? 0;
      if (!best || found.ready < best.ready || (found.ready === best.ready && over(found) < over(best)))
        best = found;
    }
    return best;
  }

  #placeWith(busy: Busy, job: ScheduleJob, choice: Choice, limit: number): PlacedJob | undefined {
    const tasks: Placed[] = [];
    const begins = (first: number): number => (job.standing ? 0 : tasks[first]!.from);
    /** Where something that is held can begin at the earliest, by its hold. */
    const notBefore = choice.holds.map(() => 0);
    for (let n = 0; n < choice.tasks.length; ) {
      const { task, ways } = choice.tasks[n]!;
      let now = n === 0 ? job.from : tasks[n - 1]!.to;
      for (const [h, hold] of choice.holds.entries())
        if (hold.first === n && !job.standing) now = roomFor(busy, hold, Math.max(now, notBefore[h]!));
      let best: Placed | undefined;
      for (const { resources, hours, others } of ways) {
        const found = earliest(task, hours, others, busy, now);
        if (found && (!best || found.to < best.to || (found.to === best.to && found.from < best.from)))
          best = { from: found.from, to: found.to, resources };
      }
      if (!best || (n < job.readyAfter && best.to > limit)) return undefined;
      tasks[n] = best;
      const met = choice.holds.findIndex(
        ({ resource, first, last }) => first <= n && n <= last && busy.meets(resource, begins(first), best.to) !== undefined,
      );
      if (met < 0) {
        n += 1;
        continue;
      }
      // It stands there, and something else does too.
      if (job.standing) return undefined;
      // It does not fit in this gap after all: again from where the hold begins, past what was met.
      const { resource, first } = choice.holds[met]!;
      notBefore[met] = busy.meets(resource, tasks[first]!.from, best.to)!.to;
      n = first;
      tasks.length = first;
    }
    return {
      tasks,
      ready: tasks[job.readyAfter - 1]?.to ?? job.from,
      holds: choice.holds.map(({ resource, first, last }) => ({ resource, from: begins(first), to: tasks[last]!.to })),
    };
  } // prettier-ignore
}

/** The first minute from which a resource is free for as long as it is held at least. */
function roomFor(busy: Busy, { resource, least }: Hold, from: number): number {
  for (let at = from; ;) {
    const met = busy.meets(resource, at, at + least);
    if (!met) return at;
    at = met.to;
  }
}

/** Every way to fill the roles that more than one task names; the others (-1) are filled task by task. */
function lastingChoices(job: ScheduleJob): number[][] {
  const lasting = job.roles.map((role, at) => {
    const span = spanOf(job, at);
    return span && (role.held || span.first !== span.last) ? role.candidates : [-1];
  });
  let choices: number[][] = [[]];
  for (const candidates of lasting) choices = choices.flatMap((own) => candidates.map((each) => [...own, each]));
  return choices.filter((own) => job.tasks.every(({ roles }) => {
    const filled = roles.map((role) => own[role]!).filter((each) => each >= 0);
    return new Set(filled).size === filled.length;
  }));
} // prettier-ignore

/** Ways to fill the roles of one task, what was filled for the whole job as it is. */
function fillings(job: ScheduleJob, roles: readonly number[], filled: readonly number[]): number[][] {
  let ways: number[][] = [[]];
  for (const role of roles) {
    const own = filled[role]!;
    const candidates = own >= 0 ? [own] : job.roles[role]!.candidates;
    ways = ways.flatMap((way) => candidates.filter((each) => !way.includes(each)).map((each) => [...way, each]));
  }
  return ways;
} // prettier-ignore

/** Takes what a placed job needs out of what is free. */
export function takeJob(busy: Busy, placed: PlacedJob): void {
  const held = new Set(placed.holds.map(({ resource }) => resource));
  for (const { resource, from, to } of placed.holds) busy.take(resource, from, to);
  for (const { from, to, resources } of placed.tasks)
    for (const resource of resources) if (!held.has(resource)) busy.take(resource, from, to);
}
