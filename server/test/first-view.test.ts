import { mkdtempSync, mkdirSync, rmSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import supertest from 'supertest';
import { afterAll, beforeAll, expect, test } from 'vitest';
import type { FirstView, SessionState } from '@radiatrix/contract';
import { device } from '../src/demo/jobs.ts';
import { Actor, demoServer } from './harness.ts';

/**
 * The page of a Match with its view in it. The interface it is drawn with is built elsewhere; here one stands for it that
 * draws a line, and breaks where it is told to.
 */
let server: Awaited<ReturnType<typeof demoServer>>;
let app: Awaited<ReturnType<typeof server.another>>;
const folder = mkdtempSync(path.join(os.tmpdir(), 'radiatrix-web-'));
let vehicle: number;

const PAGE = '<!doctype html><html lang="en"><body><div id="root"></div></body></html>';
const DRAWING = `export const render = async (href, view, cookies) => {
  if (href.includes('broken')) throw new Error('this view cannot be drawn');
  return { html: '<h1>' + view.vehicle.record.title + '</h1>', shown: cookies.includes('=us.') ? 'us.sheet' : 'metric.sheet' };
};`;

beforeAll(async () => {
  mkdirSync(path.join(folder, '.first'));
  writeFileSync(path.join(folder, 'index.html'), PAGE);
  writeFileSync(path.join(folder, '.first/render.js'), DRAWING);
  server = await demoServer();
  app = await server.another({ webFolder: folder });
  const { rows } = await server.connection.pool.query<{ id: number }>('select min(id)::int as id from configuration'); // prettier-ignore
  vehicle = rows[0]!.id;
}, 120_000);
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true });
});

const viewIn = (html: string): FirstView | undefined => {
  const data = /<script type="application\/json" id="first-view">(.*?)<\/script>/s.exec(html)?.[1];
  return data === undefined ? undefined : (JSON.parse(data) as FirstView);
};
const open = async (who: Actor, url = `/v/${vehicle}/match`) => {
  const { text, headers } = await who.get(url).expect(200);
  return { html: text, view: viewIn(text), headers };
};

test('the page carries what each address answers this person, and no token', async () => {
  for (const [name, edits] of [['mara', true], ['rowan', true], ['cleo', false], ['idris', false]] as const) {
    const who = await Actor.signIn(app, name);
    const { html, view, headers } = await open(who);
    expect(headers['cache-control']).toBe('no-store');
    const record = await who.get(`/api/vehicles/${vehicle}`);
    expect(view!.vehicle).toEqual({ record: record.body as unknown, etag: record.headers.etag });
    expect(view!.match).toEqual((await who.get(`/api/vehicles/${vehicle}/match`)).body);
    expect(view!.match.candidates.length).toBeGreaterThan(3);
    expect(view!.review).toEqual(edits ? (await who.get('/api/review')).body : null);
    const session = (await who.get('/api/session')).body as SessionState;
    expect(view!.session).toEqual({ ...session, csrfToken: '' });
    expect(html).not.toContain(session.csrfToken);
    expect(html).toContain(`<html data-drawn="metric.sheet" lang="en">`);
    expect(html).toContain(`<div id="root"><h1>${view!.vehicle.record.title}</h1></div>`);
  }
}); // prettier-ignore

test('an address with a job and other chances is judged by them, and no word of a job ends the data', async () => {
  const idris = await Actor.signIn(app, 'idris');
  const { event } = device('c0ffee', Date.now());
  const label = '</script><script>alert(1)</script>';
  const opened = await idris.write('post', '/api/jobs', { events: [event('opened', { vehicleId: vehicle, label, complaint: '', odometerKm: null, alterations: [] })] }); // prettier-ignore
  const job = (opened.body as { id: number }).id;
  const { view, html } = await open(
    idris,
    `/v/${vehicle}/match?job=${job}&pass=0.9&fail=0.1&part=x&job=999999&pass=none`,
  );
  expect(view!.match.job).toMatchObject({ id: job, label });
  expect(view!.match.practice.passAt).toBe(0.9);
  expect(html.split('</script>').length).toBe(2);
});

test('where there is nobody or nothing to see, or it cannot be drawn, the page comes without', async () => {
  const mara = await Actor.signIn(app, 'mara');
  const anybody = await supertest(app).get(`/v/${vehicle}/match`).expect(200);
  expect(anybody.text).toBe(PAGE);
  for (const url of ['/v/999999/match', '/v/none/match', `/v/${vehicle}/match?job=999999`, `/v/${vehicle}/match?part=broken`])
    expect((await open(mara, url)).html === PAGE, url).toBe(true);
}); // prettier-ignore

test('an account that is switched off gets no view', async () => {
  const piet = await Actor.signIn(app, 'piet');
  expect((await open(piet)).view).toBeDefined();
  await server.connection.pool.query(
    `update session set sess = (sess::jsonb || '{"leftAt":"2026-01-01T00:00:00Z"}')::json where sess -> 'person' ->> 'username' = 'piet'`,
  );
  expect((await open(piet)).view).toBeUndefined();
});

test('where sessions cannot be read there is still a page', async () => {
  const rowan = await Actor.signIn(app, 'rowan');
  await server.connection.pool.query('alter table session rename to session_away');
  try {
    expect((await open(rowan)).html === PAGE).toBe(true);
  } finally {
    await server.connection.pool.query('alter table session_away rename to session');
  }
  expect((await open(rowan)).view).toBeDefined();
});

test('a view that takes long is not waited for', async () => {
  const cleo = await Actor.signIn(app, 'cleo');
  // One that nobody has asked for: an answer that is kept needs nothing that is held up.
  const another = `/v/${vehicle + 1}/match`;
  const holder = await server.connection.pool.connect();
  try {
    await holder.query('begin');
    await holder.query('lock table configuration in access exclusive mode');
    expect((await open(cleo, another)).view).toBeUndefined();
  } finally {
    await holder.query('rollback');
    holder.release();
  }
  expect((await open(cleo, another)).view).toBeDefined();
}, 30_000);
