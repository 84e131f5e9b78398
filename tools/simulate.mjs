// Every simulated rate with all its draws; the tests draw a sample of each. Takes some hours; a name narrows it down.
import { spawnSync } from 'node:child_process';
import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { ensureNodePackages, root } from './lib/packages.mjs';

const folder = path.join(root, 'core/test');
const drawing = readdirSync(folder).filter((name) => name.endsWith('.test.ts') && readFileSync(path.join(folder, name), 'utf8').includes("'./simulated.ts'")); // prettier-ignore

ensureNodePackages();
const { status } = spawnSync('npx', ['vitest', 'run', '--project', 'core', ...(process.argv[2] ? [process.argv[2]] : drawing)], {
  cwd: root,
  stdio: 'inherit',
  env: { ...process.env, SIMULATE: 'all' },
}); // prettier-ignore
process.exit(status ?? 1);
