import type { PracticeChange } from '@radiatrix/contract';
import type { Context, Reply } from '../http/route.ts';
import { changePractice, shopPractices } from './service.ts';

export const practice = async ({ db }: Context): Promise<Reply> => ({ body: await shopPractices(db) });
export const setPractice = async ({ db, body, person }: Context): Promise<Reply> => ({
  body: await changePractice(db, body as PracticeChange, person.id),
});
