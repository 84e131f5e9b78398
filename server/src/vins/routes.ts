import type { NewVinPattern } from '@radiatrix/contract';
import { notFound } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { addPattern, dropPattern, patterns } from './service.ts';

export const vinPatterns = async ({ db }: Context): Promise<Reply> => ({ body: await patterns(db) });

export const newVinPattern = async ({ db, body }: Context): Promise<Reply> => {
  const pattern = body as NewVinPattern;
  const id = await addPattern(db, pattern);
  return { status: 201, location: `/api/vin-patterns/${id}`, body: { id, ...pattern } };
};

export const dropVinPattern = async ({ db, id }: Context): Promise<Reply> => {
  if (!(await dropPattern(db, id()))) throw notFound('That pattern');
  return {};
};
