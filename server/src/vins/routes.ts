import { notFound } from '../http/problem.ts';
import type { Handler } from '../http/route.ts';
import { addPattern, dropPattern, patterns } from './service.ts';

export const vinPatterns: Handler<'vinPatterns'> = async ({ db }) => ({ body: await patterns(db) });

export const newVinPattern: Handler<'newVinPattern'> = async ({ db, body }) => {
  const pattern = body;
  const id = await addPattern(db, pattern);
  return { status: 201, location: `/api/vin-patterns/${id}`, body: { id, ...pattern } };
};

export const dropVinPattern: Handler<'dropVinPattern'> = async ({ db, id }) => {
  if (!(await dropPattern(db, id()))) throw notFound('That pattern');
  return {};
};
