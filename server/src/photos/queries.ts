import { and, eq, isNull, sql } from 'drizzle-orm';
import type { PhotoSubject } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { photo } from '../db/schema/index.ts';

const COLUMNS = { part: 'partId', bay: 'bayId', connector: 'connectorId', procedure: 'procedureId' } as const;

export interface NewPhoto {
  subject: PhotoSubject;
  id: number;
  mediaType: string;
  caption: string;
  content: Buffer;
  sha256: string;
  thumb: Buffer;
  width: number;
  height: number;
}

export async function insertPhoto(db: Db, { subject, id, ...values }: NewPhoto): Promise<number> {
  const [row] = await db
    .insert(photo)
    .values({ [COLUMNS[subject]]: id, ...values })
    .returning({ id: photo.id });
  return row!.id;
}

const standing = (id: number) => and(eq(photo.id, id), isNull(photo.removedAt));

/** Takes a photograph away, with the reason; its bytes stay with the history. */
export const removePhoto = (db: Db, id: number, removedFor: string): Promise<unknown> =>
  db
    .update(photo)
    .set({ removedFor, removedAt: sql`now()` })
    .where(standing(id));

/** A photograph with its bytes, and what it belongs to. */
export async function photoById(db: Db, id: number) {
  const [row] = await db.select().from(photo).where(standing(id));
  if (!row) return undefined;
  const subject = (Object.keys(COLUMNS) as PhotoSubject[]).find((each) => row[COLUMNS[each]] !== null)!;
  return { ...row, subject, subjectId: row[COLUMNS[subject]]! };
}
