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

/** At most so many changes of a record are sent; where there are more, what stood before them cannot be put back. */
export const HISTORY_SENT = 20_000;
