import loadHighs from 'highs';
import { compile, leastOperations, waysIn, type Operation } from '../core/src/access/index.ts';
import { CLOCK_START, foldJob, tick, type JobEvent } from '../core/src/job/index.ts';
import { leastByHighs, randomBay } from '../core/test/access-maps.ts';
import { openBrowser } from './browser.ts';
import { spread } from './http.ts';

const BAYS = 120;
/** Bays of so many operations are what the aim speaks of. */
const LARGE = 55;
const minutes = (each: Operation): number => each.minutes + (each.back?.minutes ?? 0);

/** The least way in of random bays, beside a solver of mixed-integer programs in the same run. */
export async function measureAccess() {
  const highs = await loadHighs();
  let [same, ours, theirs] = [0, 0, 0];
  const [large, all]: [number[], number[]] = [[], []];
  for (let seed = 20_001; seed <= 20_000 + BAYS; seed += 1) {
    const { map, goal } = randomBay(seed);
    const { task } = compile({ map, goal, cost: minutes });
    let begun = performance.now();
    const least = leastOperations(task);
    const took = performance.now() - begun;
    ours += took;
    if (map.operations.length >= LARGE) large.push(took);
    begun = performance.now();
    if (leastByHighs(highs, task) === (least.reached ? least.cost : Infinity)) same += 1;
    theirs += performance.now() - begun;
    begun = performance.now();
    waysIn({ map, goal });
    all.push(performance.now() - begun);
  }
  return { bays: BAYS, same, ratio: theirs / ours, large: spread(large), ways: spread(all) };
}

const EVENTS = 10_000;
const FOLDS = 12;
/** Ten thousand events of a job folded to its state. */
export function measureFold() {
  let clock = CLOCK_START;
  const made = Array.from({ length: EVENTS }, (_, at): JobEvent => {
    clock = tick(clock, at * 1000);
    const own = { id: `e${at}`, device: `p${at % 3}-1`, seq: at + 1, clock, deviceTime: new Date(at * 1000).toISOString(), person: 'a' }; // prettier-ignore
    const step = `out s${at % 60}`;
    return (
      at % 3 === 0
        ? { ...own, kind: 'fasteners out', payload: { tray: 'A', step, there: 4, missing: 0, broken: 0, wrong: 0, over: [] } } // prettier-ignore
        : { ...own, kind: 'step ticked', payload: { step, phase: 'remove', partId: 1, done: true } }
    ) as JobEvent;
  });
  // As they come over the wire; put together here they would be read several times slower than any that a page or a server has.
  const events = JSON.parse(JSON.stringify(made)) as JobEvent[];
  const times = Array.from({ length: FOLDS }, () => {
    const begun = performance.now();
    foldJob(events);
    return performance.now() - begun;
  });
  return { events: EVENTS, ...spread(times) };
}

const SLOWER = 4;
const ROUNDS = 5;
/** The first move of a job on a phone, from the address to the move, on a processor slowed four times: with and without signal. */
export async function measureFirstMove(base: string, program: string) {
  const browser = await openBrowser(program);
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, baseURL: base, hasTouch: true, isMobile: true }); // prettier-ignore
  const page = await context.newPage();
  const signedIn = await page.request.post('/api/session', { data: { username: 'mara', password: 'copper-core' } }); // prettier-ignore
  if (!signedIn.ok()) throw new Error('cannot sign in');
  const jobs = (await (await page.request.get('/api/jobs')).json()) as { id: number; label: string }[];
  const { id } = jobs.find(({ label }) => label.startsWith('Fish market'))!;
  await page.goto(`/jobs/${id}/run`);
  const move = page.getByRole('button', { name: /^Done, / });
  await move.waitFor();
  await page.waitForFunction(async () => (await navigator.serviceWorker.ready).active?.state === 'activated');
  await page.waitForTimeout(1500);
  const session = await context.newCDPSession(page);
  await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
  const timed = async (): Promise<number> => {
    await page.goto('about:blank');
    const begun = performance.now();
    await page.goto(`/jobs/${id}/run`, { waitUntil: 'commit' });
    await move.waitFor();
    return performance.now() - begun;
  };
  const [online, offline]: [number[], number[]] = [[], []];
  for (let round = 0; round < ROUNDS; round += 1) online.push(await timed());
  await context.setOffline(true);
  for (let round = 0; round < ROUNDS; round += 1) offline.push(await timed());
  await browser.close();
  const median = (times: number[]): number => [...times].sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]!;
  return { onlineMs: median(online), offlineMs: median(offline) };
}
