import { createHash } from 'node:crypto';
import {
  PLAN_STEPS,
  TRY_STEPS,
  breaksOf,
  slipsOf,
  type Break,
  type Day,
  type DayJob,
  type Interval,
  type JobTask,
  type Shop,
} from '@radiatrix/core/schedule';
import type { JobState } from '@radiatrix/core/job';
import type { Practice } from '@radiatrix/core/practice';
import type { PlanJob, PlanMove, PlanRecord, PlanTried, WorkshopRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError } from '../http/problem.ts';
import { shopPractice } from '../practice/service.ts';
import { candidates, type Candidate } from './jobs.ts';
import { keepPlan, keptPlan, plannableCount } from './queries.ts';
import { solve } from './solve.ts';
import { stretchesFrom, workshopRecord } from './workshop.ts';

/** Jobs that a plan looks at: what is promised soonest, then what was heard of last. */
const MOST = 80;
const MINUTE = 60_000;
/** A plan begins on the next of these minutes. */
const GRID = 5;

/** Everything a plan is worked out from, at a moment. */
interface Input {
  origin: Date;
  workshop: WorkshopRecord;
  practice: Practice;
  shop: Shop;
  found: Candidate[];
  jobs: DayJob[];
  names: Map<number, string>;
  basis: string;
}
/** Of what is kept; one that another version has left is laid anew. */
const SHAPE = 1;
/** What is kept of a plan. */
interface Kept {
  shape: number;
  origin: string;
  day: Day;
  /** Tasks of each job as they were planned. */
  tasks: Record<number, JobTask[]>;
  open: readonly Interval[];
  /** How many events each job had. */
  versions: Record<number, number>;
  since: PlanRecord['since'];
  broke: Break[];
}

/** The plan that was laid last, where this version can read it. */
async function lastPlan(db: Db): Promise<{ basis: string; kept: Kept } | undefined> {
  const row = await keptPlan(db);
  const kept = row?.document as Kept | undefined;
  return row && kept?.shape === SHAPE ? { basis: row.basis, kept } : undefined;
}

async function inputOf(db: Db, now: Date): Promise<Input> {
  const [workshop, practice] = await Promise.all([workshopRecord(db), shopPractice(db)]);
  const origin = new Date(Math.ceil(now.getTime() / (GRID * MINUTE)) * GRID * MINUTE);
  const names = new Map(workshop.colleagues.map(({ id, name }) => [id, name]));
  const shop: Shop = {
    // Who has left is on no plan, whatever the record still says.
    people: workshop.people.flatMap(({ id, hours, away }) => (names.has(id) ? [{ id, hours: stretchesFrom(hours ?? workshop.hours, workshop.zone, origin, away) }] : [])),
    bays: workshop.bays,
    tools: workshop.tools.map((tool) => tool.toLowerCase()),
    open: stretchesFrom(workshop.hours, workshop.zone, origin),
  };
  const found = await candidates(db, MOST, new Set(shop.tools), practice);
  const kept = (await lastPlan(db))?.kept;
  const jobs = found.flatMap((each) => (each.job ? [dayJobOf(each, each.job, shop, origin, kept)] : []));
  const basis = createHash('sha256').update(JSON.stringify({
    workshop: workshop.version, zone: workshop.zone, people: workshop.people, names: [...names.keys()].sort(), practice,
    jobs: found.map(({ row, job, why }) => [row.id, row.version, job, why]),
  })).digest('hex');
  return { origin, workshop, practice, shop, found, jobs, names, basis };
} // prettier-ignore

const minutesFrom = (origin: Date, at: string): number => Math.round((Date.parse(at) - origin.getTime()) / MINUTE); // prettier-ignore

function dayJobOf({ row, state }: Candidate, job: Pick<DayJob, 'id' | 'work'>, shop: Shop, origin: Date, kept: Kept | undefined): DayJob {
  const { promised, placed, handedTo } = state;
  const before = kept?.day.placed.find(({ id }) => id === row.id);
  const { begun } = job.work;
  const known = (id: number | null | undefined): number | null => (id !== null && id !== undefined && shop.people.some((each) => each.id === id) ? id : null);
  const bay = placed.bay ?? (begun ? (before?.bay ?? null) : null);
  const looksAt = state.closed ? Object.values(state.followUps).flatMap((each) => (each && !each.found ? [each.due] : [])).sort()[0] : undefined;
  const from = looksAt ?? promised.from;
  return {
    ...job,
    // In whose hands it is, where they are on the plan; who has it begun stays with it.
    person: known(handedTo?.id) ?? (begun ? (known(row.openerId) ?? known(before?.person)) : null),
    bay: bay !== null && shop.bays.some(({ code }) => code === bay) ? bay : null,
    pinnedAt: placed.at === null || begun ? null : Math.max(0, minutesFrom(origin, placed.at)),
    from: from === null || begun ? 0 : Math.max(0, minutesFrom(origin, from)),
    due: promised.ready === null || !job.work.promisable ? null : minutesFrom(origin, promised.ready),
  };
} // prettier-ignore

