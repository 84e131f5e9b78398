import type { Handler } from '../http/route.ts';
import { historyOf } from './service.ts';

export const history: Handler<'history'> = async ({ db, params, id }) => ({
  body: await historyOf(db, params.kind!, id()),
});
