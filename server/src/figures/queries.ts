import { and, eq, inArray, sql } from 'drizzle-orm';
import type { SubjectKind } from '@radiatrix/core/fit';
import type { FigureRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { connector, measurement, person, source } from '../db/schema/index.ts';

export type FigureRow = FigureRecord & {
  bayId: number | null;
  partRevisionId: number | null;
  sourceGrade: number;
  connectorId: number | null;
};

const columns = {
  id: measurement.id,
  bayId: measurement.bayId,
  partRevisionId: measurement.partRevisionId,
  key: measurement.key,
  value: measurement.value,
  u: measurement.u,
  word: sql<string>`coalesce(${measurement.choice}, ${connector.code}, '')`,
  connectorId: measurement.connectorId,
  text: measurement.text,
  method: measurement.method,
  sourceId: measurement.sourceId,
  source: source.name,
  sourceGrade: source.grade,
  by: person.name,
  at: measurement.at,
};

const select = (db: Db) =>
  db
    .select(columns)
    .from(measurement)
    .innerJoin(source, eq(source.id, measurement.sourceId))
    .innerJoin(person, eq(person.id, measurement.by))
    .leftJoin(connector, eq(connector.id, measurement.connectorId));

const shape = (rows: Awaited<ReturnType<typeof select>>): FigureRow[] =>
  rows.map(({ by, at, ...row }) => ({ ...row, stamp: { by, at } }));

export const figuresOfBay = async (db: Db, bayId: number): Promise<FigureRow[]> =>
  shape(await select(db).where(eq(measurement.bayId, bayId)).orderBy(measurement.id));

export const figuresOfBays = async (db: Db, ids: readonly number[]): Promise<FigureRow[]> =>
  ids.length === 0
    ? []
    : shape(
        await select(db)
          .where(inArray(measurement.bayId, [...ids]))
          .orderBy(measurement.id),
      );

export const figuresOfRevisions = async (db: Db, ids: readonly number[]): Promise<FigureRow[]> =>
  ids.length === 0
    ? []
    : shape(
        await select(db)
          .where(inArray(measurement.partRevisionId, [...ids]))
          .orderBy(measurement.id),
      );

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
