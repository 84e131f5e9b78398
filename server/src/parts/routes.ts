import {
  seesDrafts,
  type FiguresChange,
  type NewClaim,
  type NewPart,
  type PartDetails,
  type PartRecord,
} from '@radiatrix/contract';
import { storeFigures } from '../figures/service.ts';
import { notFound } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { tagOf } from '../revisions/service.ts';
import { partLines } from './queries.ts';
import {
  addClaim,
  createPart,
  dropClaim as removeClaim,
  partDraft,
  partRecord,
  storeDetails,
} from './service.ts';

const reply = (record: PartRecord, more: Partial<Reply> = {}): Reply => ({
  body: record,
  etag: tagOf({ id: record.revisionId, version: record.version }),
  ...more,
});

export const parts = async ({ db, query, person }: Context): Promise<Reply> => {
  const rows = await partLines(db, { text: query.text as string }, seesDrafts(person.role));
  return {
    body: rows.map(({ id, number, maker, kind, description, revision, state }) => ({
      id,
      number,
      maker,
      kind,
      description,
      revision,
      state,
    })),
  };
};

export const part = async ({ db, id, person }: Context): Promise<Reply> =>
  reply(await partRecord(db, id(), person));

export const newPart = async ({ db, body, person }: Context): Promise<Reply> => {
  const id = await createPart(db, body as NewPart, person);
  return reply(await partRecord(db, id, person), { status: 201, location: `/api/parts/${id}` });
};

export const partDetails = async ({ db, id, body, ifMatch, person }: Context): Promise<Reply> => {
  const revisionId = await partDraft(db, id(), person, ifMatch);
  await storeDetails(db, id(), revisionId, body as PartDetails);
  return reply(await partRecord(db, id(), person));
};

export const partFigures = async ({ db, id, body, ifMatch, person }: Context): Promise<Reply> => {
  const [line] = await partLines(db, { ids: [id()] }, true);
  if (!line) throw notFound('That part');
  const revisionId = await partDraft(db, id(), person, ifMatch);
  await storeFigures(db, { kind: line.kind, id: revisionId }, (body as FiguresChange).figures);
  return reply(await partRecord(db, id(), person));
};

export const newClaim = async ({ db, id, body, person }: Context): Promise<Reply> => {
  const [line] = await partLines(db, { ids: [id()] }, true);
  if (!line) throw notFound('That part');
  const { alsoModelIds = [], ...claim } = body as NewClaim;
  // One line of the trade may name several models; each is kept by itself.
  for (const modelId of new Set([claim.modelId, ...alsoModelIds]))
    await addClaim(db, id(), { ...claim, modelId });
  return { status: 201, body: await partRecord(db, id(), person) };
};

export const dropClaim = async ({ db, id }: Context): Promise<Reply> => {
  await removeClaim(db, id());
  return {};
};
