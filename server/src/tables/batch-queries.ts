import { sql } from 'drizzle-orm';
import type { PartKind } from '@radiatrix/core/figures';
import type { ImportedPart, OddCode, Oddity } from '@radiatrix/contract';
import type { RevisionState } from '@radiatrix/contract';
import { anyOf } from '../db/any-of.ts';
import type { Db } from '../db/client.ts';

export interface BatchRow {
  id: number;
  name: string;
  personId: number;
  author: string;
  version: number;
  sentBackFor: string | null;
  at: string;
  parts: number;
  writers: number[];
}

/** An import waits as long as one of its revisions is not released. */
const OPEN = sql`r.state <> 'released'`;

/** Tables of parts that wait for a reviewer. */
export async function waitingBatches(db: Db, id?: number): Promise<BatchRow[]> {
  const { rows } = await db.execute<BatchRow & Record<string, unknown>>(sql`
    select b.id, b.name, b.person_id as "personId", p.name as author, b.version, b.sent_back_for as "sentBackFor", b.at::text as at, count(distinct r.id)::int as parts, array_agg(distinct each.writer) as writers
    from import_batch b join person p on p.id = b.person_id join import_batch_part i on i.batch_id = b.id join part_revision r on r.id = i.part_revision_id
      cross join lateral unnest(r.writers) as each (writer)
    where ${OPEN} ${id === undefined ? sql`` : sql`and b.id = ${id}`} group by b.id, p.name`);
  return rows;
}

/** Revisions that are reviewed with the table they came in with. */
export const batchedRevisions = async (db: Db): Promise<Set<number>> => {
  const { rows } = await db.execute<{ id: number }>(sql`
    select i.part_revision_id as id from import_batch_part i join part_revision r on r.id = i.part_revision_id where ${OPEN}`);
  return new Set(rows.map(({ id }) => id));
};

/** Puts the drafts of a staged table into an import: a new one, or the one that the rest of the same file is in. */
export async function insertBatch(
  db: Db,
  { upload, name, rows, personId, into }: { upload: string; name: string; rows: number; personId: number; into: number | null },
): Promise<number | undefined> {
  // A draft that somebody else had open before is theirs to bring to review; one of an import moves over from it.
  const { rows: drafts } = await db.execute<{ row: number; id: number }>(sql`
    select i.row, i.draft_id as id from import_part i where i.upload = ${upload} and i.row = i.first and i.draft_id is not null
      and (i.draft_id is distinct from i.revision_id or exists (select 1 from import_batch_part b where b.part_revision_id = i.draft_id))`);
  if (drafts.length === 0) return undefined;
  const [held] = into === null ? [] : await waitingBatches(db, into);
  const { rows: made } = held
    ? await db.execute<{ id: number }>(sql`update import_batch set version = version + 1, sent_back_for = null where id = ${held.id} returning id`)
    : await db.execute<{ id: number }>(sql`insert into import_batch (name, person_id, rows) values (${name}, ${personId}, ${rows}) returning id`);
  const { id } = made[0]!;
  const listed = sql`jsonb_to_recordset(${JSON.stringify(drafts)}::jsonb) as each (row integer, id integer)`;
  await db.execute(sql`delete from import_batch_part where part_revision_id in (select id from ${listed})`);
  await db.execute(sql`insert into import_batch_part (batch_id, part_revision_id, row) select ${id}, each.id, each.row from ${listed}`);
  return id;
} // prettier-ignore

export interface Found extends Oddity {
  revision: number;
}

/** A kind needs so many figures before one of them can be far from the others. */
const ENOUGH = 8;
/** Spreads (1.4826 times the median deviation) from the middle: beyond this a figure is looked at. Common practice is 3 to 6. */
const FAR = 6;
/** The spread of a kind is no smaller than this part of its middle: parts of one size do not make the next size odd. */
const LEAST_SPREAD = 0.05;

