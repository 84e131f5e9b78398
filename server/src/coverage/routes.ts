import type { PartKind } from '@radiatrix/core/figures';
import { seesDrafts, type Rewrite } from '@radiatrix/contract';
import { notFound } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import * as service from './service.ts';

export const models = async ({ db }: Context): Promise<Reply> => ({ body: await service.modelLines(db) });
export const coverage = async ({ db, id, person }: Context): Promise<Reply> => ({
  body: await service.modelCoverage(db, id(), person.role),
});
export const makeCoverage = async ({ db, id, query, person }: Context): Promise<Reply> => ({
  body: await service.makeCoverage(db, id(), (query as { kind: PartKind }).kind, person.role),
});
export const rewrite = async ({ db, id, body }: Context): Promise<Reply> => ({
  body: await service.rewriteLines(db, id(), id('modelId'), body as Rewrite),
});

export const marks = async ({ db, person }: Context): Promise<Reply> => ({
  body: await service.markLines(db, seesDrafts(person.role)),
});
export const newMark = async ({ db, body }: Context): Promise<Reply> => {
  const { partId, vehicleIds, note } = body as { partId: number; vehicleIds: number[]; note: string };
  await service.addMarks(db, partId, vehicleIds, note);
  return { status: 201, body: { marked: vehicleIds.length } };
};
export const dropMark = async ({ db, id }: Context): Promise<Reply> => {
  if (!(await service.dropMark(db, id()))) throw notFound('That mark');
  return {};
};
