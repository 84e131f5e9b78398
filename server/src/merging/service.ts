import type {
  MergeBody,
  MergeClash,
  MergeLine,
  MergePreview,
  MergedRows,
  MergedWhat,
  Person,
} from '@radiatrix/contract';
import { mergingWords } from '@radiatrix/words/en/merging';
import type { PartKind, SubjectKind } from '@radiatrix/core/figures';
import { figureName } from '@radiatrix/words/figures';
import { ownDifferences } from './differences.ts';
import { kindWords } from '@radiatrix/words/en/kinds';
import type { Db } from '../db/client.ts';
import type { GoneRow, MovedRows } from '../db/schema/merges.ts';
import { keepCorrection } from '../corrections/service.ts';
import { keepUnits } from '../failures/keep.ts';
import { failurePairs, renameVehicle } from '../failures/queries.ts';
import { tried } from '../db/transaction.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { takeBackOfLibrary, tellJob } from '../jobs/library.ts';
import { changeOf, touches } from '../proposals/touched.ts';
import { everybodySees } from '../proposals/queries.ts';
import { findConfiguration, vehicleLine } from '../vehicles/service.ts';
import { loadVocabulary } from '../vehicles/queries.ts';
import * as rows from './queries.ts';
import { MERGED_TABLES, OF_BAY, type Reference } from './reference-queries.ts';

type Row = Record<string, unknown>;

const titled = async (db: Db, { kind }: MergeBody, row: Row): Promise<string> => {
  if (kind !== 'vehicle') return String(row[MERGED_TABLES[kind].title]);
  const line = vehicleLine(await findConfiguration(db, row.id as number), await loadVocabulary(db));
  return [line.title, line.engine, line.transmission].join(', ');
};

/** Failure reports name a vehicle inside a text. */
const REPORTS = { table: 'failure_report', column: 'key' } as const;

/** What was done, with everything that takes it apart again. */
interface Done {
  preview: MergePreview;
  moved: MovedRows[];
  gone: GoneRow[];
  told: { jobId: number; eventId: string }[];
  withdrawn: number[];
}

/** Why two records cannot be one, as far as it shows before anything is moved. */
async function reasons(db: Db, { kind }: MergeBody, kept: Row, gone: Row, names: { kept: string; gone: string }): Promise<string[]> {
  // A part that went keeps its row, with its revisions.
  for (const [row, name] of [[kept, names.kept], [gone, names.gone]] as const)
    if (await rows.isGone(db, kind, row.id as number)) return [mergingWords('blocking:gone', { gone: name })];
  if (kind === 'part' && kept.kind !== gone.kind)
    return [mergingWords('blocking:kinds', { kept: kindWords(kept.kind as PartKind), gone: kindWords(gone.kind as PartKind) })];
  if (kind === 'vehicle' && kept.told !== null && gone.told === null) return [mergingWords('blocking:told', names)];
  if (kind === 'model') {
    const years = await rows.yearsOf(db, gone.id as number, kept.id as number);
    return years && !years.within ? [mergingWords('blocking:life', { ...names, first: String(years.first), last: String(years.last) })] : [];
  }
  if (kind !== 'connector') return [];
  const maps = await rows.mapsNaming(db, names.gone);
  return maps.length === 0 ? [] : [mergingWords('blocking:maps', { n: maps.length, title: maps[0]!.title, gone: names.gone })];
} // prettier-ignore

/** Moves what names a record, and gathers what both said. */
class Moving {
  readonly moved: MovedRows[] = [];
  readonly gone: GoneRow[] = [];
  readonly clashes: MergeClash[] = [];
  same = 0;
  private readonly db: Db;
  constructor(db: Db) {
    this.db = db;
  }

  async move(reference: Reference, from: number, to: number): Promise<void> {
    const { table, column } = reference;
    const { moved, held } = await rows.moveRows(this.db, reference, await rows.keysOf(this.db, reference, from), to); // prettier-ignore
    if (moved.length > 0) this.moved.push({ table, column, keys: moved });
    // A model, a map and a procedure are records of their own: they stay, and a later step says what to do.
    if (table === 'model' || table === 'access_map' || table === 'procedure') return;
    for (const { row, said } of await rows.takeOut(this.db, reference, held)) {
      this.gone.push(row);
      // That one took the other's place says nothing any more once they are one.
      if (table !== 'supersession') await this.note(row, said, reference, to);
    }
  }

  /** Says what a row said that the kept record has no room for. */
  private async note(
    { row }: GoneRow,
    said: string,
    { table, column }: Reference,
    to: number,
  ): Promise<void> {
    if (table === 'measure_mark') this.same += 1;
    else if (table !== 'measurement')
      this.clashes.push({ sort: 'dropped', what: mergingWords(table === 'application' ? 'clash:claim' : 'clash:other'), kept: '', gone: said }); // prettier-ignore
    else {
      const kept = await rows.figureHolding(this.db, row, column, to);
      const figure = figureName(row.subject as SubjectKind, String(row.key));
      const gone = String(row.text);
      if (kept === gone) this.same += 1;
      else
        this.clashes.push({ sort: 'differs', what: [figure, said].filter(Boolean).join(', '), kept, gone });
    }
  }
}

