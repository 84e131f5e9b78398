import highsLoader from 'highs';
import { describe, expect, test } from 'vitest';
import { Draws } from '../src/random/index.ts';
import { breaksOf, planDay, planJobs, slipsOf, type DayJob, type Interval, type JobTask, type JobWork, type Objective, type Planned, type Schedule, type ScheduleJob, type Shop, type Task } from '../src/schedule/index.ts'; // prettier-ignore

/** A task for one role each, the ordinary kind. */
const work = (minutes: number, roles: number[], more: Partial<Task> = {}): Task => ({ label: '', kind: 'work', minutes, roles, whole: false, ...more }); // prettier-ignore

/** Fisher and Thompson's job shop of six jobs on six machines (1963), machine and minutes of each operation. */
const FT06 = [
  [2, 1, 0, 3, 1, 6, 3, 7, 5, 3, 4, 6],
  [1, 8, 2, 5, 4, 10, 5, 10, 0, 10, 3, 4],
  [2, 5, 3, 4, 5, 8, 0, 9, 1, 1, 4, 7],
  [1, 5, 0, 5, 2, 5, 3, 3, 4, 8, 5, 9],
  [2, 9, 1, 3, 4, 5, 5, 4, 0, 3, 3, 1],
  [1, 3, 3, 3, 5, 9, 0, 10, 4, 4, 2, 1],
];
test('Fisher and Thompson’s six by six job shop takes 55, and that is proven', () => {
  const jobs = FT06.map((row, at): ScheduleJob => {
    const machines = row.filter((_, i) => i % 2 === 0);
    return { id: `${at}`, from: 0, standing: false, due: null, readyAfter: 6, roles: machines.map((each) => ({ candidates: [each], held: false })), tasks: machines.map((_, i) => work(row[2 * i + 1]!, [i])) };
  }); // prettier-ignore
  const schedule: Schedule = {
    resources: Array.from({ length: 6 }, () => ({ hours: null })),
    open: null,
    jobs,
  };
  const plan = planJobs(schedule, { what: 'makespan' }, { width: 50_000 });
  expect({ cost: plan.cost, proven: plan.proven }).toEqual({ cost: 55, proven: true });
  expect(faultsOf(schedule, plan)).toEqual([]);
}, 600_000);

/** What is wrong with a plan, by the rules of the trade written anew: nothing shared, hours kept, one after another, held is held. */
function faultsOf(schedule: Schedule, { jobs }: Planned): string[] {
  const faults: string[] = [];
  const uses: { resource: number; job: number; from: number; to: number }[] = [];
  for (const [at, placed] of jobs.entries()) {
    if (!placed) continue;
    const job = schedule.jobs[at]!;
    const filled = new Map<number, number>();
    let now = job.from;
    for (const [n, { from, to, resources }] of placed.tasks.entries()) {
      const task = job.tasks[n]!;
      if (from < now) faults.push(`${at}.${n} begins before what comes first`);
      now = to;
      let hours = task.kind === 'watched' ? schedule.open : null;
      for (const [i, role] of task.roles.entries()) {
        const resource = resources[i]!;
        if (!job.roles[role]!.candidates.includes(resource))
          faults.push(`${at}.${n} is done by what will not do`);
        if ((filled.get(role) ?? resource) !== resource) faults.push(`${at}.${n} changes hands`);
        filled.set(role, resource);
        if (!job.roles[role]!.held) uses.push({ resource, job: at, from, to });
        const own = schedule.resources[resource]!.hours;
        if (task.kind !== 'waiting' && own) hours = hours ? meet(hours, own) : own;
      }
      if (new Set(resources).size < resources.length) faults.push(`${at}.${n} needs two and has one`);
      const worked = hours ? hours.reduce((sum, each) => sum + Math.max(0, Math.min(to, each.to) - Math.max(from, each.from)), 0) : to - from; // prettier-ignore
      if (worked !== task.minutes) faults.push(`${at}.${n} takes ${worked}, not ${task.minutes}`);
      if ((task.whole || task.kind === 'watched') && to - from !== task.minutes) faults.push(`${at}.${n} is left`); // prettier-ignore
    }
    for (const [role, { held }] of job.roles.entries()) {
      const own = placed.tasks.filter((_, n) => job.tasks[n]!.roles.includes(role));
      if (held && own.length > 0) uses.push({ resource: filled.get(role)!, job: at, from: own[0]!.from, to: own.at(-1)!.to }); // prettier-ignore
    }
  }
  uses.sort((a, b) => a.resource - b.resource || a.from - b.from);
  for (const [n, use] of uses.entries())
    if (n > 0 && uses[n - 1]!.resource === use.resource && uses[n - 1]!.to > use.from)
      faults.push(`${use.resource} is wanted twice at ${use.from}`);
  return faults;
}
const meet = (a: readonly Interval[], b: readonly Interval[]): Interval[] =>
  a.flatMap((one) => b.flatMap((other) => (Math.max(one.from, other.from) < Math.min(one.to, other.to) ? [{ from: Math.max(one.from, other.from), to: Math.min(one.to, other.to) }] : []))); // prettier-ignore

