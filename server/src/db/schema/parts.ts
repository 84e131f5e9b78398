import { sql } from 'drizzle-orm';
import {
  type AnyPgColumn, boolean, check, date, doublePrecision, foreignKey, index, integer, jsonb, pgEnum, pgTable, primaryKey, smallint, text, timestamp, unique, uniqueIndex,
} from 'drizzle-orm/pg-core'; // prettier-ignore
import { REVISION_STATES } from '@radiatrix/contract';
import { PART_KINDS } from '@radiatrix/core/figures';
import type { Method } from '@radiatrix/core/quantity';
import type { Scope } from '@radiatrix/core/application';
import { bytes, id, idSet, monthRange, stamps, yearRange } from './columns.ts';
import { person } from './people.ts';
import { bay, model } from './vehicles.ts';
import { job } from './jobs.ts';

export const partKindEnum = pgEnum('part_kind', PART_KINDS);
export const subjectEnum = pgEnum('subject_kind', ['bay', ...PART_KINDS]);
export const valueTypeEnum = pgEnum('value_type', ['quantity', 'choice', 'connector']);
export const stateEnum = pgEnum('revision_state', REVISION_STATES);
export const resultEnum = pgEnum('install_result', ['straight in', 'with changes', 'did not fit']);

/** Where a figure or a claim came from, and how far that is to be trusted. */
export const source = pgTable(
  'source',
  {
    id: id(),
    name: text().notNull().unique(),
    kind: text().notNull(),
    grade: smallint().notNull(),
    note: text().notNull().default(''),
    ...stamps,
  },
  (table) => [check('source_grade', sql`${table.grade} between 1 and 5`)],
);

export const connector = pgTable('connector', {
  id: id(),
  code: text().notNull().unique(),
  name: text().notNull(),
  description: text().notNull().default(''),
  version: integer().notNull().default(1),
  ...stamps,
});

/** One cavity holds one wire. */
export const cavity = pgTable(
  'cavity',
  {
    connectorId: integer()
      .notNull()
      .references(() => connector.id, { onDelete: 'cascade' }),
    position: text().notNull(),
    ordinal: smallint().notNull(),
    function: text().notNull(),
    colour: text().notNull().default(''),
    gauge: text().notNull().default(''),
  },
  (table) => [primaryKey({ columns: [table.connectorId, table.position] })],
);

export const part = pgTable(
  'part',
  {
    id: id(),
    /** One number is one part, however it is written: see the unique index. */
    number: text().notNull().unique(),
    maker: text().notNull(),
    kind: partKindEnum().notNull(),
    ...stamps,
  },
  (table) => [
    unique('part_kind_of').on(table.id, table.kind),
    uniqueIndex('part_number_any_case').on(sql`lower(${table.number})`),
  ],
);

/** What the release columns may say: see also `one open revision` and `a writer does not release`. */
const revisionColumns = {
  revision: smallint().notNull(),
  state: stateEnum().notNull().default('draft'),
  version: integer().notNull().default(1),
  authorId: integer()
    .notNull()
    .references(() => person.id),
  /** Everybody who wrote on it. */
  writers: integer().array().notNull(),
  checkedBy: integer().references(() => person.id),
  releasedBy: integer().references(() => person.id),
  releasedAt: timestamp({ withTimezone: true, mode: 'string' }),
  /** Released by its own writer, in a shop that lets one person do both. */
  alone: boolean().notNull().default(false),
  /** A released revision that turned out wrong: nobody new sees it, and where it was used a notice says so. */
  withdrawnBy: integer().references(() => person.id),
  withdrawnAt: timestamp({ withTimezone: true, mode: 'string' }),
  withdrawnFor: text(),
  /** Why a reviewer sent the draft back; gone once it is edited again. */
  sentBackFor: text(),
};
const released = (table: {
  state: AnyPgColumn;
  releasedBy: AnyPgColumn;
  releasedAt: AnyPgColumn;
  writers: AnyPgColumn;
  alone: AnyPgColumn;
}) =>
  sql`(${table.state} = 'released') = (${table.releasedBy} is not null and ${table.releasedAt} is not null) and (${table.releasedBy} is null or ${table.alone} = (${table.releasedBy} = any(${table.writers})))`;
const checked = (table: { state: AnyPgColumn; checkedBy: AnyPgColumn; writers: AnyPgColumn }) =>
  sql`(${table.state} <> 'checked' or ${table.checkedBy} is not null) and (${table.checkedBy} is null or not (${table.checkedBy} = any(${table.writers})))`;

export const partRevision = pgTable(
  'part_revision',
  {
    id: id(),
    partId: integer().notNull(),
    kind: partKindEnum().notNull(),
    ...revisionColumns,
    description: text().notNull().default(''),
    notes: text().notNull().default(''),
    ...stamps,
  },
  (table) => [
    foreignKey({ name: 'part_revision_part', columns: [table.partId, table.kind], foreignColumns: [part.id, part.kind] }),
    unique('part_revision_number').on(table.partId, table.revision),
    unique('part_revision_kind').on(table.id, table.kind),
    uniqueIndex('part_one_open_revision').on(table.partId).where(sql`${table.state} <> 'released'`),
    check('part_release', released(table)),
    check('part_check', checked(table)),
  ],
); // prettier-ignore

