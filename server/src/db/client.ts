import { drizzle, type NodePgDatabase } from 'drizzle-orm/node-postgres';
import pg from 'pg';
import * as schema from './schema/index.ts';

export type Database = NodePgDatabase<typeof schema>;
/** A transaction, or the pool itself for reads. */
export type Db = Database | Parameters<Parameters<Database['transaction']>[0]>[0];

export interface Connection {
  db: Database;
  pool: pg.Pool;
  /** For processes of their own, which make their own connection. */
  url: string;
}

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

export function connect(url: string): Connection {
  const pool = new pg.Pool({
    connectionString: url,
    max: 10,
    connectionTimeoutMillis: 4000,
    Client: OrderlyClient,
  });
  // A lost idle connection is replaced by the pool; without a listener it would end the process.
  pool.on('error', () => {});
  // The same for one that is in use between two queries: its next query fails, and that is answered.
  pool.on('connect', (client) => client.on('error', () => {}));
  return { db: drizzle({ client: pool, schema, casing: 'snake_case' }), pool, url };
}
