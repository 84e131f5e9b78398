// `npm run backup [-- file]` and `npm run restore -- file`: everything this checkout's database holds, in one file of
// PostgreSQL's own custom format, photographs included. DATABASE_URL names another database than the private one.
import { existsSync } from 'node:fs';
import path from 'node:path';
import { backup, restore } from './lib/backup.mjs';
import { openCluster } from './lib/cluster.mjs';
import { ensureNodePackages, stateFolder } from './lib/packages.mjs';
import { giveUp, say } from './lib/say.mjs';

const [what, given] = process.argv.slice(2);
ensureNodePackages();
const cluster = process.env.DATABASE_URL ? undefined : await openCluster(stateFolder, { firstPort: 54320 });
const url = process.env.DATABASE_URL ?? cluster.url('radiatrix');
const stopIfOurs = () => {
  if (cluster && !cluster.wasRunning) cluster.stop();
};
try {
  if (what === 'backup') {
    const file = path.resolve(given ?? `radiatrix-${new Date().toISOString().slice(0, 10)}.dump`);
    if (existsSync(file)) throw new Error(`${file} is there already; name another`);
    backup(url, file);
    say(
      `Everything is in ${file}. It holds passwords as hashes and what customers told: keep it as you keep those.`,
    );
  } else if (what === 'restore' && given) {
    const { parts, jobs, photographs } = restore(url, path.resolve(given));
    say(`Restored: ${parts} parts, ${jobs} jobs, ${photographs} photographs. Everybody signs in anew.`);
  } else throw new Error('say “npm run backup” or “npm run restore -- file”');
} catch (error) {
  stopIfOurs();
  giveUp(`Nothing was done: ${error.message}.`);
}
stopIfOurs();
