import { seesDrafts, type Role, type SearchHit, type SearchResult } from '@radiatrix/contract';
import { engineLabel, transmissionLabel } from '@radiatrix/core/vehicle';
import type { Db } from '../db/client.ts';
import { vocabularyFor } from '../vehicles/queries.ts';
import { connectorsByName, jobsByWords, partsByWords, sourcesByName } from './queries.ts';

const EACH = 8;
const SHORTEST = 2;

async function named(db: Db, text: string, role: Role): Promise<SearchHit[]> {
  const vocabulary = await vocabularyFor(db, role);
  const low = text.toLowerCase();
  const makes = new Map(vocabulary.makes.map((make) => [make.id, make.name]));
  const starts = (name: string): boolean => name.toLowerCase().startsWith(low);
  const models = vocabulary.models
    .filter(
      ({ name, makeId, nicknames }) =>
        starts(name) ||
        nicknames.some(starts) ||
        `${makes.get(makeId)} ${name}`.toLowerCase().startsWith(low),
    )
    .slice(0, EACH)
    .map(({ id, name, makeId }): SearchHit => ({ type: 'model', id, name, make: makes.get(makeId) ?? '' }));
  const engines = vocabulary.engines
    .filter(({ code }) => starts(code))
    .slice(0, EACH)
    .map((each): SearchHit => ({ type: 'engine', id: each.id, code: each.code, label: engineLabel(each) }));
  const transmissions = vocabulary.transmissions
    .filter(({ code }) => starts(code))
    .slice(0, EACH)
    .map((each): SearchHit => ({
      type: 'transmission',
      id: each.id,
      code: each.code,
      label: transmissionLabel(each),
    }));
  return [...models, ...engines, ...transmissions];
}

async function others(db: Db, text: string): Promise<SearchHit[]> {
  const [connectors, sources, jobs] = await Promise.all([
    connectorsByName(db, text, 'anywhere', EACH),
    sourcesByName(db, text, EACH),
    jobsByWords(db, text, EACH),
  ]);
  return [
    ...connectors.map((each): SearchHit => ({ type: 'connector', ...each })),
    ...sources.map((each): SearchHit => ({ type: 'source', ...each })),
    ...jobs.map((each): SearchHit => ({ type: 'job', ...each })),
  ];
}

/** Everything in the library, of what a reader may see, that answers to a few letters. */
export async function searched(db: Db, typed: string, role: Role): Promise<SearchResult> {
  const text = typed.trim();
  if (text.length < SHORTEST) return { text, hits: [] };
  const [parts, words, rest] = await Promise.all([
    partsByWords(db, text, seesDrafts(role), EACH),
    named(db, text, role),
    others(db, text),
  ]);
  return { text, hits: [...parts.map((part): SearchHit => ({ type: 'part', ...part })), ...words, ...rest] };
}
