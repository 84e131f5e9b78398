import { and, eq, sql } from 'drizzle-orm';
import type { ShopTableLine } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { diagnosisCase, diagnosisCount, diagnosisLine, person } from '../db/schema/index.ts';

/** The shop's own lines of the table. */
export async function tableLines(db: Db): Promise<ShopTableLine[]> {
  const rows = await db
    .select({
      cause: diagnosisLine.cause,
      check: diagnosisLine.check,
      values: diagnosisLine.values,
      reason: diagnosisLine.reason,
      by: person.name,
      at: diagnosisLine.at,
    })
    .from(diagnosisLine)
    .innerJoin(person, eq(person.id, diagnosisLine.by))
    .orderBy(diagnosisLine.cause, diagnosisLine.check);
  return rows.map(({ by, at, check, ...row }) => ({ ...row, check: check || null, stamp: { by, at } }));
}

export async function writeLine(
  db: Db,
  line: { cause: string; check: string; values: number[]; reason: string },
  personId: number,
): Promise<void> {
  await db
    .insert(diagnosisLine)
    .values(line)
    .onConflictDoUpdate({
      target: [diagnosisLine.cause, diagnosisLine.check],
      set: { values: line.values, reason: line.reason, by: personId, at: new Date().toISOString() },
    });
}

export async function dropLine(db: Db, cause: string, check: string): Promise<void> {
  await db.delete(diagnosisLine).where(and(eq(diagnosisLine.cause, cause), eq(diagnosisLine.check, check)));
}

/** What filed jobs have shown, by how fans are driven. */
export const countsOf = (db: Db) => db.select().from(diagnosisCount);

export async function caseOfJob(
  db: Db,
  jobId: number,
): Promise<{ fans: string; counted: string[] } | undefined> {
  const [row] = await db.select().from(diagnosisCase).where(eq(diagnosisCase.jobId, jobId));
  return row;
}

async function count(db: Db, fans: string, words: readonly string[], by: 1 | -1): Promise<void> {
  if (words.length === 0) return;
  // In one order, so that two jobs that are filed at once never wait for each other in a circle.
  const sorted = [...new Set(words)].sort();
  await db
    .insert(diagnosisCount)
    .values(sorted.map((what) => ({ fans, what, count: Math.max(0, by) })))
    .onConflictDoUpdate({
      target: [diagnosisCount.fans, diagnosisCount.what],
      set: { count: sql`greatest(0, ${diagnosisCount.count} + ${by})` },
    });
}

/** Puts a job's case in the place of the one it had; undefined takes it away. */
export async function keepCase(
  db: Db,
  jobId: number,
  next: { fans: string; counted: string[] } | undefined,
): Promise<void> {
  const held = await caseOfJob(db, jobId);
  if (held) {
    await count(db, held.fans, held.counted, -1);
    await db.delete(diagnosisCase).where(eq(diagnosisCase.jobId, jobId));
  }
  if (!next) return;
  await db.insert(diagnosisCase).values({ jobId, ...next });
  await count(db, next.fans, next.counted, 1);
}
