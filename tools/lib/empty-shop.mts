import path from 'node:path';
import pg from 'pg';
import { startOnFreePort } from './server.mjs';

/** A shop that has just begun: a server on an empty database of its own, and the accounts that came with it. */
export async function emptyShop(): Promise<{
  address: string;
  people: { username: string; password: string; administers: boolean }[];
  stop: () => Promise<void>;
}> {
  const admin = process.env.DATABASE_ADMIN_URL!;
  const url = new URL(admin);
  url.pathname = `/shop_${process.pid}`;
  const log = path.resolve(import.meta.dirname, '../../.radiatrix/test/shop.log');
  const server = await startOnFreePort(8700, {
    databaseUrl: url.href,
    env: { RADIATRIX_DEMO: 'no', RADIATRIX_LOG: log },
  });
  const { firstPeople } = (await server.ready) as {
    firstPeople: { username: string; password: string; administers: boolean }[];
  };
  return {
    address: server.address,
    people: firstPeople,
    stop: async () => {
      await server.stop();
      const client = new pg.Client({ connectionString: admin });
      await client.connect();
      await client.query(`drop database if exists ${url.pathname.slice(1)} with (force)`);
      await client.end();
    },
  };
}
