import { pipeline } from 'node:stream/promises';
import { Readable } from 'node:stream';
import { sql } from 'drizzle-orm';
import { from as copyFrom } from 'pg-copy-streams';
import { contradicts, type Claim } from '@radiatrix/core/application';
import { ApplicationReader, type Cells, type MappedHeading } from '@radiatrix/core/table';
import { PACKAGES } from '@radiatrix/core/vehicle';
import type { WrongCell } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import type { HeavyWork } from '../db/heavy.ts';
import { orAny, orNull, WRITTEN } from '../db/schema/columns.ts';
import { ProblemError } from '../http/problem.ts';
import { claims } from '../parts/queries.ts';
import { allParts, allSources, lastRow, lockPartsOf } from './queries.ts';
import { leaveUpload } from './uploads-queries.ts';
import { loadVocabulary } from '../vehicles/queries.ts';

export interface StageInput {
  upload: string;
  mapping: readonly MappedHeading[];
  /** Who says so where the file does not. */
  sourceId: number | null;
  rows: AsyncIterable<{ row: number; cells: string[] }>;
  /** Told how far it is; throws to stop. */
  progress: (done: number) => void;
}

export const cellsOf = (mapping: readonly MappedHeading[], cells: readonly string[]): Cells => {
  const found: Record<string, string> = {};
  mapping.forEach(({ field }, at) => {
    if (field !== '') found[field] = (cells[at] ?? '').trim();
  });
  return found;
};

const escaped = (text: string): string => text.replace(/[\\\t\n\r]/g, (each) => ({ '\\': '\\\\', '\t': '\\t', '\n': '\\n', '\r': '\\r' })[each]!); // prettier-ignore

/** So many wrong cells are kept: a file with more is not mapped as it should be, and is read no further. */
const WRONG_KEPT = 20_000;

