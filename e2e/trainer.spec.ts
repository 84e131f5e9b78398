import { expect, test } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import { as } from './people.ts';

test('a trainee takes an exercise: a hidden fault found, what the best order would have cost, scores of their own', async ({
  browser,
}) => {
  const idris = await as(browser, 'idris');
  await idris.goto('/trainer?do=diagnose&n=4');
  const sofar = idris.getByRole('region', { name: 'So far' });
  await expect(idris.getByText(/The owner says:/)).toBeVisible();
  expect((await new AxeBuilder({ page: idris }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]); // prettier-ignore
  await idris.getByRole('region', { name: 'Look' }).getByRole('button').first().click();
  await expect(sofar.getByRole('listitem')).toHaveCount(1);
  // Everything is put right in turn until it is: what was not it was bought for nothing, and the score says so.
  const put = idris.getByRole('region', { name: 'Put right' });
  const over = put.getByText(/Put right\. It was:/);
  const count = await put.getByRole('listitem').count();
  for (let at = 0; at < count && !(await over.isVisible()); at += 1)
    await put.getByRole('listitem').nth(at).getByRole('button').click();
  await expect(over).toBeVisible();
  await expect(put.getByRole('row', { name: /Money/ })).toBeVisible();
  await expect(put.getByText(/Its way:/)).toBeVisible();
  await expect(idris.getByText(/faults \d+ of 100 over 1/)).toBeVisible();
  await idris.reload();
  await expect(idris.getByText(/faults \d+ of 100 over 1/)).toBeVisible();
  await put.getByRole('button', { name: 'Another' }).or(idris.getByRole('button', { name: 'Give up, and see' })).first().click(); // prettier-ignore

  await idris.getByRole('button', { name: 'Verdict from figures' }).click();
  const verdict = idris.getByRole('region', { name: 'Verdict from figures' });
  await verdict.getByRole('group', { name: 'Your verdict' }).getByRole('button').first().click();
  await expect(verdict.getByRole('status')).toContainText(/Right\.|No: it/);
  await idris.getByRole('button', { name: 'Read a ledger' }).click();
  const ledger = idris.getByRole('region', { name: 'Read a ledger' });
  await ledger.getByRole('rowheader').getByRole('button').first().click();
  await expect(ledger.getByRole('status')).toContainText(/Right\.|No:/);
  await expect(idris.getByText(/verdicts \d of 1; ledgers \d of 1/)).toBeVisible();
  expect((await new AxeBuilder({ page: idris }).analyze()).violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]); // prettier-ignore

  // A filed job, by another: whose scores are none of theirs.
  const cleo = await as(browser, 'cleo');
  await cleo.goto('/trainer');
  await expect(cleo.getByText(/faults none yet/)).toBeVisible();
  const vehicle = cleo.getByRole('combobox', { name: 'Vehicle' });
  const filed = await vehicle
    .getByRole('option')
    .filter({ hasText: 'Tussock' })
    .first()
    .getAttribute('value');
  await vehicle.selectOption(filed);
  await expect(cleo.getByRole('heading', { name: /Quillon Tussock/ })).toBeVisible();
  await cleo.getByRole('button', { name: 'Give up, and see' }).click();
  await expect(cleo.getByText(/Given up\. It was:/)).toBeVisible();
  await cleo.setViewportSize({ width: 390, height: 844 });
  expect(await cleo.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});
