import type { JobDocument, NewJob } from '@radiatrix/contract';
import type { Context, Reply } from '../http/route.ts';
import { changeJob, jobLines, jobRecord, openJob } from './service.ts';

async function reply(db: Context['db'], id: number, more: Partial<Reply> = {}): Promise<Reply> {
  const body = await jobRecord(db, id);
  return { body, etag: String(body.version), ...more };
}

export const jobs = async ({ db }: Context): Promise<Reply> => ({ body: await jobLines(db) });
export const job = async ({ db, id }: Context): Promise<Reply> => reply(db, id());

export const newJob = async ({ db, body }: Context): Promise<Reply> => {
  const id = await openJob(db, body as NewJob);
  return reply(db, id, { status: 201, location: `/api/jobs/${id}` });
};

export const saveJob = async ({ db, id, body, ifMatch }: Context): Promise<Reply> => {
  await changeJob(db, id(), Number(ifMatch) || 0, body as JobDocument);
  return reply(db, id());
};