const PEOPLE = [0, 1];
const BAYS = [2, 3];
const FILLER = 4;
/** A small shop: two people, two bays of which one has the lift, one filler. */
function smallShop(draws: Draws, jobs: number, hours: readonly Interval[] | null): Schedule {
  const many = (most: number): number => 1 + Math.floor(draws.even() * most);
  return {
    resources: [{ hours }, { hours }, { hours: null }, { hours: null }, { hours: null }],
    open: hours,
    jobs: Array.from({ length: jobs }, (_, at): ScheduleJob => {
      const lift = draws.even() < 0.4;
      const helped = draws.even() < 0.3;
      const tasks = [
        ...(draws.even() < 0.5 ? [work(many(6), [], { kind: 'waiting' })] : []),
        work(many(8), helped ? [0, 1, 2] : [0, 1]),
        ...(draws.even() < 0.5 ? [work(many(4), [1], { kind: 'waiting' })] : []),
        work(many(6), draws.even() < 0.5 ? [0, 1, 3] : [0, 1], { whole: true }),
      ];
      return {
        id: `${at}`, standing: false, from: Math.floor(draws.even() * 6), tasks, readyAfter: tasks.length,
        due: draws.even() < 0.7 ? many(30) : null,
        roles: [{ candidates: PEOPLE, held: false }, { candidates: lift ? [BAYS[0]!] : BAYS, held: true }, { candidates: PEOPLE, held: false }, { candidates: [FILLER], held: false }],
      };
    }),
  };
} // prettier-ignore
const PROMISES: Extract<Objective, { what: 'promises' }> = { what: 'promises', lateCounts: 10 };

/**
 * The same as a mixed integer programme, for HiGHS: beginnings, who and where by 0 or 1, and for every two that could want
 * the same thing which of them is first.
 */
function asProgramme(schedule: Schedule): string {
  const { jobs } = schedule;
  const big = jobs.reduce((sum, { tasks, from }) => sum + from + tasks.reduce((own, { minutes }) => own + minutes, 0), 0) + 10; // prettier-ignore
  const [goal, rows, binary]: [string[], string[], string[]] = [[], [], []];
  const uses = schedule.resources.map((): { begin: string; end: string; endPlus: number; by: string }[] => []);
  for (const [j, job] of jobs.entries()) {
    goal.push(`s${j}_${job.tasks.length - 1}`);
    if (job.due !== null) {
      goal.push(`${PROMISES.lateCounts} late${j}`);
      rows.push(`late${j} - s${j}_${job.tasks.length - 1} >= ${job.tasks.at(-1)!.minutes - job.due}`);
    }
    for (const [n, task] of job.tasks.entries()) rows.push(n === 0 ? `s${j}_0 >= ${job.from}` : `s${j}_${n} - s${j}_${n - 1} >= ${job.tasks[n - 1]!.minutes}`, ...(task.minutes < 0 ? ['never'] : [])); // prettier-ignore
    for (const [role, { candidates, held }] of job.roles.entries()) {
      const own = job.tasks.flatMap(({ roles }, n) => (roles.includes(role) ? [n] : []));
      if (own.length === 0) continue;
      rows.push(`${candidates.map((each) => `x${j}_${role}_${each}`).join(' + ')} = 1`);
      for (const each of candidates) {
        binary.push(`x${j}_${role}_${each}`);
        const spans = held ? [[own[0]!, own.at(-1)!]] : own.map((n) => [n, n]);
        for (const [first, last] of spans) uses[each]!.push({ begin: `s${j}_${first}`, end: `s${j}_${last}`, endPlus: job.tasks[last!]!.minutes, by: `x${j}_${role}_${each}` }); // prettier-ignore
      }
    }
    // Two pairs of hands at one vehicle are two people.
    if (job.tasks.some(({ roles }) => roles.includes(2))) for (const each of PEOPLE) rows.push(`x${j}_0_${each} + x${j}_2_${each} <= 1`); // prettier-ignore
  }
  let order = 0;
  for (const own of uses)
    for (const [n, a] of own.entries())
      for (const b of own.slice(0, n)) {
        if (a.by.split('_')[0] === b.by.split('_')[0]) continue;
        const first = `y${(order += 1)}`;
        binary.push(first);
        // Where both are chosen: a before b, or b before a.
        rows.push(`${b.begin} - ${a.end} - ${big} ${first} - ${big} ${a.by} - ${big} ${b.by} >= ${a.endPlus - 3 * big}`);
        rows.push(`${a.begin} - ${b.end} + ${big} ${first} - ${big} ${a.by} - ${big} ${b.by} >= ${b.endPlus - 2 * big}`);
      }
  return `Minimize\n obj: ${goal.join(' + ')}\nSubject To\n ${rows.join('\n ')}\nBinary\n ${binary.join('\n ')}\nEnd\n`;
} // prettier-ignore

