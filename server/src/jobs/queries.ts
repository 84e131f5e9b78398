import { and, asc, desc, eq, gt, inArray, isNotNull, sql } from 'drizzle-orm';
import type { EventPage, JobEventDraft } from '@radiatrix/contract';
import {
  nextFollowUp,
  FOLLOWED_AHEAD_MS,
  runsAhead,
  waitsFor,
  type EventKind,
  type JobEvent,
  type JobState,
  type Undoable,
} from '@radiatrix/core/job';
import { waitingText } from '@radiatrix/words/jobs';
import type { Db } from '../db/client.ts';
import type { EventStanding } from '../db/schema/jobs.ts';
import { job, jobEvent, jobPhoto, measurement, person, source } from '../db/schema/index.ts';

const columns = {
  id: job.id,
  configurationId: job.configurationId,
  label: job.label,
  complaint: job.complaint,
  stage: job.stage,
  closed: job.closed,
  lookAgain: job.lookAgain,
  lookAgainAt: job.lookAgainAt,
  waits: job.waits,
  waitsSaid: job.waitsSaid,
  late: job.late,
  version: job.version,
  by: person.name,
  openerId: job.by,
  at: job.at,
};

const SHOWN = 400;

/** Open jobs first, newest first. */
export const jobRows = (db: Db) =>
  db
    .select(columns)
    .from(job)
    .innerJoin(person, eq(person.id, job.by))
    .orderBy(asc(job.closed), desc(job.at), desc(job.id))
    .limit(SHOWN);

export async function jobRow(db: Db, id: number) {
  const [row] = await db
    .select(columns)
    .from(job)
    .innerJoin(person, eq(person.id, job.by))
    .where(eq(job.id, id));
  return row;
}

/** Holds a job for one writer at a time, so that its row is folded from all of its events. */
export const lockJob = async (db: Db, id: number): Promise<boolean> =>
  (await db.select({ id: job.id }).from(job).where(eq(job.id, id)).for('update')).length === 1;

export async function eventsOf(db: Db, jobIds: readonly number[]): Promise<Map<number, JobEvent[]>> {
  const events = new Map<number, JobEvent[]>();
  if (jobIds.length === 0) return events;
  const rows = await db
    .select({ event: jobEvent, person: person.name })
    .from(jobEvent)
    .innerJoin(person, eq(person.id, jobEvent.by))
    .where(and(inArray(jobEvent.jobId, [...jobIds]), inArray(jobEvent.standing, ['counts', 'handed in'])))
    .orderBy(jobEvent.clockMs, jobEvent.clockN);
  for (const { event, person: name } of rows)
    events.set(event.jobId, [...(events.get(event.jobId) ?? []), eventOf(event, name)]);
  return events;
}

const eventOf = (
  { id, kind, device, seq, clockMs, clockN, deviceTime, payload }: typeof jobEvent.$inferSelect,
  name: string,
): JobEvent =>
  ({
    id,
    kind,
    device,
    seq,
    clock: { ms: clockMs, n: clockN },
    deviceTime: new Date(deviceTime).toISOString(),
    person: name,
    payload,
  }) as unknown as JobEvent;

const PAGE = 1000;
/** Events that count, from a number on, in the order that they were kept. */
export async function eventsAfter(db: Db, jobId: number, after: number): Promise<EventPage> {
  const rows = await db
    .select({ event: jobEvent, person: person.name })
    .from(jobEvent)
    .innerJoin(person, eq(person.id, jobEvent.by))
    .where(
      and(
        eq(jobEvent.jobId, jobId),
        gt(jobEvent.number, after),
        inArray(jobEvent.standing, ['counts', 'handed in']),
      ),
    )
    .orderBy(jobEvent.number)
    .limit(PAGE + 1);
  return {
    events: rows
      .slice(0, PAGE)
      .map(({ event, person: name }) => ({ ...eventOf(event, name), number: event.number })),
    more: rows.length > PAGE,
  };
}

export const insertJobPhoto = (db: Db, values: typeof jobPhoto.$inferInsert): Promise<unknown> =>
  db.insert(jobPhoto).values(values).onConflictDoNothing({ target: jobPhoto.id });

