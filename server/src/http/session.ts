import { randomBytes } from 'node:crypto';
import connectPgSimple from 'connect-pg-simple';
import type { Request, RequestHandler } from 'express';
import { rateLimit, type Store } from 'express-rate-limit';
import session from 'express-session';
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

/** Counts tries in PostgreSQL, so that several servers share one count. */
class ThrottleStore implements Store {
  private windowMs = 60_000;
  private readonly pool: Connection['pool'];
  constructor(pool: Connection['pool']) {
    this.pool = pool;
  }
  init(options: { windowMs: number }): void {
    this.windowMs = options.windowMs;
  }
  async increment(key: string): Promise<{ totalHits: number; resetTime: Date }> {
    const { rows } = await this.pool.query<{ hits: number; resets_at: Date }>(
      `insert into throttle (key, hits, resets_at) values ($1, 1, now() + $2 * interval '1 millisecond')
       on conflict (key) do update set
         hits = case when throttle.resets_at < now() then 1 else throttle.hits + 1 end,
         resets_at = case when throttle.resets_at < now() then excluded.resets_at else throttle.resets_at end
       returning hits, resets_at`,
      [key, this.windowMs],
    );
    return { totalHits: rows[0]!.hits, resetTime: rows[0]!.resets_at };
  }
  async decrement(key: string): Promise<void> {
    await this.pool.query('update throttle set hits = greatest(hits - 1, 0) where key = $1', [key]);
  }
  async resetKey(key: string): Promise<void> {
    await this.pool.query('delete from throttle where key = $1', [key]);
  }
}

export const SIGN_IN_TRIES = 8;

/** At most `SIGN_IN_TRIES` wrong passwords a quarter of an hour for one name from one address. */
export const throttleSignIn = ({ pool }: Connection): RequestHandler =>
  rateLimit({
    windowMs: 15 * 60_000,
    limit: SIGN_IN_TRIES,
    skipSuccessfulRequests: true,
    standardHeaders: 'draft-8',
    legacyHeaders: false,
    store: new ThrottleStore(pool),
    keyGenerator: (req) =>
      `${req.ip ?? ''} ${String((req.body as { username?: unknown } | undefined)?.username ?? '').slice(0, 60)}`,
    validate: { keyGeneratorIpFallback: false },
    handler: (_req, _res, next) =>
      next(
        new ProblemError('too-many-tries', {
          detail: 'Wait a quarter of an hour, or ask a colleague who can sign in.',
        }),
      ),
  });
