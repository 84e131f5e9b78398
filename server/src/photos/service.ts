import { createHash } from 'node:crypto';
import { seesDrafts, type PhotoSubject, type Role } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { everybodySees } from '../proposals/queries.ts';
import { changeOf, touches } from '../proposals/touched.ts';
import { imageType } from './image-type.ts';
import { insertPhoto, photoById } from './queries.ts';

/** Keeps a photograph; what its first bytes say it is counts, not its name. */
export async function addPhoto(
  db: Db,
  { subject, id, caption }: { subject: PhotoSubject; id: number; caption: string },
  content: unknown,
): Promise<number> {
  const mediaType = Buffer.isBuffer(content) ? imageType(content) : undefined;
  if (!Buffer.isBuffer(content) || !mediaType)
    throw new ProblemError('unsupported-media', {
      detail: 'A photograph is a JPEG, PNG or WebP picture of up to 5 MB.',
    });
  await touches(async () =>
    (await everybodySees(db, subject, id))
      ? {
          title: caption ? `A photograph: ${caption}` : `A photograph of a ${subject}`,
          about: subject,
          id,
          changes: [changeOf('Photograph', '', caption || 'without a caption')],
        }
      : undefined,
  );
  const sha256 = createHash('sha256').update(content).digest('hex');
  return insertPhoto(db, { subject, id, mediaType, caption, content, sha256 });
}

/** A photograph with its bytes, of something this reader may see. */
export async function photoFor(db: Db, id: number, role: Role) {
  const row = await photoById(db, id);
  if (!row) throw notFound('That photograph');
  if (!seesDrafts(role) && !(await everybodySees(db, row.subject, row.subjectId)))
    throw notFound('That photograph');
  return row;
}
