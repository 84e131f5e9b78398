import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, primaryKey, text, timestamp } from 'drizzle-orm/pg-core';
import { CORRECTED, REACHES, type Change, type Corrected, type Reach } from '@radiatrix/contract';
import { id, stamps } from './columns.ts';
import { job } from './jobs.ts';
import { person } from './people.ts';

const oneOf = (words: readonly string[]) => sql.raw(words.map((word) => `'${word}'`).join(', '));

/** Something released that was put right, or withdrawn, after jobs had used it. */
export const correction = pgTable(
  'correction',
  {
    id: id(),
    about: text().$type<Corrected>().notNull(),
    aboutId: integer().notNull(),
    title: text().notNull(),
    changes: jsonb().$type<Change[]>().notNull(),
    withdrawnFor: text().notNull().default(''),
    ...stamps,
  },
  (table) => [check('correction_about', sql`${table.about} in (${oneOf(CORRECTED)})`)],
);

/** One job that had used it, as it stood then, and who told its hands. */
export const correctionReach = pgTable(
  'correction_reach',
  {
    correctionId: integer()
      .notNull()
      .references(() => correction.id, { onDelete: 'cascade' }),
    jobId: integer()
      .notNull()
      .references(() => job.id, { onDelete: 'cascade' }),
    reach: text().$type<Reach>().notNull(),
    toldBy: integer().references(() => person.id),
    toldAt: timestamp({ withTimezone: true, mode: 'string' }),
  },
  (table) => [
    primaryKey({ columns: [table.correctionId, table.jobId] }),
    index('correction_reach_job').on(table.jobId),
    check('correction_reach_how', sql`${table.reach} in (${oneOf(REACHES)})`),
    check('correction_reach_told', sql`(${table.toldBy} is null) = (${table.toldAt} is null)`),
  ],
);
