import { seesDrafts } from '@radiatrix/contract';
import { storeFigures } from '../figures/service.ts';
import { ProblemError } from '../http/problem.ts';
import { type Handler, versionOf } from '../http/route.ts';
import { advanceBay, configurations, loadVocabulary, sourceLines, vocabularyFor } from './queries.ts';
import { recordTold as keepTold } from './told.ts';
import { bayRecord, vehicleLine, vehicleRecord } from './service.ts';

export const vocabulary: Handler<'vocabulary'> = async ({ db, person }) => ({
  body: await vocabularyFor(db, person.role),
});

export const sources: Handler<'sources'> = async ({ db, person }) => ({
  body: await sourceLines(db, seesDrafts(person.role)),
});

export const vehicles: Handler<'vehicles'> = async ({ db }) => {
  const [rows, words] = await Promise.all([configurations(db), loadVocabulary(db)]);
  return { body: rows.map((row) => vehicleLine(row, words)) };
};

export const vehicle: Handler<'vehicle'> = async ({ db, id, person }) => {
  const record = await vehicleRecord(db, id(), person.role);
  return { body: record, etag: String(record.bay.version) };
};

export const recordTold: Handler<'recordTold'> = async ({ db, body, person }) => {
  const kept = await keepTold(db, body, person.id);
  return { status: kept.already ? 200 : 201, body: kept, location: `/api/vehicles/${kept.vehicle.id}` };
};

export const bayFigures: Handler<'bayFigures'> = async ({ db, id, ifMatch, body, person }) => {
  const words = await loadVocabulary(db);
  const version = await advanceBay(db, id(), versionOf(ifMatch));
  if (version === undefined)
    throw new ProblemError('stale', { current: await bayRecord(db, id(), words, person.role) });
  await storeFigures(db, { kind: 'bay', id: id() }, body.figures, 'figures', person.id);
  return { body: await bayRecord(db, id(), words, person.role), etag: String(version) };
};
