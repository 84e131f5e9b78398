import { and, asc, eq, gt, inArray, sql } from 'drizzle-orm';
import type { CellProblem, FileRow } from '@radiatrix/core/table';
import { anyOf } from '../db/any-of.ts';
import type { Db } from '../db/client.ts';
import { uploadFix, uploadWrong } from '../db/schema/index.ts';

/** A row that cannot come in, with what is wrong with it; without problems it can, once the table is applied. */
export interface WrongRow extends FileRow {
  problems: CellProblem[];
}

const STILL_WRONG = sql`${uploadWrong.problems} <> '[]'::jsonb`;
/** Something is wrong that is not settled once for the file. */
const NOT_ASKED_ABOUT = sql`exists (select 1 from jsonb_array_elements(${uploadWrong.problems}) as each (problem) where not each.problem ? 'name' and each.problem ->> 'code' not in ('years-open', 'part-alike'))`;
const mine = (id: string) => eq(uploadWrong.uploadId, id);

/** Keeps rows that cannot come in; a row that is kept already gets its new problems. */
export async function keepWrong(db: Db, id: string, rows: readonly WrongRow[]): Promise<void> {
  if (rows.length === 0) return;
  await db.execute(sql`
    insert into upload_wrong (upload_id, row, cells, problems)
    select ${id}::uuid, row, cells, problems from jsonb_to_recordset(${JSON.stringify(rows)}::jsonb) as each (row integer, cells jsonb, problems jsonb)
    on conflict (upload_id, row) do update set cells = excluded.cells, problems = excluded.problems`);
}

/** Forgets what was wrong: the whole file is read again. */
export const dropWrong = (db: Db, id: string): Promise<unknown> => db.delete(uploadWrong).where(mine(id));

/** Rows that can come in now are wrong no more; they go once the table is applied. */
export const clearProblems = (db: Db, id: string, rows: readonly number[]): Promise<unknown> =>
  db.execute(sql`
    update upload_wrong set problems = '[]' where upload_id = ${id} and ${anyOf(sql`row`, rows)}`);

/** Forgets the rows that have come in. */
export const dropCleared = (db: Db, id: string): Promise<unknown> =>
  db.delete(uploadWrong).where(and(mine(id), sql`${uploadWrong.problems} = '[]'::jsonb`));

export async function wrongCount(db: Db, id: string): Promise<number> {
  const [row] = await db
    .select({ count: sql<number>`count(*)::int` })
    .from(uploadWrong)
    .where(and(mine(id), STILL_WRONG));
  return row!.count;
}

/** Every row that is kept aside, whether it is wrong still or not. */
export async function asideNumbers(db: Db, id: string): Promise<Set<number>> {
  const rows = await db.select({ row: uploadWrong.row }).from(uploadWrong).where(mine(id));
  return new Set(rows.map(({ row }) => row));
}

/** Rows that are wrong, in the order of the file. */
export const wrongAfter = (
  db: Db,
  id: string,
  { after, most, which = 'all' }: { after: number; most: number; which?: 'all' | 'other' },
): Promise<WrongRow[]> =>
  db
    .select({ row: uploadWrong.row, cells: uploadWrong.cells, problems: uploadWrong.problems })
    .from(uploadWrong)
    .where(
      and(mine(id), STILL_WRONG, gt(uploadWrong.row, after), which === 'other' ? NOT_ASKED_ABOUT : undefined),
    )
    .orderBy(asc(uploadWrong.row))
    .limit(most);

/** What their person wrote instead of rows of the file; null for one that was thrown away. */
export async function fixesOf(db: Db, id: string): Promise<Map<number, string[] | null>> {
  const rows = await db.select().from(uploadFix).where(eq(uploadFix.uploadId, id));
  return new Map(rows.map(({ row, cells }) => [row, cells]));
}

/** Keeps rows as they were put right, and throws rows away that have no cells. */
export async function keepFixes(
  db: Db,
  id: string,
  rows: readonly { row: number; cells: string[] | null }[],
): Promise<void> {
  await db
    .insert(uploadFix)
    .values(rows.map(({ row, cells }) => ({ uploadId: id, row, cells })))
    .onConflictDoUpdate({ target: [uploadFix.uploadId, uploadFix.row], set: { cells: sql`excluded.cells` } });
  const gone = rows.filter(({ cells }) => cells === null).map(({ row }) => row);
  if (gone.length > 0) await db.delete(uploadWrong).where(and(mine(id), inArray(uploadWrong.row, gone)));
  for (const { row, cells } of rows)
    if (cells) await db.update(uploadWrong).set({ cells }).where(and(mine(id), eq(uploadWrong.row, row))); // prettier-ignore
}
