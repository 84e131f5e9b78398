import type { Context, Reply } from '../http/route.ts';
import { sheetRecord } from './service.ts';

export const sheet = async ({ db, id, query, person }: Context): Promise<Reply> => ({
  body: await sheetRecord(db, id(), id('partId'), person, query.procedure as number | undefined),
});
