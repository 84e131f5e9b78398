import type { Handler } from '../http/route.ts';
import { provingRecord } from './service.ts';

export const jobProving: Handler<'jobProving'> = async ({ db, id, person }) => ({
  body: await provingRecord(db, id(), person),
});
