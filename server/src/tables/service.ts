import { randomUUID } from 'node:crypto';
import { createReadStream } from 'node:fs';
import { rm } from 'node:fs/promises';
import { Readable, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { csvLine, type CellProblem, type TableKind } from '@radiatrix/core/table';
import type { AsideRow, Person, Upload, WrongCell } from '@radiatrix/contract';
import { cellProblem } from '@radiatrix/words/cells';
import { uploadWords } from '@radiatrix/words/en/upload';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { keepFixes, wrongAfter, type WrongRow } from './aside-queries.ts';
import { forgetEverything } from './forget.ts';
import { topOf, type OpenTable } from './open.ts';
import { rowsOf } from './read.ts';
import { guessSheet, headingsOf, shapeOf, sheetView } from './sheets.ts';
import {
  askToStop,
  dropBeyond,
  forgetMapping,
  insertUpload,
  leaveUpload,
  piecesOf,
  toldOf,
  uploadById,
  uploadCounts,
  uploadLines,
  type UploadRow,
} from './uploads-queries.ts';

/** Tables that lie here at once, of one person and of everybody. */
const HELD = { own: 6, all: 30, aside: 20 };
const SEPARATOR_NAMES: Record<string, string> = {
  ',': 'comma',
  ';': 'semicolon',
  '\t': 'tab',
  '|': 'stroke',
};

export async function own(db: Db, id: string, person: Person): Promise<UploadRow> {
  const row = await uploadById(db, id, person.id);
  if (!row) throw notFound('That upload');
  return row.silent ? { ...row, state: 'failed', message: uploadWords('server-ended') } : row;
}

/** A row in the words of its person. */
const wrongCells = (
  view: Pick<Upload, 'mapping'>,
  row: number,
  problems: readonly CellProblem[],
): WrongCell[] =>
  problems.map((problem) => ({
    row,
    heading: view.mapping.find((each) => each.field === problem.field)?.heading ?? problem.field,
    ...cellProblem(problem),
  }));
export const wordsOf = (view: Pick<Upload, 'mapping'>, rows: readonly WrongRow[]): WrongCell[] =>
  rows.flatMap(({ row, problems }) => wrongCells(view, row, problems));

/** Keeps a table that came in, its columns guessed, or taken as in this person's last file of these headings. */
export async function addUpload(
  db: Db,
  { folder, encoding, separator, sheets }: OpenTable,
  { kind, name, person }: { kind: TableKind; name: string; person: Person },
): Promise<Upload> {
  // A file that somebody turned away from is in nobody's way, so it is not for them to clear up.
  await dropBeyond(db, person.id, HELD.own);
  if ((await uploadCounts(db)).all >= HELD.all)
    throw new ProblemError('busy', { detail: uploadWords('too-many', { n: HELD.all }) });
  // A file is kept for as long as rows of it wait: not without end.
  if ((await uploadLines(db, person.id)).filter(({ aside }) => aside > 0).length >= HELD.aside)
    throw new ProblemError('busy', { detail: uploadWords('too-many-aside', { n: HELD.aside }) });
  const id = randomUUID();
  // The first sheet that has rows: a cover page is passed over.
  const sheet = Math.max(0, sheets.findIndex(({ top }) => top.length >= 2)); // prettier-ignore
  const { top } = sheets[sheet]!;
  const view: Upload = {
    id,
    name,
    kind,
    encoding,
    separator: SEPARATOR_NAMES[separator] ?? separator,
    sheets: sheets.map((each) => each.name),
    ...(await sheetView(db, { kind, sheet, top, personId: person.id }, guessSheet(kind, top))),
    sourceId: null,
    state: 'mapping',
    done: 0,
    of: await countRows(sheets[sheet]!.file, encoding, separator),
    counts: { new: 0, changed: 0, same: 0, wrong: 0 },
    totals: 0,
    asked: { openYears: 0, numbersAlike: 0 },
    unknown: [],
    unknownMore: 0,
    understood: [],
    wrong: [],
    aside: 0,
    batch: null,
    message: '',
  };
  await insertUpload(
    db,
    { id, personId: person.id, view, state: 'mapping', encoding, separator },
    sheets.map(({ file }) => file),
  );
  await rm(folder, { recursive: true, force: true });
  return view;
}

async function countRows(file: string, encoding: string, separator: string): Promise<number> {
  let rows = 0;
  for await (const _ of rowsOf(createReadStream(file), encoding, separator)) rows += 1;
  return rows;
}

export const uploadOf = async (db: Db, id: string, person: Person): Promise<Upload> =>
  toldOf(await own(db, id, person));

/** Reads another sheet of the file, or its headings from elsewhere. */
export async function layoutUpload(
  db: Db,
  id: string,
  { sheet, ...layout }: { sheet: number; headingRow: number; headingRows: 1 | 2 },
  person: Person,
): Promise<Upload> {
  const row = await own(db, id, person);
  assertIdle(row);
  if (row.partly) throw new ProblemError('not-ready', { detail: uploadWords('partly') });
  const top = await topOf(rowsOf(piecesOf(db, id, sheet), row.encoding, row.separator));
  if (!row.view.sheets[sheet] && sheet !== 0) throw notFound('That sheet');
  if (top.length < 2) throw new ProblemError('unreadable', { detail: uploadWords('no-rows') });
  // Another sheet has its headings where they are found in it.
  const where = sheet === row.view.sheet ? layout : guessSheet(row.view.kind, top);
  if (!top.some((each) => each.row === where.headingRow))
    throw new ProblemError('unreadable', { detail: uploadWords('no-heading', { row: where.headingRow }) });
  const view: Upload = {
    ...row.view,
    ...(await sheetView(db, { kind: row.view.kind, sheet, top, personId: person.id }, where)),
    of: 0,
  };
  await leaveUpload(db, id, { view, state: 'mapping', message: '' });
  return toldOf({ ...row, view, state: 'mapping', message: '' });
}

export const notReady = (detail: string) => new ProblemError('not-ready', { detail });

export function assertIdle(row: UploadRow): void {
  if (row.state === 'reading' || row.state === 'applying') throw notReady(uploadWords('at-work'));
  if (row.state === 'waiting') throw notReady(uploadWords('waits'));
}

/** Forgets what files of these headings were taken for, and guesses again. */
export async function forgetMappingOf(db: Db, id: string, person: Person): Promise<Upload> {
  const row = await own(db, id, person);
  const { kind, sheet, headingRow, headingRows } = row.view;
  await forgetMapping(db, person.id, kind, shapeOf(headingsOf(row.view)));
  const top = await topOf(rowsOf(piecesOf(db, id, sheet), row.encoding, row.separator));
  const layout = { headingRow, headingRows };
  const view = {
    ...row.view,
    ...(await sheetView(db, { kind, sheet, top, personId: person.id }, layout, false)),
  };
  await leaveUpload(db, id, { view });
  return toldOf({ ...row, view });
}

/** Stops what is under way, and throws the upload away unless it was applied or is before a reviewer. */
export async function stopUpload(db: Db, id: string, person: Person): Promise<Upload> {
  let row = await own(db, id, person);
  if (row.state === 'reading' || row.state === 'applying') {
    if (await askToStop(db, id, person.id)) return toldOf(row);
    row = await own(db, id, person);
  }
  if (row.state !== 'waiting') {
    await forgetEverything(db, id);
    if (row.state !== 'applied') return { ...toldOf(row), state: 'stopped' };
  }
  return toldOf(row);
}

const ROWS_SHOWN = 50;

/** Rows that cannot come in, some at a time, each with its cells and what is wrong with them. */
export async function asideRows(
  db: Db,
  id: string,
  { after, which }: { after: number; which: 'all' | 'other' },
  person: Person,
): Promise<{ rows: AsideRow[]; headings: string[]; more: boolean }> {
  const { view } = await own(db, id, person);
  const rows = await wrongAfter(db, id, { after, most: ROWS_SHOWN + 1, which });
  return {
    headings: headingsOf(view),
    more: rows.length > ROWS_SHOWN,
    rows: rows.slice(0, ROWS_SHOWN).map((each) => ({
      row: each.row,
      cells: each.cells,
      wrong: wrongCells(view, each.row, each.problems),
    })),
  };
}

/** Puts rows right in place of those of the file. They are read with the next preview. */
export async function fixRows(
  db: Db,
  id: string,
  rows: readonly { row: number; cells: string[] | null }[],
  person: Person,
): Promise<{ kept: number }> {
  const row = await own(db, id, person);
  assertIdle(row);
  const width = row.view.mapping.length;
  const odd = rows.find(({ cells }) => cells !== null && cells.length !== width);
  if (odd)
    throw new ProblemError('invalid', {
      fields: [{ path: 'rows', message: uploadWords('width', { row: odd.row, n: width }) }],
    });
  await keepFixes(db, id, rows);
  return { kept: rows.length };
}

/** The wrong rows as they came, each with what is wrong with it, to be put right and sent again. */
export async function wrongRowsOf(
  db: Db,
  id: string,
  person: Person,
): Promise<{ name: string; write: (out: Writable) => Promise<void> }> {
  const row = await own(db, id, person);
  async function* lines(): AsyncGenerator<string> {
    const headings = headingsOf(row.view);
    yield csvLine([...headings, uploadWords('head-row'), uploadWords('head-wrong'), uploadWords('head-fix')]);
    for (let after = 0; ;) {
      const rows = await wrongAfter(db, id, { after, most: 500 });
      for (const { row: at, cells, problems } of rows) {
        const wrong = wrongCells(row.view, at, problems);
        yield csvLine([
          ...headings.map((_, column) => cells[column] ?? ''),
          String(at),
          wrong.map((each) => `${each.heading ? `${each.heading}: ` : ''}${each.reason}`).join('; '),
          wrong.map((each) => each.fix).join(' '),
        ]);
      }
      if (rows.length < 500) return;
      after = rows.at(-1)!.row;
    }
  }
  return {
    name: `wrong rows of ${row.view.name.replace(/\.\w+$/, '')}.csv`,
    write: (to) => pipeline(Readable.from(lines()), to, { end: false }),
  };
}
