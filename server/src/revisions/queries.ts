import { and, eq, isNull, sql } from 'drizzle-orm';
import { accessMapRevision, partRevision, procedureRevision } from '../db/schema/index.ts';
import type { Db } from '../db/client.ts';

/** The revision columns that parts, procedures and access maps share, the column that names their owner, and its table. */
export const REVISIONS = {
  part: { table: partRevision, owner: partRevision.partId, owners: 'part' },
  procedure: { table: procedureRevision, owner: procedureRevision.procedureId, owners: 'procedure' },
  access: { table: accessMapRevision, owner: accessMapRevision.accessMapId, owners: 'access_map' },
} as const;
export type RevisionKind = keyof typeof REVISIONS;

export interface RevisionHead {
  id: number;
  revision: number;
  version: number;
  state: 'draft' | 'checked' | 'released';
  authorId: number;
  writers: number[];
}

const headColumns = (kind: RevisionKind) => {
  const { table } = REVISIONS[kind];
  return {
    id: table.id,
    revision: table.revision,
    version: table.version,
    state: table.state,
    authorId: table.authorId,
    writers: table.writers,
  };
};

/** The newest revision of a record that a reader may see. */
export async function headOf(
  db: Db,
  kind: RevisionKind,
  ownerId: number,
  drafts: boolean,
): Promise<RevisionHead | undefined> {
  const { table, owner } = REVISIONS[kind];
  const [row] = await db
    .select(headColumns(kind))
    .from(table)
    .where(
      and(
        eq(owner, ownerId),
        drafts ? undefined : and(eq(table.state, 'released'), isNull(table.withdrawnAt)),
      ),
    )
    .orderBy(sql`${table.revision} desc`)
    .limit(1);
  return row;
}

/** Holds a record for one editor at a time, so that the second of two first edits sees the draft of the first; others may name it. */
export const lockOwner = (db: Db, kind: RevisionKind, ownerId: number): Promise<unknown> =>
  db.execute(
    sql`select 1 from ${sql.identifier(REVISIONS[kind].owners)} where id = ${ownerId} for no key update`,
  );

/** Applies a change to a revision that still is at the version the save is based on. */
export async function advance(
  db: Db,
  kind: RevisionKind,
  head: RevisionHead,
  change: {
    state: 'draft' | 'checked' | 'released';
    writer?: number;
    checkedBy?: number;
    releasedBy?: number;
    /** Released by its own writer. */
    alone?: boolean;
  },
): Promise<boolean> {
  const { table } = REVISIONS[kind];
  const rows = await db
    .update(table)
    .set({
      version: sql`${table.version} + 1`,
      state: change.state,
      ...(change.writer === undefined
        ? {}
        : { writers: [...new Set([...head.writers, change.writer])], checkedBy: null, sentBackFor: null }),
      ...(change.checkedBy === undefined ? {} : { checkedBy: change.checkedBy }),
      ...(change.releasedBy === undefined
        ? {}
        : { releasedBy: change.releasedBy, releasedAt: sql`now()`, alone: change.alone ?? false }),
    })
    .where(and(eq(table.id, head.id), eq(table.version, head.version)))
    .returning({ id: table.id });
  return rows.length === 1;
}

/** Keeps why a draft was sent back; it is a draft again for whoever wrote it. */
export async function sendBackTo(
  db: Db,
  kind: RevisionKind,
  head: RevisionHead,
  reason: string,
): Promise<boolean> {
  const { table } = REVISIONS[kind];
  const rows = await db
    .update(table)
    .set({ version: sql`${table.version} + 1`, state: 'draft', checkedBy: null, sentBackFor: reason })
    .where(and(eq(table.id, head.id), eq(table.version, head.version)))
    .returning({ id: table.id });
  return rows.length === 1;
}

/** Withdraws the newest released revision; false where there is none. */
export async function withdrawFrom(
  db: Db,
  kind: RevisionKind,
  ownerId: number,
  personId: number,
  reason: string,
): Promise<boolean> {
  const head = await headOf(db, kind, ownerId, false);
  if (!head) return false;
  const { table } = REVISIONS[kind];
  const rows = await db
    .update(table)
    .set({ withdrawnBy: personId, withdrawnAt: sql`now()`, withdrawnFor: reason })
    .where(and(eq(table.id, head.id), isNull(table.withdrawnAt)))
    .returning({ id: table.id });
  return rows.length === 1;
}
