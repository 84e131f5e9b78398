import { sql } from 'drizzle-orm';
import { boolean, check, date, index, integer, jsonb, pgTable, primaryKey, text } from 'drizzle-orm/pg-core';
import { FAILURE_MODE_NAMES, SEEN_AS, SETTLEMENTS, type FailureMode, type SeenAs, type Settlement, type Standing, type StandingWord } from '@radiatrix/core/failure'; // prettier-ignore
import type { PartKind } from '@radiatrix/core/figures';
import { id, stamps } from './columns.ts';
import { job } from './jobs.ts';
import { part } from './parts.ts';

const oneOf = (words: readonly string[]) => sql.raw(words.map((word) => `'${word}'`).join(', '));

/** What jobs show of parts, one line a part a job; written by folding, and anew whenever a job comes to something else. */
export const sighting = pgTable(
  'sighting',
  {
    id: id(),
    jobId: integer()
      .notNull()
      .references(() => job.id, { onDelete: 'cascade' }),
    /** null where the job tells the kind of what failed and not which one it was. */
    partId: integer().references(() => part.id, { onDelete: 'cascade' }),
    kind: text().$type<PartKind>(),
    /** The vehicle it was seen in, as `vehicleKey` of the service makes it. */
    vehicle: text().notNull(),
    on: date({ mode: 'string' }).notNull(),
    as: text().$type<SeenAs>().notNull(),
    km: integer(),
    mode: text().$type<FailureMode>(),
    noisy: boolean(),
    /** Label or serial; '' where nobody said. */
    unit: text().notNull().default(''),
    /** Whose vehicle it was; '' where nobody said. */
    owner: text().notNull().default(''),
  },
  (table) => [
    index('sighting_of').on(table.partId, table.vehicle),
    index('sighting_vehicle').on(table.vehicle),
    index('sighting_job').on(table.jobId),
    check('sighting_of_one', sql`(${table.partId} is null) = (${table.kind} is not null)`),
    check('sighting_as', sql`${table.as} in (${oneOf(SEEN_AS)})`),
  ],
);

/** A failure that somebody reported: of a part no job of this shop shows, or more of one that a job does show. */
export const failureReport = pgTable(
  'failure_report',
  {
    id: id(),
    partId: integer()
      .notNull()
      .references(() => part.id),
    /** Of the part, where somebody knows which. */
    revision: integer(),
    serial: text().notNull().default(''),
    /** In words: a plate, a name. */
    vehicle: text().notNull(),
    owner: text().notNull().default(''),
    /** The same as `sighting.vehicle`. */
    key: text().notNull(),
    jobId: integer().references(() => job.id),
    inOn: date({ mode: 'string' }),
    outOn: date({ mode: 'string' }).notNull(),
    inKm: integer(),
    outKm: integer(),
    /** How it failed; null where it was seen at work. */
    mode: text().$type<FailureMode>(),
    noisy: boolean(),
    beside: text().notNull().default(''),
    circumstances: text().notNull().default(''),
    consequent: text().notNull().default(''),
    settled: text().$type<Settlement>().notNull().default('kept'),
    version: integer().notNull().default(1),
    ...stamps,
  },
  (table) => [
    index('failure_report_part').on(table.partId, table.key),
    index('failure_report_job').on(table.jobId),
    check('failure_report_mode', sql`${table.mode} in (${oneOf(FAILURE_MODE_NAMES)})`),
    check('failure_report_settled', sql`${table.settled} in (${oneOf(SETTLEMENTS)})`),
    check('failure_report_order', sql`(${table.inOn} is null or ${table.outOn} >= ${table.inOn}) and (${table.inKm} is null or ${table.outKm} is null or ${table.outKm} >= ${table.inKm})`),
    check('failure_report_km', sql`coalesce(${table.inKm}, 0) >= 0 and coalesce(${table.outKm}, 0) >= 0`),
  ],
); // prettier-ignore

/** Units of parts, made of what was seen and reported of a part in a vehicle; kept so that nobody puts all jobs together. */
export const unit = pgTable(
  'unit',
  {
    partId: integer()
      .notNull()
      .references(() => part.id, { onDelete: 'cascade' }),
    vehicle: text().notNull(),
    nth: integer().notNull(),
    inOn: date({ mode: 'string' }),
    inKm: integer(),
    lastOn: date({ mode: 'string' }).notNull(),
    lastKm: integer(),
    failed: boolean().notNull(),
    mode: text().$type<FailureMode>(),
    noisy: boolean(),
    /** It failed on the bench and never went in. */
    neverIn: boolean().notNull().default(false),
    isOut: boolean().notNull(),
    /** Label or serial; '' where nobody said. */
    unit: text().notNull().default(''),
    /** Whose vehicle it sits in; '' where nobody said. */
    owner: text().notNull().default(''),
  },
  (table) => [
    primaryKey({ columns: [table.partId, table.vehicle, table.nth] }),
    check('unit_order', sql`${table.inOn} is null or ${table.lastOn} >= ${table.inOn}`),
  ],
);

/** How a part stands in the log of failures, as core says it; written whenever units of its kind change. */
export const partStanding = pgTable('part_standing', {
  partId: integer()
    .primaryKey()
    .references(() => part.id, { onDelete: 'cascade' }),
  word: text().$type<StandingWord>().notNull(),
  standing: jsonb().$type<Standing>().notNull(),
});
