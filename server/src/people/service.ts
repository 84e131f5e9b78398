import { createHash } from 'node:crypto';
import type {
  Account,
  AccountValues,
  Invitation,
  NewAccount,
  Person,
  Role,
  SessionState,
} from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { newToken } from '../http/session.ts';
import { checkStrength, hashPassword, verifyPassword } from './passwords.ts';
import {
  accountRows,
  insertPerson,
  invited,
  lockAccount,
  otherAdministrators,
  personById,
  personWithHash,
  settingOf,
  updatePerson,
  type AccountRow,
} from './queries.ts';
import { endSessionsOf, sessionCounts } from './sessions-queries.ts';
import { deleteTokensOf } from './tokens-queries.ts';
import { hashed, nameUsed } from './throttle.ts';

export interface NewPerson {
  username: string;
  name: string;
  role: Role;
  administers?: boolean;
  password: string;
}

const INVITED_DAYS = 7;

export async function addPerson(db: Db, { password, ...rest }: NewPerson, demo = false): Promise<number> {
  return insertPerson(db, { ...rest, passwordHash: await hashPassword(password), demo });
}

/** Whoever signs in with this name and password; `before` is asked when it is their turn to be weighed. */
export async function signIn(
  db: Db,
  username: string,
  password: string,
  before?: () => Promise<void>,
): Promise<{ person: Person; leftAt: string | null } | undefined> {
  const row = await personWithHash(db, nameUsed(username));
  if (!(await verifyPassword(row?.passwordHash, password, before))) return undefined;
  const { passwordHash: _, leftAt, ...person } = row!;
  return { person, leftAt };
}

/** The demo's accounts for the sign-in page; null when this database does not hold the demo. */
export async function demoAccounts(db: Db): Promise<SessionState['demo']> {
  const kept = await settingOf(db, 'demo');
  return kept ? (kept as { accounts: NonNullable<SessionState['demo']> }).accounts : null;
}

export { colleagues, shopId } from './queries.ts';

/* ---- the life of an account ---- */

/** Version tag of an account: what it says. */
export const accountTag = ({ id, name, role, administers, active }: AccountValues & { id: number }): string =>
  createHash('sha256')
    .update(JSON.stringify([id, name, role, administers, active]))
    .digest('hex')
    .slice(0, 16);

const accountOf = (row: AccountRow, sessions: ReadonlyMap<number, number>): Account => ({
  ...row,
  tag: accountTag(row),
  invitedUntil: row.invitedUntil && Date.parse(row.invitedUntil) > Date.now() ? new Date(row.invitedUntil).toISOString() : null,
  sessions: sessions.get(row.id) ?? 0,
}); // prettier-ignore

export async function accounts(db: Db): Promise<Account[]> {
  const [rows, sessions] = [await accountRows(db), await sessionCounts(db)];
  return rows.map((row) => accountOf(row, sessions));
}

async function account(db: Db, id: number): Promise<Account> {
  const found = (await accounts(db)).find((each) => each.id === id);
  if (!found) throw notFound('That account');
  return found;
}

const freshInvitation = () => {
  const token = newToken();
  const inviteUntil = new Date(Date.now() + INVITED_DAYS * 24 * 3600 * 1000).toISOString();
  return { token, values: { inviteHash: hashed(token), inviteUntil } };
};

/** Makes an account that nobody can sign in to before they have taken up the invitation. */
export async function invite(db: Db, values: NewAccount): Promise<Invitation> {
  const invitation = freshInvitation();
  const passwordHash = await hashPassword(newToken());
  const id = await insertPerson(db, { ...values, ...invitation.values, passwordHash });
  return { account: await account(db, id), token: invitation.token };
}

/** A new invitation for somebody who lost theirs, or their password; the old password holds until it is taken up. */
export async function inviteAgain(db: Db, id: number): Promise<Invitation> {
  const row = await lockAccount(db, id);
  if (!row) throw notFound('That account');
  if (!row.active)
    throw new ProblemError('not-ready', { detail: 'The account is switched off; switch it on first.' });
  const invitation = freshInvitation();
  await updatePerson(db, id, invitation.values);
  return { account: await account(db, id), token: invitation.token };
}

/** Changes an account; whatever its sessions were allowed ends with them. */
export async function changeAccount(
  db: Db,
  id: number,
  values: AccountValues,
  ifMatch: string,
): Promise<Account> {
  const row = await lockAccount(db, id);
  if (!row) throw notFound('That account');
  if (accountTag(row) !== ifMatch) throw new ProblemError('stale', { current: await account(db, id) });
  if (row.administers && row.active && !(values.administers && values.active) && (await otherAdministrators(db, id)) === 0)
    throw new ProblemError('conflict', { detail: 'Somebody must be left who administers the accounts.' }); // prettier-ignore
  const leftAt = values.active ? null : row.active ? new Date().toISOString() : undefined;
  await updatePerson(db, id, { ...values, ...(leftAt === undefined ? {} : { leftAt }) });
  const allowsLess =
    row.role !== values.role || row.administers !== values.administers || row.active !== values.active;
  if (allowsLess) await endSessionsOf(db, id);
  if (!values.active) {
    await updatePerson(db, id, { inviteHash: null, inviteUntil: null });
    await deleteTokensOf(db, id);
  }
  return account(db, id);
}

export async function signOutEverywhere(db: Db, id: number): Promise<void> {
  if (!(await personById(db, id))) throw notFound('That account');
  await endSessionsOf(db, id);
  await deleteTokensOf(db, id);
}

/** Takes up an invitation: from now on this is the password, and whatever was signed in with an old one is out. */
export async function acceptInvitation(db: Db, token: string, password: string): Promise<AccountRow> {
  const row = await invited(db, hashed(token));
  if (!row)
    throw new ProblemError('not-found', {
      detail: 'This invitation was used already, or has expired. Ask the sender for another.',
    });
  checkStrength(password, [row.username, row.name]);
  await updatePerson(db, row.id, {
    passwordHash: await hashPassword(password),
    inviteHash: null,
    inviteUntil: null,
  });
  await endSessionsOf(db, row.id);
  return row;
}

/** Changes a person's own password; their other sessions end. */
export async function changePassword(
  db: Db,
  person: Person,
  { current, password, sid }: { current: string; password: string; sid: string },
): Promise<boolean> {
  const row = await personWithHash(db, person.username);
  if (!(await verifyPassword(row?.passwordHash, current))) return false;
  checkStrength(password, [person.username, person.name]);
  await updatePerson(db, person.id, {
    passwordHash: await hashPassword(password),
    inviteHash: null,
    inviteUntil: null,
  });
  await endSessionsOf(db, person.id, sid);
  return true;
}
