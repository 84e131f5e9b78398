import { expect, test } from '@playwright/test';
import { signIn, candidate } from './people.ts';

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

test('a caller denies the automatic and gets the manual’s radiator; a second vehicle is asked for by itself', async ({
  page,
}) => {
  await signIn(page, 'cleo');
  const finder = page.getByRole('searchbox', { name: /Describe a vehicle/ });
  await finder.fill('2009 tussock diesel, no automatic, and a merlet 1.4 manual');
  const understood = page.getByRole('region', { name: 'How it was understood' });
  await expect(understood).toContainText('not automatic');
  await expect(page.locator('[data-first-candidate]')).toContainText('manual, 5-speed');
  await finder.press('Enter');
  await expect(page.getByRole('heading', { name: /in this vehicle/ })).toBeVisible();
  await expect(candidate(page, 'NT-R 4401')).toContainText('Goes straight in');
  await page.goBack();
  await understood.getByRole('link', { name: 'merlet 1.4 manual' }).click();
  await expect(understood).toContainText('Merlet');
  await finder.fill('tussock diesel 2009 cvt');
  await expect(page.getByText(/No Tussock on record is/)).toBeVisible();
});

/** As they come over the counter: fragments, slips, second thoughts, a number read off a windscreen. */
const AWKWARD = [
  'uh an 09 or 10 tuss, the diesel one, aircon i think',
  '2.2 turbo dsl tussok stick, no a/c',
  "it's a haulden van, two litre diesel, twenty twelve, auto",
  'merlet 1.8 between 08 and 11 automatic',
  '134 cu in tussock pickup built after march 2010 5-speed auto',
  'aurelle sixteen turbo dual clutch',
  'quillon tussock not the petrol, 2011, towing',
  'halberd seventy one v8 three speed auto',
  '09 tussock petrol, no sorry diesel, manual',
  '4ZT8C5D5X9S104417 automatic',
];

test('ten awkward descriptions by keyboard alone: a reasoned verdict after two questions at most', async ({
  page,
}) => {
  await signIn(page, 'cleo');
  const keys = page.keyboard;
  const question = page.getByRole('region', { name: 'Ask next' });
  const counts: number[] = [];
  for (const words of AWKWARD) {
    await keys.press('/');
    await keys.press('Control+a');
    await keys.type(words);
    await expect(page.getByRole('region', { name: 'Vehicles that agree' }), words).toBeVisible();
    await keys.press('Enter');
    let asked = 0;
    const heading = page.getByRole('heading', { name: /in this vehicle/ });
    // Enter leads to the first answer of a question that matters, and else to the first vehicle.
    const answer = question.locator('button:focus');
    for (;;) {
      await expect(answer.or(heading).first(), words).toBeVisible();
      if (!(await answer.isVisible())) break;
      await expect(question).toContainText(/Where to look:/);
      const before = await question.innerText();
      await keys.press('Enter');
      asked += 1;
      expect(asked, words).toBeLessThanOrEqual(2);
      await expect
        .poll(
          async () =>
            (await heading.isVisible()) ||
            (await question.innerText({ timeout: 500 }).catch(() => '')) !== before,
          { message: words },
        )
        .toBe(true);
    }
    counts.push(asked);
    await expect(heading, words).toBeVisible();
    await expect(
      page.getByText(/Goes straight in|Goes in with changes|Not proven|Does not go in/).first(),
    ).toBeVisible();
    await keys.press('Escape');
    await keys.press('1');
  }
  expect(Math.max(...counts), counts.join()).toBeLessThanOrEqual(2);
});

test('what to measure next is entered in place, caliper after caliper, and the verdict follows', async ({
  page,
}) => {
  await signIn(page, 'mara');
  const finder = page.getByRole('searchbox', { name: /Describe a vehicle/ });
  await finder.fill('2013 haulden petrol manual fan');
  await page.locator('[data-first-candidate]').waitFor();
  await finder.press('ArrowDown');
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^MV-F 12 / }).click();
  const next = page.getByRole('region', { name: 'Measure next' });
  await expect(next.getByRole('img', { name: /Drawing/ })).toBeVisible();
  const first = await next.getByRole('heading').innerText();
  await page.keyboard.press('e');
  const box = next.getByRole('textbox');
  if (await box.isVisible()) {
    await expect(box).toBeFocused();
    await page.keyboard.type('nonsense');
    await expect(next).toContainText(/length|such as|number/i);
    await page.keyboard.press('Control+a');
    await page.keyboard.type('95 mm');
    await page.keyboard.press('Enter');
    await expect(next.getByRole('heading')).not.toHaveText(first);
    await expect(next.getByRole('textbox').or(next.getByRole('combobox').first()).first()).toBeFocused();
  }
});

test('a job: opened by one key, its own figure decides, and sets say what breaks a near miss', async ({
  page,
}) => {
  await signIn(page, 'cleo');
  const finder = page.getByRole('searchbox', { name: /Describe a vehicle/ });
  await finder.fill('2011 tussock diesel auto standard cooling');
  await page.locator('[data-first-candidate]').waitFor();
  await finder.press('Escape');
  await page.keyboard.press('j');
  await expect(page.getByRole('heading', { name: /^Job \d+/ })).toBeVisible();
  await page.getByLabel('Called in the shop').fill('lift two');
  await page.getByLabel('Changed on it already, one a line').fill('second transmission cooler');
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText('Altered: second transmission cooler.')).toBeVisible();
  await page.getByLabel('Value').fill('130 mm');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('region', { name: 'Measured on this vehicle' })).toContainText('130 ± ');
  await page.getByRole('link', { name: 'Match parts to it' }).click();
  await expect(page.getByText('altered: second transmission cooler')).toBeVisible();
  await expect(page.getByRole('button', { name: /^NT-R 4402 / })).toContainText('Does not go in');
  await page.keyboard.press('t');
  const sets = page.getByRole('region', { name: 'Sets that go in together' });
  await expect(sets).toContainText('No set is known to work');
  // Without the job the type's own depth counts, and there are sets.
  await page.goto(page.url().replace(/job=\d+&?/, ''));
  await expect(sets).toContainText('Sets that work');
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'Open jobs' })).toContainText('lift two');
});
