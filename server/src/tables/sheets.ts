import { columnHeading } from '@radiatrix/words/tables';
import {
  guessByCells,
  guessLayout,
  guessMapping,
  isHeadingOf,
  joinedHeadings,
  squeeze,
  type FileRow,
  type MappedHeading,
  type SheetLayout,
  type TableKind,
} from '@radiatrix/core/table';
import type { Upload } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { Lookups } from './lookups.ts';
import { rememberedMapping, type Remembered } from './uploads-queries.ts';

const SAMPLE_ROWS = 5;
/** First rows shown, to point out the headings among them. */
const TOP_ROWS = 15;

export const shapeOf = (headings: readonly string[]): string =>
  headings.map(squeeze).join('\n').slice(0, 20_000);
export const headingsOf = (view: Pick<Upload, 'mapping'>): string[] =>
  view.mapping.map((each) => each.heading);

type SheetView = Pick<
  Upload,
  'sheet' | 'headingRow' | 'headingRows' | 'top' | 'mapping' | 'remembered' | 'sample' | 'choices'
>;

/** The headings of a sheet and the rows under them. */
function parted(top: readonly FileRow[], { headingRow, headingRows }: SheetLayout) {
  const at = top.findIndex(({ row }) => row === headingRow);
  const head = top[Math.max(0, at)]?.cells ?? [];
  const second = headingRows === 2 ? top[at + 1]?.cells : undefined;
  return {
    headings: joinedHeadings(head, second).map((heading) => heading.trim()),
    below: second ?? [],
    rows: top.slice(Math.max(0, at) + headingRows).map(({ cells }) => cells),
  };
}

/** Columns by their headings, and by what they hold where these say nothing. */
function guessed(kind: TableKind, { headings, below, rows }: ReturnType<typeof parted>, lookups: Lookups): MappedHeading[] {
  const byHeading = guessMapping(kind, headings, columnHeading, below);
  const columns = headings.map((_, at) => rows.map((cells) => (cells[at] ?? '').trim()));
  return guessByCells(byHeading, columns, lookups.values(kind));
} // prettier-ignore

export const guessSheet = (kind: TableKind, top: readonly FileRow[]): SheetLayout =>
  guessLayout(top.slice(0, 30), isHeadingOf(kind, columnHeading));

/** A sheet as its person is shown it: its columns guessed, or taken as in their last file of these headings. */
export async function sheetView(
  db: Db,
  { kind, sheet, top, personId }: { kind: TableKind; sheet: number; top: readonly FileRow[]; personId: number },
  layout: SheetLayout,
  remember = true,
): Promise<SheetView> {
  const own = parted(top, layout);
  const held: Remembered | undefined = remember
    ? await rememberedMapping(db, personId, kind, shapeOf(own.headings))
    : undefined;
  return {
    sheet,
    ...layout,
    top: top.slice(0, TOP_ROWS),
    mapping: held?.mapping ?? guessed(kind, own, await Lookups.load(db)),
    choices: held?.choices ?? {},
    remembered: held !== undefined,
    sample: own.rows.slice(0, SAMPLE_ROWS),
  };
} // prettier-ignore
