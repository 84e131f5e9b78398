import { fork } from 'node:child_process';
import path from 'node:path';
import type { AuditState } from '@radiatrix/contract';
import type { Connection } from '../db/client.ts';
import { auditState } from './read.ts';

/**
 * Begins the audit of this database in a process of its own, so that looking through a million lines holds nobody up.
 * Where one is under way already, whichever server began it, that one goes on.
 */
export async function startAudit({ pool, url }: Connection): Promise<AuditState> {
  const child = fork(path.join(import.meta.dirname, 'run.ts'), {
    env: { ...process.env, DATABASE_URL: url },
    // The server runs from source, whoever started it.
    execArgv: ['--import', 'tsx'],
    stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
  });
  // Either it has taken the audit, or it has seen that there is one, and ended.
  await new Promise((resolve) => child.once('message', resolve).once('exit', resolve).once('error', resolve));
  return auditState(pool);
}
