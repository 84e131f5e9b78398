import { openBrowser } from './browser.ts';

/** Moves of a slider that are measured, each once the one before it has been shown. */
const MOVES = 40;
const PATIENCE_MS = 2000;
/** One whose record has all that a drive needs. */
const VEHICLE = '09 tussock diesel auto aircon standard cooling';

interface TraceEvent {
  name: string;
  ph: string;
  dur?: number;
  ts: number;
  pid: number;
  tid: number;
  args?: { name?: string };
}

/**
 * A slider of the drive moved step by step: how long until its curve is handed to the chart, and the longest task that
 * held up the main thread meanwhile.
 */
export async function measureSliders(base: string, program: string) {
  const browser = await openBrowser(program);
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: base });
  const page = await context.newPage();
  const answer = await page.request.post('/api/session', {
    data: { username: 'mara', password: 'copper-core' },
  });
  if (!answer.ok()) throw new Error('cannot sign in');
  const found = (await (
    await page.request.get(`/api/find?${new URLSearchParams({ text: VEHICLE })}`)
  ).json()) as {
    vehicles: { id: number }[];
  };
  await page.goto(`/v/${found.vehicles[0]!.id}/compare?tab=drive`);
  await page.getByRole('table', { name: 'The drive in figures' }).waitFor();
  await page.waitForTimeout(1000);
  const move = async (step: number): Promise<number> =>
    page.evaluate(
      ({ value, patience }) =>
        new Promise<number>((resolve) => {
          const slider = [...document.querySelectorAll<HTMLInputElement>('input[type=range]')].find((each) =>
            each.closest('label')!.textContent.startsWith('Thermostat starts to open'),
          )!;
          const from = performance.now();
          const watch = new PerformanceObserver((list) => {
            if (!list.getEntriesByName('radiatrix:curve').length) return;
            watch.disconnect();
            // Shown with the next frame.
            requestAnimationFrame(() => resolve(performance.now() - from));
          });
          watch.observe({ type: 'mark' });
          setTimeout(() => resolve(patience), patience);
          Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')!.set!.call(
            slider,
            String(value),
          );
          slider.dispatchEvent(new Event('input', { bubbles: true }));
        }),
      { value: 76 + (step % 8), patience: PATIENCE_MS },
    );
  for (let step = 0; step < 8; step += 1) await move(step);
  await browser.startTracing(page, { categories: ['toplevel', 'devtools.timeline', '__metadata'] });
  const curves: number[] = [];
  for (let step = 0; step < MOVES; step += 1) curves.push(await move(step));
  const trace = JSON.parse((await browser.stopTracing()).toString()) as { traceEvents: TraceEvent[] };
  await browser.close();
  const mains = new Set(
    trace.traceEvents
      .filter((event) => event.name === 'thread_name' && event.args?.name === 'CrRendererMain')
      .map((event) => `${event.pid}:${event.tid}`),
  );
  const tasks = trace.traceEvents
    .filter(
      (event) => event.ph === 'X' && /RunTask$/.test(event.name) && mains.has(`${event.pid}:${event.tid}`),
    )
    .map((event) => (event.dur ?? 0) / 1000)
    .sort((a, b) => a - b);
  const sorted = [...curves].sort((a, b) => a - b);
  const at = (values: number[], share: number): number =>
    values[Math.min(values.length - 1, Math.floor(share * values.length))] ?? NaN;
  return {
    tasks: tasks.length,
    taskP99Ms: at(tasks, 0.99),
    longestTaskMs: tasks.at(-1) ?? NaN,
    over16: tasks.filter((task) => task > 16).length,
    longestTasksMs: tasks.slice(-12),
    curveP50Ms: at(sorted, 0.5),
    curveP95Ms: at(sorted, 0.95),
  };
}
