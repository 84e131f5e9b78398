import type { Handler } from '../http/route.ts';
import { benchRecord } from './service.ts';

export const bench: Handler<'bench'> = async ({ db, id, person, query }) => ({
  body: await benchRecord(db, id(), person, {
    parts: query.part as number[],
    jobId: query.job as number | undefined,
  }),
});
