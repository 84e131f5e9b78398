import { and, desc, eq, isNull, sql, type SQL } from 'drizzle-orm';
import type { MergeKind } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { configuration, merge, partRevision, person } from '../db/schema/index.ts';
import type { GoneRow, MovedRows } from '../db/schema/merges.ts';
import type { Reference } from './reference-queries.ts';

const name = (text: string) => sql.identifier(text);

/** Everything a row holds, as PostgreSQL writes it; nobody else changes it before the transaction ends. */
export async function rowOf(db: Db, table: string, id: number): Promise<Record<string, unknown> | undefined> {
  const { rows } = await db.execute<{ row: Record<string, unknown> }>(
    sql`select to_jsonb(t) as row from ${name(table)} t where t.id = ${id} for update`,
  );
  return rows[0]?.row;
}

export async function keysOf(db: Db, { table, column, key }: Reference, id: number): Promise<string[]> {
  const { rows } = await db.execute<{ key: string }>(
    sql`select ${sql.raw(key)} as key from ${name(table)} where ${name(column)} = ${id} order by 1`,
  );
  return rows.map((row) => row.key);
}

const UNIQUE = '23505';
const EXCLUSION = '23P01';
/** Raised where successors would close a ring: one of the two took the other's place. */
const CHECK = '23514';
const codeOf = (error: unknown): string =>
  String((error as { code?: unknown }).code ?? (error as { cause?: { code?: unknown } }).cause?.code ?? '');

/**
 * Rows that name one record name another. Where the database holds that both cannot be, the rows are halved until the
 * one that stands in the way is alone.
 *
 * @returns keys of rows that could move, and of those that say what a row of the other says already
 */
export async function moveRows(db: Db, reference: Reference, keys: readonly string[], to: number): Promise<{ moved: string[]; held: string[] }> {
  if (keys.length === 0) return { moved: [], held: [] };
  try {
    await db.transaction((inner) =>
      inner.execute(sql`update ${name(reference.table)} set ${name(reference.column)} = ${to} where ${sql.raw(reference.key)} = any(${sql.param(keys)}::text[])`),
    );
    return { moved: [...keys], held: [] };
  } catch (error) {
    const isRing = reference.table === 'supersession' && codeOf(error) === CHECK;
    if (!isRing && ![UNIQUE, EXCLUSION].includes(codeOf(error))) throw error;
    if (keys.length === 1) return { moved: [], held: [...keys] };
  }
  const half = Math.ceil(keys.length / 2);
  const [one, other] = [await moveRows(db, reference, keys.slice(0, half), to), await moveRows(db, reference, keys.slice(half), to)];
  return { moved: [...one.moved, ...other.moved], held: [...one.held, ...other.held] };
} // prettier-ignore

/** Takes rows out and hands them back whole, with what each of them said. */
export async function takeOut(db: Db, reference: Reference, keys: readonly string[]): Promise<{ row: GoneRow; said: string }[]> {
  if (keys.length === 0) return [];
  const { rows } = await db.execute<{ row: Record<string, unknown>; said: string | null }>(
    sql`delete from ${name(reference.table)} where ${sql.raw(reference.key)} = any(${sql.param(keys)}::text[]) returning to_jsonb(${name(reference.table)}) as row, ${reference.said} as said`,
  );
  return rows.map(({ row, said }) => ({ row: { table: reference.table, row }, said: said ?? '' }));
} // prettier-ignore

/** The record itself, and what is only its own, taken out. */
export async function takeOutOwn(db: Db, table: string, column: string, id: number): Promise<GoneRow[]> {
  const { rows } = await db.execute<{ row: Record<string, unknown> }>(
    sql`delete from ${name(table)} where ${name(column)} = ${id} returning to_jsonb(${name(table)}) as row`,
  );
  return rows.map(({ row }) => ({ table, row }));
}

/** Puts a row back as it was, under its own number. */
export const putBack = (db: Db, { table, row }: GoneRow) =>
  db.execute(
    sql`insert into ${name(table)} overriding system value select * from jsonb_populate_record(null::${name(table)}, ${JSON.stringify(row)}::jsonb)`,
  );

/** Moved rows named again what they named before; one that names a third record since stays with it. */
export const moveBack = (db: Db, { table, column, keys }: MovedRows, key: string, from: number, to: number) =>
  db.execute(
    sql`update ${name(table)} set ${name(column)} = ${to} where ${name(column)} = ${from} and ${sql.raw(key)} = any(${sql.param(keys)}::text[])`,
  );

/** The figure of a bay, or of a connector, that holds another one back: what it says. */
export async function figureHolding(db: Db, row: Record<string, unknown>, column: string, to: number): Promise<string> {
  const of = (key: string) => (key === column ? to : row[key]) as number | string | null;
  const same = ['key', 'source_id', 'standing', 'bay_id', 'part_revision_id', 'job_id'].map((key) => sql`${name(key)} is not distinct from ${of(key)}`);
  const { rows } = await db.execute<{ text: string }>(sql`select text from measurement where ${sql.join(same, sql` and `)} limit 1`);
  return rows[0]?.text ?? '';
} // prettier-ignore

/** Whether a record was taken into another one, and still is. */
export const isGone = async (db: Db, kind: MergeKind, id: number): Promise<boolean> =>
  (await db.$count(merge, and(eq(merge.kind, kind), eq(merge.goneId, id), isNull(merge.undoneAt)))) > 0;

