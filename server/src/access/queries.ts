import { and, eq, isNull, sql } from 'drizzle-orm';
import type { AccessMap, PastCount } from '@radiatrix/core/access';
import type { Db } from '../db/client.ts';
import { accessMap, accessMapRevision, bay, person } from '../db/schema/index.ts';

/** What a revision of a map says. */
export async function mapOf(db: Db, revisionId: number): Promise<AccessMap | undefined> {
  const [row] = await db
    .select({ document: accessMapRevision.document })
    .from(accessMapRevision)
    .where(eq(accessMapRevision.id, revisionId));
  return row?.document;
}

export async function accessHead(db: Db, id: number, revisionId: number) {
  const [row] = await db
    .select({
      id: accessMap.id,
      bayId: accessMap.bayId,
      bayName: bay.name,
      author: person.name,
      at: accessMapRevision.at,
      releasedAt: accessMapRevision.releasedAt,
      withdrawnFor: accessMapRevision.withdrawnFor,
    })
    .from(accessMap)
    .innerJoin(bay, eq(bay.id, accessMap.bayId))
    .innerJoin(accessMapRevision, eq(accessMapRevision.id, revisionId))
    .innerJoin(person, eq(person.id, accessMapRevision.authorId))
    .where(and(eq(accessMap.id, id), eq(accessMapRevision.accessMapId, id)));
  return row;
}

/** The map of a bay with its newest revision that a reader may see. */
export async function accessOfBay(db: Db, bayId: number, drafts: boolean) {
  const [row] = await db
    .select({
      id: accessMap.id,
      title: accessMapRevision.title,
      state: accessMapRevision.state,
      revisionId: accessMapRevision.id,
      revision: accessMapRevision.revision,
    })
    .from(accessMap)
    .innerJoin(accessMapRevision, eq(accessMapRevision.accessMapId, accessMap.id))
    .where(
      and(
        eq(accessMap.bayId, bayId),
        drafts
          ? undefined
          : and(eq(accessMapRevision.state, 'released'), isNull(accessMapRevision.withdrawnAt)),
      ),
    )
    .orderBy(sql`${accessMapRevision.revision} desc`)
    .limit(1);
  return row;
}

/** A revision by its own id, whatever became of it since: a job keeps the one that it began with. */
export async function accessRevision(db: Db, revisionId: number) {
  const [row] = await db
    .select({
      id: accessMap.id,
      bayId: accessMap.bayId,
      revisionId: accessMapRevision.id,
      revision: accessMapRevision.revision,
      state: accessMapRevision.state,
      withdrawnFor: accessMapRevision.withdrawnFor,
    })
    .from(accessMapRevision)
    .innerJoin(accessMap, eq(accessMap.id, accessMapRevision.accessMapId))
    .where(eq(accessMapRevision.id, revisionId));
  return row;
}

export async function insertAccess(db: Db, bayId: number): Promise<number> {
  const [row] = await db.insert(accessMap).values({ bayId }).returning({ id: accessMap.id });
  return row!.id;
}

export async function insertAccessRevision(
  db: Db,
  accessMapId: number,
  revision: number,
  personId: number,
  document: AccessMap,
): Promise<number> {
  const [row] = await db
    .insert(accessMapRevision)
    .values({
      accessMapId,
      revision,
      title: document.title,
      document,
      authorId: personId,
      writers: [personId],
    })
    .returning({ id: accessMapRevision.id });
  return row!.id;
}

export const writeMap = (db: Db, revisionId: number, document: AccessMap): Promise<unknown> =>
  db
    .update(accessMapRevision)
    .set({ title: document.title, document })
    .where(eq(accessMapRevision.id, revisionId));

/** What came out missing or broken, by place of the tray, on jobs that took a way of this map. */
export async function pastCounts(db: Db, mapId: number): Promise<PastCount[]> {
  const { rows } = await db.execute<{ tray: string; jobs: number; missing: number; broken: number }>(sql`
    select out.payload ->> 'tray' as tray, count(distinct out.job_id)::int as jobs,
      sum((out.payload ->> 'missing')::int)::int as missing, sum((out.payload ->> 'broken')::int)::int as broken
    from job_event out
    where out.kind = 'fasteners out' and out.standing in ('counts', 'handed in')
      and exists (select 1 from job_event way where way.job_id = out.job_id and way.kind = 'way chosen' and way.payload ->> 'mapId' = ${String(mapId)})
      and not exists (select 1 from job_event gone where gone.job_id = out.job_id and gone.kind = 'undone' and gone.payload ->> 'event' = out.id::text)
      and not exists (select 1 from job_event newer where newer.job_id = out.job_id and newer.kind = 'fasteners out' and newer.payload -> 'over' ? out.id::text)
    group by 1 order by 1`);
  return rows;
}