export const boxItem = pgTable(
  'box_item',
  {
    partRevisionId: integer()
      .notNull()
      .references(() => partRevision.id, { onDelete: 'cascade' }),
    ordinal: smallint().notNull(),
    name: text().notNull(),
    quantity: smallint().notNull(),
    /** Not in the box: it moves over from the part that comes off. */
    fromOld: boolean().notNull().default(false),
  },
  (table) => [
    primaryKey({ columns: [table.partRevisionId, table.ordinal] }),
    check('box_item_some', sql`${table.quantity} > 0`),
  ],
);

/** The numbers other sellers and vehicle makers give the same part. */
export const interchange = pgTable(
  'interchange',
  {
    id: id(),
    partRevisionId: integer()
      .notNull()
      .references(() => partRevision.id),
    seller: text().notNull(),
    number: text().notNull(),
    ...stamps,
  },
  (table) => [
    unique('interchange_once').on(table.partRevisionId, table.seller, table.number),
    index('interchange_number').on(table.number),
  ],
);

/** The part that a revision of another takes the place of; no ring of them is closed (see the migrations). */
export const supersession = pgTable(
  'supersession',
  {
    partRevisionId: integer()
      .primaryKey()
      .references(() => partRevision.id),
    oldPartId: integer()
      .notNull()
      .references(() => part.id),
    ...stamps,
  },
  (table) => [index('supersession_old').on(table.oldPartId)],
);

/** Reference tables, kept in step with the attribute table of core at every start. */
export const attribute = pgTable(
  'attribute',
  {
    subject: subjectEnum().notNull(),
    key: text().notNull(),
    type: valueTypeEnum().notNull(),
    lo: doublePrecision(),
    hi: doublePrecision(),
  },
  (table) => [primaryKey({ columns: [table.subject, table.key, table.type] })],
);
export const attributeChoice = pgTable(
  'attribute_choice',
  { subject: subjectEnum().notNull(), key: text().notNull(), choice: text().notNull() },
  (table) => [primaryKey({ columns: [table.subject, table.key, table.choice] })],
);

/** How figures are got: a reference table, so that another instrument is a row and no migration. */
export const method = pgTable('measuring_method', { code: text().primaryKey(), label: text().notNull() });

/** Whether everybody sees a row, or it waits for a reviewer: as something new, or as something that is to go. */
export const STANDINGS = ['released', 'draft', 'dropping'] as const;
export type Standing = (typeof STANDINGS)[number];
export const standingEnum = pgEnum('standing', STANDINGS);
const standing = () => standingEnum().notNull().default('released');

/**
 * One figure of a bay, of one vehicle in hand (a job), or of a part revision, from one source. The kind of subject, the key, the type of value and
 * every choice are held by foreign keys, so that a fan figure cannot stand on a radiator.
 */
export const measurement = pgTable(
  'measurement',
  {
    id: id(),
    subject: subjectEnum().notNull(),
    bayId: integer().references(() => bay.id),
    /** Of the very vehicle of a job: taken by the event it names. */
    jobId: integer().references((): AnyPgColumn => job.id, { onDelete: 'cascade' }),
    eventId: text(),
    partRevisionId: integer(),
    /** The same as `subject` for a part, in the type its revision carries. */
    partKind: partKindEnum(),
    key: text().notNull(),
    type: valueTypeEnum().notNull(),
    value: doublePrecision(),
    /** Expanded uncertainty, k = 2. */
    u: doublePrecision(),
    choice: text(),
    connectorId: integer().references(() => connector.id),
    text: text().notNull(),
    method: text().$type<Method>().notNull().references(() => method.code),
    sourceId: integer().notNull().references(() => source.id),
    /** Of a bay's figures; those of a part go with their revision, those of a job count at once. */
    standing: standing(),
    /** Who proposed it, or that it is to go. */
    proposedBy: integer().references(() => person.id),
    ...stamps,
  },
  (table) => [
    foreignKey({ name: 'measurement_attribute', columns: [table.subject, table.key, table.type], foreignColumns: [attribute.subject, attribute.key, attribute.type] }),
    foreignKey({ name: 'measurement_choice', columns: [table.subject, table.key, table.choice], foreignColumns: [attributeChoice.subject, attributeChoice.key, attributeChoice.choice] }),
    foreignKey({ name: 'measurement_part', columns: [table.partRevisionId, table.partKind], foreignColumns: [partRevision.id, partRevision.kind] }).onDelete('cascade'),
    check('measurement_one_subject', sql`(${table.subject} = 'bay' and num_nonnulls(${table.bayId}, ${table.jobId}) = 1 and ${table.partRevisionId} is null and ${table.partKind} is null) or (${table.subject} <> 'bay' and num_nonnulls(${table.bayId}, ${table.jobId}) = 0 and ${table.partRevisionId} is not null and ${table.partKind} is not null and ${table.partKind}::text = ${table.subject}::text)`),
    check('measurement_value', sql`case ${table.type}
      when 'quantity' then ${table.value} is not null and ${table.u} >= 0 and ${table.value} > '-Infinity' and ${table.value} < 'Infinity' and ${table.u} < 'Infinity' and ${table.choice} is null and ${table.connectorId} is null
      when 'choice' then ${table.choice} is not null and ${table.value} is null and ${table.u} is null and ${table.connectorId} is null
      else ${table.connectorId} is not null and ${table.value} is null and ${table.u} is null and ${table.choice} is null end`),
    uniqueIndex('measurement_bay_source').on(table.bayId, table.key, table.sourceId, table.standing).where(sql`${table.bayId} is not null`),
    uniqueIndex('measurement_job_once').on(table.jobId, table.key).where(sql`${table.jobId} is not null`),
    check('measurement_waits', sql`${table.standing} = 'released' or (${table.bayId} is not null and ${table.proposedBy} is not null)`),
    index('measurement_near').on(table.subject, table.key, table.value),
    uniqueIndex('measurement_part_source').on(table.partRevisionId, table.key, table.sourceId).where(sql`${table.partRevisionId} is not null`),
  ],
); // prettier-ignore

