import { chmodSync, closeSync, openSync, readSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import { postgresPrograms } from './packages.mjs';
import { run } from './run.mjs';

/** Who is signed in where, and what ages within the hour, is not worth keeping. */
const WITHOUT = ['session', 'rate_limit', 'idempotency'];

/** A program of PostgreSQL on a database; the password goes by the environment, where no list of processes shows it. */
function program(name, url, args) {
  const { hostname, port, username, password, pathname } = new URL(url);
  const done = run(path.join(postgresPrograms(), name), args, {
    env: {
      ...process.env,
      PGHOST: hostname,
      PGPORT: port || '5432',
      PGUSER: decodeURIComponent(username),
      PGPASSWORD: decodeURIComponent(password),
      PGDATABASE: decodeURIComponent(pathname.slice(1)),
    },
  });
  if (done.code !== 0) throw new Error(`${name}: ${done.out.trim().split('\n').slice(-3).join(' ')}`);
  return done.out;
}

const ask = (url, sql) => program('psql', url, ['-XAtq', '-v', 'ON_ERROR_STOP=1', '-c', sql]).trim();

/** One file with everything: records, history, jobs, accounts, photographs. As of one moment, while others work. */
export function backup(url, file) {
  // Under another name until it is whole: half a backup must not be taken for one.
  const half = `${file}.part`;
  closeSync(openSync(half, 'w', 0o600));
  chmodSync(half, 0o600);
  try {
    program('pg_dump', url, ['--format=custom', '--no-owner', '--no-privileges', ...WITHOUT.map((table) => `--exclude-table-data=${table}`), `--file=${half}`]); // prettier-ignore
    // A file that cannot be read back is no backup: its list of contents is read at once.
    if (!/TABLE DATA public person /.test(program('pg_restore', url, ['--list', half])))
      throw new Error('the file does not hold what it should; the disk may be full');
    renameSync(half, file);
  } catch (error) {
    rmSync(half, { force: true });
    throw error;
  }
}

export function isBackup(file) {
  const handle = openSync(file);
  const head = Buffer.alloc(5);
  readSync(handle, head, 0, 5, 0);
  closeSync(handle);
  return head.toString('latin1') === 'PGDMP';
}

/** Whether nobody has written anything there. */
const isEmpty = (url) => ask(url, "select count(*) from pg_class c join pg_namespace n on n.oid = c.relnamespace where n.nspname = 'public' and c.relkind = 'r'") === '0'; // prettier-ignore

/** Puts a backup into a database that holds nothing, whole or not at all. */
export function restore(url, file) {
  if (!isBackup(file)) throw new Error(`${file} is no backup of this product`);
  const admin = new URL(url);
  const name = decodeURIComponent(admin.pathname.slice(1));
  admin.pathname = '/postgres';
  const quoted = `"${name.replaceAll('"', '""')}"`;
  if (
    ask(admin.href, `select count(*) from pg_database where datname = '${name.replaceAll("'", "''")}'`) ===
    '0'
  )
    ask(admin.href, `create database ${quoted}`);
  else if (!isEmpty(url))
    throw new Error(`the database “${name}” holds something; a backup goes into an empty one`);
  program('pg_restore', url, ['--no-owner', '--no-privileges', '--exit-on-error', '--single-transaction', `--dbname=${name}`, file]); // prettier-ignore
  return {
    parts: Number(ask(url, 'select count(*) from part')),
    jobs: Number(ask(url, 'select count(*) from job')),
    photographs: Number(ask(url, 'select count(*) from photo')),
  };
}
