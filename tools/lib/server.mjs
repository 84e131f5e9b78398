import { fork } from 'node:child_process';
import path from 'node:path';
import { freePort } from './cluster.mjs';
import { root } from './packages.mjs';

/**
 * A server on the first free port from `from` on, listening. Another instance may take a port between looking and
 * listening: then the next one.
 */
export async function startOnFreePort(from, options) {
  let port = await freePort(from);
  for (let tries = 0; ; tries += 1) {
    const server = startServer({ ...options, port });
    const failed = await server.ready.then(
      () => undefined,
      (error) => error,
    );
    if (failed === undefined) return server;
    const next = await freePort(port);
    if (next === port || tries === 5) throw failed;
    port = next;
  }
}

/**
 * Starts the server and waits until it listens. When this process goes away, however it goes, the server notices the
 * closed channel and stops too.
 */
export function startServer({ databaseUrl, port, env = {} }) {
  const child = fork(path.join(root, 'server/src/main.ts'), [], {
    cwd: root,
    execArgv: ['--import', 'tsx'],
    env: { ...process.env, DATABASE_URL: databaseUrl, PORT: String(port), ...env },
    // Not in the terminal's group: Ctrl-C reaches it through `stop`, once, after requests under way are answered.
    detached: true,
    stdio: ['ignore', 'inherit', 'inherit', 'ipc'],
  });
  const ended = new Promise((resolve) =>
    child.once('exit', (code, signal) => resolve(code ?? (signal === 'SIGTERM' ? 0 : 1))),
  );
  const ready = new Promise((resolve, reject) => {
    child.once('message', resolve);
    void ended.then((code) => reject(new Error(`the server ended with code ${code} before it listened`)));
  });
  const stop = () => {
    child.kill('SIGTERM');
    return ended;
  };
  return { child, ready, ended, stop, port, address: `http://127.0.0.1:${port}` };
}
