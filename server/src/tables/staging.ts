import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import { sql } from 'drizzle-orm';
import { from as copyFrom } from 'pg-copy-streams';
import { claimSentence, contradicts, type Claim } from '@radiatrix/core/application';
import {
  ApplicationReader,
  meant,
  nameKey,
  plainCell,
  type CellProblem,
  type Cells,
  type FileRow,
  type MappedHeading,
  type ReadingChoices,
} from '@radiatrix/core/table';
import { PACKAGES } from '@radiatrix/core/vehicle';
import { anyOf } from '../db/any-of.ts';
import { uploadWords } from '@radiatrix/words/en/upload';
import type { Db } from '../db/client.ts';
import type { HeavyWork } from '../db/heavy.ts';
import { orAny, orNull, WRITTEN } from '../db/schema/columns.ts';
import { ProblemError } from '../http/problem.ts';
import { claims } from '../parts/queries.ts';
import { asideNumbers } from './aside-queries.ts';
import { unhurried } from './batch-queries.ts';
import type { Lookups } from './lookups.ts';
import { lastRow, lockPartsOf } from './queries.ts';
import type { Samples } from './understood.ts';
import { leaveUpload } from './uploads-queries.ts';

const FREE_TEXT = new Set(['description', 'notes', 'note', 'inTheBox']);

/** The cells of a row by field. Blanks inside free text stay as they were typed. */
export const cellsOf = (mapping: readonly MappedHeading[], cells: readonly string[]): Cells => {
  const found: Record<string, string> = {};
  mapping.forEach(({ field }, at) => {
    if (field !== '') found[field] = FREE_TEXT.has(field) ? (cells[at] ?? '').trim() : plainCell(cells[at] ?? '');
  });
  return found;
}; // prettier-ignore

/** What it takes to read a table: its rows, and where what is found of them goes. */
export interface Reading {
  upload: string;
  mapping: readonly MappedHeading[];
  choices: ReadingChoices;
  /** Who says so where the file does not. */
  sourceId: number | null;
  rows: AsyncIterable<FileRow>;
  lookups: Lookups;
  wrong: (row: FileRow, problems: CellProblem[], cells: Cells) => Promise<void>;
  samples: Samples;
}

/** The text form of PostgreSQL's COPY: one record. */
export const copied = (cells: readonly (string | number | boolean | null | undefined)[]): string =>
  `${cells.map((cell) => (cell === null || cell === undefined ? '\\N' : typeof cell === 'string' ? escaped(cell) : String(cell))).join('\t')}\n`;
const escaped = (text: string): string => text.replace(/[\\\t\n\r]/g, (each) => ({ '\\': '\\\\', '\t': '\\t', '\n': '\\n', '\r': '\\r' })[each]!); // prettier-ignore

/** Where the file leaves the source to its person: that one; else the one it names. */
export function sourceOf(
  said: string,
  sourceId: number | null,
  lookups: Lookups,
): { id: number } | { problem: CellProblem } {
  const id = said === '' ? sourceId : lookups.sources.get(nameKey(said));
  if (id !== undefined && id !== null) return { id };
  if (said === '') return { problem: { field: 'source', code: 'source-empty' } };
  return { problem: { field: 'source', code: 'source-unknown', said, name: 'source' } };
}

/** Reads every line against the library and puts what can be read into the staging table. */
export async function stage(
  { client }: Pick<HeavyWork, 'client'>,
  { upload, mapping, choices, sourceId, rows, lookups, wrong, samples }: Reading,
): Promise<void> {
  const reader = new ApplicationReader(lookups.vocabulary, choices);

  async function* lines(): AsyncGenerator<string> {
    for await (const each of rows) {
      const cells = cellsOf(mapping, each.cells);
      const { row: read, problems } = reader.read(cells);
      const said = read?.part ?? meant(choices, 'part', cells.part ?? '');
      const alike = said === '' || lookups.part(said) !== undefined ? undefined : lookups.alike(said);
      const partId = lookups.part(alike !== undefined && choices.numbersAlike ? alike : said);
      if (partId === undefined && said !== '')
        problems.push(
          alike === undefined
            ? { field: 'part', code: 'part-unknown', said }
            : { field: 'part', code: 'part-alike', said, list: [alike] },
        );
      const from = sourceOf(read?.source ?? meant(choices, 'source', cells.source ?? ''), sourceId, lookups);
      if ('problem' in from) problems.push(from.problem);
      if (!read || partId === undefined || 'problem' in from) {
        await wrong(each, problems, cells);
        continue;
      }
      const { scope, exceptions, fits, original, note, modelId } = read;
      samples.add(each, () => {
        const claim = { ...scope, id: 0, partId, modelId, fits, original, exceptions, source: '' };
        return `${said}: ${claimSentence(claim as unknown as Claim, lookups.vocabulary)}`;
      });
      yield copied([
        upload,
        each.row,
        partId,
        modelId,
        from.id,
        WRITTEN.years.write(scope.years),
        WRITTEN.months.write(orAny(scope.built)),
        WRITTEN.ids.write(orAny(scope.engineIds)),
        WRITTEN.ids.write(orAny(scope.transmissionIds)),
        scope.airConditioning,
        WRITTEN.ids.write(orAny(scope.packages?.map((name) => PACKAGES.indexOf(name)) ?? null)),
        fits,
        original,
        note.slice(0, 200),
        JSON.stringify(exceptions),
      ]);
    }
  }

  await client.query('delete from import_line where upload = $1', [upload]);
  const copy = client.query(
    copyFrom(
      'copy import_line (upload, row, part_id, model_id, source_id, years, built, engine_ids, transmission_ids, air_conditioning, packages, fits, original, note, exceptions) from stdin',
    ),
  );
  await pipeline(Readable.from(lines()), copy);
  // The lines have just come: without a look at them they would be joined as if they were three.
  await client.query('analyze import_line');
}

