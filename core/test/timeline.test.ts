import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Draws } from '../src/random/index.ts';
import { Busy, common, earliest } from '../src/schedule/timeline.ts';
import { lowerBound } from '../src/schedule/bound.ts';
import { searchOrder } from '../src/schedule/search.ts';
import type { Interval, Schedule, ScheduleJob, Task } from '../src/schedule/types.ts';

const END = 120;
/** Stretches that neither meet nor touch, from lengths between and of them. */
const stretches = fc.array(fc.tuple(fc.integer({ min: 1, max: 9 }), fc.integer({ min: 1, max: 14 })), { maxLength: 8 }).map((lengths) => {
  let at = 0;
  return lengths.map(([gap, length]): Interval => {
    const from = at + gap;
    at = from + length;
    return { from, to: at };
  });
}); // prettier-ignore
const within = (hours: readonly Interval[] | null, minute: number): boolean => hours === null || hours.some(({ from, to }) => from <= minute && minute < to); // prettier-ignore

/** The same looked for minute by minute. */
function byMinutes({ kind, minutes, whole }: Pick<Task, 'kind' | 'minutes' | 'whole'>, hours: readonly Interval[] | null, taken: readonly Interval[], from: number): Interval | undefined {
  for (let begin = from; begin < END * 3; begin += 1) {
    if (!within(hours, begin)) continue;
    let [left, at, broken] = [minutes, begin, false];
    for (; left > 0 && at < END * 4; at += 1) {
      if (within(hours, at)) left -= 1;
      else if (whole || kind === 'watched') broken = true;
    }
    if (left > 0) return undefined;
    if (!broken && !taken.some((each) => each.from < at && each.to > begin)) return { from: begin, to: at };
  }
  return undefined;
} // prettier-ignore

describe('where a task can lie', () => {
  test('is what going through every minute finds: within hours, beside what is taken, whole where it must be', () => {
    fc.assert(
      fc.property(fc.option(stretches), stretches, fc.integer({ min: 1, max: 16 }), fc.integer({ min: 0, max: END }), fc.boolean(), fc.constantFrom('work' as const, 'watched' as const), (hours, taken, minutes, from, whole, kind) => {
        const busy = new Busy(1);
        for (const each of taken) busy.take(0, each.from, each.to);
        const task = { kind, minutes, whole };
        expect(earliest(task, hours, [0], busy, from)).toEqual(byMinutes(task, hours, taken, from));
      }),
      { numRuns: 400 },
    ); // prettier-ignore
  });
  test('of two beginnings the later never ends sooner', () => {
    fc.assert(
      fc.property(stretches, stretches, fc.integer({ min: 1, max: 12 }), fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 60 }), (hours, taken, minutes, from, later) => {
        const busy = new Busy(1);
        for (const each of taken) busy.take(0, each.from, each.to);
        const task = { kind: 'work', minutes, whole: false } as const;
        const ends = [from, from + later].map((at) => earliest(task, hours, [0], busy, at)?.to ?? Infinity);
        expect(ends[0]!).toBeLessThanOrEqual(ends[1]!);
      }),
    ); // prettier-ignore
  });
  test('hours in common are the minutes that are in both; what is taken is found wherever it is met', () => {
    fc.assert(
      fc.property(stretches, stretches, (a, b) => {
        const both = common(a, b);
        for (let minute = 0; minute < END; minute += 1)
          expect(within(both, minute), `${minute}`).toBe(within(a, minute) && within(b, minute));
      }),
    );
    const busy = new Busy(1);
    busy.take(0, 30, 40);
    busy.take(0, 10, 20);
    // Nothing takes no time.
    busy.take(0, 25, 25);
    expect(busy.of(0)).toEqual([{ from: 10, to: 20 }, { from: 30, to: 40 }]); // prettier-ignore
    expect([busy.meets(0, 20, 30), busy.meets(0, 19, 30)?.from, busy.meets(0, 0, 100)?.from, busy.meets(0, 39, 40)?.to]).toEqual([undefined, 10, 10, 40]); // prettier-ignore
    // A copy goes its own way.
    const other = busy.copy();
    other.take(0, 50, 60);
    expect(busy.meets(0, 50, 60)).toBeUndefined();
  });
});

test('no bound is above what some order reaches, whatever pools it is made of', () => {
  const draws = new Draws(5);
  const many = (most: number): number => 1 + Math.floor(draws.even() * most);
  const hours = [0, 1, 2, 3, 4, 5, 6, 7].map((day) => ({ from: 100 * day + 20, to: 100 * day + 60 }));
  for (let round = 0; round < 40; round += 1) {
    const jobs = Array.from({ length: many(12) }, (_, at): ScheduleJob => {
      const tasks: Task[] = Array.from({ length: many(4) }, () => {
        const kind = (['work', 'work', 'waiting', 'watched'] as const)[Math.floor(draws.even() * 4)]!;
        return { label: '', kind, minutes: many(18), roles: kind === 'work' ? [0, 1, ...(draws.even() < 0.3 ? [2] : [])] : [1], whole: draws.even() < 0.3 };
      });
      return { id: `${at}`, tasks, from: many(60), due: draws.even() < 0.6 ? many(300) - 40 : null, standing: false, readyAfter: tasks.length, roles: [{ candidates: [0, 1], held: false }, { candidates: [2, 3], held: true }, { candidates: [4], held: false }] };
    });
    const schedule: Schedule = { resources: [{ hours }, { hours }, { hours: null }, { hours: null }, { hours: null }], open: hours, jobs };
    const busy = new Busy(5);
    if (round % 2 === 0) busy.take(0, 120, 150);
    const objective = { what: 'promises', lateCounts: many(30) } as const;
    const found = searchOrder(schedule, objective, busy, { tries: 60 });
    if (found.jobs.some((job) => !job)) continue;
    for (const pools of [[], [new Set([0, 1])], [new Set([2, 3])], [new Set([0, 1]), new Set([2, 3]), new Set([4])]])
      expect(lowerBound(schedule, objective, busy, pools), `${round} ${pools.length}`).toBeLessThanOrEqual(found.cost + 1e-9);
  }
}); // prettier-ignore
