import { expect, test } from '@playwright/test';
import { signIn } from './people.ts';

test('by keyboard alone: a spoken vehicle, a chip corrected, on the bench, every verdict with its reason', async ({
  page,
}) => {
  await signIn(page, 'cleo');
  const keys = page.keyboard;
  await keys.press('/');
  await keys.type('09 tussok diesel auto aircon blue');
  const understood = page.getByRole('region', { name: 'How it was understood' });
  await expect(understood.getByRole('combobox')).toHaveCount(5);
  await expect(understood).toContainText('Not understood: blue');
  await expect(understood).toContainText('from “tussok”');
  await expect(page.getByRole('region', { name: 'Vehicles that agree' })).toContainText('2 vehicles');
  await expect(page.getByLabel('What tells them apart')).toContainText('Cooling package?');

  // Tab from the finder to the year, correct it by its first digits, and see the list follow.
  const year = understood.getByRole('combobox', { name: /year/ });
  while (!(await year.evaluate((element) => element === document.activeElement))) await keys.press('Tab');
  await keys.type('2011');
  await expect(understood).toContainText('set by hand');
  await expect(page.locator('[data-first-candidate]')).toContainText('2011 Quillon Tussock');
  await expect(page).toHaveURL(/fix=year%3A2011/);

  await keys.press('/');
  await keys.press('ArrowDown');
  await expect(page.locator('[data-first-candidate]')).toBeFocused();
  await keys.press('Enter');
  await expect(page.getByRole('region', { name: 'Vehicle on the bench' })).toContainText(
    '2011 Quillon Tussock',
  );

  const first = page.getByRole('heading', { name: 'NT-R 4402 in this vehicle' });
  await expect(first).toBeVisible();
  for (const words of ['Goes straight in', 'Goes in with changes', 'Not proven', 'Does not go in'])
    await expect(page.getByRole('list').filter({ hasText: words }).first()).toBeVisible();
  await keys.press('Escape');
  await keys.press('ArrowDown');
  await expect(first).toBeHidden();
  await expect(page).toHaveURL(/part=\d+/);

  // Into the ledger: a check opens and says how each figure is known.
  const check = page.getByRole('button', { name: 'Width in the support' });
  while (!(await check.evaluate((element) => element === document.activeElement))) await keys.press('Tab');
  await keys.press('Enter');
  await expect(page.getByText(/Vehicle: “706 mm”, tape, Saltmere bench, grade 2, Mara/)).toBeVisible();
  await expect(page.getByText(/Overall width .* mm, opening 706 ± 1.9 mm: .* mm to spare/)).toBeVisible();

  await keys.press('s');
  await expect(page.getByRole('article', { name: 'Install sheet' })).toBeVisible();
  await keys.press('3');
  await expect(page.getByRole('heading', { name: /in this vehicle/ })).toBeVisible();
  await keys.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys of this view' })).toContainText(
    'install sheet of the chosen part',
  );
  await keys.press('Escape');
  await expect(page.getByRole('dialog')).toBeHidden();
});

test('awkward words are answered: nonsense, an impossible year, a foreign number, units switched', async ({
  page,
}) => {
  await signIn(page, 'cleo');
  const finder = page.getByRole('searchbox', { name: /Describe a vehicle/ });
  await finder.fill('fgh 99x');
  await expect(page.getByText('No detail of a vehicle was recognised.')).toBeVisible();
  await expect(page.getByText('Not understood: fgh 99x')).toBeVisible();
  await finder.fill('2003 tussock diesel');
  await expect(page.getByText('No vehicle on record agrees with all of that')).toBeVisible();
  await expect(page.getByText('no such vehicle')).toHaveCount(1);
  await finder.fill('HB 20417');
  await expect(page.getByRole('link', { name: 'NT-R 4402' })).toBeVisible();
  await finder.fill('2011 tussock diesel manual');
  await page.locator('[data-first-candidate]').waitFor();
  await finder.press('Enter');
  await page.getByText('inch', { exact: true }).click();
  await expect(page.getByRole('table')).toContainText('27.8 ± 0.08');
  await page.reload();
  await expect(page.getByRole('table')).toContainText('27.8 ± 0.08');
  await page.getByText('mm', { exact: true }).first().click();
});
