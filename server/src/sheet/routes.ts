import type { Context, Reply } from '../http/route.ts';
import { sheetRecord, type SheetOptions } from './service.ts';

export const sheet = async ({ db, id, query, person }: Context): Promise<Reply> => ({
  body: await sheetRecord(db, id(), id('partId'), person, query as SheetOptions),
});
