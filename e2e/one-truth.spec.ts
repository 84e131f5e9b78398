import { expect, test, type Page } from '@playwright/test';
import { as, candidate } from './people.ts';

/** One truth from an ambiguous phrase to the sheet of a job; and what is not released reaches nobody at the counter. */
const region = (page: Page, name: string) => page.getByRole('region', { name });

test('an ambiguous phrase, a question, two figures measured, a set on a spacer, one plan in Match, Compare and sheet, stopped by the fuse and let go on', async ({
  browser,
}) => {
  test.setTimeout(150_000);
  const mara = await as(browser, 'mara');
  let job = '';

  await test.step('the phrase leaves several vehicles: it asks, and a job is for one of them', async () => {
    await mara.getByRole('searchbox', { name: /Describe a vehicle/ }).fill('2010 tussock');
    await mara.locator('[data-first-candidate]').waitFor();
    await expect(mara.getByText('Ask next')).toBeVisible();
    await mara.getByRole('button', { name: /^Open a job/ }).click();
    const which = mara.getByRole('dialog', { name: 'Which one stands there?' });
    await which
      .getByRole('button', { name: /2010 Quillon Tussock.*automatic/ })
      .first()
      .click();
    await expect(mara.getByRole('heading', { name: /^Job \d+/ })).toBeVisible();
    job = /jobs\/(\d+)/.exec(mara.url())![1]!;
  });

  await test.step('two figures of this very vehicle', async () => {
    const own = region(mara, 'Measured on this vehicle');
    for (const [figure, text, seen] of [
      ['Condenser to engine', '174 mm', '174'],
      ['Fan fuse', '30 A', '30'],
    ] as const) {
      const options = await own.getByRole('combobox', { name: 'Figure' }).locator('option').allTextContents();
      await own
        .getByRole('combobox', { name: 'Figure' })
        .selectOption({ index: options.findIndex((label) => label.startsWith(figure)) });
      await own.getByLabel('Value').fill(text);
      if (figure === 'Fan fuse') await own.getByLabel('Method').selectOption({ label: 'seen' });
      await mara.keyboard.press('Enter');
      await expect(own.getByRole('listitem').filter({ hasText: figure })).toContainText(seen);
    }
  });

  await test.step('the fuse of this vehicle stops the two fans', async () => {
    await mara.getByRole('link', { name: 'Match parts to it' }).click();
    await expect(candidate(mara, 'NT-F 2260')).toContainText('Does not go in');
    await expect(mara).toHaveURL(new RegExp(`job=${job}`));
  });

  await test.step('a set on a spacer is laid out in Compare, and is stopped by the fuse', async () => {
    await candidate(mara, 'NT-R 4410').click();
    await expect(mara.getByText(/Put the fan on \d+ mm spacers/).first()).toBeVisible();
    await mara.getByRole('link', { name: 'Compare', exact: true }).last().click();
    await expect(mara).toHaveURL(new RegExp(`job=${job}`));
    const fans = mara.getByLabel('New fan');
    await fans.locator('option', { hasText: 'NT-F 2260' }).first().waitFor({ state: 'attached' });
    const texts = await fans.locator('option').allTextContents();
    await fans.selectOption({ index: texts.findIndex((text) => text.startsWith('NT-F 2260')) });
    await mara.getByRole('tab', { name: /^Depth/ }).click();
    await mara.getByRole('button', { name: /^Take the \d+ mm spacer/ }).click();
    await mara.getByRole('tab', { name: /^Wiring/ }).click();
    await expect(mara.getByRole('list', { name: 'What was found' })).toContainText(
      /^stop: Fan draws .* A, the fuse carries 22\.5 A continuously/,
    );
    await mara.getByRole('button', { name: 'Keep in a job' }).click();
    await mara.getByRole('button', { name: 'Keep it' }).click();
    await mara
      .getByRole('status')
      .getByRole('link', { name: `job ${job}` })
      .click();
    const plan = region(mara, 'Plan');
    await expect(plan).toContainText('Does not go in');
    await expect(plan).toContainText('No install sheet while something stands in the way.');
    // The stop stands before anything there would be to do.
    await expect(plan.getByRole('listitem').first()).toContainText('stop:');
  });

  await test.step('the fuse is changed: the job, Match and the sheet say the same', async () => {
    await region(mara, 'Plan').getByRole('link', { name: 'all of it in Compare' }).click();
    await mara.getByRole('tab', { name: /^Wiring/ }).click();
    await mara.getByLabel(/^Fuse/).first().fill('40');
    await mara.keyboard.press('Tab');
    await expect(mara.getByRole('list', { name: 'What was found' })).not.toContainText('stop: Fan draws');
    await mara.getByRole('button', { name: 'Keep in a job' }).click();
    await mara.getByRole('button', { name: 'Keep it' }).click();
    await mara
      .getByRole('status')
      .getByRole('link', { name: `job ${job}` })
      .click();
    const plan = region(mara, 'Plan');
    await expect(plan).toContainText('Goes in with changes');
    await expect(plan.getByRole('list', { name: 'Work' })).toContainText('Change the fan fuse to 40 A');
    await expect(plan.getByRole('list', { name: 'Work' })).toContainText(/Put the fan on \d+ mm spacers/);
    await plan.getByRole('link', { name: /^Install sheet, NT-R 4410/ }).click();
    const sheet = mara.getByRole('article', { name: 'Install sheet' });
    await expect(sheet).toContainText(`job ${job}`);
    await expect(sheet).toContainText('Change the fan fuse to 40 A');
    await expect(sheet).toContainText(/Put the fan on \d+ mm spacers/);
  });
});

