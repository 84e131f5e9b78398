import { sql, type SQL, type SQLWrapper } from 'drizzle-orm';

/** Everybody sees a part as soon as a revision of it is released, and as long as that is not withdrawn. */
export const partIsSeen = (partId: SQLWrapper): SQL =>
  sql`exists (select 1 from part_revision seen where seen.part_id = ${partId} and seen.state = 'released' and seen.withdrawn_at is null)`;

/** A condition for a query that names parts: who works on the library sees all of them. */
export const seenPart = (drafts: boolean, partId: SQLWrapper): SQL =>
  drafts ? sql`true` : partIsSeen(partId);

/** The revision of a part that a reader reads: the newest, or the newest that is released and stands. */
export const headOfPart = (drafts: boolean, partId: SQLWrapper): SQL =>
  sql`(select head.id from part_revision head where head.part_id = ${partId} ${drafts ? sql`` : sql`and head.state = 'released' and head.withdrawn_at is null`} order by head.revision desc limit 1)`;

/** Records that everybody meets as soon as a reviewed vehicle has them, or a figure or claim names them; others are known to editors alone. */
export const NAMED_SOMEWHERE = {
  model: (id: SQLWrapper) => sql`exists (select 1 from configuration named where named.model_id = ${id} and named.told is null)`,
  make: (id: SQLWrapper) => sql`exists (select 1 from model m join configuration named on named.model_id = m.id where m.make_id = ${id} and named.told is null)`,
  engine: (id: SQLWrapper) => sql`exists (select 1 from configuration named where named.engine_id = ${id} and named.told is null)`,
  transmission: (id: SQLWrapper) => sql`exists (select 1 from configuration named where named.transmission_id = ${id} and named.told is null)`,
  source: (id: SQLWrapper) => sql`(exists (select 1 from measurement named where named.source_id = ${id}) or exists (select 1 from application named where named.source_id = ${id}))`,
  bay: (id: SQLWrapper) => sql`exists (select 1 from configuration named where named.bay_id = ${id} and named.told is null)`,
} as const; // prettier-ignore
export type NamedSomewhere = keyof typeof NAMED_SOMEWHERE;
export const isNamedSomewhere = (table: string): table is NamedSomewhere => table in NAMED_SOMEWHERE;
