import type { PracticeName } from '@radiatrix/core/practice';
import { judgeEveryPart } from '../failures/keep.ts';
import type { Handler } from '../http/route.ts';
import { changePractice, shopPractices } from './service.ts';

export const practice: Handler<'practice'> = async ({ db }) => ({ body: await shopPractices(db) });
/** Lines that the log of failures is judged by. */
const JUDGES_FAILURES: ReadonlySet<PracticeName> = new Set([
  'earlyDays',
  'earlyLeast',
  'falseFlags',
  'enoughSeen',
  'ownersLeast',
  'returnsLeast',
]);

export const setPractice: Handler<'setPractice'> = async ({ db, body, person }) => {
  const lines = await changePractice(db, body, person);
  if (JUDGES_FAILURES.has(body.name)) await judgeEveryPart(db);
  return { body: lines };
};
