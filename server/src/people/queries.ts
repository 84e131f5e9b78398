import { eq } from 'drizzle-orm';
import type { Person } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { person, setting } from '../db/schema/index.ts';

const columns = { id: person.id, username: person.username, name: person.name, role: person.role };

export async function personById(db: Db, id: number): Promise<Person | undefined> {
  const [row] = await db.select(columns).from(person).where(eq(person.id, id));
  return row;
}

/** Somebody by the name they sign in with, and what their password is checked against. */
export async function personWithHash(
  db: Db,
  username: string,
): Promise<(Person & { passwordHash: string }) | undefined> {
  const [row] = await db
    .select({ ...columns, passwordHash: person.passwordHash })
    .from(person)
    .where(eq(person.username, username));
  return row;
}

export async function insertPerson(db: Db, values: typeof person.$inferInsert): Promise<number> {
  const [row] = await db.insert(person).values(values).returning({ id: person.id });
  return row!.id;
}

/** A setting of this database by its name. */
export async function settingOf(db: Db, name: string): Promise<unknown> {
  const [row] = await db.select({ value: setting.value }).from(setting).where(eq(setting.name, name));
  return row?.value;
}

/** Keeps a setting that is not kept yet, and gives the one that counts. */
export async function settingOnce(db: Db, name: string, value: unknown): Promise<unknown> {
  await db.insert(setting).values({ name, value }).onConflictDoNothing();
  return settingOf(db, name);
}

export const nobodyIsThere = async (db: Db): Promise<boolean> =>
  (await db.select({ id: person.id }).from(person).limit(1)).length === 0;
