import { sql } from 'drizzle-orm';
import { check, index, integer, jsonb, pgEnum, pgTable, text, unique } from 'drizzle-orm/pg-core';
import { STAGES, type ComparisonFinding } from '@radiatrix/contract';
import { moment, writer } from './columns.ts';
import { methodEnum, part } from './parts.ts';
import { configuration } from './vehicles.ts';

export const stageEnum = pgEnum('stage', STAGES);
const id = () => integer().primaryKey().generatedAlwaysAsIdentity();
const stamps = { by: writer(), at: moment() };

/** One real vehicle with one real complaint, on its way through the stages. */
export const job = pgTable(
  'job',
  {
    id: id(),
    configurationId: integer()
      .notNull()
      .references(() => configuration.id),
    /** What it is called in the shop: a plate, a name, a bay number. */
    label: text().notNull(),
    complaint: text().notNull().default(''),
    /** What was changed on it already, one thing each. */
    alterations: text()
      .array()
      .notNull()
      .default(sql`'{}'`),
    stage: stageEnum().notNull().default('ask'),
    version: integer().notNull().default(1),
    ...stamps,
  },
  (table) => [index('job_stage').on(table.stage), index('job_configuration').on(table.configurationId)],
);

/** A figure of this one vehicle: it overrides its type's. Kept as it was written, and read again when it is used. */
export const jobFigure = pgTable(
  'job_figure',
  {
    id: id(),
    jobId: integer()
      .notNull()
      .references(() => job.id, { onDelete: 'cascade' }),
    key: text().notNull(),
    text: text().notNull(),
    method: methodEnum().notNull(),
    ...stamps,
  },
  (table) => [
    unique('job_figure_once').on(table.jobId, table.key),
    check('job_figure_text', sql`length(${table.text}) between 1 and 200`),
  ],
);

/** What was found when old was held beside new for one job: the findings as they were said, and the way back to the view. */
export const comparison = pgTable(
  'comparison',
  {
    id: id(),
    jobId: integer()
      .notNull()
      .references(() => job.id, { onDelete: 'cascade' }),
    title: text().notNull(),
    address: text().notNull(),
    findings: jsonb().$type<ComparisonFinding[]>().notNull(),
    ...stamps,
  },
  (table) => [index('comparison_job').on(table.jobId, table.id)],
);

/** Something that sources disagree on and a tape measure would settle: what to hold against what. */
export const measureMark = pgTable(
  'measure_mark',
  {
    id: id(),
    partId: integer()
      .notNull()
      .references(() => part.id),
    configurationId: integer()
      .notNull()
      .references(() => configuration.id),
    note: text().notNull().default(''),
    ...stamps,
  },
  (table) => [unique('measure_mark_once').on(table.partId, table.configurationId)],
);
