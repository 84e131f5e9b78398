import { createHash } from 'node:crypto';
import { eq } from 'drizzle-orm';
import type { PhotoSubject } from '@radiatrix/contract';
import { photo as table } from '../db/schema/index.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { imageType } from './image-type.ts';

const COLUMNS = { part: 'partId', bay: 'bayId', connector: 'connectorId', procedure: 'procedureId' } as const;

export const newPhoto = async ({ db, body, query }: Context): Promise<Reply> => {
  const mediaType = Buffer.isBuffer(body) ? imageType(body) : undefined;
  if (!mediaType)
    throw new ProblemError('unsupported-media', {
      detail: 'A photograph is a JPEG, PNG or WebP picture of up to 5 MB.',
    });
  const content = body as Buffer;
  const { subject, id, caption } = query as { subject: PhotoSubject; id: number; caption: string };
  const [row] = await db
    .insert(table)
    .values({
      [COLUMNS[subject]]: id,
      mediaType,
      caption,
      content,
      sha256: createHash('sha256').update(content).digest('hex'),
    })
    .returning({ id: table.id });
  return { status: 201, body: { id: row!.id }, location: `/api/photos/${row!.id}` };
};

export const photo = async ({ db, id }: Context): Promise<Reply> => {
  const [row] = await db
    .select({ content: table.content, mediaType: table.mediaType, sha256: table.sha256 })
    .from(table)
    .where(eq(table.id, id()));
  if (!row) throw notFound('That photograph');
  return { bytes: { content: row.content, mediaType: row.mediaType }, etag: row.sha256 };
};
