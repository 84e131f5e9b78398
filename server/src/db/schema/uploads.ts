import { sql } from 'drizzle-orm';
import { boolean, check, index, integer, jsonb, pgTable, primaryKey, text, timestamp, uuid } from 'drizzle-orm/pg-core'; // prettier-ignore
import type { AuditState, Upload, WrongCell } from '@radiatrix/contract';
import { bytes, moment } from './columns.ts';
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
    wrong: jsonb().$type<WrongCell[]>().notNull().default([]),
    /** Records that a table of parts or vehicles comes to. */
    bundle: jsonb(),
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
    ordinal: integer().notNull(),
    content: bytes().notNull(),
  },
  (table) => [primaryKey({ columns: [table.uploadId, table.ordinal] })],
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
