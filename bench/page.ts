import { gzipSync } from 'node:zlib';
import { openBrowser } from './browser.ts';

const SLOWER = 4;
const ROUNDS = 5;

/** The first signed-in Match view: script sent, and its largest paint on a processor slowed four times. */
export async function measurePage(base: string, program: string, vehicleId: number) {
  const browser = await openBrowser(program);
  const paints: number[] = [];
  let scriptKb = 0;
  for (let round = 0; round < ROUNDS; round += 1) {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: base });
    const page = await context.newPage();
    const answer = await page.request.post('/api/session', {
      data: { username: 'mara', password: 'copper-core' },
    });
    if (!answer.ok()) throw new Error('cannot sign in');
    const scripts: Promise<Buffer>[] = [];
    // What is fetched once the view stands is not counted, and is cut off with the page.
    let counting = true;
    page.on('response', (response) => {
      if (counting && response.request().resourceType() === 'script') scripts.push(response.body());
    });
    const session = await context.newCDPSession(page);
    await session.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
    await page.goto(`/v/${vehicleId}/match`);
    await page.getByRole('table').waitFor();
    await page.waitForTimeout(1500);
    paints.push(
      await page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            new PerformanceObserver((list) => resolve(list.getEntries().at(-1)!.startTime)).observe({
              type: 'largest-contentful-paint',
              buffered: true,
            });
          }),
      ),
    );
    counting = false;
    scriptKb = (await Promise.all(scripts)).reduce((sum, body) => sum + gzipSync(body).length, 0) / 1000;
    await context.close();
  }
  await browser.close();
  return { scriptKb, paintsMs: paints, paintMs: [...paints].sort((a, b) => a - b)[Math.floor(ROUNDS / 2)]! };
}
