import { readFileSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { root } from './packages.mjs';
import { start } from './run.mjs';

/**
 * Walks through the real interface, a file at a time on each of some stacks. Every file begins with the demo as it was
 * loaded: what one walk withdraws or measures is no other's. A stack takes the next file when it is done with one;
 * files that take longest go first, so that none is left alone at the end.
 */
const FIRST = [
  'whole-jobs',
  'accessible',
  'under-the-vehicle',
  'fill-and-prove',
  'compare',
  'record-and-release',
];

export function walks(stacks, demo, reports) {
  const place = (file) => (FIRST.indexOf(file.replace('.spec.ts', '')) + 1 || FIRST.length + 1) - 1;
  const files = readdirSync(path.join(root, 'e2e'))
    .filter((name) => name.endsWith('.spec.ts'))
    .sort((a, b) => place(a) - place(b) || a.localeCompare(b));
  const running = new Set();
  let stopped = false;
  const totals = { passed: 0, failed: 0, code: 0 };
  const walk = async (env, file) => {
    const name = file.replace('.spec.ts', '');
    const report = path.join(reports, `playwright-${name}.json`);
    const one = start(process.execPath, ['node_modules/@playwright/test/cli.js', 'test', '-c', 'e2e', '--output', `../.radiatrix/test-results/${name}`, `${name}.spec`], { cwd: root, env: { ...env, PLAYWRIGHT_JSON_OUTPUT_NAME: report } }); // prettier-ignore
    running.add(one);
    const code = await one.ended;
    running.delete(one);
    totals.code ||= code;
    try {
      const { expected, flaky, unexpected } = JSON.parse(readFileSync(report, 'utf8')).stats;
      totals.passed += expected + flaky;
      totals.failed += unexpected;
    } catch {
      // A file without a report has counted nothing: that is a failure of its own.
      totals.failed += 1;
    }
  };
  const ended = Promise.all(
    stacks.map(async (stack) => {
      for (let file = files.shift(); file && !stopped; file = files.shift()) {
        await stack.beginAgain(demo);
        await walk(stack.env, file);
      }
    }),
  ).then(() => totals);
  const stop = () => {
    stopped = true;
    return Promise.all([...running].map((each) => each.stop()));
  };
  return { ended, stop };
}
