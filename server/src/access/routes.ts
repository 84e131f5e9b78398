import type { AccessRecord } from '@radiatrix/contract';
import type { Handler, Reply } from '../http/route.ts';
import { tagOf } from '../revisions/service.ts';
import { accessRecord, createAccess, storeAccess, vehicleAccess as ofVehicle } from './service.ts';

const reply = (record: AccessRecord, more: Partial<Reply<AccessRecord>> = {}): Reply<AccessRecord> => ({
  body: record,
  etag: tagOf({ id: record.revisionId, version: record.version }),
  ...more,
});

export const access: Handler<'access'> = async ({ db, id, person }) =>
  reply(await accessRecord(db, id(), person));

export const newAccess: Handler<'newAccess'> = async ({ db, body: { bayId, document }, person }) => {
  const id = await createAccess(db, bayId, document, person);
  return reply(await accessRecord(db, id, person), { status: 201, location: `/api/access/${id}` });
};

export const saveAccess: Handler<'saveAccess'> = async ({ db, id, body, ifMatch, person }) => {
  await storeAccess(db, id(), body, person, ifMatch);
  return reply(await accessRecord(db, id(), person));
};

export const vehicleAccess: Handler<'vehicleAccess'> = async ({ db, id, person, query }) => ({
  body: await ofVehicle(db, id(), person, query.job, query.lend),
});
