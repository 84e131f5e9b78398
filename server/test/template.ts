import { randomUUID } from 'node:crypto';
import path from 'node:path';
import pg from 'pg';
import { connect } from '../src/db/client.ts';
import { createIfMissing, prepare } from '../src/db/prepare.ts';
import { loadDemo } from '../src/demo/load.ts';

/**
 * Loads the demo once a run, by the importer that a user has, into a database that every file of tests then begins with a
 * copy of: the files themselves stay apart.
 */
export async function setup(): Promise<() => Promise<void>> {
  const admin = process.env.DATABASE_ADMIN_URL;
  if (!admin)
    throw new Error('DATABASE_ADMIN_URL is not set; run the tests by npm test, which starts a cluster');
  const name = `template_${randomUUID().replaceAll('-', '')}`;
  const target = new URL(admin);
  target.pathname = `/${name}`;
  await createIfMissing(target.href);
  const connection = connect(target.href);
  await prepare(connection);
  await loadDemo(connection.db, path.resolve(import.meta.dirname, '../../demo'));
  await connection.end();
  process.env.DEMO_TEMPLATE = name;
  return async () => {
    const client = new pg.Client({ connectionString: admin });
    await client.connect();
    await client.query(`drop database ${name} with (force)`);
    await client.end();
  };
}
