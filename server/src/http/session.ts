import { randomBytes } from 'node:crypto';
import connectPgSimple from 'connect-pg-simple';
import type { Request, RequestHandler } from 'express';
import session from 'express-session';
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible';
import type { Person } from '@radiatrix/contract';
import type { Connection, Database } from '../db/client.ts';
import { settingOnce } from '../people/queries.ts';
import { ProblemError } from './problem.ts';

declare module 'express-session' {
  interface SessionData {
    person: Person;
    csrfToken: string;
  }
}

const COOKIE = 'radiatrix';
/** A working day. Fixed from signing in, so that reading costs no write to the session table. */
const SESSION_HOURS = 12;

export const newToken = (): string => randomBytes(24).toString('base64url');
export const currentPerson = (req: Request): Person | undefined => req.session.person;

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
      pruneSessionInterval: 3600,
      errorLog: () => {},
    }),
    resave: false,
    saveUninitialized: false,
    cookie: { httpOnly: true, sameSite: 'lax', maxAge: SESSION_HOURS * 3600 * 1000, secure: 'auto' },
  });
}

export const SIGN_IN_TRIES = 8;
const WINDOW_S = 15 * 60;

/**
 * At most `SIGN_IN_TRIES` wrong passwords a quarter of an hour for one name from one address; counted in PostgreSQL, so
 * that several servers share one count. A right one costs nothing.
 */
export function signInLimit({ pool }: Connection) {
  const limiter = new RateLimiterPostgres({
    storeClient: pool,
    storeType: 'pool',
    tableName: 'rate_limit',
    tableCreated: true,
    keyPrefix: 'sign-in',
    points: SIGN_IN_TRIES,
    duration: WINDOW_S,
  });
  const keyOf = (req: Request): string =>
    `${req.ip ?? ''} ${String((req.body as { username?: unknown } | undefined)?.username ?? '').slice(0, 60)}`;
  return {
    /** Takes a try before the password is weighed. */
    take: async (req: Request): Promise<void> => {
      try {
        await limiter.consume(keyOf(req));
      } catch (reached) {
        if (!(reached instanceof RateLimiterRes)) throw reached;
        throw new ProblemError('too-many-tries', {
          detail: 'Wait a quarter of an hour, or ask a colleague who can sign in.',
        });
      }
    },
    /** Gives it back where the password was right. */
    giveBack: async (req: Request): Promise<void> => void (await limiter.reward(keyOf(req))),
  };
}
