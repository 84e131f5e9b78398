import ICAL from 'ical.js';
import supertest from 'supertest';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { EventKind, EventPayloads } from '@radiatrix/core/job';
import type {
  Account,
  JobLine,
  JobRecord,
  PlanJob,
  PlanRecord,
  PlanTried,
  WorkshopRecord,
} from '@radiatrix/contract';
import { device } from '../src/demo/jobs.ts';
import { planRecord } from '../src/schedule/service.ts';
import { stretchesFrom } from '../src/schedule/workshop.ts';
import { Actor, demoServer } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, cleo: Actor, idris: Actor, rowan: Actor;
let jobs: JobLine[];
beforeAll(async () => {
  server = await demoServer();
  [mara, cleo, idris, rowan] = (await Promise.all(['mara', 'cleo', 'idris', 'rowan'].map((name) => Actor.signIn(server.app, name)))) as [Actor, Actor, Actor, Actor]; // prettier-ignore
  jobs = (await mara.get('/api/jobs')).body as JobLine[];
  // Every day and all day, so that the test says the same on any evening.
  const { body, headers } = await mara.get('/api/workshop');
  const { version: _version, stamp: _stamp, colleagues: _colleagues, ...own } = body as WorkshopRecord;
  const always = Array.from({ length: 7 }, () => [{ from: '00:00', to: '24:00' }]);
  await mara.write('put', '/api/workshop', { ...own, zone: 'UTC', hours: always }, { etag: headers.etag! }).expect(200); // prettier-ignore
}, 120_000);
afterAll(() => server.stop());

const plan = async (who = mara): Promise<PlanRecord> => (await who.get('/api/plan').expect(200)).body as PlanRecord; // prettier-ignore
const idOf = (label: string): number => jobs.find((job) => job.label.startsWith(label) && !job.closed)!.id;
const jobIn = ({ jobs: planned }: PlanRecord, label: string): PlanJob | undefined => planned.find((each) => each.label.startsWith(label)); // prettier-ignore
let hands = 0;
async function say<K extends EventKind>(who: Actor, label: string, kind: K, payload: EventPayloads[K]): Promise<JobRecord> {
  const event = device(`plan-${(hands += 1)}`, Date.now()).event(kind, payload);
  return (await who.write('post', `/api/jobs/${idOf(label)}/events`, { events: [event] }).expect(200)).body as JobRecord;
} // prettier-ignore