/** What of the kept plan has slipped by now, by what each job is called. */
function slippedSince(kept: Kept, found: readonly Candidate[], now: Date, practice: Practice): PlanRecord['since'] {
  const begun = new Map(found.flatMap(({ row, job }) => (job ? [[row.id, job.work.begun] as const] : [])));
  return slipsOf(kept.day, begun, minutesFrom(new Date(kept.origin), now.toISOString()), practice).map((slip) => ({
    ...slip,
    label: found.find(({ row }) => row.id === slip.id)!.row.label,
  }));
} // prettier-ignore

/** Jobs of which more is known than when the plan was laid. */
const changedOf = (kept: Kept, found: readonly Candidate[], slips: PlanRecord['since']): PlanRecord['since'] =>
  found.flatMap(({ row: { id, version, label } }) =>
    kept.versions[id] !== version && !slips.some((each) => each.id === id) ? [{ id, label, what: 'changed' as const }] : [],
  ); // prettier-ignore

/** The kept plan, seen from a later minute. */
function seenFrom({ day, origin: was }: Kept, origin: Date): Day {
  const by = minutesFrom(new Date(was), origin.toISOString());
  const move = ({ from, to }: Interval): Interval => ({ from: from - by, to: to - by });
  return {
    ...day,
    placed: day.placed.map((each) => ({ ...each, ready: each.ready - by, inBay: each.inBay && move(each.inBay), tasks: each.tasks.map((task) => ({ ...task, ...move(task) })) })),
  };
} // prettier-ignore

/** The order in which jobs lay before: of two plans alike the known one comes out. */
const orderOf = (day: Day | undefined, jobs: readonly DayJob[]): number[] =>
  day
    ? jobs
        .map(({ id }, at) => ({
          at,
          first: day.placed.find((each) => each.id === id)?.tasks[0]?.from ?? Infinity,
        })) // prettier-ignore
        .filter(({ first }) => first < Infinity)
        .sort((a, b) => a.first - b.first)
        .map(({ at }) => at)
    : [];

const lay = (
  input: Input,
  jobs: DayJob[],
  before: Day | undefined,
  steps: number,
  signal?: AbortSignal,
): Promise<Day> =>
  solve({ shop: input.shop, jobs, before: orderOf(before, jobs), practice: input.practice, steps }, signal);

/** The plan as it is; laid anew where anything that it hangs on has changed, or where it has slipped. */
export async function planRecord(db: Db, now: Date, signal?: AbortSignal): Promise<PlanRecord> {
  const input = await inputOf(db, now);
  const last = await lastPlan(db);
  const kept = last?.kept;
  const slips = kept ? slippedSince(kept, input.found, now, input.practice) : [];
  const more = Math.max(0, (await plannableCount(db)) - MOST);
  if (kept && last!.basis === input.basis && slips.length === 0) return recordOf(input, kept, more);
  const was = kept && seenFrom(kept, input.origin);
  const day = await lay(input, input.jobs, was, PLAN_STEPS, signal);
  const broke = was ? breaksOf(was, day, input.jobs, input.practice) : [];
  const fresh: Kept = {
    shape: SHAPE,
    origin: input.origin.toISOString(),
    day,
    tasks: Object.fromEntries(input.jobs.map(({ id, work }) => [id, work.tasks])),
    open: input.shop.open,
    versions: Object.fromEntries(input.found.map(({ row: { id, version } }) => [id, version])),
    since: [...slips, ...(broke.length > 0 ? changedOf(kept!, input.found, slips) : [])],
    broke,
  };
  await keepPlan(db, input.basis, fresh, input.origin.toISOString());
  return recordOf(input, fresh, more);
}

/** What moving jobs would make of the plan, and what it breaks. */
export async function tryPlan(db: Db, moves: readonly PlanMove[], now: Date, signal?: AbortSignal): Promise<PlanTried> {
  const input = await inputOf(db, now);
  const kept = (await lastPlan(db))?.kept;
  const jobs = input.jobs.map((job) => moved(job, moves.find(({ id }) => id === job.id), input));
  const strange = moves.find(({ id }) => !jobs.some((job) => job.id === id));
  if (strange) throw new ProblemError('invalid', { fields: [{ path: 'moves', message: 'that job is not in the plan any more' }] });
  const before = kept && seenFrom(kept, input.origin);
  const was = before ?? (await lay(input, input.jobs, undefined, TRY_STEPS, signal));
  const day = await lay(input, jobs, was, TRY_STEPS, signal);
  const broke = breaksOf(was, day, jobs, input.practice);
  const after: Kept = { shape: SHAPE,
    origin: input.origin.toISOString(), day, tasks: Object.fromEntries(jobs.map(({ id, work }) => [id, work.tasks])), open: input.shop.open, versions: {}, since: [], broke: [] };
  const plan = recordOf({ ...input, jobs }, after, 0);
  return { plan, breaks: labelled(broke, input) };
} // prettier-ignore