/** Figures that lie far from the others of their kind of part, those of the library among them. */
export async function farFigures(db: Db, batch: number): Promise<Found[]> {
  const { rows } = await db.execute<{ revision: number; key: string; value: number; middle: number }>(sql`
    with own as (
      select m.part_revision_id, m.part_kind, m.key, m.value from measurement m join import_batch_part b on b.part_revision_id = m.part_revision_id
      where b.batch_id = ${batch} and m.type = 'quantity'
    ), keys as (select distinct part_kind, key from own),
    everyone as (select m.part_kind, m.key, m.value from measurement m join keys using (part_kind, key) where m.type = 'quantity'),
    middle as (select part_kind, key, percentile_cont(0.5) within group (order by value) as mid, count(*) as n from everyone group by 1, 2),
    spread as (
      select part_kind, key, percentile_cont(0.5) within group (order by abs(value - mid)) as mad from everyone join middle using (part_kind, key) group by 1, 2
    )
    select own.part_revision_id as revision, own.key, own.value, middle.mid as middle from own join middle using (part_kind, key) join spread using (part_kind, key)
    where n >= ${ENOUGH} and abs(own.value - mid) > ${FAR} * 1.4826 * greatest(mad, ${LEAST_SPREAD} * abs(mid))`);
  return rows.map((row) => ({ ...row, code: 'far-from-kind' }));
}

const BARE = (number: ReturnType<typeof sql>) =>
  sql`regexp_replace(lower(${number}), '[\\s\\-–./_]', '', 'g')`;

/** Numbers that differ from another part’s in blanks and dashes alone. */
export async function alikeNumbers(db: Db, batch: number): Promise<Found[]> {
  const { rows } = await db.execute<{ revision: number; text: string; of: string }>(sql`
    with bare as (select id, number, ${BARE(sql`number`)} as bare from part)
    select r.id as revision, one.number as text, min(other.number) as of from import_batch_part b join part_revision r on r.id = b.part_revision_id
      join bare one on one.id = r.part_id join bare other on other.bare = one.bare and other.id <> one.id
    where b.batch_id = ${batch} group by r.id, one.number`);
  return rows.map((row) => ({ ...row, code: 'number-alike' }));
}

/** Parts whose figures, five or more, are all those of another part of their kind. */
export async function alikeFigures(db: Db, batch: number): Promise<Found[]> {
  const { rows } = await db.execute<{ revision: number; of: string }>(sql`
    with own as (select r.id, r.kind, r.part_id from import_batch_part b join part_revision r on r.id = b.part_revision_id where b.batch_id = ${batch}),
    heads as (select distinct on (r.part_id) r.id, r.part_id from part_revision r where r.kind in (select kind from own) order by r.part_id, r.revision desc),
    signed as (
      select h.id, h.part_id, m.part_kind, count(*) as n, md5(string_agg(m.key || '=' || coalesce(m.value::text, m.choice, m.connector_id::text), ';' order by m.key, m.value)) as sign
      from heads h join measurement m on m.part_revision_id = h.id group by h.id, h.part_id, m.part_kind
    )
    select one.id as revision, min(p.number) as of from own join signed one on one.id = own.id
      join signed other on other.sign = one.sign and other.part_kind = one.part_kind and other.part_id <> one.part_id join part p on p.id = other.part_id
    where one.n >= 5 group by one.id`);
  return rows.map((row) => ({ ...row, code: 'figures-alike' }));
}

export async function withoutFigures(db: Db, batch: number): Promise<Found[]> {
  const { rows } = await db.execute<{ revision: number }>(sql`
    select part_revision_id as revision from import_batch_part b where batch_id = ${batch} and not exists (select 1 from measurement m where m.part_revision_id = b.part_revision_id)`);
  return rows.map((row) => ({ ...row, code: 'no-figures' }));
}

/** The revisions of an import with their kinds, in the order of the file. */
export async function batchRevisions(db: Db, batch: number): Promise<{ id: number; partId: number; kind: PartKind; revision: number }[]> {
  const { rows } = await db.execute<{ id: number; partId: number; kind: PartKind; revision: number }>(sql`
    select r.id, r.part_id as "partId", r.kind, r.revision from import_batch_part b join part_revision r on r.id = b.part_revision_id where b.batch_id = ${batch} and ${OPEN} order by b.row`);
  return rows;
} // prettier-ignore

export async function keepOddities(
  db: Db,
  batch: number,
  odd: readonly { revision: number; odd: Oddity[] }[],
): Promise<void> {
  await db.execute(sql`update import_batch_part set odd = '[]' where batch_id = ${batch} and odd <> '[]'`);
  await db.execute(sql`
    update import_batch_part b set odd = each.odd from jsonb_to_recordset(${JSON.stringify(odd)}::jsonb) as each (revision integer, odd jsonb)
    where b.batch_id = ${batch} and b.part_revision_id = each.revision`);
}

