import type { Handler } from '../http/route.ts';
import { corrections as all, tell } from './service.ts';

export const corrections: Handler<'corrections'> = async ({ db, person }) => ({
  body: await all(db, person),
});

export const tellCorrection: Handler<'tellCorrection'> = async (context) => {
  const { jobId, told } = context.body;
  return { body: await tell(context.db, context.id(), jobId, told, context.person) };
};