const SAME_SCOPE = sql`a.part_id = l.part_id and a.source_id = l.source_id and a.model_id = l.model_id and a.years = l.years and a.built = l.built
  and a.engine_ids = l.engine_ids and a.transmission_ids = l.transmission_ids and a.packages = l.packages
  and a.air_conditioning is not distinct from l.air_conditioning and a.exceptions = l.exceptions`; // prettier-ignore
const OVERLAPS = sql`a.part_id = l.part_id and a.source_id = l.source_id and a.model_id = l.model_id and a.fits <> l.fits and a.years && l.years and a.built && l.built
  and a.engine_ids && l.engine_ids and a.transmission_ids && l.transmission_ids and a.packages && l.packages
  and (a.air_conditioning is null or l.air_conditioning is null or a.air_conditioning = l.air_conditioning)`; // prettier-ignore

/** Something wrong with a row that reads well by itself. */
export interface FoundWrong {
  row: number;
  problem: CellProblem;
}

/** What each staged line is against the library and against the rest of its file: new, changed, same, or wrong. */
export async function compare(db: Db, upload: string): Promise<FoundWrong[]> {
  await db.execute(
    sql`update import_line set verdict = 'new', application_id = null where upload = ${upload}`,
  );
  await db.execute(sql`
    update import_line l set verdict = case when a.fits = l.fits and a.original = l.original and l.note in ('', a.note) then 'same' else 'changed' end, application_id = a.id
    from application a where l.upload = ${upload} and ${SAME_SCOPE}`);
  const wrong: FoundWrong[] = [];
  const { rows: twice } = await db.execute<{ row: number; first: number }>(sql`
    select row, first from (
      select row, first_value(row) over same as first, row_number() over same as at from import_line where upload = ${upload}
      window same as (partition by part_id, source_id, model_id, years, built, engine_ids, transmission_ids, packages, air_conditioning, exceptions order by row)
    ) each where at > 1 order by row`);
  for (const { row, first } of twice)
    wrong.push({ row, problem: { field: '', code: 'said-twice', of: String(first) } });
  // They are wrong as they are, and no further question: a file of one line over and over would be all against all.
  const markWrong = () =>
    db.execute(
      sql`update import_line set verdict = 'wrong' where upload = ${upload} and ${anyOf(
        sql`row`,
        wrong.map(({ row }) => row),
      )}`,
    );
  if (wrong.length > 0) await markWrong();
  // Lines with exceptions may still not clash: those few are weighed by core.
  const { rows: against } = await db.execute<{
    row: number;
    other: number | null;
    held: number | null;
    weigh: boolean;
  }>(sql`
    select l.row, a.row as other, null::integer as held, l.exceptions <> '[]' or a.exceptions <> '[]' as weigh
    from import_line l join import_line a on a.upload = l.upload and a.row < l.row and a.verdict <> 'wrong' and ${OVERLAPS} where l.upload = ${upload} and l.verdict <> 'wrong'
    union all
    select l.row, null, a.id, l.exceptions <> '[]' or a.exceptions <> '[]'
    from import_line l join application a on ${OVERLAPS} where l.upload = ${upload} and l.verdict <> 'wrong'
      and not exists (select 1 from import_line c where c.upload = l.upload and c.application_id = a.id and c.verdict = 'changed')
    order by 1, 2, 3 limit 20000`);
  const weighed = await weigh(
    db,
    upload,
    against.filter((each) => each.weigh),
  );
  for (const { row, other, held, weigh: open } of against) {
    if (open && !weighed(row, other, held)) continue;
    wrong.push({
      row,
      problem:
        other === null
          ? { field: '', code: 'contradicts-record' }
          : { field: '', code: 'contradicts-row', of: String(other) },
    });
  }
  if (wrong.length > 0) await markWrong();
  return wrong;
}

