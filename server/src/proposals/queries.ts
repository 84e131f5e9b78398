import { and, desc, eq, sql, type SQL } from 'drizzle-orm';
import type { ProposalSubject } from '@radiatrix/contract';
import { NAMED_SOMEWHERE, partIsSeen } from '../db/visible.ts';
import type { Db } from '../db/client.ts';
import { person, proposal } from '../db/schema/index.ts';

/** What makes a record one that everybody sees; everything else only those see who work on the library. */
const SEEN: Record<ProposalSubject, (id: number) => SQL> = {
  part: (id) => sql`select 1 where ${partIsSeen(sql`${id}`)}`,
  procedure: (id) => sql`select 1 from procedure_revision where procedure_id = ${id} and state = 'released' and withdrawn_at is null`,
  access: (id) => sql`select 1 from access_map_revision where access_map_id = ${id} and state = 'released' and withdrawn_at is null`,
  bay: (id) => sql`select 1 where ${NAMED_SOMEWHERE.bay(sql`${id}`)}`,
  connector: (id) => sql`select 1 from measurement where connector_id = ${id}
    union all select 1 from step where connector_id = ${id}`,
  make: (id) => sql`select 1 where ${NAMED_SOMEWHERE.make(sql`${id}`)}`,
  model: (id) => sql`select 1 where ${NAMED_SOMEWHERE.model(sql`${id}`)}`,
  engine: (id) => sql`select 1 where ${NAMED_SOMEWHERE.engine(sql`${id}`)}`,
  transmission: (id) => sql`select 1 where ${NAMED_SOMEWHERE.transmission(sql`${id}`)}`,
  source: (id) => sql`select 1 where ${NAMED_SOMEWHERE.source(sql`${id}`)}`,
  configuration: (id) => sql`select 1 from configuration where id = ${id} and told is null`,
  'vin-pattern': () => sql`select 1`,
  'diagnosis': () => sql`select 1`,
}; // prettier-ignore

/** Whether a counter clerk or an installer meets this record anywhere. */
export async function everybodySees(db: Db, subject: ProposalSubject, id: number): Promise<boolean> {
  const { rows } = await db.execute<{ seen: boolean }>(sql`select exists (${SEEN[subject](id)}) as seen`);
  return rows[0]!.seen;
}

export type ProposalRow = typeof proposal.$inferSelect;

export async function insertProposal(
  db: Db,
  values: Omit<typeof proposal.$inferInsert, 'id' | 'state'>,
): Promise<number> {
  const [row] = await db.insert(proposal).values(values).returning({ id: proposal.id });
  return row!.id;
}

const waiting = eq(proposal.state, 'waiting');

/** What was proposed and waits, without the bytes of photographs. */
export const waitingProposals = (db: Db) =>
  db
    .select({
      id: proposal.id,
      personId: proposal.personId,
      title: proposal.title,
      about: proposal.about,
      aboutId: proposal.aboutId,
      version: proposal.version,
      sentBackFor: proposal.sentBackFor,
      author: person.name,
      at: sql<string>`${proposal.at}::text`,
    })
    .from(proposal)
    .innerJoin(person, eq(person.id, proposal.personId))
    .where(waiting)
    .orderBy(desc(proposal.id));

export async function waitingProposal(db: Db, id: number): Promise<ProposalRow | undefined> {
  const [row] = await db
    .select()
    .from(proposal)
    .where(and(eq(proposal.id, id), waiting));
  return row;
}

/** Moves a waiting proposal on; false when somebody was quicker. */
const moveOn = async (
  db: Db,
  row: Pick<ProposalRow, 'id' | 'version'>,
  change: Partial<ProposalRow> | Record<string, unknown>,
): Promise<boolean> =>
  (
    await db
      .update(proposal)
      .set({ ...change, version: sql`${proposal.version} + 1` })
      .where(and(eq(proposal.id, row.id), eq(proposal.version, row.version), waiting))
      .returning({ id: proposal.id })
  ).length === 1;

export const markReleased = (
  db: Db,
  row: Pick<ProposalRow, 'id' | 'version' | 'personId'>,
  personId: number,
) =>
  moveOn(db, row, {
    state: 'released',
    releasedBy: personId,
    releasedAt: sql`now()`,
    alone: row.personId === personId,
  });
export const markSentBack = (db: Db, row: Pick<ProposalRow, 'id' | 'version'>, reason: string) =>
  moveOn(db, row, { sentBackFor: reason });
export const markTakenBack = (db: Db, row: Pick<ProposalRow, 'id' | 'version'>) =>
  moveOn(db, row, { state: 'taken back' });
