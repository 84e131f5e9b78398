import { and, desc, eq, isNull, or, sql } from 'drizzle-orm';
import type { CalendarFeed, Workshop } from '@radiatrix/contract';
import type { JobStage } from '@radiatrix/core/job';
import type { Db } from '../db/client.ts';
import { calendarFeed, dayPlan, job, person, workshop } from '../db/schema/index.ts';

export async function workshopRow(db: Db) {
  const [row] = await db
    .select({ version: workshop.version, document: workshop.document, by: person.name, at: workshop.at })
    .from(workshop)
    .innerJoin(person, eq(person.id, workshop.by));
  return row;
}

/** Puts a workshop in the place of that version; false where somebody was quicker. */
export async function writeWorkshop(
  db: Db,
  document: Workshop,
  version: number,
  personId: number,
): Promise<boolean> {
  const rows =
    version === 0
      ? await db.insert(workshop).values({ document }).onConflictDoNothing().returning({ id: workshop.id })
      : await db
          .update(workshop)
          .set({ document, version: version + 1, by: personId, at: new Date().toISOString() })
          .where(eq(workshop.version, version))
          .returning({ id: workshop.id });
  return rows.length === 1;
}

export interface PlannableRow {
  id: number;
  version: number;
  label: string;
  stage: JobStage;
  configurationId: number;
  openerId: number;
  handedTo: number | null;
}
const plannable = () =>
  and(or(eq(job.closed, false), eq(job.waits, 'a look the next day')), sql`${job.waits} is not null`);

/** Jobs with something left to do: what is promised soonest first, then what was heard of last. */
export const plannableJobs = (db: Db, most: number): Promise<PlannableRow[]> =>
  db
    .select({
      id: job.id,
      version: job.version,
      label: job.label,
      stage: job.stage,
      configurationId: job.configurationId,
      openerId: job.by,
      handedTo: job.handedTo,
    })
    .from(job)
    .where(plannable())
    .orderBy(sql`${job.readyBy} asc nulls last`, desc(job.heardAt), job.id)
    .limit(most);

export const plannableCount = (db: Db): Promise<number> => db.$count(job, plannable());

export interface KeptPlan {
  basis: string;
  document: unknown;
}
export async function keptPlan(db: Db): Promise<KeptPlan | undefined> {
  const [row] = await db.select({ basis: dayPlan.basis, document: dayPlan.document }).from(dayPlan);
  return row;
}
export const keepPlan = (db: Db, basis: string, document: unknown, madeAt: string): Promise<unknown> =>
  db
    .insert(dayPlan)
    .values({ basis, document, madeAt })
    .onConflictDoUpdate({ target: dayPlan.id, set: { basis, document, madeAt } });

/** Feeds of one person, or of everybody and every bay. */
export async function feedRows(db: Db, personId: number | undefined): Promise<Omit<CalendarFeed, 'name'>[]> {
  const rows = await db
    .select({ id: calendarFeed.id, personId: calendarFeed.personId, bay: calendarFeed.bay, readAt: calendarFeed.readAt, by: person.name, at: calendarFeed.at })
    .from(calendarFeed)
    .innerJoin(person, eq(person.id, calendarFeed.by))
    .where(personId === undefined ? undefined : eq(calendarFeed.personId, personId))
    .orderBy(calendarFeed.id);
  return rows.map(({ by, at, readAt, ...row }) => ({ ...row, readAt: readAt && new Date(readAt).toISOString(), stamp: { by, at } }));
} // prettier-ignore

export async function insertFeed(
  db: Db,
  secretHash: string,
  of: { personId: number | null; bay: string | null },
): Promise<number> {
  const [row] = await db
    .insert(calendarFeed)
    .values({ secretHash, ...of })
    .returning({ id: calendarFeed.id });
  return row!.id;
}

/** Ends a feed; false where there is none of that id (of that person). */
export const deleteFeed = async (db: Db, id: number, personId: number | undefined): Promise<boolean> =>
  (
    await db
      .delete(calendarFeed)
      .where(
        and(
          eq(calendarFeed.id, id),
          personId === undefined ? undefined : eq(calendarFeed.personId, personId),
        ),
      ) // prettier-ignore
      .returning({ id: calendarFeed.id })
  ).length === 1;

/** What is followed under a secret, noted as read; undefined where nothing is, or whoever it is of has left. */
export async function feedOf(
  db: Db,
  secretHash: string,
): Promise<{ personId: number | null; bay: string | null; name: string | null } | undefined> {
  const [row] = await db
    .select({ id: calendarFeed.id, personId: calendarFeed.personId, bay: calendarFeed.bay, name: person.name })
    .from(calendarFeed)
    .leftJoin(person, eq(person.id, calendarFeed.personId))
    .where(and(eq(calendarFeed.secretHash, secretHash), or(isNull(calendarFeed.personId), eq(person.active, true)))); // prettier-ignore
  if (!row) return undefined;
  await db.update(calendarFeed).set({ readAt: new Date().toISOString() }).where(eq(calendarFeed.id, row.id));
  return row;
}
