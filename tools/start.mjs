// `npm start`: from a fresh clone to a served page. No dependency: it installs them.
//   -- --fresh   throw the data of this checkout away and begin again
//   -- --lan     answer in the shop's network too, over HTTPS, for phones
//   -- --empty   begin without the demo (on first run, or with --fresh)
//   -- --look-round   the demo with data of its own, thrown away when it stops; beside a shop's own
//   DATABASE_URL=postgres://…   use that server instead of a private cluster
import path from 'node:path';
import os from 'node:os';
import { freePort, openCluster } from './lib/cluster.mjs';
import { ensureNodePackages, stateFolder } from './lib/packages.mjs';
import { giveUp, say } from './lib/say.mjs';
import { startInstruments } from './lib/instruments.mjs';
import { startOnFreePort, startServer } from './lib/server.mjs';
import { ensureWeb } from './lib/web.mjs';

const flags = new Set(process.argv.slice(2));
for (const flag of flags)
  if (!['--fresh', '--empty', '--lan', '--look-round'].includes(flag))
    giveUp(`“${flag}” is not known; there are --fresh, --empty, --lan and --look-round.`);
if (Number(process.versions.node.split('.')[0]) < 20)
  giveUp(`Node 20.19 or later is needed; this is ${process.version}.`);
if (flags.has('--fresh') && process.env.DATABASE_URL)
  giveUp('--fresh throws a private cluster away; it does not touch the database that DATABASE_URL names.');
const looking = flags.has('--look-round');
if (looking && (flags.size > 1 || process.env.DATABASE_URL))
  giveUp('--look-round has data of its own and stands alone; leave the other flags and DATABASE_URL out.');
/** A visit keeps nothing: its folder goes with it. */
const keptIn = looking ? path.join(stateFolder, 'look-round') : stateFolder;

ensureNodePackages();
const cluster = process.env.DATABASE_URL
  ? undefined
  : await openCluster(keptIn, { firstPort: 54320, wipe: looking || flags.has('--fresh') });
ensureWeb();
const log = path.join(keptIn, 'server.log');
const lanPort = flags.has('--lan') ? await freePort(Number(process.env.LAN_PORT ?? 8443)) : 0;
// Stand-ins for what no demo has on its bench; a shop with its own names them in RADIATRIX_INSTRUMENTS.
const instruments =
  flags.has('--empty') || process.env.RADIATRIX_INSTRUMENTS
    ? undefined
    : await startInstruments(8470, { INSTRUMENTS_SPEED: process.env.INSTRUMENTS_SPEED ?? '20' });
const options = {
  databaseUrl: process.env.DATABASE_URL ?? cluster.url('radiatrix'),
  env: {
    RADIATRIX_DEMO: flags.has('--empty') ? 'no' : 'yes',
    RADIATRIX_LOG: log,
    ...(instruments ? { RADIATRIX_INSTRUMENTS: instruments.address } : {}),
    ...(flags.has('--lan')
      ? { RADIATRIX_LAN: path.join(stateFolder, 'lan'), RADIATRIX_LAN_PORT: String(lanPort) }
      : {}),
  },
};
let server;
let stopping = false;
let watch;
async function stop(code) {
  if (stopping) return;
  stopping = true;
  clearInterval(watch);
  await server?.stop();
  await instruments?.stop();
  cluster?.stop();
  if (looking) cluster.remove();
  process.exit(code);
}
for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop(0));

server = await startOnFreePort(Number(process.env.PORT ?? 8460), options).catch((error) => {
  cluster?.stop();
  return giveUp(`Radiatrix did not start: ${error.message}. Its log is ${log}.`);
});
const { address, port } = server;
const started = await server.ready;
say(`\nRadiatrix is at ${address}\n`);
for (const { username, password, administers } of started.firstPeople)
  say(
    `  ${username.padEnd(12)} ${password}   (shown this once)${administers ? ' administers the accounts' : ''}`,
  );
const session = await (await fetch(`${address}/api/session`)).json();
if (session.demo) {
  say('It holds invented demo data. Sign in as one of:');
  for (const { username, role, password } of session.demo)
    say(`  ${username.padEnd(8)} ${password}   ${role}`);
}
if (flags.has('--lan')) {
  const here = Object.values(os.networkInterfaces())
    .flat()
    .filter(({ family, internal }) => family === 'IPv4' && !internal);
  if (here.length === 0) say('\nThis machine is in no network: phones cannot reach it.');
  for (const { address: ip } of here)
    say(`\nFor phones: http://${ip}:${lanPort + 1} says how to trust it; then https://${ip}:${lanPort}`);
  say('It answers everybody in that network who can sign in. Without --lan it is for this machine alone.');
}
say(looking ? '\nCtrl-C stops it, and its data goes.' : '\nCtrl-C stops it; the data stays.');

// From here on whatever ends by itself is started again: at once, and ever later where it does not stay.
const LONGEST_PAUSE_S = 30;
const pause = (seconds) => new Promise((done) => setTimeout(done, seconds * 1000));
async function keepServing() {
  let wait = 1;
  for (;;) {
    const begun = Date.now();
    const code = await server.ended;
    if (stopping) return;
    if (Date.now() - begun > 60_000) wait = 1;
    say(`The server ended by itself (code ${code}) and is started again in ${wait} s; its log is ${log}.`);
    await pause(wait);
    wait = Math.min(wait * 2, LONGEST_PAUSE_S);
    if (stopping) return;
    server = startServer({ ...options, port });
    await server.ready.then(
      () => say('The server is back.'),
      () => {},
    );
  }
}
void keepServing();
if (cluster)
  watch = setInterval(() => {
    if (!stopping && cluster.revive()) say('PostgreSQL ended by itself and was started again.');
  }, 2000);
