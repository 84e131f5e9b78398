import type { Handler } from '../http/route.ts';
import { find as lookUp } from './service.ts';

export const find: Handler<'find'> = async ({ db, query, person }) => {
  const { text, fix } = query;
  return { body: await lookUp(db, text, fix, new Date().getFullYear(), person.role) };
};
