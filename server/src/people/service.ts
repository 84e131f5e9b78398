import { hash, verify } from '@node-rs/argon2';
import { eq } from 'drizzle-orm';
import type { Person, Role, SessionState } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { person, setting } from '../db/schema/index.ts';

export interface NewPerson {
  username: string;
  name: string;
  role: Role;
  password: string;
}

export async function addPerson(db: Db, { password, ...rest }: NewPerson, demo = false): Promise<number> {
  const [row] = await db
    .insert(person)
    .values({ ...rest, passwordHash: await hash(password), demo })
    .returning({ id: person.id });
  return row!.id;
}

/** Compared against when the name is unknown, so that the answer takes as long as for a known one. */
const NOBODY = await hash('nobody signs in with this');

export async function signIn(db: Db, username: string, password: string): Promise<Person | undefined> {
  const [row] = await db.select().from(person).where(eq(person.username, username.toLowerCase()));
  const right = await verify(row?.passwordHash ?? NOBODY, password);
  return row && right ? { id: row.id, username: row.username, name: row.name, role: row.role } : undefined;
}

/** The demo's accounts for the sign-in page; null when this database does not hold the demo. */
export async function demoAccounts(db: Db): Promise<SessionState['demo']> {
  const [row] = await db.select().from(setting).where(eq(setting.name, 'demo'));
  return row ? (row.value as { accounts: NonNullable<SessionState['demo']> }).accounts : null;
}