/**
 * What a source says a part fits. Sources may disagree with each other; that one source does not contradict itself
 * is held by the exclusion constraint `application_no_contradiction` (see the migrations) and, where lines carry
 * exceptions, by core in the same transaction.
 */
export const application = pgTable(
  'application',
  {
    id: id(),
    partId: integer().notNull().references(() => part.id),
    modelId: integer().notNull().references(() => model.id),
    years: yearRange().notNull(),
    built: monthRange().notNull(),
    engineIds: idSet().notNull(),
    transmissionIds: idSet().notNull(),
    airConditioning: boolean(),
    /** Places in the list of cooling packages. */
    packages: idSet().notNull(),
    fits: boolean().notNull(),
    /** The source says that the vehicle left the works with it. */
    original: boolean().notNull().default(false),
    /** What the line says beside what fits: `small plug to 2012`. Reaches the sheet. */
    note: text().notNull().default(''),
    sourceId: integer().notNull().references(() => source.id),
    exceptions: jsonb().$type<Scope[]>().notNull().default([]),
    ...stamps,
  },
  (table) => [index('application_model').on(table.modelId), index('application_part').on(table.partId), check('application_years', sql`not isempty(${table.years})`), check('application_original_fits', sql`${table.fits} or not ${table.original}`)],
); // prettier-ignore

/** What happened when a part went to a vehicle of this kind. */
export const outcome = pgTable(
  'outcome',
  {
    id: id(),
    partRevisionId: integer()
      .notNull()
      .references(() => partRevision.id),
    bayId: integer()
      .notNull()
      .references(() => bay.id),
    /** Which one it was, in words. */
    vehicle: text().notNull(),
    result: resultEnum().notNull(),
    altered: boolean().notNull(),
    note: text().notNull().default(''),
    on: date({ mode: 'string' }).notNull(),
    ...stamps,
  },
  (table) => [
    index('outcome_bay').on(table.bayId),
    unique('outcome_once').on(table.partRevisionId, table.bayId, table.vehicle, table.on),
  ],
);

/** A photograph, stored with the data so that one backup holds everything. */
export const photo = pgTable(
  'photo',
  {
    id: id(),
    partId: integer().references(() => part.id),
    bayId: integer().references(() => bay.id),
    connectorId: integer().references(() => connector.id),
    procedureId: integer(),
    mediaType: text().notNull(),
    sha256: text().notNull(),
    caption: text().notNull().default(''),
    content: bytes().notNull(),
    /** A small one for lists; photographs from before there were such have none. */
    thumb: bytes(),
    width: integer(),
    height: integer(),
    /** Why it was taken away; it stays with the history. */
    removedFor: text(),
    removedAt: timestamp({ withTimezone: true, mode: 'string' }),
    ...stamps,
  },
  (table) => [
    check(
      'photo_one_subject',
      sql`num_nonnulls(${table.partId}, ${table.bayId}, ${table.connectorId}, ${table.procedureId}) = 1`,
    ),
    check('photo_type', sql`${table.mediaType} in ('image/jpeg', 'image/png', 'image/webp')`),
    check('photo_removed', sql`(${table.removedAt} is null) = (${table.removedFor} is null)`),
    check('photo_size', sql`octet_length(${table.content}) between 1 and 5242880`),
  ],
);

export const revisionParts = { revisionColumns, released, checked };
