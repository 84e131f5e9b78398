import type { Standing } from './history.ts';

/** A figure as a save sends it; an empty text takes the source's figure away. */
export interface FigureBack {
  key: string;
  text: string;
  method: string;
  sourceId: number;
}

interface Held {
  key: string;
  sourceId: number;
  text: string;
  word: string;
  value: number | null;
  method: string;
}

/**
 * The entries that make the figures on record what they were in an earlier version. Of a part with several revisions
 * the newest of that time counts. Figures that are as they were are not sent.
 *
 * @param now   the figures on record
 * @param then  every row of the record as it stood
 */
export function figuresBack(now: readonly Held[], then: Standing): FigureBack[] {
  const rows = [...then.values()].filter(({ table }) => table === 'measurement').map(({ row }) => row);
  const newest = Math.max(0, ...rows.map((row) => Number(row.part_revision_id ?? 0)));
  const old = new Map<string, FigureBack>();
  for (const row of rows) {
    if (Number(row.part_revision_id ?? 0) !== newest) continue;
    const sourceId = Number(row.source_id);
    // A choice is sent as its word; what was written beside a connector is its code.
    const text = String(row.choice ?? row.text);
    old.set(`${String(row.key)} ${sourceId}`, {
      key: String(row.key),
      text,
      method: String(row.method),
      sourceId,
    });
  }
  const entries: FigureBack[] = [];
  for (const figure of now) {
    const id = `${figure.key} ${figure.sourceId}`;
    const was = old.get(id);
    old.delete(id);
    const said = figure.value === null ? figure.word : figure.text;
    if (!was) entries.push({ key: figure.key, text: '', method: figure.method, sourceId: figure.sourceId });
    else if (was.text !== said || was.method !== figure.method) entries.push(was);
  }
  return [...entries, ...old.values()];
}
