import type { Interval, Schedule, ScheduleJob, Task } from './types.ts';

/** What is taken already of each resource, in order, never touching into one another. */
export class Busy {
  readonly #taken: Interval[][];
  constructor(resources: number, from?: Busy) {
    this.#taken = Array.from({ length: resources }, (_, at) => (from ? [...from.#taken[at]!] : []));
  }
  copy(): Busy {
    return new Busy(this.#taken.length, this);
  }
  of(resource: number): readonly Interval[] {
    return this.#taken[resource]!;
  }
  take(resource: number, from: number, to: number): void {
    if (to <= from) return;
    const own = this.#taken[resource]!;
    own.splice(firstAfter(own, from), 0, { from, to });
  }
  /** What of it meets a stretch; undefined where nothing does. */
  meets(resource: number, from: number, to: number): Interval | undefined {
    const own = this.#taken[resource]!;
    const next = own[firstAfter(own, from)];
    return next && next.from < to ? next : undefined;
  }
}

/** The first stretch that ends after a minute. */
function firstAfter(own: readonly Interval[], minute: number): number {
  let [low, high] = [0, own.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (own[middle]!.to > minute) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** Hours that two have in common. */
export function common(a: readonly Interval[] | null, b: readonly Interval[] | null): readonly Interval[] | null {
  if (!a || !b) return a ?? b;
  const both: Interval[] = [];
  for (let [i, j] = [0, 0]; i < a.length && j < b.length;) {
    const [from, to] = [Math.max(a[i]!.from, b[j]!.from), Math.min(a[i]!.to, b[j]!.to)];
    if (from < to) both.push({ from, to });
    if (a[i]!.to < b[j]!.to) i += 1;
    else j += 1;
  }
  return both;
} // prettier-ignore

/** Hours of what several resources have in common, each asked for once. */
export class Hours {
  readonly #schedule: Schedule;
  readonly #known = new Map<number, readonly Interval[] | null>();
  constructor(schedule: Schedule) {
    this.#schedule = schedule;
  }
  of(task: Pick<Task, 'kind'>, resources: readonly number[]): readonly Interval[] | null {
    if (task.kind === 'waiting') return null;
    const { resources: all, open } = this.#schedule;
    const watched = task.kind === 'watched';
    let [key, hours] = [watched ? 1 : 0, watched ? open : null];
    for (const at of resources) {
      const own = all[at]!.hours;
      if (!own) continue;
      if (!hours) [key, hours] = [key * all.length + at + 2, own];
      else {
        key = key * all.length + at + 2;
        let both = this.#known.get(key);
        if (both === undefined) this.#known.set(key, (both = common(hours, own)));
        hours = both;
      }
    }
    return hours;
  }
}

/**
 * The earliest a task can lie from a minute on, within hours and beside what is taken. Of two beginnings the later never
 * ends sooner. Undefined where it never can.
 */
export function earliest(
  task: Pick<Task, 'kind' | 'minutes' | 'whole'>,
  hours: readonly Interval[] | null,
  resources: readonly number[],
  busy: Busy,
  from: number,
): Interval | undefined {
  for (let at = from; ;) {
    const found = withinHours(task, hours, at);
    if (!found) return undefined;
    let beyond = -1;
    for (const resource of resources) {
      const met = busy.meets(resource, found.from, found.to);
      if (met && met.to > beyond) beyond = met.to;
    }
    if (beyond < 0) return found;
    at = beyond;
  }
}

function withinHours({ kind, minutes, whole }: Pick<Task, 'kind' | 'minutes' | 'whole'>, hours: readonly Interval[] | null, from: number): Interval | undefined {
  if (!hours) return { from, to: from + minutes };
  const inOne = whole || kind === 'watched';
  for (let at = firstAfter(hours, from); at < hours.length; at += 1) {
    const begin = Math.max(from, hours[at]!.from);
    if (inOne) {
      if (hours[at]!.to - begin >= minutes) return { from: begin, to: begin + minutes };
      continue;
    }
    let left = minutes;
    for (let on = at, now = begin; on < hours.length; on += 1, now = hours[on]?.from ?? 0) {
      const here = hours[on]!.to - now;
      if (left <= here) return { from: begin, to: now + left };
      left -= here;
    }
    return undefined;
  }
  return undefined;
} // prettier-ignore

/** The first and the last task of a job that name a role; undefined where none does. */
export function spanOf(job: ScheduleJob, role: number): { first: number; last: number } | undefined {
  const first = job.tasks.findIndex(({ roles }) => roles.includes(role));
  if (first < 0) return undefined;
  return { first, last: job.tasks.findLastIndex(({ roles }) => roles.includes(role)) };
}
