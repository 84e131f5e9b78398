import { expect, test } from '@playwright/test';
import { as, letThrough } from './people.ts';

test('coverage: from the whole catalogue to a conflict, resolved, undone, and marked for measuring', async ({
  browser,
}) => {
  const page = await as(browser, 'piet');
  await page.getByRole('link', { name: 'Coverage' }).click();
  await page.getByRole('button', { name: /Look through the whole catalogue/ }).click();
  await expect(page.getByRole('status')).toContainText(/contradictions/);
  // From the whole make to its model.
  await page.getByRole('button', { name: 'Veldara' }).click();
  await expect(page.getByRole('table', { name: 'Coverage of the make' })).toContainText(/\d of \d covered/);
  await page
    .getByRole('table', { name: 'Coverage of the make' })
    .getByRole('button', { name: 'Merlet' })
    .click();
  await expect(page.getByRole('table', { name: 'Coverage' })).toContainText('1.8 petrol');
  await page.keyboard.press('n');
  const cell = page.getByRole('region', { name: 'Chosen cell' });
  await expect(cell).toContainText('One line says that it fits, another that it does not');
  await expect(page).toHaveURL(/at=20\d\d-\d+-\d+/);
  const address = page.url();

  // Leave these years out of the weaker line: it waits for a reviewer, and is taken back by one key.
  await cell.getByRole('button', { name: 'take it away' }).first().click();
  const waits = page.getByRole('list', { name: 'Waits for a reviewer' });
  await expect(waits).toContainText('proposed by Piet');
  await expect(cell).toContainText('another that it does not');
  await page.keyboard.press('u');
  await expect(waits).not.toContainText('proposed by Piet');
  await cell.getByRole('button', { name: /mark it for measuring/ }).click();
  await expect(cell).toContainText('marked for measuring');

  // The address is the view: a colleague sees the same cell.
  const colleague = await as(browser, 'rowan');
  await colleague.goto(address);
  await expect(colleague.getByRole('region', { name: 'Chosen cell' })).toContainText(
    'another that it does not',
  );
});

test('a line as the trade writes it, and painting to the fewest lines', async ({ browser }) => {
  const page = await as(browser, 'mara');
  await page.goto('/coverage');
  await page.getByRole('button', { name: 'Haulden' }).first().click();
  await expect(page.getByRole('table', { name: 'Coverage' })).toContainText('2.4 petrol');
  await page.keyboard.press('l');
  await expect(page.getByLabel('Line, as it is written')).toBeFocused();
  await page.keyboard.type('2010-2014 2.0 diesel auto, not heavy-duty');
  await expect(page.getByText('Read as: 2010–2014 Haulden, PD20, PA6; not heavy-duty cooling')).toBeVisible();
  const form = page.getByRole('form', { name: 'Write a line' });
  await form.getByRole('combobox', { name: 'Part', exact: true }).selectOption({ label: 'NT-R 5101' });
  await form.getByRole('combobox', { name: 'Who says so' }).selectOption({ label: 'Counter talk (grade 5)' });
  await form.getByRole('button', { name: 'Keep the line' }).click();
  await expect(form.getByLabel('Line, as it is written')).toHaveValue('');
  await letThrough(browser, /NT-R 5101 fits/);
  await form.getByRole('button', { name: 'Close' }).click();
  await page.reload();

  await page.getByRole('combobox', { name: 'Part', exact: true }).selectOption({ label: 'NT-R 5101' });
  await page.getByRole('button', { name: /^Paint/ }).click();
  const grid = page.getByRole('table', { name: /Painting/ });
  await grid.getByRole('button', { name: /^2012 2.0 diesel.*manual/ }).click();
  await page.getByRole('button', { name: 'Fewest lines that say this' }).click();
  const fewest = page.getByRole('region', { name: 'Fewest lines' });
  await expect(fewest).toContainText('No correct set is smaller.');
  await fewest.getByRole('button', { name: /Put them in place/ }).click();
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeVisible();
  await page.keyboard.press('u');
  await expect(page.getByRole('button', { name: /^Undo/ })).toBeHidden();
});

