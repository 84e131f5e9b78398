import { readFileSync, readdirSync } from 'node:fs';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { Account, Invitation, JobRecord, OwnSession, Problem } from '@radiatrix/contract';
import { hashPassword, verifyPassword } from '../src/people/passwords.ts';
import { FREE_TRIES } from '../src/people/throttle.ts';
import { device } from '../src/demo/jobs.ts';
import { clearAway } from '../src/housekeeping.ts';
import { Actor, demoServer } from './harness.ts';

/** The life of an account, and what signing in bears. */
let server: Awaited<ReturnType<typeof demoServer>>;
let rowan: Actor, cleo: Actor;
beforeAll(async () => {
  server = await demoServer();
  [rowan, cleo] = [await Actor.signIn(server.app, 'rowan'), await Actor.signIn(server.app, 'cleo')];
});
afterAll(() => server.stop());

const attempt = (username: string, password = 'wrong') =>
  supertest(server.app).post('/api/session').send({ username, password });
const accept = (token: string, password: string) =>
  supertest(server.app).post('/api/invitation').send({ token, password });
const WORDS = 'slate kettle orbit 71 marram';
const accountOf = async (username: string): Promise<Account> =>
  ((await rowan.get('/api/accounts').expect(200)).body as Account[]).find(
    (each) => each.username === username,
  )!;
const save = async (username: string, change: Partial<Account>) => {
  const { id, name, role, administers, active, tag } = await accountOf(username);
  const values = { name, role, administers, active, ...change };
  await rowan.write('put', `/api/accounts/${id}`, values, { etag: 'x' }).expect(412);
  return rowan.write('put', `/api/accounts/${id}`, values, { etag: tag });
};

describe('weighing passwords', () => {
  test('a thread behind all others does it, and many at once all come out right', async () => {
    const kept = await hashPassword(WORDS);
    expect(kept).toMatch(/^\$argon2id\$/);
    expect(await hashPassword(WORDS)).not.toBe(kept);
    const asked = await Promise.all(
      Array.from({ length: 12 }, (_, at) => verifyPassword(kept, at % 3 === 0 ? WORDS : `${WORDS}${at}`)),
    );
    expect(asked).toEqual(Array.from({ length: 12 }, (_, at) => at % 3 === 0));
    // Nobody is held against something all the same, and is nobody.
    expect(await verifyPassword(undefined, 'nobody signs in with this')).toBe(false);
    // Nice is field 19 of a thread's line, counted after its name in brackets (proc(5)).
    const niceOf = (thread: string): number => Number(readFileSync(`/proc/self/task/${thread}/stat`, 'utf8').replace(/^.*\) /, '').split(' ')[16]); // prettier-ignore
    const nice = readdirSync('/proc/self/task').map(niceOf);
    expect(nice.filter((each) => each > Math.min(...nice)).length).toBeGreaterThanOrEqual(1);
    expect(niceOf(String(process.pid))).toBe(Math.min(...nice));
  });
});

describe('signing in', () => {
  test('a name that is not there is answered like a wrong password; after some the wait grows, under the name as it is used', async () => {
    const [known, unknown] = [await attempt('mara'), await attempt('nobody')];
    expect([known.status, (known.body as Problem).code]).toEqual([
      unknown.status,
      (unknown.body as Problem).code,
    ]);
    const statuses: number[] = [];
    for (const name of ['piet', ' piet', 'PIET', 'piet ', '\tpiet', 'Piet', ' PIET ', 'piet']) statuses.push((await attempt(name)).status); // prettier-ignore
    expect(statuses.filter((status) => status === 401)).toHaveLength(FREE_TRIES + 1);
    expect(statuses.at(-1)).toBe(429);
    // Sent at once they wait for each other, so that none is weighed before the one before it counts.
    const atOnce = await Promise.all(Array.from({ length: 40 }, () => attempt('idris')));
    expect(atOnce.filter((each) => each.status === 401).length).toBeLessThanOrEqual(FREE_TRIES + 2);
  });

  test('right ones cost nothing, and a browser that is known goes free of what strangers tried', async () => {
    const many = await Promise.all(Array.from({ length: 24 }, () => attempt('cleo', 'copper-core')));
    expect(many.every(({ status }) => status === 200)).toBe(true);
    const device = (many[0]!.headers['set-cookie'] as unknown as string[]).find((each) => each.startsWith('radiatrix-device='))!; // prettier-ignore
    expect(device).toMatch(/HttpOnly/i);
    for (let tries = 0; tries < FREE_TRIES + 1; tries += 1) await attempt('cleo');
    expect((await attempt('cleo', 'copper-core')).status).toBe(429);
    await attempt('cleo', 'copper-core').set('Cookie', device.split(';')[0]!).expect(200);
    // It is this person's browser; for another name it is a stranger's.
    for (let tries = 0; tries < FREE_TRIES + 1; tries += 1)
      await attempt('mara').set('Cookie', device.split(';')[0]!);
    expect((await attempt('mara').set('Cookie', device.split(';')[0]!)).status).toBe(429);
  });

  test('what no longer counts is cleared away', async () => {
    const { pool } = server.connection;
    await pool.query(
      "update rate_limit set expire = 1; update session set expire = now() - interval '1 minute' where sess -> 'person' ->> 'username' = 'nobody'",
    );
    await clearAway(server.connection);
    expect((await pool.query('select 1 from rate_limit')).rowCount).toBe(0);
    await rowan.get('/api/accounts').expect(200);
  });
});

