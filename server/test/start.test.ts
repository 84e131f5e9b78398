import { spawn, type ChildProcess } from 'node:child_process';
import { copyFile, mkdtemp, readFile, rm } from 'node:fs/promises';
import { existsSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';

/** `npm start` as a shop runs it: what ends by itself is begun again, and Ctrl-C leaves nothing behind. */
const root = path.resolve(import.meta.dirname, '../..');
let state: string;
let started: ChildProcess;
let said = '';

const until = async (what: string, done: () => boolean | Promise<boolean>): Promise<void> => {
  for (let tries = 0; tries < 450; tries += 1) {
    if (await done()) return;
    await new Promise((go) => setTimeout(go, 200));
  }
  throw new Error(`${what} did not come to pass; it said:\n${said}`);
};
const saying = (text: string) => until(text, () => said.includes(text));
const address = () => /http:\/\/[\d.:]+/.exec(said)![0];
const healthy = () =>
  until('an answer', () => fetch(`${address()}/api/health`).then(({ ok }) => ok).catch(() => false)); // prettier-ignore
const childrenOf = async (pid: number): Promise<number[]> =>
  (await readFile(`/proc/${pid}/task/${pid}/children`, 'utf8')).trim().split(' ').filter(Boolean).map(Number);
const postmaster = async (): Promise<number> => {
  const pointer = path.join(state, 'cluster-folder');
  const folder = existsSync(pointer) ? await readFile(pointer, 'utf8') : path.join(state, 'cluster');
  return Number((await readFile(path.join(folder, 'data/postmaster.pid'), 'utf8')).split('\n')[0]);
};

beforeAll(async () => {
  state = await mkdtemp(path.join(os.tmpdir(), 'radiatrix-start-'));
  // The interface is built already; another build would be made under the feet of whoever serves this one.
  if (existsSync(path.join(root, '.radiatrix/web.stamp')))
    await copyFile(path.join(root, '.radiatrix/web.stamp'), path.join(state, 'web.stamp'));
  const { DATABASE_URL: _private, ...env } = process.env;
  started = spawn(process.execPath, ['tools/start.mjs', '--empty'], {
    cwd: root,
    env: { ...env, RADIATRIX_STATE: state, PORT: '8960', RADIATRIX_WORKERS: '2' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  for (const out of [started.stdout!, started.stderr!]) out.on('data', (data) => (said += String(data)));
  await saying('Ctrl-C stops it');
}, 120_000);
afterAll(async () => {
  started.kill('SIGKILL');
  const pointer = path.join(state, 'cluster-folder');
  if (existsSync(pointer)) await rm(await readFile(pointer, 'utf8'), { recursive: true, force: true });
  await rm(state, { recursive: true, force: true });
});

test('a process that answers, the server, and PostgreSQL are killed one after the other: each comes back by itself', async () => {
  await healthy();
  const [leader] = (await childrenOf(started.pid!)).slice(-1);
  const [worker] = await childrenOf(leader!);
  process.kill(worker!, 'SIGKILL');
  await until(
    'another worker',
    async () => (await childrenOf(leader!)).filter((pid) => pid !== worker).length === 2,
  );
  await healthy();
  process.kill(leader!, 'SIGKILL');
  await saying('The server ended by itself');
  await saying('The server is back.');
  await healthy();
  process.kill(await postmaster(), 'SIGKILL');
  await saying('PostgreSQL ended by itself and was started again.');
  await healthy();
}, 120_000);

test('asked to end, it leaves no process behind', async () => {
  const [leader] = (await childrenOf(started.pid!)).slice(-1);
  const pids = [leader!, ...(await childrenOf(leader!)), await postmaster()];
  started.kill('SIGTERM');
  const alive = (pid: number): boolean => existsSync(`/proc/${pid}`);
  await until('the end', () => started.exitCode !== null && !pids.some(alive));
  expect(started.exitCode).toBe(0);
}, 60_000);
