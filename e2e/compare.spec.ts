import { readFileSync } from 'node:fs';
import { expect, test, type Page } from '@playwright/test';
import { as, candidate, putOnBench, signIn } from './people.ts';

const WORDS = '09 tussock diesel auto aircon standard cooling';

async function pick(page: Page, list: string, number: string): Promise<void> {
  const own = page.getByLabel(list, { exact: true });
  await own.waitFor();
  const value = await own.locator('option', { hasText: number }).first().getAttribute('value');
  await own.selectOption(value);
}
const found = (page: Page) => page.getByRole('list', { name: 'What was found' });
const open = (page: Page, name: RegExp) => page.getByRole('tab', { name }).click();

/** The thicker aluminium radiator with the two-fan assembly beside what the vehicle has. */
async function layOut(page: Page): Promise<void> {
  await putOnBench(page, WORDS);
  await candidate(page, 'NT-R 4410').click();
  await expect(page.getByRole('heading', { name: 'NT-R 4410 in this vehicle' })).toBeVisible();
  await page.keyboard.press('4');
  await pick(page, 'New fan', 'NT-F 2260');
  await expect(page.getByLabel('Old radiator', { exact: true }).locator('option:checked')).toHaveText(
    'NT-R 4402',
  );
  await expect(page.getByLabel('New radiator', { exact: true }).locator('option:checked')).toHaveText(
    'NT-R 4410',
  );
}

test('a thicker radiator with two fans: it does not clear, a spacer does it, the wiring trap, thermostat and fan, saved and printed', async ({
  page,
}) => {
  test.setTimeout(120_000);
  await signIn(page, 'mara');
  await layOut(page);

  // It does not clear; the spacer that does is named and taken.
  await page.keyboard.press(']');
  await expect(page.getByRole('tab', { selected: true })).toHaveText(/Depth/);
  await expect(found(page)).toContainText(
    'Fan motor to engine 14 mm, 20 mm wanted: 6 mm short as supplied. A 4 mm spacer under the fan’s feet leaves 22 mm.',
  );
  await page.getByRole('button', { name: 'Take the 4 mm spacer' }).click();
  await expect(found(page)).toContainText(
    'Fan motor to engine 22 mm, 20 mm wanted: clears, 2 mm to spare on 4 mm spacers.',
  );
  await expect(page.getByRole('table', { name: 'Clearances' })).toContainText(/22.*of 20/);
  await expect(page.getByText(/drawn 200,000 times/)).toContainText(/All kept at once: (9\d|> 99)/);
  await open(page, /^Changes/);
  await expect(found(page)).toContainText(
    'On the lower spacers the M6 × 25 screws in the box go 8 mm deeper',
  );

  // The wiring trap: black is the feed on one side and ground on the other.
  await open(page, /^Wiring/);
  await expect(found(page)).toContainText(
    'Colour trap: black is left fan feed on one side and ground on the other.',
  );
  const tags = page.getByRole('table', { name: 'Tag list' });
  await expect(tags.getByRole('row', { name: /^1 left fan feed/ })).toContainText(
    'black is ground on the other side',
  );
  await expect(page.getByText('· safe choice')).toBeVisible();
  await expect(found(page)).toContainText(
    /^stop: Fan draws 24\.3 ± 0\.6 A, the fuse carries 22\.5 A continuously/,
  );
  await page.getByLabel('Measured').first().fill('12.3');
  await page.getByLabel('Measured').nth(1).fill('18.4');
  await expect(page.getByText(/Healthy: 22\.\d A brought to the label’s voltage/)).toBeVisible();

  // Will it cool: four cases, old beside new, each with its doubt.
  await open(page, /^Cooling/);
  const cases = page.getByRole('table', { name: 'Cases, old beside new' });
  await expect(cases.getByRole('row', { name: /^Long climb/ })).toContainText('±');
  await cases.getByRole('button', { name: 'Long climb' }).click();
  await expect(page.getByRole('region', { name: 'Behind long climb' })).toContainText(/limited by/);

  // Thermostat and fan disagree; the proposal is taken and they agree. In the drive the fan now goes off.
  await open(page, /^Drive/);
  await expect(found(page)).toContainText('The fan comes on and does not go off again.');
  await open(page, /^Agreement/);
  await expect(found(page)).toContainText(
    'The fan goes off at 74 °C and the thermostat starts to open at 82 °C: the fan may never stop.',
  );
  await page.getByRole('button', { name: 'Take the proposal' }).click();
  await expect(found(page)).toHaveText(/Thermostat and fan agree/);
  await open(page, /^Drive/);
  await expect(found(page)).toContainText('from full fan to fan off');

  // The claim: that airflow is not credible at that power.
  await open(page, /^Claims/);
  await expect(found(page)).toContainText('not credible');

  // Kept in a job, shown again from it as it was.
  await page.getByRole('button', { name: 'Keep in a job' }).click();
  await page.getByLabel('Into').selectOption('new');
  await page.getByLabel('New job, called in the shop').fill('lift three');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page
    .getByRole('status')
    .getByRole('link', { name: /^job \d+/ })
    .click();
  const plan = page.getByRole('region', { name: 'Plan' });
  await expect(plan).toContainText('on 4 mm spacers');
  await expect(page.getByRole('region', { name: 'Parts of this job' })).toContainText('NT-F 2260');
  await plan.getByRole('link', { name: 'all of it in Compare' }).click();
  await open(page, /^Depth/);
  await expect(found(page)).toContainText('on 4 mm spacers');

  // On paper: everything, without the frame of the program.
  await page.keyboard.press('p');
  const paper = page.getByRole('article', { name: 'Comparison on paper' });
  for (const part of [
    'What was found',
    'Face',
    'Depth stack',
    'Wiring',
    'Cooling',
    'Drive',
    'Thermostat and fan',
    'Cautions',
  ])
    await expect(paper.getByRole('region', { name: part })).toBeVisible();
  await expect(paper).toContainText('lift three');
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('navigation', { name: 'Stages' })).toBeHidden();
  await expect(paper.getByRole('button', { name: 'Print' })).toBeHidden();
  const pdf = await page.pdf({ format: 'A4' });
  expect(pdf.toString('latin1').match(/\/Type\s*\/Page[^s]/g)!.length).toBeGreaterThanOrEqual(2);
});

