import type { Handler } from '../http/route.ts';
import { sheetRecord, type SheetOptions } from './service.ts';

export const sheet: Handler<'sheet'> = async ({ db, id, query, person }) => ({
  body: await sheetRecord(db, id(), id('partId'), person, query as SheetOptions),
});
