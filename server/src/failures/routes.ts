import type { Handler } from '../http/route.ts';
import { changeReport, dropReport, failureLines, failureRecord, reportFailure } from './service.ts';

export const failures: Handler<'failures'> = async ({ db, person }) => ({
  body: await failureLines(db, person),
});

export const partFailures: Handler<'partFailures'> = async ({ db, id, person }) => ({
  body: await failureRecord(db, id(), person),
});

export const newFailure: Handler<'newFailure'> = async ({ db, id, body, person }) => {
  await reportFailure(db, id(), body, person);
  return { status: 201, body: await failureRecord(db, id(), person) };
};

export const changeFailure: Handler<'changeFailure'> = async ({ db, id, body, ifMatch, person }) => {
  const partId = await changeReport(db, id(), body, ifMatch);
  return { body: await failureRecord(db, partId, person) };
};

export const dropFailure: Handler<'dropFailure'> = async ({ db, id, ifMatch }) => {
  await dropReport(db, id(), ifMatch);
  return {};
};
