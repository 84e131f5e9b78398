import { randomUUID } from 'node:crypto';
import { createServer } from 'node:http';
import path from 'node:path';
import pg from 'pg';
import { pino } from 'pino';
import supertest from 'supertest';
import type { Upload, Waits } from '@radiatrix/contract';
import { createApp, type AppOptions } from '../src/app.ts';
import { connect, type Connection } from '../src/db/client.ts';
import { createIfMissing, prepare } from '../src/db/prepare.ts';

const admin = process.env.DATABASE_ADMIN_URL;
if (!admin)
  throw new Error('DATABASE_ADMIN_URL is not set; run the tests by npm test, which starts a cluster');

export const demoFolder = path.resolve(import.meta.dirname, '../../demo');

/** A database of its own on the real server, empty or a copy of another, dropped again when the file is done. */
export async function newDatabase(template?: string): Promise<{
  url: string;
  connection: Connection;
  drop: () => Promise<void>;
}> {
  const target = new URL(admin!);
  const name = `t_${randomUUID().replaceAll('-', '')}`;
  target.pathname = `/${name}`;
  await (template === undefined ? createIfMissing(target.href) : copied(name, template));
  // Whether a slow machine hands out connections in time is not what is tested.
  const connection = connect(target.href, 60_000);
  return {
    url: target.href,
    connection,
    drop: async () => {
      await connection.end();
      const client = new pg.Client({ connectionString: admin });
      await client.connect();
      await client.query(`drop database ${name} with (force)`);
      await client.end();
    },
  };
}

async function copied(name: string, template: string): Promise<void> {
  const client = new pg.Client({ connectionString: admin });
  await client.connect();
  try {
    await client.query(`create database ${name} template ${template}`);
  } finally {
    await client.end();
  }
}

/** One signed-in person: cookies, token and a fresh idempotency key on every write. */
export class Actor {
  private constructor(
    readonly agent: ReturnType<typeof supertest.agent>,
    private readonly token: string,
  ) {}

  static async signIn(
    app: Parameters<typeof supertest>[0],
    username: string,
    password = 'copper-core',
  ): Promise<Actor> {
    const agent = supertest.agent(app);
    const { body, status } = await agent.post('/api/session').send({ username, password });
    if (status !== 200) throw new Error(`${username} cannot sign in: ${status}`);
    return new Actor(agent, (body as { csrfToken: string }).csrfToken);
  }

  get = (url: string) => this.agent.get(url);

  write(
    method: 'post' | 'put' | 'delete',
    url: string,
    body?: object,
    { etag = '', key = randomUUID() as string } = {},
  ) {
    const request = this.agent[method](url).set('X-CSRF-Token', this.token).set('Idempotency-Key', key);
    if (etag) request.set('If-Match', etag);
    return body === undefined ? request : request.send(body);
  }

  /** Cookie and token, as lines of a request written by hand. */
  async headers(): Promise<string> {
    const { request } = (await this.agent.get('/api/session')) as unknown as { request: { cookies: string } };
    return `Cookie: ${request.cookies}\r\nX-CSRF-Token: ${this.token}`;
  }

  /** Sends a file as it is. */
  upload = (url: string, content: Buffer | string, mediaType = 'text/csv') =>
    this.agent.post(url).set('X-CSRF-Token', this.token).set('Content-Type', mediaType).send(content);
}

/** Two servers with the demo in them, on a database of their own, asked in turn. */
export async function demoServer() {
  // The demo was loaded once for all files: see `template`.
  const { connection, drop, url } = await newDatabase(process.env.DEMO_TEMPLATE);
  await prepare(connection);
  /** A server process more on the same database. */
  const another = (more: Partial<AppOptions> = {}) =>
    createApp({ connection, logger: pino({ level: process.env.TEST_LOG ?? 'silent' }), ...more });
  // Every test speaks with two servers in turn: what one of them alone knows is not there at the next request.
  const pair = [await another(), await another()];
  let turn = 0;
  const app = createServer((req, res) => pair[(turn += 1) % 2]!(req, res));
  return { app, another, connection, url, stop: drop };
}

/** Lets a reviewer release what a save has proposed. */
export async function released(
  reviewer: Actor,
  { status, body }: { status: number; body: unknown },
): Promise<void> {
  if (status !== 202) throw new Error(`that was not proposed but answered with ${status}`);
  const address = `/api/review/proposal/${(body as Waits).waits.id}`;
  const { headers } = await reviewer.get(address).expect(200);
  await reviewer.write('post', `${address}/release`, undefined, { etag: headers.etag! }).expect(200);
}

/** The smallest picture there is. */
export const ONE_POINT = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);

/** Follows an upload until nothing is at work on it. */
export async function settledUpload(who: Actor, id: string): Promise<Upload> {
  for (let tries = 0; tries < 1200; tries += 1) {
    const { body } = await who.get(`/api/uploads/${id}`).expect(200);
    if (!['reading', 'applying', 'mapping'].includes((body as Upload).state)) return body as Upload;
    await new Promise((go) => setTimeout(go, 50));
  }
  throw new Error('the upload never came to an end');
}

/** Sends a table, reads it with its columns as they were guessed, and brings in what is good of it. */
export async function bringTableIn(
  who: Actor,
  kind: 'parts' | 'applications' | 'vehicles',
  content: Buffer | string,
  name = 'table.csv',
): Promise<{ read: Upload; applied: Upload }> {
  const { body } = await who.upload(`/api/uploads?${new URLSearchParams({ kind, name })}`, content).expect(201); // prettier-ignore
  const { id, mapping } = body as Upload;
  await who.write('post', `/api/uploads/${id}/preview`, { mapping, sourceId: null }).expect(202);
  const read = await settledUpload(who, id);
  if (read.counts.new + read.counts.changed === 0) return { read, applied: read };
  await who.write('post', `/api/uploads/${id}/apply`).expect(202);
  return { read, applied: await settledUpload(who, id) };
}
