// `npm test`: the whole set-up, then check, unit and API tests, then the real interface. Its last line counts them.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { openStack, root } from './lib/stack.mjs';
import { stateFolder } from './lib/packages.mjs';
import { start } from './lib/run.mjs';
import { say } from './lib/say.mjs';
import { walks } from './lib/walks.mjs';

const reports = path.join(stateFolder, 'reports');
rmSync(reports, { recursive: true, force: true });
mkdirSync(reports, { recursive: true });
const report = (name) => path.join(reports, `${name}.json`);
const stack = await openStack('radiatrix_e2e');
const stacks = [stack];
let current;
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, async () => {
    await current?.stop();
    await closeAll();
    process.exit(130);
  });
const closeAll = async () => {
  for (const { server } of stacks) await server.stop();
  stack.cluster.stop();
};
const runStep = async (name, args, env = {}) => {
  say(`\n== ${name}`);
  current = start(process.execPath, args, { cwd: root, env: { ...stack.env, ...env } });
  return current.ended;
};

const codes = [
  await runStep('check', ['tools/check.mjs']),
  await runStep('unit and API', [
    'node_modules/vitest/vitest.mjs',
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report('vitest')}`,
  ]),
];
// A second server with a database of its own: one walk leaves half of two processors idle.
const demo = 'radiatrix_e2e_demo';
await stack.keepAs(demo);
stacks.push(await openStack('radiatrix_e2e_2', { built: true, from: demo }));
say('\n== interface');
const walked = walks(stacks, demo, reports);
current = walked;
const interfaces = await walked.ended;
codes.push(interfaces.code);
await closeAll();

let [passed, failed] = [0, 0];
if (existsSync(report('vitest'))) {
  const counts = JSON.parse(readFileSync(report('vitest'), 'utf8'));
  passed += counts.numPassedTests;
  failed +=
    counts.numFailedTests +
    counts.testResults.filter((file) => file.status === 'failed' && file.assertionResults.length === 0)
      .length;
} else failed += 1;
passed += interfaces.passed;
failed += interfaces.failed;
if (codes.some((code) => code !== 0))
  say(
    `\ncheck ${codes[0] === 0 ? 'ok' : 'FAILED'}, unit and API ${codes[1] === 0 ? 'ok' : 'FAILED'}, interface ${codes[2] === 0 ? 'ok' : 'FAILED'}`,
  );
say(`\n${passed} passed, ${failed} failed`);
process.exit(codes.every((code) => code === 0) && failed === 0 && passed > 0 ? 0 : 1);
