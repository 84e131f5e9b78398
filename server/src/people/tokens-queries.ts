import { and, desc, eq, gt, sql } from 'drizzle-orm';
import type { ApiToken, Person, TokenScope } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { apiToken, person } from '../db/schema/index.ts';

const columns = {
  id: apiToken.id,
  name: apiToken.name,
  scope: apiToken.scope,
  at: apiToken.at,
  expires: apiToken.expires,
  lastUsed: apiToken.lastUsed,
};
const living = gt(apiToken.expires, sql`now()`);

/** A person's tokens that still let somebody in, newest first. */
export const tokensOf = (db: Db, personId: number): Promise<ApiToken[]> =>
  db
    .select(columns)
    .from(apiToken)
    .where(and(eq(apiToken.personId, personId), living))
    .orderBy(desc(apiToken.id));

export async function insertToken(
  db: Db,
  values: { personId: number; name: string; scope: TokenScope; hash: string; days: number },
): Promise<ApiToken> {
  const { days, ...rest } = values;
  const [row] = await db
    .insert(apiToken)
    .values({ ...rest, expires: sql`now() + make_interval(days => ${days})` as never })
    .returning(columns);
  return row!;
}

/** Ends one of a person's tokens; false where there is none of that id. */
export const deleteToken = async (db: Db, personId: number, id: number): Promise<boolean> =>
  (
    await db
      .delete(apiToken)
      .where(and(eq(apiToken.id, id), eq(apiToken.personId, personId)))
      .returning({ id: apiToken.id })
  ).length > 0;

export const deleteTokensOf = (db: Db, personId: number): Promise<unknown> =>
  db.delete(apiToken).where(eq(apiToken.personId, personId));

/** Whom a token acts for, as they are now; nobody where it has ended, or its owner's account is switched off. */
export async function ownerOf(
  db: Db,
  hash: string,
): Promise<{ id: number; scope: TokenScope; person: Person } | undefined> {
  const [row] = await db
    .select({
      id: apiToken.id,
      scope: apiToken.scope,
      person: { id: person.id, username: person.username, name: person.name, role: person.role },
    })
    .from(apiToken)
    .innerJoin(person, eq(person.id, apiToken.personId))
    .where(and(eq(apiToken.hash, hash), living, eq(person.active, true)));
  // Accounts are for people to administer.
  return row && { ...row, person: { ...row.person, administers: false } };
}

/** Notes that a token was used, to the minute: a busy program costs no write a request. */
export const noteUse = (db: Db, id: number): Promise<unknown> =>
  db
    .update(apiToken)
    .set({ lastUsed: sql`date_trunc('minute', now())` as never })
    .where(
      and(
        eq(apiToken.id, id),
        sql`(${apiToken.lastUsed} is null or ${apiToken.lastUsed} < date_trunc('minute', now()))`,
      ),
    );

export const forgetOldTokens = (db: Db): Promise<unknown> =>
  db.delete(apiToken).where(sql`${apiToken.expires} < now() - interval '30 days'`);
