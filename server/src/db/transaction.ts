import { sql } from 'drizzle-orm';
import type { Database, Db } from './client.ts';

/** One transaction in a person's name: every row it writes is stamped with them by the database itself. */
export function asPerson<T>(db: Database, personId: number, work: (tx: Db) => Promise<T>): Promise<T> {
  return db.transaction(async (tx) => {
    await tx.execute(sql`select set_config('radiatrix.person', ${String(personId)}, true)`);
    return work(tx);
  });
}
