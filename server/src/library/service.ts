import { createHash } from 'node:crypto';
import { and, eq, getTableColumns, ilike, or, sql, type SQL } from 'drizzle-orm';
import type { PgTable } from 'drizzle-orm/pg-core';
import { configurationTitle, engineLabel, transmissionLabel } from '@radiatrix/core/vehicle';
import {
  LIBRARY,
  LIBRARY_TABLES,
  type LibraryLine,
  type LibraryRecord,
  type LibraryTable,
  type RecordValues,
} from '@radiatrix/contract';
import { librarySchema } from '@radiatrix/contract/schemas';
import type { Db } from '../db/client.ts';
import { bay, configuration, engine, make, model, person, source, transmission } from '../db/schema/index.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { loadVocabulary, type ConfigurationRow } from '../vehicles/queries.ts'; // prettier-ignore

const TABLES = { make, model, engine, transmission, source, configuration, bay } as const;
const SHOWN = 200;

export function tableOf(name: string | undefined): LibraryTable {
  if (!LIBRARY_TABLES.includes(name as LibraryTable)) throw notFound('That shelf');
  return name as LibraryTable;
}

type Row = Record<string, unknown> & { id: number; by: number; at: string };

const valuesOf = (table: LibraryTable, row: Row): RecordValues =>
  Object.fromEntries(LIBRARY[table].fields.map(({ key }) => [key, row[key]]));

/** Two people who read the same row hold the same tag, whatever became of it in between. */
export const tagOfValues = (values: RecordValues): string =>
  createHash('sha256').update(JSON.stringify(values)).digest('hex').slice(0, 24);

async function titleOf(db: Db, table: LibraryTable, row: Row): Promise<string> {
  if (table === 'configuration')
    return configurationTitle(row as unknown as ConfigurationRow, await loadVocabulary(db));
  return String(row.name ?? row.code);
}

async function rowOf(db: Db, table: LibraryTable, id: number): Promise<Row> {
  const from = TABLES[table] as PgTable;
  const [row] = await db.select().from(from).where(eq(TABLES[table].id, id));
  if (!row) throw notFound(`That ${LIBRARY[table].one}`);
  return row as Row;
}

export async function libraryRecord(db: Db, table: LibraryTable, id: number): Promise<LibraryRecord> {
  const row = await rowOf(db, table, id);
  const [who] = await db.select({ name: person.name }).from(person).where(eq(person.id, row.by));
  return {
    table,
    id,
    title: await titleOf(db, table, row),
    values: valuesOf(table, row),
    changed: { by: who?.name ?? '', at: row.at },
  };
}

export function checked(table: LibraryTable, body: unknown): RecordValues {
  const { error, value } = librarySchema(table).validate(body, { abortEarly: false });
  if (error) throw error;
  const values = value as RecordValues;
  for (const { key, label, field } of LIBRARY[table].fields) {
    const span = values[key];
    if ((field.type === 'years' || field.type === 'months') && Array.isArray(span) && span[0] > span[1])
      throw new ProblemError('invalid', {
        fields: [{ path: key, message: `${label}: the later end comes first.` }],
      });
  }
  return values;
}

export async function createRecord(db: Db, table: LibraryTable, values: RecordValues): Promise<number> {
  const into = TABLES[table];
  const [row] = await db
    .insert(into)
    .values(values as never)
    .returning({ id: into.id });
  return row!.id;
}

/** Changes a record that still is as the save knew it. */
export async function saveRecord(
  db: Db,
  table: LibraryTable,
  id: number,
  values: RecordValues,
  ifMatch: string,
): Promise<void> {
  const into = TABLES[table];
  await db.execute(sql`select 1 from ${into} where id = ${id} for update`);
  const now = valuesOf(table, await rowOf(db, table, id));
  if (tagOfValues(now) !== ifMatch)
    throw new ProblemError('stale', { current: await libraryRecord(db, table, id) });
  await db
    .update(into)
    .set({ ...values, by: sql`nullif(current_setting('radiatrix.person', true), '')::integer`, at: sql`now()` } as never)
    .where(eq(into.id, id)); // prettier-ignore
}

const literally = (text: string): string => `%${text.replace(/[\\%_]/g, '\\$&')}%`;

export async function libraryLines(db: Db, table: LibraryTable, text: string): Promise<LibraryLine[]> {
  const vocabulary = await loadVocabulary(db);
  const from = TABLES[table];
  const columns = getTableColumns(from) as unknown as Record<string, never>;
  const named = ['name', 'code', 'kind'].filter((key) => key in columns && !(key === 'kind' && table !== 'source'));
  const words = literally(text);
  const matches: SQL | undefined =
    text === '' || named.length === 0 ? undefined : or(...named.map((key) => ilike(columns[key]!, words)));
  const rows = (await db
    .select()
    .from(from as PgTable)
    .where(and(matches))
    .orderBy(columns[named[0] ?? 'id']!)
    .limit(SHOWN)) as Row[];
  const makes = new Map(vocabulary.makes.map((each) => [each.id, each.name]));
  return Promise.all(
    rows.map(async (row) => ({
      id: row.id,
      title: await titleOf(db, table, row),
      detail:
        table === 'model'
          ? `${makes.get(row.makeId as number) ?? ''}, ${(row.life as number[]).join('–')}`
          : table === 'engine'
            ? engineLabel(row as never)
            : table === 'transmission'
              ? transmissionLabel(row as never)
              : table === 'source'
                ? `${String(row.kind)}, grade ${String(row.grade)}`
                : '',
    })),
  );
} // prettier-ignore