describe('small plans', () => {
  test('cost what HiGHS makes of them, and are proven', async ({ annotate }) => {
    const highs = await highsLoader();
    const off: string[] = [];
    for (let seed = 1; seed <= 200; seed += 1) {
      const schedule = smallShop(new Draws(seed), 3, null);
      const plan = planJobs(schedule, PROMISES, { width: 100_000 });
      const solved = highs.solve(asProgramme(schedule));
      const last = schedule.jobs.reduce((sum, { tasks }) => sum + tasks.at(-1)!.minutes, 0);
      if (!plan.proven || Math.abs(solved.ObjectiveValue + last - plan.cost) > 1e-3 || faultsOf(schedule, plan).length > 0)
        off.push(`${seed}: ${plan.cost} ${plan.proven}, HiGHS ${solved.ObjectiveValue + last} ${faultsOf(schedule, plan).join(', ')}`);
    }
    await annotate(`${200 - off.length} of 200 alike`);
    expect(off).toEqual([]);
  }, 600_000); // prettier-ignore
});

/** Days of eight hours with a break, to be worked in; nights between. */
const DAYS: Interval[] = [0, 1, 2, 3, 4].flatMap((day) => [{ from: 48 * day + 16, to: 48 * day + 24 }, { from: 48 * day + 25, to: 48 * day + 34 }]); // prettier-ignore
const worth = (schedule: Schedule, options = {}): Planned => planJobs(schedule, PROMISES, { width: 5_000, pools: [new Set(PEOPLE), new Set(BAYS)], ...options }); // prettier-ignore

describe('plans within hours, around what has begun and what somebody has put', () => {
  test('break no rule of the shop, whatever is begun or pinned; more hours, a bay more or a promise less never cost more', () => {
    for (let seed = 1; seed <= 40; seed += 1) {
      const schedule = smallShop(new Draws(seed), 4, DAYS);
      const plan = worth(schedule);
      const some = worth(schedule, { begun: [seed % 4], pinned: [(seed + 1) % 4] });
      for (const each of [plan, some]) {
        expect(faultsOf(schedule, each), `${seed}`).toEqual([]);
        expect(each.jobs.every(Boolean) && each.bound <= each.cost + 1e-9).toBe(true);
        expect(each.proven).toBe(each.bound > each.cost - 1e-6 * Math.max(1, each.cost));
      }
      if (!plan.proven) continue;
      const always = worth({ ...schedule, resources: schedule.resources.map(() => ({ hours: null })), open: null }); // prettier-ignore
      const [, second] = BAYS;
      const roomier = worth({ ...schedule, resources: [...schedule.resources, { hours: null }], jobs: schedule.jobs.map((job) => ({ ...job, roles: job.roles.map((role) => (role.held && role.candidates.includes(second!) ? { ...role, candidates: [...role.candidates, 5] } : role)) })) }); // prettier-ignore
      const easier = worth({ ...schedule, jobs: schedule.jobs.map((job, at) => (at === 0 ? { ...job, due: null } : job)) }); // prettier-ignore
      for (const better of [always, roomier, easier]) expect(better.bound, `${seed}`).toBeLessThanOrEqual(plan.cost + 1e-6); // prettier-ignore
      expect(some.cost, `${seed}`).toBeGreaterThanOrEqual(plan.bound - 1e-6);
    }
  }, 600_000);

  test('what is watched is left alone in no break, work rests over one, and what is whole waits for a stretch that holds it', () => {
    const one = (task: Partial<Task>, from: number): { from: number; to: number }[] =>
      planJobs({
        resources: [{ hours: DAYS }], open: DAYS,
        jobs: [{ id: '0', from, due: null, standing: false, readyAfter: 1, roles: [{ candidates: [0], held: false }], tasks: [work(6, [0], task)] }],
      }, PROMISES).jobs[0]!.tasks.map(({ from: begin, to }) => ({ from: begin, to })); // prettier-ignore
    expect(one({}, 20)).toEqual([{ from: 20, to: 27 }]);
    expect(one({ whole: true }, 20)).toEqual([{ from: 25, to: 31 }]);
    expect(one({ kind: 'watched', roles: [] }, 30)).toEqual([{ from: 64, to: 70 }]);
    expect(one({ kind: 'waiting', roles: [] }, 30)).toEqual([{ from: 30, to: 36 }]);
  });

  test('a vehicle that is apart holds its bay from the first minute; one more than there are bays is told, and waits', () => {
    const schedule = smallShop(new Draws(3), 3, null);
    const apart = { ...schedule, jobs: schedule.jobs.map((job) => ({ ...job, from: 0, standing: true, roles: job.roles.map((role) => (role.held ? { ...role, candidates: BAYS } : role)) })) }; // prettier-ignore
    const plan = worth(apart, { begun: [0, 1, 2] });
    expect(plan.crowded).toHaveLength(1);
    const standing = plan.jobs.flatMap((job) => job!.holds.filter(({ from }) => from === 0));
    expect(new Set(standing.map(({ resource }) => resource)).size).toBe(standing.length);
  });
});

