import { asc, ilike, or, sql, type SQL } from 'drizzle-orm';
import type { PartKind } from '@radiatrix/core/figures';
import { anywhere, literally } from '../db/literally.ts';
import { mergingWords } from '@radiatrix/words/en/merging';
import { headOfPart, seenPart } from '../db/visible.ts';
import type { Db } from '../db/client.ts';
import { connector, job, source } from '../db/schema/index.ts';

export interface FoundPart {
  id: number;
  number: string;
  maker: string;
  kind: PartKind;
  /** The other number by which it was found; empty for its own. */
  why: string;
  description: string;
  supersededBy: string;
}

/** What a reader may read of a part: its newest revision, or its newest released one. */
const description = (drafts: boolean): SQL =>
  sql`coalesce((select description from part_revision r where r.part_id = p.id ${drafts ? sql`` : sql`and r.state = 'released' and r.withdrawn_at is null`} order by revision desc limit 1), '')`;

/** The number of the part that took a part's place, as far as this reader may know. */
const successor = (drafts: boolean): SQL =>
  sql`(select later.number from supersession s join part_revision r on r.id = s.part_revision_id join part later on later.id = r.part_id where s.old_part_id = p.id and r.id = ${headOfPart(drafts, sql`r.part_id`)} order by r.id desc limit 1)`;

const shaped = (drafts: boolean, limit: number): SQL => sql`
  , best as (select distinct on (id) id, why, rank from found order by id, rank)
  select p.id, p.number, p.maker, p.kind, best.why, coalesce(${successor(drafts)}, '') as "supersededBy", ${description(drafts)} as description
  from best join part p on p.id = best.id
  order by best.rank, p.number limit ${limit}`;

const byOwnNumber = (key: string, drafts: boolean, limit: number): SQL =>
  sql`(select id, '' as why, 1 as rank from part where ${key} <> '' and squeezed(number) like ${`${key}%`} and ${seenPart(drafts, sql`part.id`)} order by squeezed(number) using ~<~ limit ${limit})`;
const byOthersNumber = (key: string, drafts: boolean, limit: number): SQL =>
  sql`(select r.part_id, i.seller || ' ' || i.number, 2 from interchange i join part_revision r on r.id = i.part_revision_id where ${key} <> '' and squeezed(i.number) like ${`${key}%`} and r.id = ${headOfPart(drafts, sql`r.part_id`)} order by squeezed(i.number) using ~<~ limit ${limit})`;

/** By the number of a record that was taken into this part's. */
const byMergedNumber = (key: string, drafts: boolean, limit: number): SQL =>
  sql`(select m.kept_id, ${mergingWords('search')} || ' ' || m.gone_title, 2 from merge m where ${key} <> '' and m.kind = 'part' and m.undone_at is null and squeezed(m.gone_title) like ${`${key}%`} and ${seenPart(drafts, sql`m.kept_id`)} limit ${limit})`;

const rowsOf = async (db: Db, query: SQL): Promise<FoundPart[]> =>
  (await db.execute(query)).rows as unknown as FoundPart[];

/** Parts by the beginning of their own number, or of any seller's number for them; separators aside, so that an index answers. */
export const partsByNumber = (db: Db, key: string, drafts: boolean, limit: number): Promise<FoundPart[]> =>
  rowsOf(
    db,
    sql`with found as (${byOwnNumber(key, drafts, limit)} union all ${byOthersNumber(key, drafts, limit)} union all ${byMergedNumber(key, drafts, limit)}) ${shaped(drafts, limit)}`,
  );

/** The same, then by words of maker and description; each with the part that took its place. */
export const partsByWords = (db: Db, text: string, drafts: boolean, limit: number): Promise<FoundPart[]> => {
  const key = text.toLowerCase().replace(/[^a-z0-9]/g, '');
  const words = anywhere(text);
  return rowsOf(
    db,
    sql`
    with found as (
      ${byOwnNumber(key, drafts, limit)}
      union all ${byOthersNumber(key, drafts, limit)} union all ${byMergedNumber(key, drafts, limit)}
      union all
      (select part_id, '', 3 from part_revision where ${text.length >= 3} and description ilike ${words} ${drafts ? sql`` : sql`and state = 'released' and withdrawn_at is null`} limit ${limit})
      union all
      (select id, '', 4 from part where ${text.length >= 3} and maker ilike ${words} and ${seenPart(drafts, sql`part.id`)} limit ${limit})
    ) ${shaped(drafts, limit)}`,
  );
};

export const connectorsByName = (db: Db, words: string, where: 'begins' | 'anywhere', limit: number) => {
  const pattern = `${where === 'anywhere' ? '%' : ''}${literally(words)}%`;
  return db
    .select({ code: connector.code, name: connector.name })
    .from(connector)
    .where(or(ilike(connector.code, pattern), ilike(connector.name, pattern)))
    .orderBy(asc(connector.code))
    .limit(limit);
};

export const sourcesByName = (db: Db, words: string, limit: number) =>
  db
    .select({ id: source.id, name: source.name, kind: source.kind })
    .from(source)
    .where(ilike(source.name, anywhere(words)))
    .limit(limit);

export const jobsByWords = (db: Db, words: string, limit: number) => {
  const pattern = anywhere(words);
  return db
    .select({ id: job.id, label: job.label, complaint: job.complaint })
    .from(job)
    .where(or(ilike(job.label, pattern), ilike(job.complaint, pattern)))
    .limit(limit);
};
