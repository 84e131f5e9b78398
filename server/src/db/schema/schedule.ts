import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgTable, text, timestamp } from 'drizzle-orm/pg-core';
import type { Workshop } from '@radiatrix/contract';
import { id, stamps } from './columns.ts';
import { person } from './people.ts';

/** What the shop works with: one row, once anybody has said. */
export const workshop = pgTable(
  'workshop',
  {
    id: integer().primaryKey().default(1),
    version: integer().notNull().default(1),
    document: jsonb().$type<Workshop>().notNull(),
    ...stamps,
  },
  (table) => [check('workshop_one', sql`${table.id} = 1`)],
);

/**
 * The plan that was laid last: one row. It can be worked out again at any time; it is kept so that what has begun stays
 * where it was, and so that a slip can be told from a plan that was never otherwise.
 */
export const dayPlan = pgTable(
  'day_plan',
  {
    id: integer().primaryKey().default(1),
    /** Of everything that it was worked out from. */
    basis: text().notNull(),
    document: jsonb().$type<unknown>().notNull(),
    madeAt: timestamp({ withTimezone: true, mode: 'string' }).notNull(),
  },
  (table) => [check('day_plan_one', sql`${table.id} = 1`)],
);

/** An address under which a calendar is followed: its secret is kept as a hash alone. */
export const calendarFeed = pgTable(
  'calendar_feed',
  {
    id: id(),
    secretHash: text().notNull().unique(),
    personId: integer().references(() => person.id),
    bay: text(),
    readAt: timestamp({ withTimezone: true, mode: 'string' }),
    ...stamps,
  },
  (table) => [
    index('calendar_feed_person').on(table.personId),
    check('calendar_feed_of_one', sql`(${table.personId} is null) = (${table.bay} is not null)`),
  ],
);
