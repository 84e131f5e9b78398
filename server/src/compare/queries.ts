import { desc, eq, sql } from 'drizzle-orm';
import type { ComparisonDocument } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { application, comparison, measurement, part, partRevision, person } from '../db/schema/index.ts';

const columns = {
  id: comparison.id,
  jobId: comparison.jobId,
  title: comparison.title,
  address: comparison.address,
  findings: comparison.findings,
  by: person.name,
  at: comparison.at,
};

/** The newest of one job; more than anybody holds side by side. */
const SHOWN = 100;

export const comparisonRows = (db: Db, jobId: number) =>
  db
    .select(columns)
    .from(comparison)
    .innerJoin(person, eq(person.id, comparison.by))
    .where(eq(comparison.jobId, jobId))
    .orderBy(desc(comparison.id))
    .limit(SHOWN);

export async function insertComparison(db: Db, jobId: number, document: ComparisonDocument): Promise<number> {
  const [row] = await db
    .insert(comparison)
    .values({ jobId, ...document })
    .returning({ id: comparison.id });
  return row!.id;
}

export async function deleteComparison(db: Db, id: number): Promise<boolean> {
  return (
    (await db.delete(comparison).where(eq(comparison.id, id)).returning({ id: comparison.id })).length === 1
  );
}

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
