import { tailsOf } from './alone.ts';
import { Hours, type Busy } from './timeline.ts';
import type { Interval, Objective, Schedule, ScheduleJob } from './types.ts';

/** Resources that stand in for one another: all hands of a shop, all its bays. */
export type Pool = ReadonlySet<number>;

/**
 * What no schedule costs less than. The minutes to ready and the minutes late are bounded each by itself, the best of
 * these relaxations each: every job as if it were alone; and each pool as one resource that is as quick as all of it
 * together: the shortest first, which ends every number of jobs soonest, and ends in order against promises in order
 * (both classical for one machine). What a job still waits for after the pool is done with it counts on top.
 *
 * @param busy taken already
 */
export function lowerBound(
  schedule: Schedule,
  { lateCounts }: Extract<Objective, { what: 'promises' }>,
  busy: Busy,
  pools: readonly Pool[],
): number {
  const { jobs } = schedule;
  const tails = tailsOf(schedule, new Hours(schedule), busy);
  const alone = jobs.map(({ from }, at) => tails(at, 0, from).ready);
  let flow = alone.reduce((sum, ready) => sum + ready, 0);
  let late = jobs.reduce((sum, { due }, at) => sum + (due === null ? 0 : Math.max(0, alone[at]! - due)), 0);
  const start = Math.min(...jobs.map(({ from }) => from));
  for (const pool of pools) {
    const always = [...pool].some((at) => schedule.resources[at]!.hours === null);
    const needs = jobs.map((job) => needOf(job, pool, always, schedule.open !== null));
    const ends = endsInOrder(roomOf(schedule, busy, pool, always), start, needs.map(({ work }) => work)); // prettier-ignore
    flow = Math.max(flow, ends.reduce((sum, end) => sum + end, 0) + needs.reduce((sum, { after }) => sum + after, 0)); // prettier-ignore
    const dues = jobs.map(({ due }, at) => (due === null ? Infinity : due - needs[at]!.after)).sort((a, b) => a - b); // prettier-ignore
    late = Math.max(late, dues.reduce((sum, due, at) => sum + (due === Infinity ? 0 : Math.max(0, ends[at]! - due)), 0)); // prettier-ignore
  }
  return flow + lateCounts * late;
}

/** Minutes of a pool until a vehicle is ready, each of several at once by itself, and what comes after the last of them. */
function needOf({ tasks, roles, readyAfter }: ScheduleJob, pool: Pool, always: boolean, opens: boolean): { work: number; after: number } {
  let [work, after] = [0, 0];
  const own = roles.map(({ candidates }) => candidates.length > 0 && candidates.every((each) => pool.has(each)));
  for (const { minutes, kind, roles: named } of tasks.slice(0, readyAfter)) {
    const many = named.filter((role) => own[role]);
    // What is there always may wait through a night, in which it would have lain idle anyhow.
    if (!always || kind === 'work' || (kind === 'watched' && opens)) work += many.length * minutes;
    after = many.length > 0 ? 0 : after + minutes;
  }
  return { work, after };
} // prettier-ignore

/** When each of a pool can be worked with; what is there always while the shop is open or anybody works. */
function roomOf({ resources, open }: Schedule, busy: Busy, pool: Pool, always: boolean): Interval[][] {
  const all = [...resources.map(({ hours }) => hours), open];
  const edges = [...new Set(all.flatMap((hours) => hours?.flatMap(({ from, to }) => [from, to]) ?? []))].sort((a, b) => a - b); // prettier-ignore
  const staffed = edges.slice(1).flatMap((to, at) => {
    const from = edges[at]!;
    return all.some((hours) => hours?.some((own) => own.from <= from && to <= own.to)) ? [{ from, to }] : [];
  });
  return [...pool].map((at) => {
    const hours =
      resources[at]!.hours ?? (always && staffed.length > 0 ? staffed : [{ from: 0, to: Infinity }]);
    let free: Interval[] = [...hours];
    for (const { from, to } of busy.of(at))
      free = free.flatMap((each) => [{ from: each.from, to: Math.min(each.to, from) }, { from: Math.max(each.from, to), to: each.to }].filter((left) => left.from < left.to)); // prettier-ignore
    return free;
  });
}

/** When the shortest, the two shortest, … are over if all in the pool work at them together. */
function endsInOrder(pool: readonly (readonly Interval[])[], start: number, works: readonly number[]): number[] {
  const edges = [...new Set([start, ...pool.flat().flatMap(({ from, to }) => [from, to])])].filter((at) => at >= start).sort((a, b) => a - b);
  const many = edges.map((at) => pool.filter((own) => own.some(({ from, to }) => from <= at && at < to)).length);
  const ends: number[] = [];
  let [at, now] = [0, start];
  for (const work of [...works].sort((a, b) => a - b)) {
    let left = work;
    while (left > 0) {
      if (at >= edges.length) {
        now = Infinity;
        break;
      }
      const next = edges[at + 1] ?? Infinity;
      const room = many[at]! * (next - now);
      if (many[at]! > 0 && room >= left) {
        now += left / many[at]!;
        left = 0;
      } else {
        left -= many[at]! > 0 ? room : 0;
        now = next;
        at += 1;
      }
    }
    ends.push(now);
  }
  return ends;
} // prettier-ignore
