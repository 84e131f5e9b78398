import { expect, test } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import { as } from './people.ts';

test('what needs whom: a key to each, by role, and nothing of somebody else’s', async ({ browser }) => {
  const mara = await as(browser, 'mara');
  const needs = mara.getByRole('region', { name: 'What needs you' });
  await expect(needs.getByRole('listitem').first()).toContainText('Came after closing');
  await expect(needs).toContainText('nothing heard since');
  expect((await new AxeBuilder({ page: mara }).analyze()).violations.map(({ id }) => id)).toEqual([]);
  const check = needs.getByRole('listitem').filter({ hasText: 'Check next' }).first();
  await expect(check).toContainText('Gets hot in town');
  await mara.keyboard.press(await check.locator('kbd').innerText());
  await expect(mara).toHaveURL(/\/jobs\/\d+\/diagnose$/);

  const idris = await as(browser, 'idris');
  await idris.setViewportSize({ width: 390, height: 844 });
  const own = idris.getByRole('region', { name: 'What needs you' });
  await expect(own).toContainText('Parcel van 3');
  await expect(own).not.toContainText('Harbour taxi 14');
  expect(await idris.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);

  const rowan = await as(browser, 'rowan');
  await expect(rowan.getByRole('region', { name: 'What needs you' }).getByRole('listitem').first()).toContainText('Review'); // prettier-ignore
});
