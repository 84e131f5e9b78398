import type pg from 'pg';
import { databaseOver, type Connection, type Database } from './client.ts';
import { processOf } from './handles.ts';

export interface HeavyWork {
  db: Database;
  client: pg.PoolClient;
  /** Ends what PostgreSQL does for this work; its query fails, and with it the work. */
  cancel: () => Promise<unknown>;
}

/**
 * Work of minutes, on one of the few connections that are for it. Where it fails the connection is thrown away: it may
 * be half way through a copy, and would be of no use to the next.
 */
export async function heavyWork<T>(
  connection: Connection,
  work: (hands: HeavyWork) => Promise<T>,
): Promise<T> {
  const client = await connection.heavy.connect();
  const pid = processOf(client);
  try {
    const done = await work({
      db: databaseOver(client),
      client,
      cancel: () => connection.pool.query('select pg_cancel_backend($1)', [pid]),
    });
    client.release();
    return done;
  } catch (error) {
    client.release(error as Error);
    throw error;
  }
}
