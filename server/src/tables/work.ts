import { columnsOf, isTotals, type CellProblem, type Cells, type FileRow, type MappedHeading, type ReadingChoices } from '@radiatrix/core/table'; // prettier-ignore
import type { Bundle } from '@radiatrix/contract/schemas';
import type { Person, Upload } from '@radiatrix/contract';
import { uploadWords } from '@radiatrix/words/en/upload';
import { columnHeading } from '@radiatrix/words/tables';
import type { Connection, Database, Db } from '../db/client.ts';
import { heavyWork, type HeavyWork } from '../db/heavy.ts';
import { asPerson } from '../db/transaction.ts';
import { ProblemError, problemOf } from '../http/problem.ts';
import { applyBundle } from '../importing/service.ts';
import { doneOrProposed, propose } from '../proposals/service.ts';
import { changeOf } from '../proposals/touched.ts';
import {
  asideNumbers,
  clearProblems,
  dropCleared,
  dropWrong,
  fixesOf,
  keepWrong,
  wrongAfter,
  wrongCount,
  type WrongRow,
} from './aside-queries.ts';
import { keepBatch } from './batch.ts';
import { forgetEverything, forgetStaged } from './forget.ts';
import { Lookups } from './lookups.ts';
import { UnknownNames } from './names.ts';
import { stageParts } from './part-staging.ts';
import { bringInParts, compareParts, goodPartRows, lockStagedParts, partCounts } from './part-queries.ts';
import { goodLines, linesOfSeenParts, stagedSample, verdictCounts } from './queries.ts';
import { rowsOf } from './read.ts';
import { assertIdle, notReady, own, wordsOf } from './service.ts';
import { headingsOf, shapeOf } from './sheets.ts';
import {
  bringIn,
  compare,
  newlyWrong,
  stage,
  weighedAgain,
  type FoundWrong,
  type Reading,
} from './staging.ts';
import { Samples } from './understood.ts';
import {
  leaveUpload,
  piecesOf,
  rememberMapping,
  takeUpload,
  tellUpload,
  uploadCounts,
  type UploadRow,
} from './uploads-queries.ts';
import { readVehicles } from './vehicle-rows.ts';

const WRONG_SHOWN = 100;
/** Tables worked on at once. */
const WORKING = 2;
const TOLD_EVERY_MS = 500;
/** Wrong rows kept at a time. */
const KEPT_AT_ONCE = 1000;
/** A file of which so many rows were read and none could come in is not mapped as it should be, and is read no further. */
const WRONG_AND_NONE_GOOD = 20_000;

class Stopped extends Error {}
/** Ends the reading of a file of which nothing can come in. */
class NothingGood extends Error {}

/** How far a stretch of work is; it ends the work when its person asked for that. */
type Progress = (done: number) => void;
type Left = Parameters<typeof leaveUpload>[2];

/** What a person said of a file, to be read by it. */
export interface Said {
  mapping: MappedHeading[];
  sourceId: number | null;
  choices: ReadingChoices;
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
      .map((column) => uploadWords('no-column', { label: columnHeading(column).toLowerCase() })),
    ...(twice ? [uploadWords('two-columns', { field: twice.field })] : []),
    ...(unknown ? [uploadWords('no-field', { field: unknown.field })] : []),
    ...(mapping.length === view.mapping.length ? [] : [uploadWords('every-heading')]),
  ];
  if (says.length > 0)
    throw new ProblemError('invalid', { fields: says.map((message) => ({ path: 'mapping', message })) });
}

/** What reading a file came to, beside its rows. */
interface Gathered {
  rows: number;
  totals: number;
  asked: Upload['asked'];
  names: UnknownNames;
  samples: Samples;
}

/**
 * Work on tables: read against the library, and the good rows brought in. It runs on in the server that was asked; how it stands
 * lies in the database, where every server sees it, and where the person leaves word to stop.
 */
export class TableWork {
  private readonly connection: Connection;

  constructor(connection: Connection) {
    this.connection = connection;
  }

