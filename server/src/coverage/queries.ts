import { and, desc, eq, sql } from 'drizzle-orm';
import type { AuditClaim } from '@radiatrix/core/application';
import type { PartKind } from '@radiatrix/core/figures';
import type { ModelLine } from '@radiatrix/contract';
import { anyOf } from '../db/any-of.ts';
import type { Db } from '../db/client.ts';
import { seenPart } from '../db/visible.ts';
import { claims } from '../parts/queries.ts';
import { application, configuration, measureMark, model, part, person } from '../db/schema/index.ts';

/** Models with their counts, in reading order; the counts come from the indexes alone. */
export async function modelCounts(db: Db): Promise<ModelLine[]> {
  const vehicles = db.$with('vehicles').as(
    db
      .select({ id: configuration.modelId, count: sql<number>`count(*)::int`.as('vehicle_count') })
      .from(configuration)
      .groupBy(configuration.modelId),
  );
  const lines = db.$with('lines').as(
    db
      .select({ id: application.modelId, count: sql<number>`count(*)::int`.as('line_count') })
      .from(application)
      .groupBy(application.modelId),
  );
  return db
    .with(vehicles, lines)
    .select({
      id: model.id,
      makeId: model.makeId,
      name: model.name,
      vehicles: sql<number>`coalesce(${vehicles.count}, 0)`,
      lines: sql<number>`coalesce(${lines.count}, 0)`,
    })
    .from(model)
    .leftJoin(vehicles, eq(vehicles.id, model.id))
    .leftJoin(lines, eq(lines.id, model.id))
    .orderBy(model.name);
}

/** The claims on some models about parts of one kind. */
export async function claimsOfKind(
  db: Db,
  modelIds: readonly number[],
  kind: PartKind,
  drafts: boolean,
): Promise<AuditClaim[]> {
  const parts = await db
    .selectDistinct({ id: part.id })
    .from(application)
    .innerJoin(part, eq(part.id, application.partId))
    .where(and(anyOf(application.modelId, modelIds), eq(part.kind, kind)));
  const held = await claims(db, { modelIds, partIds: parts.map(({ id }) => id), drafts });
  return held.map((claim) => ({ ...claim, kind }));
}

const markColumns = {
  id: measureMark.id,
  partId: measureMark.partId,
  vehicleId: measureMark.configurationId,
  note: measureMark.note,
};

export const marksOfVehicles = (db: Db, modelId: number, drafts: boolean) =>
  db
    .select(markColumns)
    .from(measureMark)
    .innerJoin(configuration, eq(configuration.id, measureMark.configurationId))
    .where(and(eq(configuration.modelId, modelId), seenPart(drafts, measureMark.partId)));

export const markLines = (db: Db, drafts: boolean) =>
  db
    .select({
      ...markColumns,
      number: part.number,
      model: model.name,
      year: configuration.year,
      by: person.name,
    })
    .from(measureMark)
    .innerJoin(part, eq(part.id, measureMark.partId))
    .innerJoin(configuration, eq(configuration.id, measureMark.configurationId))
    .innerJoin(model, eq(model.id, configuration.modelId))
    .innerJoin(person, eq(person.id, measureMark.by))
    .where(seenPart(drafts, part.id))
    .orderBy(desc(measureMark.id))
    .limit(100);

export const insertMarks = (db: Db, partId: number, vehicleIds: readonly number[], note: string) =>
  db
    .insert(measureMark)
    .values(vehicleIds.map((configurationId) => ({ partId, configurationId, note })))
    .onConflictDoNothing();

export const deleteMark = async (db: Db, id: number): Promise<boolean> =>
  (await db.delete(measureMark).where(eq(measureMark.id, id)).returning({ id: measureMark.id })).length === 1;
