import type { Context, Reply } from '../http/route.ts';
import { match as judge } from './service.ts';

export const match = async ({ db, id, person }: Context): Promise<Reply> => ({
  body: await judge(db, id(), person.role),
});
