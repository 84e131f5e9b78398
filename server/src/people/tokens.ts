import { randomBytes } from 'node:crypto';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import { TOKENS_MOST, type NewApiToken, type Person, type TokenScope } from '@radiatrix/contract';
import { doorWords } from '@radiatrix/words/en/door';
import { tokenWords } from '@radiatrix/words/en/tokens';
import type { Connection, Db } from '../db/client.ts';
import { ProblemError } from '../http/problem.ts';
import { hashed } from './throttle.ts';
import { insertToken, noteUse, ownerOf, tokensOf } from './tokens-queries.ts';

/** Told apart at a glance, and by whatever looks for secrets that were given away. */
const PREFIX = 'rdx_';
const SENT = /^Bearer +(\S{10,200})$/i;

/** Makes a token for a person. Its secret is told this once. */
export async function newApiToken(
  db: Db,
  person: Person,
  values: { name: string; scope: TokenScope; days: number },
): Promise<NewApiToken> {
  if ((await tokensOf(db, person.id)).length >= TOKENS_MOST)
    throw new ProblemError('conflict', { detail: tokenWords('too-many', { n: TOKENS_MOST }) }); // prettier-ignore
  const secret = PREFIX + randomBytes(32).toString('base64url');
  return { ...(await insertToken(db, { ...values, personId: person.id, hash: hashed(secret) })), secret };
}

/**
 * Reads the token of a request. One that is wrong, has ended, or whose owner has left lets nobody in: neither as its owner,
 * nor as who else may be signed in with the same cookies.
 */
export function bearer({ db }: Connection): RequestHandler {
  const read = async (req: Request): Promise<void> => {
    const sent = req.get('authorization');
    if (sent === undefined) return;
    const secret = SENT.exec(sent)?.[1];
    const owner = secret === undefined ? undefined : await ownerOf(db, hashed(secret));
    if (!owner) throw new ProblemError('not-signed-in', { detail: doorWords('token-wrong') });
    req.bearer = owner;
    await noteUse(db, owner.id);
  };
  return (req: Request, _res: Response, next: NextFunction) => {
    read(req).then(() => next(), next);
  };
}

/** Whether the token of a request still lets its owner in. */
export const stillBears = async (db: Db, req: Request): Promise<boolean> => {
  const secret = SENT.exec(req.get('authorization') ?? '')?.[1];
  return secret !== undefined && (await ownerOf(db, hashed(secret))) !== undefined;
};
