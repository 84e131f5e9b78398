import { expect, test, type Page } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import type { JobLine } from '@radiatrix/contract';
import { PICTURE, asked, desk, sent } from './jobs.ts';
import { as } from './people.ts';

const clean = async (page: Page): Promise<void> =>
  expect((await new AxeBuilder({ page }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]); // prettier-ignore
const next = (page: Page) => page.getByRole('region', { name: 'Check next' });
const todo = (page: Page) => page.getByRole('region', { name: 'What to do' });

/** A job of its own on the vehicle of another, with what was said of it. */
async function complained(page: Page, like: string, complaint: string): Promise<number> {
  const jobs = await asked<JobLine[]>(page.request, '/api/jobs');
  const { vehicleId } = jobs.find(({ label }) => label.startsWith(like))!;
  const event = desk()('opened', {
    vehicleId,
    label: 'tried',
    complaint,
    odometerKm: 120_000,
    alterations: [],
  });
  return (await sent<{ id: number }>(page.request, '/api/jobs', { events: [event] })).id;
}

/** Makes the check that is asked for, by what the eye would see; gives back how many were made. */
async function look(page: Page, sees: Record<string, string>, most: number): Promise<number> {
  for (let count = 0; count < most; count += 1) {
    await expect(next(page).or(todo(page)).first()).toBeVisible();
    if (await todo(page).isVisible()) return count;
    const asks = await next(page).getByRole('heading').innerText();
    const seen = Object.entries(sees).find(([question]) => asks.includes(question))?.[1];
    const buttons = next(page).getByRole('button');
    await (seen ? buttons.filter({ hasText: seen }).first() : buttons.first()).click();
    await expect(page.getByRole('heading', { name: asks })).toBeHidden();
  }
  await expect(todo(page)).toBeVisible();
  return most;
}

test('overheats at a crawl with a cracked shroud: found in at most four checks, by the keyboard, and a clerk takes it to a part', async ({
  browser,
}) => {
  const page = await as(browser, 'cleo');
  const id = await complained(page, 'Lift two', 'Gets hot in town and on the track, fine on the road. A/C weak at idle.'); // prettier-ignore
  await page.goto(`/jobs/${id}/diagnose`);
  const complaint = page.getByRole('region', { name: 'Read from the complaint' });
  await expect(complaint).toContainText('When it gets hot: at a crawl or at idle only');
  await expect(complaint).toContainText('A/C: weak at idle');
  await page.getByRole('button', { name: /^Use th/ }).click();
  await expect(page.getByText('all fans run')).toBeVisible();
  // A photograph belongs to the finding that it shows.
  await page.getByLabel('Photograph it').setInputFiles({ name: 'fans.png', mimeType: 'image/png', buffer: PICTURE }); // prettier-ignore
  await expect(page.getByRole('img', { name: 'What was found' })).toBeVisible();
  await clean(page);
  // By the keyboard: the first answer, both strong; then back, and again.
  await page.keyboard.press('a');
  const sofar = page.getByRole('region', { name: 'So far' });
  await expect(sofar.getByText('Fans with the A/C on')).toBeVisible();
  await expect(sofar.getByRole('link', { name: 'photograph' })).toBeVisible();
  await page.keyboard.press('u');
  await expect(sofar.getByText('Fans with the A/C on')).toBeHidden();
  await expect(page.getByRole('heading', { name: /A\/C on at idle/ })).toBeVisible();
  const checks = await look(page, { 'Look round the shroud': 'cracked, or gaping' }, 4);
  expect(checks).toBeLessThanOrEqual(4);
  await expect(todo(page).getByRole('heading', { name: 'A whole shroud' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'What it may be' }).getByRole('listitem').first()).toContainText('Shroud missing, cracked or gaping'); // prettier-ignore
  await clean(page);
  await todo(page).getByRole('button', { name: 'That is it' }).click();
  await expect(page.getByRole('region', { name: 'What it came to' })).toContainText('A part is needed');
  await page.getByRole('link', { name: 'Find the shroud that fits' }).click();
  await expect(page.getByRole('heading', { name: /in this vehicle/ })).toBeVisible();
  expect(page.url()).toContain(`job=${id}`);
});

test('a fuse that keeps blowing leads to the loom; a cheap part is tried and what remains is looked at; a head gasket stops safely', async ({
  browser,
}) => {
  const page = await as(browser, 'mara');
  const fuse = await complained(page, 'Lift two', 'The fan fuse keeps blowing, hot in town.');
  await page.goto(`/jobs/${fuse}/diagnose`);
  await page.getByRole('button', { name: /^Use th/ }).click();
  await look(page, { 'Fan fuse': 'blown', 'A new fuse': 'blows again', 'Follow the loom': 'chafed', 'does each fan': 'both dead', 'how many volts': 'none', 'clamp meter': 'none' }, 9); // prettier-ignore
  await expect(todo(page).getByRole('heading', { name: /chafed loom/ })).toBeVisible();
  // Put right: the same table looks at what remains.
  await todo(page).getByRole('button', { name: 'Done: what remains?' }).click();
  await expect(page.getByText('What the customer says now')).toBeVisible();
  await page.getByRole('combobox', { name: 'Since the repair: is the complaint gone?' }).selectOption('gone');
  await expect(todo(page).getByRole('heading', { name: /Hand it back/ })).toBeVisible();

  const gas = await complained(page, 'Lift two', 'Boils over everywhere, loses coolant.');
  await sent(page.request, `/api/jobs/${gas}/events`, {
    events: (() => {
      const hand = desk();
      return [['heat', 'both'], ['level', 'sludge'], ['bubbles', 'steady'], ['gas', 'changes']].map(([check, outcome]) => hand('checked', { check: check!, outcome: outcome!, how: 'hand', said: '', minutes: 5, stream: null, photo: null })); // prettier-ignore
    })(),
  });
  await page.goto(`/jobs/${gas}/diagnose`);
  await expect(todo(page)).toContainText('licensed workshop');
  await expect(todo(page).getByRole('button', { name: /Done/ })).toHaveCount(0);
  await clean(page);
  // A second tab sees what the first one finds; contradictions are named there too.
  const other = await page.context().newPage();
  await other.goto(`/jobs/${gas}/diagnose`);
  await expect(todo(other)).toBeVisible();
  await page.getByRole('combobox', { name: 'When does it get hot?' }).selectOption('cool');
  await expect(other.getByText(/This contradicts the rest/).first()).toBeVisible();
});

test('on a phone and in the dark it holds its width; the table of the shop is changed through review', async ({
  browser,
}) => {
  const page = await as(browser, 'mara');
  await page.setViewportSize({ width: 390, height: 844 });
  const id = await complained(page, 'Row 5', 'Hot in every queue');
  await page.goto(`/jobs/${id}/diagnose`);
  await expect(next(page)).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.goto('/library/diagnosis?cause=shroud');
  await expect(page.getByRole('heading', { name: 'Shroud missing, cracked or gaping' })).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await page.getByRole('button', { name: 'Set how common it is here' }).click();
  const form = page.getByRole('form', { name: 'How common it is' });
  await form.getByLabel('Of 1,000').fill('70');
  await form.getByLabel('Why').fill('old pickups from the quay');
  await form.getByRole('button', { name: 'Propose it' }).click();
  await expect(form).toBeHidden();
  await expect(page.getByText(/wait/i).first()).toBeVisible();
});