function moved(job: DayJob, move: PlanMove | undefined, { shop, origin, workshop }: Input): DayJob {
  if (!move) return job;
  const { person, bay, at } = move;
  if (person !== null && person !== undefined && !shop.people.some(({ id }) => id === person))
    throw new ProblemError('invalid', { fields: [{ path: 'person', message: 'nobody of that number is on the plan' }] });
  if (bay !== null && bay !== undefined && !workshop.bays.some(({ code }) => code === bay))
    throw new ProblemError('invalid', { fields: [{ path: 'bay', message: `there is no bay ${bay}` }] });
  if (job.work.begun && (bay !== undefined || at !== undefined))
    throw new ProblemError('not-ready', { detail: 'Work on it has begun: it stays where it is until it is over.' });
  return {
    ...job,
    ...(person === undefined ? {} : { person }),
    ...(bay === undefined ? {} : { bay }),
    ...(at === undefined ? {} : { pinnedAt: at === null ? null : Math.max(0, minutesFrom(origin, at)) }),
  };
} // prettier-ignore

const labelled = (broke: readonly Break[], { found }: Input): PlanTried['breaks'] =>
  broke.map((each) => ({ ...each, label: found.find(({ row }) => row.id === each.id)?.row.label ?? '' }));

/** What it was given into that is not there any more, hands or bay: the plan finds others, and says so. */
function missingOf({ handedTo, placed }: JobState, { people, bays }: Shop, names: ReadonlyMap<number, string>): string | null {
  const said = [
    typeof handedTo?.id === 'number' && !people.some(({ id }) => id === handedTo.id) && `${handedTo.name} ${names.has(handedTo.id) ? 'is not on the plan' : 'no longer works here'}`,
    placed.bay !== null && !bays.some(({ code }) => code === placed.bay) && `there is no bay ${placed.bay} any more`,
  ].filter(Boolean);
  return said.length === 0 ? null : said.join('; ');
} // prettier-ignore

function recordOf(input: Input, kept: Kept, more: number): PlanRecord {
  const { workshop, shop, found, jobs, names } = input;
  const origin = new Date(kept.origin);
  const at = (minutes: number): string => new Date(origin.getTime() + minutes * MINUTE).toISOString();
  const { day } = kept;
  // As far as anything is planned, and the day after.
  const ends = Math.max(0, ...day.placed.flatMap(({ tasks }) => tasks.at(-1)?.to ?? [])) + 1440;
  const ofOut = new Map(day.out.map(({ id, why }) => [id, why]));
  return {
    madeAt: kept.origin,
    from: kept.origin,
    zone: workshop.zone,
    bays: workshop.bays,
    people: shop.people.map(({ id }) => ({ id, name: names.get(id)! })),
    tools: workshop.tools,
    open: kept.open.filter(({ from }) => from <= ends).map(({ from, to }) => ({ from: at(from), to: at(to) })),
    jobs: day.placed.flatMap((placed): PlanJob[] => {
      const own = found.find(({ row }) => row.id === placed.id);
      const job = jobs.find(({ id }) => id === placed.id);
      if (!own || !job) return [];
      const { row, state, title } = own;
      return [{
        id: row.id, label: row.label, title, vehicleId: row.configurationId, stage: row.stage,
        person: placed.person, bay: placed.bay,
        inBay: placed.inBay && { from: at(placed.inBay.from), to: at(placed.inBay.to) },
        begun: job.work.begun,
        pinned: { bay: state.placed.bay, at: state.placed.at, person: typeof state.handedTo?.id === 'number' },
        missing: missingOf(state, shop, names), promised: job.work.promisable ? state.promised.ready : null, there: state.promised.from, ready: at(placed.ready), late: placed.late, usual: job.work.usual,
        tasks: placed.tasks.map(({ from, to, people, tools }, n) => ({ label: kept.tasks[placed.id]![n]!.label, kind: kept.tasks[placed.id]![n]!.kind, from: at(from), to: at(to), people, tools })),
      }];
    }),
    out: found.flatMap(({ row, state, title, why }) => {
      const said = why ? { waits: why.waits, why: why.said } : ofOut.has(row.id) ? { waits: null, why: ofOut.get(row.id)! } : undefined;
      return said ? [{ id: row.id, label: row.label, title, vehicleId: row.configurationId, promised: state.promised.ready, there: state.promised.from, ...said }] : [];
    }),
    late: day.late,
    proven: day.proven,
    gap: day.cost > 0 ? Math.max(0, (day.cost - day.bound) / day.cost) : 0,
    since: kept.since,
    broke: labelled(kept.broke, input),
    crowded: day.crowded.map((id) => found.find(({ row }) => row.id === id)?.row.label ?? `job ${id}`),
    more,
  };
} // prettier-ignore
