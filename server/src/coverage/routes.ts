import { seesDrafts } from '@radiatrix/contract';
import { notFound } from '../http/problem.ts';
import type { Handler } from '../http/route.ts';
import * as service from './service.ts';

export const models: Handler<'models'> = async ({ db }) => ({ body: await service.modelLines(db) });
export const coverage: Handler<'coverage'> = async ({ db, id, person }) => ({
  body: await service.modelCoverage(db, id(), person.role),
});
export const makeCoverage: Handler<'makeCoverage'> = async ({ db, id, query, person }) => ({
  body: await service.makeCoverage(db, id(), query.kind, person.role),
});
export const rewrite: Handler<'rewrite'> = async ({ db, id, body }) => ({
  body: await service.rewriteLines(db, id(), id('modelId'), body),
});

export const marks: Handler<'marks'> = async ({ db, person }) => ({
  body: await service.markLines(db, seesDrafts(person.role)),
});
export const newMark: Handler<'newMark'> = async ({ db, body }) => {
  const { partId, vehicleIds, note } = body;
  await service.addMarks(db, partId, vehicleIds, note);
  return { status: 201, body: { marked: vehicleIds.length } };
};
export const dropMark: Handler<'dropMark'> = async ({ db, id }) => {
  if (!(await service.dropMark(db, id()))) throw notFound('That mark');
  return {};
};
