// `npm test`: the whole set-up, then check, unit and API tests, then the real interface. Its last line counts them.
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import path from 'node:path';
import { openStack, root } from './lib/stack.mjs';
import { stateFolder } from './lib/packages.mjs';
import { start } from './lib/run.mjs';
import { say } from './lib/say.mjs';

const reports = path.join(stateFolder, 'reports');
mkdirSync(reports, { recursive: true });
const report = (name) => path.join(reports, `${name}.json`);
const stack = await openStack('radiatrix_e2e');
let current;
for (const signal of ['SIGINT', 'SIGTERM'])
  process.on(signal, async () => {
    await current?.stop();
    await stack.server.stop();
    stack.cluster.stop();
    process.exit(130);
  });
const runStep = async (name, args, env = {}) => {
  say(`\n== ${name}`);
  current = start(process.execPath, args, { cwd: root, env: { ...stack.env, ...env } });
  return current.ended;
};

for (const name of ['vitest', 'playwright']) rmSync(report(name), { force: true });
const codes = [
  await runStep('check', ['tools/check.mjs']),
  await runStep('unit and API', [
    'node_modules/vitest/vitest.mjs',
    'run',
    '--reporter=default',
    '--reporter=json',
    `--outputFile.json=${report('vitest')}`,
  ]),
  await runStep('interface', ['node_modules/@playwright/test/cli.js', 'test', '-c', 'e2e'], {
    PLAYWRIGHT_JSON_OUTPUT_NAME: report('playwright'),
  }),
];
await stack.server.stop();
stack.cluster.stop();

let [passed, failed] = [0, 0];
if (existsSync(report('vitest'))) {
  const counts = JSON.parse(readFileSync(report('vitest'), 'utf8'));
  passed += counts.numPassedTests;
  failed +=
    counts.numFailedTests +
    counts.testResults.filter((file) => file.status === 'failed' && file.assertionResults.length === 0)
      .length;
} else failed += 1;
if (existsSync(report('playwright'))) {
  const { expected, flaky, unexpected } = JSON.parse(readFileSync(report('playwright'), 'utf8')).stats;
  passed += expected + flaky;
  failed += unexpected;
} else failed += 1;
if (codes.some((code) => code !== 0))
  say(
    `\ncheck ${codes[0] === 0 ? 'ok' : 'FAILED'}, unit and API ${codes[1] === 0 ? 'ok' : 'FAILED'}, interface ${codes[2] === 0 ? 'ok' : 'FAILED'}`,
  );
say(`\n${passed} passed, ${failed} failed`);
process.exit(codes.every((code) => code === 0) && failed === 0 && passed > 0 ? 0 : 1);
