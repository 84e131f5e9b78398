import { createHash } from 'node:crypto';
import type { Writable } from 'node:stream';
import type { Express, NextFunction, Request, Response } from 'express';
import type { Person, Role } from '@radiatrix/contract';
import {
  ROUTES,
  type AnswerOf,
  type BodyOf,
  type QueryOf,
  type Route,
  type RouteId,
} from '@radiatrix/contract/schemas';
import { doorWords } from '@radiatrix/words/en/door';
import type { Connection, Database, Db } from '../db/client.ts';
import { Handles } from '../db/handles.ts';
import { asPerson } from '../db/transaction.ts';
import { doneOrProposed, type StoredRequest } from '../proposals/service.ts';
import { readJson, type FileReader } from './body.ts';
import { answerOf, claimKey, keepAnswer, libraryVersion } from './queries.ts';
import { currentPerson } from './session.ts';
import { SteadyAnswers, type SteadyAnswer } from './steady.ts';
import { ProblemError } from './problem.ts';

export interface Context<R extends RouteId = RouteId> {
  /** A transaction in the person's name for writes; the pool for reads. */
  db: Db;
  person: Person;
  params: Record<string, string>;
  /** Positive whole number from the path, or a not-found problem. */
  id: (name?: string) => number;
  query: QueryOf<R>;
  body: BodyOf<R>;
  /** Version tag the save is based on, without quotes; present where the route asks for one. */
  ifMatch: string;
  req: Request;
  /** When this person's account was switched off, where it is. */
  leftAt?: string | undefined;
  /** Does a stored request again, as it was asked for, in the name of whoever asked: how a proposal is released. */
  replay: (request: StoredRequest, person: Person, db: Db) => Promise<Reply>;
  /** True where this is such a replay. */
  released: boolean;
}

export interface Reply<T = unknown> {
  status?: number;
  body?: T;
  etag?: string;
  location?: string;
  /** Bytes instead of JSON, with their media type. */
  bytes?: { content: Buffer; mediaType: string };
  /** A file that is written as it is made, under this name. */
  file?: { name: string; mediaType: string; write: (out: Writable) => Promise<void> };
}

/** Does what one address is for: what it takes and what it answers with are the contract's. */
export type Handler<R extends RouteId> = (context: Context<R>) => Promise<Reply<AnswerOf<R>>>;
/** Any of them, once what came in has been read by its own validator. */
type AnyHandler = (context: Context) => Promise<Reply>;
/** Routes that no person stands behind are mounted by hand; every other address of the table must have a handler. */
type Handlers = {
  [
    R in Exclude<
      RouteId,
      | 'health'
      | 'openapi'
      | 'followCalendar'
      | 'jobLive'
      | 'readings'
      | 'session'
      | 'signIn'
      | 'signOut'
      | 'acceptInvitation'
    >
  ]: Handler<R>;
};

type FileRoute = {
  [R in RouteId]: (typeof ROUTES)[R] extends { raw: readonly string[] } ? R : never;
}[RouteId];
/** How each address that takes a file reads it. */
export type FileReaders = { [R in FileRoute]: FileReader };

function guard(route: Route, person: Person | undefined): Person {
  if (!person) throw new ProblemError('not-signed-in');
  if (route.roles !== 'anyone' && !(route.roles as readonly Role[]).includes(person.role))
    throw new ProblemError('not-allowed');
  if (route.administrator && !person.administers)
    throw new ProblemError('not-allowed', { detail: doorWords('administrator') });
  return person;
}

/** The one address that is open to somebody whose account is switched off. */
const HAND_IN: RouteId = 'jobEvents';

function guardToken(req: Request): void {
  if (req.get('x-csrf-token') !== req.session.csrfToken)
    throw new ProblemError('csrf', { detail: doorWords('reload') });
}

