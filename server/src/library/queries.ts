import { and, eq, getTableColumns, ilike, or, sql, type SQL } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import type { LibraryTable, RecordValues } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { NAMED_SOMEWHERE, isNamedSomewhere } from '../db/visible.ts';
import { anywhere } from '../db/literally.ts';
import { bay, configuration, engine, make, model, source, transmission } from '../db/schema/index.ts';

const TABLES = { make, model, engine, transmission, source, configuration, bay } as const;
const SHOWN = 200;

/** A row of any of the tables that are edited field by field. */
export type Row = Record<string, unknown> & { id: number; by: number; at: string };

export async function rowById(db: Db, table: LibraryTable, id: number): Promise<Row | undefined> {
  const [row] = await db
    .select()
    .from(TABLES[table] as PgTable)
    .where(eq(TABLES[table].id, id));
  return row as Row | undefined;
}

export async function insertRow(db: Db, table: LibraryTable, values: RecordValues): Promise<number> {
  const into = TABLES[table];
  const [row] = await db
    .insert(into)
    .values(values as never)
    .returning({ id: into.id });
  return row!.id;
}

/** Whoever else wants to change the row waits. */
export const lockRow = (db: Db, table: LibraryTable, id: number) =>
  db.execute(sql`select 1 from ${TABLES[table]} where id = ${id} for update`);

export const updateRow = (db: Db, table: LibraryTable, id: number, values: RecordValues) =>
  db
    .update(TABLES[table])
    // What was sent back has been looked at again.
    .set({ ...values, ...(table === 'configuration' ? { sentBackFor: null } : {}), by: sql`nullif(current_setting('radiatrix.person', true), '')::integer`, at: sql`now()` } as never)
    .where(eq(TABLES[table].id, id)); // prettier-ignore

/** Rows whose name, code or kind holds some words; without drafts, those only that something on record names. */
export async function rowsNamed(db: Db, table: LibraryTable, text: string, drafts: boolean): Promise<Row[]> {
  const from = TABLES[table];
  const columns = getTableColumns(from) as unknown as Record<string, never>;
  const named = ['name', 'code', 'kind'].filter(
    (key) => key in columns && !(key === 'kind' && table !== 'source'),
  );
  const words = anywhere(text);
  const matches: SQL | undefined =
    text === '' || named.length === 0 ? undefined : or(...named.map((key) => ilike(columns[key]!, words)));
  return (await db
    .select()
    .from(from as PgTable)
    .where(and(matches, drafts || !isNamedSomewhere(table) ? undefined : NAMED_SOMEWHERE[table](from.id)))
    .orderBy(columns[named[0] ?? 'id']!)
    .limit(SHOWN)) as Row[];
}