export async function jobPhotoById(db: Db, id: string) {
  const [row] = await db.select().from(jobPhoto).where(eq(jobPhoto.id, id));
  return row;
}

/** Events of a job that stand in some way other than that they simply count. */
export async function eventsStanding(db: Db, jobId: number, standing: EventStanding): Promise<JobEvent[]> {
  const rows = await db
    .select({ event: jobEvent, person: person.name })
    .from(jobEvent)
    .innerJoin(person, eq(person.id, jobEvent.by))
    .where(and(eq(jobEvent.jobId, jobId), eq(jobEvent.standing, standing)))
    .orderBy(jobEvent.clockMs, jobEvent.clockN);
  return rows.map(({ event, person: name }) => eventOf(event, name));
}

/** Says what becomes of events that were kept aside; answers with how many there were. */
export const settleAside = async (
  db: Db,
  jobId: number,
  ids: readonly string[],
  standing: EventStanding,
): Promise<number> =>
  (
    await db
      .update(jobEvent)
      // Taken in, they come after all that was kept before: whoever has read on reads them too.
      .set({
        standing,
        number: sql`(select max(newest.number) from job_event newest where newest.job_id = ${jobId}) + (select count(*)::int from job_event lain where lain.job_id = ${jobId} and lain.standing = 'aside' and lain.number <= ${jobEvent.number})`,
      })
      .where(and(eq(jobEvent.jobId, jobId), eq(jobEvent.standing, 'aside'), inArray(jobEvent.id, [...ids])))
      .returning({ id: jobEvent.id })
  ).length;

/** Every event of a job, whatever came of it, as far as undoing goes, with who wrote it down. */
export async function undoables(db: Db, jobId: number): Promise<Map<string, Undoable & { by: number }>> {
  const rows = await db
    .select({
      id: jobEvent.id,
      by: jobEvent.by,
      kind: jobEvent.kind,
      names: sql<string | null>`case when ${jobEvent.kind} = 'undone' then ${jobEvent.payload}->>'event' end`,
    })
    .from(jobEvent)
    .where(eq(jobEvent.jobId, jobId));
  return new Map(
    rows.map(({ id, by, kind, names }) => [id, { by, kind: kind as EventKind, names: names ?? undefined }]),
  );
}

/** What the clocks said of events whose clock was not followed, by id: ISO 8601 as it was sent. */
export async function toldTimes(db: Db, jobId: number): Promise<Map<string, string>> {
  const rows = await db
    .select({ id: jobEvent.id, told: jobEvent.toldTime })
    .from(jobEvent)
    .where(and(eq(jobEvent.jobId, jobId), isNotNull(jobEvent.toldTime)));
  return new Map(rows.map(({ id, told }) => [id, told!]));
}

/** The number of the last event of a job; 0 where there is none. */
export async function lastNumber(db: Db, jobId: number): Promise<number> {
  const [head] = await db
    .select({ number: sql<number>`coalesce(max(${jobEvent.number}), 0)::int` })
    .from(jobEvent)
    .where(eq(jobEvent.jobId, jobId));
  return head!.number;
}

/**
 * A time as it is kept. Of a clock that stands more than a day ahead of the server's the arrival counts, in the order of
 * the batch; what it said is kept beside it.
 */
function followed({ clock, deviceTime }: JobEventDraft, index: number, nowMs: number) {
  const isAhead = runsAhead(clock, nowMs);
  // A year that no watch shows is no time at all.
  const watchMs = Date.parse(deviceTime);
  const isWatchAhead = !(watchMs <= nowMs + FOLLOWED_AHEAD_MS);
  return {
    clockMs: isAhead ? nowMs : clock.ms,
    clockN: isAhead ? index : clock.n,
    deviceTime: isWatchAhead ? new Date(nowMs).toISOString() : deviceTime,
    toldMs: isAhead ? clock.ms : null,
    toldTime: isAhead || isWatchAhead ? deviceTime : null,
  };
}

/**
 * Keeps what is not kept yet; answers with how many were new. The caller holds the job, so that numbers follow one another.
 * @param nowMs the server's time, ms since 1970: no clock is followed more than a day past it
 */
