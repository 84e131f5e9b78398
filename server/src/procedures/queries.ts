import { eq } from 'drizzle-orm';
import type { ProcedureDocument, Step } from '@radiatrix/core/procedure';
import type { Db } from '../db/client.ts';
import {
  bay,
  connector,
  fastener,
  person,
  procedure,
  procedureNote,
  procedureRevision,
  step,
  stepCaution,
  stepFastener,
} from '../db/schema/index.ts';

/** What a procedure revision says, put together from its rows. */
export async function documentOf(db: Db, revisionId: number): Promise<ProcedureDocument | undefined> {
  const [[head], notes, fasteners, steps, cautions, uses] = await Promise.all([
    db
      .select({ title: procedureRevision.title, way: procedureRevision.way, partKind: procedure.partKind })
      .from(procedureRevision)
      .innerJoin(procedure, eq(procedure.id, procedureRevision.procedureId))
      .where(eq(procedureRevision.id, revisionId)),
    db.select().from(procedureNote).where(eq(procedureNote.revisionId, revisionId)).orderBy(procedureNote.ordinal),
    db.select().from(fastener).where(eq(fastener.revisionId, revisionId)).orderBy(fastener.ordinal),
    db
      .select({ ordinal: step.ordinal, id: step.stepId, after: step.afterStep, when: step.when, phase: step.phase, text: step.text, detail: step.detail, tools: step.tools, consumables: step.consumables, minutes: step.minutes, waiting: step.waiting, connector: connector.code, connectorWhen: step.connectorWhen })
      .from(step)
      .leftJoin(connector, eq(connector.id, step.connectorId))
      .where(eq(step.revisionId, revisionId))
      .orderBy(step.ordinal),
    db.select().from(stepCaution).where(eq(stepCaution.revisionId, revisionId)).orderBy(stepCaution.code),
    db.select().from(stepFastener).where(eq(stepFastener.revisionId, revisionId)).orderBy(stepFastener.tray),
  ]); // prettier-ignore
  if (!head) return undefined;
  return {
    ...head,
    notes: notes.map(({ text, when }) => ({ text, when })),
    fasteners: fasteners.map(({ revisionId: _revision, ordinal: _ordinal, ...rest }) => rest),
    steps: steps.map(({ ordinal, connector: code, ...rest }): Step => ({
      ...rest,
      connector: code ?? '',
      cautions: cautions.filter((row) => row.ordinal === ordinal).map((row) => row.code),
      cautionsWhen: Object.fromEntries(
        cautions.flatMap((row) => (row.ordinal === ordinal && row.when ? [[row.code, row.when]] : [])),
      ),
      uses: uses.filter((row) => row.ordinal === ordinal).map(({ tray, count }) => ({ tray, count })),
    })),
  };
}

export async function procedureHead(db: Db, id: number, revisionId: number) {
  const [row] = await db
    .select({
      id: procedure.id,
      bayId: procedure.bayId,
      bayName: bay.name,
      partKind: procedure.partKind,
      author: person.name,
      at: procedureRevision.at,
      releasedAt: procedureRevision.releasedAt,
    })
    .from(procedure)
    .innerJoin(bay, eq(bay.id, procedure.bayId))
    .innerJoin(procedureRevision, eq(procedureRevision.id, revisionId))
    .innerJoin(person, eq(person.id, procedureRevision.authorId))
    .where(eq(procedure.id, id));
  return row;
}

export async function insertProcedure(
  db: Db,
  bayId: number,
  partKind: ProcedureDocument['partKind'],
): Promise<number> {
  const [row] = await db.insert(procedure).values({ bayId, partKind }).returning({ id: procedure.id });
  return row!.id;
}

export async function insertProcedureRevision(
  db: Db,
  procedureId: number,
  revision: number,
  personId: number,
  title: string,
): Promise<number> {
  const [row] = await db
    .insert(procedureRevision)
    .values({ procedureId, revision, title, authorId: personId, writers: [personId] })
    .returning({ id: procedureRevision.id });
  return row!.id;
}

/** Puts a document in the place of whatever the revision said. */
export async function writeDocument(
  db: Db,
  revisionId: number,
  document: ProcedureDocument,
  connectors: ReadonlyMap<string, number>,
): Promise<void> {
  await db
    .update(procedureRevision)
    .set({ title: document.title, way: document.way })
    .where(eq(procedureRevision.id, revisionId));
  await db.delete(step).where(eq(step.revisionId, revisionId));
  await db.delete(fastener).where(eq(fastener.revisionId, revisionId));
  await db.delete(procedureNote).where(eq(procedureNote.revisionId, revisionId));
  if (document.notes.length > 0)
    await db
      .insert(procedureNote)
      .values(document.notes.map((each, ordinal) => ({ revisionId, ordinal, ...each })));
  if (document.fasteners.length > 0)
    await db
      .insert(fastener)
      .values(document.fasteners.map((each, ordinal) => ({ revisionId, ordinal, ...each })));
  if (document.steps.length === 0) return;
  await db.insert(step).values(
    document.steps.map(
      (
        { id, after, connector: code, cautions: _cautions, cautionsWhen: _when, uses: _uses, ...each },
        ordinal,
      ) => ({
        revisionId,
        ordinal,
        stepId: id,
        afterStep: after,
        ...each,
        connectorId: connectors.get(code) ?? null,
      }),
    ),
  );
  const cautions = document.steps.flatMap((each, ordinal) =>
    each.cautions.map((code) => ({ revisionId, ordinal, code, when: each.cautionsWhen[code] ?? null })),
  );
  const uses = document.steps.flatMap((each, ordinal) =>
    each.uses.map((use) => ({ revisionId, ordinal, ...use })),
  );
  if (cautions.length > 0) await db.insert(stepCaution).values(cautions);
  if (uses.length > 0) await db.insert(stepFastener).values(uses);
}
