import { incoherences } from '@radiatrix/core/figures';
import { figureName } from '@radiatrix/words/figures';
import type { Oddity } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { figuresOfRevisions, type FigureRow } from '../figures/queries.ts';
import { figureSet } from '../figures/service.ts';
import {
  alikeFigures,
  alikeNumbers,
  batchRevisions,
  farFigures,
  insertBatch,
  keepOddities,
  withoutFigures,
  type Found,
} from './batch-queries.ts';

const AT_ONCE = 1000;

/** Parts whose own figures cannot all be true. */
async function atOdds(db: Db, batch: number): Promise<Found[]> {
  const revisions = await batchRevisions(db, batch);
  const found: Found[] = [];
  for (let from = 0; from < revisions.length; from += AT_ONCE) {
    const some = revisions.slice(from, from + AT_ONCE);
    const figures = new Map<number, FigureRow[]>();
    for (const row of await figuresOfRevisions(
      db,
      some.map(({ id }) => id),
    ))
      // prettier-ignore
      figures.set(row.partRevisionId!, [...(figures.get(row.partRevisionId!) ?? []), row]);
    for (const { id, kind } of some)
      for (const { keys, written } of incoherences(kind, figureSet(figures.get(id) ?? [])))
        found.push({
          revision: id,
          code: 'at-odds',
          key: keys[0],
          text: written[0],
          of: `${figureName(kind, keys[1]).toLowerCase()} ${written[1]}`,
        });
  }
  return found;
}

/** Keeps a table of parts that came in as one thing to review, with what is odd about its parts. */
export async function keepBatch(
  db: Db,
  input: Parameters<typeof insertBatch>[1],
): Promise<number | undefined> {
  const id = await insertBatch(db, input);
  if (id === undefined) return undefined;
  const found = [
    ...(await farFigures(db, id)),
    ...(await alikeNumbers(db, id)),
    ...(await alikeFigures(db, id)),
    ...(await withoutFigures(db, id)),
    ...(await atOdds(db, id)),
  ];
  const by = new Map<number, Oddity[]>();
  for (const { revision, ...odd } of found) by.set(revision, [...(by.get(revision) ?? []), odd]);
  await keepOddities(
    db,
    id,
    [...by].map(([revision, odd]) => ({ revision, odd })),
  );
  return id;
}
