import { expect, test, type Page } from '@playwright/test';
import { as, letThrough } from './people.ts';

async function openFigures(page: Page, number: string): Promise<void> {
  await page.goto(`/library?text=${encodeURIComponent(number)}`);
  await page.getByRole('link', { name: number, exact: true }).click();
  await page.getByRole('link', { name: 'Record figures' }).click();
  await expect(page.getByRole('form', { name: 'Record figures' })).toBeVisible();
}

test('a lost connection, a reload and an ended session each keep what was typed', async ({ browser }) => {
  const page = await as(browser, 'mara');
  await openFigures(page, 'NT-R 6020');
  const width = page.getByLabel(/^Core width/);
  await width.fill('551 mm');

  await page.route('**/api/parts/**', (route) =>
    route.request().method() === 'PUT' ? route.abort('connectionfailed') : route.continue(),
  );
  await page.getByRole('button', { name: 'Save 1 figure' }).click();
  await expect(page.getByRole('alert')).toContainText('No connection to the server');
  await expect(width).toHaveValue('551 mm');
  await page.unroute('**/api/parts/**');

  await page.reload();
  await expect(width).toHaveValue('551 mm');
  await expect(page.getByText(/What you typed .* was kept/)).toBeVisible();

  await page.context().clearCookies();
  await page.getByRole('button', { name: 'Save 1 figure' }).click();
  const dialog = page.getByRole('dialog', { name: 'Your session ended' });
  await dialog.getByLabel('Password').fill('copper-core');
  await dialog.getByRole('button', { name: 'Sign in' }).click();
  await expect(dialog).toBeHidden();
  await expect(width).toHaveValue('551 mm');
  await page.getByRole('button', { name: 'Save 1 figure' }).click();
  await expect(page.getByText('“551 mm”')).toBeVisible();
});

test('a save that the network answered late is not done twice', async ({ browser }) => {
  const page = await as(browser, 'mara');
  await page.goto('/parts/new');
  await page.getByLabel('Part number', { exact: true }).fill('ONCE-1');
  await page.getByLabel('Maker').fill('Morvane');
  // The server does it, but its answer never arrives; pressing again must find it done.
  await page.route('**/api/parts', async (route) => {
    if (route.request().method() !== 'POST') return route.continue();
    await route.fetch();
    await route.abort('connectionreset');
  });
  await page.getByRole('button', { name: /Record, then/ }).click();
  await expect(page.getByRole('alert')).toContainText('No connection');
  await page.unroute('**/api/parts');
  await page.getByRole('button', { name: /Record, then/ }).click();
  await expect(page.getByRole('heading', { name: 'ONCE-1 radiator' })).toBeVisible();
  await page.goto('/library?text=ONCE-1');
  await expect(page.getByRole('link', { name: 'ONCE-1' })).toHaveCount(1);
});

test('two people on one record: the second sees what the first changed, and both figures stay', async ({
  browser,
}) => {
  const [mara, piet] = [await as(browser, 'mara'), await as(browser, 'piet')];
  await openFigures(mara, 'NT-R 5101');
  await openFigures(piet, 'NT-R 5101');
  await mara.getByLabel(/^Core width/).fill('667 mm');
  await mara.getByRole('button', { name: 'Save 1 figure' }).click();
  await expect(mara.getByText('“667 mm”')).toBeVisible();
  await piet.getByLabel(/^Core height/).fill('464 mm');
  await piet.getByRole('button', { name: 'Save 1 figure' }).click();
  await expect(piet.getByRole('alert')).toContainText('Somebody saved this record in the meantime');
  await expect(piet.getByRole('alert')).toContainText('yours “464 mm”');
  await piet.getByRole('button', { name: 'Put mine on top of theirs' }).click();
  await expect(piet.getByText('“464 mm”')).toBeVisible();
  await expect(piet.getByText('“667 mm”')).toBeVisible();
});

