import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { Readable, type Writable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import { columnsOf, csvLine, guessMapping, squeeze, type MappedHeading, type TableKind } from '@radiatrix/core/table'; // prettier-ignore
import type { Bundle } from '@radiatrix/contract/schemas';
import type { Person, Upload, WrongCell } from '@radiatrix/contract';
import { columnHeading } from '@radiatrix/words/tables';
import type { Connection, Database, Db } from '../db/client.ts';
import { heavyWork, type HeavyWork } from '../db/heavy.ts';
import { asPerson } from '../db/transaction.ts';
import { ProblemError, notFound, problemOf } from '../http/problem.ts';
import { loadVocabulary } from '../vehicles/queries.ts';
import { doneOrProposed, propose } from '../proposals/service.ts';
import { changeOf } from '../proposals/touched.ts';
import { applyBundle, previewBundle } from '../importing/service.ts';
import { BUNDLE_ROWS, partsBundle, validated, vehiclesBundle, wrongAt } from './bundles.ts';
import type { OpenTable } from './open.ts';
import { rowsOf } from './read.ts';
import { linesOfSeenParts, sourceName, stagedSample, verdictCounts } from './queries.ts';
import { bringIn, compare, forgetLines, stage, weighedAgain, wrongWidth } from './staging.ts';
import {
  askToStop,
  dropBeyond,
  forgetMapping,
  forgetUpload,
  insertUpload,
  leaveUpload,
  piecesOf,
  rememberedMapping,
  rememberMapping,
  takeUpload,
  tellUpload,
  toldOf,
  uploadById,
  uploadCounts,
  type UploadRow,
} from './uploads-queries.ts';

const WRONG_SHOWN = 100;
/** Tables that lie here at once, of one person and of everybody, and how many are worked on. */
const HELD = { own: 6, all: 30, working: 2 };
const SEPARATOR_NAMES: Record<string, string> = { ',': 'comma', ';': 'semicolon', '\t': 'tab' };
const TOLD_EVERY_MS = 500;

class Stopped extends Error {}

/** How far a stretch of work is; it ends the work when its person asked for that. */
type Progress = (done: number) => void;

const shapeOf = (headings: readonly string[]): string => headings.map(squeeze).join('\n').slice(0, 20_000);
const headingsOf = (view: Pick<Upload, 'mapping'>): string[] => view.mapping.map((each) => each.heading);

async function own(db: Db, id: string, person: Person): Promise<UploadRow> {
  const row = await uploadById(db, id, person.id);
  if (!row) throw notFound('That upload');
  return row.silent
    ? { ...row, state: 'failed', message: 'The server that was at work on it ended. Nothing was changed; begin again.' } // prettier-ignore
    : row;
}

/** Keeps a table that came in, its columns guessed, or taken as in this person's last file of these headings. */
export async function addUpload(
  db: Db,
  { folder, file, encoding, separator, headings, sample }: OpenTable,
  { kind, name, person }: { kind: TableKind; name: string; person: Person },
): Promise<Upload> {
  // A file that somebody turned away from is in nobody's way, so it is not for them to clear up.
  await dropBeyond(db, person.id, HELD.own);
  if ((await uploadCounts(db)).all >= HELD.all)
    throw new ProblemError('busy', { detail: `${HELD.all} tables lie here already; one must be brought in or thrown away first.` }); // prettier-ignore
  const remembered = await rememberedMapping(db, person.id, kind, shapeOf(headings));
  const id = randomUUID();
  const view: Upload = {
    id,
    name,
    kind,
    encoding,
    separator: SEPARATOR_NAMES[separator] ?? separator,
    mapping: remembered ?? guessMapping(kind, headings, columnHeading),
    remembered: remembered !== undefined,
    sample,
    state: 'mapping',
    done: 0,
    of: 0,
    counts: { new: 0, changed: 0, same: 0, wrong: 0 },
    wrong: [],
    message: '',
  };
  await insertUpload(db, { id, personId: person.id, view, state: 'mapping', encoding, separator }, file);
  await rm(folder, { recursive: true, force: true });
  return view;
}

export const uploadOf = async (db: Db, id: string, person: Person): Promise<Upload> =>
  toldOf(await own(db, id, person));

/** Forgets what files of these headings were taken for, and guesses anew. */
export async function forgetMappingOf(db: Db, id: string, person: Person): Promise<Upload> {
  const row = await own(db, id, person);
  const headings = headingsOf(row.view);
  await forgetMapping(db, person.id, row.view.kind, shapeOf(headings));
  const view = {
    ...row.view,
    mapping: guessMapping(row.view.kind, headings, columnHeading),
    remembered: false,
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
    await forgetUpload(db, id);
    await forgetLines(db, id);
    if (row.state !== 'applied') return { ...toldOf(row), state: 'stopped' };
  }
  return toldOf(row);
}

/** The wrong rows as they came, each with what is wrong with it, to be put right and sent again. */
export async function wrongRowsOf(
  db: Db,
  id: string,
  person: Person,
): Promise<{ name: string; write: (out: Writable) => Promise<void> }> {
  const row = await own(db, id, person);
  const by = new Map<number, WrongCell[]>();
  for (const each of row.wrong) by.set(each.row, [...(by.get(each.row) ?? []), each]);
  const said = (each: WrongCell): string => `${each.heading ? `${each.heading}: ` : ''}${each.reason}`;
  async function* lines(): AsyncGenerator<string> {
    const headings = headingsOf(row.view);
    yield csvLine([...headings, 'Row', 'What is wrong', 'How to put it right']);
    for await (const { row: at, cells } of rowsOf(piecesOf(db, id), row.encoding, row.separator)) {
      const wrong = by.get(at);
      if (!wrong) continue;
      yield csvLine([
        ...headings.map((_, column) => cells[column] ?? ''),
        String(at),
        wrong.map(said).join('; '),
        wrong.map((each) => each.fix).join('; '),
      ]);
    }
  }
  return {
    name: `wrong rows of ${row.view.name.replace(/\.\w+$/, '')}.csv`,
    write: (to) => pipeline(Readable.from(lines()), to, { end: false }),
  };
}

function checkMapping(view: Upload, mapping: readonly MappedHeading[]): void {
  const columns = columnsOf(view.kind);
  const twice = mapping.find(
    ({ field }, at) => field !== '' && mapping.findIndex((each) => each.field === field) !== at,
  );
  const unknown = mapping.find(({ field }) => field !== '' && !columns.some((each) => each.field === field));
  const says = [
    ...columns
      .filter(({ required, field }) => required && !mapping.some((each) => each.field === field))
      .map(({ label }) => `No column holds ${label.toLowerCase()}; say which one does.`),
    ...(twice ? [`Two columns are taken for ${twice.field}.`] : []),
    ...(unknown ? [`There is no field “${unknown.field}”.`] : []),
    ...(mapping.length === view.mapping.length ? [] : ['Every heading of the file must be in it.']),
  ];
  if (says.length > 0)
    throw new ProblemError('invalid', { fields: says.map((message) => ({ path: 'mapping', message })) });
}

/**
 * Work on tables: read against the library, brought in whole or not at all. It runs on in the server that was asked;
 * how it stands lies in the database, where every server sees it, and where whoever asks leaves word to stop.
 */
export class TableWork {
  private readonly connection: Connection;

  constructor(connection: Connection) {
    this.connection = connection;
  }

  private async begin(
    id: string,
    person: Person,
    state: 'reading' | 'applying',
    work: (hands: HeavyWork, progress: Progress) => Promise<Parameters<typeof leaveUpload>[2]>,
  ): Promise<Upload> {
    const { db } = this.connection;
    if ((await uploadCounts(db)).working >= HELD.working)
      throw new ProblemError('busy', { detail: 'Two tables are being worked on; go on with this one when one of them is done.' }); // prettier-ignore
    const told = await takeUpload(db, id, person.id, state);
    if (!told) throw new ProblemError('not-ready', { detail: 'It is still at work on this file.' });
    void heavyWork(this.connection, async (hands) => {
      let [done, stopped, telling] = [0, false, Promise.resolve()];
      const tell = async (): Promise<void> => {
        if (!(await tellUpload(db, id, done))) return;
        stopped = true;
        // Told again for as long as it goes on: the first word may have come between two queries, and have hit none.
        await hands.cancel();
      };
      const timer = setInterval(() => (telling = telling.then(tell).catch(() => {})), TOLD_EVERY_MS);
      try {
        return await work(hands, (now) => {
          done = now;
          if (stopped) throw new Stopped();
        });
      } catch (error) {
        throw stopped ? new Stopped() : error;
      } finally {
        clearInterval(timer);
        // The connection goes to somebody else next: no cancel may still be on its way to it.
        await telling;
      }
    })
      .catch(async (error: unknown) => {
        if (error instanceof Stopped) return undefined;
        const problem = problemOf(error);
        return {
          state: 'failed' as const,
          message: `${problem.extra.detail ?? problem.message} Nothing was changed.`.replace(/( Nothing was changed\.)+$/, ' Nothing was changed.'), // prettier-ignore
        };
      })
      .then(async (left) => {
        if (left && (await leaveUpload(db, id, left))) return;
        await forgetLines(db, id);
        await forgetUpload(db, id);
      })
      // Without the database there is nobody to tell; the work counts as given up as soon as its life sign is old.
      .catch(() => {});
    return told;
  }

  async preview(
    id: string,
    mapping: MappedHeading[],
    sourceId: number | null,
    person: Person,
  ): Promise<Upload> {
    const row = await own(this.connection.db, id, person);
    checkMapping(row.view, mapping);
    return this.begin(id, person, 'reading', async (hands, progress) => {
      const view: Upload = { ...row.view, mapping };
      const rows = rowsOf(piecesOf(this.connection.db, id), row.encoding, row.separator);
      const read =
        view.kind === 'applications'
          ? await this.readLines(hands, { id, mapping, sourceId, rows, progress })
          : await this.readRecords(hands.db, view, view.kind, { sourceId, person, rows, progress });
      const wrong = read.wrong.sort((a, b) => a.row - b.row);
      return {
        state: 'ready',
        done: read.rows,
        message: read.message,
        wrong,
        bundle: read.bundle ?? null,
        view: {
          ...view,
          of: read.rows,
          counts: { ...read.counts, wrong: new Set(wrong.map((each) => each.row)).size },
          wrong: wrong.slice(0, WRONG_SHOWN),
        },
      };
    });
  }

  private async readLines(
    hands: HeavyWork,
    { id, ...input }: Omit<Parameters<typeof stage>[1], 'upload'> & { id: string },
  ): Promise<Read> {
    const staged = await stage(hands, { upload: id, ...input });
    if (staged.broken)
      return {
        ...NOTHING,
        rows: staged.rows,
        wrong: staged.wrong,
        message: `Read no further than row ${staged.rows + 1}: ${staged.wrong.length} cells are wrong. Is every column taken for what it holds?`,
      };
    const wrong = [...staged.wrong, ...(await compare(hands.db, id))];
    return { ...NOTHING, rows: staged.rows, wrong, counts: await verdictCounts(hands.db, id) };
  }

  private async readRecords(
    db: Database,
    view: Upload,
    kind: 'parts' | 'vehicles',
    {
      sourceId,
      person,
      rows: source,
      progress,
    }: {
      sourceId: number | null;
      person: Person;
      rows: ReturnType<typeof rowsOf>;
      progress: Progress;
    },
  ): Promise<Read> {
    const rows: { row: number; cells: string[] }[] = [];
    const misshapen: WrongCell[] = [];
    for await (const each of source) {
      if (each.row === 1) continue;
      if (each.cells.length !== view.mapping.length)
        misshapen.push(wrongWidth(each.row, each.cells.length, view.mapping.length));
      else rows.push(each);
      if (rows.length > BUNDLE_ROWS)
        throw new ProblemError('too-large', {
          detail: `A table of ${kind} takes ${BUNDLE_ROWS} rows at once; split it.`,
        });
    }
    progress(0);
    const named = sourceId === null ? undefined : await sourceName(db, sourceId);
    const read =
      kind === 'parts'
        ? partsBundle(rows, view.mapping, named ?? '')
        : vehiclesBundle(rows, view.mapping, await loadVocabulary(db));
    const headingOf = (field: string): string =>
      view.mapping.find((each) => each.field === field)?.heading ?? field;
    const { bundle, wrong } = validated(read, kind, headingOf);
    if (wrong.length > 0) return { ...NOTHING, rows: rows.length, wrong: [...misshapen, ...wrong] };
    const report = await asPerson(db, person.id, (tx) => previewBundle(tx, bundle, person));
    progress(rows.length);
    return {
      ...NOTHING,
      rows: rows.length,
      counts: { ...report.counts[kind], wrong: 0 },
      wrong: [
        ...misshapen,
        ...report.wrong.map((each) => wrongAt(each.path, each.message, read.rowOf, kind, headingOf)),
      ],
      bundle,
    };
  }

  async apply(id: string, person: Person): Promise<Upload> {
    const row = await own(this.connection.db, id, person);
    if (row.state !== 'ready')
      throw new ProblemError('not-ready', { detail: 'Look at what it would change first.' });
    const { view } = row;
    if (view.counts.wrong > 0)
      throw new ProblemError('not-ready', {
        detail: `${view.counts.wrong} rows are wrong; a table comes in whole or not at all.`,
      });
    return this.begin(id, person, 'applying', async ({ db }, progress) => {
      const waits = await asPerson(db, person.id, async (tx) => {
        const waiting = row.bundle
          ? await bringInRecords(tx, row.bundle as Bundle, person)
          : await bringInLines(tx, view, person, progress);
        await rememberMapping(tx, person.id, view.kind, shapeOf(headingsOf(view)), view.mapping);
        return waiting;
      });
      // What waits for a reviewer is kept by its proposal.
      if (!waits) await forgetLines(db, id);
      return { state: waits ? 'waiting' : 'applied', done: view.of };
    });
  }
}

interface Read {
  rows: number;
  wrong: WrongCell[];
  counts: Upload['counts'];
  message: string;
  bundle: Bundle | undefined;
}
const NOTHING: Read = {
  rows: 0,
  wrong: [],
  counts: { new: 0, changed: 0, same: 0, wrong: 0 },
  message: '',
  bundle: undefined,
};

/** Brings records in, or proposes them; true where they wait. */
async function bringInRecords(tx: Db, bundle: Bundle, person: Person): Promise<boolean> {
  const work = (inner: Db) => applyBundle(inner, bundle, person);
  if (person.role !== 'specialist') {
    await work(tx);
    return false;
  }
  const request = { route: 'importApply', params: {}, query: {}, body: bundle, ifMatch: '' } as const;
  return 'waits' in (await doneOrProposed(tx, person, request, work));
}

/** Brings lines of the catalogue in, or proposes them where they concern what everybody sees; true where they wait. */
async function bringInLines(tx: Db, view: Upload, person: Person, progress: Progress): Promise<boolean> {
  const { id } = view;
  // What others did since the preview is weighed again, in the transaction that writes.
  if ((await weighedAgain(tx, id)).length > 0)
    throw new ProblemError('stale', { detail: 'The library changed since the preview; look at it again.' });
  const lines = person.role === 'specialist' ? await linesOfSeenParts(tx, id) : 0;
  if (lines === 0) {
    await bringIn(tx, id, progress);
    return false;
  }
  const request = { route: 'applyUpload', params: { id }, query: {}, body: undefined, ifMatch: '' } as const;
  const change = changeOf(
    'Lines of the catalogue',
    '',
    `${view.counts.new} new, ${view.counts.changed} changed; ${lines} of them of released parts`,
  );
  await propose(tx, person, request, [
    {
      title: `The table ${view.name}`,
      about: 'part',
      id: null,
      changes: [change, ...(await stagedSample(tx, id))],
    },
  ]);
  return true;
}
