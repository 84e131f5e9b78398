import { notFound } from '../http/problem.ts';
import type { Handler } from '../http/route.ts';
import { beginStream, keepChunk, streamRecord } from './service.ts';

export const newStream: Handler<'newStream'> = async ({ db, id, body, person }) => {
  const values = body;
  await beginStream(db, id(), values, person);
  return { status: 201, body: await streamRecord(db, values.id), location: `/api/streams/${values.id}` };
};

export const streamChunk: Handler<'streamChunk'> = async ({ db, params, body, person }) => {
  // Chunks count from nothing, which no id does.
  if (!/^\d{1,6}$/.test(params.ordinal!)) throw notFound('A piece of that number');
  await keepChunk(db, params.stream!, Number(params.ordinal), body, person);
  return {};
};

export const stream: Handler<'stream'> = async ({ db, params }) => ({
  body: await streamRecord(db, params.stream!),
});
