import { spawnSync } from 'node:child_process';
import { copyFileSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import openapiTS, { astToString } from 'openapi-typescript';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Account, ApiToken, NewApiToken } from '@radiatrix/contract';
import { ROUTES, type Route } from '@radiatrix/contract/schemas';
import { describeApi } from '../src/openapi/describe.ts';
import { Actor, demoServer } from './harness.ts';

const { app, connection, stop } = await demoServer();
let [mara, rowan, idris]: Actor[] = [];
let server: Server;
let base: string;
beforeAll(async () => {
  [mara, rowan, idris] = await Promise.all(['mara', 'rowan', 'idris'].map((name) => Actor.signIn(app, name)));
  server = createServer((req, res) => app.emit('request', req, res));
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterAll(async () => {
  await new Promise((done) => server.close(done));
  await stop();
});

const made = async (who: Actor, scope: 'read' | 'write', days = 7): Promise<NewApiToken> =>
  (await who.write('post', '/api/tokens', { name: 'stock program', scope, days }).expect(201))
    .body as NewApiToken;
const by = (token: string) => ({
  get: (url: string) => supertest(app).get(url).set('Authorization', `Bearer ${token}`),
  post: (url: string, body: object = {}) =>
    supertest(app).post(url).set('Authorization', `Bearer ${token}`).send(body),
});
const listed = async (who: Actor): Promise<ApiToken[]> =>
  (await who.get('/api/tokens').expect(200)).body as ApiToken[];

describe('a token', () => {
  test('is told once, kept as a hash, listed without its secret, and sets no cookie', async () => {
    const { secret, id } = await made(mara!, 'read');
    expect(secret).toMatch(/^rdx_[\w-]{43}$/);
    const { rows } = await connection.pool.query<{ all: string }>(
      'select string_agg(api_token::text, chr(10)) as all from api_token',
    );
    expect(rows[0]!.all).not.toContain(secret.slice(4));
    expect(JSON.stringify(await listed(mara!))).not.toContain(secret.slice(4));
    const answer = await by(secret).get('/api/jobs').expect(200);
    expect(answer.headers['set-cookie']).toBeUndefined();
    expect((await listed(mara!)).find((each) => each.id === id)!.lastUsed).toMatch(/^\d{4}-/);
    // Nobody else sees or ends it.
    expect((await listed(idris!)).some((each) => each.id === id)).toBe(false);
    await idris!.write('delete', `/api/tokens/${id}`).expect(404);
  });

  test('needs no CSRF token, does what its owner may, and says who did it', async () => {
    const { secret } = await made(mara!, 'write');
    const { body } = await by(secret).get('/api/session').expect(200);
    expect(body).toMatchObject({ person: { username: 'mara', administers: false }, csrfToken: '' });
    await by(secret)
      .post('/api/marks', { kind: 'nothing' })
      .expect(({ status }) => expect([400, 422]).toContain(status));
  });

  test('that may only read changes nothing, at any address that changes something', async () => {
    const { secret } = await made(rowan!, 'read');
    const tried: string[] = [];
    for (const [id, { method, path: address, onlyReads, roles }] of Object.entries(ROUTES) as [
      string,
      Route,
    ][]) {
      if (method === 'get' || onlyReads || roles === 'anyone' || id === 'signOut') continue;
      const url = address.replace(/:\w+/g, '1');
      const { status } = await supertest(app)[method](url).set('Authorization', `Bearer ${secret}`).send({});
      if (status !== 403) tried.push(`${id} ${status}`);
    }
    expect(tried).toEqual([]);
  });

  test('administers nothing and makes no token, its owner an administrator or not', async () => {
    const { secret } = await made(rowan!, 'write');
    for (const address of ['/api/accounts', '/api/tokens', '/api/sessions'])
      await by(secret).get(address).expect(403);
    await by(secret).post('/api/tokens', { name: 'more', scope: 'write', days: 7 }).expect(403);
    await supertest(app).delete('/api/session').set('Authorization', `Bearer ${secret}`).expect(403);
  });

  test.each(['', 'Bearer', 'Bearer rdx_wrong-wrong-wrong', 'Basic bWFyYTpjb3BwZXItY29yZQ=='])(
    'that is wrong (%s) lets nobody in, a signed-in browser neither',
    async (sent) => {
      if (sent === '') return void (await supertest(app).get('/api/jobs').expect(401));
      await supertest(app).get('/api/jobs').set('Authorization', sent).expect(401);
      await mara!.get('/api/jobs').set('Authorization', sent).expect(401);
    },
  );

  test('ends: by hand, by its date, with its owner’s sessions, with its owner’s account; and follows its owner’s role', async () => {
    const ended = await made(mara!, 'read');
    await mara!.write('delete', `/api/tokens/${ended.id}`).expect(204);
    await by(ended.secret).get('/api/jobs').expect(401);

    const old = await made(mara!, 'read', 1);
    await connection.pool.query(`update api_token set expires = now() - interval '1 second' where id = $1`, [
      old.id,
    ]);
    await by(old.secret).get('/api/jobs').expect(401);
    expect((await listed(mara!)).some((each) => each.id === old.id)).toBe(false);

    const piet = await Actor.signIn(app, 'piet');
    const { secret } = await made(piet, 'write');
    await by(secret).get('/api/uploads').expect(200);
    const { body: accounts } = await rowan!.get('/api/accounts').expect(200);
    const own = (accounts as Account[]).find(({ username }) => username === 'piet')!;
    const save = async (values: Partial<Account>, etag: string): Promise<string> => {
      const { name, role, administers, active } = { ...own, ...values };
      return (
        (
          await rowan!
            .write('put', `/api/accounts/${own.id}`, { name, role, administers, active }, { etag })
            .expect(200)
        ).body as Account
      ).tag;
    };
    let tag = await save({ role: 'installer' }, own.tag);
    await by(secret).get('/api/uploads').expect(403);
    tag = await save({ role: 'specialist' }, tag);
    await by(secret).get('/api/uploads').expect(200);
    await rowan!.write('delete', `/api/accounts/${own.id}/sessions`).expect(204);
    await by(secret).get('/api/uploads').expect(401);

    const again = await made(await Actor.signIn(app, 'piet'), 'write');
    tag = await save({ active: false }, tag);
    await by(again.secret).get('/api/uploads').expect(401);
    await save({ active: true }, tag);
    await by(again.secret).get('/api/uploads').expect(401);
  });

  test('there are at most twenty of one person', async () => {
    const cleo = await Actor.signIn(app, 'cleo');
    for (let n = 0; n < 20; n += 1) await made(cleo, 'read');
    await cleo.write('post', '/api/tokens', { name: 'one more', scope: 'read', days: 7 }).expect(409);
  });
});

describe('a client made of the published description', () => {
  const folder = path.resolve(import.meta.dirname, '../../test-results/typed-client');
  const example = path.resolve(import.meta.dirname, '../../docs/examples/open-a-job.ts');
  beforeAll(async () => {
    rmSync(folder, { recursive: true, force: true });
    mkdirSync(folder, { recursive: true });
    writeFileSync(path.join(folder, 'api.d.ts'), astToString(await openapiTS(describeApi() as never)));
    copyFileSync(example, path.join(folder, 'open-a-job.ts'));
  });
  const compiled = (file: string): string => {
    const tsc = path.resolve(import.meta.dirname, '../../node_modules/typescript/bin/tsc');
    const { stdout } = spawnSync(process.execPath, [tsc, '--noEmit', '--strict', '--skipLibCheck', '--target', 'es2022', '--module', 'esnext', '--moduleResolution', 'bundler', '--types', 'node', file], { cwd: folder, encoding: 'utf8' });
    return stdout;
  };

  test('compiles under strict, and does not where a field is called otherwise', () => {
    expect(compiled('open-a-job.ts')).toBe('');
    writeFileSync(path.join(folder, 'wrong.ts'), `import type { paths } from './api';\ntype Found = paths['/api/find']['get']['responses']['2XX']['content']['application/json'];\nexport const wrong = (found: Found) => found.vehicle;\n`);
    expect(compiled('wrong.ts')).toContain("Property 'vehicle' does not exist");
  }, 120_000);

  test('carries a job from words to closed, with a token alone', async () => {
    const { secret } = await made(mara!, 'write');
    const { openAJob } = (await import(path.join(folder, 'open-a-job.ts'))) as { openAJob: (base: string, token: string, text: string) => Promise<{ job: number; part: string }> };
    const { job, part } = await openAJob(base, secret, '2010 Tussock 2.2 diesel automatic radiator');
    const { body } = await mara!.get(`/api/jobs/${job}`).expect(200);
    expect(body).toMatchObject({ state: { stage: 'file', closed: { outcome: 'given up' } } });
    expect(part).toMatch(/^NT-R /);
    await expect(openAJob(base, `${secret}x`, 'Tussock')).rejects.toThrow('This token is wrong, or has ended.');
  });
}); // prettier-ignore
