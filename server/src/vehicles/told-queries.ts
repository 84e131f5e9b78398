import { and, desc, eq, isNotNull, sql } from 'drizzle-orm';
import type { Db } from '../db/client.ts';
import { bay, configuration, engine, make, model, person, transmission } from '../db/schema/index.ts';

/** The make of that name, however it is written; a new one where there is none. */
export async function makeNamed(db: Db, name: string): Promise<number> {
  const [held] = await db
    .select({ id: make.id })
    .from(make)
    .where(sql`lower(${make.name}) = lower(${name})`);
  return held?.id ?? (await db.insert(make).values({ name }).returning({ id: make.id }))[0]!.id;
}

/** The model of that name and make; a new one, of this one model year, where there is none. */
export async function modelNamed(db: Db, makeId: number, name: string, year: number): Promise<number> {
  const [held] = await db
    .select({ id: model.id })
    .from(model)
    .where(and(eq(model.makeId, makeId), sql`lower(${model.name}) = lower(${name})`));
  if (held) return held.id;
  const rows = await db
    .insert(model)
    .values({ makeId, name, nicknames: [], life: [year, year] })
    .returning({ id: model.id });
  return rows[0]!.id;
}

/** The engine or transmission of that code; a new one as described where there is none. */
export async function engineCoded(db: Db, values: typeof engine.$inferInsert): Promise<number> {
  const [held] = await db.select({ id: engine.id }).from(engine).where(eq(engine.code, values.code));
  return held?.id ?? (await db.insert(engine).values(values).returning({ id: engine.id }))[0]!.id;
}
export async function transmissionCoded(db: Db, values: typeof transmission.$inferInsert): Promise<number> {
  const [held] = await db
    .select({ id: transmission.id })
    .from(transmission)
    .where(eq(transmission.code, values.code));
  return held?.id ?? (await db.insert(transmission).values(values).returning({ id: transmission.id }))[0]!.id;
}

/** A bay of its own for a vehicle whose bay nobody knows; a name that is taken gets the next number behind it. */
export async function newBay(db: Db, name: string): Promise<number> {
  const taken = await db
    .select({ name: bay.name })
    .from(bay)
    .where(sql`starts_with(${bay.name}, ${name})`);
  const names = new Set(taken.map((row) => row.name));
  let free = name;
  for (let next = 2; names.has(free); next += 1) free = `${name} (${next})`;
  return (await db.insert(bay).values({ name: free }).returning({ id: bay.id }))[0]!.id;
}

export const insertConfiguration = async (
  db: Db,
  values: typeof configuration.$inferInsert,
): Promise<number> =>
  (await db.insert(configuration).values(values).returning({ id: configuration.id }))[0]!.id;

/** Vehicles recorded as told that wait for a reviewer, the oldest first. */
export const waitingTold = (db: Db) =>
  db
    .select({
      id: configuration.id,
      told: sql<string>`${configuration.told}`,
      version: sql<number>`(1000 * extract(epoch from ${configuration.at}))::double precision`,
      sentBackFor: configuration.sentBackFor,
      /** Who told it, and who changed it last. */
      toldBy: sql<number>`${configuration.toldBy}`,
      changedBy: configuration.by,
      author: person.name,
      at: configuration.at,
    })
    .from(configuration)
    .innerJoin(person, eq(person.id, configuration.toldBy))
    .where(isNotNull(configuration.told))
    .orderBy(desc(configuration.id));

/** Settles a vehicle that was told: kept by the library, or sent back with the reason; false where it is settled already. */
export const settleTold = async (db: Db, id: number, sentBackFor: string | null): Promise<boolean> =>
  (
    await db
      .update(configuration)
      .set(sentBackFor === null ? { told: null, toldBy: null, sentBackFor: null } : { sentBackFor })
      .where(and(eq(configuration.id, id), isNotNull(configuration.told)))
      .returning({ id: configuration.id })
  ).length === 1;

/** Which of the names a vehicle goes by no reviewed vehicle has: what came in with it. */
export async function broughtAlong(
  db: Db,
  id: number,
): Promise<{ make: boolean; model: boolean; engine: boolean; transmission: boolean }> {
  const { rows } = await db.execute<{ make: boolean; model: boolean; engine: boolean; transmission: boolean }>(sql`
    select
      not exists (select 1 from configuration other join model m on m.id = other.model_id where other.told is null and m.make_id = own.make_id) as make,
      not exists (select 1 from configuration other where other.told is null and other.model_id = c.model_id) as model,
      not exists (select 1 from configuration other where other.told is null and other.engine_id = c.engine_id) as engine,
      not exists (select 1 from configuration other where other.told is null and other.transmission_id = c.transmission_id) as transmission
    from configuration c join model own on own.id = c.model_id where c.id = ${id}`);
  return rows[0]!;
} // prettier-ignore
