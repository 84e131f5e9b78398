import type { FiguresChange } from '@radiatrix/contract';
import { storeFigures } from '../figures/service.ts';
import { ProblemError } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { advanceBay, configurations, loadVocabulary, sourceLines, vocabularyFor } from './queries.ts';
import { bayRecord, vehicleLine, vehicleRecord } from './service.ts';

export const vocabulary = async ({ db, person }: Context): Promise<Reply> => ({
  body: await vocabularyFor(db, person.role),
});

export const sources = async ({ db }: Context): Promise<Reply> => ({ body: await sourceLines(db) });

export const vehicles = async ({ db }: Context): Promise<Reply> => {
  const [rows, words] = await Promise.all([configurations(db), loadVocabulary(db)]);
  return { body: rows.map((row) => vehicleLine(row, words)) };
};

export const vehicle = async ({ db, id, person }: Context): Promise<Reply> => {
  const record = await vehicleRecord(db, id(), person.role);
  return { body: record, etag: String(record.bay.version) };
};

export const bayFigures = async ({ db, id, ifMatch, body, person }: Context): Promise<Reply> => {
  const words = await loadVocabulary(db);
  const version = await advanceBay(db, id(), Number(ifMatch) || 0);
  if (version === undefined)
    throw new ProblemError('stale', { current: await bayRecord(db, id(), words, person.role) });
  await storeFigures(db, { kind: 'bay', id: id() }, (body as FiguresChange).figures, 'figures', person.id);
  return { body: await bayRecord(db, id(), words, person.role), etag: String(version) };
};
