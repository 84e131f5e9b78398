import { Piscina } from 'piscina';
import type { Day } from '@radiatrix/core/schedule';
import { ProblemError } from '../http/problem.ts';
import type { Task } from './solver.ts';

/** A plan is laid beside what people wait for, one at a time; a few more may queue. */
const QUEUE = 6;
let pool: Piscina | undefined;

/** Lays a plan in a thread of its own; ends early where nobody waits for it any more. */
export async function solve(task: Task, signal?: AbortSignal): Promise<Day> {
  pool ??= new Piscina({
    filename: new URL('./solver.ts', import.meta.url).href,
    minThreads: 0,
    maxThreads: 1,
    maxQueue: QUEUE,
    idleTimeout: 30_000,
    // The server runs from source, whoever started it.
    execArgv: ['--import', 'tsx'],
  });
  if (pool.queueSize >= QUEUE)
    throw new ProblemError('busy', { detail: 'Several plans are being laid; ask again in a few seconds.' });
  try {
    return (await pool.run(task, signal ? { signal } : {})) as Day;
  } catch (error) {
    if (signal?.aborted) throw new ProblemError('busy', { detail: 'Nobody waited for this plan any more.' });
    throw error;
  }
}
