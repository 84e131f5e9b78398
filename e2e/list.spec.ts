import { expect, test, type Locator, type Page } from '@playwright/test';
import { emptyShop } from '../tools/lib/empty-shop.mts';
import { clean } from './axe.ts';
import { LINES_NAME, LISTED, linesList, PARTS_NAME, partsList } from './supplier.ts';

/** A shop that begins with its supplier's two lists: parts and what they fit. `LIST_PARTS=20000` runs the size of a real supplier. */
const PARTS = Number(process.env.LIST_PARTS ?? 4000);
const LINES = PARTS * 3;
const SLOW = { timeout: 240_000 };

let shop: Awaited<ReturnType<typeof emptyShop>> | undefined;
test.beforeAll(async () => {
  shop = await emptyShop();
});
test.afterAll(() => shop?.stop());

let actions = 0;
const press = async (what: Locator): Promise<void> => {
  actions += 1;
  await what.click();
};
const choose = async (what: Locator, value: string | { label: string }): Promise<void> => {
  actions += 1;
  await what.selectOption(value);
};
const fill = async (what: Locator, text: string): Promise<void> => {
  actions += 1;
  await what.fill(text);
};
const read = (page: Page): Locator =>
  page.getByRole('heading', { name: /What it would change|Nothing can come in yet|on record already/ });

