import type { LibraryRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import type { Handler, Reply } from '../http/route.ts';
import {
  checked,
  createRecord,
  guardSeen,
  libraryLines,
  libraryRecord,
  saveRecord,
  tableOf,
  tagOfValues,
} from './service.ts';

async function reply(
  db: Db,
  table: ReturnType<typeof tableOf>,
  id: number,
  more: Partial<Reply<LibraryRecord>> = {},
): Promise<Reply<LibraryRecord>> {
  const body = await libraryRecord(db, table, id);
  return { body, etag: tagOfValues(body.values), ...more };
}

export const records: Handler<'records'> = async ({ db, params, query, person }) => ({
  body: await libraryLines(db, tableOf(params.table), query.text.trim(), person.role),
});
export const record: Handler<'record'> = async ({ db, params, id, person }) => {
  const table = tableOf(params.table);
  await guardSeen(db, table, id(), person.role);
  return reply(db, table, id());
};
export const newRecord: Handler<'newRecord'> = async ({ db, params, body }) => {
  const table = tableOf(params.table);
  const id = await createRecord(db, table, checked(table, body));
  return reply(db, table, id, { status: 201, location: `/api/records/${table}/${id}` });
};
export const saveRecordValues: Handler<'saveRecordValues'> = async ({ db, params, id, body, ifMatch }) => {
  const table = tableOf(params.table);
  await saveRecord(db, table, id(), checked(table, body), ifMatch);
  return reply(db, table, id());
};
