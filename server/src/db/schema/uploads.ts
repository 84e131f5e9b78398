import { sql } from 'drizzle-orm';
import { boolean, check, index, integer, jsonb, pgTable, primaryKey, smallint, text, timestamp, uuid } from 'drizzle-orm/pg-core'; // prettier-ignore
import type { CellProblem, ReadingChoices } from '@radiatrix/core/table';
import type { AuditState, Oddity, Upload } from '@radiatrix/contract';
import { bytes, id, moment } from './columns.ts';
import { partRevision } from './parts.ts';
import { person } from './people.ts';

const lifeSign = () => timestamp({ withTimezone: true, mode: 'string' });

/** A table on its way in. It lies here and not in a server, so that any server of this database can go on with it. */
export const upload = pgTable(
  'upload',
  {
    id: uuid().primaryKey(),
    personId: integer()
      .notNull()
      .references(() => person.id),
    /** What its person is told; `state`, `done` and `message` are those of the columns. */
    view: jsonb().$type<Upload>().notNull(),
    state: text().$type<Upload['state']>().notNull(),
    done: integer().notNull().default(0),
    message: text().notNull().default(''),
    encoding: text().notNull(),
    separator: text().notNull(),
    /** Records that a table of vehicles comes to. */
    bundle: jsonb(),
    /** Once the good rows came in, only those that were kept aside are read again. */
    partly: boolean().notNull().default(false),
    stopAsked: boolean().notNull().default(false),
    /** Life sign of the server that works on it. */
    beat: lifeSign(),
    at: moment(),
  },
  (table) => [
    index('upload_person').on(table.personId),
    check('upload_state', sql`${table.state} in ('mapping', 'reading', 'ready', 'applying', 'applied', 'waiting', 'stopped', 'failed')`),
  ],
); // prettier-ignore

/** The file of an upload, as CSV, a piece at a time. */
export const uploadPiece = pgTable(
  'upload_piece',
  {
    uploadId: uuid()
      .notNull()
      .references(() => upload.id, { onDelete: 'cascade' }),
    /** Sheet of a workbook; 0 for a text file. */
    sheet: smallint().notNull().default(0),
    ordinal: integer().notNull(),
    content: bytes().notNull(),
  },
  (table) => [primaryKey({ columns: [table.uploadId, table.sheet, table.ordinal] })],
);

/** Rows of an upload that could not come in, with what is wrong with each. */
export const uploadWrong = pgTable(
  'upload_wrong',
  {
    uploadId: uuid()
      .notNull()
      .references(() => upload.id, { onDelete: 'cascade' }),
    row: integer().notNull(),
    cells: jsonb().$type<string[]>().notNull(),
    problems: jsonb().$type<CellProblem[]>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.uploadId, table.row] })],
);

/** Rows that their person put right since the file came; null cells for one that was thrown away. */
export const uploadFix = pgTable(
  'upload_fix',
  {
    uploadId: uuid()
      .notNull()
      .references(() => upload.id, { onDelete: 'cascade' }),
    row: integer().notNull(),
    cells: jsonb().$type<string[]>(),
  },
  (table) => [primaryKey({ columns: [table.uploadId, table.row] })],
);

/** A table of parts that came in: its new revisions are one thing to review. */
export const importBatch = pgTable('import_batch', {
  id: id(),
  name: text().notNull(),
  personId: integer()
    .notNull()
    .references(() => person.id),
  /** Rows that came in with it, for who compares them with the file. */
  rows: integer().notNull(),
  version: integer().notNull().default(1),
  sentBackFor: text(),
  at: moment(),
});

export const importBatchPart = pgTable(
  'import_batch_part',
  {
    batchId: integer()
      .notNull()
      .references(() => importBatch.id, { onDelete: 'cascade' }),
    partRevisionId: integer()
      .notNull()
      .references(() => partRevision.id, { onDelete: 'cascade' }),
    /** Row of the file. */
    row: integer().notNull(),
    /** What is odd about the part: codes with what their words need. */
    odd: jsonb().$type<Oddity[]>().notNull().default([]),
  },
  (table) => [
    primaryKey({ columns: [table.batchId, table.partRevisionId] }),
    index('import_batch_part_revision').on(table.partRevisionId),
  ],
);

/** What a person's files of one shape were taken for: kept once such a file was brought in. */
export const headingMemory = pgTable(
  'heading_memory',
  {
    personId: integer()
      .notNull()
      .references(() => person.id),
    kind: text().notNull(),
    /** The headings of the file, squeezed, in their order. */
    shape: text().notNull(),
    mapping: jsonb().$type<Upload['mapping']>().notNull(),
    /** What was said of the cells of such a file. */
    choices: jsonb().$type<ReadingChoices>().notNull().default({}),
    at: moment(),
  },
  (table) => [primaryKey({ columns: [table.personId, table.kind, table.shape] })],
);

/** The one audit of this database: the last, or the one under way. */
export const audit = pgTable(
  'audit',
  {
    one: boolean().primaryKey().default(true),
    state: jsonb().$type<AuditState>().notNull(),
    stopAsked: boolean().notNull().default(false),
    beat: lifeSign().notNull().defaultNow(),
  },
  (table) => [check('audit_one', sql`${table.one}`)],
);