describe('the plan of the day', () => {
  test('everybody reads the same: what has begun first and where it stands, promises with how late, what cannot be planned with why', async () => {
    const own = await plan();
    const theirs = await plan(idris);
    expect(theirs).toEqual(own);
    const van = jobIn(own, 'Parcel van 3')!;
    expect(van).toMatchObject({ begun: true, person: own.people.find(({ name }) => name === 'Idris')!.id });
    expect(van.inBay!.from).toBe(own.from);
    // Three are apart, each in a bay of its own, from the first minute.
    const apart = own.jobs.filter(({ begun, inBay, stage }) => begun && stage !== 'prove' && inBay?.from === own.from); // prettier-ignore
    expect(new Set(apart.map(({ bay }) => bay)).size).toBe(apart.length);
    // Promised for yesterday: late by what lies between that and when it is ready, at whatever hour this is asked.
    const row = jobIn(own, 'Row 5')!;
    const over = Date.parse(row.ready) - Date.parse(row.promised!);
    expect(row.promised! < own.from).toBe(true);
    expect(Math.abs(row.late - over / 60_000)).toBeLessThan(1);
    expect(own.late).toBe(own.jobs.reduce((sum, { late }) => sum + late, 0));
    // A part that is still to be ordered, with the day from which it is there: planned from then on.
    const taxi = jobIn(own, 'Harbour taxi 14')!;
    expect(taxi.tasks[0]!.from >= taxi.there!).toBe(true);
    expect(own.out.find(({ label }) => label.startsWith('Lift two'))).toMatchObject({ waits: 'a part to be chosen' }); // prettier-ignore
    expect(jobIn(own, 'Slipway')!.usual).toMatch(/fault is not known/);
    for (const job of own.jobs)
      for (const [at, task] of job.tasks.entries())
        expect(at === 0 || task.from >= job.tasks[at - 1]!.to, job.label).toBe(true);
  });

  test('a promise is said by the desk, counts at once, and a job moves without moving what has begun', async () => {
    const before = await plan();
    const soon = new Date(Date.parse(before.from) + 3_600_000).toISOString();
    await say(cleo, 'Slipway', 'promised', { ready: soon, from: null });
    const after = await plan();
    expect(jobIn(after, 'Slipway')).toMatchObject({ promised: soon });
    expect(jobIn(after, 'Slipway')!.late).toBeGreaterThan(0);
    for (const label of ['Parcel van 3', 'Row 5', 'Ferry crew']) expect(jobIn(after, label)!.bay).toBe(jobIn(before, label)!.bay); // prettier-ignore
    const { id } = jobIn(after, 'Slipway')!;
    await idris.write('post', `/api/jobs/${idOf('Parcel van 3')}/events`, { events: [device('phone-9', Date.now()).event('promised', { ready: soon, from: null })] }).expect(403); // prettier-ignore
    const story = (await mara.get(`/api/jobs/${id}`)).body as JobRecord;
    expect(story.story[0]).toMatchObject({ kind: 'promised', detail: `ready by ${soon.slice(0, 16).replace('T', ' ')}` }); // prettier-ignore
  });

  test('a change is tried before it is made: what it breaks is named and nothing is kept; made, it lies there until it is taken back', async () => {
    const before = await plan();
    const van = jobIn(before, 'Fish market')!;
    const late = new Date(Date.parse(van.promised!) - 60_000).toISOString();
    const tried = (await mara.write('post', '/api/plan/try', { moves: [{ id: van.id, at: late }] }).expect(200)).body as PlanTried; // prettier-ignore
    expect(tried.breaks).toContainEqual(expect.objectContaining({ id: van.id, what: 'late' }));
    expect(jobIn(tried.plan, 'Fish market')!.tasks[0]!.from >= late).toBe(true);
    expect(jobIn(await plan(), 'Fish market')!.tasks[0]!.from).toBe(van.tasks[0]!.from);
    await say(mara, 'Fish market', 'placed', { bay: '1', at: late });
    const put = jobIn(await plan(), 'Fish market')!;
    expect(put).toMatchObject({ bay: '1', pinned: { bay: '1', at: late } });
    expect(put.tasks[0]!.from >= late).toBe(true);
    await say(mara, 'Fish market', 'placed', { bay: null, at: null });
    expect(jobIn(await plan(), 'Fish market')!.late).toBe(0);
    // What cannot be is said: a bay that is not there, somebody who is not on the plan, work that has begun.
    await mara.write('post', '/api/plan/try', { moves: [{ id: van.id, bay: '99' }] }).expect(422);
    await mara.write('post', '/api/plan/try', { moves: [{ id: van.id, person: 4096 }] }).expect(422);
    await mara.write('post', '/api/plan/try', { moves: [{ id: 999_999, bay: '1' }] }).expect(422);
    await mara.write('post', '/api/plan/try', { moves: [{ id: idOf('Row 5'), bay: '3' }] }).expect(409);
  });

  test('when work is not begun or not over in time the plan is laid anew from then on, with what slipped and what that breaks', async () => {
    const { db } = server.connection;
    const now = Date.now();
    const before = await planRecord(db, new Date(now));
    expect(before.since).toEqual([]);
    const free = before.jobs.filter(({ begun, promised, late }) => !begun && promised && late === 0);
    const first = Math.min(...free.map(({ promised }) => Date.parse(promised!)));
    const later = await planRecord(db, new Date(first + 30 * 60_000));
    expect(later.since.map(({ what }) => what)).toContain('not over');
    expect(later.since.map(({ what }) => what)).toContain('not begun');
    const slipped = free.find(({ promised }) => Date.parse(promised!) === first)!;
    expect(later.broke).toContainEqual(expect.objectContaining({ id: slipped.id, what: 'late' }));
    for (const label of ['Parcel van 3', 'Row 5'])
      expect(jobIn(later, label)!.bay).toBe(jobIn(before, label)!.bay);
    // Asked again it is the same plan, and what slipped is still told.
    expect(await planRecord(db, new Date(first + 31 * 60_000))).toEqual(later);
  });

  test('whoever has left is on no plan, their jobs are given to others, and nothing is lost', async () => {
    const before = jobIn(await plan(), 'Parcel van 3')!;
    const set = async (active: boolean) => {
      const { id, name, role, administers, tag } = ((await rowan.get('/api/accounts')).body as Account[]).find((each) => each.name === 'Idris')!; // prettier-ignore
      await rowan.write('put', `/api/accounts/${id}`, { name, role, administers, active }, { etag: tag }).expect(200); // prettier-ignore
    };
    await set(false);
    const without = await plan();
    expect(without.people.map((each) => each.name)).toEqual(['Sanna']);
    expect(jobIn(without, 'Parcel van 3')).toMatchObject({
      bay: before.bay,
      person: without.people[0]!.id,
      missing: 'Idris no longer works here',
    });
    await set(true);
    // Switched off, they were signed out.
    idris = await Actor.signIn(server.app, 'idris');
    expect(jobIn(await plan(), 'Parcel van 3')!.person).toBe(before.person);
  });
});

