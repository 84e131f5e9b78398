import { draftRecorded } from '../access/recorded.ts';
import type { JobRecord } from '@radiatrix/contract';
import type { Context, Handler, Reply } from '../http/route.ts';
import { jobPhotoFor, keepJobPhoto } from './photos.ts';
import { jobRecord } from './record.ts';
import { addEvents, decideAside, eventsPage, jobLines, openJob } from './service.ts';

async function reply(
  { db, person }: Pick<Context, 'db' | 'person'>,
  id: number,
  more: Partial<Reply<JobRecord>> = {},
): Promise<Reply<JobRecord>> {
  const body = await jobRecord(db, id, person);
  return { body, etag: String(body.version), ...more };
}

export const jobs: Handler<'jobs'> = async ({ db }) => ({ body: await jobLines(db) });
export const job: Handler<'job'> = async (context) => reply(context, context.id());

export const newJob: Handler<'newJob'> = async (context) => {
  const id = await openJob(context.db, context.body.events, context.person);
  return reply(context, id, { status: 201, location: `/api/jobs/${id}` });
};

export const jobEvents: Handler<'jobEvents'> = async (context) => {
  const id = await addEvents(context.db, context.id(), context.body.events, context.person, context.leftAt);
  // Whoever has left reads nothing any more.
  if (context.leftAt) return {};
  return reply(context, id);
};

export const jobEventsAfter: Handler<'jobEventsAfter'> = async ({ db, id, query }) => {
  return { body: await eventsPage(db, id(), query.after) };
};

export const newJobPhoto: Handler<'newJobPhoto'> = async ({ db, id, params, body, person }) => {
  await keepJobPhoto(db, id(), params.photo!, body as unknown as Buffer, person);
  return {};
};

export const jobPhoto: Handler<'jobPhoto'> = async ({ db, id, params, query: { size } }) => {
  const { content, thumb, mediaType, sha256 } = await jobPhotoFor(db, id(), params.photo!);
  return { bytes: { content: size === 'small' ? thumb : content, mediaType }, etag: sha256 };
};

export const jobAside: Handler<'jobAside'> = async (context) => {
  const { events, take } = context.body;
  await decideAside(context.db, context.id(), events, take);
  return reply(context, context.id());
};

export const jobMap: Handler<'jobMap'> = async ({ db, id, person }) => {
  const drafted = await draftRecorded(db, id(), person);
  return { body: drafted, location: `/api/access/${drafted.id}` };
};