  private async begin(
    row: UploadRow,
    person: Person,
    state: 'reading' | 'applying',
    work: (hands: HeavyWork, progress: Progress) => Promise<Left>,
  ): Promise<Upload> {
    const { db } = this.connection;
    const { id } = row;
    if ((await uploadCounts(db)).working >= WORKING)
      throw new ProblemError('busy', { detail: uploadWords('working') });
    const told = await takeUpload(db, id, person.id, state);
    if (!told) throw notReady(uploadWords('at-work'));
    void this.watched(id, work)
      .catch(async (error: unknown): Promise<Left | undefined> => {
        // Of a file that is partly in, rows are kept aside: it goes back to where it stood.
        if (error instanceof Stopped) return row.partly ? { state: 'applied', message: '' } : undefined;
        const problem = problemOf(error);
        const nothing = uploadWords('nothing-changed');
        const said = problem.extra.detail ?? problem.message;
        return {
          state: row.partly ? 'applied' : 'failed',
          message: said.endsWith(nothing) ? said : `${said} ${nothing}`,
        };
      })
      .then(async (left) => {
        if (left && (await leaveUpload(db, id, left))) return;
        if (row.partly) await leaveUpload(db, id, { state: 'applied' }, true);
        else await forgetEverything(db, id);
      })
      // Without the database there is nobody to tell; the work counts as given up as soon as its life sign is old.
      .catch(() => {});
    return told;
  }

