import { sql } from 'drizzle-orm';
import type { AccessLender } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';

/** More than this nobody chooses from. */
const LENDERS = 5;

/** A released map of a bay that has something in common with a vehicle: its model with another engine, or its engine in another body. */
export interface LentMap extends AccessLender {
  bayId: number;
  revisionId: number;
  revision: number;
}

export async function lendersFor(
  db: Db,
  vehicle: { bayId: number; modelId: number; engineId: number; year: number },
): Promise<LentMap[]> {
  const { rows } = await db.execute<LentMap & Record<string, unknown>>(sql`
    select * from (
      select distinct on (m.id) m.id as "mapId", b.id as "bayId", b.name as "bayName",
        case when c.model_id = ${vehicle.modelId} then 'model' else 'engine' end as why,
        r.id as "revisionId", r.revision, (c.model_id = ${vehicle.modelId}) as alike, abs(c.year - ${vehicle.year}::int) as apart
      from access_map m
      join bay b on b.id = m.bay_id
      join configuration c on c.bay_id = b.id and c.told is null
      join lateral (
        select id, revision from access_map_revision
        where access_map_id = m.id and state = 'released' and withdrawn_at is null order by revision desc limit 1
      ) r on true
      where b.id <> ${vehicle.bayId} and (c.model_id = ${vehicle.modelId} or c.engine_id = ${vehicle.engineId})
      order by m.id, (c.model_id = ${vehicle.modelId}) desc, abs(c.year - ${vehicle.year}::int)
    ) lent order by alike desc, apart, "mapId" limit ${LENDERS}`);
  return rows.map(({ mapId, bayId, bayName, why, revisionId, revision }) => ({ mapId, bayId, bayName, why, revisionId, revision }));
} // prettier-ignore
