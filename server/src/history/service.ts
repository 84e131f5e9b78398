import type { HistoryEntry } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError } from '../http/problem.ts';
import { changesOf } from './queries.ts';

const KINDS = new Set([
  'part',
  'bay',
  'connector',
  'procedure',
  'access',
  'configuration',
  'source',
  'make',
  'model',
  'engine',
  'transmission',
  'job',
]);

export async function historyOf(db: Db, kind: string, id: number): Promise<HistoryEntry[]> {
  if (!KINDS.has(kind)) throw new ProblemError('not-found');
  return changesOf(db, `${kind}:${id}`);
}
