import { and, eq, inArray, ne, sql, type SQL } from 'drizzle-orm';
import type { SubjectKind } from '@radiatrix/core/figures';
import type { FigureRecord } from '@radiatrix/contract';
import { anyOf } from '../db/any-of.ts';
import type { Db } from '../db/client.ts';
import { bay, connector, measurement, person, source, type Standing } from '../db/schema/index.ts';

export type FigureRow = FigureRecord & {
  standing: Standing;
  bayId: number | null;
  partRevisionId: number | null;
  sourceGrade: number;
  connectorId: number | null;
};

/** Figures are the bulk of what matching reads: plain rows, without a mapping for each of their cells. */
async function figuresWhere(db: Db, which: SQL): Promise<FigureRow[]> {
  const { rows } = await db.execute<FigureRow & Record<string, unknown> & FigureRow['stamp']>(sql`
    select m.id, m.standing, m.bay_id as "bayId", m.part_revision_id as "partRevisionId", m.key, m.value, m.u,
      coalesce(m.choice, c.code, '') as word, m.connector_id as "connectorId", m.text, m.method,
      m.source_id as "sourceId", s.name as source, s.grade as "sourceGrade", p.name as "by", m.at
    from ${measurement} m join ${source} s on s.id = m.source_id join ${person} p on p.id = m."by" left join ${connector} c on c.id = m.connector_id
    where ${which} order by m.id`);
  return rows.map((row) => ({
    id: row.id,
    standing: row.standing,
    bayId: row.bayId,
    partRevisionId: row.partRevisionId,
    key: row.key,
    value: row.value,
    u: row.u,
    word: row.word,
    connectorId: row.connectorId,
    text: row.text,
    method: row.method,
    sourceId: row.sourceId,
    source: row.source,
    sourceGrade: row.sourceGrade,
    stamp: { by: row.by, at: row.at },
  }));
}

/** What a reader may see of a bay: what is released, or, for who works on the library, as it would be once it is. */
const visible = (drafts: boolean): SQL =>
  drafts ? sql`m.standing <> 'dropping'` : sql`m.standing <> 'draft'`;

export const figuresOfBay = (db: Db, bayId: number, drafts: boolean): Promise<FigureRow[]> =>
  figuresOfBays(db, [bayId], drafts);

export const figuresOfBays = async (db: Db, ids: readonly number[], drafts: boolean): Promise<FigureRow[]> =>
  ids.length === 0 ? [] : figuresWhere(db, sql`${anyOf(sql`m.bay_id`, ids)} and ${visible(drafts)}`);

/** Everything of a bay, what waits for a reviewer and what is to go among it. */
export const everyFigureOfBay = (db: Db, bayId: number): Promise<FigureRow[]> =>
  figuresWhere(db, sql`m.bay_id = ${bayId}`);

export const figuresOfJob = (db: Db, jobId: number): Promise<FigureRow[]> =>
  figuresWhere(db, sql`m.job_id = ${jobId}`);

export const figuresOfRevisions = async (db: Db, ids: readonly number[]): Promise<FigureRow[]> =>
  ids.length === 0 ? [] : figuresWhere(db, anyOf(sql`m.part_revision_id`, ids));

export interface Subject {
  kind: SubjectKind;
  /** A bay or a part revision, by kind. */
  id: number;
}

export const ofSubject = ({ kind, id }: Subject) =>
  kind === 'bay' ? eq(measurement.bayId, id) : eq(measurement.partRevisionId, id);

/** Takes a source's figure of a part's draft away. */
export const removeFigure = (db: Db, subject: Subject, key: string, sourceId: number) =>
  db
    .delete(measurement)
    .where(and(ofSubject(subject), eq(measurement.key, key), eq(measurement.sourceId, sourceId)));

/** A bay's figure is proposed to go: a draft at once, a released one once a reviewer has seen it. */
export async function proposeRemoval(
  db: Db,
  bayId: number,
  key: string,
  sourceId: number,
  personId: number,
): Promise<void> {
  const own = and(eq(measurement.bayId, bayId), eq(measurement.key, key), eq(measurement.sourceId, sourceId));
  await db.delete(measurement).where(and(own, eq(measurement.standing, 'draft')));
  await db
    .update(measurement)
    .set({ standing: 'dropping', proposedBy: personId })
    .where(and(own, eq(measurement.standing, 'released')));
}

/** Bays with figures that wait for a reviewer. */
export const waitingBays = (db: Db) =>
  db
    .select({
      id: bay.id, title: bay.name, version: bay.version, sentBackFor: bay.sentBackFor, at: sql<string>`max(${measurement.at})::text`,
      writers: sql<number[]>`array_agg(distinct ${measurement.proposedBy})`, author: sql<string>`min(${person.name})`,
    })
    .from(measurement)
    .innerJoin(bay, eq(bay.id, measurement.bayId))
    .innerJoin(person, eq(person.id, measurement.proposedBy))
    .where(ne(measurement.standing, 'released'))
    .groupBy(bay.id)
    .orderBy(sql`max(${measurement.at})`); // prettier-ignore

/** What was proposed becomes what everybody sees. */
export async function releaseFigures(db: Db, bayId: number): Promise<void> {
  await db.delete(measurement).where(and(eq(measurement.bayId, bayId), eq(measurement.standing, 'dropping')));
  await db
    .update(measurement)
    .set({ standing: 'released', proposedBy: null })
    .where(and(eq(measurement.bayId, bayId), eq(measurement.standing, 'draft')));
}

export const connectorIds = async (db: Db, codes: readonly string[]): Promise<Map<string, number>> => {
  if (codes.length === 0) return new Map();
  const rows = await db
    .select({ id: connector.id, code: connector.code })
    .from(connector)
    .where(inArray(connector.code, [...codes]));
  return new Map(rows.map((row) => [row.code, row.id]));
};
