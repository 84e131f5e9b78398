import type pg from 'pg';
import { databaseOver, type Connection, type Database } from './client.ts';

/** What PostgreSQL is doing for one request, so that it can be ended when nobody waits for it any more. */
export interface Handle {
  db: Database;
  /** Ends what still runs a moment from now; what is over by then was not worth a word. */
  cancel: () => void;
}

const GRACE_MS = 300;

/** `pid` of PostgreSQL's process behind a client; the driver keeps it and does not declare it. */
export const processOf = (client: pg.PoolClient): number =>
  (client as unknown as { processID: number }).processID;

/**
 * Handles are kept and lent again: making a query builder costs more than most queries. A handle belongs to one request
 * at a time, so what runs on it is that request's own, and nobody else's query can be hit.
 */
export class Handles {
  private readonly free: Handle[] = [];
  private readonly connection: Connection;

  constructor(connection: Connection) {
    this.connection = connection;
  }

  async use<T>(work: (handle: Handle) => Promise<T>): Promise<T> {
    const handle = this.free.pop() ?? this.made();
    try {
      return await work(handle);
    } finally {
      this.free.push(handle);
    }
  }

  private made(): Handle {
    const { pool, heavy } = this.connection;
    const running = new Set<{ client: pg.PoolClient }>();
    const own = Object.create(pool) as pg.Pool;
    const connectOwn = async (): Promise<pg.PoolClient> => {
      const client = await pool.connect();
      const lent = { client };
      running.add(lent);
      const release = client.release.bind(client);
      client.release = (error) => {
        running.delete(lent);
        client.release = release;
        release(error);
      };
      return client;
    };
    Object.assign(own, {
      connect: connectOwn,
      query: async (...args: unknown[]) => {
        const client = await connectOwn();
        try {
          const result = await (client.query as (...args: unknown[]) => Promise<unknown>).apply(client, args);
          client.release();
          return result;
        } catch (error) {
          client.release(error as Error);
          throw error;
        }
      },
    });
    return {
      db: databaseOver(own),
      cancel: () => {
        const seen = [...running];
        setTimeout(() => {
          for (const lent of seen)
            if (running.has(lent))
              heavy.query('select pg_cancel_backend($1)', [processOf(lent.client)]).catch(() => {});
        }, GRACE_MS).unref();
      },
    };
  }
}
