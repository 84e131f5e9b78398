import { and, asc, eq, isNotNull } from 'drizzle-orm';
import type { SeenMinutes } from '@radiatrix/core/filing';
import { minutesOf, type JobState } from '@radiatrix/core/job';
import { backStep, outStep } from '@radiatrix/core/access';
import type { Amount } from '@radiatrix/core/coolant';
import type { Db } from '../db/client.ts';
import { measurement, operationMinutes, source } from '../db/schema/index.ts';

/** Keeps what the steps of a closed job took; an open one tells nothing. */
export async function keepMinutes(db: Db, jobId: number, state: JobState): Promise<void> {
  const { way, closed, delays } = state;
  const rows =
    way && closed?.outcome === 'done'
      ? way.operations.flatMap((code) => [outStep(code), backStep(code)]).flatMap((step) => {
          const minutes = minutesOf(state, step);
          return minutes === undefined || !(minutes > 0)
            ? []
            : [{ jobId, mapId: way.mapId, step, minutes, delay: delays.find((each) => each.step === step)?.why ?? null }];
        })
      : []; // prettier-ignore
  await db.delete(operationMinutes).where(eq(operationMinutes.jobId, jobId));
  if (rows.length > 0) await db.insert(operationMinutes).values(rows);
}

export const minutesOfMap = (db: Db, mapId: number): Promise<SeenMinutes[]> =>
  db
    .select({
      job: operationMinutes.jobId,
      operation: operationMinutes.step,
      minutes: operationMinutes.minutes,
      delay: operationMinutes.delay,
    })
    .from(operationMinutes)
    .where(eq(operationMinutes.mapId, mapId))
    .orderBy(operationMinutes.jobId, operationMinutes.step);

/** The source that figures of jobs are kept under: of those of grade 1 the first. */
export const sourceOfJobs = async (db: Db): Promise<{ id: number; name: string } | undefined> =>
  (
    await db
      .select({ id: source.id, name: source.name })
      .from(source)
      .where(eq(source.grade, 1))
      .orderBy(asc(source.id))
      .limit(1)
  )[0];

/** Litres that earlier jobs gave for a bay, released or waiting: what is filed now is weighed with them. */
export async function filedLitres(
  db: Db,
  bayId: number,
  sourceId: number,
  keys: readonly string[],
): Promise<Record<string, Amount>> {
  const rows = await db
    .select({ key: measurement.key, value: measurement.value, u: measurement.u })
    .from(measurement)
    .where(
      and(eq(measurement.bayId, bayId), eq(measurement.sourceId, sourceId), isNotNull(measurement.value)),
    );
  return Object.fromEntries(
    rows.flatMap(({ key, value, u }) =>
      keys.includes(key) && value !== null && u ? [[key, { value, u }]] : [],
    ),
  );
}
