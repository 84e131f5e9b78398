import { and, asc, desc, eq, inArray, notInArray, sql } from 'drizzle-orm';
import type {
  EarlyLife,
  FailureMode,
  Gap,
  Sighting,
  Standing,
  StandingWord,
  Unit,
} from '@radiatrix/core/failure';
import { NOT_THE_PART } from '@radiatrix/core/failure';
import type { PartKind } from '@radiatrix/core/figures';
import type { FailureBody, FailureReport } from '@radiatrix/contract';
import { anyOf } from '../db/any-of.ts';
import type { Db } from '../db/client.ts';
import { failureReport, part, partStanding, person, sighting, unit } from '../db/schema/index.ts'; // prettier-ignore

export type SightingRow = typeof sighting.$inferSelect;

export const sightingsOfJob = (db: Db, jobId: number): Promise<SightingRow[]> =>
  db.select().from(sighting).where(eq(sighting.jobId, jobId)).orderBy(sighting.id);

export async function replaceSightings(
  db: Db,
  jobId: number,
  rows: readonly (typeof sighting.$inferInsert)[],
): Promise<void> {
  await db.delete(sighting).where(eq(sighting.jobId, jobId));
  if (rows.length > 0) await db.insert(sighting).values([...rows]);
}

/** Kinds of parts that are on record, by id. */
export async function kindsOf(db: Db, ids: readonly number[]): Promise<Map<number, PartKind>> {
  if (ids.length === 0) return new Map();
  const rows = await db.select({ id: part.id, kind: part.kind }).from(part).where(anyOf(part.id, ids));
  return new Map(rows.map(({ id, kind }) => [id, kind]));
}

/** Parts that anything was seen or reported of in a vehicle. */
export async function partsSeenIn(db: Db, vehicle: string): Promise<number[]> {
  const { rows } = await db.execute<{ id: number }>(
    sql`select part_id as id from sighting where vehicle = ${vehicle} and part_id is not null union select part_id from failure_report where key = ${vehicle}`,
  );
  return rows.map(({ id }) => id);
}

/** Reports of what a job shows follow the job to the vehicle that it turns out to be. @returns vehicles they were kept under */
export async function moveReports(db: Db, jobId: number, vehicle: string): Promise<string[]> {
  const { rows } = await db.execute<{ key: string }>(
    sql`update failure_report r set key = ${vehicle} from (select id, key from failure_report where job_id = ${jobId} and key <> ${vehicle}) was where was.id = r.id returning was.key`,
  );
  return rows.map(({ key }) => key);
}

/**
 * Failures of a kind of part that a job does not name: they are of the one that other jobs put in last. Asked for anew
 * each time, since it turns out which one that was in any order.
 */
async function unnamedFailures(db: Db, partId: number, vehicle: string): Promise<(Sighting & { jobId: number })[]> {
  const { rows } = await db.execute<{ jobId: number; on: string; km: number | null; mode: FailureMode | null; owner: string }>(sql`
    select s.job_id as "jobId", s."on"::text as "on", s.km, s.mode, s.owner from sighting s where s.vehicle = ${vehicle} and s.kind = (select p.kind::text from part p where p.id = ${partId})
      and ${partId} = (select r.part_id from sighting r join part q on q.id = r.part_id
        where r.vehicle = s.vehicle and r."as" = 'in' and q.kind::text = s.kind and r.job_id <> s.job_id and r."on" <= s."on" order by r."on" desc, r.id desc limit 1)`);
  return rows.map((row) => ({ ...row, as: 'failed' as const, noisy: null, unit: '' }));
} // prettier-ignore

/** All that was seen and reported of one part in one vehicle; a report of a failure that a job shows adds no second one. */
export async function seenOf(db: Db, partId: number, vehicle: string): Promise<Sighting[]> {
  const [seen, told, unnamed] = await Promise.all([
    db.select().from(sighting).where(and(eq(sighting.partId, partId), eq(sighting.vehicle, vehicle))),
    reportsIn(db, partId, vehicle),
    unnamedFailures(db, partId, vehicle),
  ]);
  const shown = new Set([...seen, ...unnamed].filter(({ as }) => as.startsWith('failed')).map(({ jobId }) => jobId));
  return [
    ...seen,
    ...unnamed,
    ...told.flatMap((report): Sighting[] => [
      ...(report.inOn ? [{ on: report.inOn, as: 'in' as const, km: report.inKm, mode: null, noisy: report.noisy, unit: report.serial, owner: report.owner }] : []),
      ...(report.mode !== null && report.jobId !== null && shown.has(report.jobId) ? [] : [{ on: report.outOn, as: report.mode === null ? ('running' as const) : ('failed' as const), km: report.outKm, mode: report.mode, noisy: report.noisy, unit: report.serial, owner: report.owner }]),
    ]),
  ];
} // prettier-ignore