/** Reads every row against the library, puts what can be read into the staging table, and names what cannot. */
export async function stage(
  { db, client }: Pick<HeavyWork, 'db' | 'client'>,
  { upload, mapping, sourceId, rows, progress }: StageInput,
): Promise<{ rows: number; wrong: WrongCell[]; broken: boolean }> {
  const vocabulary = await loadVocabulary(db);
  const partIds = new Map((await allParts(db)).map((each) => [each.number.toLowerCase(), each.id]));
  const sourceIds = new Map((await allSources(db)).map((each) => [each.name.toLowerCase(), each.id]));
  const reader = new ApplicationReader(vocabulary);
  const headingOf = (field: string): string => mapping.find((each) => each.field === field)?.heading ?? field;
  const wrong: WrongCell[] = [];
  let [count, broken] = [0, false];
  const unknown = (row: number, field: string, reason: string, fix: string): void =>
    void wrong.push({ row, heading: headingOf(field), reason, fix });

  async function* lines(): AsyncGenerator<string> {
    for await (const { row, cells } of rows) {
      if (row === 1) continue;
      count += 1;
      if (count % 500 === 0) progress(count);
      if (wrong.length >= WRONG_KEPT) {
        broken = true;
        return;
      }
      if (cells.length !== mapping.length) {
        wrong.push(wrongWidth(row, cells.length, mapping.length));
        continue;
      }
      const { row: read, problems } = reader.read(cellsOf(mapping, cells));
      for (const { field, reason, fix } of problems) unknown(row, field, reason, fix);
      if (!read) continue;
      const partId = partIds.get(read.part.toLowerCase());
      const from = read.source === '' ? sourceId : sourceIds.get(read.source.toLowerCase());
      if (partId === undefined)
        unknown(row, 'part', `no part “${read.part}” is on record`, 'correct the number, or bring the part in first'); // prettier-ignore
      if (from === undefined || from === null)
        unknown(
          row,
          'source',
          read.source === '' ? 'no source is named' : `no source “${read.source}” is on record`,
          'choose a source for the rows that name none, or correct the name',
        );
      if (partId === undefined || from === undefined || from === null) continue;
      const { scope, exceptions, fits, original, note, modelId } = read;
      yield `${[
        upload,
        row,
        partId,
        modelId,
        from,
        WRITTEN.years.write(scope.years),
        WRITTEN.months.write(orAny(scope.built)),
        WRITTEN.ids.write(orAny(scope.engineIds)),
        WRITTEN.ids.write(orAny(scope.transmissionIds)),
        scope.airConditioning === null ? '\\N' : String(scope.airConditioning),
        WRITTEN.ids.write(orAny(scope.packages?.map((name) => PACKAGES.indexOf(name)) ?? null)),
        fits,
        original,
        escaped(note.slice(0, 200)),
        escaped(JSON.stringify(exceptions)),
      ].join('\t')}\n`;
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
  progress(count);
  return { rows: count, wrong, broken };
}

export const wrongWidth = (row: number, cells: number, headings: number): WrongCell => ({
  row,
  heading: '',
  reason: `${cells} cells under ${headings} headings`,
  fix: 'quote cells that hold the separator, or add the missing ones',
});

const SAME_SCOPE = sql`a.part_id = l.part_id and a.source_id = l.source_id and a.model_id = l.model_id and a.years = l.years and a.built = l.built
  and a.engine_ids = l.engine_ids and a.transmission_ids = l.transmission_ids and a.packages = l.packages
  and a.air_conditioning is not distinct from l.air_conditioning and a.exceptions = l.exceptions`; // prettier-ignore
const OVERLAPS = sql`a.part_id = l.part_id and a.source_id = l.source_id and a.model_id = l.model_id and a.fits <> l.fits and a.years && l.years and a.built && l.built
  and a.engine_ids && l.engine_ids and a.transmission_ids && l.transmission_ids and a.packages && l.packages
  and (a.air_conditioning is null or l.air_conditioning is null or a.air_conditioning = l.air_conditioning)`; // prettier-ignore

/** What each staged line is against the library and against the rest of its file: new, changed, same, or wrong. */
export async function compare(db: Db, upload: string): Promise<WrongCell[]> {
  await db.execute(
    sql`update import_line set verdict = 'new', application_id = null where upload = ${upload}`,
  );
  await db.execute(sql`
    update import_line l set verdict = case when a.fits = l.fits and a.original = l.original and l.note in ('', a.note) then 'same' else 'changed' end, application_id = a.id
    from application a where l.upload = ${upload} and ${SAME_SCOPE}`);
  const wrong: WrongCell[] = [];
  const { rows: twice } = await db.execute<{ row: number; first: number }>(sql`
    select row, first from (
      select row, first_value(row) over same as first, row_number() over same as at from import_line where upload = ${upload}
      window same as (partition by part_id, source_id, model_id, years, built, engine_ids, transmission_ids, packages, air_conditioning, exceptions order by row)
    ) each where at > 1 order by row`);
  for (const { row, first } of twice)
    wrong.push({
      row,
      heading: '',
      reason: `says the same vehicles as row ${first}`,
      fix: 'keep one of the two',
    });
  // They are wrong as they are, and no further question: a file of one line over and over would be all against all.
  const markWrong = () =>
    db.execute(
      sql`update import_line set verdict = 'wrong' where upload = ${upload} and row in (select jsonb_array_elements_text(${JSON.stringify(wrong.map(({ row }) => row))}::jsonb)::int)`,
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
      heading: '',
      reason:
        other === null
          ? 'this source says the opposite of some of these vehicles already'
          : `says the opposite of row ${other} for some of the same vehicles`,
      fix: 'one source does not contradict itself: correct one line, or give them different sources',
    });
  }
  if (wrong.length > 0) await markWrong();
  return wrong;
}

/** The same in the transaction that writes: nobody else says anything of these parts until it is over. */
export async function weighedAgain(db: Db, upload: string): Promise<WrongCell[]> {
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
  // Whoever releases a million lines waits for them: the limit of what people wait for is not theirs.
  await db.execute(sql`set local statement_timeout = '20min'`);
  if ((await lastRow(db, upload)) === 0)
    throw new ProblemError('not-found', { detail: 'The lines of that table are no longer kept.' });
  if ((await weighedAgain(db, upload)).length > 0)
    throw new ProblemError('stale', { detail: 'The library changed since the table was proposed.' });
  await bringIn(db, upload);
  await forgetLines(db, upload);
  await leaveUpload(db, upload, { state: 'applied' });
}

export const forgetLines = (db: Db, upload: string) =>
  db.execute(sql`delete from import_line where upload = ${upload}`);
