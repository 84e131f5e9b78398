import { randomUUID } from 'node:crypto';
import { proofread, withIdentity, type ProcedureDocument } from '@radiatrix/core/procedure';
import type { Person, ProcedureRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { connectorIds } from '../figures/queries.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { draftFor, visibleHead } from '../revisions/service.ts';
import { bayById } from '../vehicles/queries.ts';
import {
  documentOf,
  insertProcedure,
  insertProcedureRevision,
  procedureHead,
  writeDocument,
} from './queries.ts';

export async function procedureRecord(db: Db, id: number, person: Person): Promise<ProcedureRecord> {
  const head = await visibleHead(db, 'procedure', id, person);
  const [row, document] = await Promise.all([procedureHead(db, id, head.id), documentOf(db, head.id)]);
  if (!row || !document) throw notFound('That procedure');
  return {
    ...document,
    id,
    bayId: row.bayId,
    bayName: row.bayName,
    revisionId: head.id,
    revision: head.revision,
    version: head.version,
    state: head.state,
    author: row.author,
    findings: proofread(document),
    changed: { by: row.author, at: row.at },
  };
}

/** Writes a document into a revision; a step that names an unknown connector is sent back with its place. */
export async function storeDocument(
  db: Db,
  revisionId: number,
  document: ProcedureDocument,
  /** Steps as they were, for those that come without an identity. */
  held: ProcedureDocument['steps'] = [],
  at = 'steps',
): Promise<void> {
  const codes = [...new Set(document.steps.map((step) => step.connector).filter(Boolean))];
  const known = await connectorIds(db, codes);
  const fields = document.steps.flatMap((step, index) =>
    step.connector === '' || known.has(step.connector)
      ? []
      : [
          {
            path: `${at}.${index}.connector`,
            message: `No connector ${step.connector} is on record; record it first.`,
          },
        ],
  );
  if (fields.length > 0) throw new ProblemError('invalid', { fields });
  const steps = withIdentity(document.steps, held, () => randomUUID().slice(0, 8));
  await writeDocument(db, revisionId, { ...document, steps }, known);
}

export async function createProcedure(
  db: Db,
  bayId: number,
  document: ProcedureDocument,
  person: Person,
): Promise<number> {
  if (!(await bayById(db, bayId)))
    throw new ProblemError('invalid', { fields: [{ path: 'bayId', message: 'That bay is not on record.' }] });
  const id = await insertProcedure(db, bayId, document.partKind);
  await storeDocument(db, await insertProcedureRevision(db, id, 1, person.id, document.title), document);
  return id;
}

/** The draft revision that an edit goes into; its contents are written by the edit itself. */
export const procedureDraft = (
  db: Db,
  id: number,
  person: Person,
  ifMatch: string,
  title: string,
): Promise<number> =>
  draftFor(
    db,
    'procedure',
    id,
    person,
    ifMatch,
    (released) => insertProcedureRevision(db, id, released.revision + 1, person.id, title),
    () => procedureRecord(db, id, person),
  );
