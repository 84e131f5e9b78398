import { and, eq, sql } from 'drizzle-orm';
import type { Database, Db } from '../db/client.ts';
import { idempotency } from '../db/schema/index.ts';

const own = (personId: number, key: string) =>
  and(eq(idempotency.personId, personId), eq(idempotency.key, key));

/** Takes a key for a request; false where it is taken. Waits for a transaction that holds the same key. */
export const claimKey = async (
  db: Db,
  personId: number,
  key: string,
  requestHash: string,
): Promise<boolean> =>
  (
    await db
      .insert(idempotency)
      .values({ personId, key, requestHash, status: 0, headers: {}, body: null })
      .onConflictDoNothing()
      .returning({ key: idempotency.key })
  ).length === 1;

export async function answerOf(db: Db, personId: number, key: string) {
  const [kept] = await db.select().from(idempotency).where(own(personId, key));
  return kept;
}

export const keepAnswer = (
  db: Db,
  personId: number,
  key: string,
  answer: { status: number; headers: Record<string, string>; body: unknown },
) => db.update(idempotency).set(answer).where(own(personId, key));

/** Forgets answers older than a day: nobody sends the same save again that late. */
export const forgetOldAnswers = (db: Database): Promise<unknown> =>
  db.execute(sql`delete from idempotency where at < now() - interval '1 day'`);

/** What the library is to this reader: of two that are the same, nothing was changed in between. */
export async function libraryVersion(db: Db): Promise<string> {
  const { rows } = await db.execute<{ version: string }>(
    sql`select count(*) || ' ' || coalesce(sum(xact::text::numeric), 0) as version from library_change`,
  );
  return rows[0]!.version;
}

/** Rows for changes of more than an hour ago are put together; every answer is then made anew, once. */
export const foldLibraryChanges = (db: Db): Promise<unknown> =>
  db.execute(sql`delete from library_change where at < now() - interval '1 hour' and xact < pg_snapshot_xmin(pg_current_snapshot())
    and xact <> (select max(xact) from library_change)`);
