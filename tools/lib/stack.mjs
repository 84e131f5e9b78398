import path from 'node:path';
import { openCluster } from './cluster.mjs';
import { ensureChromium, ensureNodePackages, root, stateFolder } from './packages.mjs';
import { startInstruments } from './instruments.mjs';
import { startOnFreePort } from './server.mjs';
import { ensureWeb } from './web.mjs';

/** Where tests, pictures and measurements keep their own cluster: never the user's data. */
const testState = path.join(stateFolder, 'test');

export async function testCluster() {
  ensureNodePackages();
  return openCluster(testState, { firstPort: 54420, quick: true });
}

async function administer(cluster, ...statements) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: cluster.url('postgres') });
  await client.connect();
  try {
    for (const statement of statements) await client.query(statement);
  } finally {
    await client.end();
  }
}

const drop = (name) => `drop database if exists ${name} with (force)`;

/** Throws a database of the test cluster away. */
export const dropDatabase = (cluster, name) => administer(cluster, drop(name));

/** A database as another one stands, which nobody may be connected to. */
export const copyDatabase = (cluster, name, from) =>
  administer(cluster, drop(name), `create database ${name} template ${from}`);

/**
 * A built interface, a server on a database of its own with the demo in it, and a browser to look at it with.
 *
 * @param built the interface is not built again: a second stack would replace the files that the first server serves
 * @param from a database to begin with a copy of; without one the demo is loaded
 */
export async function openStack(database, { built = false, from } = {}) {
  const cluster = await testCluster();
  const chromium = ensureChromium();
  if (!built) ensureWeb();
  // A quarter of an hour of warm-up in some seconds.
  const instruments = await startInstruments(8570, { INSTRUMENTS_SPEED: '80', INSTRUMENTS_SEED: '4', INSTRUMENTS_FAULTS: 'air pocket' }); // prettier-ignore
  const begin = async (template) => {
    await (template ? copyDatabase(cluster, database, template) : dropDatabase(cluster, database));
    return startOnFreePort(8560, {
      databaseUrl: cluster.url(database),
      env: { RADIATRIX_LOG: path.join(testState, `${database}.log`), RADIATRIX_DEMO: 'yes', RADIATRIX_INSTRUMENTS: instruments.address }, // prettier-ignore
    });
  };
  const stack = {
    cluster,
    server: await begin(from),
    chromium,
    get env() {
      return {
        ...process.env,
        BASE_URL: stack.server.address,
        CHROMIUM: chromium,
        DATABASE_URL: cluster.url(database),
        DATABASE_ADMIN_URL: cluster.url('postgres'),
        SERVER_PID: String(stack.server.child.pid),
      };
    },
    /** Keeps the database as it stands under another name; the server is stopped for it and stays so. */
    async keepAs(template) {
      await stack.server.stop();
      await copyDatabase(cluster, template, database);
    },
    /** Begins again with a copy of a kept database: what was done since is gone. */
    async beginAgain(template) {
      await stack.server.stop();
      stack.server = await begin(template);
    },
  };
  return stack;
}

export { root };
