import { fork } from 'node:child_process';
import path from 'node:path';
import { freePort } from './cluster.mjs';
import { root } from './packages.mjs';

/**
 * Starts the stand-in instruments as a process of their own, on loopback, on the first free port from `from` on. When this
 * process goes away they notice the closed channel and stop too.
 */
export async function startInstruments(from, env = {}) {
  const port = await freePort(from);
  const child = fork(path.join(root, 'server/src/instruments/main.ts'), [], {
    cwd: root,
    execArgv: ['--import', 'tsx'],
    env: { ...process.env, PORT: String(port), ...env },
    detached: true,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  const ended = new Promise((resolve) => child.once('exit', resolve));
  await new Promise((resolve, reject) => {
    child.once('message', resolve);
    void ended.then(() => reject(new Error('the instruments ended before they listened')));
  });
  // It never keeps its parent from ending.
  child.unref();
  child.channel?.unref();
  return {
    address: `http://127.0.0.1:${port}`,
    stop: () => {
      child.ref();
      child.kill('SIGTERM');
      return ended;
    },
  };
}