/** Whether one of these rows was in order when the table was looked at. */
export async function newlyWrong(db: Db, upload: string, found: readonly FoundWrong[]): Promise<boolean> {
  if (found.length === 0) return false;
  const known = await asideNumbers(db, upload);
  return found.some(({ row }) => !known.has(row));
}

/** The same in the transaction that writes: nobody else says anything of these parts until it is over. */
export async function weighedAgain(db: Db, upload: string): Promise<FoundWrong[]> {
  await lockPartsOf(db, upload);
  return compare(db, upload);
}

type Pair = { row: number; other: number | null; held: number | null };

async function weigh(
  db: Db,
  upload: string,
  pairs: readonly Pair[],
): Promise<(row: number, other: number | null, held: number | null) => boolean> {
  if (pairs.length === 0) return () => true;
  const rows = [...new Set(pairs.flatMap((pair) => [pair.row, pair.other ?? pair.row]))];
  const { rows: staged } = await db.execute<Record<string, unknown>>(sql`
    select row, part_id, model_id, source_id, lower(years) as from_year, upper(years) - 1 as to_year, built::text, engine_ids::text, transmission_ids::text, packages::text, air_conditioning, fits, exceptions
    from import_line where upload = ${upload} and row in (${sql.join(
      rows.map((row) => sql`${row}`),
      sql`, `,
    )})`);
  const ids = (text: unknown): readonly number[] | null => orNull(WRITTEN.ids.read(text as string));
  const lines = new Map(
    staged.map((each) => [
      each.row as number,
      {
        id: each.row,
        partId: each.part_id,
        modelId: each.model_id,
        sourceId: each.source_id,
        years: [each.from_year, each.to_year],
        built: orNull(WRITTEN.months.read(each.built as string)),
        engineIds: ids(each.engine_ids),
        transmissionIds: ids(each.transmission_ids),
        packages: ids(each.packages)?.map((at) => PACKAGES[at]!) ?? null,
        airConditioning: each.air_conditioning,
        fits: each.fits,
        exceptions: each.exceptions,
      } as unknown as Claim,
    ]),
  );
  const heldIds = new Set(pairs.flatMap((pair) => pair.held ?? []));
  const partIds = [...new Set([...lines.values()].map((line) => line.partId))];
  const held = new Map(
    (await claims(db, { partIds }))
      .filter((claim) => heldIds.has(claim.id))
      .map((claim) => [claim.id, claim]),
  );
  return (row, other, heldId) =>
    contradicts(lines.get(row)!, (other === null ? held.get(heldId!) : lines.get(other))!);
}

const BATCH = 10_000;

/** Brings the staged lines in, in the transaction it is given; throws to undo all of it. */
export async function bringIn(
  db: Db,
  upload: string,
  progress: (done: number) => void = () => {},
): Promise<void> {
  const rows = await lastRow(db, upload);
  await db.execute(sql`
    update application a set fits = l.fits, original = l.original, note = coalesce(nullif(l.note, ''), a.note), "by" = nullif(current_setting('radiatrix.person', true), '')::integer, at = now()
    from import_line l where l.upload = ${upload} and l.verdict = 'changed' and a.id = l.application_id`);
  for (let from = 0; from <= rows; from += BATCH) {
    await db.execute(sql`
      insert into application (part_id, model_id, source_id, years, built, engine_ids, transmission_ids, air_conditioning, packages, fits, original, note, exceptions)
      select part_id, model_id, source_id, years, built, engine_ids, transmission_ids, air_conditioning, packages, fits, original, note, exceptions
      from import_line where upload = ${upload} and verdict = 'new' and row > ${from} and row <= ${from + BATCH} order by row`);
    progress(Math.min(rows, from + BATCH));
  }
}

/** Brings in what a reviewer let through: weighed once more, in the transaction that writes. */
export async function bringInReleased(db: Db, upload: string): Promise<void> {
  await unhurried(db);
  if ((await lastRow(db, upload)) === 0)
    throw new ProblemError('not-found', { detail: uploadWords('lines-gone') });
  if (await newlyWrong(db, upload, await weighedAgain(db, upload)))
    throw new ProblemError('stale', { detail: uploadWords('changed-since') });
  await bringIn(db, upload);
  await forgetLines(db, upload);
  await leaveUpload(db, upload, { state: 'applied' });
}

export const forgetLines = (db: Db, upload: string) =>
  db.execute(sql`delete from import_line where upload = ${upload}`);
