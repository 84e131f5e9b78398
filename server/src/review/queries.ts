import { and, desc, eq, isNull, ne } from 'drizzle-orm';
import type { RevisionKind } from '../revisions/queries.ts';
import type { Db } from '../db/client.ts';
import {
  accessMap,
  accessMapRevision,
  bay,
  part,
  partRevision,
  person,
  procedure,
  procedureRevision,
} from '../db/schema/index.ts';

export const waitingParts = (db: Db) =>
  db
    .select({ id: part.id, revisionId: partRevision.id, title: part.number, revision: partRevision.revision, state: partRevision.state, author: person.name, writers: partRevision.writers, sentBackFor: partRevision.sentBackFor, at: partRevision.at })
    .from(partRevision)
    .innerJoin(part, eq(part.id, partRevision.partId))
    .innerJoin(person, eq(person.id, partRevision.authorId))
    .where(ne(partRevision.state, 'released')); // prettier-ignore

export const waitingProcedures = (db: Db) =>
  db
    .select({ id: procedure.id, title: procedureRevision.title, bay: bay.name, revision: procedureRevision.revision, state: procedureRevision.state, author: person.name, writers: procedureRevision.writers, sentBackFor: procedureRevision.sentBackFor, at: procedureRevision.at })
    .from(procedureRevision)
    .innerJoin(procedure, eq(procedure.id, procedureRevision.procedureId))
    .innerJoin(bay, eq(bay.id, procedure.bayId))
    .innerJoin(person, eq(person.id, procedureRevision.authorId))
    .where(ne(procedureRevision.state, 'released')); // prettier-ignore

export const waitingMaps = (db: Db) =>
  db
    .select({ id: accessMap.id, title: accessMapRevision.title, bay: bay.name, revision: accessMapRevision.revision, state: accessMapRevision.state, author: person.name, writers: accessMapRevision.writers, sentBackFor: accessMapRevision.sentBackFor, at: accessMapRevision.at })
    .from(accessMapRevision)
    .innerJoin(accessMap, eq(accessMap.id, accessMapRevision.accessMapId))
    .innerJoin(bay, eq(bay.id, accessMap.bayId))
    .innerJoin(person, eq(person.id, accessMapRevision.authorId))
    .where(ne(accessMapRevision.state, 'released')); // prettier-ignore

/** What each revision of a part says of it, the newest first. */
export const revisionTexts = (db: Db, partId: number) =>
  db
    .select({
      id: partRevision.id,
      kind: partRevision.kind,
      description: partRevision.description,
      notes: partRevision.notes,
    })
    .from(partRevision)
    .where(eq(partRevision.partId, partId))
    .orderBy(desc(partRevision.revision));

/** What a released record is called at the counter; '' where none is released. */
export async function releasedTitle(db: Db, kind: RevisionKind, id: number): Promise<string> {
  if (kind === 'part') return (await db.select({ title: part.number }).from(part).where(eq(part.id, id)))[0]?.title ?? '';
  const [revision, owner] = kind === 'access' ? [accessMapRevision, accessMapRevision.accessMapId] : [procedureRevision, procedureRevision.procedureId];
  const [row] = await db
    .select({ title: revision.title })
    .from(revision)
    .where(and(eq(owner, id), eq(revision.state, 'released'), isNull(revision.withdrawnAt)))
    .orderBy(desc(revision.revision))
    .limit(1);
  return row?.title ?? '';
} // prettier-ignore