describe('what is not there any more', () => {
  test('a bay that was taken away is named, and a plan that another version has left is laid anew', async () => {
    const { body, headers } = await mara.get('/api/workshop');
    const { version: _version, stamp: _stamp, colleagues: _colleagues, ...own } = body as WorkshopRecord;
    await say(mara, 'Slipway', 'placed', { bay: '3', at: null });
    expect(jobIn(await plan(), 'Slipway')).toMatchObject({ bay: '3', missing: null });
    const put = (bays: WorkshopRecord['bays'], etag: string) => mara.write('put', '/api/workshop', { ...own, bays }, { etag }).expect(200); // prettier-ignore
    const { headers: after } = await put(
      [...own.bays.slice(0, 2), { code: '4', lift: false }],
      headers.etag!,
    );
    const without = jobIn(await plan(), 'Slipway')!;
    expect(without.missing).toBe('there is no bay 3 any more');
    expect(['1', '2', '4']).toContain(without.bay);
    await put(own.bays, after.etag!);
    await say(mara, 'Slipway', 'placed', { bay: null, at: null });
    const before = await plan();
    await server.connection.pool.query(`update day_plan set document = '{"origin": "long ago"}'`);
    expect((await plan()).jobs.map(({ id }) => id).sort()).toEqual(before.jobs.map(({ id }) => id).sort());
  });
});

describe('the workshop', () => {
  test('hours that overlap, a zone that is none and somebody who left are sent back; two who change it at once lose nothing', async () => {
    const { body, headers } = await mara.get('/api/workshop');
    const { version: _version, stamp: _stamp, colleagues: _colleagues, ...own } = body as WorkshopRecord;
    const put = (more: object, etag = headers.etag!, who = mara) => who.write('put', '/api/workshop', { ...own, ...more }, { etag }); // prettier-ignore
    const wrong = await put({ zone: 'Nowhere/Land', hours: own.hours.map(() => [{ from: '09:00', to: '08:00' }]), people: [{ id: 4096, hours: null, away: [] }] }); // prettier-ignore
    expect(wrong.status).toBe(422);
    expect((wrong.body as { fields: { path: string }[] }).fields.map(({ path }) => path)).toEqual(expect.arrayContaining(['zone', 'hours.0.0', 'people.0.id'])); // prettier-ignore
    await put({}, headers.etag, cleo).expect(403);
    await put({ tools: ['vacuum filler'] }).expect(200);
    const stale = await put({ tools: [] });
    expect(stale.status).toBe(412);
    expect((stale.body as { current: WorkshopRecord }).current.tools).toEqual(['vacuum filler']);
  });

  test('hours are by the shop’s own clock: a night on which it is put back is an hour longer, and days away are left out', () => {
    const week = Array.from({ length: 7 }, () => [{ from: '08:00', to: '12:00' }]);
    // Summer time ends in Lisbon on 25 October 2026 at 02:00.
    const from = new Date('2026-10-24T07:00:00.000Z');
    const [first, second] = stretchesFrom(week, 'Europe/Lisbon', from);
    expect(first).toEqual({ from: 0, to: 240 });
    expect(second).toEqual({ from: 1500, to: 1740 });
    expect(stretchesFrom(week, 'Europe/Lisbon', from, ['2026-10-25'])[1]!.from).toBe(1500 + 1440);
    expect(stretchesFrom(week, 'UTC', new Date('2026-10-24T11:30:00.000Z'))[0]).toEqual({ from: 0, to: 30 });
  });
});

