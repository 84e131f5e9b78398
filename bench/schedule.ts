import { Draws } from '@radiatrix/core/random';
import { PLAN_STEPS, planDay, type DayJob, type JobTask, type Shop } from '@radiatrix/core/schedule';

const JOBS = 60;

/** Hours of so many weekdays, with a break. */
const weekdays = (days: number) =>
  Array.from({ length: days }, (_, day) => day).filter((day) => day % 7 < 5).flatMap((day) => [{ from: 1440 * day + 480, to: 1440 * day + 720 }, { from: 1440 * day + 750, to: 1440 * day + 1020 }]); // prettier-ignore

/** A fortnight's jobs of a shop: laid out, cooled, taken apart, drained, put together, filled, run, looked at the next day. */
function fortnight(seed: number, count: number): DayJob[] {
  const draws = new Draws(seed);
  const many = (most: number): number => 1 + Math.floor(draws.even() * most);
  const task = (minutes: number, more: Partial<JobTask> = {}): JobTask => ({ label: '', kind: 'work', minutes, hands: 1, bay: true, tools: [], whole: false, ...more }); // prettier-ignore
  return Array.from({ length: count }, (_, id) => {
    const filler = draws.even() < 0.4 ? ['vacuum filler'] : [];
    const tasks = [
      task(12, { bay: false }), task(48, { kind: 'waiting', hands: 0, bay: false }),
      ...(draws.even() < 0.5 ? [task(5 + many(10), { hands: 2 })] : []),
      task(15 + many(50)), task(12, { kind: 'waiting', hands: 0 }), task(15 + many(50)), task(12, { whole: true, tools: filler }),
      task(20, { kind: 'watched', hands: 0, whole: true }), task(6), task(12, { kind: 'watched', hands: 0, whole: true }), task(4),
    ]; // prettier-ignore
    const after = [
      task(480, { kind: 'waiting', hands: 0, bay: false }),
      task(10, { bay: false, whole: true }),
    ];
    return {
      id, person: null, bay: null, pinnedAt: null, from: draws.even() < 0.5 ? 0 : 1440 * many(8),
      due: draws.even() < 0.7 ? 1440 * (1 + many(12)) + 1000 : null,
      work: { tasks: [...tasks, ...after], readyAfter: tasks.length, promisable: true, begun: false, apart: false, lift: draws.even() < 0.3, usual: '' },
    }; // prettier-ignore
  });
}

/** Sixty jobs in a shop of three people and four bays, one with the lift; and eight, as a day mostly is. */
export function measurePlan() {
  const hours = weekdays(28);
  const shop: Shop = {
    people: [1, 2, 3].map((id) => ({ id, hours })),
    bays: ['1', '2', '3', '4'].map((code) => ({ code, lift: code === '1' })),
    tools: ['vacuum filler'],
    open: hours,
  };
  const runs = (seeds: readonly number[], count: number) =>
    seeds.map((seed) => {
      const begun = Date.now();
      const day = planDay(shop, fortnight(seed, count), { steps: PLAN_STEPS });
      return { ms: Date.now() - begun, gap: 1 - day.bound / day.cost, proven: day.proven, late: day.late, placed: day.placed.length }; // prettier-ignore
    });
  const [large, small] = [runs([1, 2, 3], JOBS), runs([4, 5, 6, 7, 8, 9], 8)];
  return {
    slowestMs: Math.max(...large.map(({ ms }) => ms)),
    gaps: large.map(({ gap }) => gap),
    late: large.map(({ late }) => late),
    placed: Math.min(...large.map(({ placed }) => placed)),
    smallProven: small.filter(({ proven }) => proven).length,
    small: small.length,
    smallGap: Math.max(...small.map(({ gap }) => gap)),
  };
}
