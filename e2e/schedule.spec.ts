import { expect, test } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import { as } from './people.ts';

/** A time as its field has it, by the shop's clock, which the demo sets to the machine's. */
const fieldOf = (at: Date): string =>
  new Date(at.getTime() - at.getTimezoneOffset() * 60_000).toISOString().slice(0, 16);

test('a slipped job replans the day: what has begun stays, what it breaks is said, and moved by hand it is seen before it is kept', async ({ browser }) => {
  const cleo = await as(browser, 'cleo');
  await cleo.getByRole('link', { name: 'Plan', exact: true }).click();
  await expect(cleo.getByRole('heading', { name: 'Plan of the day' })).toBeVisible();
  const ready = cleo.getByRole('region', { name: 'When each is ready' });
  const row = (label: string) => ready.getByRole('row', { name: new RegExp(label) });
  await expect(row('Parcel van 3')).toContainText('begun');
  await expect(cleo.getByRole('region', { name: 'Not in the plan' })).toContainText('waits for');
  const stands = await row('Parcel van 3').getByRole('cell').last().innerText();

  // It was to be there in the morning; it comes a day later, and was promised by then.
  const days = (n: number, hour: number): Date => {
    const at = new Date();
    at.setDate(at.getDate() + n);
    at.setHours(hour, 0, 0, 0);
    return at;
  };
  await row('Harbour taxi 14').getByRole('button').click();
  const panel = cleo.getByRole('region', { name: 'Harbour taxi 14' });
  await panel.getByLabel('Ready by').fill(fieldOf(days(9, 17)));
  await panel.getByLabel('There from').fill(fieldOf(days(2, 8)));
  await panel.getByRole('button', { name: 'Keep the promise' }).click();
  await expect(row('Harbour taxi 14')).not.toContainText('late');
  await panel.getByLabel('There from').fill(fieldOf(days(10, 8)));
  await expect(panel).toContainText('promised before it is there');
  await panel.getByRole('button', { name: 'Keep the promise' }).click();
  await expect(cleo.getByText(/Updated at .*Harbour taxi 14 has changed.*past its promise/)).toBeVisible();
  await expect(row('Harbour taxi 14')).toContainText('late');
  expect(await row('Parcel van 3').getByRole('cell').last().innerText()).toBe(stands);

  // Moved by hand: tried first, left, tried again and kept, put back.
  await row('Slipway, green pickup').getByRole('button').click();
  const slipway = cleo.getByRole('region', { name: /Slipway/ });
  const put = slipway.getByRole('form', { name: 'Put it' });
  await put.getByRole('combobox', { name: 'Bay' }).selectOption('2');
  await put.getByLabel('Begins at').fill(fieldOf(days(12, 9)));
  await put.getByRole('button', { name: 'See what it breaks' }).click();
  const tried = cleo.getByRole('region', { name: 'If it is moved' });
  await expect(tried).toContainText(/Slipway.*in bay 2.*past its promise/);
  expect((await new AxeBuilder({ page: cleo }).analyze()).violations.map(({ id }) => id)).toEqual([]);
  await tried.getByRole('button', { name: 'Leave it' }).click();
  await expect(row('Slipway, green pickup')).not.toContainText('late');
  await put.getByRole('button', { name: 'See what it breaks' }).click();
  await tried.getByRole('button', { name: 'Move it' }).click();
  await expect(row('Slipway, green pickup')).toContainText(/late.*bay 2/);
  await cleo.getByRole('button', { name: 'Put it back' }).click();
  await expect(row('Slipway, green pickup')).not.toContainText('late');

  // Whoever installs reads it on a phone, and follows their own calendar.
  const idris = await as(browser, 'idris');
  await idris.setViewportSize({ width: 390, height: 844 });
  await idris.goto('/plan');
  await expect(idris.getByRole('group', { name: 'Idris' })).toBeVisible();
  await expect(idris.getByRole('region', { name: 'Not in the plan' }).getByRole('button')).toHaveCount(0);
  expect(await idris.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await idris.goto('/workshop');
  const calendars = idris.getByRole('region', { name: 'Calendars' });
  await calendars.getByRole('button', { name: 'Make an address' }).click();
  const address = await calendars.getByRole('status').locator('code').innerText();
  const calendar = await (await browser.newContext()).request.get(address);
  expect(await calendar.text()).toContain('BEGIN:VCALENDAR');
  expect(await idris.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
}); // prettier-ignore

test('a job is dragged to another bay: what that breaks is said before anything is kept', async ({
  browser,
}) => {
  const mara = await as(browser, 'mara');
  await mara.goto('/plan');
  await expect(mara.getByRole('heading', { name: 'Plan of the day' })).toBeVisible();
  const bar = mara.getByRole('region', { name: 'Bays' }).getByRole('button', { name: /Fish market/ });
  const days = mara.getByRole('navigation', { name: 'Day' }).getByRole('button');
  for (let day = 0; (await bar.count()) === 0; day += 1) {
    await days.nth(day).click();
    await expect(days.nth(day)).toHaveAttribute('aria-current', 'date');
  }
  const other = /bay 1/.test((await bar.getAttribute('aria-label'))!) ? 2 : 1;
  const [from, to] = [(await bar.boundingBox())!, (await mara.getByRole('group', { name: `Bay ${other}` }).boundingBox())!]; // prettier-ignore
  await mara.mouse.move(from.x + 12, from.y + 8);
  await mara.mouse.down();
  await mara.mouse.move(from.x + 20, from.y + 4, { steps: 3 });
  await mara.mouse.move(from.x + 14, to.y + 20, { steps: 6 });
  await mara.mouse.up();
  const tried = mara.getByRole('region', { name: 'If it is moved' });
  await expect(tried).toContainText(new RegExp(`Fish market.*in bay ${other}`));
  await mara.keyboard.press('Escape');
  await expect(tried).toHaveCount(0);
});
