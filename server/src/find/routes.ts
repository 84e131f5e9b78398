import type { Context, Reply } from '../http/route.ts';
import { find as lookUp } from './service.ts';

export const find = async ({ db, query, person }: Context): Promise<Reply> => {
  const { text, fix } = query as { text: string; fix: string[] };
  return { body: await lookUp(db, text, fix, new Date().getFullYear(), person.role) };
};
