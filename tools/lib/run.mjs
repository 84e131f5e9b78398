import { spawn, spawnSync } from 'node:child_process';

/** Runs a command to its end; answers its exit code and what it printed. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { encoding: 'utf8', maxBuffer: 64 * 1024 * 1024, ...options });
  return {
    code: done.status ?? 1,
    out: `${done.stdout ?? ''}${done.stderr ?? ''}`,
    missing: done.error?.code === 'ENOENT',
  };
}

/** Runs a command with its output on this terminal, in a process group of its own that `stop` ends whole. */
export function start(command, args, options = {}) {
  const child = spawn(command, args, { stdio: 'inherit', detached: true, ...options });
  const ended = new Promise((resolve) =>
    child.on('exit', (code, signal) => resolve(code ?? (signal ? 130 : 1))),
  );
  const stop = async (signal = 'SIGTERM') => {
    if (child.exitCode === null && child.signalCode === null) {
      try {
        process.kill(-child.pid, signal);
      } catch {
        // It ended by itself between the look and the call.
      }
    }
    return ended;
  };
  return { child, ended, stop };
}

export const isRoot = () => process.getuid?.() === 0;

/** Runs a command with root's rights: as root directly, else through sudo. */
export function asRoot(command, args) {
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  return isRoot()
    ? run(command, args, { env })
    : run('sudo', ['-n', 'env', 'DEBIAN_FRONTEND=noninteractive', command, ...args]);
}
