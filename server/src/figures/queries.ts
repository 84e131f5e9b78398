import { and, eq, inArray, sql, type SQL } from 'drizzle-orm';
import type { SubjectKind } from '@radiatrix/core/figures';
import type { FigureRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { connector, measurement, person, source } from '../db/schema/index.ts';

export type FigureRow = FigureRecord & {
  bayId: number | null;
  partRevisionId: number | null;
  sourceGrade: number;
  connectorId: number | null;
};

/** Figures are the bulk of what matching reads: plain rows, without a mapping for each of their cells. */
async function figuresWhere(db: Db, which: SQL): Promise<FigureRow[]> {
  const { rows } = await db.execute<Record<string, unknown>>(sql`
    select m.id, m.bay_id as "bayId", m.part_revision_id as "partRevisionId", m.key, m.value, m.u,
      coalesce(m.choice, c.code, '') as word, m.connector_id as "connectorId", m.text, m.method,
      m.source_id as "sourceId", s.name as source, s.grade as "sourceGrade", p.name as "by", m.at
    from ${measurement} m join ${source} s on s.id = m.source_id join ${person} p on p.id = m."by" left join ${connector} c on c.id = m.connector_id
    where ${which} order by m.id`);
  for (const row of rows) {
    row.stamp = { by: row.by, at: row.at };
    delete row.by;
    delete row.at;
  }
  return rows as unknown as FigureRow[];
} // prettier-ignore

const inIds = (column: SQL, ids: readonly number[]): SQL =>
  sql`${column} in (${sql.join(ids.map((id) => sql`${id}`), sql`, `)})`; // prettier-ignore

export const figuresOfBay = (db: Db, bayId: number): Promise<FigureRow[]> => figuresOfBays(db, [bayId]);

export const figuresOfBays = async (db: Db, ids: readonly number[]): Promise<FigureRow[]> =>
  ids.length === 0 ? [] : figuresWhere(db, inIds(sql`m.bay_id`, ids));

export const figuresOfRevisions = async (db: Db, ids: readonly number[]): Promise<FigureRow[]> =>
  ids.length === 0 ? [] : figuresWhere(db, inIds(sql`m.part_revision_id`, ids));

export interface Subject {
  kind: SubjectKind;
  /** A bay or a part revision, by kind. */
  id: number;
}

export const ofSubject = ({ kind, id }: Subject) =>
  kind === 'bay' ? eq(measurement.bayId, id) : eq(measurement.partRevisionId, id);

export const removeFigure = (db: Db, subject: Subject, key: string, sourceId: number) =>
  db
    .delete(measurement)
    .where(and(ofSubject(subject), eq(measurement.key, key), eq(measurement.sourceId, sourceId)));

export const connectorIds = async (db: Db, codes: readonly string[]): Promise<Map<string, number>> => {
  if (codes.length === 0) return new Map();
  const rows = await db
    .select({ id: connector.id, code: connector.code })
    .from(connector)
    .where(inArray(connector.code, [...codes]));
  return new Map(rows.map((row) => [row.code, row.id]));
};
