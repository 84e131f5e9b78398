import { failingOf, type Failing } from '@radiatrix/core/failure';
import { standingSentences } from '@radiatrix/words/failures';
import { and, desc, eq, inArray, isNotNull, sql } from 'drizzle-orm';
import { anyOf } from '../db/any-of.ts';
import type { Db } from '../db/client.ts';
import { outcome, part, partRevision, partStanding } from '../db/schema/index.ts';
import { shopPractice } from '../practice/service.ts';
import { partLines, successorsOf } from './queries.ts';

/** What is said of a part, and whether the log of failures stops whoever is about to sell or fit it. */
export interface Marks {
  said: string[];
  failing: Failing | null;
}

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
  marks: ReadonlyMap<number, Marks>,
  { id, notes }: { id: number; notes: string },
): string[] => [...(marks.get(id)?.said ?? []), ...(notes === '' ? [] : [notes])];

/** How parts stand in the log of failures, by number. */
async function standingByNumber(db: Db, numbers: readonly string[]) {
  if (numbers.length === 0) return new Map<string, typeof partStanding.$inferSelect.standing>();
  const rows = await db
    .select({ number: part.number, standing: partStanding.standing })
    .from(part)
    .innerJoin(partStanding, eq(partStanding.partId, part.id))
    .where(inArray(part.number, [...numbers]));
  return new Map(rows.map(({ number, standing }) => [number, standing]));
}

/** What happened to parts: superseded, did not fit, withdrawn, and what the log of failures says. */
export async function marksOn(db: Db, ids: readonly number[]): Promise<Map<number, Marks>> {
  const found = new Map<number, Marks>();
  if (ids.length === 0) return found;
  const of = (id: number): Marks => {
    const marks = found.get(id) ?? { said: [], failing: null };
    found.set(id, marks);
    return marks;
  };
  const say = (id: number, text: string): void => void of(id).said.push(text);
  const [practice, successors, misfits, withdrawn, standings] = await Promise.all([
    shopPractice(db),
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
    db
      .select({ id: partStanding.partId, word: partStanding.word, standing: partStanding.standing })
      .from(partStanding)
      .where(anyOf(partStanding.partId, ids)),
  ]);
  const failing = new Set<number>();
  for (const { id, word, standing } of standings) {
    const sentences = standingSentences(standing, practice);
    if (sentences.length === 0) continue;
    failing.add(id);
    of(id).failing = failingOf(word);
    for (const each of sentences) say(id, each);
  }
  const next = await standingByNumber(
    db,
    [...successors].flatMap(([id, number]) => (failing.has(id) ? [number] : [])),
  );
  for (const { id, revision, reason, at } of withdrawn)
    say(id, `Revision ${revision} was withdrawn ${at!.slice(0, 10)}: ${reason}`);
  for (const [id, number] of successors) {
    const own = next.get(number);
    // The successor of a part that fails is worth more if it does better.
    const record = !failing.has(id) ? '' : own ? ` (${own.fitted} fitted, ${own.failed} failed)` : ' (none fitted yet)'; // prettier-ignore
    say(id, `Superseded by ${number}${record}.`);
  }
  for (const { id, count, last } of misfits)
    say(id, `Did not fit ${count === 1 ? 'once' : `${count} times`}, last on ${last}.`);
  return found;
}