export async function insertEvents(
  db: Db,
  jobId: number,
  events: readonly JobEventDraft[],
  nowMs: number,
  standingOf: (event: JobEventDraft) => EventStanding = () => 'counts',
): Promise<number> {
  const last = await lastNumber(db, jobId);
  const rows = await db
    .insert(jobEvent)
    .values(
      events.map((event, index) => {
        const { id, kind, device, seq, payload } = event;
        return {
          id,
          jobId,
          number: last + index + 1,
          kind,
          device,
          seq,
          ...followed(event, index, nowMs),
          payload: payload as Record<string, unknown>,
          standing: standingOf(event),
        };
      }),
    )
    .onConflictDoNothing({ target: jobEvent.id })
    .returning({ id: jobEvent.id });
  return rows.length;
}

/** Ids among these that are kept already, with the job they belong to. */
export const keptEvents = (db: Db, ids: readonly string[]) =>
  db
    .select({ id: jobEvent.id, jobId: jobEvent.jobId })
    .from(jobEvent)
    .where(inArray(jobEvent.id, [...ids]));

/** Jobs on vehicles of a bay on which somebody recorded what came off, the oldest first. */
export async function jobsRecordedIn(db: Db, bayId: number): Promise<number[]> {
  const { rows } = await db.execute<{ id: number }>(sql`
    select j.id from job j join configuration c on c.id = j.configuration_id
    where c.bay_id = ${bayId} and exists (select 1 from job_event e where e.job_id = j.id and e.kind = 'came off')
    order by j.id`);
  return rows.map(({ id }) => id);
}

export async function insertJob(db: Db, configurationId: number): Promise<number> {
  const [row] = await db
    .insert(job)
    .values({ configurationId, label: '', folded: false, version: 0 })
    .returning({ id: job.id });
  return row!.id;
}

/** Writes what a job's events come to into its row. */
export async function writeFold(
  db: Db,
  id: number,
  state: JobState,
  { version, heardAt }: { version: number; heardAt: string | null },
): Promise<void> {
  const { vehicleId, label, complaint, odometerKm, alterations, stage, closed, handedTo } = state;
  const next = nextFollowUp(state);
  const waiting = waitsFor(state);
  await db
    .update(job)
    .set({
      ...(vehicleId === undefined ? {} : { configurationId: vehicleId }),
      label,
      complaint,
      odometerKm,
      alterations,
      stage,
      closed: closed !== null,
      lookAgain: next?.what ?? null,
      lookAgainAt: next?.due ?? null,
      handedTo: handedTo?.id ?? null,
      readyBy: state.promised.ready,
      waits: waiting?.for ?? null,
      waitsSaid: waitingText(waiting?.more),
      late: state.late.length,
      heardAt,
      version,
      folded: true,
    })
    .where(eq(job.id, id));
}

/** Figures of the vehicle in hand, as they are kept beside all others. */
export const ownFigures = (db: Db, jobId: number) =>
  db
    .select({ key: measurement.key, eventId: measurement.eventId })
    .from(measurement)
    .where(eq(measurement.jobId, jobId));

export const dropOwnFigures = async (db: Db, jobId: number, keys: readonly string[]): Promise<void> => {
  if (keys.length > 0)
    await db
      .delete(measurement)
      .where(sql`${measurement.jobId} = ${jobId} and ${inArray(measurement.key, [...keys])}`);
};

export const insertOwnFigure = (db: Db, row: typeof measurement.$inferInsert) =>
  db.insert(measurement).values(row);

export const sourceIds = async (db: Db): Promise<Set<number>> =>
  new Set((await db.select({ id: source.id }).from(source)).map((row) => row.id));

/** The source that a figure taken on a vehicle in hand is from: the shop's own measurements, or what it saw go in. */
export const measuringSource = async (db: Db): Promise<number | null> =>
  (
    await db
      .select({ id: source.id })
      .from(source)
      .where(inArray(source.grade, [1, 2]))
      .orderBy(desc(source.grade), asc(source.id))
      .limit(1)
  )[0]?.id ?? null;

/** Jobs whose row is older than their events, with who opened them. */
export const unfolded = (db: Db) =>
  db.select({ id: job.id, by: job.by }).from(job).where(eq(job.folded, false));
