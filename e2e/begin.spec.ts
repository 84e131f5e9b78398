import { expect, test, type Locator, type Page } from '@playwright/test';
import { clean } from './axe.ts';
import { emptyShop } from '../tools/lib/empty-shop.mts';

/** A shop that begins with nothing: the vehicle in front of it, the old radiator measured, a verdict with its reasons. */
let shop: Awaited<ReturnType<typeof emptyShop>> | undefined;
test.beforeAll(async () => {
  shop = await emptyShop();
});
test.afterAll(() => shop?.stop());

/** Counts what a hand does: a press, a choice, a box filled. */
class Hand {
  actions = 0;
  constructor(readonly page: Page) {}
  async press(what: Locator): Promise<void> {
    this.actions += 1;
    await what.click();
  }
  async fill(what: Locator, text: string): Promise<void> {
    this.actions += 1;
    await what.fill(text);
  }
  async choose(what: Locator, value: string): Promise<void> {
    this.actions += 1;
    await what.selectOption(value);
  }
  async go(address: string): Promise<void> {
    this.actions += 1;
    await this.page.goto(address);
  }
  button = (name: string | RegExp): Locator => this.page.getByRole('button', { name });
  link = (name: string | RegExp): Locator => this.page.getByRole('link', { name });
  box = (name: string | RegExp): Locator => this.page.getByLabel(name);
}

test('from nothing to a verdict and a job, alone, in under 40 actions', async ({ browser }) => {
  test.setTimeout(180_000);
  const page = await (await browser.newContext({ baseURL: shop!.address })).newPage();
  const hand = new Hand(page);
  const own = shop!.people.find(({ administers }) => administers)!;

  await test.step('the administrator signs in, and the desk says what comes first', async () => {
    await page.goto('/');
    await hand.fill(hand.box('Name'), own.username);
    await hand.fill(hand.box('Password'), own.password);
    await hand.press(hand.button('Sign in'));
    const begin = page.getByRole('region', { name: 'Begin' });
    await expect(begin).toContainText('Reviewer administers the accounts');
    await expect(page.getByText('Nothing needs you')).toHaveCount(0);
    await clean(page, 'begin');
    await hand.press(begin.getByRole('button', { name: 'One person' }));
    await expect(begin).toContainText('One person writes and releases.');
  });

  await test.step('the vehicle is said as a caller would; what was understood is not asked again', async () => {
    await hand.fill(page.getByRole('searchbox'), '2014 tavaro breen 2.0 petrol manual, front wheel drive, fan never comes on'); // prettier-ignore
    await hand.press(hand.link('Record this vehicle as told'));
    for (const word of ['2014 is the model year', 'Tavaro is the make', 'Breen is the model'])
      await hand.press(hand.button(word));
    await expect(hand.box('Displacement, L')).toHaveValue('2');
    await expect(hand.box('Fuel')).toHaveValue('petrol');
    await expect(page.getByRole('group', { name: 'Transmission' }).getByLabel('Kind')).toHaveValue('manual');
    // A box that is left empty is asked for by name, and nothing that was typed is lost.
    await hand.press(hand.button('Record, then match parts'));
    await expect(page.getByRole('alert').filter({ hasText: 'Body' })).toBeVisible();
    for (const [box, value] of [
      ['Body', 'hatchback'],
      ['Air conditioning', 'yes'],
      ['Cooling package', 'standard'],
      ['Steering side', 'left'],
      ['Layout', 'straight'],
      ['Aspiration', 'natural'],
    ] as const)
      await hand.choose(hand.box(new RegExp(`^${box}`)), value);
    await hand.fill(hand.box('Cylinders'), '4');
    await hand.fill(hand.box(/^Forward speeds/), '5');
    await expect(hand.box('Driven wheels')).toHaveValue('front');
    await hand.press(hand.button('Record, then match parts'));
    await expect(page.getByText('No part on record could concern this vehicle')).toBeVisible();
    await expect(page.getByText('as told, not reviewed')).toBeVisible();
  });

  await test.step('its bay is measured; where the figures come from is recorded on the way', async () => {
    await hand.press(hand.link('Measure the bay'));
    await hand.press(hand.link('Record figures'));
    await hand.press(hand.button('New source'));
    await hand.press(page.getByRole('dialog').getByRole('button', { name: 'Record it' }));
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await hand.fill(hand.box(/^Lower grommets apart/), '610 mm');
    await hand.fill(hand.box(/^Upper mounts apart/), '420 mm');
    await hand.press(hand.button(/^Save 2 figures/));
    await expect(page.getByText('“610 mm”')).toBeVisible();
  });

  await test.step('the old radiator is measured the same way, and released by the one person there is', async () => {
    await hand.go('/parts/new');
    await hand.fill(hand.box(/^Part number/), 'TV-R 100');
    await hand.fill(hand.box('Maker'), 'Tavaro');
    await hand.press(hand.button(/^Record, then/));
    await hand.fill(hand.box(/^Bottom pins apart/), '611 mm');
    await hand.fill(hand.box(/^Top mounts apart/), '421 mm');
    await hand.press(hand.button(/^Save 2 figures/));
    await expect(page.getByText('“611 mm”')).toBeVisible();
    await hand.go('/review');
    await hand.press(hand.link('TV-R 100'));
    await expect(page.getByText('This shop lets one person do both')).toBeVisible();
    await hand.press(hand.button(/^Release revision 1/));
    await expect(page).toHaveURL(/\/review$/);
  });

  await test.step('a verdict with its reason, and what to measure next; the job keeps what was said', async () => {
    await hand.fill(page.getByRole('searchbox'), '2014 tavaro breen');
    await hand.press(page.locator('[data-first-candidate]'));
    const part = page.getByRole('button', { name: /^TV-R 100/ });
    await expect(part).toContainText('Not proven');
    await expect(part).toContainText(/deciding figures are not on record\. Measure first/);
    await expect(page.getByRole('row', { name: /^Bottom pin spacing 610 .* 611 .* meets it/ })).toBeVisible();
    await hand.press(hand.button(/^Open a job/));
    await expect(page).toHaveURL(/job=\d+/);
  });

  await test.step('the shop runs: the desk has a job, and Begin is gone', async () => {
    await page.goto('/');
    await expect(page.getByRole('region', { name: 'What needs you' })).toContainText('2014 Tavaro Breen');
    await expect(page.getByRole('region', { name: 'Begin' })).toHaveCount(0);
  });
  console.log(`${hand.actions} actions`);
  expect(hand.actions).toBeLessThan(40);
});
