// `npm run chaos -- fuzz`: requests that nobody in their right mind would send, to every address, as everybody and nobody.
// Every answer of the 500s is printed with its request. Once with a fixed seed, once with one of the day.
import http from 'node:http';
import type Joi from 'joi';
import type { Client } from './client.mts';
import { ROUTES, type Route } from '@radiatrix/contract/schemas';

/** The same numbers again from the same seed (mulberry32, public domain). */
export function numbers(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

type Random = () => number;
const pick = <T,>(random: Random, all: readonly T[]): T => all[Math.floor(random() * all.length)]!;
const chance = (random: Random, share: number): boolean => random() < share;

const WORDS = ['', ' ', 'x', '0', '-1', '1e309', '0x1', 'NaN', 'null', 'true', '9999-99', '0000-00', '2010-02-31', '2010-13', '12', '610 mm', '28 3/4"', '483 sq in', '½', '１２', 'ß', '\u0000', '\ud800', '\u202e', '%', "';--", '<script>', '../../etc/passwd', '{{7*7}}', 'a'.repeat(5000), '🙂'.repeat(60), '2009 tussock', 'NT-R 4402', 'FAN-2B', '2147483648', '99999999999999999999', '1'.repeat(400)]; // prettier-ignore
const NUMBERS = [0, -0, 1, -1, 2, 7, 40, 0.1, 1e-300, 1e300, 2147483647, 2147483648, -2147483649, Number.MAX_SAFE_INTEGER, 3.5]; // prettier-ignore

function nested(depth: number): unknown {
  let value: unknown = 1;
  for (let level = 0; level < depth; level += 1) value = level % 2 === 0 ? [value] : { a: value };
  return value;
}

const strange = (random: Random): unknown =>
  pick(random, [null, true, [], {}, '', 'x', NaN, -1, [[]], { $ne: 1 }, { __proto__: 1 }, nested(30), pick(random, WORDS), pick(random, NUMBERS)]); // prettier-ignore

interface Described {
  type?: string;
  keys?: Record<string, Described>;
  items?: Described[];
  ordered?: Described[];
  allow?: unknown[];
  flags?: { only?: boolean; presence?: string };
  rules?: { name: string; args?: Record<string, unknown> }[];
  matches?: { schema?: Described; switch?: { then?: Described }[] }[];
}

/** Something that a schema would take, or nearly; now and then something that it would not. */
function sample(random: Random, schema: Described, depth = 0): unknown {
  if (chance(random, 0.04) || depth > 8) return strange(random);
  const allowed = schema.allow?.filter((each) => typeof each !== 'object' || each === null);
  if (allowed?.length && (schema.flags?.only || chance(random, 0.2))) return pick(random, allowed);
  switch (schema.type) {
    case 'object': {
      const made: Record<string, unknown> = {};
      for (const [key, each] of Object.entries(schema.keys ?? {}))
        if (each.flags?.presence === 'required' ? chance(random, 0.97) : chance(random, 0.5)) made[key] = sample(random, each, depth + 1);
      if (chance(random, 0.03)) made[pick(random, WORDS)] = strange(random);
      return made;
    }
    case 'array':
      if (schema.ordered) return schema.ordered.map((each) => sample(random, each, depth + 1));
      return Array.from({ length: pick(random, [0, 1, 1, 2, 3, 40]) }, () => sample(random, pick(random, schema.items ?? [{}]), depth + 1)); // prettier-ignore
    case 'number':
      return chance(random, 0.6) ? Math.floor(random() * 60) : pick(random, NUMBERS);
    case 'boolean':
      return chance(random, 0.5);
    case 'string':
      return schema.rules?.some((rule) => rule.name === 'guid') && chance(random, 0.7) ? crypto.randomUUID() : pick(random, WORDS);
    case 'alternatives': {
      const all = (schema.matches ?? []).flatMap((each) => [each.schema, ...(each.switch ?? []).map((then) => then.then)]).filter((each) => each !== undefined);
      return all.length > 0 ? sample(random, pick(random, all), depth + 1) : strange(random);
    }
    default:
      return strange(random);
  }
} // prettier-ignore

export interface Fuzzed {
  method: string;
  path: string;
  headers: Record<string, string>;
  body: string | Buffer | undefined;
}

const PAGES = ['/', '/ask', '/v/1/match', '/assets/none.js', '/%', '/..%2f..%2fetc/passwd', '/index.html', '/fonts', '/api', '/api/', '//api/session', '/api/none', '/early.js']; // prettier-ignore

function oneRequest(random: Random, routes: readonly Route[]): Fuzzed {
  const headers: Record<string, string> = {};
  if (chance(random, 0.1))
    headers.range = pick(random, ['bytes=0-10', 'bytes=999999-', 'bytes=5-1', 'x', 'bytes=-1']);
  if (chance(random, 0.1))
    headers['if-match'] = pick(random, ['*', '"x"', 'W/"1"', '""', '1', '0x1', '"1.1"']);
  if (chance(random, 0.05))
    headers['if-modified-since'] = pick(random, ['Thu, 01 Jan 1970 00:00:00 GMT', 'x']);
  if (chance(random, 0.05)) headers['accept-encoding'] = pick(random, ['gzip;q=0', 'br', 'x', '*;q=0']);
  if (chance(random, 0.1))
    headers['idempotency-key'] = pick(random, ['k', 'a'.repeat(101), crypto.randomUUID()]);
  if (chance(random, 0.08)) return { method: pick(random, ['GET', 'GET', 'HEAD', 'POST', 'OPTIONS']), path: pick(random, PAGES), headers, body: undefined }; // prettier-ignore
  const route = pick(random, routes);
  let path = route.path.replace(/:(\w+)/g, (_, name: string) =>
    encodeURIComponent(
      name === 'table'
        ? pick(random, ['make', 'model', 'engine', 'source', 'bay', 'configuration', '__proto__', 'x'])
        : name === 'kind'
          ? pick(random, ['part', 'procedure', 'bay', 'proposal', 'connector', 'model', 'constructor', 'applications', 'parts'])
          : chance(random, 0.75)
            ? String(1 + Math.floor(random() * 60))
            : pick(random, WORDS.map((word) => word.slice(0, 200).toWellFormed())),
    ),
  ); // prettier-ignore
  if (route.query && chance(random, 0.8)) {
    const asked = sample(random, (route.query as Joi.ObjectSchema).describe() as Described) as Record<string, unknown>;
    const pairs = Object.entries(asked ?? {}).flatMap(([key, value]) =>
      [value].flat().map((each) => `${encodeURIComponent(key.toWellFormed())}=${encodeURIComponent(String(each).toWellFormed().slice(0, 3000))}`),
    );
    path += `?${chance(random, 0.03) ? '%zz&a[b]=1&__proto__=2' : pairs.join('&')}`.slice(0, 12_000);
  } // prettier-ignore
  if (route.method === 'get') return { method: 'GET', path, headers, body: undefined };
  headers['content-type'] = chance(random, 0.9) ? 'application/json' : pick(random, ['text/plain', 'application/json; charset=x', 'multipart/form-data', 'x', 'application/json; charset=utf-16']); // prettier-ignore
  if (chance(random, 0.03)) headers['content-encoding'] = pick(random, ['gzip', 'br', 'x', 'deflate']);
  if (route.raw) return { method: route.method.toUpperCase(), path, headers, body: Buffer.from(pick(random, ['a,b\n1,2\n', '', '\u0000\u0001', 'PK\u0003\u0004', '"', '\uFEFFa;b\r\n'])) }; // prettier-ignore
  const body = route.body
    ? sample(random, (route.body as Joi.ObjectSchema).describe() as Described)
    : undefined;
  const text = chance(random, 0.04) ? pick(random, ['{', '[', '"', '\ud800', '['.repeat(50_000) + ']'.repeat(50_000), '{"a":1,}', '1e999', '{"__proto__":{"a":1}}']) : body === undefined ? undefined : JSON.stringify(body); // prettier-ignore
  return { method: route.method.toUpperCase(), path, headers, body: text };
}

function send(base: URL, request: Fuzzed, person: Client | undefined, agent: http.Agent): Promise<number> {
  return new Promise((done) => {
    const outgoing = http.request(
      {
        agent,
        host: base.hostname,
        port: base.port,
        method: request.method,
        path: request.path.replace(/[^\x21-\x7e]/g, ''),
        headers: {
          ...request.headers,
          ...(person ? { cookie: person.cookie, 'x-csrf-token': person.token } : {}),
          ...(request.body === undefined ? {} : { 'content-length': Buffer.byteLength(request.body) }),
        },
      },
      (answer) => {
        answer.resume();
        answer.on('end', () => done(answer.statusCode ?? 0)).on('error', () => done(0));
      },
    );
    outgoing.on('error', () => done(0));
    outgoing.end(request.body);
  });
}

/** Signing out, or giving accounts away, would end the trial. */
const LEFT_OUT = new Set(['signOut', 'signIn', 'acceptInvitation', 'saveAccount', 'endSessions', 'endSession', 'inviteAgain', 'changePassword', 'startAudit']); // prettier-ignore

/** Sends so many requests; answers with how many came to what, and prints what failed. */
export async function fuzz(
  base: string,
  people: readonly Client[],
  seed: number,
  count: number,
): Promise<{ byStatus: Record<string, number>; failed: number }> {
  // prettier-ignore
  const random = numbers(seed);
  const routes = Object.entries(ROUTES).filter(([id]) => !LEFT_OUT.has(id)).map(([, route]) => route as Route); // prettier-ignore
  const agent = new http.Agent({ keepAlive: true, maxSockets: 24 });
  const byStatus: Record<string, number> = {};
  let [made, failed] = [0, 0];
  const one = async (): Promise<void> => {
    while (made < count) {
      made += 1;
      const request = oneRequest(random, routes);
      const person = chance(random, 0.9) ? pick(random, people) : undefined;
      const status = await send(new URL(base), request, person, agent);
      byStatus[status] = (byStatus[status] ?? 0) + 1;
      if (status >= 500 || status === 0) {
        failed += 1;
        if (failed <= 40)
          console.log(`${status} ${request.method} ${request.path.slice(0, 300)} ${JSON.stringify(request.headers)} ${String(request.body ?? '').slice(0, 700)}`); // prettier-ignore
      }
    }
  };
  await Promise.all(Array.from({ length: 24 }, one));
  agent.destroy();
  return { byStatus, failed };
}