  /** Does some work while its person can see how far it is, and stop it. */
  private watched(id: string, work: (hands: HeavyWork, progress: Progress) => Promise<Left>): Promise<Left> {
    return heavyWork(this.connection, async (hands) => {
      let [done, stopped, telling] = [0, false, Promise.resolve()];
      const tell = async (): Promise<void> => {
        if (!(await tellUpload(this.connection.db, id, done))) return;
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
    });
  }

  async preview(id: string, said: Said, person: Person): Promise<Upload> {
    const row = await own(this.connection.db, id, person);
    assertIdle(row);
    checkMapping(row.view, said.mapping);
    return this.begin(row, person, 'reading', (hands, progress) =>
      this.read(hands, { row, said, person, progress }),
    );
  }

  /** The rows of the file under its headings, as they were put right since; of a file that is partly in, those kept aside. */
  private async *rowsToRead(row: UploadRow, gathered: Gathered, progress: Progress): AsyncGenerator<FileRow> {
    const { db } = this.connection;
    const { view, id } = row;
    const fixes = await fixesOf(db, id);
    const only = row.partly ? await asideNumbers(db, id) : undefined;
    const lastHeading = view.headingRow + view.headingRows - 1;
    const needed = view.mapping.flatMap(({ field }, at) =>
      columnsOf(view.kind).some((each) => each.required && each.field === field) ? [at] : [],
    );
    for await (const each of rowsOf(piecesOf(db, id, view.sheet), row.encoding, row.separator)) {
      if (each.row <= lastHeading || (only && !only.has(each.row))) continue;
      const fix = fixes.get(each.row);
      if (fix === null || each.cells.every((cell) => cell.trim() === '')) continue;
      gathered.rows += 1;
      if (gathered.rows % 500 === 0) progress(gathered.rows);
      const cells = fix ?? withoutEmptyTail(each.cells, view.mapping.length);
      if (isTotals(cells, needed)) gathered.totals += 1;
      else yield { row: each.row, cells };
    }
    progress(gathered.rows);
  }

  private async read(
    hands: HeavyWork,
    { row, said, person, progress }: { row: UploadRow; said: Said; person: Person; progress: Progress },
  ): Promise<Left> {
    const { db } = this.connection;
    const { id } = row;
    const view: Upload = { ...row.view, ...said };
    const own: UploadRow = { ...row, view };
    const gathered: Gathered = { rows: 0, totals: 0, asked: { openYears: 0, numbersAlike: 0 }, names: new UnknownNames(), samples: new Samples() }; // prettier-ignore
    if (!row.partly) await dropWrong(db, id);
    const lookups = await Lookups.load(db);
    const aside = new Aside(db, id, gathered);
    const width = said.mapping.length;
    const rows = this.rowsToRead(own, gathered, progress);
    async function* shaped(): AsyncGenerator<FileRow> {
      for await (const each of rows) {
        if (each.cells.length === width) yield each;
        else await aside.add(each, [{ field: '', code: 'width', said: String(each.cells.length), of: String(width) }], {}); // prettier-ignore
      }
    }
    const reading: Reading = {
      upload: id,
      ...said,
      rows: shaped(),
      lookups,
      wrong: (each, problems, cells) => aside.add(each, problems, cells),
      samples: gathered.samples,
    };
    let read: { counts: Omit<Upload['counts'], 'wrong'>; good: number[]; found: FoundWrong[]; bundle?: Bundle };
    try {
      read = await this.readKind(hands, view, reading, person);
    } catch (error) {
      if (!(error instanceof NothingGood)) throw error;
      read = { counts: NONE, good: [], found: [] };
      view.message = uploadWords('read-no-further', { row: aside.last + 1 });
    }
    await aside.flush();
    await this.keepFound(own, read.found);
    const bad = new Set(read.found.map((each) => each.row));
    // Of a file that is read whole, what was wrong before is gone already.
    if (row.partly) await clearProblems(db, id, read.good.filter((each) => !bad.has(each)));
    return {
      state: 'ready',
      done: gathered.rows,
      message: view.message,
      bundle: read.bundle ?? null,
      view: {
        ...view,
        of: gathered.rows,
        counts: { ...read.counts, wrong: await wrongCount(db, id) },
        totals: gathered.totals,
        asked: gathered.asked,
        ...gathered.names.listed(lookups),
        understood: gathered.samples.rows,
        wrong: wordsOf(view, await wrongAfter(db, id, { after: 0, most: WRONG_SHOWN })).slice(0, WRONG_SHOWN),
        aside: 0,
      },
    };
  } // prettier-ignore

  private async readKind(hands: HeavyWork, { kind }: Upload, reading: Reading, person: Person) {
    const { upload } = reading;
    if (kind === 'applications') {
      await stage(hands, reading);
      const found = await compare(hands.db, upload);
      const { wrong: _wrong, ...counts } = await verdictCounts(hands.db, upload);
      return { counts, found, good: await goodLines(hands.db, upload) };
    }
    if (kind === 'parts') {
      await stageParts(hands, reading);
      const found = await compareParts(hands.db, upload);
      return { counts: await partCounts(hands.db, upload), found, good: await goodPartRows(hands.db, upload) };
    }
    const vehicles = await asPerson(hands.db, person.id, (tx) => readVehicles(tx, person, reading));
    return { ...vehicles, found: [] };
  } // prettier-ignore

  /** Rows that read well by themselves and not beside others: their cells are looked up in the file once more. */
  private async keepFound(row: UploadRow, found: readonly FoundWrong[]): Promise<void> {
    if (found.length === 0) return;
    const { db } = this.connection;
    const problems = new Map<number, CellProblem[]>();
    for (const each of found) problems.set(each.row, [...(problems.get(each.row) ?? []), each.problem]);
    const fixes = await fixesOf(db, row.id);
    let kept: WrongRow[] = [];
    for await (const each of rowsOf(piecesOf(db, row.id, row.view.sheet), row.encoding, row.separator)) {
      const own = problems.get(each.row);
      if (!own) continue;
      kept.push({ row: each.row, cells: fixes.get(each.row) ?? each.cells, problems: own });
      if (kept.length < KEPT_AT_ONCE) continue;
      await keepWrong(db, row.id, kept);
      kept = [];
    }
    await keepWrong(db, row.id, kept);
  }

  async apply(id: string, person: Person): Promise<Upload> {
    const row = await own(this.connection.db, id, person);
    if (row.state !== 'ready') throw notReady(uploadWords('look-first'));
    const { counts } = row.view;
    if (counts.new + counts.changed + counts.same === 0) throw notReady(uploadWords('nothing-good'));
    return this.begin(row, person, 'applying', async ({ db }, progress) => {
      const left = await asPerson(db, person.id, async (tx) => {
        const done = await bringInKind(tx, row, person, progress);
        await rememberMapping(tx, person.id, row.view.kind, shapeOf(headingsOf(row.view)), {
          mapping: row.view.mapping,
          choices: row.view.choices,
        });
        await dropCleared(tx, id);
        return { ...done, aside: await wrongCount(tx, id) };
      });
      // What waits for a reviewer is kept by its proposal.
      if (!left.waits) await forgetStaged(db, id);
      return {
        state: left.waits ? 'waiting' : 'applied',
        done: row.view.of,
        partly: true,
        bundle: null,
        view: { ...row.view, aside: left.aside, batch: left.batch ?? row.view.batch },
      };
    });
  }
}

const NONE = { new: 0, changed: 0, same: 0 };

/** Empty cells past the last heading are none. */
function withoutEmptyTail(cells: string[], width: number): string[] {
  let end = cells.length;
  while (end > width && cells[end - 1]!.trim() === '') end -= 1;
  return end === cells.length ? cells : cells.slice(0, end);
}

/** Gathers the rows that cannot come in, and what the file has to be asked about because of them. */
class Aside {
  last = 0;
  private kept: WrongRow[] = [];
  private count = 0;
  private readonly db: Database;
  private readonly id: string;
  private readonly gathered: Gathered;