/** A bay goes with the last vehicle that stood in it; what the other bay has no room for keeps it. */
async function mergeBays(db: Db, moving: Moving, kept: Row, gone: Row): Promise<void> {
  const [from, to] = [gone.bay_id as number, kept.bay_id as number];
  if (from === to || (await rows.vehiclesInBay(db, from)) > 0) return;
  for (const reference of OF_BAY) await moving.move(reference, from, to);
  const left = (await Promise.all(OF_BAY.map((each) => rows.keysOf(db, each, from)))).flat();
  if (left.length === 0) moving.gone.push(...(await rows.takeOutOwn(db, 'bay', 'id', from)));
}

/** Does all of it, in the transaction that it is called in. */
async function done(db: Db, body: MergeBody, person: Person): Promise<Done> {
  const { kind, keep, gone: goneId } = body;
  const { table, references, own, inJobs } = MERGED_TABLES[kind];
  const [kept, gone] = [await rows.rowOf(db, table, keep), await rows.rowOf(db, table, goneId)];
  if (!kept || !gone) throw notFound(mergingWords(`kind:${kind}`));
  const names = { kept: await titled(db, body, kept), gone: await titled(db, body, gone) };
  const moving = new Moving(db);
  const preview: MergePreview = {
    kind,
    keep: { id: keep, title: names.kept },
    gone: { id: goneId, title: names.gone },
    moves: [],
    same: 0,
    clashes: moving.clashes,
    blocking: keep === goneId ? [mergingWords('blocking:same')] : await reasons(db, body, kept, gone, names),
  };
  const result: Done = { preview, moved: moving.moved, gone: moving.gone, told: [], withdrawn: [] };
  if (preview.blocking.length > 0) return result;
  moving.clashes.push(...(await ownDifferences(db, kind, keep, goneId, gone.kind as PartKind)));
  for (const reference of references) await moving.move(reference, goneId, keep);
  if (kind === 'make')
    for (const key of await rows.keysOf(db, references[0]!, goneId)) {
      const model = await rows.rowOf(db, 'model', Number(key));
      preview.blocking.push(mergingWords('blocking:models', { name: String(model?.name) }));
    }
  if (preview.blocking.length > 0) return result;
  const jobs = inJobs ? await rows.jobsNaming(db, inJobs, goneId) : [];
  const revisionId = kind === 'part' ? await rows.headRevision(db, keep) : null;
  for (const jobId of jobs) {
    const said = mergingWords('job', names);
    result.told.push({ jobId, eventId: await tellJob(db, jobId, { what: inJobs!, from: goneId, to: keep, revisionId, said }) }); // prettier-ignore
  }
  if (kind === 'part') {
    const why = mergingWords('withdrawn', names);
    result.withdrawn.push(...(await rows.withdrawAll(db, goneId, person.id, why)));
    await keepUnits(db, await failurePairs(db, [keep, goneId]));
  } else {
    const reports = kind === 'vehicle' ? await renameVehicle(db, { from: goneId, to: keep }) : [];
    if (reports.length > 0) moving.moved.push({ ...REPORTS, keys: reports });
    for (const each of own) moving.gone.push(...(await rows.takeOutOwn(db, each.table, each.column, goneId)));
    moving.gone.push(...(await rows.takeOutOwn(db, table, 'id', goneId)));
  }
  if (kind === 'vehicle') await mergeBays(db, moving, kept, gone);
  preview.same = moving.same;
  preview.moves = counted(moving.moved, jobs.length);
  return result;
}

const counted = (moved: readonly MovedRows[], jobs: number): MergedRows[] => {
  const counts = new Map<MergedWhat, number>();
  for (const { table, keys } of moved) counts.set(table, (counts.get(table) ?? 0) + keys.length);
  return [...[...counts].map(([what, count]) => ({ what, count })), ...(jobs > 0 ? [{ what: 'job' as const, count: jobs }] : [])];
}; // prettier-ignore

/** What would move. */
export const previewMerge = (db: Db, body: MergeBody, person: Person): Promise<MergePreview> =>
  tried(db, async (inner) => (await rows.whileMerging(inner, () => done(inner, body, person))).preview);

const SUBJECT = { part: 'part', vehicle: 'configuration', make: 'make', model: 'model', connector: 'connector', source: 'source' } as const; // prettier-ignore

