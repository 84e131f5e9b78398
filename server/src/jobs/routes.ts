import type { JobDocument, JobLine, NewJob } from '@radiatrix/contract';
import { ProblemError, notFound } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { configurationsByIds, loadVocabulary } from '../vehicles/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';
import { insertJob, jobRow, jobRows, replaceJobFigures, updateJob } from './queries.ts';
import { checkFigures, jobRecord } from './service.ts';

export const jobs = async ({ db }: Context): Promise<Reply> => {
  const [rows, vocabulary] = await Promise.all([jobRows(db), loadVocabulary(db)]);
  const vehicles = await configurationsByIds(
    db,
    rows.map((row) => row.configurationId),
  );
  const titles = new Map(vehicles.map((vehicle) => [vehicle.id, vehicleLine(vehicle, vocabulary).title]));
  const body: JobLine[] = rows.map(({ id, label, complaint, stage, configurationId, by, at }) => ({
    id,
    label,
    complaint,
    stage,
    vehicleId: configurationId,
    title: titles.get(configurationId) ?? '',
    opened: { by, at },
  }));
  return { body };
};

async function reply(db: Context['db'], id: number, more: Partial<Reply> = {}): Promise<Reply> {
  const body = await jobRecord(db, id);
  return { body, etag: String(body.version), ...more };
}
export const job = async ({ db, id }: Context): Promise<Reply> => reply(db, id());

export const newJob = async ({ db, body }: Context): Promise<Reply> => {
  const job = body as NewJob;
  await findConfiguration(db, job.vehicleId);
  checkFigures(job.figures ?? []);
  const id = await insertJob(db, job);
  await replaceJobFigures(db, id, job.figures ?? []);
  return reply(db, id, { status: 201, location: `/api/jobs/${id}` });
};

export const saveJob = async ({ db, id, body, ifMatch }: Context): Promise<Reply> => {
  const document = body as JobDocument;
  checkFigures(document.figures);
  if (!(await updateJob(db, id(), Number(ifMatch) || 0, document))) {
    if (!(await jobRow(db, id()))) throw notFound('That job');
    throw new ProblemError('stale', { current: await jobRecord(db, id()) });
  }
  await replaceJobFigures(db, id(), document.figures);
  return reply(db, id());
};
