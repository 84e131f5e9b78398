import { costOf as scheduleCost, type Interval, type Objective, type PlacedJob, type Role, type Schedule, type ScheduleJob } from './types.ts'; // prettier-ignore
import type { JobWork } from './from-job.ts';
import { planJobs, type PlanOptions } from './plan.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';

/** What a shop works with. Times are min from an origin that the caller keeps. */
export interface Shop {
  people: readonly { id: number; hours: readonly Interval[] }[];
  bays: readonly { code: string; lift: boolean }[];
  /** Tools of which there is one, in small letters. */
  tools: readonly string[];
  open: readonly Interval[];
}
export interface DayJob {
  id: number;
  work: JobWork;
  /** Whose hands it is in; null for nobody's. */
  person: number | null;
  /** Where it stands, or was put; null for anywhere. */
  bay: string | null;
  /** Somebody put it there from then on, min; null where nobody did. */
  pinnedAt: number | null;
  from: number;
  due: number | null;
}

export interface DayTask extends Interval {
  people: number[];
  tools: string[];
}
export interface DayPlaced {
  id: number;
  tasks: DayTask[];
  ready: number;
  person: number | null;
  bay: string | null;
  /** When the bay is taken by it; null where it needs none. */
  inBay: Interval | null;
  /** Past its promise, min. */
  late: number;
}
export interface Day {
  placed: DayPlaced[];
  /** Jobs that cannot be laid in, and why. */
  out: { id: number; why: string }[];
  /** Jobs that are apart while every bay is taken: the plan has them wait for one. */
  crowded: number[];
  /** Minutes past promises, all together. */
  late: number;
  cost: number;
  bound: number;
  proven: boolean;
}

/** Where in a job's roles each stands. */
const [HANDS, BAY] = [0, 1];

/** Why a job finds no room whatever else is planned; undefined where it may. */
function hindrance({ people, bays }: Shop, { work, bay, person }: DayJob): string | undefined {
  const wanted = bay === null ? bays : bays.filter(({ code }) => code === bay);
  if (person !== null && !people.some(({ id }) => id === person))
    return 'whose hands it is in is not on the plan';
  if (people.length === 0 && work.tasks.some(({ hands }) => hands > 0)) return 'nobody is on the plan';
  if (people.length < 2 && work.tasks.some(({ hands }) => hands > 1)) return 'it takes two people, and one is on the plan'; // prettier-ignore
  if (!work.tasks.some((task) => task.bay)) return undefined;
  if (bays.length === 0) return 'the shop has no bay';
  if (bay !== null && wanted.length === 0) return `there is no bay ${bay}`;
  if (work.lift && !wanted.some(({ lift }) => lift))
    return bay === null ? 'it takes a lift, and no bay has one' : `it takes a lift, and bay ${bay} has none`;
  return undefined;
}

/**
 * The best plan there is time to find: who does what, where and when. A job is in one pair of hands and in one bay from
 * the first bolt to the last test; helpers and single tools join it for a task. What has begun goes on first; what
 * somebody put somewhere comes next, as near as can be; the rest is laid around both.
 */
export function planDay(shop: Shop, jobs: readonly DayJob[], options: Omit<PlanOptions, 'begun' | 'pinned' | 'pools'> & { practice?: Practice } = {}): Day {
  const { practice = USUAL_PRACTICE } = options;
  const out: Day['out'] = [];
  const able = jobs.filter((job) => {
    const why = hindrance(shop, job);
    if (why) out.push({ id: job.id, why });
    return !why;
  });
  const [people, bays] = [shop.people.map((_, at) => at), shop.bays.map((_, at) => shop.people.length + at)];
  const toolAt = new Map(shop.tools.map((tool, at) => [tool, people.length + bays.length + at]));
  const schedule: Schedule = {
    resources: [...shop.people.map(({ hours }) => ({ hours })), ...shop.bays.map(() => ({ hours: null })), ...shop.tools.map(() => ({ hours: null }))],
    open: shop.open,
    jobs: able.map((job) => scheduled(shop, job, people, bays, toolAt)),
  };
  const objective: Objective = { what: 'promises', lateCounts: practice.lateCounts };
  const numbers = able.map((_, at) => at);
  const begun = numbers.filter((at) => able[at]!.work.begun);
  const pinned = numbers.filter((at) => !able[at]!.work.begun && able[at]!.pinnedAt !== null).sort((a, b) => able[a]!.pinnedAt! - able[b]!.pinnedAt!);
  const plan = planJobs(schedule, objective, { ...options, begun, pinned, pools: [new Set(people), new Set(bays), ...[...toolAt.values()].map((at) => new Set([at]))] });
  const placed = plan.jobs.flatMap((found, at): DayPlaced[] => {
    const job = able[at]!;
    if (!found) {
      out.push({ id: job.id, why: 'no stretch of the hours that are planned is long enough for it' });
      return [];
    }
    return [placedOf(shop, job, schedule.jobs[at]!, found, toolAt)];
  });
  const late = placed.reduce((sum, each) => sum + each.late, 0);
  return { placed, out, crowded: plan.crowded.map((at) => able[at]!.id), late, cost: scheduleCost(schedule, objective, plan.jobs), bound: plan.bound, proven: plan.proven };
} // prettier-ignore