describe('an account', () => {
  test('is opened by an invitation that works once, with a password that is not guessed', async () => {
    await cleo
      .write('post', '/api/accounts', { username: 'una', name: 'Una', role: 'installer' })
      .expect(403);
    await rowan
      .write('post', '/api/accounts', { username: 'ROWAN', name: 'Rowan', role: 'clerk' })
      .expect(409);
    const sent = await rowan
      .write('post', '/api/accounts', { username: 'una', name: 'Una', role: 'installer' })
      .expect(201);
    const { token, account } = sent.body as Invitation;
    expect(account).toMatchObject({ username: 'una', active: true, sessions: 0 });
    for (const [password, status] of [['short', 422], ['radiator123', 422], ['unaunauna12', 422], [WORDS, 200], [WORDS, 404]] as const)
      expect([password, (await accept(token, password)).status]).toEqual([password, status]); // prettier-ignore
    await attempt('una', WORDS).expect(200);
    const { rows } = await server.connection.pool.query<{ kept: string }>(
      "select (select coalesce(string_agg(body::text, ' '), '') from idempotency) || (select string_agg(coalesce(after::text, ''), ' ') from history where \"table\" = 'person') as kept",
    );
    expect(rows[0]!.kept).toContain('una');
    expect(rows[0]!.kept).not.toContain(token);
    expect(rows[0]!.kept).not.toMatch(/argon2|_hash/);
  });

  test('another role, or none, ends what it allowed at once; somebody who administers is always left', async () => {
    const una = await Actor.signIn(server.app, 'una', WORDS);
    await una.get('/api/parts').expect(200);
    expect((await save('una', { name: 'Una of the yard' })).status).toBe(200);
    await una.get('/api/parts').expect(200);
    expect((await save('una', { role: 'clerk' })).status).toBe(200);
    await una.get('/api/parts').expect(401);
    const again = await Actor.signIn(server.app, 'una', WORDS);
    expect((await save('una', { active: false })).status).toBe(200);
    await again.get('/api/parts').expect(401);
    const { body } = await attempt('una', WORDS).expect(200);
    expect(body).toMatchObject({ person: null, left: 'Una of the yard' });
    const alone = await save('rowan', { administers: false });
    expect([alone.status, (alone.body as Problem).detail]).toEqual([
      409,
      expect.stringContaining('must be left'),
    ]);
    expect(((await cleo.get('/api/people').expect(200)).body as { name: string }[]).map((each) => each.name)).not.toContain('Una of the yard'); // prettier-ignore
  });

  test('whoever has left reads nothing, and hands in what was done before: it counts and is marked, what was done after is kept aside', async () => {
    const vehicleId = ((await rowan.get('/api/vehicles')).body as { id: number }[])[0]!.id;
    const desk = device('desk', Date.now() - 7_200_000);
    const opened = desk.event('opened', { vehicleId, label: 'left behind', complaint: '', odometerKm: null, alterations: [] }); // prettier-ignore
    const { id } = (await rowan.write('post', '/api/jobs', { events: [opened] }).expect(201))
      .body as JobRecord;
    const una = await Actor.signIn(server.app, 'una', WORDS);
    await una.get('/api/parts').expect(403);
    await una.get(`/api/jobs/${id}`).expect(403);
    await una.write('post', '/api/marks', { partId: 1, vehicleIds: [vehicleId], note: '' }).expect(403);
    const noted = (at: number, text: string) =>
      device(`phone ${text}`, at).event('step noted', { step: 's', text });
    // A decision may be dated as one likes: it waits, whatever the clock says.
    const decided = device('phone decided', Date.now() - 3_600_000).event('noted', { text: 'call them' });
    const events = [noted(Date.now() - 3_600_000, 'before'), noted(Date.now() + 3_600_000, 'after'), decided];
    const answer = await una.write('post', `/api/jobs/${id}/events`, { events }).expect(204);
    expect(answer.text).toBe('');
    const job = (await rowan.get(`/api/jobs/${id}`).expect(200)).body as JobRecord;
    expect(job.state.stepNotes.map((note) => note.text)).toEqual(['before']);
    expect(job.story.find((event) => event.detail === 'before')).toMatchObject({
      by: 'Una of the yard',
      handedIn: true,
    });
    expect(job.aside.map((event) => event.detail).sort()).toEqual(['after', 'call them']);
  });

  test('a person sees where they are signed in, ends one place, and all others with a new password', async () => {
    const here = await Actor.signIn(server.app, 'mara');
    const [phone, desk] = [await Actor.signIn(server.app, 'mara'), await Actor.signIn(server.app, 'mara')];
    const places = (await here.get('/api/sessions').expect(200)).body as OwnSession[];
    expect(places.filter((each) => each.current)).toHaveLength(1);
    expect(places.length).toBeGreaterThanOrEqual(3);
    const phonesOwn = ((await phone.get('/api/sessions')).body as OwnSession[]).find((each) => each.current)!;
    await cleo.write('delete', `/api/sessions/${phonesOwn.id}`).expect(404);
    await here.write('delete', `/api/sessions/${phonesOwn.id}`).expect(204);
    await phone.get('/api/parts').expect(401);
    await here.write('put', '/api/password', { current: 'not it', password: WORDS }).expect(422);
    await here.write('put', '/api/password', { current: 'copper-core', password: WORDS }).expect(204);
    await desk.get('/api/parts').expect(401);
    await here.get('/api/parts').expect(200);
    const { id } = await accountOf('mara');
    await rowan.write('delete', `/api/accounts/${id}/sessions`).expect(204);
    await here.get('/api/parts').expect(401);
  });
});
