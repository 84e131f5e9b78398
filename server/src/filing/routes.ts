import type { Handler } from '../http/route.ts';
import { accept, filingRecord, minutesSeen } from './service.ts';

export const jobFiling: Handler<'jobFiling'> = async ({ db, id, person }) => ({
  body: await filingRecord(db, id(), person),
});

export const acceptDifference: Handler<'acceptDifference'> = async ({ db, id, body, person }) => {
  await accept(db, id(), body, person);
  return { body: await filingRecord(db, id(), person) };
};

export const mapMinutes: Handler<'mapMinutes'> = async ({ db, id, person }) => ({
  body: await minutesSeen(db, id(), person),
});
