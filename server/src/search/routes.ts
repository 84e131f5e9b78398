import type { Context, Reply } from '../http/route.ts';
import { searched } from './service.ts';

export const search = async ({ db, query, person }: Context): Promise<Reply> => ({
  body: await searched(db, (query as { text: string }).text, person.role),
});