/** Reports are kept under the vehicle that the service made of them. */
const reportsIn = (db: Db, partId: number, vehicle: string) =>
  db
    .select()
    .from(failureReport)
    .where(and(eq(failureReport.partId, partId), eq(failureReport.key, vehicle)));

/** Puts the units of one part in one vehicle in the place of those that were there. @returns whether anything changed */
export async function replaceUnits(
  db: Db,
  partId: number,
  vehicle: string,
  units: readonly Unit[],
): Promise<boolean> {
  const own = and(eq(unit.partId, partId), eq(unit.vehicle, vehicle));
  const held = await db.select().from(unit).where(own).orderBy(unit.nth);
  const rows = units.map((each, nth) => ({ ...each, partId, vehicle, nth }));
  const text = (row: Omit<Unit, 'vehicle'>): string =>
    JSON.stringify([
      row.inOn,
      row.inKm,
      row.lastOn,
      row.lastKm,
      row.failed,
      row.mode,
      row.noisy,
      row.neverIn,
      row.isOut,
      row.unit,
      row.owner,
    ]);
  if (held.map(text).join() === rows.map(text).join()) return false;
  await db.delete(unit).where(own);
  if (rows.length > 0) await db.insert(unit).values(rows);
  return true;
}

/** One writer of a kind's standings at a time: each is held against all others. */
export const holdKind = (db: Db, kind: PartKind): Promise<unknown> =>
  db.execute(sql`select pg_advisory_xact_lock(hashtext(${`failures of ${kind}`}))`);

/** Units of one part, added up. */
export interface PartCounts {
  partId: number;
  fitted: number;
  failed: number;
  noisy: number;
  noisyOf: number;
  againVehicles: number;
  againMost: number;
}

const excused = sql.raw([...NOT_THE_PART].map((mode) => `'${mode}'`).join(', '));
const against = sql`(u.failed and coalesce(u.mode, '') not in (${excused}))`;
/** Failures of one owner count together; a vehicle that nobody named an owner of is an owner by itself. */
const ownerOf = sql`(case when u.owner = '' then 'vehicle ' || u.vehicle else 'owner ' || lower(u.owner) end)`;

/** Units of a kind added up, part by part, without fetching them. */
export async function countsOfKind(db: Db, kind: PartKind): Promise<PartCounts[]> {
  const { rows } = await db.execute<Record<string, string>>(sql`
    with of_vehicle as (
      select u.part_id, u.vehicle,
        count(*) filter (where u.in_on is not null and not u.never_in) as fitted,
        count(*) filter (where ${against}) as failed,
        count(*) filter (where u.noisy) as noisy,
        count(*) filter (where u.noisy is not null) as noisy_of
      from unit u join part p on p.id = u.part_id where p.kind = ${kind} group by u.part_id, u.vehicle
    )
    select part_id, sum(fitted) as fitted, sum(failed) as failed, sum(noisy) as noisy, sum(noisy_of) as noisy_of,
      count(*) filter (where failed > 1) as again, coalesce(max(failed) filter (where failed > 1), 0) as most
    from of_vehicle group by part_id order by part_id`);
  return rows.map((row) => ({
    partId: Number(row.part_id),
    fitted: Number(row.fitted),
    failed: Number(row.failed),
    noisy: Number(row.noisy),
    noisyOf: Number(row.noisy_of),
    againVehicles: Number(row.again),
    againMost: Number(row.most),
  }));
} // prettier-ignore

/** The last day on which this shop recorded anything, today at most: a clock that runs ahead lengthens no life. */
export async function lastDayOnRecord(db: Db): Promise<string | null> {
  const { rows } = await db.execute<{ day: string | null }>(sql`
    select least(greatest((select max("on") from sighting), (select max(out_on) from failure_report)), current_date)::text as day`);
  return rows[0]!.day;
}

/** From each visit of a vehicle to its next, or to the last day on record; those alike are counted together. */
export async function gapsOnRecord(db: Db, lastDay: string): Promise<Gap[]> {
  const { rows } = await db.execute<{ days: number; came: boolean; count: number }>(sql`
    with told as (
      select vehicle, min("on") as first, max("on") as last, bool_or("as" like 'failed%') as failed from sighting group by vehicle, job_id
      union all select key, in_on, in_on, false from failure_report where in_on is not null
      union all select key, out_on, out_on, mode is not null from failure_report
    ), visit as (
      select vehicle, first, max(last) as last, bool_or(failed) as failed from told group by vehicle, first
    ), next as (
      select last, lead(first) over w as next, lead(failed) over w as failed from visit window w as (partition by vehicle order by first)
    )
    select greatest(least(coalesce(next, ${lastDay}::date), ${lastDay}::date) - last, 0) as days, next is not null and not failed as came, count(*)::int as count
    from next group by 1, 2 order by 1`);
  return rows;
} // prettier-ignore