/** What a program may not do with a token. */
function guardProgram(route: Route, { bearer }: Request): void {
  if (!bearer) return;
  if (route.inPerson) throw new ProblemError('not-allowed', { detail: doorWords('in-person') });
  if (bearer.scope === 'read' && route.method !== 'get' && !route.onlyReads)
    throw new ProblemError('not-allowed', { detail: doorWords('read-only') });
}

/** What was sent, as its validator hands it on; every wrong place of it is named. */
export function validate(schema: NonNullable<Route['body']>, value: unknown): unknown {
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
  if (!tag) throw new ProblemError('no-version', { detail: doorWords('no-version') });
  return tag.replace(/^W\//, '').replaceAll('"', '');
}

/** The version that a tag of digits says; none for anything else. */
export const versionOf = (tag: string): number => (/^[1-9]\d{0,8}$/.test(tag) ? Number(tag) : 0);

/** Runs a write once, however often it is sent: its answer is kept under the key in the write's own transaction. */
async function once(
  context: Context,
  key: string,
  requestHash: string,
  work: () => Promise<Reply>,
): Promise<Reply> {
  const { db, person } = context;
  // A second copy of a request still under way waits here for the first one's commit.
  if (!(await claimKey(db, person.id, key, requestHash))) {
    const kept = await answerOf(db, person.id, key);
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
  await keepAnswer(db, person.id, key, {
    status: reply.status ?? 200,
    headers,
    body: reply.body ?? null,
  });
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

function sendSteady(res: Response, answer: SteadyAnswer): void {
  if (answer.etag) res.setHeader('ETag', `"${answer.etag}"`);
  res.type('json').send(answer.json);
}

/** What somebody asks an address for. */
interface Asked {
  params: Record<string, string>;
  query: Record<string, unknown>;
}

/**
 * What an address that only reads answers whoever sent the request, asked for within this server: guarded, validated and
 * kept as at its own door.
 */
export type Read = (req: Request, db: Database, routeId: RouteId, asked: Asked) => Promise<SteadyAnswer>;

/** Does a save, or keeps it as a proposal where it changes what everybody sees and somebody else has to look first. */
async function reviewed(routeId: RouteId, context: Context, handler: AnyHandler): Promise<Reply> {
  const { reviewed: who }: Route = ROUTES[routeId];
  if (!who || (who === 'from-specialist' && context.person.role !== 'specialist')) return handler(context);
  const { params, body, ifMatch, person } = context;
  const query = (context.query ?? {}) as Record<string, unknown>;
  const result = await doneOrProposed(
    context.db,
    person,
    { route: routeId, params, query, body, ifMatch },
    (db) => handler({ ...context, db }),
  );
  return 'waits' in result
    ? { status: 202, body: result, location: `/review/proposal/${result.waits.id}` }
    : result.done;
}

const readId = (params: Record<string, string>) => (name?: string) => wholeNumber(params[name ?? 'id']);

/** Mounts handlers under the addresses, guards and validators of the route table; what only reads can be asked within, too. */
export function mount(
  app: Express,
  connection: Connection,
  handlers: Handlers,
  fileReaders: FileReaders,
): Read {
  const handles = new Handles(connection);
  const steady = new SteadyAnswers();
  const replay =
    (req: Request): Context['replay'] =>
    ({ route: routeId, params, query, body, ifMatch }, person, db) => {
      const route: Route = ROUTES[routeId];
      // What was sent is read again: the rules may have changed while it waited.
      return (handlers[routeId as keyof Handlers] as unknown as AnyHandler)({
        db,
        person,
        params,
        id: readId(params),
        query: (route.query ? validate(route.query, query) : undefined) as never,
        body: (route.body ? validate(route.body, body) : body) as never,
        ifMatch,
        req,
        replay: replay(req),
        released: true,
      });
    };
  /** Whoever asks for something, and what for, once it is known that they may. */
  const admit = (req: Request, db: Database, routeId: RouteId, { params, query }: Asked): Context => {
    const route: Route = ROUTES[routeId];
    const person = guard(route, currentPerson(req));
    guardProgram(route, req);
    const leftAt = req.bearer ? undefined : req.session.leftAt;
    if (leftAt && routeId !== HAND_IN)
      throw new ProblemError('not-allowed', { detail: doorWords('switched-off') }); // prettier-ignore
    // A browser sends its cookie from any page; a token is only sent by who holds it.
    if (route.method !== 'get' && !req.bearer) guardToken(req);
    return {
      db,
      person,
      params,
      id: readId(params),
      query: (route.query ? validate(route.query, { ...query }) : undefined) as never,
      body: undefined as never,
      ifMatch: '',
      req,
      leftAt,
      replay: replay(req),
      released: false,
    };
  };
  const plain = async (handler: AnyHandler, asked: Context): Promise<SteadyAnswer> => {
    const { body, etag } = await handler(asked);
    return { json: JSON.stringify(body), etag };
  };
  /** An answer that was made before, where the library is as it was then; else made now, and kept. */
  const kept = async (routeId: RouteId, handler: AnyHandler, asked: Context): Promise<SteadyAnswer> => {
    const { person, params, query, db } = asked;
    const key = `${await libraryVersion(db)} ${person.role} ${routeId} ${JSON.stringify([params, query])}`;
    return steady.answer(key, () => plain(handler, asked));
  };
  const isKept = (routeId: RouteId, query: Record<string, unknown>): boolean =>
    (ROUTES[routeId] as Route).steady === true && !('job' in query);

  for (const [routeId, handler] of Object.entries(handlers) as unknown as [RouteId, AnyHandler][]) {
    const route: Route = ROUTES[routeId];
    const answer = async (req: Request, res: Response, database: Database): Promise<void> => {
      res.locals.route = routeId;
      const params = req.params as Record<string, string>;
      const asked = admit(req, database, routeId, { params, query: req.query });
      const { person } = asked;
      // Only now is it known that this person may send anything here, and how much.
      const file = route.raw ? await fileReaders[routeId as FileRoute](req, person) : undefined;
      try {
        if (!file && route.method !== 'get') await readJson(req, res, route);
        const whole: Context = {
          ...asked,
          body: (route.body ? validate(route.body, req.body) : file?.body) as never,
          ifMatch: route.ifMatch ? readTag(req) : '',
        };
        if (route.method === 'get') {
          if (isKept(routeId, req.query)) return sendSteady(res, await kept(routeId, handler, whole));
          const reply = await handler(whole);
          if (reply.file) await sendFile(res, reply.file);
          else send(res, reply);
          return;
        }
        if (route.onlyReads) return send(res, await handler(whole));
        const key = req.get('idempotency-key');
        if (key && key.length > 100) throw new ProblemError('unreadable', { detail: doorWords('key-long') });
        const reply = await asPerson(database, person.id, async (tx) => {
          const inside = { ...whole, db: tx };
          if (!key || route.secret) return reviewed(routeId, inside, handler);
          const requestHash = createHash('sha256')
            .update(`${req.method} ${req.originalUrl} ${whole.ifMatch}\n`)
            .update(file?.sha256 ?? JSON.stringify(req.body ?? null))
            .digest('hex');
          return once(inside, key, requestHash, () => reviewed(routeId, inside, handler));
        });
        send(res, reply);
      } catch (error) {
        await file?.unused?.();
        throw error;
      }
    };
    app[route.method](route.path, (req: Request, res: Response, next: NextFunction) =>
      handles
        .use(async ({ db, cancel }) => {
          let underWay = true;
          res.on('close', () => {
            if (underWay && !res.writableFinished) cancel();
          });
          await answer(req, res, db).finally(() => (underWay = false));
        })
        .catch(next),
    );
  }
  return (req, db, routeId, asked) => {
    const handler = handlers[routeId as keyof Handlers] as unknown as AnyHandler;
    const within = admit(req, db, routeId, asked);
    return isKept(routeId, asked.query) ? kept(routeId, handler, within) : plain(handler, within);
  };
}
