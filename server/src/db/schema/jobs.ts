import { sql } from 'drizzle-orm';
import {
  bigint,
  boolean,
  check,
  doublePrecision,
  index,
  integer,
  jsonb,
  pgEnum,
  pgTable,
  primaryKey,
  text,
  timestamp,
  unique,
  uuid,
} from 'drizzle-orm/pg-core';
import type { Channel, Delay, WaitsFor } from '@radiatrix/core/job';
import { STAGES } from '@radiatrix/contract';
import { bytes, id, stamps } from './columns.ts';
import { person } from './people.ts';
import { configuration } from './vehicles.ts';

/**
 * An event counts; it counts though it came after the job had left the hands of whoever did it, since it was done
 * before; it was done after that and is kept aside; or a specialist has left it out.
 */
export type EventStanding = 'counts' | 'handed in' | 'aside' | 'left out';

export const stageEnum = pgEnum('stage', STAGES);

/**
 * One real vehicle with one real complaint. What happened is in its events; this row is what they come to, kept so that
 * lists and foreign keys have something to hold on to, and written only by folding them.
 */
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
    odometerKm: integer(),
    stage: stageEnum().notNull().default('ask'),
    closed: boolean().notNull().default(false),
    /** When it is looked at again, and after what: the first that nobody has done yet. */
    lookAgain: text(),
    lookAgainAt: timestamp({ withTimezone: true, mode: 'string' }),
    /** The installer it was handed to; who works on the library or at the counter works on every job. */
    handedTo: integer().references(() => person.id),
    /** When it was promised back. */
    readyBy: timestamp({ withTimezone: true, mode: 'string' }),
    /** How many events it has. */
    version: integer().notNull().default(1),
    /** What it waits for, as core says it; null where nothing more is to be done about it. */
    waits: text().$type<WaitsFor>(),
    waitsSaid: text().notNull().default(''),
    /** Events that came after it was closed, for a specialist's eyes. */
    late: integer().notNull().default(0),
    /** When the newest event happened, by the device that saw it. */
    heardAt: timestamp({ withTimezone: true, mode: 'string' }),
    /** False where its row is older than its events: it is folded anew at the next start. */
    folded: boolean().notNull().default(true),
    ...stamps,
  },
  (table) => [
    index('job_stage').on(table.stage),
    index('job_configuration').on(table.configurationId),
    // What a desk looks at is a few thousand of all jobs there ever were.
    index('job_recent').on(table.closed, table.at.desc().nullsFirst(), table.id.desc().nullsFirst()),
    index('job_waits')
      .on(table.waits, table.heardAt)
      .where(sql`${table.waits} is not null`),
  ],
);

/** What happened on a job, as the device that saw it wrote it down; only ever added to. */
export const jobEvent = pgTable(
  'job_event',
  {
    /** Made by the device. */
    id: uuid().primaryKey(),
    jobId: integer()
      .notNull()
      .references(() => job.id, { onDelete: 'cascade' }),
    /** Counts the events of a job in the order that they were kept: whoever has read to one reads on from there. */
    number: integer().notNull(),
    kind: text().notNull(),
    device: text().notNull(),
    seq: integer().notNull(),
    clockMs: bigint({ mode: 'number' }).notNull(),
    clockN: integer().notNull(),
    deviceTime: timestamp({ withTimezone: true, mode: 'string' }).notNull(),
    /** What the device's clock and watch said where they stood far ahead and were not followed. */
    toldMs: bigint({ mode: 'number' }),
    toldTime: text(),
    payload: jsonb().$type<Record<string, unknown>>().notNull(),
    /** What came of it when it arrived: see `EVENT_STANDINGS`. */
    standing: text().$type<EventStanding>().notNull().default('counts'),
    ...stamps,
  },
  (table) => [
    check('job_event_standing', sql`${table.standing} in ('counts', 'handed in', 'aside', 'left out')`),
    index('job_event_job').on(table.jobId, table.clockMs),
    // Which jobs used a part, once it is put right.
    index('job_event_part').on(sql`((${table.payload} ->> 'partId')::int)`).where(sql`${table.kind} = 'part chosen'`),
    unique('job_event_number').on(table.jobId, table.number),
    unique('job_event_of_device').on(table.jobId, table.device, table.seq),
    check('job_event_sane', sql`${table.seq} > 0 and ${table.clockMs} >= 0 and ${table.clockN} >= 0 and length(${table.device}) between 1 and 80`),
  ],
); // prettier-ignore