/** A life as it is watched: seen to run for so many days, run on for so many at most, its owner not seen for so many. */
export interface Watched extends Record<string, unknown> {
  seen: number;
  most: number;
  away: number;
  failed: boolean;
}
const seenDays = sql`(u.last_on - u.in_on)`;
/** What failed or came out has its life behind it; what was not seen again may run on to the last day on record. */
const mostDays = (lastDay: string) => sql`(case when u.failed or u.is_out then ${seenDays} else greatest(${seenDays}, ${lastDay}::date - u.in_on) end)`; // prettier-ignore
const lastVisits = sql`last_visit as (select vehicle, max("on") as last from (select vehicle, "on" from sighting union all select key, out_on from failure_report) each group by vehicle)`;
const awayDays = (lastDay: string) => sql`greatest(0, ${lastDay}::date - greatest(u.last_on, coalesce(v.last, u.last_on)))`; // prettier-ignore

/** First units of a kind in each vehicle, as they were watched. */
export async function earlyLivesOf(db: Db, kind: PartKind, lastDay: string): Promise<(Watched & Pick<EarlyLife, 'partId' | 'owner'>)[]> {
  const { rows } = await db.execute<Watched & { partId: number; owner: string }>(sql`
    with ${lastVisits}
    select u.part_id as "partId", ${ownerOf} as owner, ${seenDays} as seen, ${mostDays(lastDay)} as most, ${awayDays(lastDay)} as away, ${against} as failed
    from unit u join part p on p.id = u.part_id left join last_visit v on v.vehicle = u.vehicle
    where p.kind = ${kind} and u.nth = 0 and u.in_on is not null order by u.part_id`);
  return rows;
} // prettier-ignore

export interface StandingRow {
  partId: number;
  word: StandingWord;
  standing: Standing;
}

/** Writes what changed of the standings of a kind; a part that nobody saw any more has none. */
export async function replaceStandings(db: Db, kind: PartKind, rows: readonly StandingRow[]): Promise<void> {
  const ids = rows.map(({ partId }) => partId);
  const ofKind = inArray(
    partStanding.partId,
    db.select({ id: part.id }).from(part).where(eq(part.kind, kind)),
  );
  await db
    .delete(partStanding)
    .where(ids.length > 0 ? and(ofKind, notInArray(partStanding.partId, ids)) : ofKind);
  if (rows.length === 0) return;
  await db
    .insert(partStanding)
    .values([...rows])
    .onConflictDoUpdate({
      target: partStanding.partId,
      set: {
        word: sql`excluded.word`,
        standing: sql`excluded.standing`,
      },
      setWhere: sql`(${partStanding.word}, ${partStanding.standing}) is distinct from (excluded.word, excluded.standing)`,
    });
}

export const standingsOf = async (db: Db, ids: readonly number[]): Promise<Map<number, StandingRow>> =>
  ids.length === 0
    ? new Map()
    : new Map((await db.select().from(partStanding).where(anyOf(partStanding.partId, ids))).map((row) => [row.partId, row])); // prettier-ignore

/** Kinds of which any unit was seen. */
export const kindsSeen = async (db: Db): Promise<PartKind[]> =>
  (await db.selectDistinct({ kind: part.kind }).from(unit).innerJoin(part, eq(part.id, unit.partId))).map(
    ({ kind }) => kind,
  );

/** Those with something against them first. */
export const allStandings = (db: Db) =>
  db
    .select()
    .from(partStanding)
    .orderBy(
      sql`array_position(array['fails early', 'failed again', 'too few to tell', 'as its kind', 'never failed', 'not seen'], ${partStanding.word})`,
      sql`(${partStanding.standing} ->> 'failed')::int desc`,
      asc(partStanding.partId),
    );

const MOST_UNITS = 2000;
/** Units of a part, newest first. */
export const unitsOfPart = (db: Db, partId: number) =>
  db.select().from(unit).where(eq(unit.partId, partId)).orderBy(desc(unit.lastOn), unit.vehicle, unit.nth).limit(MOST_UNITS); // prettier-ignore

/** How long a unit was watched, by days or by kilometres where both odometers were read. */
const timesBy = (by: 'days' | 'km', lastDay: string) => {
  const km = sql`(u.last_km - u.in_km)`;
  return by === 'days' ? ([seenDays, mostDays(lastDay)] as const) : ([km, km] as const);
};

