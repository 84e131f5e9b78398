import { isDeepStrictEqual } from 'node:util';
import { chunkProblem, samplesOf, type StreamChunk } from '@radiatrix/core/job';
import type { NewStream, Person, StreamRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { guardEverHeld } from '../jobs/service.ts';
import { chunksOf, insertChunk, insertStream, streamById } from './queries.ts';

const CHUNKS_AT_MOST = 100_000;

async function streamRow(db: Db, id: string) {
  const row = /^[0-9a-f-]{36}$/i.test(id) ? await streamById(db, id) : undefined;
  if (!row) throw notFound('That run of an instrument');
  return row;
}

/** Begins a run on a job; the same again is the same run. */
export async function beginStream(db: Db, jobId: number, values: NewStream, person: Person): Promise<void> {
  await guardEverHeld(db, jobId, person);
  await insertStream(db, { ...values, jobId });
  const { by: _by, at: _at, ...held } = (await streamById(db, values.id))!;
  if (!isDeepStrictEqual(held, { ...values, jobId }))
    throw new ProblemError('conflict', { detail: 'Another run of an instrument has that id.' });
}

/** Keeps a piece of the samples: in any order, and once however often it comes. */
export async function keepChunk(
  db: Db,
  id: string,
  ordinal: number,
  content: Omit<StreamChunk, 'ordinal'>,
  person: Person,
): Promise<void> {
  const row = await streamRow(db, id);
  await guardEverHeld(db, row.jobId, person);
  const chunk = { ordinal, ...content };
  const wrong = ordinal > CHUNKS_AT_MOST ? 'a run has no so many pieces' : chunkProblem(row, chunk);
  if (wrong) throw new ProblemError('invalid', { fields: [{ path: 'values', message: wrong }] });
  if (await insertChunk(db, id, chunk)) return;
  const held = (await chunksOf(db, id)).find((each) => each.ordinal === ordinal);
  if (!isDeepStrictEqual(held, chunk))
    throw new ProblemError('conflict', {
      detail: `Piece ${ordinal} is kept already, with other samples: nothing that was measured is written over.`,
    });
}

export async function streamRecord(db: Db, id: string): Promise<StreamRecord> {
  const { by, at, ...head } = await streamRow(db, id);
  return { ...head, begun: { by, at }, ...samplesOf(head, await chunksOf(db, id)) };
}
