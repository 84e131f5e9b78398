import { integer, pgTable, text, unique } from 'drizzle-orm/pg-core';
import { id, stamps } from './columns.ts';
import { part } from './parts.ts';
import { configuration } from './vehicles.ts';

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
