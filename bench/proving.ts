import { randomUUID } from 'node:crypto';
import { perSecond } from '@radiatrix/core/instrument';
import { Draws } from '@radiatrix/core/random';
import { fitPullDown } from '@radiatrix/core/trial';
import { openBrowser } from './browser.ts';

const RUNS = 10;
const HOUR_S = 3600;
const HZ = 10;

/** Ten logs of an hour at ten readings a second: put on a grid of seconds, the pull-down in each found and fitted. */
export function measureAnalysis() {
  const draws = new Draws(11);
  const logs = Array.from({ length: RUNS }, () => {
    const ms = Array.from({ length: HOUR_S * HZ }, (_, i) => i * (1000 / HZ));
    const values = ms.map((at) => Math.round(10 * (88 + 12 * Math.exp(-at / 1e6) + 0.3 * (draws.even() - 0.5))) / 10);
    return { ms, values };
  });
  const times = Array.from({ length: 7 }, () => {
    const begun = performance.now();
    for (const { ms, values } of logs) {
      const grid = perSecond(ms, values);
      const fit = fitPullDown(Array.from(grid, (_, s) => s), Array.from(grid), 0.1);
      if (!fit.ok) throw new Error(fit.because);
    }
    return performance.now() - begun;
  }).sort((a, b) => a - b);
  return { runs: RUNS, readings: RUNS * HOUR_S * HZ, p50: times[3]! };
} // prettier-ignore

const VEHICLES = 20;
const CHANNELS = 6;
const SECONDS = 20;
const PIECE_S = 2;

/** Twenty vehicles, six channels at ten a second each, into one server: what it keeps, and how much of a core it takes. */
export async function measureStreams(base: string, cpuOf: () => number) {
  const answer = await fetch(`${base}/api/session`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify({ username: 'mara', password: 'copper-core' }) });
  const cookie = answer.headers.getSetCookie().map((each) => each.split(';')[0]).join('; ');
  const { csrfToken } = (await answer.json()) as { csrfToken: string };
  const send = (method: string, path: string, body?: unknown) =>
    fetch(base + path, { method, headers: { cookie, 'content-type': 'application/json', 'X-CSRF-Token': csrfToken, 'Idempotency-Key': randomUUID() }, ...(body ? { body: JSON.stringify(body) } : {}) });
  const [job] = (await (await send('GET', '/api/jobs')).json()) as { id: number }[];
  const streams = await Promise.all(Array.from({ length: VEHICLES }, async (_, v) => {
    const id = randomUUID();
    await send('POST', `/api/jobs/${job!.id}/streams`, { id, device: `v${v}`, instrument: 'all', boot: 'b', channels: Array.from({ length: CHANNELS }, (_, c) => ({ name: `c${c}`, unit: '°C' })) });
    return id;
  }));
  const before = cpuOf();
  const begun = performance.now();
  let failed = 0;
  await Promise.all(streams.map(async (id, v) => {
    // Each at its own moment, as vehicles do.
    await new Promise((done) => setTimeout(done, (v * PIECE_S * 1000) / VEHICLES));
    for (let piece = 0; piece < SECONDS / PIECE_S; piece += 1) {
      const due = begun + (v * PIECE_S * 1000) / VEHICLES + (piece + 1) * PIECE_S * 1000;
      await new Promise((done) => setTimeout(done, Math.max(0, due - performance.now())));
      const rows = Array.from({ length: PIECE_S * HZ }, (_, i) => piece * PIECE_S * HZ + i);
      const kept = await send('PUT', `/api/streams/${id}/chunks/${piece}`, { ms: rows.map((row) => row * 100), values: Array.from({ length: CHANNELS }, (_, c) => rows.map((row) => Math.round(10 * (80 + Math.sin(row / 50 + c))) / 10)) });
      if (!kept.ok) failed += 1;
    }
  }));
  const seconds = (performance.now() - begun) / 1000;
  const cores = (cpuOf() - before) / seconds;
  let kept = 0;
  for (const id of streams) kept += ((await (await send('GET', `/api/streams/${id}`)).json()) as { ms: number[] }).ms.length;
  return { sent: VEHICLES * SECONDS * HZ, kept, failed, cores };
} // prettier-ignore

const SLOWER = 4;
/** Frames a second of the live chart while a bleeding run draws itself, on a processor slowed four times. */
export async function measureLiveChart(base: string, program: string) {
  const browser = await openBrowser(program);
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, baseURL: base });
  const page = await context.newPage();
  const signedIn = await page.request.post('/api/session', { data: { username: 'mara', password: 'copper-core' } }); // prettier-ignore
  if (!signedIn.ok()) throw new Error('cannot sign in');
  const jobs = (await (await page.request.get('/api/jobs')).json()) as { id: number; label: string }[];
  const { id } = jobs.find(({ label }) => label.startsWith('Ferry'))!;
  await page.goto(`/jobs/${id}/bleed`);
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  await page.getByRole('button', { name: /start/i }).first().click();
  await page.locator('canvas').waitFor();
  await page.waitForTimeout(6000);
  // As text: what a transpiler adds to a function is not there in the page.
  const frames = await page.evaluate<number>(`new Promise((done) => {
    let count = 0;
    const begun = performance.now();
    requestAnimationFrame(function step() {
      count += 1;
      if (performance.now() - begun < 5000) requestAnimationFrame(step);
      else done(count / ((performance.now() - begun) / 1000));
    });
  })`);
  await browser.close();
  return { framesPerSecond: frames };
}
