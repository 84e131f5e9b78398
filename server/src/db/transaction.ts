import { sql } from 'drizzle-orm';
import type { Database, Db } from './client.ts';

const setPerson = (db: Db, personId: number) =>
  db.execute(sql`select set_config('radiatrix.person', ${String(personId)}, true)`);

/** Within a transaction of one person, what another had asked for is done in that one's name. */
export async function inNameOf<T>(db: Db, personId: number, own: number, work: () => Promise<T>): Promise<T> {
  await setPerson(db, personId);
  const done = await work();
  await setPerson(db, own);
  return done;
}

/** One transaction in a person's name: every row it writes is stamped with them by the database itself. */
export function asPerson<T>(db: Database, personId: number, work: (tx: Db) => Promise<T>): Promise<T> {
  return db.transaction(async (tx) => {
    await setPerson(tx, personId);
    return work(tx);
  });
}

/** Carries an answer out of a transaction that is taken back. */
class TakenBack<T> extends Error {
  readonly answer: T;
  constructor(answer: T) {
    super('taken back');
    this.answer = answer;
  }
}

/** Does some work for real, and takes it back to the last row: its answer cannot differ from what the work would do. */
export async function tried<T>(db: Db, work: (tx: Db) => Promise<T>): Promise<T> {
  try {
    return await db.transaction(async (inner): Promise<T> => {
      throw new TakenBack(await work(inner));
    });
  } catch (error) {
    if (error instanceof TakenBack) return error.answer as T;
    throw error;
  }
}