  constructor(db: Database, id: string, gathered: Gathered) {
    this.db = db;
    this.id = id;
    this.gathered = gathered;
  }

  async add({ row, cells }: FileRow, problems: CellProblem[], fields: Cells): Promise<void> {
    const { asked, names, samples } = this.gathered;
    this.last = row;
    this.kept.push({ row, cells, problems });
    for (const problem of problems) names.add(row, problem, fields);
    if (problems.some(({ code }) => code === 'years-open')) asked.openYears += 1;
    if (problems.some(({ code }) => code === 'part-alike')) asked.numbersAlike += 1;
    // Rows that wait for a name or an answer may well be good ones.
    if (problems.some(({ name, code }) => name === undefined && code !== 'years-open' && code !== 'part-alike'))
      this.count += 1;
    if (this.kept.length >= KEPT_AT_ONCE) await this.flush();
    if (this.count >= WRONG_AND_NONE_GOOD && samples.rows.length === 0) throw new NothingGood();
  } // prettier-ignore

  async flush(): Promise<void> {
    const rows = this.kept;
    this.kept = [];
    await keepWrong(this.db, this.id, rows);
  }
}

/** Brings in what was read, or proposes it. */
async function bringInKind(
  tx: Db,
  row: UploadRow,
  person: Person,
  progress: Progress,
): Promise<{ waits: boolean; batch?: number }> {
  const { view, id } = row;
  if (view.kind === 'parts') {
    await lockStagedParts(tx, id);
    if (await newlyWrong(tx, id, await compareParts(tx, id)))
      throw new ProblemError('stale', { detail: uploadWords('changed') });
    await bringInParts(tx, id, person.id, progress);
    const batch = await keepBatch(tx, {
      upload: id,
      name: view.name,
      rows: view.of,
      personId: person.id,
      into: view.batch,
    });
    return batch === undefined ? { waits: false } : { waits: false, batch };
  }
  if (view.kind === 'vehicles') return { waits: await bringInRecords(tx, row.bundle as Bundle, person) };
  return { waits: await bringInLines(tx, view, person, progress) };
}

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
  if (await newlyWrong(tx, id, await weighedAgain(tx, id)))
    throw new ProblemError('stale', { detail: uploadWords('changed') });
  const lines = person.role === 'specialist' ? await linesOfSeenParts(tx, id) : 0;
  if (lines === 0) {
    await bringIn(tx, id, progress);
    return false;
  }
  const request = { route: 'applyUpload', params: { id }, query: {}, body: undefined, ifMatch: '' } as const;
  const change = changeOf(
    uploadWords('proposal-label'),
    '',
    uploadWords('proposal-after', { added: view.counts.new, changed: view.counts.changed, lines }),
  );
  await propose(tx, person, request, [
    {
      title: uploadWords('proposal-title', { name: view.name }),
      about: 'part',
      id: null,
      changes: [change, ...(await stagedSample(tx, id))],
    },
  ]);
  return true;
}
