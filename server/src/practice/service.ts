import type { Person, PracticeChange, ShopPractice } from '@radiatrix/contract';
import {
  PRACTICE_TABLE,
  USUAL_PRACTICE,
  practiceOf,
  type Practice,
  type PracticeName,
} from '@radiatrix/core/practice';
import { reviewWords } from '@radiatrix/words/en/review';
import type { Db } from '../db/client.ts';
import { ProblemError } from '../http/problem.ts';
import { practiceRows, writePractice } from './queries.ts';

export const shopPractices = practiceRows;

/** Lines the shop has set, those that a later version still knows and allows. */
export const ownPractice = (rows: readonly ShopPractice[]): Partial<Record<PracticeName, number>> =>
  Object.fromEntries(
    rows.flatMap(({ name, value }) => {
      const line = PRACTICE_TABLE[name];
      return line && value >= line.lo && value <= line.hi ? [[name, value]] : [];
    }),
  );

/** What this shop works by. */
export async function shopPractice(db: Db): Promise<Practice> {
  return practiceOf(ownPractice(await practiceRows(db)));
}

export async function changePractice(
  db: Db,
  change: PracticeChange,
  { id: personId, role }: Person,
): Promise<ShopPractice[]> {
  if (change.name === 'releaseTakes' && role !== 'reviewer')
    throw new ProblemError('not-allowed', { detail: reviewWords('takes:reviewer') });
  const rows = await practiceRows(db);
  const own = { ...ownPractice(rows), [change.name]: change.value ?? USUAL_PRACTICE[change.name] };
  try {
    practiceOf(own);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    throw new ProblemError('invalid', { fields: [{ path: 'value', message: error.message }] });
  }
  await writePractice(db, change, personId);
  return practiceRows(db);
}
