import type { Context, Reply } from '../http/route.ts';
import { benchRecord } from './service.ts';

export const bench = async ({ db, id, person, query }: Context): Promise<Reply> => ({
  body: await benchRecord(db, id(), person, {
    parts: query.part as number[],
    jobId: query.job as number | undefined,
  }),
});
