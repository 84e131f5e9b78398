import type { ProcedureRecord } from '@radiatrix/contract';
import { ProblemError } from '../http/problem.ts';
import type { Handler, Reply } from '../http/route.ts';
import { tagOf } from '../revisions/service.ts';
import { createProcedure, procedureDraft, procedureRecord, storeDocument } from './service.ts';

const reply = (
  record: ProcedureRecord,
  more: Partial<Reply<ProcedureRecord>> = {},
): Reply<ProcedureRecord> => ({
  body: record,
  etag: tagOf({ id: record.revisionId, version: record.version }),
  ...more,
});

export const procedure: Handler<'procedure'> = async ({ db, id, person }) =>
  reply(await procedureRecord(db, id(), person));

export const newProcedure: Handler<'newProcedure'> = async ({ db, body, person }) => {
  const { bayId, document } = body;
  const id = await createProcedure(db, bayId, document, person);
  return reply(await procedureRecord(db, id, person), { status: 201, location: `/api/procedures/${id}` });
};

export const saveProcedure: Handler<'saveProcedure'> = async ({
  db,
  id,
  body: document,
  ifMatch,
  person,
}) => {
  const held = await procedureRecord(db, id(), person);
  if (held.partKind !== document.partKind)
    throw new ProblemError('invalid', {
      fields: [{ path: 'partKind', message: 'A procedure stays with its kind of part; record another one.' }],
    });
  await storeDocument(
    db,
    await procedureDraft(db, id(), person, ifMatch, document.title),
    document,
    held.steps,
  );
  return reply(await procedureRecord(db, id(), person));
};
