import { EDITORS, type Routes } from './route.ts';
/** One recorded change of one row, as the database kept it. */
export interface HistoryEntry {
  id: number;
  at: string;
  by: string;
  action: 'insert' | 'update' | 'delete';
  table: string;
  before: Record<string, unknown> | null;
  after: Record<string, unknown> | null;
}

export interface HistoryAnswers {
  history: HistoryEntry[];
}
export const historyRoutes = {
  history: { method: 'get', path: '/api/history/:kind/:id', summary: 'Every change of a record', roles: EDITORS },
} as const satisfies Routes; // prettier-ignore