describe('calendars that follow it', () => {
  const stranger = () => supertest(server.app);
  const events = (text: string) => new ICAL.Component(ICAL.parse(text) as [string, unknown[], unknown[]]).getAllSubcomponents('vevent').map((each) => new ICAL.Event(each)); // prettier-ignore

  test('whoever has the address reads a person’s work or what stands in a bay, signed in nowhere; ended, it is gone', async () => {
    const own = await plan();
    const sanna = own.people.find(({ name }) => name === 'Sanna')!;
    const made = await cleo
      .write('post', '/api/plan/calendars', { personId: sanna.id, bay: null })
      .expect(201);
    const { path, id } = made.body as { path: string; id: number };
    const read = await stranger().get(path).expect(200);
    expect(read.headers['content-type']).toMatch(/^text\/calendar/);
    expect(read.headers['set-cookie']).toBeUndefined();
    const found = events(read.text);
    const tasks = own.jobs.flatMap((job) => job.tasks.filter(({ people }) => people.includes(sanna.id)).map((task) => `${task.label}: ${job.label} ${task.from} ${task.to}`)); // prettier-ignore
    expect(found.map((each) => `${each.summary} ${each.startDate.toJSDate().toISOString()} ${each.endDate.toJSDate().toISOString()}`).sort()).toEqual(tasks.sort()); // prettier-ignore
    expect(new Set(found.map(({ uid }) => uid)).size).toBe(found.length);
    // Asked again each keeps its name: a calendar program moves it and adds none.
    expect(events((await stranger().get(path)).text).map(({ uid }) => uid)).toEqual(found.map(({ uid }) => uid)); // prettier-ignore
    const calendar = new ICAL.Component(ICAL.parse(read.text) as [string, unknown[], unknown[]]);
    expect([calendar.getFirstPropertyValue('name'), String(calendar.getFirstPropertyValue('refresh-interval'))]).toEqual(['Radiatrix: Sanna', 'PT15M']); // prettier-ignore
    const bay = (await mara.write('post', '/api/plan/calendars', { personId: null, bay: '1' }).expect(201)).body as { path: string }; // prettier-ignore
    const standing = own.jobs.filter((job) => job.bay === '1' && job.inBay).map(({ label }) => label);
    expect(events((await stranger().get(bay.path)).text).map(({ summary }) => summary).sort()).toEqual(standing.sort()); // prettier-ignore
    const feeds = (await cleo.get('/api/plan/calendars')).body as { name: string; readAt: string | null }[];
    expect(feeds.map(({ name, readAt }) => [name, readAt !== null])).toEqual([
      ['Sanna', true],
      ['Bay 1', true],
    ]);
    expect(JSON.stringify(feeds)).not.toContain(path.slice(-20, -4));
    await cleo.write('delete', `/api/plan/calendars/${id}`).expect(204);
    await stranger().get(path).expect(404);
    await stranger().get('/api/calendar/short').expect(404);
  });

  test('an installer makes their own and sees no other; nothing is made for nobody', async () => {
    const { people } = await plan();
    const [own, other] = [people.find(({ name }) => name === 'Idris')!, people.find(({ name }) => name === 'Sanna')!]; // prettier-ignore
    await idris.write('post', '/api/plan/calendars', { personId: other.id, bay: null }).expect(403);
    await idris.write('post', '/api/plan/calendars', { personId: null, bay: '1' }).expect(403);
    await idris.write('post', '/api/plan/calendars', { personId: own.id, bay: null }).expect(201);
    const seen = (await idris.get('/api/plan/calendars')).body as { id: number; name: string }[];
    expect(seen.map(({ name }) => name)).toEqual(['Idris']);
    const all = (await mara.get('/api/plan/calendars')).body as { id: number; name: string }[];
    await idris.write('delete', `/api/plan/calendars/${all.find(({ name }) => name === 'Bay 1')!.id}`).expect(404); // prettier-ignore
    for (const body of [
      { personId: null, bay: null },
      { personId: own.id, bay: '1' },
      { personId: 4096, bay: null },
      { personId: null, bay: '77' },
    ])
      // prettier-ignore
      await mara.write('post', '/api/plan/calendars', body).expect(422);
  });
});
