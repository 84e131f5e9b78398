// `npm run dev`: server and interface in watch mode on the data of `npm start`.
import { freePort, openCluster } from './lib/cluster.mjs';
import { ensureNodePackages, root, stateFolder } from './lib/packages.mjs';
import { start } from './lib/run.mjs';
import { say } from './lib/say.mjs';

ensureNodePackages();
const cluster = process.env.DATABASE_URL ? undefined : await openCluster(stateFolder, { firstPort: 54320 });
const port = await freePort(8460);
const env = {
  ...process.env,
  DATABASE_URL: process.env.DATABASE_URL ?? cluster.url('radiatrix'),
  PORT: String(port),
  RADIATRIX_API: `http://127.0.0.1:${port}`,
};
say(`API on http://127.0.0.1:${port}; open the address that Vite prints.`);
const work = start(
  'npx',
  ['concurrently', '-k', '-n', 'server,web', 'tsx watch server/src/main.ts', 'npm run dev -w web'],
  { cwd: root, env },
);
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void work.stop());
const code = await work.ended;
cluster?.stop();
process.exit(code);
