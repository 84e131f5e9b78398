import type { Context, Reply } from '../http/route.ts';
import { historyOf } from './service.ts';

export const history = async ({ db, params, id }: Context): Promise<Reply> => ({
  body: await historyOf(db, params.kind!, id()),
});
