import { and, desc, eq, sql } from 'drizzle-orm';
import type { JobDocument, NewJob } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { job, jobFigure, person } from '../db/schema/index.ts';

const columns = {
  id: job.id,
  configurationId: job.configurationId,
  label: job.label,
  complaint: job.complaint,
  alterations: job.alterations,
  stage: job.stage,
  version: job.version,
  by: person.name,
  at: job.at,
};

const OPEN_SHOWN = 200;

export const jobRows = (db: Db) =>
  db
    .select(columns)
    .from(job)
    .innerJoin(person, eq(person.id, job.by))
    .orderBy(desc(job.at), desc(job.id))
    .limit(OPEN_SHOWN);

export async function jobRow(db: Db, id: number) {
  const [row] = await db
    .select(columns)
    .from(job)
    .innerJoin(person, eq(person.id, job.by))
    .where(eq(job.id, id));
  return row;
}

export const figuresOfJob = (db: Db, jobId: number) =>
  db
    .select({
      key: jobFigure.key,
      text: jobFigure.text,
      method: jobFigure.method,
      by: person.name,
      at: jobFigure.at,
    })
    .from(jobFigure)
    .innerJoin(person, eq(person.id, jobFigure.by))
    .where(eq(jobFigure.jobId, jobId))
    .orderBy(jobFigure.id);

export async function insertJob(
  db: Db,
  { vehicleId, label = '', complaint = '', alterations = [], stage = 'match' }: NewJob,
): Promise<number> {
  const [row] = await db
    .insert(job)
    .values({ configurationId: vehicleId, label, complaint, alterations, stage })
    .returning({ id: job.id });
  return row!.id;
}

/** The next version of a job when it still is at the one the save is based on. */
export async function updateJob(
  db: Db,
  id: number,
  version: number,
  { figures: _figures, ...document }: JobDocument,
): Promise<boolean> {
  const rows = await db
    .update(job)
    .set({ ...document, version: sql`${job.version} + 1` })
    .where(and(eq(job.id, id), eq(job.version, version)))
    .returning({ id: job.id });
  return rows.length === 1;
}

/** Figures that are as they were keep who measured them. */
export async function replaceJobFigures(
  db: Db,
  jobId: number,
  figures: JobDocument['figures'],
): Promise<void> {
  const held = await figuresOfJob(db, jobId);
  const same = (a: JobDocument['figures'][number], b: JobDocument['figures'][number]): boolean =>
    a.key === b.key && a.text === b.text && a.method === b.method;
  for (const gone of held.filter((row) => !figures.some((figure) => same(figure, row))))
    await db.delete(jobFigure).where(and(eq(jobFigure.jobId, jobId), eq(jobFigure.key, gone.key)));
  const fresh = figures.filter((figure) => !held.some((row) => same(figure, row)));
  if (fresh.length > 0) await db.insert(jobFigure).values(fresh.map((figure) => ({ jobId, ...figure })));
}
