import { seesDrafts, type PartRecord } from '@radiatrix/contract';
import { storeFigures } from '../figures/service.ts';
import { notFound } from '../http/problem.ts';
import type { Handler, Reply } from '../http/route.ts';
import { tagOf } from '../revisions/service.ts';
import { partLineOf, partLines } from './queries.ts';
import {
  addClaim,
  createPart,
  dropClaim as removeClaim,
  partDraft,
  partRecord,
  storeDetails,
} from './service.ts';

const reply = (record: PartRecord, more: Partial<Reply<PartRecord>> = {}): Reply<PartRecord> => ({
  body: record,
  etag: tagOf({ id: record.revisionId, version: record.version }),
  ...more,
});

export const parts: Handler<'parts'> = async ({ db, query, person }) => {
  const rows = await partLines(db, { text: query.text }, seesDrafts(person.role));
  return { body: rows.map(partLineOf) };
};

export const part: Handler<'part'> = async ({ db, id, person }) => reply(await partRecord(db, id(), person));

export const newPart: Handler<'newPart'> = async ({ db, body, person }) => {
  const id = await createPart(db, body, person);
  return reply(await partRecord(db, id, person), { status: 201, location: `/api/parts/${id}` });
};

export const partDetails: Handler<'partDetails'> = async ({ db, id, body, ifMatch, person }) => {
  const revisionId = await partDraft(db, id(), person, ifMatch);
  await storeDetails(db, id(), revisionId, body);
  return reply(await partRecord(db, id(), person));
};

export const partFigures: Handler<'partFigures'> = async ({ db, id, body, ifMatch, person }) => {
  const [line] = await partLines(db, { ids: [id()] }, true);
  if (!line) throw notFound('That part');
  const revisionId = await partDraft(db, id(), person, ifMatch);
  await storeFigures(db, { kind: line.kind, id: revisionId }, body.figures);
  return reply(await partRecord(db, id(), person));
};

export const newClaim: Handler<'newClaim'> = async ({ db, id, body, person }) => {
  const [line] = await partLines(db, { ids: [id()] }, true);
  if (!line) throw notFound('That part');
  const { alsoModelIds = [], ...claim } = body;
  // One line of the trade may name several models; each is kept by itself.
  for (const modelId of new Set([claim.modelId, ...alsoModelIds]))
    await addClaim(db, id(), { ...claim, modelId });
  return { status: 201, body: await partRecord(db, id(), person) };
};

export const dropClaim: Handler<'dropClaim'> = async ({ db, id, ifMatch }) => {
  await removeClaim(db, id(), ifMatch);
  return {};
};
