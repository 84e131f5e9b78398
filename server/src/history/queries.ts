import { desc, eq, sql } from 'drizzle-orm';
import { HISTORY_SENT, type HistoryEntry } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { history, person } from '../db/schema/index.ts';

/** The newest changes of one record, as the database kept them. */
export const changesOf = async (db: Db, record: string): Promise<HistoryEntry[]> =>
  (await db
    .select({
      id: history.id,
      at: history.at,
      by: sql<string>`coalesce(${person.name}, '?')`,
      action: history.action,
      table: history.table,
      before: history.before,
      after: history.after,
    })
    .from(history)
    .leftJoin(person, eq(person.id, history.personId))
    .where(eq(history.record, record))
    .orderBy(desc(history.id))
    .limit(HISTORY_SENT)) as HistoryEntry[];