test('a table comes in: columns said once, a wrong row put right in its place, then all of it', async ({
  browser,
}) => {
  const page = await as(browser, 'mara');
  await page.goto('/import');
  const send = (rows: string) =>
    page.locator('input[type=file]').setInputFiles({
      name: 'lines.csv',
      mimeType: 'text/csv',
      buffer: Buffer.from(`Some list\n\nBit;Thing;Years;Source\n${rows}`),
    });
  await send('NT-R 6020;Merlet;2007-2009;Counter talk\nNT-R 99;Merlet;2007;Counter talk\n');
  await page.getByRole('button', { name: 'Read its headings' }).click();
  await expect(page.getByText('separator: semicolon')).toBeVisible();
  await expect(page.getByText('Headings: row 3')).toBeVisible();
  // What a column holds says what it is, where its heading does not.
  await expect(page.getByLabel('What “Thing” is')).toHaveValue('model');
  await page.getByLabel('What “Bit” is').selectOption('');
  await page.getByRole('button', { name: 'See what it would change' }).click();
  await expect(page.getByText('No column holds part number. Say which one does.')).toBeVisible();
  await page.getByLabel('What “Bit” is').selectOption({ label: 'Part number (needed)' });
  await page.getByRole('button', { name: 'See what it would change' }).click();
  await expect(page.getByText('no part “NT-R 99” is on record')).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Rows with reasons, as CSV' }).click();
  expect((await download).suggestedFilename()).toContain('wrong rows');
  // Left and taken up again: the file waits where it was left.
  await page.goto('/import');
  await page.getByRole('button', { name: 'Go on: lines.csv' }).click();
  await page.getByRole('button', { name: 'Throw row 5 away' }).click();
  await page.getByRole('button', { name: 'Read it again' }).click();
  await page.getByRole('button', { name: 'Bring in all 1' }).click();
  await expect(page.getByRole('heading', { name: 'The good rows wait for a reviewer' })).toBeVisible();
  await letThrough(browser, /The table lines.csv/);
  await page.goto('/library?text=NT-R+6020');
  await page.getByRole('link', { name: 'NT-R 6020', exact: true }).click();
  await expect(page.getByRole('region', { name: 'Applications' })).toContainText('Counter talk');
});

test('the library: anything found by a few letters, a record changed, compared and put back', async ({
  browser,
}) => {
  const page = await as(browser, 'mara');
  await page.goto('/library');
  await page.getByLabel('Search the whole library').fill('HB 204');
  await expect(page.getByRole('list', { name: 'Found' })).toContainText('also Harbour HB 20417');
  await page.goto('/library?shelf=engine');
  await page.getByRole('link', { name: 'VD15' }).click();
  await page.getByLabel('Cylinders').fill('3');
  await page.getByRole('button', { name: 'Save' }).click();
  await letThrough(browser, /engine VD15/);
  await page.reload();
  await expect(page.getByLabel('Cylinders')).toHaveValue('3');
  const history = page.getByRole('region', { name: 'History' });
  await expect(history).toContainText('cylinders');
  await history.getByRole('button', { name: /Put version 1 back/ }).click();
  await letThrough(browser, /engine VD15/);
  await page.reload();
  await expect(page.getByLabel('Cylinders')).toHaveValue('4');
});

