import { expect, test, type Browser, type BrowserContextOptions, type Page } from '@playwright/test';

/** A page of somebody who is signed in already, and the first vehicle there is. */
async function signedIn(browser: Browser, more: BrowserContextOptions = {}): Promise<{ page: Page; match: string }> {
  const context = await browser.newContext({ baseURL: process.env.BASE_URL, ...more });
  const page = await context.newPage();
  const { ok } = await page.request
    .post('/api/session', { data: { username: 'mara', password: 'copper-core' } })
    .then((answer) => ({ ok: answer.ok() }));
  expect(ok).toBe(true);
  const asked = `/api/find?${new URLSearchParams({ text: '09 tussock diesel auto standard cooling' })}`;
  const { vehicles } = (await (await page.request.get(asked)).json()) as { vehicles: { id: number }[] };
  return { page, match: `/v/${vehicles[0]!.id}/match` };
} // prettier-ignore

const shownIn = (page: Page, word: string) =>
  page.context().addCookies([{ name: 'radiatrix-shown', value: word, url: process.env.BASE_URL! }]);
const first = (page: Page) => page.locator('#chosen-part');

test('a Match is read before any script has run, in this reader’s units', async ({ browser }) => {
  const { page, match } = await signedIn(browser, { javaScriptEnabled: false });
  await page.goto(match);
  await expect(page.getByRole('region', { name: 'Vehicle on the bench' })).toContainText('Quillon Tussock');
  await expect(page.getByRole('heading', { name: /in this vehicle/ })).toBeVisible();
  expect(await page.getByRole('region', { name: 'Radiators' }).getByRole('button').count()).toBeGreaterThan(
    3,
  );
  await expect(first(page).getByRole('table')).toContainText(/margin mm/);
  await expect(page.getByLabel('mm', { exact: true })).toBeChecked();
  await shownIn(page, 'us.bay');
  await page.goto(match);
  await expect(first(page).getByRole('table')).toContainText(/margin in/);
  await expect(first(page).getByRole('table')).not.toContainText(/margin mm/);
  await expect(page.getByRole('button', { name: 'Light, as a sheet' })).toBeVisible();
  // What no reader wants is not taken into the page.
  await shownIn(page, '%22%3E%3Cb%3E');
  await page.goto(match);
  await expect(page.locator('html')).toHaveAttribute('data-drawn', 'metric.sheet');
  await page.context().close();
});

test('the browser takes the drawn page over as it stands, and changes it only where it wants it otherwise', async ({
  browser,
}) => {
  const { page, match } = await signedIn(browser);
  const said: string[] = [];
  page.on('console', (message) => said.push(message.text()));
  page.on('pageerror', (error) => said.push(error.message));
  const asked: string[] = [];
  page.on('request', (request) => {
    const { pathname } = new URL(request.url());
    if (pathname.startsWith('/api/')) asked.push(pathname);
  });
  let goOn = (): void => {};
  const held = new Promise<void>((resolve) => (goOn = resolve));
  await page.route(/\/assets\/index-[^/]*\.js$/, async (route) => {
    await held;
    await route.continue();
  });
  // Units of this browser that no cookie has told the server of.
  await page.addInitScript(() => localStorage.setItem('radiatrix:units', '"us"'));
  await page.goto(match, { waitUntil: 'commit' });
  await expect(first(page).getByRole('table')).toContainText(/margin mm/);
  const marked = await page.evaluate(() => {
    const nodes = document.querySelectorAll('#root *');
    for (const node of nodes) (node as unknown as { mark: boolean }).mark = true;
    return nodes.length;
  });
  goOn();
  await expect(first(page).getByRole('table')).toContainText(/margin in/);
  await expect(first(page).getByRole('table')).not.toContainText(/margin mm/);
  const kept = await page.evaluate(
    () => [...document.querySelectorAll('#root *')].filter((node) => 'mark' in node).length,
  );
  // Elements stay; the drawing beside “Measure next” may say its figure with one more or less.
  expect(kept).toBeGreaterThan(marked - 20);
  expect(asked).toEqual(['/api/session']);
  await page.keyboard.press('ArrowDown');
  await expect(page).toHaveURL(/part=\d+/);
  expect(said).toEqual([]);
  await page.context().close();
});

test('a page that was drawn for somebody who has gone shows nothing of it', async ({ browser }) => {
  const { page, match } = await signedIn(browser);
  await page.route('**/api/session', async (route) => {
    await route.fulfill({ json: { person: null, left: null, csrfToken: '', lan: null, demo: null } });
  });
  await page.goto(match);
  await expect(page.getByLabel('Name')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Vehicle on the bench' })).toBeHidden();
  await page.context().close();
});

test('once laid down for no signal it is still drawn by the server, and opens without one', async ({ browser }) => {
  const { page, match } = await signedIn(browser);
  await page.goto(match);
  await page.waitForFunction(async () => (await navigator.serviceWorker.ready).active?.state === 'activated'); // prettier-ignore
  const drawn = () => page.evaluate(() => document.documentElement.dataset.drawn);
  await page.goto(`${match}?part=none`);
  await expect(first(page)).toBeVisible();
  expect(await drawn()).toBe('metric.sheet');
  // A server that takes its time is not waited for, and one that is away is done without.
  await page.context().setOffline(true);
  await page.goto(match);
  await expect(page.getByRole('search')).toBeVisible();
  expect(await drawn()).toBeUndefined();
  await page.context().setOffline(false);
  await page.goto(match);
  await expect(first(page)).toBeVisible();
  expect(await drawn()).toBe('metric.sheet');
  await page.context().close();
}); // prettier-ignore
