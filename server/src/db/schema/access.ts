import { sql } from 'drizzle-orm';
import { check, integer, jsonb, pgTable, text, unique, uniqueIndex } from 'drizzle-orm/pg-core';
import type { AccessMap } from '@radiatrix/core/access';
import { id, moment, writer } from './columns.ts';
import { revisionParts } from './parts.ts';
import { bay } from './vehicles.ts';

/** What can come off in a bay, and what must be out of its way first; one a bay. */
export const accessMap = pgTable(
  'access_map',
  {
    id: id(),
    bayId: integer()
      .notNull()
      .references(() => bay.id),
    by: writer(),
    at: moment(),
  },
  (table) => [unique('access_map_bay').on(table.bayId)],
);

export const accessMapRevision = pgTable(
  'access_map_revision',
  {
    id: id(),
    accessMapId: integer()
      .notNull()
      .references(() => accessMap.id),
    ...revisionParts.revisionColumns,
    title: text().notNull(),
    /** Read and written whole, and never searched by its parts. */
    document: jsonb().$type<AccessMap>().notNull(),
    by: writer(),
    at: moment(),
  },
  (table) => [
    unique('access_map_revision_number').on(table.accessMapId, table.revision),
    uniqueIndex('access_map_one_open_revision')
      .on(table.accessMapId)
      .where(sql`${table.state} <> 'released'`),
    check('access_map_release', revisionParts.released(table)),
    check('access_map_check', revisionParts.checked(table)),
  ],
);
