import { desc, eq, sql } from 'drizzle-orm';
import { HISTORY_SENT, type HistoryEntry } from '@radiatrix/contract';
import { history as table, person } from '../db/schema/index.ts';
import { ProblemError } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';

const KINDS = new Set([
  'part',
  'bay',
  'connector',
  'procedure',
  'configuration',
  'source',
  'make',
  'model',
  'engine',
  'transmission',
  'job',
]);

/** The newest changes of one record, as the database kept them. */
export const history = async ({ db, params, id }: Context): Promise<Reply> => {
  if (!KINDS.has(params.kind!)) throw new ProblemError('not-found');
  const rows = await db
    .select({
      id: table.id,
      at: table.at,
      by: sql<string>`coalesce(${person.name}, '?')`,
      action: table.action,
      table: table.table,
      before: table.before,
      after: table.after,
    })
    .from(table)
    .leftJoin(person, eq(person.id, table.personId))
    .where(eq(table.record, `${params.kind}:${id()}`))
    .orderBy(desc(table.id))
    .limit(HISTORY_SENT);
  return { body: rows as HistoryEntry[] };
};
