import type { Handler } from '../http/route.ts';
import { searched } from './service.ts';

export const search: Handler<'search'> = async ({ db, query, person }) => ({
  body: await searched(db, query.text, person.role),
});
