import { eq, sql } from 'drizzle-orm';
import type { Scope } from '@radiatrix/core/application';
import { PACKAGES } from '@radiatrix/core/vehicle';
import type { Change } from '@radiatrix/contract';
import { partIsSeen, seenPart } from '../db/visible.ts';
import { orNull, WRITTEN } from '../db/schema/columns.ts';
import type { Db } from '../db/client.ts';
import { bay, connector, part, source } from '../db/schema/index.ts';

type LineVerdict = 'new' | 'changed' | 'same' | 'wrong';

/** How many staged lines of an upload are what against the library. */
export async function verdictCounts(db: Db, upload: string): Promise<Record<LineVerdict, number>> {
  const counts = { new: 0, changed: 0, same: 0, wrong: 0 };
  const { rows } = await db.execute<{ verdict: LineVerdict; count: number }>(
    sql`select verdict, count(*)::int as count from import_line where upload = ${upload} group by verdict`,
  );
  for (const { verdict, count } of rows) counts[verdict] = count;
  return counts;
}

/** Rows of staged lines that can come in. */
export async function goodLines(db: Db, upload: string): Promise<number[]> {
  const { rows } = await db.execute<{ row: number }>(
    sql`select row from import_line where upload = ${upload} and verdict <> 'wrong'`,
  );
  return rows.map(({ row }) => row);
}

/** How many staged lines of an upload would change what is said of a part that everybody sees. */
export async function linesOfSeenParts(db: Db, upload: string): Promise<number> {
  const { rows } = await db.execute<{ count: number }>(sql`
    select count(*)::int as count from import_line l where l.upload = ${upload} and l.verdict in ('new', 'changed')
      and ${partIsSeen(sql`l.part_id`)}`);
  return rows[0]!.count;
}

const SAMPLE = 100;

/** The first of the staged lines that say something new, for a reviewer to read. */
export async function stagedSample(db: Db, upload: string): Promise<Change[]> {
  const { rows } = await db.execute<{
    number: string;
    model: string;
    first: number;
    last: number;
    fits: boolean;
    source: string;
  }>(sql`
    select p.number, m.name as model, lower(l.years) as first, upper(l.years) - 1 as last, l.fits, s.name as source
    from import_line l join part p on p.id = l.part_id join model m on m.id = l.model_id join source s on s.id = l.source_id
    where l.upload = ${upload} and l.verdict in ('new', 'changed') order by l.row limit ${SAMPLE}`);
  return rows.map(({ number, model, first, last, fits, source: said }) => ({
    label: number,
    before: '',
    after: `${fits ? 'fits' : 'does not fit'} the ${model}, ${first === last ? first : `${first} to ${last}`}`,
    support: said,
    stamp: null,
  }));
}

/** Holds every part that a staged upload speaks of, so that nobody else says something of them meanwhile. */
export const lockPartsOf = (db: Db, upload: string): Promise<unknown> =>
  db.execute(
    sql`select 1 from part where id in (select part_id from import_line where upload = ${upload}) order by id for no key update`,
  );

/** The last row of a staged upload. */
export async function lastRow(db: Db, upload: string): Promise<number> {
  const { rows } = await db.execute<{ last: number | null }>(
    sql`select max(row) as last from import_line where upload = ${upload}`,
  );
  return rows[0]!.last ?? 0;
}

export async function sourceName(db: Db, id: number): Promise<string | undefined> {
  const [row] = await db.select({ name: source.name }).from(source).where(eq(source.id, id));
  return row?.name;
}

export const allParts = (db: Db) =>
  db.select({ id: part.id, number: part.number }).from(part).orderBy(part.id);
export const allSources = (db: Db) => db.select({ id: source.id, name: source.name }).from(source);
export const allConnectors = (db: Db) =>
  db.select({ id: connector.id, code: connector.code }).from(connector);
export const allBays = (db: Db) => db.select({ id: bay.id, name: bay.name }).from(bay);

export interface ApplicationRecord extends Scope {
  years: readonly [number, number];
  number: string;
  modelId: number;
  fits: boolean;
  original: boolean;
  note: string;
  exceptions: Scope[];
  source: string;
}

const AT_ONCE = 5000;

/** Every application a reader may see, in the order it was recorded, a few thousand at a time. */
export async function* applicationRows(db: Db, drafts: boolean): AsyncGenerator<ApplicationRecord> {
  const ids = (text: unknown) => orNull(WRITTEN.ids.read(text as string));
  for (let after = 0; ;) {
    const { rows } = await db.execute<Record<string, unknown>>(sql`
      select a.id, p.number, a.model_id, lower(a.years) as from_year, upper(a.years) - 1 as to_year, a.built::text as built, a.engine_ids::text as engines, a.transmission_ids::text as transmissions,
        a.air_conditioning, a.packages::text as packages, a.fits, a.original, a.note, a.exceptions, s.name as source
      from application a join part p on p.id = a.part_id join source s on s.id = a.source_id where a.id > ${after} and ${seenPart(drafts, sql`a.part_id`)} order by a.id limit ${AT_ONCE}`);
    for (const row of rows)
      yield {
        number: row.number as string,
        modelId: row.model_id as number,
        years: [row.from_year as number, row.to_year as number],
        built: orNull(WRITTEN.months.read(row.built as string)),
        engineIds: ids(row.engines),
        transmissionIds: ids(row.transmissions),
        airConditioning: row.air_conditioning as boolean | null,
        packages: ids(row.packages)?.map((at) => PACKAGES[at]!) ?? null,
        fits: row.fits as boolean,
        original: row.original as boolean,
        note: row.note as string,
        exceptions: row.exceptions as Scope[],
        source: row.source as string,
      };
    if (rows.length < AT_ONCE) return;
    after = rows.at(-1)!.id as number;
  }
}
