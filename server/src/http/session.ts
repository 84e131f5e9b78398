import { randomBytes } from 'node:crypto';
import connectPgSimple from 'connect-pg-simple';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import type { Person, TokenScope } from '@radiatrix/contract';
import type { Connection, Database } from '../db/client.ts';
import { settingOnce } from '../people/queries.ts';

declare module 'express-session' {
  interface SessionData {
    person: Person;
    csrfToken: string;
    /** When the account was switched off, where it is: all it does is hand in what was done before. */
    leftAt?: string | undefined;
    /** When and with what browser it was begun; for the list of one's own sessions. */
    since: string;
    browser: string;
  }
}

declare module 'express-serve-static-core' {
  interface Request {
    /** Whom a program acts for, where a token was sent with the request. */
    bearer?: { id: number; scope: TokenScope; person: Person };
  }
}

const COOKIE = 'radiatrix';
/** A working day. Fixed from signing in, so that reading costs no write to the session table. */
const SESSION_HOURS = 12;

export const newToken = (): string => randomBytes(24).toString('base64url');
/** Who sends a request: the owner of its token, else who is signed in. */
export const currentPerson = (req: Request): Person | undefined => req.bearer?.person ?? req.session.person;

/** The secret that signs session cookies: made once, kept in the database, shared by every server of it. */
async function sessionSecret(db: Database): Promise<string> {
  return (await settingOnce(db, 'session-secret', newToken())) as string;
}

export async function sessions({ db, pool }: Connection): Promise<RequestHandler> {
  const Store = connectPgSimple(session);
  return session({
    name: COOKIE,
    secret: await sessionSecret(db),
    store: new Store({
      pool,
      tableName: 'session',
      disableTouch: true,
      // Old ones are cleared away with everything else that ages.
      pruneSessionInterval: false,
      errorLog: () => {},
    }),
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'lax', maxAge: SESSION_HOURS * 3600 * 1000, secure: 'auto' },
  });
}
