import { sql, type SQL, type SQLWrapper } from 'drizzle-orm';

/** Everybody sees a part as soon as a revision of it is released, and as long as that is not withdrawn. */
export const partIsSeen = (partId: SQLWrapper): SQL =>
  sql`exists (select 1 from part_revision seen where seen.part_id = ${partId} and seen.state = 'released' and seen.withdrawn_at is null)`;

/** A condition for a query that names parts: who works on the library sees all of them. */
export const seenPart = (drafts: boolean, partId: SQLWrapper): SQL =>
  drafts ? sql`true` : partIsSeen(partId);
