import { sql, type SQL } from 'drizzle-orm';
import { anyOf } from '../db/any-of.ts';
import type { Db } from '../db/client.ts';
import type { Kinship, PartKind } from '@radiatrix/core/figures';
import { application, measurement, outcome, part, partRevision } from '../db/schema/index.ts';

/** At most so many unlisted parts come in for a vehicle, the nearest first. */
const ALIKE = 12;
/** For more bays than this at once, parts that nobody lists are left out: the question is still which vehicle it is. */
const BAYS_ALIKE = 12;
/** Unlisted parts come in when they are this close, in mm, where it counts: pins for a radiator, holes for the rest. */
const NEAR_MM = 6;

/**
 * The parts of a kind whose two figures lie nearest to a bay's: the first is looked up by index, the second weighed. The
 * `offset` keeps it so: PostgreSQL does not know what a bay needs, and would read every part's second figure instead.
 */
const near = (subject: SQL, first: string, second: string): SQL => sql`(
  select a.part_revision_id as revision, abs(a.value - need.${sql.raw(`"${first}"`)}) + abs(b.value - need.${sql.raw(`"${second}"`)}) as apart
  from measurement a cross join lateral (
    select value from measurement where part_revision_id = a.part_revision_id and subject = a.subject and key = ${second} offset 0
  ) b
  where a.subject = ${subject} and a.key = ${first} and a.value between need.${sql.raw(`"${first}"`)} - ${NEAR_MM}::float8 and need.${sql.raw(`"${first}"`)} + ${NEAR_MM}::float8
    and b.value between need.${sql.raw(`"${second}"`)} - ${NEAR_MM}::float8 and need.${sql.raw(`"${second}"`)} + ${NEAR_MM}::float8
  order by apart, revision limit ${ALIKE})`; // prettier-ignore

const NEEDED = ['pinSpacing', 'topMountSpacing', 'fanMountWidth', 'fanMountHeight'] as const;

const nearest = (bayIds: readonly number[]): SQL => sql`
  with need as materialized (
    select ${sql.join(NEEDED.map((key) => sql`min(value) filter (where key = ${key}) as ${sql.raw(`"${key}"`)}`), sql`, `)}
    from measurement where bay_id = any(${sql.param([...bayIds])}::int[]) and key in (${sql.join(NEEDED.map((key) => sql`${key}`), sql`, `)}) group by bay_id
  )
  select distinct r.part_id as id from need
  cross join lateral (${near(sql`'radiator'`, 'pinSpacing', 'topMountSpacing')} union all ${near(sql`'shroud'`, 'fanMountWidth', 'fanMountHeight')} union all ${near(sql`'fan'`, 'fanMountWidth', 'fanMountHeight')}) as close
  join part_revision r on r.id = close.revision`; // prettier-ignore

/**
 * Parts that could concern some vehicles: those any source names for their models (near misses included, so that the
 * answer can say why not), those tried in such a bay, and those whose mounts measure alike though nobody lists them.
 */
export async function candidateIds(
  db: Db,
  modelIds: readonly number[],
  bayIds: readonly number[],
  /** Whether parts that nobody lists come in for measuring alike. */
  unlisted = true,
): Promise<number[]> {
  if (modelIds.length === 0) return [];
  const listed = db
    .selectDistinct({ id: application.partId })
    .from(application)
    .where(anyOf(application.modelId, modelIds));
  const tried = db
    .selectDistinct({ id: partRevision.partId })
    .from(outcome)
    .innerJoin(partRevision, sql`${partRevision.id} = ${outcome.partRevisionId}`)
    .where(anyOf(outcome.bayId, bayIds));
  const alike =
    !unlisted || bayIds.length > BAYS_ALIKE
      ? Promise.resolve({ rows: [] })
      : db.execute<{ id: number }>(nearest(bayIds));
  const found = await Promise.all([listed, tried, alike.then((result) => result.rows)]);
  return [...new Set(found.flat().map((row) => row.id))];
}

/** Of a kind that no source lists for a model at most so many are tried, the nearest first. */
const UNLISTED = 40;
/** The figure of a kind, and the bay's that it must meet, by which the nearest are found. */
const NEAREST_BY: Partial<Record<PartKind, readonly [own: string, bay: string]>> = {
  thermostat: ['flange', 'thermostatFlange'],
  module: ['holes', 'moduleHoles'],
  motor: ['shaftDiameter', 'shaftDiameter'],
  mount: ['outer', 'supportHole'],
  tank: ['holes', 'tankHoles'],
};

/** Parts of a kind, listed or not: the nearest to a bay first, and how many are on record. */
export async function ofKind(db: Db, kind: PartKind, bayId: number): Promise<{ ids: number[]; onRecord: number }> {
  const [own, bay] = NEAREST_BY[kind] ?? ['', ''];
  const apart = sql`abs((select min(m.value) from ${measurement} m join ${partRevision} r on r.id = m.part_revision_id where r.part_id = ${part.id} and m.subject::text = ${kind} and m.key = ${own})
    - (select min(value) from ${measurement} where bay_id = ${bayId} and key = ${bay}))`;
  const rows = await db
    .select({ id: part.id, all: sql<number>`count(*) over ()::int` })
    .from(part)
    .where(sql`${part.kind} = ${kind}`)
    .orderBy(sql`${apart} nulls last`, part.id)
    .limit(UNLISTED);
  return { ids: rows.map(({ id }) => id), onRecord: rows[0]?.all ?? 0 };
} // prettier-ignore

/** Whether any of these parts is of the kind. */
export async function isOneOf(db: Db, ids: readonly number[], kind: PartKind): Promise<boolean> {
  const [row] = await db.select({ id: part.id }).from(part).where(sql`${anyOf(part.id, ids)} and ${part.kind} = ${kind}`).limit(1); // prettier-ignore
  return row !== undefined;
}

/** More relatives than this add little. */
const RELATIVES = 4;

/** Bays that have something in common with a vehicle, nearest first: its model with another engine, its engine in another body. */
export async function relatedBays(
  db: Db,
  vehicle: { bayId: number; modelId: number; engineId: number; year: number },
): Promise<{ bayId: number; bay: string; why: Kinship }[]> {
  const { rows } = await db.execute<{ bayId: number; bay: string; why: Kinship }>(sql`
    select "bayId", bay, why from (
      select distinct on (b.id) b.id as "bayId", b.name as bay,
        (c.model_id = ${vehicle.modelId})::int * 2 + (c.engine_id = ${vehicle.engineId})::int as alike,
        case when c.model_id <> ${vehicle.modelId} then 'engine' when c.engine_id = ${vehicle.engineId} then 'both' else 'model' end as why, abs(c.year - ${vehicle.year}::int) as apart
      from configuration c join bay b on b.id = c.bay_id
      where c.told is null and b.id <> ${vehicle.bayId} and (c.model_id = ${vehicle.modelId} or c.engine_id = ${vehicle.engineId})
      order by b.id, alike desc, apart
    ) related order by alike desc, apart, "bayId" limit ${RELATIVES}`);
  return rows;
} // prettier-ignore
