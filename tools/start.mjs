// `npm start`: from a fresh clone to a served page. No dependency: it installs them.
//   -- --fresh   throw the data of this checkout away and begin again
//   -- --empty   begin without the demo (on first run, or with --fresh)
//   DATABASE_URL=postgres://…   use that server instead of a private cluster
import path from 'node:path';
import { openCluster } from './lib/cluster.mjs';
import { ensureNodePackages, stateFolder } from './lib/packages.mjs';
import { giveUp, say } from './lib/say.mjs';
import { startOnFreePort } from './lib/server.mjs';
import { ensureWeb } from './lib/web.mjs';

const flags = new Set(process.argv.slice(2));
for (const flag of flags)
  if (!['--fresh', '--empty'].includes(flag))
    giveUp(`“${flag}” is not known; there are --fresh and --empty.`);
if (Number(process.versions.node.split('.')[0]) < 20)
  giveUp(`Node 20.19 or later is needed; this is ${process.version}.`);
if (flags.has('--fresh') && process.env.DATABASE_URL)
  giveUp('--fresh throws a private cluster away; it does not touch the database that DATABASE_URL names.');

ensureNodePackages();
const cluster = process.env.DATABASE_URL
  ? undefined
  : await openCluster(stateFolder, { firstPort: 54320, wipe: flags.has('--fresh') });
ensureWeb();
let server;
let stopping = false;
async function stop(code) {
  if (stopping) return;
  stopping = true;
  await server?.stop();
  cluster?.stop();
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

server = await startOnFreePort(Number(process.env.PORT ?? 8460), {
  databaseUrl: process.env.DATABASE_URL ?? cluster.url('radiatrix'),
  env: {
    RADIATRIX_DEMO: flags.has('--empty') ? 'no' : 'yes',
    RADIATRIX_LOG: path.join(stateFolder, 'server.log'),
  },
}).catch((error) => {
  cluster?.stop();
  return giveUp(
    `Radiatrix did not start: ${error.message}. Its log is ${path.join(stateFolder, 'server.log')}.`,
  );
});
const started = await server.ready;
say(`\nRadiatrix is at ${server.address}\n`);
for (const { username, password } of started.firstPeople)
  say(`  ${username.padEnd(12)} ${password}   (shown this once)`);
const session = await (await fetch(`${server.address}/api/session`)).json();
if (session.demo) {
  say('It holds invented demo data. Sign in as one of:');
  for (const { username, role, password } of session.demo)
    say(`  ${username.padEnd(8)} ${password}   ${role}`);
}
say('\nCtrl-C stops it; the data stays.');
void server.ended.then((code) => {
  if (!stopping) {
    say(
      `The server ended by itself (code ${code}); its log is ${path.join(stateFolder, 'server.log')}. Run npm start again: what was saved is kept.`,
    );
    void stop(1);
  }
});
