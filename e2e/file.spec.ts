import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import AxeBuilder from '@axe-core/playwright';
import type { SheetRecord } from '@radiatrix/contract';
import { asked, desk, openedJob, sent } from './jobs.ts';
import { as } from './people.ts';

test('a filed job changes a capacity through review, and the next sheet shows it', async ({ browser }) => {
  test.setTimeout(120_000);
  const mara = await as(browser, 'mara');
  const { id, vehicleId } = await openedJob(mara, { label: 'Weir pickup', number: 'NT-R 4402' });
  const say = desk();
  const put = { got: 'jug' as const, tempC: null, lost: false, note: '' };
  // Flushed to water, then four litres of concentrate: a quarter of it by the refractometer, so it holds sixteen.
  const events = [
    say('account opened', { arrival: 'full', lowL: null, capacityL: null, extraL: 0, strength: 0, base: 'ethylene', technology: '', target: 50 }),
    say('coolant moved', { ...put, way: 'out', liquid: 'water', litres: 4, strength: null, stage: 'flush' }),
    say('coolant moved', { ...put, way: 'in', liquid: 'concentrate', litres: 4, strength: null, stage: 'fill' }),
    say('strength read', { with: 'refractometer', shows: -12, scale: 'ethylene', sampleC: 20, compensated: true, of: 'ethylene' }),
  ]; // prettier-ignore
  await sent(mara.request, `/api/jobs/${id}/events`, { events });
  const sheetOf = async (): Promise<string> => {
    const parts = await asked<{ id: number; number: string }[]>(mara.request, '/api/parts?text=NT-R 4402');
    const sheet = await asked<SheetRecord>(mara.request, `/api/vehicles/${vehicleId}/sheet/${parts[0]!.id}`);
    return JSON.stringify(sheet.sheet.coolant ?? sheet);
  };
  const before = await sheetOf();
  await mara.goto(`/jobs/${id}/file`);
  const row = mara.getByRole('listitem').filter({ hasText: 'What the system holds' });
  await expect(row).toContainText('weighed with what was known');
  await expect(row).toContainText(/Counts for \d+ other vehicles/);
  expect((await new AxeBuilder({ page: mara }).analyze()).violations.map(({ id: rule }) => rule)).toEqual([]);
  // By the keyboard: what the copper mark stands at.
  await expect(row).toHaveAttribute('aria-current', 'true');
  await mara.keyboard.press('a');
  await expect(mara.getByRole('region', { name: 'Settled' })).toContainText('What the system holds');
  expect(await sheetOf()).toBe(before);

  const rowan = await as(browser, 'rowan');
  await rowan.goto('/review');
  await rowan.getByRole('link', { name: /Tussock 2.2 diesel, 2008/ }).first().click(); // prettier-ignore
  await expect(rowan.getByText(/Coolant capacity/i).first()).toBeVisible();
  await rowan.getByRole('button', { name: /Release|Let it through/ }).first().click(); // prettier-ignore
  await expect(rowan).toHaveURL(/\/review$/);
  await expect.poll(sheetOf).not.toBe(before);

  // The report, for the owner and for the shop, and everything as open files.
  await mara.getByRole('link', { name: 'Report' }).click();
  await expect(mara.getByRole('region', { name: 'Coolant' })).toContainText('ethylene glycol');
  await mara.getByRole('button', { name: 'For the shop' }).click();
  await expect(mara.getByRole('region', { name: 'Beside the library' })).toContainText('accepted');
  expect((await new AxeBuilder({ page: mara }).analyze()).violations.map(({ id: rule }) => rule)).toEqual([]);
  await mara.getByRole('link', { name: 'back to File' }).click();
  const [download] = await Promise.all([mara.waitForEvent('download'), mara.getByRole('button', { name: 'JSON' }).click()]); // prettier-ignore
  const file = JSON.parse(await readFile((await download.path())!, 'utf8')) as { events: { kind: string }[] };
  expect(file.events.map(({ kind }) => kind)).toContain('strength read');
  await mara.setViewportSize({ width: 390, height: 844 });
  expect(await mara.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('Prepare says what such a job takes four of five times', async ({ browser }) => {
  const page = await as(browser, 'idris');
  const jobs = await asked<{ label: string; vehicleId: number }[]>(page.request, '/api/jobs');
  const { vehicleId } = jobs.find(({ label }) => label.startsWith('Quay stores'))!;
  await page.goto(`/v/${vehicleId}/prepare?goals=fan`);
  const row = page.getByRole('row', { name: /Four of five times/ });
  await expect(row).toContainText(/min to|h( \d\d)? to/);
});
