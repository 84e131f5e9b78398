// `npm run shots`: one current picture of each main view, from demo data, for docs/screenshots/.
//   -- --out FOLDER   somewhere else    -- --only NAME[,NAME]   some of them
import { mkdirSync } from 'node:fs';
import path from 'node:path';
import { chromium, type Page } from '@playwright/test';
import { BROWSER_ARGS } from './lib/browser-args.mts';
import { emptyShop } from './lib/empty-shop.mts';

const { BASE_URL, CHROMIUM } = process.env as { BASE_URL: string; CHROMIUM: string };
const argument = (name: string): string | undefined =>
  process.argv[process.argv.indexOf(name) + 1 || Infinity];
const out = argument('--out') ?? path.resolve(import.meta.dirname, '../docs/screenshots');
const only = argument('--only')?.split(',');
mkdirSync(out, { recursive: true });

const browser = await chromium.launch({
  executablePath: CHROMIUM,
  args: BROWSER_ARGS,
});

async function open(
  username: string,
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
  await page.getByLabel('Name').fill(username);
  await page.getByLabel('Password').fill('copper-core');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByRole('search').waitFor();
  return page;
}

/** Servers of their own, stopped at the end. */
const closing: (() => Promise<void>)[] = [];
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
/** A job of the demo, by its label. */
const job = async (page: Page, label: string): Promise<void> => {
  const jobs = (await (await page.request.get('/api/jobs')).json()) as { id: number; label: string }[];
  await page.goto(`/jobs/${jobs.find((each) => each.label.startsWith(label))!.id}`);
  await page.getByRole('heading', { name: /^What happened/ }).waitFor();
};
/** One move at a time, on the job of the demo whose way in is taken. */
async function underTheVehicle(): Promise<Page> {
  const page = await open('mara', 'bay', PHONE);
  await job(page, 'Fish market');
  await page.goto(`${new URL(page.url()).pathname}/run`);
  await page.getByRole('button', { name: /^Done, / }).waitFor();
  return page;
}
const WORDS = '09 tussock diesel auto aircon standard cooling';

/** The thicker radiator with two fans beside what the vehicle left the works with. */
async function compare(theme: 'sheet' | 'bay', part: string): Promise<Page> {
  const page = await open('mara', theme, DESK);
  await bench(page, WORDS);
  await choose(page, 'NT-R 4410');
  await page.getByRole('link', { name: 'Compare', exact: true }).last().click();
  const fans = page.getByLabel('New fan');
  await fans.waitFor();
  const texts = await fans.locator('option').allTextContents();
  await fans.selectOption({ index: texts.findIndex((text) => text.startsWith('NT-F 2260')) });
  await page.getByRole('tab', { name: new RegExp(`^${part}`) }).click();
  await page.getByRole('list', { name: 'What was found' }).waitFor();
  return page;
}

