import type { JobEvents } from '@radiatrix/contract';
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { Context, Reply } from '../http/route.ts';
import { jobRecord } from './record.ts';
import { addEvents, jobLines, openJob } from './service.ts';

async function reply(context: Context, id: number, more: Partial<Reply> = {}): Promise<Reply> {
  const units = (context.query.units as UnitSystem | undefined) ?? 'both';
  const body = await jobRecord(context.db, id, context.person, units);
  return { body, etag: String(body.version), ...more };
}

export const jobs = async ({ db }: Context): Promise<Reply> => ({ body: await jobLines(db) });
export const job = async (context: Context): Promise<Reply> => reply(context, context.id());

export const newJob = async (context: Context): Promise<Reply> => {
  const id = await openJob(context.db, (context.body as JobEvents).events, context.person);
  return reply(context, id, { status: 201, location: `/api/jobs/${id}` });
};

export const jobEvents = async (context: Context): Promise<Reply> => {
  const id = await addEvents(context.db, context.id(), (context.body as JobEvents).events, context.person);
  return reply(context, id);
};
