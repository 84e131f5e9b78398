import { randomUUID } from 'node:crypto';
import { and, asc, eq, sql } from 'drizzle-orm';
import type { Colleague, Person } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { device, person, setting } from '../db/schema/index.ts';

const columns = {
  id: person.id,
  username: person.username,
  name: person.name,
  role: person.role,
  administers: person.administers,
};

export async function personById(db: Db, id: number): Promise<Person | undefined> {
  const [row] = await db.select(columns).from(person).where(eq(person.id, id));
  return row;
}

/** For so long whoever has left may hand in what they had not sent yet. */
const HAND_IN = sql`interval '30 days'`;

/** Somebody by the name they sign in with, and what their password is checked against; none who left long ago. */
export async function personWithHash(
  db: Db,
  username: string,
): Promise<(Person & { passwordHash: string; leftAt: string | null }) | undefined> {
  const [row] = await db
    .select({ ...columns, passwordHash: person.passwordHash, leftAt: person.leftAt })
    .from(person)
    .where(
      and(eq(person.username, username), sql`(${person.active} or ${person.leftAt} > now() - ${HAND_IN})`),
    );
  return row;
}

export async function insertPerson(db: Db, values: typeof person.$inferInsert): Promise<number> {
  const [row] = await db.insert(person).values(values).returning({ id: person.id });
  return row!.id;
}

export const updatePerson = (
  db: Db,
  id: number,
  values: Partial<typeof person.$inferInsert>,
): Promise<unknown> => db.update(person).set(values).where(eq(person.id, id));

/** Those who work here now. */
export const colleagues = (db: Db): Promise<Colleague[]> =>
  db
    .select({ id: person.id, name: person.name, role: person.role })
    .from(person)
    .where(eq(person.active, true))
    .orderBy(asc(person.name));

const accountColumns = { ...columns, active: person.active, invitedUntil: person.inviteUntil };
export type AccountRow = Awaited<ReturnType<typeof accountRows>>[number];
export const accountRows = (db: Db) => db.select(accountColumns).from(person).orderBy(asc(person.username));

/** An account, held until the transaction is over; with it everybody who administers, of whom one must be left. */
export async function lockAccount(db: Db, id: number): Promise<AccountRow | undefined> {
  const rows = await db
    .select(accountColumns)
    .from(person)
    .where(sql`${person.id} = ${id} or (${person.administers} and ${person.active})`)
    .orderBy(person.id)
    .for('update');
  return rows.find((row) => row.id === id);
}

export const otherAdministrators = async (db: Db, id: number): Promise<number> =>
  (
    await db
      .select({ id: person.id })
      .from(person)
      .where(
        and(
          eq(person.administers, true),
          eq(person.active, true),
          sql`${person.id} <> ${id}`,
          sql`${person.inviteHash} is null`,
        ),
      )
  ).length;

/** Whoever an invitation is for, as long as it is open; held until the transaction is over. */
export async function invited(db: Db, inviteHash: string): Promise<AccountRow | undefined> {
  const [row] = await db
    .select(accountColumns)
    .from(person)
    .where(
      and(eq(person.inviteHash, inviteHash), eq(person.active, true), sql`${person.inviteUntil} > now()`),
    )
    .for('update');
  return row;
}

/** Whether a browser is one that this person has signed in with. */
export const deviceIsOf = async (db: Db, tokenHash: string, username: string): Promise<boolean> =>
  (
    await db
      .select({ id: device.personId })
      .from(device)
      .innerJoin(person, eq(person.id, device.personId))
      .where(and(eq(device.tokenHash, tokenHash), eq(person.username, username)))
  ).length > 0;

/** Sessions that are over, tries that no longer count, and browsers nobody has signed in with for half a year. */
export async function forgetOldSignIns(db: Db): Promise<void> {
  await db.execute(sql`delete from session where expire < now()`);
  await db.execute(sql`delete from rate_limit where expire < extract(epoch from now()) * 1000`);
  await db.execute(sql`delete from device where at < now() - interval '180 days'`);
}

export const insertDevice = (db: Db, tokenHash: string, personId: number): Promise<unknown> =>
  db.insert(device).values({ tokenHash, personId });

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

/** This shop among all others: made once, kept in its database. */
export const shopId = async (db: Db): Promise<string> =>
  (await settingOnce(db, 'shop-id', randomUUID())) as string;

export const nobodyIsThere = async (db: Db): Promise<boolean> =>
  (await db.select({ id: person.id }).from(person).limit(1)).length === 0;
