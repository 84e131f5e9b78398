// `npm run check`: types, lint, format, boundaries; all of them even when one fails.
import { spawn } from 'node:child_process';
import os from 'node:os';
import { ensureNodePackages, root } from './lib/packages.mjs';
import { say } from './lib/say.mjs';

ensureNodePackages();
const bin = (name) => `${root}/node_modules/.bin/${name}`;
const jobs = [
  ...['core', 'contract', 'words', 'server', 'web', 'e2e', 'bench', 'tools'].map((folder) => [
    `types of ${folder}`,
    bin('tsc'),
    ['-p', folder],
  ]),
  ['lint', bin('eslint'), ['.', '--max-warnings', '0']],
  ['format', bin('prettier'), ['--check', '--log-level', 'warn', '.']],
  ['description of the API', process.execPath, [`${root}/tools/lint-api.mjs`]],
  [
    'boundaries',
    bin('depcruise'),
    ['--config', '.dependency-cruiser.cjs', 'core/src', 'contract/src', 'words/src', 'server/src', 'web/src'],
  ],
];
let failed = 0;
const next = async () => {
  for (let job = jobs.shift(); job; job = jobs.shift()) {
    const [name, command, args] = job;
    const child = spawn(command, args, { cwd: root });
    let out = '';
    child.stdout.on('data', (data) => (out += data));
    child.stderr.on('data', (data) => (out += data));
    const code = await new Promise((resolve) => child.on('close', resolve));
    say(`${code === 0 ? 'ok    ' : 'FAILED'} ${name}`);
    if (code !== 0) {
      failed += 1;
      say(out.trim());
    }
  }
};
await Promise.all(Array.from({ length: Math.max(2, Math.min(4, os.availableParallelism())) }, next));
process.exit(failed === 0 ? 0 : 1);