/** Access maps whose newest revision names a connector by its code. */
export async function mapsNaming(db: Db, code: string): Promise<{ title: string }[]> {
  const named = `%${JSON.stringify(code)}%`;
  const newest = sql`select distinct on (access_map_id) title, document from access_map_revision order by access_map_id, revision desc`;
  const { rows } = await db.execute<{ title: string }>(
    sql`select title from (${newest}) newest where document::text like ${named} order by title`,
  );
  return rows;
}

/** First and last year of what names a model, and of the model it is to name; undefined where nothing does. */
export async function yearsOf(db: Db, from: number, to: number): Promise<{ first: number; last: number; within: boolean } | undefined> {
  const { rows } = await db.execute<{ first: number | null; last: number; within: boolean }>(sql`
    with named as (
      select year as first, year as last from configuration where model_id = ${from}
      union all select lower(years), upper(years) - 1 from application where model_id = ${from})
    select min(first) as first, max(last) as last, (select life @> int4range(min(first), max(last) + 1) from model where id = ${to}) as within from named`);
  const row = rows[0]!;
  return row.first === null ? undefined : { first: row.first, last: row.last, within: row.within };
} // prettier-ignore

/** Within this work the database lets a released revision name another record, and be withdrawn and brought back with its own. */
export async function whileMerging<T>(db: Db, work: () => Promise<T>): Promise<T> {
  const set = (value: string) => db.execute(sql`select set_config('radiatrix.merging', ${value}, true)`);
  await set('yes');
  const result = await work();
  await set('');
  return result;
}

export const vehiclesInBay = (db: Db, bayId: number): Promise<number> =>
  db.$count(configuration, eq(configuration.bayId, bayId));

/** Jobs whose events name a part, a vehicle or a source. */
export async function jobsNaming(db: Db, what: 'part' | 'vehicle' | 'source', id: number): Promise<number[]> {
  const named = {
    part: sql`kind = 'part chosen' and (payload ->> 'partId')::int = ${id}`,
    vehicle: sql`kind in ('opened', 'vehicle put right') and payload ->> 'vehicleId' = ${String(id)}`,
    source: sql`kind = 'figure taken' and payload ->> 'sourceId' = ${String(id)}`,
  }[what];
  // A job that was told of an earlier merge names this record by it.
  const { rows } = await db.execute<{ id: number }>(sql`
    select distinct job_id as id from job_event
    where (${named}) or (kind = 'records merged' and payload ->> 'what' = ${what} and payload ->> 'to' = ${String(id)})
    order by 1`);
  return rows.map((row) => row.id);
}

export const headRevision = async (db: Db, partId: number): Promise<number | null> =>
  (
    await db
      .select({ id: partRevision.id })
      .from(partRevision)
      .where(and(eq(partRevision.partId, partId), eq(partRevision.state, 'released'), isNull(partRevision.withdrawnAt)))
      .orderBy(desc(partRevision.revision))
      .limit(1)
  )[0]?.id ?? null; // prettier-ignore

/** Every revision of a part that stands is withdrawn. @returns which */
export async function withdrawAll(db: Db, partId: number, personId: number, reason: string): Promise<number[]> {
  const rows = await db
    .update(partRevision)
    .set({ withdrawnBy: personId, withdrawnAt: sql`now()`, withdrawnFor: reason })
    .where(and(eq(partRevision.partId, partId), eq(partRevision.state, 'released'), isNull(partRevision.withdrawnAt)))
    .returning({ id: partRevision.id });
  return rows.map(({ id }) => id);
} // prettier-ignore

export const bringBack = (db: Db, ids: readonly number[]) =>
  db.execute(
    sql`update part_revision set withdrawn_by = null, withdrawn_at = null, withdrawn_for = null where id = any(${sql.param([...ids])}::int[])`,
  );

export async function insertMerge(db: Db, values: Omit<typeof merge.$inferInsert, 'id'>): Promise<number> {
  const [row] = await db.insert(merge).values(values).returning({ id: merge.id });
  return row!.id;
}

const UNDONE_BY: SQL<string | null> = sql`(select p.name from person p where p.id = ${merge.undoneBy})`;
/** The newest, as many as a page holds. */
const SHOWN = 200;
export const mergeRows = (db: Db, id?: number) =>
  db
    .select({
      merge,
      by: person.name,
      undoneBy: UNDONE_BY,
    })
    .from(merge)
    .innerJoin(person, eq(person.id, merge.by))
    .where(id === undefined ? undefined : eq(merge.id, id))
    .orderBy(desc(merge.id))
    .limit(SHOWN);
export type MergeRow = Awaited<ReturnType<typeof mergeRows>>[number];

/** Marks one as undone. @returns whether it still stood */
export async function markUndone(db: Db, id: number, personId: number): Promise<boolean> {
  const rows = await db
    .update(merge)
    .set({ undoneBy: personId, undoneAt: sql`now()` })
    .where(and(eq(merge.id, id), isNull(merge.undoneAt)))
    .returning({ id: merge.id });
  return rows.length === 1;
}

/** A merge since that rests on this one: of the record that it kept. */
export const laterMerge = async (db: Db, row: { id: number; kind: MergeKind; keptId: number }) =>
  (
    await db
      .select({ keptTitle: merge.keptTitle, goneTitle: merge.goneTitle })
      .from(merge)
      .where(and(eq(merge.kind, row.kind), isNull(merge.undoneAt), sql`${merge.id} > ${row.id} and ${row.keptId} in (${merge.keptId}, ${merge.goneId})`))
      .orderBy(desc(merge.id))
      .limit(1)
  )[0]; // prettier-ignore
