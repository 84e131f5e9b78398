// Every simulated rate with all its draws; the tests draw a sample of each. Takes some hours; a name narrows it down.
import { spawnSync } from 'node:child_process';
import { ensureNodePackages, root } from './lib/packages.mjs';

ensureNodePackages();
const { status } = spawnSync('npx', ['vitest', 'run', '--project', 'core', ...(process.argv[2] ? [process.argv[2]] : ['simulated'])], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, SIMULATE: 'all' },
}); // prettier-ignore
process.exit(status ?? 1);
