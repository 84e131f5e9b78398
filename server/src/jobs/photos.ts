import { createHash } from 'node:crypto';
import type { Person } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { imageType } from '../photos/image-type.ts';
import { measured } from '../photos/read.ts';
import { insertJobPhoto, jobPhotoById } from './queries.ts';
import { guardEverHeld } from './service.ts';

const isId = (id: string): boolean => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/i.test(id);

/** Keeps a photograph of a step under the id that the device gave it; the same again is the same photograph. */
export async function keepJobPhoto(
  db: Db,
  jobId: number,
  id: string,
  content: Buffer,
  person: Person,
): Promise<void> {
  if (!isId(id)) throw notFound('A photograph of that id');
  await guardEverHeld(db, jobId, person);
  const mediaType = imageType(content);
  if (!mediaType) throw new ProblemError('unsupported-media');
  const sha256 = createHash('sha256').update(content).digest('hex');
  await insertJobPhoto(db, { id, jobId, mediaType, sha256, content, ...(await measured(content)) });
  const kept = (await jobPhotoById(db, id))!;
  if (kept.jobId !== jobId || kept.sha256 !== sha256)
    throw new ProblemError('conflict', { detail: 'Another photograph has that id already.' });
}

export async function jobPhotoFor(db: Db, jobId: number, id: string) {
  const row = isId(id) ? await jobPhotoById(db, id) : undefined;
  if (row?.jobId !== jobId) throw notFound('That photograph');
  return row;
}