/** What everybody sees changes with it, if everybody sees the record that goes. */
const touch = ({ kind, gone, keep, moves, clashes }: Omit<MergePreview, 'blocking' | 'same'>, seen: boolean, said: 'touch' | 'touch:undo') =>
  touches(async () => {
    if (!seen) return undefined;
    const changes = [
      changeOf(mergingWords('goes'), gone.title, keep.title),
      ...moves.map(({ what, count }) => changeOf(mergingWords('moves'), '', mergingWords(`what:${what}`, { n: count }))),
      ...clashes.map((each) => changeOf(each.what, each.gone, each.kept)),
    ];
    return { title: mergingWords(said, { kept: keep.title, gone: gone.title }), about: SUBJECT[kind], id: keep.id, changes };
  }); // prettier-ignore

/** Makes two records one. */
export async function makeOne(db: Db, body: MergeBody, person: Person): Promise<number> {
  const seen = (await everybodySees(db, SUBJECT[body.kind], body.gone)) || (await everybodySees(db, SUBJECT[body.kind], body.keep)); // prettier-ignore
  const { preview, moved, gone, told, withdrawn } = await rows.whileMerging(db, () => done(db, body, person));
  if (preview.blocking.length > 0) throw new ProblemError('conflict', { detail: preview.blocking.join(' ') });
  const { keep, gone: other, clashes, kind } = preview;
  await touch(preview, seen, 'touch');
  const id = await rows.insertMerge(db, {
    kind,
    keptId: keep.id,
    goneId: other.id,
    keptTitle: keep.title,
    goneTitle: other.title,
    moved,
    gone,
    clashes,
    told,
    withdrawn,
  });
  if (kind === 'part')
    await keepCorrection(db, { about: 'part', aboutId: other.id, title: other.title }, { changes: [], withdrawnFor: mergingWords('withdrawn', { kept: keep.title }) }); // prettier-ignore
  return id;
}

const keyOf = (kind: MergeBody['kind'], { table, column }: MovedRows): string =>
  [...MERGED_TABLES[kind].references, ...OF_BAY].find((each) => each.table === table && each.column === column)!.key; // prettier-ignore

/** Every row names what it named before, and what went is back under its own number. */
async function putApart(db: Db, merge: rows.MergeRow['merge']): Promise<void> {
  const { kind, keptId, goneId } = merge;
  // The record first, then what is only its own, then what named it.
  const { table } = MERGED_TABLES[kind];
  const first = (row: GoneRow): number => (row.table === 'bay' ? 0 : row.table === table ? 1 : 2);
  for (const row of merge.gone.toSorted((a, b) => first(a) - first(b)).filter((each) => first(each) < 2)) await rows.putBack(db, row); // prettier-ignore
  const bays = kind === 'vehicle' ? await baysOf(db, merge.gone, keptId) : undefined;
  for (const each of merge.moved) {
    if (each.column === REPORTS.column) {
      await renameVehicle(db, { from: keptId, to: goneId, ids: each.keys });
      continue;
    }
    const [from, to] = each.column === 'bay_id' ? bays! : [keptId, goneId];
    await rows.moveBack(db, each, keyOf(kind, each), from, to);
  }
  for (const row of merge.gone.filter((each) => first(each) === 2)) await rows.putBack(db, row);
  await rows.bringBack(db, merge.withdrawn);
  for (const { jobId, eventId } of merge.told) await takeBackOfLibrary(db, jobId, eventId);
  if (kind === 'part') await keepUnits(db, await failurePairs(db, [keptId, goneId]));
}

/** Takes them apart again. */
export async function takeApart(db: Db, id: number, person: Person): Promise<void> {
  const [found] = await rows.mergeRows(db, id);
  if (!found) throw notFound(mergingWords('title'));
  const { merge } = found;
  const later = await rows.laterMerge(db, merge);
  if (later)
    throw new ProblemError('conflict', { detail: mergingWords('undo:later', { gone: later.goneTitle, kept: later.keptTitle }) }); // prettier-ignore
  if (!(await rows.markUndone(db, id, person.id)))
    throw new ProblemError('stale', { detail: mergingWords('undo:already') });
  const seen = await everybodySees(db, SUBJECT[merge.kind], merge.keptId);
  await rows.whileMerging(db, () => putApart(db, merge));
  await touch(lineOf(found), seen, 'touch:undo');
}

const baysOf = async (db: Db, gone: readonly GoneRow[], keptId: number): Promise<[number, number]> => {
  const own = gone.find(({ table }) => table === 'configuration')!.row.bay_id as number;
  return [(await findConfiguration(db, keptId)).bayId, own];
};

const lineOf = ({ merge, by, undoneBy }: rows.MergeRow): MergeLine => ({
  id: merge.id,
  kind: merge.kind,
  keep: { id: merge.keptId, title: merge.keptTitle },
  gone: { id: merge.goneId, title: merge.goneTitle },
  moves: counted(merge.moved, merge.told.length),
  clashes: merge.clashes,
  stamp: { by, at: merge.at },
  undone: undoneBy && merge.undoneAt ? { by: undoneBy, at: merge.undoneAt } : null,
});

export async function mergeLines(db: Db, id?: number): Promise<MergeLine[]> {
  return (await rows.mergeRows(db, id)).map(lineOf);
}