/** How many parts of an import are odd, and in which way. */
export async function oddCounts(db: Db, batch: number): Promise<Partial<Record<OddCode | 'all' | 'odd', number>>> {
  const { rows } = await db.execute<{ code: OddCode | 'all' | 'odd'; count: number }>(sql`
    with own as (select b.odd from import_batch_part b join part_revision r on r.id = b.part_revision_id where b.batch_id = ${batch} and ${OPEN})
    select 'all' as code, count(*)::int as count from own union all select 'odd', count(*)::int from own where odd <> '[]'
    union all select each.odd ->> 'code', count(distinct own.ctid)::int from (select row_number() over () as ctid, odd from own) own cross join lateral jsonb_array_elements(own.odd) as each (odd) group by 1`);
  return Object.fromEntries(rows.map(({ code, count }) => [code, count]));
} // prettier-ignore

/** Parts of an import: the odd ones, those odd in one way, a few from all over the file, or all. */
export async function partsOfBatch(
  db: Db,
  batch: number,
  { which, after, most }: { which: OddCode | 'odd' | 'sample' | 'all'; after: number; most: number },
): Promise<(Omit<ImportedPart, 'figures'> & { revisionId: number })[]> {
  const chosen =
    which === 'all'
      ? sql`true`
      : which === 'odd'
        ? sql`odd <> '[]'`
        : which === 'sample'
          ? sql`place % greatest(1, n / 10) = 0`
          : sql`odd @> ${JSON.stringify([{ code: which }])}::jsonb`;
  const { rows } = await db.execute<Omit<ImportedPart, 'figures'> & { revisionId: number } & Record<string, unknown>>(sql`
    with own as (
      select p.id, p.number, p.maker, p.kind, r.description, b.row, r.state, r.id as "revisionId", r.revision = 1 as fresh, b.odd, row_number() over (order by b.row) - 1 as place, count(*) over () as n
      from import_batch_part b join part_revision r on r.id = b.part_revision_id join part p on p.id = r.part_id where b.batch_id = ${batch} and ${OPEN}
    ) select id, number, maker, kind, description, row, state, "revisionId", fresh, odd from own where ${chosen} and row > ${after} order by row limit ${most}`);
  return rows.map((row) => ({ ...row, state: row.state as RevisionState }));
} // prettier-ignore

/** How many parts of each kind an import brings, and how many of them had a released revision before. */
export async function batchKinds(db: Db, batch: number): Promise<{ kind: PartKind; fresh: number; changed: number }[]> {
  const { rows } = await db.execute<{ kind: PartKind; fresh: number; changed: number }>(sql`
    select r.kind, count(*) filter (where r.revision = 1)::int as fresh, count(*) filter (where r.revision > 1)::int as changed
    from import_batch_part b join part_revision r on r.id = b.part_revision_id where b.batch_id = ${batch} and ${OPEN} group by 1 order by 2 desc`);
  return rows;
} // prettier-ignore

/** For work on thousands of rows that one person waits for: the limit of what people wait for is not its. */
export const unhurried = (db: Db): Promise<unknown> => db.execute(sql`set local statement_timeout = '20min'`);

/** Releases every revision of an import by one statement; the history says of each who did it. */
export const releaseBatch = async (db: Db, batch: number, personId: number): Promise<number> =>
  (
    await db.execute(sql`
      update part_revision r set state = 'released', version = version + 1, released_by = ${personId}, released_at = now(), alone = ${personId} = any(r.writers)
      from import_batch_part b where b.batch_id = ${batch} and r.id = b.part_revision_id and ${OPEN}`)
  ).rowCount ?? 0;

export const sendBackBatch = async (db: Db, batch: number, version: number, reason: string): Promise<boolean> =>
  ((await db.execute(sql`update import_batch set version = version + 1, sent_back_for = ${reason} where id = ${batch} and version = ${version}`)).rowCount ?? 0) === 1; // prettier-ignore

/** Takes parts out of an import: each is then a draft like any other. */
export const leaveOutOf = async (db: Db, batch: number, partIds: readonly number[]): Promise<number> =>
  (
    await db.execute(sql`
      delete from import_batch_part b using part_revision r where b.batch_id = ${batch} and r.id = b.part_revision_id and ${OPEN}
        and ${anyOf(sql`r.part_id`, partIds)}`)
  ).rowCount ?? 0;

/** The version of an import moves with those of its revisions, so that a release names what it has looked at. */
export async function batchVersion(db: Db, batch: number): Promise<number> {
  const { rows } = await db.execute<{ version: number }>(sql`
    select (b.version * 1000000 + coalesce(sum(r.version), 0))::double precision as version from import_batch b
      left join import_batch_part i on i.batch_id = b.id left join part_revision r on r.id = i.part_revision_id and ${OPEN} where b.id = ${batch} group by b.id`);
  return rows[0]?.version ?? 0;
}
