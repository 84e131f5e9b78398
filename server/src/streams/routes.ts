import type { StreamChunk } from '@radiatrix/core/job';
import type { NewStream } from '@radiatrix/contract';
import { notFound } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { beginStream, keepChunk, streamRecord } from './service.ts';

export const newStream = async ({ db, id, body }: Context): Promise<Reply> => {
  const values = body as NewStream;
  await beginStream(db, id(), values);
  return { status: 201, body: await streamRecord(db, values.id), location: `/api/streams/${values.id}` };
};

export const streamChunk = async ({ db, params, body }: Context): Promise<Reply> => {
  // Chunks count from nothing, which no id does.
  if (!/^\d{1,6}$/.test(params.ordinal!)) throw notFound('A piece of that number');
  await keepChunk(db, params.stream!, Number(params.ordinal), body as Omit<StreamChunk, 'ordinal'>);
  return {};
};

export const stream = async ({ db, params }: Context): Promise<Reply> => ({
  body: await streamRecord(db, params.stream!),
});
