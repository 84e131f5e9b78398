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

/** Throws a database of the test cluster away. */
export async function dropDatabase(cluster, name) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ connectionString: cluster.url('postgres') });
  await client.connect();
  await client.query(`drop database if exists ${name} with (force)`);
  await client.end();
}

/**
 * A built interface, a server on a database of its own with the demo in it, and a browser to look at it with.
 *
 * @param built the interface is not built again: a second stack would replace the files that the first server serves
 */
export async function openStack(database, { built = false } = {}) {
  const cluster = await testCluster();
  const chromium = ensureChromium();
  if (!built) ensureWeb();
  await dropDatabase(cluster, database);
  // A quarter of an hour of warm-up in some seconds.
  const instruments = await startInstruments(8570, { INSTRUMENTS_SPEED: '80', INSTRUMENTS_SEED: '4', INSTRUMENTS_FAULTS: 'air pocket' }); // prettier-ignore
  const server = await startOnFreePort(8560, {
    databaseUrl: cluster.url(database),
    env: { RADIATRIX_LOG: path.join(testState, `${database}.log`), RADIATRIX_DEMO: 'yes', RADIATRIX_INSTRUMENTS: instruments.address }, // prettier-ignore
  });
  return {
    cluster,
    server,
    chromium,
    env: {
      ...process.env,
      BASE_URL: server.address,
      CHROMIUM: chromium,
      DATABASE_URL: cluster.url(database),
      DATABASE_ADMIN_URL: cluster.url('postgres'),
      SERVER_PID: String(server.child.pid),
    },
  };
}

export { root };
