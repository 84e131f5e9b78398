import type { Busy } from './timeline.ts';
import { Hours, earliest, spanOf } from './timeline.ts';
import type { Interval, Placed, PlacedJob, Schedule, ScheduleJob } from './types.ts';

interface Hold {
  role: number;
  resource: number;
  first: number;
  last: number;
  /** It lasts no shorter, min. */
  least: number;
}
/** What of a job can be known before anything is laid in. */
interface Known {
  /** Roles that more than one task names, or that are held: filled once for the whole job. */
  lasting: number[];
  holds: Omit<Hold, 'resource'>[];
}

/** So many of those that will do for a role are tried, the soonest free first; all of them where none of these will. */
const TRIED = 6;
/** Of those that nothing is taken of yet, and that are there at the same hours, so many. */
const ALIKE = 2;

/** Lays jobs into what is free, one at a time. */
export class Placer {
  readonly #schedule: Schedule;
  readonly #hours: Hours;
  readonly #known: Known[];
  /** By resource a number that those have in common which are there at the same hours. */
  readonly #class: number[];
  /** Hours of what is there always, a bay: nobody does anything in it when nobody is there. */
  readonly #staffed: readonly Interval[] | null;

  constructor(schedule: Schedule) {
    this.#schedule = schedule;
    this.#hours = new Hours(schedule);
    this.#staffed = schedule.open ?? schedule.resources.find(({ hours }) => hours !== null)?.hours ?? null;
    const classes = new Map<string, number>();
    this.#class = schedule.resources.map(({ hours }) => {
      const key = JSON.stringify(hours);
      if (!classes.has(key)) classes.set(key, classes.size);
      return classes.get(key)!;
    });
    this.#known = schedule.jobs.map((job) => {
      const spans = job.roles.map((_, role) => spanOf(job, role));
      return {
        lasting: job.roles.flatMap(({ held }, role) => (spans[role] && (held || spans[role].first !== spans[role].last) ? [role] : [])),
        holds: job.roles.flatMap(({ held }, role) => {
          const span = held ? spans[role] : undefined;
          return span ? [{ role, ...span, least: job.tasks.slice(span.first, span.last + 1).reduce((sum, { minutes }) => sum + minutes, 0) }] : [];
        }),
      };
    });
  } // prettier-ignore

  /** Lays a job in so that it is ready soonest; of two alike, over soonest. Undefined where it never can. */
  place(busy: Busy, at: number, standing = this.#schedule.jobs[at]!.standing): PlacedJob | undefined {
    return this.#placed(busy, at, standing, TRIED) ?? this.#placed(busy, at, standing, Infinity);
  }

  #placed(busy: Busy, at: number, standing: boolean, most: number): PlacedJob | undefined {
    const job = this.#schedule.jobs[at]!;
    const { lasting } = this.#known[at]!;
    let best: PlacedJob | undefined;
    const over = (each: PlacedJob): number => each.tasks.at(-1)?.to ?? 0;
    const filled = job.roles.map(() => -1);
    const fill = (nth: number): void => {
      const role = lasting[nth];
      if (role === undefined) {
        const found = this.#placeWith(busy, job, at, filled, standing, best?.ready ?? Infinity, most);
        if (found && (!best || found.ready < best.ready || (found.ready === best.ready && over(found) < over(best)))) best = found;
        return;
      }
      for (const resource of this.#shortlist(job.roles[role]!.candidates, busy, job.from, most)) {
        // Two roles of one task are two resources.
        if (lasting.slice(0, nth).some((other) => filled[other] === resource && job.tasks.some(({ roles }) => roles.includes(role) && roles.includes(other)))) continue;
        filled[role] = resource;
        fill(nth + 1);
        filled[role] = -1;
      }
    };
    fill(0);
    return best;
  } // prettier-ignore

  /** Those that will do for a role, soonest free first. */
  #shortlist(candidates: readonly number[], busy: Busy, from: number, most: number): readonly number[] {
    if (candidates.length <= Math.min(most, TRIED)) return candidates;
    const untouched = new Map<number, number>();
    const few = candidates.filter((at) => {
      if (most === Infinity || busy.of(at).length > 0) return true;
      const alike = untouched.get(this.#class[at]!) ?? 0;
      untouched.set(this.#class[at]!, alike + 1);
      return alike < ALIKE;
    });
    if (few.length <= most) return few;
    return few.map((at) => ({ at, free: freeFrom(busy, at, from, this.#schedule.resources[at]!.hours ?? this.#staffed) })).sort((a, b) => a.free - b.free || a.at - b.at).slice(0, most).map(({ at }) => at);
  } // prettier-ignore

  #placeWith(busy: Busy, job: ScheduleJob, at: number, filled: readonly number[], standing: boolean, limit: number, most: number): PlacedJob | undefined {
    const tasks: Placed[] = [];
    const begins = (first: number): number => (standing ? 0 : tasks[first]!.from);
    const holds = this.#known[at]!.holds.map((hold): Hold => ({ ...hold, resource: filled[hold.role]! }));
    /** Where something that is held can begin at the earliest, by its hold. */
    const notBefore = holds.map(() => 0);
    for (let n = 0; n < job.tasks.length; ) {
      const task = job.tasks[n]!;
      let now = n === 0 ? job.from : tasks[n - 1]!.to;
      for (const [h, hold] of holds.entries())
        if (hold.first === n && !standing) now = roomFor(busy, hold, Math.max(now, notBefore[h]!));
      let best: Placed | undefined;
      const others: number[] = [];
      const resources: number[] = [];
      const fill = (nth: number): void => {
        const role = task.roles[nth];
        if (role === undefined) {
          const found = earliest(task, this.#hours.of(task, resources), others, busy, now);
          if (found && (!best || found.to < best.to || (found.to === best.to && found.from < best.from)))
            best = { from: found.from, to: found.to, resources: [...resources] };
          return;
        }
        const { held, candidates } = job.roles[role]!;
        const own = filled[role]!;
        for (const resource of own >= 0 ? [own] : this.#shortlist(candidates, busy, now, most)) {
          if (resources.includes(resource)) continue;
          resources.push(resource);
          if (!held) others.push(resource);
          fill(nth + 1);
          resources.pop();
          if (!held) others.pop();
        }
      };
      fill(0);
      const lies = best as Placed | undefined;
      if (!lies || (n < job.readyAfter && lies.to > limit)) return undefined;
      tasks[n] = lies;
      const met = holds.findIndex(({ resource, first, last }) => first <= n && n <= last && busy.meets(resource, begins(first), lies.to) !== undefined);
      if (met < 0) {
        n += 1;
        continue;
      }
      // It stands there, and something else does too.
      if (standing) return undefined;
      // It does not fit in this gap after all: again from where the hold begins, past what was met.
      const { resource, first } = holds[met]!;
      notBefore[met] = busy.meets(resource, tasks[first]!.from, lies.to)!.to;
      n = first;
      tasks.length = first;
    }
    return {
      tasks,
      ready: tasks[job.readyAfter - 1]?.to ?? job.from,
      holds: holds.map(({ resource, first, last }) => ({ resource, from: begins(first), to: tasks[last]!.to })),
    };
  } // prettier-ignore
}

/** The first minute from one on, within hours, that nothing is taken of. */
function freeFrom(busy: Busy, resource: number, from: number, hours: readonly Interval[] | null): number {
  const minute = { kind: 'work', minutes: 1, whole: true } as const;
  return earliest(minute, hours, [resource], busy, from)?.from ?? Infinity;
}

/** The first minute from which a resource is free for as long as it is held at least. */
function roomFor(busy: Busy, { resource, least }: Hold, from: number): number {
  for (let at = from; ;) {
    const met = busy.meets(resource, at, at + least);
    if (!met) return at;
    at = met.to;
  }
}

/** Takes what a placed job needs out of what is free. */
export function takeJob(busy: Busy, placed: PlacedJob): void {
  const held = new Set(placed.holds.map(({ resource }) => resource));
  for (const { resource, from, to } of placed.holds) busy.take(resource, from, to);
  for (const { from, to, resources } of placed.tasks)
    for (const resource of resources) if (!held.has(resource)) busy.take(resource, from, to);
}
