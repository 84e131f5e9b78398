import { createHash } from 'node:crypto';
import type { Writable } from 'node:stream';
import { and, eq, sql } from 'drizzle-orm';
import type { Express, NextFunction, Request, Response } from 'express';
import type { Person, Role } from '@radiatrix/contract';
import { ROUTES, type Route, type RouteId } from '@radiatrix/contract/schemas';
import type { Database, Db } from '../db/client.ts';
import { idempotency } from '../db/schema/index.ts';
import { asPerson } from '../db/transaction.ts';
import { currentPerson } from './session.ts';
import { ProblemError } from './problem.ts';

export interface Context {
  /** A transaction in the person's name for writes; the pool for reads. */
  db: Db;
  person: Person;
  params: Record<string, string>;
  /** Positive whole number from the path, or a not-found problem. */
  id: (name?: string) => number;
  query: Record<string, unknown>;
  body: unknown;
  /** Version tag the save is based on, without quotes; present where the route asks for one. */
  ifMatch: string;
  req: Request;
}

export interface Reply {
  status?: number;
  body?: unknown;
  etag?: string;
  location?: string;
  /** Bytes instead of JSON, with their media type. */
  bytes?: { content: Buffer; mediaType: string };
  /** A file that is written as it is made, under this name. */
  file?: { name: string; mediaType: string; write: (out: Writable) => Promise<void> };
}

export type Handler = (context: Context) => Promise<Reply>;
/** Routes that no person stands behind are mounted by hand; every other address of the table must have a handler. */
type Handlers = Record<Exclude<RouteId, 'health' | 'openapi' | 'session' | 'signIn' | 'signOut'>, Handler>;

function guard(route: Route, person: Person | undefined): Person {
  if (!person) throw new ProblemError('not-signed-in');
  if (route.roles !== 'anyone' && !(route.roles as readonly Role[]).includes(person.role))
    throw new ProblemError('not-allowed');
  return person;
}

function guardToken(req: Request): void {
  if (req.get('x-csrf-token') !== req.session.csrfToken)
    throw new ProblemError('csrf', { detail: 'Reload the page and send it again; what you typed is kept.' });
}

function validate(schema: NonNullable<Route['body']>, value: unknown): unknown {
  const { error, value: clean } = schema.validate(value ?? {}, {
    abortEarly: false,
    // The path says where; a message names the field, not the way to it.
    errors: { label: 'key', wrap: { label: false } },
  });
  if (error) throw error;
  return clean;
}

function wholeNumber(text: string | undefined): number {
  if (!text || !/^[1-9]\d{0,9}$/.test(text) || Number(text) > 2147483647) throw new ProblemError('not-found');
  return Number(text);
}

function readTag(req: Request): string {
  const tag = req.get('if-match');
  if (!tag) throw new ProblemError('no-version', { detail: 'Send If-Match with the ETag of the record.' });
  return tag.replace(/^W\//, '').replaceAll('"', '');
}

/** Runs a write once, however often it is sent: its answer is kept under the key in the write's own transaction. */
async function once(
  context: Context,
  key: string,
  requestHash: string,
  work: () => Promise<Reply>,
): Promise<Reply> {
  const { db, person } = context;
  // A second copy of a request still under way waits here for the first one's commit.
  const fresh = await db
    .insert(idempotency)
    .values({ personId: person.id, key, requestHash, status: 0, headers: {}, body: null })
    .onConflictDoNothing()
    .returning({ key: idempotency.key });
  const own = and(eq(idempotency.personId, person.id), eq(idempotency.key, key));
  if (fresh.length === 0) {
    const [kept] = await db.select().from(idempotency).where(own);
    if (!kept || kept.requestHash !== requestHash) throw new ProblemError('duplicate-request');
    return {
      status: kept.status,
      body: kept.body ?? undefined,
      etag: kept.headers.etag,
      location: kept.headers.location,
    };
  }
  const reply = await work();
  const headers: Record<string, string> = {};
  if (reply.etag) headers.etag = reply.etag;
  if (reply.location) headers.location = reply.location;
  await db
    .update(idempotency)
    .set({ status: reply.status ?? 200, headers, body: reply.body ?? null })
    .where(own);
  return reply;
}

/** A file that breaks off half way must not look whole: the connection is cut. */
async function sendFile(
  res: Response,
  { name, mediaType, write }: NonNullable<Reply['file']>,
): Promise<void> {
  res.type(mediaType).attachment(name);
  try {
    await write(res);
    res.end();
  } catch (error) {
    if (!res.headersSent) throw error;
    res.destroy(error as Error);
  }
}

function send(res: Response, reply: Reply): void {
  if (reply.etag) res.setHeader('ETag', `"${reply.etag}"`);
  if (reply.location) res.setHeader('Location', reply.location);
  res.status(reply.status ?? (reply.body === undefined && !reply.bytes ? 204 : 200));
  if (reply.bytes) res.type(reply.bytes.mediaType).send(reply.bytes.content);
  else if (reply.body === undefined) res.end();
  else res.json(reply.body);
}

/** Mounts handlers under the addresses, guards and validators of the route table. */
export function mount(app: Express, database: Database, handlers: Handlers): void {
  for (const [routeId, handler] of Object.entries(handlers) as [RouteId, Handler][]) {
    const route: Route = ROUTES[routeId];
    app[route.method](route.path, async (req: Request, res: Response, next: NextFunction) => {
      try {
        const person = guard(route, currentPerson(req));
        if (route.method !== 'get') guardToken(req);
        const context: Context = {
          db: database,
          person,
          params: req.params as Record<string, string>,
          id: (name = 'id') => wholeNumber(req.params[name] as string | undefined),
          query: (route.query ? validate(route.query, { ...req.query }) : {}) as Record<string, unknown>,
          body: route.body ? validate(route.body, req.body) : route.raw ? req.body : undefined,
          ifMatch: route.ifMatch ? readTag(req) : '',
          req,
        };
        if (route.method === 'get') {
          const reply = await handler(context);
          if (reply.file) await sendFile(res, reply.file);
          else send(res, reply);
          return;
        }
        const key = req.get('idempotency-key');
        if (key && key.length > 100)
          throw new ProblemError('unreadable', { detail: 'Idempotency-Key is longer than 100 characters.' });
        const reply = await asPerson(database, person.id, async (tx) => {
          const inside = { ...context, db: tx };
          if (!key) return handler(inside);
          const content = Buffer.isBuffer(req.body) ? req.body : JSON.stringify(req.body ?? null);
          const requestHash = createHash('sha256')
            .update(`${req.method} ${req.originalUrl} ${context.ifMatch}\n`)
            .update(content)
            .digest('hex');
          return once(inside, key, requestHash, () => handler(inside));
        });
        send(res, reply);
      } catch (error) {
        next(error);
      }
    });
  }
}

/** Forgets answers older than a day: nobody sends the same save again that late. */
export const forgetOldAnswers = (db: Database): Promise<unknown> =>
  db.execute(sql`delete from idempotency where at < now() - interval '1 day'`);
