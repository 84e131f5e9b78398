import { expect, test, type Page } from '@playwright/test';
import { PICTURE } from './jobs.ts';
import { as } from './people.ts';

/** A vehicle nobody has recorded, its bay without a map: told, taken apart on a phone without signal, put back, and mapped for the next. */
/** Another vehicle at a second try: the first one has been recorded. */
const NAMES = [
  ['Orvane', 'Kestle'],
  ['Brellow', 'Dorwen'],
] as const;

async function tell(page: Page, make: string, model: string): Promise<string> {
  await page.getByRole('searchbox').fill(`2016 ${make} ${model} 1.6 petrol manual saloon, fan does not run`);
  await page.getByRole('link', { name: 'Record this vehicle as told' }).click();
  for (const word of ['2016 is the model year', `${make} is the make`, `${model} is the model`])
    await page.getByRole('button', { name: word }).click();
  // What a first try has recorded is on the list now; it is described again all the same.
  for (const list of ['Which engine', 'Which transmission'])
    if ((await page.getByLabel(list).count()) > 0) await page.getByLabel(list).selectOption('new');
  for (const [box, value] of [
    ['Air conditioning', 'yes'],
    ['Cooling package', 'standard'],
    ['Driven wheels', 'front'],
    ['Steering side', 'right'],
    ['Layout', 'straight'],
    ['Aspiration', 'natural'],
  ] as const)
    await page.getByLabel(new RegExp(`^${box}`)).selectOption(value);
  await page.getByLabel(/^Cylinders/).fill('4');
  await page.getByLabel(/^Forward speeds/).fill('5');
  await page.getByRole('button', { name: 'Record and open a job' }).click();
  await expect(page.getByRole('heading', { name: /^Job \d+/ })).toBeVisible();
  return /jobs\/(\d+)/.exec(page.url())![1]!;
}

test('a bay without a map: recorded on a phone without signal, put back in reverse, and the next job has a way in', async ({
  browser,
}) => {
  test.setTimeout(180_000);
  const mara = await as(browser, 'mara');
  const [make, model] = NAMES[test.info().retry]!;
  const job = await tell(mara, make, model);
  await expect(mara.getByText('“fan does not run”').first()).toBeVisible();

  const phone = await (await browser.newContext({ baseURL: process.env.BASE_URL, viewport: { width: 390, height: 844 } })).newPage(); // prettier-ignore
  await test.step('the phone has the job; without signal the moves go on', async () => {
    await phone.goto('/');
    await phone.getByLabel('Name').fill('mara');
    await phone.getByLabel('Password').fill('copper-core');
    await phone.keyboard.press('Enter');
    await expect(phone.getByRole('search')).toBeVisible();
    await phone.goto(`/jobs/${job}/run`);
    await phone.getByRole('link', { name: 'Record as you go' }).click();
    await expect(phone.getByRole('heading', { name: 'Record as you go' })).toBeVisible();
    await phone.context().setOffline(true);
  });

  const takeOff = async (name: string, tool: string, bolts: number, more?: () => Promise<void>) => {
    await phone.getByRole('button', { name, exact: true }).click();
    await phone.getByRole('button', { name: tool, exact: true }).click();
    const out = phone.getByRole('group', { name: 'Fasteners out' });
    for (let each = 0; each < bolts; each += 1) await out.getByRole('button', { name: 'One more' }).click();
    await more?.();
    await phone.getByRole('button', { name: `${name} is off` }).click();
  };
  await test.step('three things come off, each into its own place in the tray', async () => {
    await takeOff('Air duct', 'by hand', 2, async () => {
      await phone.getByRole('button', { name: 'push clips' }).click();
      await expect(phone.getByText('into tray A')).toBeVisible();
    });
    await takeOff('Upper brackets', '10 mm socket', 4);
    await phone.getByLabel('What it is called').fill('Horn bracket');
    await phone.getByRole('button', { name: 'Something else' }).click();
    await phone.getByRole('button', { name: 'Horn bracket is off' }).click();
    await takeOff('Fan assembly', '10 mm socket', 3, async () => {
      await phone.getByLabel('Plug parted, if any').fill('grey, two pins');
      await phone
        .getByLabel('Photograph it')
        .setInputFiles({ name: 'fan.png', mimeType: 'image/png', buffer: PICTURE });
      await expect(phone.getByText('1 photograph kept')).toBeVisible();
    });
    const list = phone.getByRole('region', { name: 'Came off', exact: true });
    await expect(list.getByRole('listitem')).toHaveCount(4);
    await expect(list).toContainText('bolts: 3 in C');
    // A slip is taken back, and said again.
    await list.getByRole('button', { name: 'Undo: Fan assembly' }).click();
    await expect(list.getByRole('listitem')).toHaveCount(3);
    await takeOff('Fan assembly', '10 mm socket', 3);
    expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBe(390);
  });

  await test.step('the way back is offered in reverse, another first where the hands say so', async () => {
    await phone.getByRole('button', { name: 'Putting back' }).click();
    await phone.getByRole('button', { name: 'Fan assembly is back' }).click();
    await phone.getByText('Another one first').click();
    await phone.getByRole('button', { name: 'Upper brackets is back' }).click();
    await phone.getByRole('button', { name: 'Horn bracket is back' }).click();
    await phone.getByRole('button', { name: 'Air duct is back' }).click();
    await expect(phone.getByText('Everything is back. 4 things recorded.')).toBeVisible();
  });

  await test.step('with signal it is at the desk, and a specialist drafts the map', async () => {
    await phone.context().setOffline(false);
    await expect(phone.getByText('all sent')).toBeVisible();
    await mara.reload();
    await expect(mara.getByText('4 things recorded coming off, 4 back.')).toBeVisible();
    await expect(mara.getByText('at install').first()).toBeVisible();
    await mara.getByRole('button', { name: 'Draft the access map from it' }).click();
    await expect(mara.getByText('Assumed to come after: Horn bracket.').first()).toBeVisible();
    await expect(mara.getByText(/Recorded by doing on 1 job/).first()).toBeVisible();
  });

  await test.step('the next job in this bay has a way in', async () => {
    await mara.goto(`/jobs/${job}`);
    await mara.getByRole('link', { name: 'Ways in' }).click();
    await mara.getByText('Fan assembly').first().click();
    await expect(mara.getByText(/Take off: Fan assembly|best way/).first()).toBeVisible();
  });
});
