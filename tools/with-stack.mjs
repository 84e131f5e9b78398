// `npm run bench` and `npm run shots`: a served demo of their own, then the work, then everything ends.
import { openStack, root } from './lib/stack.mjs';
import { start } from './lib/run.mjs';

const TASKS = {
  bench: ['node', ['--import', 'tsx', '--expose-gc', 'bench/run.ts']],
  shots: ['node', ['--import', 'tsx', 'tools/shots.mts']],
};
const [name, ...rest] = process.argv.slice(2);
const task = TASKS[name];
if (!task) throw new Error(`no such task: ${name}`);
const stack = await openStack(`radiatrix_${name}`);
const work = start(task[0], [...task[1], ...rest], { cwd: root, env: stack.env });
for (const signal of ['SIGINT', 'SIGTERM']) process.on(signal, () => void work.stop());
const code = await work.ended;
await stack.server.stop();
stack.cluster.stop();
process.exit(code);
