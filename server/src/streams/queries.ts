import { asc, eq } from 'drizzle-orm';
import type { StreamChunk } from '@radiatrix/core/job';
import type { Db } from '../db/client.ts';
import { person, stream, streamChunk } from '../db/schema/index.ts';

export async function streamById(db: Db, id: string) {
  const [row] = await db
    .select({
      id: stream.id,
      jobId: stream.jobId,
      device: stream.device,
      instrument: stream.instrument,
      boot: stream.boot,
      channels: stream.channels,
      by: person.name,
      at: stream.at,
    })
    .from(stream)
    .innerJoin(person, eq(person.id, stream.by))
    .where(eq(stream.id, id));
  return row;
}

export const insertStream = (db: Db, values: typeof stream.$inferInsert) =>
  db.insert(stream).values(values).onConflictDoNothing();

/** False where a piece of that number is kept already. */
export const insertChunk = async (db: Db, streamId: string, chunk: StreamChunk): Promise<boolean> =>
  (
    await db
      .insert(streamChunk)
      .values({ streamId, ...chunk })
      .onConflictDoNothing()
      .returning({ ordinal: streamChunk.ordinal })
  ).length === 1;

export const chunksOf = (db: Db, streamId: string): Promise<StreamChunk[]> =>
  db
    .select({ ordinal: streamChunk.ordinal, ms: streamChunk.ms, values: streamChunk.values })
    .from(streamChunk)
    .where(eq(streamChunk.streamId, streamId))
    .orderBy(asc(streamChunk.ordinal));
