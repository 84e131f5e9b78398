import { and, desc, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import type { Db } from '../db/client.ts';
import { outcome, part, partRevision, supersession } from '../db/schema/index.ts';
import { partLines } from './queries.ts';

/** What is known of parts beside their figures and claims: notes, superseded by, failed, withdrawn; none said twice. */
export async function noticesOf(db: Db, ids: readonly number[], drafts: boolean): Promise<Map<number, string[]>> {
  const found = new Map<number, string[]>();
  if (ids.length === 0) return found;
  const say = (id: number, text: string): void => void found.set(id, [...(found.get(id) ?? []), text]);
  const [lines, successors, misfits, withdrawn] = await Promise.all([
    partLines(db, { ids }, drafts),
    db.select({ id: supersession.oldPartId, number: part.number }).from(supersession).innerJoin(part, eq(part.id, supersession.newPartId)).where(inArray(supersession.oldPartId, [...ids])),
    db
      .select({ id: partRevision.partId, count: sql<number>`count(*)::integer`, last: sql<string>`max(${outcome.on})::text` })
      .from(outcome)
      .innerJoin(partRevision, eq(partRevision.id, outcome.partRevisionId))
      .where(and(inArray(partRevision.partId, [...ids]), eq(outcome.result, 'did not fit')))
      .groupBy(partRevision.partId),
    db
      .selectDistinctOn([partRevision.partId], { id: partRevision.partId, revision: partRevision.revision, reason: partRevision.withdrawnFor, at: partRevision.withdrawnAt })
      .from(partRevision)
      .where(and(inArray(partRevision.partId, [...ids]), isNotNull(partRevision.withdrawnAt)))
      .orderBy(partRevision.partId, desc(partRevision.revision)),
  ]);
  for (const { id, revision, reason, at } of withdrawn) say(id, `Revision ${revision} was withdrawn ${at!.slice(0, 10)}: ${reason}`);
  for (const { id, number } of successors) say(id, `Superseded by ${number}.`);
  for (const { id, count, last } of misfits) say(id, `Did not fit ${count === 1 ? 'once' : `${count} times`}, last on ${last}.`);
  for (const { id, notes } of lines) if (notes !== '') say(id, notes);
  return found;
} // prettier-ignore