const views: Record<string, () => Promise<Page>> = {
  'compare-face': () => compare('sheet', 'Face'),
  'compare-cooling': async () => {
    const page = await compare('sheet', 'Cooling');
    await page.getByLabel('Its shroud is').selectOption({ label: 'cracked' });
    await page.getByText('Whole shroud').waitFor();
    return page;
  },
  ask: async () => {
    const page = await open('cleo', 'sheet', DESK);
    await page.goto('/ask?q=tussok+diesel+no+auto+aircon+blue');
    await page.locator('[data-first-candidate]').waitFor();
    return page;
  },
  coverage: async () => {
    const page = await open('mara', 'sheet', DESK);
    await page.goto('/coverage');
    await page.getByRole('table', { name: 'Coverage' }).waitFor();
    await page.getByRole('button', { name: /Look through the whole catalogue/ }).click();
    await page.getByText('contradictions').first().waitFor();
    await page.keyboard.press('n');
    await page.keyboard.press('n');
    return page;
  },
  match: async () => {
    const page = await open('mara', 'sheet', DESK);
    await bench(page, WORDS);
    await choose(page, 'NT-R 4410');
    return page;
  },
  prepare: async () => {
    const page = await open('mara', 'sheet', { width: 1280, height: 1180 });
    await bench(page, WORDS);
    const vehicle = /\/v\/(\d+)/.exec(page.url())![1]!;
    await page.goto(`/v/${vehicle}/prepare?goals=fan&weigh=coolant`);
    await page.getByRole('table').waitFor();
    return page;
  },
  fill: async () => {
    const page = await open('mara', 'sheet', { width: 1280, height: 960 });
    await job(page, 'Ferry crew');
    await page.goto(`${new URL(page.url()).pathname}/fill`);
    await page.getByRole('region', { name: 'Pour now' }).waitFor();
    return page;
  },
  'record-phone': async () => {
    const page = await open('mara', 'bay', PHONE);
    await job(page, 'Ferry crew');
    await page.goto(`${new URL(page.url()).pathname}/record`);
    const press = (name: string) => page.getByRole('button', { name, exact: true }).click();
    for (const name of ['Air duct', 'clip tool', 'One more', 'One more', 'push clips', 'Air duct is off'])
      await press(name);
    for (const name of ['Upper hose', 'clamp pliers', 'One more', 'One more', 'clamps']) await press(name);
    return page;
  },
  begin: async () => {
    const shop = await emptyShop();
    closing.push(shop.stop);
    const context = await browser.newContext({ viewport: DESK, baseURL: shop.address, colorScheme: 'light' });
    const page = await context.newPage();
    const own = shop.people.find(({ administers }) => administers)!;
    await page.goto('/');
    await page.getByLabel('Name').fill(own.username);
    await page.getByLabel('Password').fill(own.password);
    await page.getByRole('button', { name: 'Sign in' }).click();
    await page.getByRole('region', { name: 'Begin' }).waitFor();
    return page;
  },
  desk: async () => {
    const page = await open('mara', 'sheet', DESK);
    await page.getByRole('region', { name: 'What needs you' }).getByRole('listitem').first().waitFor();
    await page.getByText('Measure', { exact: true }).first().waitFor();
    return page;
  },
  file: async () => {
    const page = await open('mara', 'sheet', { width: 1280, height: 900 });
    await job(page, 'Quay stores');
    await page.goto(`${new URL(page.url()).pathname}/file`);
    await page.getByRole('region', { name: 'Minutes' }).waitFor();
    return page;
  },
  failures: async () => {
    const page = await open('mara', 'sheet', DESK);
    const parts = (await (await page.request.get('/api/parts?text=MV-F 12')).json()) as { id: number }[];
    await page.goto(`/parts/${parts[0]!.id}/failures`);
    await page.getByRole('img', { name: /still at work/ }).waitFor();
    return page;
  },
  diagnose: async () => {
    const page = await open('mara', 'sheet', { width: 1280, height: 1060 });
    await job(page, 'Slipway');
    await page.goto(`${new URL(page.url()).pathname}/diagnose`);
    await page.getByRole('region', { name: 'The way from here' }).waitFor();
    return page;
  },
  prove: async () => {
    const page = await open('mara', 'sheet', { width: 1280, height: 960 });
    await job(page, 'Net loft');
    await page.goto(`${new URL(page.url()).pathname}/prove`);
    await page.getByText('still to be proven').waitFor();
    return page;
  },
  trial: async () => {
    const page = await open('mara', 'sheet', DESK);
    await job(page, 'Net loft');
    await page.goto(`${new URL(page.url()).pathname}/prove`);
    await page.getByRole('link', { name: 'Two fans against one, shroud renewed' }).click();
    await page.getByText('How many runs it takes').waitFor();
    return page;
  },
  'move-phone': async () => {
    const page = await underTheVehicle();
    for (let move = 0; move < 14; move += 1) {
      const text = await page.getByRole('heading', { level: 1 }).innerText();
      const felt = page.getByRole('button', { name: 'Upper hose soft and comfortable to hold' });
      if ((await felt.count()) > 0) await felt.click();
      await page.getByRole('button', { name: /^Done, / }).click();
      await page.getByRole('heading', { level: 1 }).filter({ hasNotText: text }).waitFor();
    }
    await page.getByRole('button', { name: 'Not all as it should be' }).first().click();
    await page
      .getByRole('button', { name: /^One more missing/ })
      .first()
      .click();
    return page;
  },
  job: async () => {
    const page = await open('mara', 'bay', DESK);
    await job(page, 'Fish market');
    return page;
  },
  plan: async () => {
    const page = await open('mara', 'sheet', DESK);
    await page.goto('/plan');
    await page.getByRole('region', { name: 'When each is ready' }).waitFor();
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
};

for (const [name, make] of Object.entries(views)) {
  if (only && !only.includes(name)) continue;
  const page = await make();
  await page.evaluate(() => document.fonts.ready);
  await page.evaluate(() => scrollTo(0, 0));
  await page.waitForTimeout(250);
  await page.screenshot({ path: path.join(out, `${name}.png`) });
  process.stdout.write(`${name}\n`);
  await page.context().close();
}
await browser.close();
for (const close of closing) await close();