test('from nothing to a verdict with a supplier’s lists, in under 60 actions', async ({ browser }) => {
  test.setTimeout(900_000);
  const page = await (await browser.newContext({ baseURL: shop!.address })).newPage();
  const own = shop!.people.find(({ administers }) => administers)!;
  const timed: string[] = [];
  let last = Date.now();
  const clock = (what: string): void => {
    timed.push(`${what} ${((Date.now() - last) / 1000).toFixed(1)} s`);
    last = Date.now();
  };
  const send = async (name: string, text: string): Promise<void> => {
    actions += 1;
    last = Date.now();
    await page.locator('input[type=file]').setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) }); // prettier-ignore
  };
  const readAgain = async (button: Locator, what: string): Promise<void> => {
    last = Date.now();
    const begun = page.waitForResponse((answer) => answer.url().endsWith('/preview'));
    await press(button);
    await begun;
    await page.waitForResponse(async (answer) => /uploads\/[\w-]+$/.test(answer.url()) && ((await answer.json()) as { state: string }).state === 'ready', SLOW); // prettier-ignore
    await expect(read(page)).toBeVisible();
    clock(what);
  };

  await test.step('the administrator signs in and works alone', async () => {
    await page.goto('/');
    await fill(page.getByLabel('Name'), own.username);
    await fill(page.getByLabel('Password'), own.password);
    await press(page.getByRole('button', { name: 'Sign in' }));
    await press(page.getByRole('button', { name: 'One person' }));
    await expect(page.getByText('One person writes and releases.')).toBeVisible();
  });

  await test.step('the list of parts: its headings are found, one word of it is explained', async () => {
    await press(page.getByRole('link', { name: 'Import' }));
    await send(PARTS_NAME, partsList(PARTS));
    await choose(page.getByLabel(`What ${PARTS_NAME} holds`), 'parts');
    await press(page.getByRole('button', { name: 'Read its headings' }));
    await expect(page.getByText('Headings: row 4')).toBeVisible(SLOW);
    await expect(page.getByLabel('What “Width” is')).toHaveValue('width');
    await expect(page.getByText('for radiator: overall width')).toBeVisible();
    await clean(page, 'columns of a list');
    await press(page.getByRole('button', { name: 'New source' }));
    await press(page.getByRole('dialog').getByRole('button', { name: 'Record it' }));
    await expect(page.getByRole('dialog')).toHaveCount(0);
    await readAgain(page.getByRole('button', { name: 'See what it would change' }), 'parts read');
    await choose(page.getByLabel('Fan Shroud'), 'is shroud');
    await readAgain(page.getByRole('button', { name: 'Read the file again' }), 'read again');
    await expect(page.getByText('1 row of totals is left out.')).toBeVisible();
    await expect(page.getByRole('region', { name: 'How rows were understood' })).toContainText('BW-A 10000, radiator of Brackwater; overall width 580'); // prettier-ignore
    await press(page.getByRole('button', { name: /^Bring in [\d,]+, keep \d+ aside/ }));
    await expect(page.getByRole('link', { name: 'Open the import' })).toBeVisible(SLOW);
    clock('parts brought in');
  });

  await test.step('one review for all of it: what is odd first, one taken out, the rest released', async () => {
    await press(page.getByRole('link', { name: 'Open the import' }));
    const odd = page.getByRole('region', { name: 'Parts of the import' });
    await expect(odd).toContainText('155 mm is far from the others of its kind');
    await clean(page, 'an import');
    await press(odd.getByRole('checkbox').first());
    await press(page.getByRole('button', { name: /^Take 1 part out/ }));
    await expect(page.getByRole('button', { name: /^Take 1 part out/ })).toHaveCount(0);
    last = Date.now();
    await press(page.getByRole('button', { name: 'Release all of them' }));
    await expect(page).toHaveURL(/\/review$/, SLOW);
    clock('released');
    await expect(page.getByRole('list').getByText('revision 1, draft')).toHaveCount(1);
  });

  await test.step('the list of lines: asked once what it leaves open, its names made in one act', async () => {
    await press(page.getByRole('link', { name: 'Import' }));
    await send(LINES_NAME, linesList(LINES, PARTS));
    await press(page.getByRole('button', { name: 'Read its headings' }));
    await expect(page.getByText('Headings: row 2')).toBeVisible(SLOW);
    await choose(page.getByLabel('Source, where a row names none'), { label: await page.getByLabel('Source, where a row names none').locator('option').nth(1).innerText() }); // prettier-ignore
    await readAgain(page.getByRole('button', { name: 'See what it would change' }), 'lines read');
    const names = page.getByRole('region', { name: 'Names that nobody has on record' });
    for (const text of [`${LISTED.makes} makes`, `${LISTED.models} models`, `${LISTED.engines} engines`])
      await expect(names.getByRole('heading', { name: text })).toBeVisible();
    await clean(page, 'names of a list');
    await readAgain(page.getByRole('button', { name: 'Take that year and every later one of the model' }), 'read again'); // prettier-ignore
    await readAgain(page.getByRole('button', { name: 'Take them as the same numbers' }), 'read again');
    await press(names.getByRole('button', { name: 'Make all' }).nth(2));
    await readAgain(names.getByRole('button', { name: `Make ${LISTED.makes + LISTED.models + LISTED.engines} and read the file again` }), 'named and read again'); // prettier-ignore
    await expect(names).toHaveCount(0);
    await press(page.getByRole('button', { name: /^Bring in/ }));
    await expect(page.getByRole('heading', { name: /It is in|kept aside/ })).toBeVisible(SLOW);
    clock('lines brought in');
  });

  await test.step('a row kept aside is put right where it stands', async () => {
    const aside = page.getByRole('region', { name: 'Rows that cannot come in' });
    const before = Number(
      /\d+/.exec(await page.getByRole('heading', { name: /kept aside/ }).innerText())![0],
    );
    await aside.getByRole('button', { name: /^Change row/ }).first().click(); // prettier-ignore
    await aside.getByLabel('Part No.').fill('BW-A 10000');
    await aside.getByRole('button', { name: 'Keep', exact: true }).click();
    await aside.getByRole('button', { name: 'Read it again' }).click();
    await expect(page.getByRole('button', { name: /^Bring in 1\b/ })).toBeVisible(SLOW);
    await page.getByRole('button', { name: /^Bring in 1\b/ }).click();
    await expect(page.getByRole('heading', { name: new RegExp(`^${before - 1} rows? (are|is) kept aside`) })).toBeVisible(SLOW); // prettier-ignore
  });

  await test.step('a vehicle in words gets a verdict from the list, and a job', async () => {
    const [make, model, from, , engine, , , part] = linesList(1, PARTS).split('\r\n')[2]!.split(',');
    await fill(page.getByRole('searchbox'), `${Number(from) + 1} ${make} ${model}, rear wheel drive`);
    await press(page.getByRole('link', { name: 'Record this vehicle as told' }));
    // What the list named is known at the counter: make, model and year are not asked again.
    await expect(page.getByLabel('Model year')).toHaveValue(String(Number(from) + 1));
    await choose(page.getByLabel('Which engine'), { label: (await page.getByLabel('Which engine').locator('option', { hasText: `${engine!.split(' ')[0]}:` }).innerText()) }); // prettier-ignore
    for (const [box, value] of [
      ['Body', 'pickup'],
      ['Air conditioning', 'yes'],
      ['Cooling package', 'standard'],
      ['Steering side', 'left'],
    ] as const)
      await choose(page.getByLabel(new RegExp(`^${box}`)), value);
    await choose(page.getByRole('group', { name: 'Transmission' }).getByLabel('Kind'), 'manual');
    await fill(page.getByLabel(/^Forward speeds/), '5');
    await press(page.getByRole('button', { name: 'Record, then match parts' }));
    const candidate = page.getByRole('button', { name: new RegExp(`^${part} `) });
    // A list says that it fits; nothing of the vehicle is measured yet, so it is not proven and never green.
    await expect(candidate).toContainText('Not proven');
    await press(page.getByRole('button', { name: /^Open a job/ }));
    await expect(page).toHaveURL(/job=\d+/);
  });
  console.log(`${PARTS} parts, ${LINES} lines: ${actions} actions; ${timed.join('; ')}`);
  expect(actions).toBeLessThan(60);
});