test('a clerk sees nothing that is not reviewed; a reviewer sends back, releases, then withdraws', async ({
  browser,
}) => {
  test.setTimeout(120_000);
  const [mara, cleo, rowan] = [
    await as(browser, 'mara'),
    await as(browser, 'cleo'),
    await as(browser, 'rowan'),
  ];
  const bench = async (page: Page) => {
    await page.goto('/ask?q=2006+merlet+1.8+manual');
    await page.locator('[data-first-candidate]').click();
    await page.getByRole('heading', { name: /in this vehicle/ }).waitFor();
  };
  const propose = async (text: string) => {
    await bench(mara);
    await mara.goto(`${/.*\/v\/\d+/.exec(mara.url())![0]}?edit=figures`);
    await mara
      .getByLabel(/^Opening width/)
      .first()
      .fill(text);
    await mara.getByRole('button', { name: /^Save \d+ figure/ }).click();
    await expect(mara.getByText(`“${text}”`)).toBeVisible();
  };
  await bench(cleo);
  const before = await candidate(cleo, 'NT-R 6010').textContent();
  await propose('500 mm');
  await bench(cleo);
  expect(await candidate(cleo, 'NT-R 6010').textContent()).toBe(before);

  await rowan.goto('/review');
  await rowan
    .getByRole('link', { name: /^Figures of Merlet/ })
    .first()
    .click();
  await expect(rowan.getByRole('table', { name: 'Changes' })).toContainText('500 mm');
  await rowan.getByLabel('Why it goes back').fill('measured inside the seals, not the support');
  await rowan.getByRole('button', { name: 'Send back' }).click();
  await expect(rowan.getByRole('heading', { name: 'Review' })).toBeVisible();
  await mara.goto('/review');
  await expect(mara.getByText('measured inside the seals, not the support')).toBeVisible();

  await propose('640 mm');
  await rowan.goto('/review');
  await rowan
    .getByRole('link', { name: /^Figures of Merlet/ })
    .first()
    .click();
  await rowan.getByRole('button', { name: /^Release/ }).click();
  await expect(rowan.getByRole('link', { name: /^Figures of Merlet/ })).toHaveCount(0);
  await bench(cleo);
  await expect(candidate(cleo, 'NT-R 6010')).toContainText('Does not go in');

  await rowan.goto('/library?text=6010');
  await rowan.getByRole('link', { name: 'NT-R 6010' }).click();
  await rowan.getByRole('button', { name: /^Withdraw/ }).click();
  await rowan.getByLabel(/because/).fill('tank seams open within a year');
  await rowan.getByRole('button', { name: 'Withdraw it' }).click();
  await expect(rowan.getByRole('button', { name: 'Withdraw it' })).toHaveCount(0);
  await bench(cleo);
  await expect(candidate(cleo, 'NT-R 6010')).toHaveCount(0);
});
