import { expect, type Browser, type Page } from '@playwright/test';

/** Signs in through the form, with the keyboard. */
export async function signIn(page: Page, username: string): Promise<void> {
  await page.goto('/');
  await expect(page.getByLabel('Name')).toBeFocused();
  await page.keyboard.type(username);
  await page.keyboard.press('Tab');
  await page.keyboard.type('copper-core');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('search')).toBeVisible();
}

/** A browser of that person's own. */
export async function as(browser: Browser, username: string): Promise<Page> {
  const page = await (await browser.newContext({ baseURL: process.env.BASE_URL })).newPage();
  await signIn(page, username);
  return page;
}

/** From words in the finder to the vehicle on the bench. */
export async function putOnBench(page: Page, words: string): Promise<void> {
  const finder = page.getByRole('searchbox', { name: /Describe a vehicle/ });
  await finder.fill('');
  await finder.fill(words);
  await page.locator('[data-first-candidate]').waitFor();
  // Past the question, if one is asked: straight to the first vehicle.
  await finder.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: /in this vehicle/ })).toBeVisible();
}

export const candidate = (page: Page, number: string) =>
  page.getByRole('button', { name: new RegExp(`^${number} `) });

/** Lets a reviewer let through what somebody else has proposed. */
export async function letThrough(browser: Browser, title: RegExp): Promise<void> {
  const reviewer = await as(browser, 'rowan');
  await reviewer.goto('/review');
  await reviewer.getByRole('link', { name: title }).first().click();
  await reviewer.getByRole('button', { name: 'Let it through' }).click();
  await expect(reviewer).toHaveURL(/\/review$/);
  await reviewer.context().close();
}