/** A photograph of a step; an event of the job points to it, and may arrive before it does. */
export const jobPhoto = pgTable(
  'job_photo',
  {
    /** Made by the device. */
    id: uuid().primaryKey(),
    jobId: integer()
      .notNull()
      .references(() => job.id, { onDelete: 'cascade' }),
    mediaType: text().notNull(),
    /** Of what was sent, so that the same picture sent again is known. */
    sha256: text().notNull(),
    content: bytes().notNull(),
    thumb: bytes().notNull(),
    width: integer().notNull(),
    height: integer().notNull(),
    ...stamps,
  },
  (table) => [
    index('job_photo_job').on(table.jobId),
    check('job_photo_type', sql`${table.mediaType} in ('image/jpeg', 'image/png', 'image/webp')`),
    check('job_photo_size', sql`octet_length(${table.content}) between 1 and 5242880`),
  ],
);

/** One run of an instrument on a job; an event of the job points to it, and may arrive before it does. */
export const stream = pgTable(
  'stream',
  {
    /** Made by the device. */
    id: uuid().primaryKey(),
    jobId: integer()
      .notNull()
      .references(() => job.id, { onDelete: 'cascade' }),
    device: text().notNull(),
    instrument: text().notNull(),
    boot: text().notNull(),
    channels: jsonb().$type<Channel[]>().notNull(),
    ...stamps,
  },
  (table) => [index('stream_job').on(table.jobId)],
);

/** Samples, a piece at a time: never changed once they are here. */
export const streamChunk = pgTable(
  'stream_chunk',
  {
    streamId: uuid()
      .notNull()
      .references(() => stream.id, { onDelete: 'cascade' }),
    ordinal: integer().notNull(),
    ms: doublePrecision().array().notNull(),
    values: jsonb().$type<(number | null)[][]>().notNull(),
    ...stamps,
  },
  (table) => [
    primaryKey({ columns: [table.streamId, table.ordinal] }),
    check('stream_chunk_some', sql`${table.ordinal} >= 0 and cardinality(${table.ms}) > 0`),
  ],
);

/** What steps of a way took on a closed job; written by folding, taken away when the job is opened again. */
export const operationMinutes = pgTable(
  'operation_minutes',
  {
    jobId: integer()
      .notNull()
      .references(() => job.id, { onDelete: 'cascade' }),
    mapId: integer().notNull(),
    /** As events name it: `out fan`, `back fan`. */
    step: text().notNull(),
    minutes: doublePrecision().notNull(),
    /** Why it took longer than it should; null where nothing was in its way. */
    delay: text().$type<Delay>(),
  },
  (table) => [
    primaryKey({ columns: [table.jobId, table.step] }),
    index('operation_minutes_map').on(table.mapId),
    check('operation_minutes_some', sql`${table.minutes} > 0`),
  ],
);

/** Lines of practice that this shop has set for itself, each with its reason; what was before is in the history. */
export const shopPractice = pgTable('shop_practice', {
  name: text().primaryKey(),
  value: doublePrecision().notNull(),
  reason: text().notNull(),
  ...stamps,
});

/** What the shop has put in the place of a line of the diagnosis table; what was before is in the history. */
export const diagnosisLine = pgTable(
  'diagnosis_line',
  {
    cause: text().notNull(),
    /** Empty for how common the cause is. */
    check: text().notNull().default(''),
    values: doublePrecision().array().notNull(),
    reason: text().notNull(),
    ...stamps,
  },
  (table) => [primaryKey({ columns: [table.cause, table.check] })],
);

/** What the diagnosis of a closed job told the table; written by folding, taken away when the job is opened again. */
export const diagnosisCase = pgTable('diagnosis_case', {
  jobId: integer()
    .primaryKey()
    .references(() => job.id, { onDelete: 'cascade' }),
  fans: text().notNull(),
  /** What was counted for it, by the same words as `diagnosis_count`. */
  counted: text().array().notNull(),
});

/** How often filed diagnoses showed something, by how fans are driven: sums of the cases, kept so that nobody adds up all jobs. */
export const diagnosisCount = pgTable(
  'diagnosis_count',
  { fans: text().notNull(), what: text().notNull(), count: integer().notNull() },
  (table) => [
    primaryKey({ columns: [table.fans, table.what] }),
    check('diagnosis_count_least', sql`${table.count} >= 0`),
  ],
);