test('drawings: a row lights its place up and the other way round; measured between two points; taken out as SVG; by keyboard', async ({
  page,
}) => {
  await signIn(page, 'mara');
  await layOut(page);
  const drawing = page.getByRole('group', { name: /^Face:/ });
  await expect(drawing.getByRole('img', { name: 'Face' })).toContainText(/old: core, 604 mm by 421 mm/);
  // The pointer lights up what it happens to lie over: out of the way with it.
  await expect(page.getByRole('region', { name: 'New in this vehicle' })).toBeVisible();
  await page.mouse.move(2, 2);
  await page.getByRole('button', { name: 'Top mounts apart', exact: true }).first().focus();
  const mount = drawing.locator('g', { has: page.locator('title', { hasText: /^new: top mount/ }) }).last();
  await expect(mount.locator('rect')).toHaveAttribute('stroke', 'var(--color-copper)');
  await mount.hover();
  await expect(page.getByRole('row', { name: /^Top mounts apart/ }).first()).toHaveClass(/bg-wash-steel/);

  // Zoom, pan and measure without a pointer.
  const svg = drawing.getByRole('img', { name: 'Face' });
  const whole = await svg.getAttribute('viewBox');
  await drawing.focus();
  await page.keyboard.press('+');
  await page.keyboard.press('ArrowRight');
  expect(await svg.getAttribute('viewBox')).not.toBe(whole);
  await page.keyboard.press('0');
  await expect(svg).toHaveAttribute('viewBox', whole!);
  await page.keyboard.press('m');
  await page.keyboard.press('Enter');
  for (let i = 0; i < 5; i += 1) await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Enter');
  await expect(page.getByText('50 mm apart')).toBeVisible();

  const waiting = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as SVG' }).click();
  const file = readFileSync(await (await waiting).path(), 'utf8');
  expect(file).toMatch(/^<svg[^>]*width="[\d.]+mm"/);
  expect(file).toContain('new: core, 604 mm by 421 mm');
});

test('where no new part is chosen there is no verdict', async ({ browser }) => {
  const page = await as(browser, 'mara');
  await page.goto('/v/1/compare');
  await expect(page.getByText('No new part is chosen')).toBeVisible();
  await expect(page.getByRole('status', { name: 'The plan' })).not.toContainText(
    /Goes straight in|Goes in with changes/,
  );
});

