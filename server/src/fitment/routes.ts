import type { Handler } from '../http/route.ts';
import { planningRecord } from './service.ts';

export const planning: Handler<'planning'> = async ({ db, id, person, query }) => ({
  body: await planningRecord(db, id(), person, {
    parts: query.part as number[],
    jobId: query.job as number | undefined,
  }),
});
