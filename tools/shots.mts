// `npm run shots`: one current picture of each main view, from demo data, for docs/screenshots/.
//   -- --out FOLDER   somewhere else    -- --only NAME[,NAME]   some of them
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';

const { BASE_URL, CHROMIUM } = process.env as { BASE_URL: string; CHROMIUM: string };
const argument = (name: string): string | undefined =>
  process.argv[process.argv.indexOf(name) + 1 || Infinity];
const out = argument('--out') ?? path.resolve(import.meta.dirname, '../docs/screenshots');
const only = argument('--only')?.split(',');
mkdirSync(out, { recursive: true });

const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: [
    '--no-sandbox',
    '--disable-gpu',
    '--disable-quic',
    '--no-first-run',
    '--disable-background-networking',
    '--disable-component-update',
    '--disable-sync',
  ],
});

async function open(
  username: string | null,
  theme: 'sheet' | 'bay',
  size: { width: number; height: number },
): Promise<Page> {
  const context = await browser.newContext({
    viewport: size,
    baseURL: BASE_URL,
    colorScheme: theme === 'bay' ? 'dark' : 'light',
    deviceScaleFactor: size.width < 500 ? 2 : 1,
  });
  const page = await context.newPage();
  await page.goto('/');
  if (username) {
    await page.getByLabel('Name').fill(username);
    await page.getByLabel('Password').fill('copper-core');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('search').waitFor();
  }
  return page;
}

const DESK = { width: 1280, height: 800 };
const PHONE = { width: 390, height: 844 };

/** The vehicle that the demo is told with: the first that agrees with the words. */
async function bench(page: Page, words: string): Promise<void> {
  await page.goto(`/ask?${new URLSearchParams({ q: words })}`);
  await page.locator('[data-first-candidate]').click();
  await page.getByRole('heading', { name: /in this vehicle/ }).waitFor();
}
const choose = async (page: Page, number: string): Promise<void> => {
  await page.getByRole('button', { name: new RegExp(`^${number}`) }).click();
  await page.getByRole('heading', { name: `${number} in this vehicle` }).waitFor();
};
const WORDS = '09 tussock diesel auto aircon standard cooling';

const views: Record<string, () => Promise<Page>> = {
  'sign-in': () => open(null, 'sheet', DESK),
  ask: async () => {
    const page = await open('cleo', 'sheet', DESK);
    await page.goto('/ask?q=09+tussok+diesel+auto+aircon+blue');
    await page.locator('[data-first-candidate]').waitFor();
    return page;
  },
  match: async () => {
    const page = await open('mara', 'sheet', DESK);
    await bench(page, WORDS);
    await choose(page, 'NT-R 4410');
    return page;
  },
  'match-dark': async () => {
    const page = await open('mara', 'bay', DESK);
    await bench(page, WORDS);
    await choose(page, 'MV 77-118');
    return page;
  },
  vehicle: async () => {
    const page = await open('mara', 'sheet', DESK);
    await bench(page, WORDS);
    await page.getByRole('link', { name: '2009 Quillon Tussock' }).first().click();
    await page.getByRole('heading', { name: /figures/ }).waitFor();
    return page;
  },
  part: async () => {
    const page = await open('mara', 'sheet', DESK);
    await page.goto('/library?text=4402');
    await page.getByRole('link', { name: 'NT-R 4402' }).click();
    await page.getByRole('heading', { name: 'Figures' }).waitFor();
    return page;
  },
  'figures-editor': async () => {
    const page = await open('mara', 'sheet', DESK);
    await page.goto('/library?text=77-118');
    await page.getByRole('link', { name: 'MV 77-118' }).click();
    await page.getByRole('link', { name: 'Record figures' }).click();
    await page.getByLabel(/^Overall width/).fill('27 5/16"');
    await page.getByLabel(/^Overall height/).fill('46,1 cm');
    await page.getByLabel(/^Overall thickness/).fill('-5');
    await page.getByLabel(/^Overall thickness/).blur();
    return page;
  },
  'procedure-editor': async () => {
    const page = await open('mara', 'bay', DESK);
    await bench(page, WORDS);
    await page.getByRole('link', { name: '2009 Quillon Tussock' }).first().click();
    await page.getByRole('link', { name: 'Radiator, fan and shroud left on it' }).click();
    await page.getByRole('link', { name: 'Change procedure' }).click();
    await page.getByLabel('Title').waitFor();
    return page;
  },
  connector: async () => {
    const page = await open('mara', 'sheet', DESK);
    await page.goto('/connectors/FAN-2B');
    await page.getByText('Used by').waitFor();
    return page;
  },
  review: async () => {
    const page = await open('rowan', 'sheet', DESK);
    await page.goto('/review');
    await page.getByRole('link', { name: 'Shroud, van' }).click();
    await page.getByText('Supported by').waitFor();
    return page;
  },
  sheet: async () => {
    const page = await open('idris', 'sheet', DESK);
    await bench(page, WORDS);
    await choose(page, 'NT-R 4402');
    await page.getByRole('link', { name: 'Install sheet' }).click();
    await page.getByRole('heading', { name: 'Hardware and tray' }).waitFor();
    return page;
  },
  'sheet-phone': async () => {
    const page = await open('idris', 'bay', PHONE);
    await bench(page, WORDS);
    await page.goto(`${page.url().replace(/\/match.*/, '')}/sheet/1#remove`);
    await page.getByRole('heading', { name: 'Hardware and tray' }).waitFor();
    await page.waitForTimeout(300);
    return page;
  },
  import: async () => {
    const page = await open('mara', 'sheet', DESK);
    await page.goto('/import');
    await page
      .locator('input[type=file]')
      .setInputFiles(path.resolve(import.meta.dirname, '../demo/3-claims.json'));
    await page.getByRole('heading', { name: /What .* would change/ }).waitFor();
    return page;
  },
};

for (const [name, make] of Object.entries(views)) {
  if (only && !only.includes(name)) continue;
  const page = await make();
  await page.evaluate(() => document.fonts.ready);
  await page.waitForTimeout(250);
  await page.screenshot({ path: path.join(out, `${name}.png`) });
  process.stdout.write(`${name}\n`);
  await page.context().close();
}
await browser.close();
