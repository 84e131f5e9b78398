import { expect, test } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import type { JobLine } from '@radiatrix/contract';
import { asked } from './jobs.ts';
import { as, candidate } from './people.ts';

test('a module failing the second time is flagged before it is sold, and what is reported of a part shows at once', async ({
  browser,
}) => {
  const cleo = await as(browser, 'cleo');
  const job = (await asked<JobLine[]>(cleo.request, '/api/jobs')).find(
    ({ label, closed }) => label === 'Customs house saloon' && !closed,
  )!;
  await cleo.goto(`/v/${job.vehicleId}/match?job=${job.id}`);
  await expect(candidate(cleo, 'NT-E 60')).toContainText('failed again');
  await candidate(cleo, 'NT-E 60').click();
  const known = cleo.getByRole('list', { name: 'Known of this part' });
  await expect(known).toContainText('Failed twice in one vehicle');
  await expect(known).toContainText('Superseded by NT-E 61 (2 fitted, 0 failed)');
  await known.getByRole('link', { name: 'How it lives and fails' }).click();
  await expect(cleo.getByRole('img', { name: /NT-E 60: \d+ % to \d+ % of \d+ still at work/ })).toBeVisible();
  expect((await new AxeBuilder({ page: cleo }).analyze()).violations.map(({ id }) => id)).toEqual([]);

  // A failure before its installation is a sentence, and what was typed is still there.
  await cleo.getByRole('button', { name: 'Report a failure' }).click();
  const form = cleo.getByRole('form', { name: 'Report of a failure' });
  await form.getByLabel('Vehicle, in words').fill('Lock saloon');
  await form.getByRole('combobox', { name: 'How it failed' }).selectOption('cooked');
  await form.getByLabel('Went in on').fill('2026-09-20');
  await form.getByLabel('Failed on').fill('2026-09-01');
  await form.getByRole('button', { name: 'Report the failure' }).click();
  await expect(form.getByRole('alert')).toContainText('It failed before it went in');
  await cleo.reload();
  await cleo.getByRole('button', { name: 'Report a failure' }).click();
  await form.getByLabel('Failed on').fill('2026-10-01');
  await form.getByRole('button', { name: 'Report the failure' }).click();
  await expect(cleo.getByRole('region', { name: 'Every unit' })).toContainText('Lock saloon');
  await cleo.setViewportSize({ width: 390, height: 844 });
  expect(await cleo.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('the list of failures holds what fails early against its kind', async ({ browser }) => {
  const mara = await as(browser, 'mara');
  await mara.goto('/library/failures');
  const row = mara.getByRole('row', { name: /MV-F 12/ });
  await expect(row).toContainText('fails early');
  await expect(row).toContainText('of others of its kind');
  expect((await new AxeBuilder({ page: mara }).analyze()).violations.map(({ id }) => id)).toEqual([]);
  await mara.getByRole('button', { name: 'Fan modules' }).click();
  await expect(mara).toHaveURL(/kind=module/);
  await expect(row).toBeHidden();
});