test('a figure that makes no sense is refused in place, with what to write instead', async ({ browser }) => {
  const page = await as(browser, 'mara');
  await openFigures(page, 'NT-R 7002');
  const width = page.getByLabel(/^Overall width/);
  for (const [text, answer] of [
    ['-730', 'must be more than zero'],
    ['12 furlongs', 'is not a known unit of length'],
    ['5 L', 'is a unit of volume'],
    ['wide', 'is not a valid length'],
    ['1,234', 'can be a thousand or a decimal'],
    ['x'.repeat(5000), 'Enter at most 80'],
  ] as const) {
    await width.fill(text);
    await expect(page.getByText(answer)).toBeVisible();
    await expect(width).toHaveValue(text);
  }
  await page.getByRole('button', { name: 'Save 1 figure' }).click();
  await expect(page.getByRole('alert')).toContainText('Something in it needs another look');
  await page.getByRole('button', { name: 'Throw away changes' }).click();
  await expect(width).toHaveValue('730 mm');
});

test('two people on one record of the library: what each changed is kept, what both changed is chosen', async ({
  browser,
}) => {
  const [mara, piet] = [await as(browser, 'mara'), await as(browser, 'piet')];
  for (const page of [mara, piet]) {
    await page.goto('/library?shelf=source');
    await page.getByRole('link', { name: 'Tidewater pages' }).click();
    await expect(page.getByLabel('Name')).toHaveValue('Tidewater pages');
  }
  await mara.getByLabel('Note').fill('A year out at most model changes.');
  await mara.getByLabel(/^Grade/).fill('5');
  await mara.getByRole('button', { name: 'Save' }).click();
  await expect(mara.getByRole('button', { name: 'Save' })).toBeDisabled();
  await letThrough(browser, /source Tidewater pages/);

  await piet.getByLabel('Kind').fill('web pages');
  await piet.getByLabel(/^Grade/).fill('3');
  await piet.getByRole('button', { name: 'Save' }).click();
  const news = piet.getByRole('alert');
  await expect(news).toContainText('Mara saved this source in the meantime');
  await expect(news).toContainText('Note: A year out at most model changes.');
  await expect(news).toContainText('yours 3, theirs 5');
  await expect(piet.getByLabel('Kind')).toHaveValue('web pages');
  await news.getByRole('button', { name: 'take theirs' }).click();
  await piet.getByRole('button', { name: 'Save' }).click();
  await expect(piet.getByText('It waits for a reviewer')).toBeVisible();
  await letThrough(browser, /source Tidewater pages/);
  await piet.reload();
  await expect(piet.getByLabel('Note')).toHaveValue('A year out at most model changes.');
  await expect(piet.getByLabel(/^Grade/)).toHaveValue('5');
  await expect(piet.getByLabel('Kind')).toHaveValue('web pages');
});

test('two people on one part: the second takes both, and says again only what both changed', async ({
  browser,
}) => {
  const [mara, piet] = [await as(browser, 'mara'), await as(browser, 'piet')];
  for (const page of [mara, piet]) {
    await page.goto('/library?text=OS-F+70');
    await page.getByRole('link', { name: 'OS-F 70', exact: true }).click();
    await page.getByRole('link', { name: 'Change details' }).click();
    await expect(page.getByLabel('Description')).toBeVisible();
  }
  await mara.getByLabel('Notes').fill('Feet want slotting.');
  await mara.getByRole('button', { name: 'Save details' }).click();
  await expect(mara.getByText('Feet want slotting.')).toBeVisible();

  await piet.getByLabel('Description').fill('Twin fans, feet 5 mm wide of the holes');
  await piet.getByRole('button', { name: 'Save details' }).click();
  await expect(piet.getByRole('alert')).toContainText('Somebody saved this record in the meantime');
  await piet.getByRole('button', { name: 'Take both' }).click();
  await expect(piet.getByText('Theirs is taken over in notes.')).toBeVisible();
  await expect(piet.getByLabel('Notes')).toHaveValue('Feet want slotting.');
  await expect(piet.getByLabel('Description')).toHaveValue('Twin fans, feet 5 mm wide of the holes');
  await piet.getByRole('button', { name: 'Save details' }).click();
  await expect(piet.getByText('Feet want slotting.')).toBeVisible();
  await expect(piet.getByText('Twin fans, feet 5 mm wide of the holes')).toBeVisible();
});