/** Lives of one part, each its owner's. */
export async function livesOf(db: Db, partId: number, by: 'days' | 'km', lastDay: string): Promise<(Watched & { owner: string })[]> {
  const [seen, most] = timesBy(by, lastDay);
  const { rows } = await db.execute<Watched & { owner: string }>(sql`
    with ${lastVisits}
    select ${ownerOf} as owner, ${seen} as seen, ${most} as most, ${awayDays(lastDay)} as away, ${against} as failed
    from unit u left join last_visit v on v.vehicle = u.vehicle
    where u.part_id = ${partId} and ${seen} >= 0 order by u.last_on desc, u.vehicle, u.nth limit ${MOST_UNITS}`);
  return rows;
} // prettier-ignore

/** Lives of all other parts of a kind, those alike counted together. */
export async function othersOf(db: Db, partId: number, kind: PartKind, by: 'days' | 'km', lastDay: string): Promise<(Watched & { count: number })[]> {
  const [seen, most] = timesBy(by, lastDay);
  // Kilometres by the hundred: a curve of thousands needs no finer.
  const rounded = (time: typeof seen) => (by === 'km' ? sql`(${time} / 100 * 100)` : time);
  const { rows } = await db.execute<Watched & { count: number }>(sql`
    with ${lastVisits}
    select ${rounded(seen)} as seen, ${rounded(most)} as most, ${awayDays(lastDay)} as away, ${against} as failed, count(*)::int as count
    from unit u join part p on p.id = u.part_id left join last_visit v on v.vehicle = u.vehicle
    where p.kind = ${kind} and u.part_id <> ${partId} and ${seen} >= 0 group by 1, 2, 3, 4 order by 1`);
  return rows;
} // prettier-ignore

/** Whether units are on record of which no standing was worked out, as after an upgrade. */
export async function standingsAreMissing(db: Db): Promise<boolean> {
  const { rows } = await db.execute<{ missing: boolean }>(sql`
    select exists (select 1 from unit u where not exists (select 1 from part_standing s where s.part_id = u.part_id)) as missing`);
  return rows[0]!.missing;
}

const reportColumns = { report: failureReport, by: person.name };
const asReport = ({ report, by }: { report: typeof failureReport.$inferSelect; by: string }): FailureReport & { partId: number; key: string } => {
  const { version, by: _by, at, ...row } = report;
  return { ...row, tag: `${row.id}.${version}`, stamp: { by, at } };
}; // prettier-ignore

export const reportsOf = async (db: Db, partId: number) =>
  (
    await db
      .select(reportColumns)
      .from(failureReport)
      .innerJoin(person, eq(person.id, failureReport.by))
      .where(eq(failureReport.partId, partId))
      .orderBy(desc(failureReport.outOn), desc(failureReport.id))
  ).map(asReport);

/** A report, held until the transaction ends. */
export async function lockReport(db: Db, id: number) {
  const [row] = await db
    .select(reportColumns)
    .from(failureReport)
    .innerJoin(person, eq(person.id, failureReport.by))
    .where(eq(failureReport.id, id))
    .for('update', { of: failureReport });
  return row && asReport(row);
}

export const insertReport = (db: Db, partId: number, key: string, body: FailureBody): Promise<unknown> =>
  db.insert(failureReport).values({ ...body, partId, key });
export const updateReport = (db: Db, id: number, key: string, body: FailureBody): Promise<unknown> =>
  db
    .update(failureReport)
    .set({ ...body, key, version: sql`${failureReport.version} + 1` })
    .where(eq(failureReport.id, id));
export const deleteReport = (db: Db, id: number): Promise<unknown> =>
  db.delete(failureReport).where(eq(failureReport.id, id));

/** Every vehicle in which one of these parts was seen or reported. */
export async function failurePairs(db: Db, partIds: readonly number[]): Promise<{ partId: number; vehicle: string }[]> {
  const { rows } = await db.execute<{ partId: number; vehicle: string }>(sql`
    with seen as (
      select vehicle from sighting where part_id = any(${sql.param([...partIds])}::int[])
      union select key from failure_report where part_id = any(${sql.param([...partIds])}::int[])
      union select vehicle from unit where part_id = any(${sql.param([...partIds])}::int[]))
    select part_id as "partId", vehicle from seen, unnest(${sql.param([...partIds])}::int[]) part_id`);
  return rows;
} // prettier-ignore

/** Reports that name one vehicle name another; those of these numbers alone, where they are given. @returns their numbers */
export async function renameVehicle(db: Db, { from, to, ids }: { from: number; to: number; ids?: readonly string[] }): Promise<string[]> {
  const { rows } = await db.execute<{ id: string }>(sql`
    update failure_report set key = regexp_replace(key, ${` #${from}$`}, ${` #${to}`})
    where key like ${`% #${from}`} and ${ids ? sql`id::text = any(${sql.param([...ids])}::text[])` : sql`true`} returning id::text as id`);
  return rows.map(({ id }) => id);
} // prettier-ignore
