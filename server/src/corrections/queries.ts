import { and, asc, desc, eq, inArray, isNull, sql, type SQL } from 'drizzle-orm';
import type { PartKind } from '@radiatrix/core/figures';
import type { Corrected, Reach } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import {
  accessMap,
  configuration,
  correction,
  correctionReach,
  job,
  jobEvent,
  measurement,
  partRevision,
  person,
  procedure,
} from '../db/schema/index.ts';

/** Jobs that chose a part at any time; whether they still have it, their events say. */
export const jobsOfPart = async (db: Db, partId: number): Promise<number[]> =>
  (
    await db
      .selectDistinct({ id: jobEvent.jobId })
      .from(jobEvent)
      .where(and(eq(jobEvent.kind, 'part chosen'), sql`(${jobEvent.payload} ->> 'partId')::int = ${partId}`))
  ).map(({ id }) => id);

/** Jobs of vehicles of a bay, of one vehicle, or of vehicles with an engine. */
export const jobsOfVehicles = async (
  db: Db,
  by: 'bayId' | 'id' | 'engineId',
  id: number,
): Promise<number[]> =>
  (
    await db
      .select({ id: job.id })
      .from(job)
      .innerJoin(configuration, eq(configuration.id, job.configurationId))
      .where(eq(configuration[by], id))
  ).map((row) => row.id);

/** Parts that have a connector on any of their revisions, and bays whose loom has it. */
export async function naming(db: Db, connectorId: number): Promise<{ partIds: number[]; bayIds: number[] }> {
  const rows = await db
    .selectDistinct({ partId: partRevision.partId, bayId: measurement.bayId })
    .from(measurement)
    .leftJoin(partRevision, eq(partRevision.id, measurement.partRevisionId))
    .where(eq(measurement.connectorId, connectorId));
  return {
    partIds: rows.flatMap(({ partId }) => (partId === null ? [] : [partId])),
    bayIds: rows.flatMap(({ bayId }) => (bayId === null ? [] : [bayId])),
  };
}

/** The bay that a record belongs to, and the kind of part that a procedure is for; 0 and null where it has none. */
export async function ownerOf(db: Db, { about, aboutId }: About): Promise<{ bayId: number; partKind: PartKind | null }> {
  if (about !== 'bay' && about !== 'access' && about !== 'procedure') return { bayId: 0, partKind: null };
  if (about === 'bay') return { bayId: aboutId, partKind: null };
  if (about === 'access') {
    const [row] = await db.select({ bayId: accessMap.bayId }).from(accessMap).where(eq(accessMap.id, aboutId));
    return { bayId: row?.bayId ?? 0, partKind: null };
  }
  const [row] = await db.select({ bayId: procedure.bayId, partKind: procedure.partKind }).from(procedure).where(eq(procedure.id, aboutId));
  return row ?? { bayId: 0, partKind: null };
} // prettier-ignore

export async function insertCorrection(
  db: Db,
  own: Omit<typeof correction.$inferInsert, 'id'>,
  reaches: readonly { jobId: number; reach: Reach }[],
): Promise<void> {
  const [row] = await db.insert(correction).values(own).returning({ id: correction.id });
  await db.insert(correctionReach).values(reaches.map((each) => ({ ...each, correctionId: row!.id })));
}

/** The newest, as many as a page holds. */
const SHOWN = 200;
const columns = {
  id: correction.id,
  about: correction.about,
  aboutId: correction.aboutId,
  title: correction.title,
  changes: correction.changes,
  withdrawnFor: correction.withdrawnFor,
  by: person.name,
  at: correction.at,
};
export const correctionRows = (db: Db, ids?: readonly number[]) =>
  db
    .select(columns)
    .from(correction)
    .innerJoin(person, eq(person.id, correction.by))
    .where(ids && inArray(correction.id, [...ids]))
    .orderBy(desc(correction.at), desc(correction.id))
    .limit(SHOWN);
export type CorrectionRow = Awaited<ReturnType<typeof correctionRows>>[number];

/** Who has a job, or else opened it. */
const HANDS: SQL<string> = sql`coalesce((select p.name from person p where p.id = ${job.handedTo}), (select p.name from person p where p.id = ${job.by}))`;
export const reachRows = (db: Db, where: { correctionIds?: readonly number[]; jobId?: number }) => {
  const { correctionIds, jobId } = where;
  return db
    .select({
      correctionId: correctionReach.correctionId,
      jobId: correctionReach.jobId,
      reach: correctionReach.reach,
      toldAt: correctionReach.toldAt,
      toldBy: person.name,
      label: job.label,
      configurationId: job.configurationId,
      hands: HANDS,
    })
    .from(correctionReach)
    .innerJoin(job, eq(job.id, correctionReach.jobId))
    .leftJoin(person, eq(person.id, correctionReach.toldBy))
    .where(
      and(
        correctionIds && inArray(correctionReach.correctionId, [...correctionIds]),
        jobId === undefined ? undefined : eq(correctionReach.jobId, jobId),
      ),
    )
    .orderBy(asc(correctionReach.jobId));
}; // prettier-ignore

/** Says that a job’s hands were told, or that they were not after all. @returns whether that job is reached by it */
export async function markTold(db: Db, id: number, jobId: number, personId: number | null): Promise<boolean> {
  const told = personId === null ? { toldBy: null, toldAt: null } : { toldBy: personId, toldAt: sql`now()` };
  const rows = await db
    .update(correctionReach)
    .set(told)
    .where(and(eq(correctionReach.correctionId, id), eq(correctionReach.jobId, jobId)))
    .returning({ jobId: correctionReach.jobId });
  return rows.length > 0;
}

/** Jobs whose hands nobody has told yet. */
export const untoldCount = (db: Db): Promise<number> =>
  db.$count(correctionReach, isNull(correctionReach.toldBy));

/** What a corrected record is called with, for reviews of a kind. */
export type About = { about: Corrected; aboutId: number };
