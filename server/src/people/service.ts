import { hash, verify } from '@node-rs/argon2';
import type { Person, Role, SessionState } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { insertPerson, personWithHash, settingOf } from './queries.ts';

export interface NewPerson {
  username: string;
  name: string;
  role: Role;
  password: string;
}

export async function addPerson(db: Db, { password, ...rest }: NewPerson, demo = false): Promise<number> {
  return insertPerson(db, { ...rest, passwordHash: await hash(password), demo });
}

/** Compared against when the name is unknown, so that the answer takes as long as for a known one. */
const NOBODY = await hash('nobody signs in with this');

export async function signIn(db: Db, username: string, password: string): Promise<Person | undefined> {
  const row = await personWithHash(db, username.toLowerCase());
  const right = await verify(row?.passwordHash ?? NOBODY, password);
  return row && right ? { id: row.id, username: row.username, name: row.name, role: row.role } : undefined;
}

/** The demo's accounts for the sign-in page; null when this database does not hold the demo. */
export async function demoAccounts(db: Db): Promise<SessionState['demo']> {
  const kept = await settingOf(db, 'demo');
  return kept ? (kept as { accounts: NonNullable<SessionState['demo']> }).accounts : null;
}