describe('a day of a shop', () => {
  const hours = DAYS.map(({ from, to }) => ({ from: 30 * from, to: 30 * to }));
  const shop: Shop = {
    people: [{ id: 7, hours }, { id: 8, hours }],
    bays: [{ code: '1', lift: true }, { code: '2', lift: false }],
    tools: ['vacuum filler'],
    open: hours,
  }; // prettier-ignore
  const task = (minutes: number, more: Partial<JobTask> = {}): JobTask => ({ label: 'Take out', kind: 'work', minutes, hands: 1, bay: true, tools: [], whole: false, ...more }); // prettier-ignore
  const job = (id: number, tasks: JobTask[], more: Partial<DayJob> = {}, about: Partial<JobWork> = {}): DayJob => ({
    id, person: null, bay: null, pinnedAt: null, from: 0, due: null,
    work: { tasks, readyAfter: tasks.length, promisable: true, begun: false, apart: false, lift: false, usual: '', ...about }, ...more,
  }); // prettier-ignore

  test('two fill one after the other with the one filler, a job is in one pair of hands, and a helper comes for a task', () => {
    const day = planDay(shop, [
      job(1, [task(60), task(30, { tools: ['vacuum filler'], whole: true })]),
      job(2, [task(60), task(30, { tools: ['vacuum filler'], whole: true })]),
      job(3, [task(20, { hands: 2 }), task(40)]),
    ]);
    const [a, b] = [1, 2].map((id) => day.placed.find((each) => each.id === id)!.tasks[1]!);
    expect(a!.to <= b!.from || b!.to <= a!.from).toBe(true);
    const third = day.placed.find(({ id }) => id === 3)!;
    expect(new Set(third.tasks[0]!.people).size).toBe(2);
    expect(third.tasks[1]!.people).toEqual([third.person]);
    expect(day).toMatchObject({ out: [], late: 0, proven: true });
  });

  test('says why a job finds no room, and plans the others', () => {
    const day = planDay(shop, [
      job(1, [task(60)]),
      job(2, [task(60)], { bay: '2' }, { lift: true }),
      job(3, [task(60)], { person: 99 }),
      job(4, [task(600, { whole: true })]),
      job(5, [task(60)], { bay: '9' }),
    ]);
    expect(day.placed.map(({ id }) => id)).toEqual([1]);
    expect(Object.fromEntries(day.out.map(({ id, why }) => [id, why]))).toEqual({
      2: 'it takes a lift, and bay 2 has none',
      3: 'whose hands it is in is not on the plan',
      4: 'no stretch of the hours that are planned is long enough for it',
      5: 'there is no bay 9',
    });
    const alone = planDay({ ...shop, people: shop.people.slice(0, 1) }, [job(1, [task(20, { hands: 2 })])]);
    expect(alone.out).toEqual([{ id: 1, why: 'it takes two people, and one is on the plan' }]);
    expect(planDay({ ...shop, people: [] }, [job(1, [task(20)])]).out[0]!.why).toBe('nobody is on the plan');
  });

  test('a promise that is past is late from the first minute, and is not put off for it', () => {
    const day = planDay(shop, [job(1, [task(60)], { due: -600 }), job(2, [task(240)], { bay: '1' }), job(3, [task(240)], { bay: '2' })]); // prettier-ignore
    expect(day.placed.find(({ id }) => id === 1)).toMatchObject({ late: 480 + 60 + 600 });
    expect(day.placed.find(({ id }) => id === 1)!.tasks[0]!.from).toBe(480);
  });

  test('what is put somewhere lies there, the rest gives way, and what that breaks is told', () => {
    const jobs = [job(1, [task(120)], { due: 640, bay: '1' }), job(2, [task(120)], { bay: '1' })];
    const before = planDay(shop, jobs);
    expect(before).toMatchObject({ late: 0, proven: true });
    const put = [jobs[0]!, { ...jobs[1]!, pinnedAt: 480 }];
    const after = planDay(shop, put);
    expect(after.placed.find(({ id }) => id === 2)!.tasks[0]!.from).toBe(480);
    expect(breaksOf(before, after, put)).toEqual([{ id: 1, what: 'late', minutes: 80 }]);
    const where = planDay(shop, [{ ...jobs[0]!, work: { ...jobs[0]!.work, begun: true, apart: true } }, { ...jobs[1]!, pinnedAt: 480 }]); // prettier-ignore
    expect(breaksOf(before, where, put)).toContainEqual({ id: 2, what: 'pin', minutes: 120 });
    expect(breaksOf(before, planDay({ ...shop, bays: [shop.bays[1]!] }, jobs), jobs).map(({ what }) => what)).toEqual(['out', 'out']); // prettier-ignore
  });

  test('work that nobody began, and work that should be over, has slipped from ten minutes on; what is done with has not', () => {
    const day = planDay(shop, [job(1, [task(60)], { bay: '1' }, { begun: true, apart: true }), job(2, [task(60)], { bay: '2' })]); // prettier-ignore
    const slips = (minute: number, ...begun: [number, boolean][]) => slipsOf(day, new Map(begun), minute).map(({ id, what }) => `${id} ${what}`); // prettier-ignore
    expect(slips(490, [1, true], [2, false])).toEqual([]);
    expect(slips(491, [1, true], [2, false])).toEqual(['2 not begun']);
    expect(slips(551, [1, true], [2, true])).toEqual(['1 not over', '2 not over']);
    expect(slips(551, [2, true])).toEqual(['2 not over']);
  });

  test('a shop of sixty people and forty bays is planned like any other', () => {
    const many: Shop = { ...shop, people: Array.from({ length: 60 }, (_, id) => ({ id: id + 1, hours })), bays: Array.from({ length: 40 }, (_, at) => ({ code: `${at}`, lift: at % 3 === 0 })) }; // prettier-ignore
    const day = planDay(many, Array.from({ length: 30 }, (_, id) => job(id, [task(20, { hands: 2 }), task(60)])), { tries: 4 }); // prettier-ignore
    expect(day.placed).toHaveLength(30);
    // Two people each: all of them at once, each in a bay of its own.
    expect(Math.max(...day.placed.map(({ ready }) => ready))).toBe(480 + 80);
    expect(new Set(day.placed.map(({ bay }) => bay)).size).toBe(30);
  });

  test('sixty jobs are planned in the time there is, with a bound below', ({ annotate }) => {
    const draws = new Draws(60);
    const many = (most: number): number => 1 + Math.floor(draws.even() * most);
    const jobs = Array.from({ length: 60 }, (_, id) => job(id, [task(12, { bay: false }), task(20 + many(60)), task(12, { kind: 'waiting', hands: 0 }), task(20 + many(60)), task(15, { whole: true, tools: draws.even() < 0.4 ? ['vacuum filler'] : [] })], { due: many(6000) })); // prettier-ignore
    const week = Array.from({ length: 20 }, (_, day) => [{ from: 1440 * day + 480, to: 1440 * day + 720 }, { from: 1440 * day + 750, to: 1440 * day + 1020 }]).flat(); // prettier-ignore
    const large: Shop = { ...shop, open: week, people: [7, 8, 9].map((id) => ({ id, hours: week })), bays: ['1', '2', '3', '4'].map((code) => ({ code, lift: true })) }; // prettier-ignore
    const day = planDay(large, jobs, { tries: 300 });
    void annotate(`cost ${day.cost}, bound ${Math.round(day.bound)}, gap ${Math.round(100 * (1 - day.bound / day.cost))} %`); // prettier-ignore
    expect(day.placed).toHaveLength(60);
    expect(day.bound).toBeGreaterThan(0.4 * day.cost);
    expect(day.bound).toBeLessThanOrEqual(day.cost);
  }, 600_000);
});
