import { createHash } from 'node:crypto';
import type { Request, Response } from 'express';
import { RateLimiterPostgres } from 'rate-limiter-flexible';
import type { Connection } from '../db/client.ts';
import { newToken } from '../http/session.ts';
import { ProblemError } from '../http/problem.ts';
import { deviceIsOf, insertDevice } from './queries.ts';

/** Wrong passwords that cost nothing; after them the first costs four seconds, and each twice the wait of the one before. */
export const FREE_TRIES = 5;
const LONGEST_WAIT_S = 15 * 60;
/** Wrong tries under any names, from one address. */
const ADDRESS_TRIES = 60;
const FORGOTTEN_AFTER_S = 24 * 3600;

const DEVICE_COOKIE = 'radiatrix-device';
const DEVICE_DAYS = 180;

/** A name as it is looked up, however it was typed: what is counted is what is used. */
export const nameUsed = (typed: string): string => typed.trim().toLowerCase();
export const hashed = (token: string): string => createHash('sha256').update(token).digest('hex');

function deviceToken(req: Request): string | undefined {
  const found = new RegExp(`(?:^|;\\s*)${DEVICE_COOKIE}=([\\w-]{20,60})(?:;|$)`).exec(
    req.headers.cookie ?? '',
  );
  return found?.[1];
}

const counter = ({ pool }: Connection, keyPrefix: string, duration: number): RateLimiterPostgres =>
  new RateLimiterPostgres({
    storeClient: pool,
    storeType: 'pool',
    tableName: 'rate_limit',
    tableCreated: true,
    keyPrefix,
    points: 1_000_000,
    duration,
    // What is over is cleared away with everything else that ages.
    clearExpiredByTimeout: false,
  });

/**
 * Wrong passwords are counted in PostgreSQL, so that several servers share one count: for a name from an address, and
 * for an address. Whoever has signed in from this browser before is counted apart, so that a stranger in the same house,
 * or somebody who tries their name, keeps nobody out.
 */
export class Throttle {
  private readonly connection: Connection;
  private readonly wrong: RateLimiterPostgres;
  private readonly waits: RateLimiterPostgres;

  constructor(connection: Connection) {
    this.connection = connection;
    this.wrong = counter(connection, 'wrong', FORGOTTEN_AFTER_S);
    this.waits = counter(connection, 'wait', LONGEST_WAIT_S);
  }

  private async keys(req: Request, name: string): Promise<string[]> {
    const token = deviceToken(req);
    if (token && (await deviceIsOf(this.connection.db, hashed(token), name)))
      return [hashed(`${hashed(token)} ${name}`)];
    return [hashed(`${req.ip ?? ''} ${name}`), hashed(req.ip ?? '')];
  }

  /** What is to be told of a try, once it may be made; refuses it while there is a wait. */
  async begin(
    req: Request,
    name: string,
  ): Promise<{ failed: () => Promise<void>; right: () => Promise<void> }> {
    const keys = await this.keys(req, name);
    const waits = await Promise.all(keys.map((key) => this.waits.get(key)));
    const longest = Math.max(0, ...waits.map((each) => (each ? each.msBeforeNext : 0)));
    if (longest > 0) {
      const seconds = Math.ceil(longest / 1000);
      throw new ProblemError('too-many-tries', {
        detail: `Wait ${seconds < 90 ? `${seconds} s` : `${Math.ceil(seconds / 60)} minutes`}, or sign in where you have signed in before.`,
      });
    }
    return {
      failed: async () => {
        for (const [at, key] of keys.entries()) {
          const { consumedPoints } = await this.wrong.penalty(key);
          const beyond = consumedPoints - (at === 0 ? FREE_TRIES : ADDRESS_TRIES);
          if (beyond > 0)
            await this.waits.block(key, Math.min(LONGEST_WAIT_S, 2 ** Math.min(beyond + 1, 10)));
        }
      },
      right: async () => void (await this.wrong.delete(keys[0]!)),
    };
  }

  /** Remembers this browser as one of this person's. */
  async know(req: Request, res: Response, person: { id: number; username: string }): Promise<void> {
    const { db } = this.connection;
    const held = deviceToken(req);
    if (held && (await deviceIsOf(db, hashed(held), person.username))) return;
    const token = newToken();
    await insertDevice(db, hashed(token), person.id);
    res.cookie(DEVICE_COOKIE, token, {
      httpOnly: true,
      sameSite: 'strict',
      secure: req.secure,
      maxAge: DEVICE_DAYS * 24 * 3600 * 1000,
      path: '/api/session',
    });
  }
}
