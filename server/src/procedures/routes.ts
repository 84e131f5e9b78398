import type { ProcedureDocument } from '@radiatrix/core/procedure';
import type { NewProcedure, ProcedureRecord } from '@radiatrix/contract';
import { ProblemError } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { tagOf } from '../revisions/service.ts';
import { createProcedure, procedureDraft, procedureRecord, storeDocument } from './service.ts';

const reply = (record: ProcedureRecord, more: Partial<Reply> = {}): Reply => ({
  body: record,
  etag: tagOf({ id: record.revisionId, version: record.version }),
  ...more,
});

export const procedure = async ({ db, id, person }: Context): Promise<Reply> =>
  reply(await procedureRecord(db, id(), person));

export const newProcedure = async ({ db, body, person }: Context): Promise<Reply> => {
  const { bayId, document } = body as NewProcedure;
  const id = await createProcedure(db, bayId, document, person);
  return reply(await procedureRecord(db, id, person), { status: 201, location: `/api/procedures/${id}` });
};

export const saveProcedure = async ({ db, id, body, ifMatch, person }: Context): Promise<Reply> => {
  const document = body as ProcedureDocument;
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
