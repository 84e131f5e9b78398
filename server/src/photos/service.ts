import { createHash } from 'node:crypto';
import { seesDrafts, type PhotoSubject, type Role } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { everybodySees } from '../proposals/queries.ts';
import { changeOf, touches } from '../proposals/touched.ts';
import { imageType } from './image-type.ts';
import { insertPhoto, photoById, removePhoto } from './queries.ts';
import { measured } from './read.ts';

type Change = { before: string; after: string };

/** A photograph of something that everybody sees comes and goes by way of a reviewer. */
const photoTouch = (
  db: Db,
  { subject, id, title }: { subject: PhotoSubject; id: number; title: string },
  { before, after }: Change,
): Promise<void> =>
  touches(async () =>
    (await everybodySees(db, subject, id))
      ? { title, about: subject, id, changes: [changeOf('Photograph', before, after)] }
      : undefined,
  );

/** Keeps a photograph that was written anew by whoever read it. */
export async function addPhoto(
  db: Db,
  { subject, id, caption }: { subject: PhotoSubject; id: number; caption: string },
  content: Buffer,
): Promise<number> {
  const mediaType = imageType(content);
  if (!mediaType) throw new ProblemError('unsupported-media');
  const title = caption ? `A photograph: ${caption}` : `A photograph of a ${subject}`;
  await photoTouch(db, { subject, id, title }, { before: '', after: caption || 'without a caption' });
  const sha256 = createHash('sha256').update(content).digest('hex');
  return insertPhoto(db, { subject, id, mediaType, caption, content, sha256, ...(await measured(content)) });
}

/** Takes a photograph away, with the reason. */
export async function dropPhoto(db: Db, id: number, reason: string): Promise<void> {
  const row = await photoById(db, id);
  if (!row) throw notFound('That photograph');
  const title = row.caption ? `A photograph away: ${row.caption}` : `A photograph of a ${row.subject} away`;
  await photoTouch(
    db,
    { subject: row.subject, id: row.subjectId, title },
    { before: row.caption || 'without a caption', after: `taken away: ${reason}` },
  );
  await removePhoto(db, id, reason);
}

/** A photograph with its bytes, of something this reader may see. */
export async function photoFor(db: Db, id: number, role: Role) {
  const row = await photoById(db, id);
  if (!row) throw notFound('That photograph');
  if (!seesDrafts(role) && !(await everybodySees(db, row.subject, row.subjectId)))
    throw notFound('That photograph');
  return row;
}
