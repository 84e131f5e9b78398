import { sql } from 'drizzle-orm';
import { migrate } from 'drizzle-orm/node-postgres/migrator';
import path from 'node:path';
import pg from 'pg';
import { limitsOf, ATTRIBUTES, type Attribute } from '@radiatrix/core/figures';
import { CAUTIONS } from '@radiatrix/core/procedure';
import { databaseOver, type Connection, type Database } from './client.ts';
import { METHODS } from '@radiatrix/core/quantity';
import { methodName } from '@radiatrix/words/methods';
import { attribute, attributeChoice, caution, method } from './schema/index.ts';

export const MIGRATIONS = path.join(import.meta.dirname, 'migrations');
/** Any number will do, so long as every server of this product takes the same. */
const MIGRATION_LOCK = 726_144;

/** Creates the database of a URL when its server does not have it yet. */
export async function createIfMissing(url: string): Promise<void> {
  const target = new URL(url);
  const name = decodeURIComponent(target.pathname.slice(1));
  target.pathname = '/postgres';
  const client = new pg.Client({ connectionString: target.href });
  await client.connect();
  try {
    const { rowCount } = await client.query('select 1 from pg_database where datname = $1', [name]);
    if (rowCount === 0) await client.query(`create database ${client.escapeIdentifier(name)}`);
  } finally {
    await client.end();
  }
}

/** Brings the tables up to date, and the reference tables in step with core. Safe to run from several servers at once. */
export async function prepare({ pool }: Connection): Promise<void> {
  const lock = await pool.connect();
  try {
    await lock.query('select pg_advisory_lock($1)', [MIGRATION_LOCK]);
    // What people wait for is limited; a new index over a million lines takes as long as it takes.
    await lock.query('set statement_timeout = 0');
    const db = databaseOver(lock);
    await migrate(db, { migrationsFolder: MIGRATIONS });
    await syncReference(db);
  } finally {
    await lock.query('reset statement_timeout');
    await lock.query('select pg_advisory_unlock($1)', [MIGRATION_LOCK]);
    lock.release();
  }
}

async function syncReference(db: Database): Promise<void> {
  const attributes = Object.entries(ATTRIBUTES).flatMap(([subject, keys]) =>
    Object.entries(keys as Record<string, Attribute>).map(([key, each]) => ({
      subject: subject as 'bay',
      key,
      each,
    })),
  );
  await db.transaction(async (tx) => {
    await tx
      .insert(attribute)
      .values(
        attributes.map(({ subject, key, each }) => ({
          subject,
          key,
          type: each.type,
          lo: each.type === 'quantity' ? limitsOf(each).lo : null,
          hi: each.type === 'quantity' ? limitsOf(each).hi : null,
        })),
      )
      .onConflictDoUpdate({
        target: [attribute.subject, attribute.key, attribute.type],
        set: { lo: sql`excluded.lo`, hi: sql`excluded.hi` },
      });
    await tx
      .insert(attributeChoice)
      .values(
        attributes.flatMap(({ subject, key, each }) =>
          each.type === 'choice' ? each.choices.map((choice) => ({ subject, key, choice })) : [],
        ),
      )
      .onConflictDoNothing();
    await tx
      .insert(method)
      .values(METHODS.map((code) => ({ code, label: methodName(code) })))
      .onConflictDoUpdate({ target: method.code, set: { label: sql`excluded.label` } });
    await tx
      .insert(caution)
      .values(CAUTIONS.map(({ code, text }) => ({ code, text })))
      .onConflictDoUpdate({ target: caution.code, set: { text: sql`excluded.text` } });
  });
}
