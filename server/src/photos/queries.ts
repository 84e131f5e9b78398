import { eq } from 'drizzle-orm';
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
}

export async function insertPhoto(db: Db, { subject, id, ...values }: NewPhoto): Promise<number> {
  const [row] = await db
    .insert(photo)
    .values({ [COLUMNS[subject]]: id, ...values })
    .returning({ id: photo.id });
  return row!.id;
}

/** A photograph with its bytes, and what it belongs to. */
export async function photoById(db: Db, id: number) {
  const [row] = await db.select().from(photo).where(eq(photo.id, id));
  if (!row) return undefined;
  const subject = (Object.keys(COLUMNS) as PhotoSubject[]).find((each) => row[COLUMNS[each]] !== null)!;
  return { ...row, subject, subjectId: row[COLUMNS[subject]]! };
}
