/** Where the headings of a sheet stand: the row of the file they begin in, and whether a second row goes on with them. */
export interface SheetLayout {
  headingRow: number;
  headingRows: 1 | 2;
}

export interface FileRow {
  /** Row of the file, from 1. */
  row: number;
  cells: string[];
}

const filled = (cells: readonly string[]): number => cells.filter((cell) => cell.trim() !== '').length;

/** Headings of one or two rows as one: a cell that spans several columns heads each of them. */
export function joinedHeadings(top: readonly string[], below?: readonly string[]): string[] {
  if (!below) return [...top];
  let over = '';
  return Array.from({ length: Math.max(top.length, below.length) }, (_, at) => {
    over = top[at]?.trim() ? top[at].trim() : over;
    const own = (below[at] ?? '').trim();
    return own === '' ? (top[at] ?? '').trim() : `${over} ${own}`.trim();
  });
}

/**
 * Finds the headings below titles and blank rows: the row with the most cells that are headings of such a table, or, where none
 * is, the first of the widest rows.
 * @param rows the first rows of the file
 * @param isHeading whether a text heads a column of some table
 */
export function guessLayout(rows: readonly FileRow[], isHeading: (text: string) => boolean): SheetLayout {
  const known = (cells: readonly string[]): number => cells.filter((cell) => cell.trim() !== '' && isHeading(cell)).length;
  let best = { headingRow: rows[0]?.row ?? 1, headingRows: 1 as 1 | 2, score: 0 };
  rows.forEach(({ row, cells }, at) => {
    const alone = known(cells);
    if (alone > best.score) best = { headingRow: row, headingRows: 1, score: alone };
    const below = rows[at + 1];
    // A second row of headings: the first one leaves cells blank under what spans them.
    if (!below || below.row !== row + 1 || filled(cells) === below.cells.length || filled(cells) < 2) return;
    const both = known(joinedHeadings(cells, below.cells));
    if (both > best.score && both >= known(below.cells)) best = { headingRow: row, headingRows: 2, score: both };
  });
  if (best.score > 0) return { headingRow: best.headingRow, headingRows: best.headingRows };
  const widest = Math.max(0, ...rows.map(({ cells }) => filled(cells)));
  const first = rows.find(({ cells }) => filled(cells) === widest);
  return { headingRow: first?.row ?? 1, headingRows: 1 };
} // prettier-ignore

const TOTALS = /^\s*(?:(?:grand|sub)[\s-]*)?(?:totals?|sum|suma|gesamt|end of (?:list|file|report))\b/i;

/** A row under the table that sums it up or ends it: its first cell says so, and it has none of what every row must have. */
export const isTotals = (cells: readonly string[], needed: readonly number[]): boolean =>
  TOTALS.test(cells.find((cell) => cell.trim() !== '') ?? '') &&
  !needed.every((at) => (cells[at] ?? '').trim() !== '');

const SEPARATORS = [',', ';', '\t', '|'] as const;

/**
 * The separator of a text table: what `sep=` names, else the one by which most of the first lines have the same number of cells. A
 * stroke counts only where nothing else parts the lines, since cells hold lists with strokes.
 * @param lines the first lines, quoted cells included
 */
export function separatorOf(lines: readonly string[]): string {
  const named = /^sep=(.)\s*$/i.exec(lines[0] ?? '')?.[1];
  if (named) return named;
  const bare = lines.map((line) => line.replace(/"(?:[^"]|"")*"/g, ''));
  const agree = (separator: string): number => {
    const widths = new Map<number, number>();
    for (const line of bare) {
      const width = line.split(separator).length;
      if (width > 1) widths.set(width, (widths.get(width) ?? 0) + 1);
    }
    return Math.max(0, ...[...widths].map(([width, lines]) => lines * 100 + Math.min(width, 99)));
  };
  const [plain, stroke] = [SEPARATORS.slice(0, 3), '|'];
  const best = plain.reduce((one, other) => (agree(other) > agree(one) ? other : one));
  return agree(best) === 0 && agree(stroke) > 0 ? stroke : best;
}
