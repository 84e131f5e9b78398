import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, text, timestamp } from 'drizzle-orm/pg-core';
import { MERGED, type MergeClash, type MergedWhat, type MergeKind } from '@radiatrix/contract';
import { id, stamps } from './columns.ts';
import { person } from './people.ts';

const oneOf = (words: readonly string[]) => sql.raw(words.map((word) => `'${word}'`).join(', '));

/** Rows of a table that named the record that went, and name the other now; keys as the list of references writes them. */
export interface MovedRows {
  table: MergedWhat;
  column: string;
  keys: string[];
}

/** A row as it was before it went. */
export interface GoneRow {
  table: string;
  row: Record<string, unknown>;
}

/** Two records of one thing that became one; with everything that takes it apart again. */
export const merge = pgTable(
  'merge',
  {
    id: id(),
    kind: text().$type<MergeKind>().notNull(),
    keptId: integer().notNull(),
    goneId: integer().notNull(),
    keptTitle: text().notNull(),
    goneTitle: text().notNull(),
    moved: jsonb().$type<MovedRows[]>().notNull(),
    gone: jsonb().$type<GoneRow[]>().notNull(),
    /** What both said of one thing, as it was shown. */
    clashes: jsonb().$type<MergeClash[]>().notNull(),
    /** Events that told the jobs which named the record that went. */
    told: jsonb().$type<{ jobId: number; eventId: string }[]>().notNull(),
    /** Revisions of a part that were withdrawn with it. */
    withdrawn: integer().array().notNull(),
    undoneBy: integer().references(() => person.id),
    undoneAt: timestamp({ withTimezone: true, mode: 'string' }),
    ...stamps,
  },
  (table) => [
    index('merge_gone').on(table.kind, table.goneId),
    index('merge_kept').on(table.kind, table.keptId),
    check('merge_kind', sql`${table.kind} in (${oneOf(MERGED)})`),
    check('merge_two', sql`${table.keptId} <> ${table.goneId}`),
    check('merge_undone', sql`(${table.undoneBy} is null) = (${table.undoneAt} is null)`),
  ],
);