function scheduled(shop: Shop, job: DayJob, people: readonly number[], bays: readonly number[], toolAt: ReadonlyMap<string, number>): ScheduleJob {
  const { work, person, bay } = job;
  const own = person === null ? people : people.filter((at) => shop.people[at]!.id === person);
  const where = bays.filter((_, at) => (bay === null || shop.bays[at]!.code === bay) && (!work.lift || shop.bays[at]!.lift))
    // Of two that will do the one without a lift: others may need it.
    .sort((a, b) => Number(shop.bays[a - people.length]!.lift) - Number(shop.bays[b - people.length]!.lift));
  const roles: Role[] = [{ candidates: own, held: false }, { candidates: where, held: true }];
  const tasks = work.tasks.map(({ label, kind, minutes, hands, bay: inBay, tools, whole }) => {
    const named: number[] = [...(hands > 0 ? [HANDS] : []), ...(inBay ? [BAY] : [])];
    const more = [...(hands > 1 ? [people] : []), ...tools.flatMap((tool) => (toolAt.has(tool) ? [[toolAt.get(tool)!]] : []))];
    for (const candidates of more) named.push(roles.push({ candidates, held: false }) - 1);
    return { label, kind, minutes, roles: named, whole };
  });
  return { id: `${job.id}`, tasks, roles, from: Math.max(job.from, job.pinnedAt ?? 0), readyAfter: work.readyAfter, standing: work.apart, due: job.due };
} // prettier-ignore

function placedOf(shop: Shop, { id, due }: DayJob, job: ScheduleJob, found: PlacedJob, toolAt: ReadonlyMap<string, number>): DayPlaced {
  const many = shop.people.length;
  const toolOf = new Map([...toolAt].map(([tool, at]) => [at, tool]));
  const [hold] = found.holds;
  const hands = found.tasks.flatMap(({ resources }, n) => job.tasks[n]!.roles.flatMap((role, i) => (role === HANDS ? [resources[i]!] : [])))[0];
  return {
    id,
    ready: found.ready,
    tasks: found.tasks.map(({ from, to, resources }) => ({
      from,
      to,
      people: resources.flatMap((at) => (at < many ? [shop.people[at]!.id] : [])),
      tools: resources.flatMap((at) => toolOf.get(at) ?? []),
    })),
    person: hands === undefined ? null : shop.people[hands]!.id,
    bay: hold ? shop.bays[hold.resource - many]!.code : null,
    inBay: hold ? { from: hold.from, to: hold.to } : null,
    late: due === null ? 0 : Math.max(0, found.ready - due),
  };
} // prettier-ignore

export interface Break {
  id: number;
  what: 'late' | 'out' | 'pin' | 'later';
  /** How late it is now, how far from its pin, how much later it is ready: min. */
  minutes: number;
}

/** What another plan breaks that stood in the one before: promises, pins, jobs that find no room, and what is ready so much later that it is worth a word. */
export function breaksOf(before: Day, after: Day, jobs: readonly DayJob[], { planTells: tells }: Pick<Practice, 'planTells'> = USUAL_PRACTICE): Break[] {
  const was = new Map(before.placed.map((each) => [each.id, each]));
  return [
    ...after.placed.flatMap((each): Break[] => {
      const job = jobs.find(({ id }) => id === each.id)!;
      const first = each.tasks[0]?.from ?? 0;
      const own = was.get(each.id);
      return [
        ...(each.late > 0 && each.late > (own?.late ?? 0) ? [{ id: each.id, what: 'late' as const, minutes: each.late }] : []),
        ...(job.pinnedAt !== null && first - job.pinnedAt >= tells ? [{ id: each.id, what: 'pin' as const, minutes: first - job.pinnedAt }] : []),
        ...(own && each.late === 0 && each.ready - own.ready >= tells ? [{ id: each.id, what: 'later' as const, minutes: each.ready - own.ready }] : []),
      ];
    }),
    ...after.out.flatMap(({ id }): Break[] => (was.has(id) ? [{ id, what: 'out', minutes: 0 }] : [])),
  ];
} // prettier-ignore

export interface Slip {
  id: number;
  what: 'not begun' | 'not over';
}

/**
 * What a plan said that has not come about: work that nobody began, work that should be over.
 *
 * @param begun of jobs that still have something left to do, whether they have begun
 * @param minute of the plan that it is now
 */
export function slipsOf(
  { placed }: Pick<Day, 'placed'>,
  begun: ReadonlyMap<number, boolean>,
  minute: number,
  { planSlips }: Pick<Practice, 'planSlips'> = USUAL_PRACTICE,
): Slip[] {
  return placed.flatMap(({ id, tasks }): Slip[] => {
    const first = tasks.find(({ people }) => people.length > 0);
    const own = begun.get(id);
    if (!first || own === undefined) return [];
    if (own) return first.to < minute - planSlips ? [{ id, what: 'not over' }] : [];
    return first.from < minute - planSlips ? [{ id, what: 'not begun' }] : [];
  });
}