test('the shop teaches the product a beginning of identification numbers, and Ask reads it', async ({
  browser,
}) => {
  const page = await as(browser, 'mara');
  await page.goto('/library/vins');
  const form = page.getByRole('form', { name: 'New pattern' });
  await form.getByLabel('Begins with').fill('4zk');
  await form.getByLabel('Says of the vehicle its').selectOption('model');
  await form.getByLabel('Which is').fill('Nothing');
  await form.getByRole('button', { name: 'Record it' }).click();
  await expect(form).toContainText('No model “Nothing” is on record.');
  await form.getByLabel('Which is').fill('Halberd');
  await form.getByRole('button', { name: 'Record it' }).click();
  await expect(page.getByRole('list', { name: 'Waits for a reviewer' })).toBeVisible();
  await letThrough(browser, /identification numbers mean/);
  await page.reload();
  await expect(page.getByRole('table', { name: 'Patterns' })).toContainText('4ZK');
  await page.getByRole('searchbox', { name: /Describe a vehicle/ }).fill('4ZK00000000000000');
  const understood = page.getByRole('region', { name: 'How it was understood' });
  await expect(understood).toContainText('Halberd');
  await page.goto('/library/vins');
  await page.getByRole('row', { name: /4ZK/ }).getByRole('button', { name: 'take away' }).click();
  await letThrough(browser, /identification numbers mean/);
  await page.reload();
  await expect(page.getByRole('table', { name: 'Patterns' })).not.toContainText('4ZK');
});

test('a part’s figures are put back as they were in an earlier version', async ({ browser }) => {
  const page = await as(browser, 'mara');
  await page.goto('/library?text=NT-T+82');
  await page.getByRole('link', { name: 'NT-T 82', exact: true }).click();
  await page.getByRole('link', { name: 'Record figures' }).click();
  await page.getByLabel(/^Flange/).fill('57 mm');
  await page.getByLabel(/^Flange/).press('Enter');
  await expect(page.getByText('“57 mm”')).toBeVisible();
  await page.getByRole('button', { name: 'Show its history and compare versions' }).click();
  const history = page.getByRole('region', { name: 'History' });
  await expect(history).toContainText('flange');
  await history.getByRole('button', { name: /Put version \d+ back/ }).click();
  await expect(page.getByText('It is back as it was.')).toBeVisible();
  await expect(page.getByText('“54.0 mm”')).toBeVisible();
});

test('two records of one part become one and two again: what they do not say alike stands first, either number finds it', async ({
  browser,
}) => {
  const mara = await as(browser, 'mara');
  await mara.goto('/library?text=2230');
  await mara.getByRole('link', { name: 'NT-F 2230' }).click();
  await mara.getByRole('link', { name: 'The same as another record' }).click();
  await mara.getByLabel('Find it').fill('2212');
  const other = mara.getByLabel('Part that is the same');
  await expect(other.getByRole('option', { name: /NT-F 2212/ })).toBeAttached();
  await other.selectOption({ label: 'NT-F 2212, Northreach, fan assembly' });
  const preview = mara.getByRole('region', { name: 'Two records of one thing' });
  await expect(preview).toContainText('Blade diameter: 410 ± 0.6 mm stands, not 380 ± 0.6 mm');
  await preview.getByRole('button', { name: 'Keep the other one' }).click();
  await expect(preview).toContainText('Blade diameter: 380 ± 0.6 mm stands, not 410 ± 0.6 mm');
  await preview.getByRole('button', { name: 'Keep the other one' }).click();
  await expect(preview).toContainText('Blade diameter: 410 ± 0.6 mm stands');
  await preview.getByRole('button', { name: 'Make them one' }).click();
  await expect(mara.getByText('waits for a reviewer').first()).toBeVisible();
  await letThrough(browser, /NT-F 2230 and NT-F 2212 are one/);
  const cleo = await as(browser, 'cleo');
  await cleo.goto('/library?shelf=parts&all=NTF2212');
  await expect(cleo.getByRole('link', { name: 'NT-F 2230' })).toBeVisible();
  await expect(cleo.getByText('once recorded as NT-F 2212')).toBeVisible();
  await mara.goto('/merges');
  await mara.getByRole('button', { name: 'Take them apart' }).click();
  await expect(mara.getByText('waits for a reviewer').first()).toBeVisible();
  await letThrough(browser, /NT-F 2230 and NT-F 2212 are two again/);
  await cleo.reload();
  await expect(cleo.getByRole('link', { name: 'NT-F 2212' })).toBeVisible();
});
