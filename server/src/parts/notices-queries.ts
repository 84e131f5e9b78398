import { and, desc, eq, isNotNull, sql } from 'drizzle-orm';
import { anyOf } from '../db/any-of.ts';
import type { Db } from '../db/client.ts';
import { outcome, partRevision } from '../db/schema/index.ts';
import { partLines, successorsOf } from './queries.ts';

/** What is known of parts beside their figures and claims: notes, superseded by, failed, withdrawn; none said twice. */
export async function noticesOf(
  db: Db,
  ids: readonly number[],
  drafts: boolean,
): Promise<Map<number, string[]>> {
  const [marks, lines] = await Promise.all([marksOn(db, ids), partLines(db, { ids }, drafts)]);
  // A part that was withdrawn has no line for this reader, and still what happened to it.
  const notes = new Map(lines.map((line) => [line.id, line.notes]));
  return new Map(ids.map((id) => [id, noticesWith(marks, { id, notes: notes.get(id) ?? '' })]));
}

/** The same of a part whose line is at hand. */
export const noticesWith = (
  marks: ReadonlyMap<number, string[]>,
  { id, notes }: { id: number; notes: string },
): string[] => [...(marks.get(id) ?? []), ...(notes === '' ? [] : [notes])];

/** What happened to parts: superseded, failed, withdrawn. */
export async function marksOn(db: Db, ids: readonly number[]): Promise<Map<number, string[]>> {
  const found = new Map<number, string[]>();
  if (ids.length === 0) return found;
  const say = (id: number, text: string): void => void found.set(id, [...(found.get(id) ?? []), text]);
  const [successors, misfits, withdrawn] = await Promise.all([
    // What a draft says of succession is not so before it is released.
    successorsOf(db, ids, false),
    db
      .select({
        id: partRevision.partId,
        count: sql<number>`count(*)::integer`,
        last: sql<string>`max(${outcome.on})::text`,
      })
      .from(outcome)
      .innerJoin(partRevision, eq(partRevision.id, outcome.partRevisionId))
      .where(and(anyOf(partRevision.partId, ids), eq(outcome.result, 'did not fit')))
      .groupBy(partRevision.partId),
    db
      .selectDistinctOn([partRevision.partId], {
        id: partRevision.partId,
        revision: partRevision.revision,
        reason: partRevision.withdrawnFor,
        at: partRevision.withdrawnAt,
      })
      .from(partRevision)
      .where(and(anyOf(partRevision.partId, ids), isNotNull(partRevision.withdrawnAt)))
      .orderBy(partRevision.partId, desc(partRevision.revision)),
  ]);
  for (const { id, revision, reason, at } of withdrawn)
    say(id, `Revision ${revision} was withdrawn ${at!.slice(0, 10)}: ${reason}`);
  for (const [id, number] of successors) say(id, `Superseded by ${number}.`);
  for (const { id, count, last } of misfits)
    say(id, `Did not fit ${count === 1 ? 'once' : `${count} times`}, last on ${last}.`);
  return found;
}
