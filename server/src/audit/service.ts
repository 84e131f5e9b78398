import { fork, type ChildProcess } from 'node:child_process';
import path from 'node:path';
import type { AuditState } from '@radiatrix/contract';

const NONE: AuditState = {
  state: 'none',
  done: 0,
  of: 0,
  lines: 0,
  seconds: 0,
  at: null,
  counts: { 'says-both': 0, 'two-originals': 0, gap: 0, 'never-built': 0 },
  models: [],
  message: '',
};

/** One audit of one database at a time; asking again while it runs joins the one under way. */
export class Auditor {
  private child: ChildProcess | undefined;
  private last: AuditState = NONE;
  private readonly databaseUrl: string;

  constructor(databaseUrl: string) {
    this.databaseUrl = databaseUrl;
  }

  get state(): AuditState {
    return this.last;
  }

  start(): AuditState {
    if (this.child) return this.last;
    this.last = { ...NONE, state: 'running', at: new Date().toISOString() };
    const child = fork(path.join(import.meta.dirname, 'run.ts'), {
      env: { ...process.env, DATABASE_URL: this.databaseUrl },
      // The server runs from source, whoever started it.
      execArgv: ['--import', 'tsx'],
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    this.child = child;
    child.on('message', (state) => {
      if (this.child !== child) return;
      this.last = state as AuditState;
      // Done is done, though the process may take a moment to end: another may begin.
      if (this.last.state !== 'running') this.child = undefined;
    });
    child.on('exit', () => {
      if (this.child !== child) return;
      this.child = undefined;
      if (this.last.state === 'running')
        this.last = {
          ...this.last,
          state: 'failed',
          message: 'It ended before it was done; start it again.',
        };
    });
    return this.last;
  }

  stop(): AuditState {
    const child = this.child;
    if (child) {
      this.child = undefined;
      child.kill();
      this.last = { ...this.last, state: 'stopped' };
    }
    return this.last;
  }
}