test('bad input is answered with a sentence, never with NaN, and nothing hangs', async ({ page }) => {
  const errors: string[] = [];
  page.on('pageerror', (error) => errors.push(error.message));
  await signIn(page, 'cleo');
  await layOut(page);
  const at = page.url();
  for (const [query, tab, says] of [
    ['mix=100', 'cooling', /beyond 90 % glycol|Beyond 90 %/],
    ['cap=0&altitude=9000', 'agreement', /opens at 82 °C, above boiling/],
    ['opens=135&full=139', 'agreement', /above boiling/],
    ['opens=135&full=120', 'drive', /fully open above where it starts/],
    ['on=70&off=80', 'drive', /not below where it comes on/],
    ['amps=200', 'wiring', /200 A is outside|outside 0 to 120 A/],
    ['spacer=-5', 'depth', /does not clear|clears|spacer/],
    ['gap=-3', 'cooling', /gap of 0 to 500,000/],
    ['or=0&nr=0&nf=0', 'cooling', /waits for a radiator|cannot be worked out/],
    ['nf=0', 'drive', /waits for/],
  ] as const) {
    const url = new URL(at);
    for (const [key, value] of new URLSearchParams(`${query}&tab=${tab}`)) url.searchParams.set(key, value);
    await page.goto(url.href);
    await expect(page.getByRole('tabpanel')).toContainText(says);
    expect(await page.getByRole('main').innerText()).not.toMatch(/NaN|Infinity|undefined/);
  }
  await page.goto(`${at}&tab=agreement`);
  await page.getByLabel('Fan on').fill('400');
  await expect(page.getByRole('alert')).toContainText('is out of range');
  await page.getByLabel('Fan on').fill('203F');
  await expect(page).toHaveURL(/on=95/);
  expect(errors).toEqual([]);
});

test('other ways through: by keyboard from part to part, inches, two stages, a job’s own depth, what is not on record', async ({
  page,
}) => {
  await signIn(page, 'cleo');
  await layOut(page);

  // Arrows go along the parts of the comparison; brackets from anywhere; the keys are listed.
  await page.getByRole('tab', { name: /^Face/ }).focus();
  await page.keyboard.press('ArrowRight');
  await expect(page.getByRole('tab', { name: /^Depth/ })).toBeFocused();
  await page.keyboard.press('[');
  await page.keyboard.press('[');
  await expect(page.getByRole('tab', { selected: true })).toHaveText(/Claims/);
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog')).toContainText('measure between two points');
  await page.keyboard.press('Escape');

  // Inches and degrees Fahrenheit all through, what was written in kept.
  await page.getByText('inch', { exact: true }).click();
  await open(page, /^Depth/);
  await expect(found(page)).toContainText('Fan motor to engine 0.55 in, 0.79 in wanted');
  await open(page, /^Agreement/);
  await expect(found(page)).toContainText('off at 165 °F');
  await page.getByText('mm', { exact: true }).first().click();

  // A second stage on the drive; its slider and its curve.
  await open(page, /^Drive/);
  await page.getByRole('slider', { name: /^Fan on/ }).fill('96');
  await page.getByRole('slider', { name: /^Fan off/ }).fill('90');
  await expect(page).toHaveURL(/off=90/);
  await page.getByRole('button', { name: 'Add a second stage' }).click();
  await expect(page.getByRole('slider', { name: /^Second stage on/ })).toHaveValue('102');
  await expect(page).toHaveURL(/on2=102/);
  const figures = page.getByRole('table', { name: 'The drive in figures' });
  await expect(figures.getByRole('row', { name: /^Fan came on/ })).toContainText(/\d+ times/);
  await page.getByLabel('Fan of the new, driven').selectOption({ label: 'by duty, rising with temperature' });
  await expect(page.getByRole('slider', { name: /^To full duty over/ })).toBeVisible();

  // A claim written in, in CFM; a class chosen and a mass written over.
  await open(page, /^Claims/);
  await page.getByLabel('Each moves').fill('933 CFM');
  await page.getByLabel('Sold as').fill('1833 CFM');
  await expect(found(page)).toContainText('claim does not add up');
  await open(page, /^Cooling/);
  const climb = page.getByRole('row', { name: /^Long climb/ });
  await expect(climb).toContainText('±');
  const before = await climb.innerText();
  await page.getByLabel('Mass, ± 15 %').fill('4200');
  await expect(climb).not.toHaveText(before);

  // A job whose own bay is shallower counts first; a part without figures leaves it open.
  await page.getByLabel('New fan', { exact: true }).selectOption({ label: 'no fan' });
  await open(page, /^Drive/);
  await expect(page.getByRole('tabpanel')).toContainText('waits for a fan with its diameter');
  await open(page, /^Wiring/);
  await expect(page.getByRole('tabpanel')).toContainText('The fan’s plug is not on record');
});
