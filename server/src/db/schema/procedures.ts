import { sql } from 'drizzle-orm';
import {
  boolean,
  check,
  doublePrecision,
  foreignKey,
  index,
  integer,
  jsonb,
  pgEnum,
  pgTable,
  primaryKey,
  smallint,
  text,
  unique,
  uniqueIndex,
} from 'drizzle-orm/pg-core';
import type { Condition } from '@radiatrix/core/application';
import { FASTENER_POLICIES, PHASES } from '@radiatrix/core/procedure';
import { id, moment, writer } from './columns.ts';
import { connector, partKindEnum, revisionParts } from './parts.ts';
import { bay } from './vehicles.ts';

export const phaseEnum = pgEnum('phase', PHASES);
export const policyEnum = pgEnum('fastener_policy', FASTENER_POLICIES);

/** Reference table, kept in step with the caution table of core at every start. */
export const caution = pgTable('caution', { code: text().primaryKey(), text: text().notNull() });

/** A way to change one kind of part in one bay. */
export const procedure = pgTable(
  'procedure',
  {
    id: id(),
    bayId: integer()
      .notNull()
      .references(() => bay.id),
    partKind: partKindEnum().notNull(),
    by: writer(),
    at: moment(),
  },
  (table) => [index('procedure_bay').on(table.bayId, table.partKind)],
);

export const procedureRevision = pgTable(
  'procedure_revision',
  {
    id: id(),
    procedureId: integer()
      .notNull()
      .references(() => procedure.id),
    ...revisionParts.revisionColumns,
    title: text().notNull(),
    way: text().notNull().default(''),
    by: writer(),
    at: moment(),
  },
  (table) => [
    unique('procedure_revision_number').on(table.procedureId, table.revision),
    uniqueIndex('procedure_one_open_revision')
      .on(table.procedureId)
      .where(sql`${table.state} <> 'released'`),
    check('procedure_release', revisionParts.released(table)),
    check('procedure_check', revisionParts.checked(table)),
  ],
);

const ofRevision = () =>
  integer()
    .notNull()
    .references(() => procedureRevision.id, { onDelete: 'cascade' });

/** What is to be known of some of the vehicles before the first step. */
export const procedureNote = pgTable(
  'procedure_note',
  {
    revisionId: ofRevision(),
    ordinal: smallint().notNull(),
    text: text().notNull(),
    when: jsonb('condition').$type<Condition>(),
  },
  (table) => [primaryKey({ columns: [table.revisionId, table.ordinal] })],
);

export const fastener = pgTable(
  'fastener',
  {
    revisionId: ofRevision(),
    tray: text().notNull(),
    ordinal: smallint().notNull(),
    name: text().notNull(),
    thread: text().notNull(),
    lengthMm: doublePrecision(),
    tool: text().notNull(),
    expected: smallint().notNull(),
    torqueNm: doublePrecision(),
    torqueSource: text().notNull(),
    policy: policyEnum().notNull(),
    when: jsonb('condition').$type<Condition>(),
  },
  (table) => [
    primaryKey({ columns: [table.revisionId, table.tray] }),
    check('fastener_tray', sql`${table.tray} ~ '^[A-Z]$'`),
    check('fastener_sane', sql`${table.expected} > 0 and (${table.lengthMm} is null or ${table.lengthMm} > 0) and (${table.torqueNm} is null or ${table.torqueNm} > 0)`),
  ],
); // prettier-ignore

export const step = pgTable(
  'step',
  {
    revisionId: ofRevision(),
    ordinal: smallint().notNull(),
    /** Stays the same from revision to revision: ticks, times and notes hang on it. */
    stepId: text().notNull().default(''),
    afterStep: text().notNull().default(''),
    when: jsonb('condition').$type<Condition>(),
    phase: phaseEnum().notNull(),
    text: text().notNull(),
    detail: text().notNull(),
    tools: text().array().notNull(),
    consumables: text().array().notNull(),
    minutes: doublePrecision().notNull(),
    waiting: boolean().notNull(),
    connectorId: integer().references(() => connector.id),
    connectorWhen: jsonb('connector_condition').$type<Condition>(),
  },
  (table) => [
    primaryKey({ columns: [table.revisionId, table.ordinal] }),
    check('step_minutes', sql`${table.minutes} >= 0 and ${table.minutes} <= 1440`),
  ],
);

export const stepCaution = pgTable(
  'step_caution',
  {
    revisionId: integer().notNull(),
    ordinal: smallint().notNull(),
    code: text()
      .notNull()
      .references(() => caution.code),
    when: jsonb('condition').$type<Condition>(),
  },
  (table) => [
    primaryKey({ columns: [table.revisionId, table.ordinal, table.code] }),
    foreignKey({
      name: 'step_caution_step',
      columns: [table.revisionId, table.ordinal],
      foreignColumns: [step.revisionId, step.ordinal],
    }).onDelete('cascade'),
  ],
);

/** Fasteners a step takes out or puts back. */
export const stepFastener = pgTable(
  'step_fastener',
  {
    revisionId: integer().notNull(),
    ordinal: smallint().notNull(),
    tray: text().notNull(),
    count: smallint().notNull(),
  },
  (table) => [
    primaryKey({ columns: [table.revisionId, table.ordinal, table.tray] }),
    foreignKey({
      name: 'step_fastener_step',
      columns: [table.revisionId, table.ordinal],
      foreignColumns: [step.revisionId, step.ordinal],
    }).onDelete('cascade'),
    check('step_fastener_some', sql`${table.count} > 0`),
  ],
);
