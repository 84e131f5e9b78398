import type { SearchHit, SearchResult } from '@radiatrix/contract';
import { engineLabel, transmissionLabel } from '@radiatrix/core/vehicle';
import { ilike, or, sql } from 'drizzle-orm';
import type { Db } from '../db/client.ts';
import { connector, job, source } from '../db/schema/index.ts';
import type { Context, Reply } from '../http/route.ts';
import { loadVocabulary } from '../vehicles/queries.ts';

const EACH = 8;
const SHORTEST = 2;

const literally = (text: string): string => text.replace(/[\\%_]/g, '\\$&');

/**
 * Parts by their own number, by any seller's number for them, then by words of maker and description; each with the
 * part that took its place. Numbers are compared by their beginning, separators aside, so that an index answers.
 */
async function parts(db: Db, text: string): Promise<SearchHit[]> {
  const key = text.toLowerCase().replace(/[^a-z0-9]/g, '');
  const words = `%${literally(text)}%`;
  const { rows } = await db.execute<Record<string, unknown>>(sql`
    with found as (
      (select id, '' as why, 1 as rank from part where ${key} <> '' and squeezed(number) like ${`${key}%`} order by squeezed(number) using ~<~ limit ${EACH})
      union all
      (select part_id, seller || ' ' || number, 2 from interchange where ${key} <> '' and squeezed(number) like ${`${key}%`} order by squeezed(number) using ~<~ limit ${EACH})
      union all
      (select part_id, '', 3 from part_revision where ${text.length >= 3} and description ilike ${words} limit ${EACH})
      union all
      (select id, '', 4 from part where ${text.length >= 3} and maker ilike ${words} limit ${EACH})
    ), best as (select distinct on (id) id, why, rank from found order by id, rank)
    select p.id, p.number, p.maker, p.kind, best.why, coalesce(later.number, '') as superseded_by,
      coalesce((select description from part_revision r where r.part_id = p.id order by revision desc limit 1), '') as description
    from best join part p on p.id = best.id left join supersession s on s.old_part_id = p.id left join part later on later.id = s.new_part_id
    order by best.rank, p.number limit ${EACH}`);
  return rows.map((row) => ({
    type: 'part',
    id: row.id as number,
    number: row.number as string,
    maker: row.maker as string,
    kind: row.kind as Extract<SearchHit, { type: 'part' }>['kind'],
    description: row.description as string,
    why: row.why as string,
    supersededBy: row.superseded_by as string,
  }));
} // prettier-ignore

async function named(db: Db, text: string): Promise<SearchHit[]> {
  const vocabulary = await loadVocabulary(db);
  const low = text.toLowerCase();
  const makes = new Map(vocabulary.makes.map((make) => [make.id, make.name]));
  const starts = (name: string): boolean => name.toLowerCase().startsWith(low);
  const models = vocabulary.models
    .filter(({ name, makeId, nicknames }) => starts(name) || nicknames.some(starts) || `${makes.get(makeId)} ${name}`.toLowerCase().startsWith(low))
    .slice(0, EACH)
    .map(({ id, name, makeId }): SearchHit => ({ type: 'model', id, name, make: makes.get(makeId) ?? '' }));
  const engines = vocabulary.engines.filter(({ code }) => starts(code)).slice(0, EACH).map((each): SearchHit => ({ type: 'engine', id: each.id, code: each.code, label: engineLabel(each) }));
  const transmissions = vocabulary.transmissions.filter(({ code }) => starts(code)).slice(0, EACH).map((each): SearchHit => ({ type: 'transmission', id: each.id, code: each.code, label: transmissionLabel(each) }));
  return [...models, ...engines, ...transmissions];
} // prettier-ignore

async function others(db: Db, text: string): Promise<SearchHit[]> {
  const words = `%${literally(text)}%`;
  const [connectors, sources, jobs] = await Promise.all([
    db.select({ code: connector.code, name: connector.name }).from(connector).where(or(ilike(connector.code, words), ilike(connector.name, words))).limit(EACH),
    db.select({ id: source.id, name: source.name, kind: source.kind }).from(source).where(ilike(source.name, words)).limit(EACH),
    db.select({ id: job.id, label: job.label, complaint: job.complaint }).from(job).where(or(ilike(job.label, words), ilike(job.complaint, words))).limit(EACH),
  ]);
  return [
    ...connectors.map((each): SearchHit => ({ type: 'connector', ...each })),
    ...sources.map((each): SearchHit => ({ type: 'source', ...each })),
    ...jobs.map((each): SearchHit => ({ type: 'job', ...each })),
  ];
} // prettier-ignore

/** Everything in the library that answers to a few letters. */
export const search = async ({ db, query }: Context): Promise<Reply> => {
  const text = (query as { text: string }).text.trim();
  const hits =
    text.length < SHORTEST
      ? []
      : (await Promise.all([parts(db, text), named(db, text), others(db, text)])).flat();
  return { body: { text, hits } satisfies SearchResult };
};
