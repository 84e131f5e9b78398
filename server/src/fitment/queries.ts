import { eq, sql } from 'drizzle-orm';
import type { Db } from '../db/client.ts';
import { application, measurement, part, partRevision } from '../db/schema/index.ts';

export const adapterIds = async (db: Db): Promise<number[]> =>
  (await db.select({ id: part.id }).from(part).where(eq(part.kind, 'adapter')).limit(500)).map(
    (row) => row.id,
  );

/** How near two flanges are for one to stand in the other's seat, mm. */
const FLANGE_MM = 1;

export async function thermostatIds(
  db: Db,
  modelId: number,
  flangeMm: number | undefined,
): Promise<number[]> {
  const listed = db
    .selectDistinct({ id: part.id })
    .from(part)
    .innerJoin(application, eq(application.partId, part.id))
    .where(sql`${part.kind} = 'thermostat' and ${application.modelId} = ${modelId}`);
  const alike =
    flangeMm === undefined
      ? Promise.resolve([])
      : db
          .selectDistinct({ id: partRevision.partId })
          .from(measurement)
          .innerJoin(partRevision, eq(partRevision.id, measurement.partRevisionId))
          .where(
            sql`${measurement.subject} = 'thermostat' and ${measurement.key} = 'flange' and ${measurement.value} between ${flangeMm - FLANGE_MM}::float8 and ${flangeMm + FLANGE_MM}::float8`,
          )
          .limit(200);
  return [...new Set((await Promise.all([listed, alike])).flat().map((row) => row.id))];
}
