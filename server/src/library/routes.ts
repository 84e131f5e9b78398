import type { RecordValues } from '@radiatrix/contract';
import type { Context, Reply } from '../http/route.ts';
import {
  checked,
  createRecord,
  libraryLines,
  libraryRecord,
  saveRecord,
  tableOf,
  tagOfValues,
} from './service.ts';

async function reply(
  db: Context['db'],
  table: ReturnType<typeof tableOf>,
  id: number,
  more: Partial<Reply> = {},
): Promise<Reply> {
  const body = await libraryRecord(db, table, id);
  return { body, etag: tagOfValues(body.values), ...more };
}

export const records = async ({ db, params, query, person }: Context): Promise<Reply> => ({
  body: await libraryLines(db, tableOf(params.table), (query as { text: string }).text.trim(), person.role),
});
export const record = async ({ db, params, id }: Context): Promise<Reply> =>
  reply(db, tableOf(params.table), id());
export const newRecord = async ({ db, params, body }: Context): Promise<Reply> => {
  const table = tableOf(params.table);
  const id = await createRecord(db, table, checked(table, body));
  return reply(db, table, id, { status: 201, location: `/api/records/${table}/${id}` });
};
export const saveRecordValues = async ({ db, params, id, body, ifMatch }: Context): Promise<Reply> => {
  const table = tableOf(params.table);
  await saveRecord(db, table, id(), checked(table, body as RecordValues), ifMatch);
  return reply(db, table, id());
};
