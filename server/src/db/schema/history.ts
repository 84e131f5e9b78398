import { bigint, index, integer, jsonb, pgTable, text } from 'drizzle-orm/pg-core';
import { moment } from './columns.ts';

/**
 * Every change of every record: who, when, what it was before. Written by the trigger `record_history`, in the
 * transaction of the change itself, so that no path around it exists.
 */
export const history = pgTable(
  'history',
  {
    id: bigint({ mode: 'number' }).primaryKey().generatedAlwaysAsIdentity(),
    at: moment(),
    personId: integer().notNull(),
    action: text().notNull(),
    table: text().notNull(),
    /** `part:12`, `bay:3`, …: the record whose page shows it. */
    record: text().notNull(),
    before: jsonb().$type<Record<string, unknown>>(),
    after: jsonb().$type<Record<string, unknown>>(),
  },
  (table) => [index('history_record').on(table.record, table.id)],
);
