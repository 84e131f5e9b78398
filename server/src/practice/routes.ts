import type { Handler } from '../http/route.ts';
import { changePractice, shopPractices } from './service.ts';

export const practice: Handler<'practice'> = async ({ db }) => ({ body: await shopPractices(db) });
export const setPractice: Handler<'setPractice'> = async ({ db, body, person }) => ({
  body: await changePractice(db, body, person.id),
});
