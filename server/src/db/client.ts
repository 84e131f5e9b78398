import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from './schema/index.ts';

export type Database = NodePgDatabase<typeof schema>;
/** A transaction, or the pool itself for reads. */
export type Db = Database | Parameters<Parameters<Database['transaction']>[0]>[0];

export interface Connection {
  db: Database;
  pool: pg.Pool;
  /** For work of minutes: its few connections are never those that people wait for. */
  heavy: pg.Pool;
  /** For processes of their own, which make their own connection. */
  url: string;
  end: () => Promise<void>;
}

/** What a person waits for answers within this, or is stopped in PostgreSQL; work on whole tables has its own limit. */
const STATEMENT_MS = 30_000;
const HEAVY_STATEMENT_MS = 20 * 60_000;
/** At most so many connections of one server: two servers and their helpers stay below PostgreSQL's own limit. */
const POOL = 10;
const HEAVY_POOL = 3;

/**
 * A client that takes one query at a time. Reads that a service asks for side by side run in parallel on the pool,
 * and one after the other inside a transaction, which has one client; the driver no longer queues those itself.
 */
class OrderlyClient extends pg.Client {
  private tail: Promise<unknown> = Promise.resolve();

  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- the return type of overloads that cannot be restated
  override query(...args: unknown[]): any {
    const plain = super.query.bind(this) as unknown as (...args: unknown[]) => unknown;
    const first = args[0] as { submit?: unknown } | null;
    if (typeof args.at(-1) === 'function' || typeof first?.submit === 'function') return plain(...args);
    const result = this.tail.then(() => plain(...args));
    this.tail = result.catch(() => {});
    return result;
  }
}

/** So long a request waits for a connection before it is told to come again. */
const WAIT_MS = 4000;

function poolOf(url: string, max: number, statementMs: number, waitMs: number): pg.Pool {
  const pool = new pg.Pool({
    connectionString: url,
    max,
    connectionTimeoutMillis: waitMs,
    statement_timeout: statementMs,
    Client: OrderlyClient,
  });
  // A lost idle connection is replaced by the pool; without a listener it would end the process.
  pool.on('error', () => {});
  // The same for one that is in use between two queries: its next query fails, and that is answered.
  pool.on('connect', (client) => client.on('error', () => {}));
  return pool;
}

/** The query builder over a pool or over one client of it. */
export const databaseOver = (client: pg.Pool | pg.PoolClient): Database =>
  drizzle({ client: client as pg.Pool, schema, casing: 'snake_case' });

/** @param waitMs how long a request may wait for a connection; tests on a busy machine wait longer */
export function connect(url: string, waitMs = WAIT_MS): Connection {
  const pool = poolOf(url, POOL, STATEMENT_MS, waitMs);
  const heavy = poolOf(url, HEAVY_POOL, HEAVY_STATEMENT_MS, waitMs);
  return {
    db: databaseOver(pool),
    pool,
    heavy,
    url,
    end: async () => void (await Promise.all([pool.end(), heavy.end()])),
  };
}
