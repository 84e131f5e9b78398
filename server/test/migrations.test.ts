import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import type { Pool } from 'pg';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { MIGRATIONS, prepare } from '../src/db/prepare.ts';
import { asPerson } from '../src/db/transaction.ts';
import { loadDemo } from '../src/demo/load.ts';
import { judgeWhereMissing } from '../src/failures/keep.ts';
import { foldOutdated, jobHand, jobLines } from '../src/jobs/service.ts';
import { demoFolder, newDatabase } from './harness.ts';

/**
 * A database of every earlier version with the demo in it is brought up to date: nothing that both know is lost, old
 * jobs become events, and the rules hold afterwards. The rows are those of the demo of today, as far as a version has
 * their tables and columns.
 */
const { entries } = JSON.parse(readFileSync(path.join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as {
  entries: { tag: string }[];
};
const FIRST_WITH_JOBS = 2;
const LAST_WITH_OLD_JOBS = 9;

/** Folder with the migrations up to a version. */
function upTo(version: number): string {
  const folder = mkdtempSync(path.join(os.tmpdir(), 'migrations-'));
  mkdirSync(path.join(folder, 'meta'));
  for (const { tag } of entries.slice(0, version + 1))
    cpSync(path.join(MIGRATIONS, `${tag}.sql`), path.join(folder, `${tag}.sql`));
  const journal = JSON.parse(readFileSync(path.join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as {
    entries: object[];
  };
  writeFileSync(
    path.join(folder, 'meta/_journal.json'),
    JSON.stringify({ ...journal, entries: journal.entries.slice(0, version + 1) }),
  );
  return folder;
}

/** What a column of an earlier version is in the words of the one the rows come from. */
const partOfRevision = '(select r.part_id from part_revision r where r.id = part_revision_id)';
const TOLD: Record<string, string> = {
  'interchange.part_id': partOfRevision,
  'supersession.new_part_id': partOfRevision,
};

type Columns = Map<string, { name: string; type: string }[]>;
async function columnsOf(pool: Pool): Promise<Columns> {
  const { rows } = await pool.query<{ table: string; name: string; type: string }>(`
    select c.table_name as "table", c.column_name as name, c.udt_name as type from information_schema.columns c join information_schema.tables t using (table_schema, table_name)
    where c.table_schema = 'public' and t.table_type = 'BASE TABLE' and c.is_generated = 'NEVER' order by c.ordinal_position`);
  const columns: Columns = new Map();
  for (const { table, ...column } of rows) columns.set(table, [...(columns.get(table) ?? []), column]);
  return columns;
}

/** Rows of one database in another that may know fewer tables, columns and words; rules rest meanwhile. */
async function copyRows(from: Pool, to: Pool): Promise<void> {
  const [own, theirs] = [await columnsOf(from), await columnsOf(to)];
  const { rows: words } = await to.query<{ type: string; word: string }>(
    'select t.typname as type, e.enumlabel as word from pg_enum e join pg_type t on t.oid = e.enumtypid',
  );
  const client = await to.connect();
  try {
    await client.query("set session_replication_role = 'replica'");
    await client.query("select set_config('radiatrix.person', '1', false)");
    for (const [table, columns] of theirs) {
      const shared = columns.filter(
        ({ name }) => `${table}.${name}` in TOLD || own.get(table)?.some((each) => each.name === name),
      );
      // Standings are worked out of units; a version that judges in another way does so when it starts.
      if (shared.length === 0 || table === 'history' || table === 'session' || table === 'part_standing') continue; // prettier-ignore
      const enums = shared.filter(({ type }) => words.some((each) => each.type === type));
      const known = enums.map(
        ({ name, type }) =>
          `("${name}" is null or "${name}"::text in (${words
            .filter((each) => each.type === type)
            .map(({ word }) => `'${word}'`)
            .join()}))`,
      );
      // A figure of a job hangs on nothing where a version has no place for it.
      if (table === 'measurement' && !shared.some(({ name }) => name === 'job_id'))
        known.push('job_id is null');
      const { rows } = await from.query<Record<string, unknown>>(
        `select ${shared.map(({ name, type }) => `${TOLD[`${table}.${name}`] ?? `"${name}"`}${type.startsWith('_') || type.endsWith('range') ? '::text' : type === 'jsonb' ? '::text' : ''} as "${name}"`).join()} from "${table}" ${known.length > 0 ? `where ${known.join(' and ')}` : ''}`,
      );
      for (let at = 0; at < rows.length; at += 400) {
        const some = rows.slice(at, at + 400);
        const places = some.map(
          (_, i) => `(${shared.map((_, j) => `$${i * shared.length + j + 1}`).join()})`,
        );
        await client.query(
          `insert into "${table}" (${shared.map(({ name }) => `"${name}"`).join()}) overriding system value values ${places.join()} on conflict do nothing`,
          some.flatMap((row) => shared.map(({ name }) => row[name])),
        );
      }
      if (columns.some(({ name, type }) => name === 'id' && type === 'int4'))
        await client.query(
          `select setval(seq, (select coalesce(max(id), 0) + 1 from "${table}")) from pg_get_serial_sequence($1, 'id') seq where seq is not null`,
          [table],
        );
    }
    await client.query("set session_replication_role = 'origin'");
  } finally {
    client.release();
  }
}

const counts = async (pool: Pool, tables: readonly string[]): Promise<Record<string, number>> => {
  const found: Record<string, number> = {};
  for (const table of tables)
    found[table] = (await pool.query<{ n: number }>(`select count(*)::int n from "${table}"`)).rows[0]!.n;
  return found;
};
const KEPT = [
  'make',
  'model',
  'engine',
  'transmission',
  'configuration',
  'bay',
  'part',
  'part_revision',
  'application',
  'measurement',
  'procedure_revision',
  'step',
  'fastener',
  'connector',
  'cavity',
  'outcome',
];

describe('from every earlier version', () => {
  let filled: Awaited<ReturnType<typeof newDatabase>>;
  beforeAll(async () => {
    filled = await newDatabase();
    await prepare(filled.connection);
    await loadDemo(filled.connection.db, demoFolder);
  });
  afterAll(() => filled.drop());

  test.each(entries.slice(0, -1).map(({ tag }, version) => [tag, version] as const))(
    '%s',
    async (_, version) => {
      const database = await newDatabase();
      const folder = upTo(version);
      const { pool, db } = database.connection;
      try {
        await migrate(db, { migrationsFolder: folder });
        await copyRows(filled.connection.pool, pool);
        if (version >= FIRST_WITH_JOBS && version <= LAST_WITH_OLD_JOBS) {
          await pool.query("select set_config('radiatrix.person', '1', false)");
          await pool.query(`
          begin; set local session_replication_role = 'replica'; delete from job;
          insert into job (id, configuration_id, label, complaint, stage, "by") overriding system value select 901, min(id), 'old lift', 'hot on hills', 'compare', 1 from configuration;
          insert into job_figure (job_id, key, text, method, "by") values (901, 'bayDepth', '171 mm', 'tape', 1); commit`);
        }
        const before = await counts(pool, KEPT);
        const said = async () =>
          (
            await pool.query(
              'select (select count(distinct number)::int from interchange) as numbers, (select count(distinct old_part_id)::int from supersession) as taken',
            )
          ).rows[0] as unknown;
        const succession = await said();
        expect(before.measurement).toBeGreaterThan(400);
        await prepare(database.connection);
        const after = await counts(pool, KEPT);
        const { measurement, ...rest } = after;
        // Before that, kinds of parts were not known whose numbers are copied all the same.
        if (version >= FIRST_WITH_JOBS) expect(await said()).toEqual(succession);
        expect(rest).toEqual(
          Object.fromEntries(Object.entries(before).filter(([table]) => table !== 'measurement')),
        );
        await foldOutdated(db, (personId, work) => asPerson(database.connection.db, personId, work));
        await db.transaction(judgeWhereMissing);
        const { rows: judged } = await pool.query<{ units: number; standings: number }>('select (select count(distinct part_id)::int from unit) as units, (select count(*)::int from part_standing) as standings'); // prettier-ignore
        expect(judged[0]!.standings).toBe(judged[0]!.units);
        expect(measurement).toBe(before.measurement);
        if (version >= FIRST_WITH_JOBS && version <= LAST_WITH_OLD_JOBS) {
          expect(await jobLines(db)).toMatchObject([
            { id: 901, label: 'old lift', complaint: 'hot on hills', closed: false },
          ]);
          const hand = await jobHand(db, 901);
          expect(hand.figures.quantities.bayDepth).toMatchObject({ value: 171 });
        }
        await expect(
          pool.query(
            "select set_config('radiatrix.person', '1', false); update part_revision set notes = 'x' where state = 'released'",
          ),
        ).rejects.toThrow(/released/);
        const { rows } = await pool.query<{ n: number }>(
          "select count(*)::int n from step where step_id = ''",
        );
        expect(rows[0]!.n).toBe(0);
      } finally {
        rmSync(folder, { recursive: true });
        await database.drop();
      }
    },
  );
});
