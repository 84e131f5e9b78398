import { expect, test } from '@playwright/test';
import { as, candidate, putOnBench } from './people.ts';

const VEHICLE = '2012 haulden diesel manual';

test('a specialist records, a reviewer releases, an installer reads', async ({ browser }) => {
  const mara = await as(browser, 'mara');
  const idris = await as(browser, 'idris');

  await test.step('a connector', async () => {
    await mara.goto('/connectors/new');
    await expect(mara.getByLabel('Code')).toBeFocused();
    await mara.keyboard.type('FAN-9Z');
    await mara.keyboard.press('Tab');
    await mara.keyboard.type('Test plug');
    await mara.getByLabel('Function').fill('fan feed, switched');
    await mara.getByLabel('Colour').fill('blue');
    await mara.keyboard.press('Enter');
    await expect(mara.getByRole('heading', { name: 'FAN-9Z Test plug' })).toBeVisible();
  });

  await test.step('a part, from its number to its figures, by keyboard; it shows in her answer as a draft', async () => {
    await mara.goto('/parts/new');
    await expect(mara.getByLabel('Part number', { exact: true })).toBeFocused();
    await mara.keyboard.type('TS-F 1');
    await mara.keyboard.press('Tab');
    await mara.keyboard.type('Morvane');
    await mara.getByRole('combobox', { name: 'Kind' }).selectOption('fan assembly');
    await mara.keyboard.press('Enter');
    await expect(mara.getByLabel(/^Depth at the motor/)).toBeFocused();
    for (const figure of ['4 in', '27 in', '18 in', '664 mm', '43.0 cm']) {
      await mara.keyboard.type(figure);
      await expect(mara.getByText(/^= /).last()).toBeVisible();
      // One Tab a figure: the method is said once for the run.
      await mara.keyboard.press('Tab');
    }
    await mara.getByLabel(/^Fan plug/).selectOption('FAN-9Z');
    for (const [label, option] of [
      [/^Fans/, 'one'],
      [/^Stands on(?! spacers)/, 'its own feet'],
      [/^Driven by/, 'its own motor'],
      [/^Control/, 'two-speed'],
      [/^Voltage/, '12 V'],
      [/^Air goes/, 'puller'],
    ] as const) {
      const choice = mara.getByLabel(label).first();
      const options = await choice.locator('option').allTextContents();
      await choice.selectOption({ index: options.findIndex((text) => text.includes(option)) });
    }
    for (const [label, text] of [
      [/^Blade diameter/, '450 mm'],
      [/^Blades from the radiator|^Radiator face to the blades|^Blades to/, '26 mm'],
      [/^Running current|^Current/, '21 A'],
    ] as const)
      await mara.getByLabel(label).first().fill(text);
    await mara.getByLabel(/^Depth at the motor/).press('Enter');
    await expect(mara.getByRole('heading', { name: 'TS-F 1 fan assembly' })).toBeVisible();
    await expect(mara.getByText('“43.0 cm”')).toBeVisible();

    await mara.getByRole('button', { name: 'Record a claim' }).click();
    await mara.getByRole('combobox', { name: 'Model' }).selectOption('Haulden');
    await mara.getByRole('combobox', { name: 'Source', exact: true }).selectOption('Saltmere bench');
    await mara.getByLabel('First model year').fill('2010');
    await mara.getByLabel('Last model year').fill('2030');
    await mara.getByRole('button', { name: 'Record the claim' }).click();
    await expect(mara.getByText('was built for 2010 to 2016').first()).toBeVisible();
    await mara.getByLabel('Last model year').fill('2016');
    await mara.getByRole('button', { name: 'Record the claim' }).click();
    await expect(mara.getByText('2010–2016 Haulden')).toBeVisible();

    await putOnBench(mara, VEHICLE);
    // The plug is another, and its wires do something else: no crimping makes that good.
    await expect(candidate(mara, 'TS-F 1')).toContainText('Does not go in');
    await expect(candidate(mara, 'TS-F 1')).toContainText('draft');
    await putOnBench(idris, VEHICLE);
    await expect(candidate(idris, 'TS-F 1')).toHaveCount(0);
  });

  await test.step('a vehicle figure changes her answer, and waits for the reviewer; the sheet stays as it is released', async () => {
    await mara.getByRole('link', { name: '2012 Pellworth Haulden' }).first().click();
    await mara.getByRole('link', { name: 'Record figures' }).click();
    await mara.getByLabel(/^Fan plug on the loom/).selectOption('FAN-9Z');
    await mara.getByLabel(/^Coolant capacity/).fill('10 L');
    await mara.getByRole('combobox', { name: 'Method for Coolant capacity' }).selectOption('measuring jug');
    await mara.getByRole('button', { name: 'Save 2 figures' }).click();
    await expect(mara.getByText('measuring jug, Saltmere bench · “10 L”')).toBeVisible();
    await mara.keyboard.press('3');
    await expect(candidate(mara, 'TS-F 1')).toContainText('Goes straight in');
    await candidate(mara, 'NT-R 5100').click();
    await mara.getByRole('link', { name: 'Install sheet' }).click();
    await expect(mara.getByRole('region', { name: 'Coolant' })).toContainText('System');
    await expect(mara.getByRole('region', { name: 'Coolant' })).not.toContainText('System 10 L');
  });

  await test.step('a procedure with its fasteners and steps', async () => {
    await mara.keyboard.press('3');
    await mara.getByRole('link', { name: '2012 Pellworth Haulden' }).first().click();
    await mara.getByRole('link', { name: 'Write a procedure' }).click();
    await mara.getByLabel('Title').fill('Fan from above');
    await mara.getByRole('combobox', { name: 'Part' }).selectOption('fan assembly');
    await mara.getByRole('button', { name: 'Add a fastener' }).click();
    await mara.keyboard.type('Frame bolts');
    await mara.getByLabel('Thread or kind').fill('M6 × 16');
    await mara.getByRole('textbox', { name: 'Tool', exact: true }).fill('10 mm socket');
    await mara.getByLabel('Should be').fill('4');
    for (const [phase, text] of [
      ['Remove', 'Undo the frame'],
      ['Install', 'Do up the frame'],
    ] as const) {
      await mara.getByRole('button', { name: 'Add a step' }).click();
      await mara.keyboard.type(text);
      await mara.getByRole('combobox', { name: 'Phase' }).last().selectOption(phase);
      if (phase === 'Remove') await mara.getByLabel('Fasteners, as 2 A').last().fill('4 A');
    }
    await expect(mara.getByRole('region', { name: 'Proofread' })).toContainText('4 come out and 0 go back');
    await mara.getByLabel('Fasteners, as 2 A').last().fill('4 A');
    await expect(mara.getByRole('region', { name: 'Proofread' })).toBeHidden();
    await mara.getByRole('button', { name: 'Save procedure' }).click();
    await expect(mara.getByRole('heading', { name: 'Fan from above' })).toBeVisible();
    await putOnBench(mara, VEHICLE);
    await candidate(mara, 'TS-F 1').click();
    await mara.getByRole('link', { name: 'Install sheet' }).click();
    await expect(mara.getByText('Draft: not released. Do not hand out.')).toBeVisible();
    await expect(mara.getByRole('article')).toContainText('Undo the frame');
  });

  await test.step('her own work she cannot release; the reviewer sees what changed and does', async () => {
    await mara.goto('/review');
    await mara.getByRole('link', { name: 'TS-F 1' }).click();
    await expect(mara.getByText('somebody else checks and releases it')).toBeVisible();
    const rowan = await as(browser, 'rowan');
    for (const title of ['Figures of Haulden 2.0 diesel', 'TS-F 1', 'Fan from above']) {
      await rowan.goto('/review');
      await rowan.getByRole('link', { name: title }).click();
      await expect(rowan.getByRole('table', { name: 'Changes' })).toContainText(
        title === 'TS-F 1'
          ? 'caliper, Saltmere bench; written “4 in”'
          : title === 'Fan from above'
            ? 'Undo the frame'
            : '10 L',
      );
      await rowan.getByRole('button', { name: /^Release/ }).click();
      await expect(rowan.getByRole('link', { name: title })).toHaveCount(0);
    }
  });

  await test.step('the installer reads the released sheet on a phone and can change nothing', async () => {
    await idris.setViewportSize({ width: 390, height: 844 });
    await putOnBench(idris, VEHICLE);
    await candidate(idris, 'TS-F 1').click();
    for (const name of ['Record it', 'Record figures', 'Write a procedure', 'Import'])
      await expect(idris.getByRole('link', { name })).toHaveCount(0);
    await idris.getByRole('link', { name: 'Install sheet' }).click();
    await expect(idris.getByText('Draft: not released')).toHaveCount(0);
    await idris.getByRole('checkbox', { name: 'Step 1 done' }).check();
    await idris.reload();
    await expect(idris.getByRole('checkbox', { name: 'Step 1 done' })).toBeChecked();
    expect(await idris.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
    for (const box of await idris
      .getByRole('listitem')
      .filter({ has: idris.getByRole('checkbox') })
      .all())
      expect((await box.boundingBox())!.height).toBeGreaterThanOrEqual(48);
  });
});

test('the sheet prints on A4 and Letter in black and white, without the frame of the program', async ({
  browser,
}) => {
  const page = await as(browser, 'idris');
  await putOnBench(page, '09 tussock diesel auto standard cooling');
  await candidate(page, 'NT-R 4402').click();
  await page.getByRole('link', { name: 'Install sheet' }).click();
  await page.getByAltText('Code that opens this sheet').waitFor();
  await page.emulateMedia({ media: 'print' });
  await expect(page.getByRole('search')).toBeHidden();
  await expect(page.getByRole('button', { name: 'Print' })).toBeHidden();
  const colours = await page
    .getByRole('article')
    .evaluate((article) => [
      ...new Set([...article.querySelectorAll('*')].map((element) => getComputedStyle(element).color)),
    ]);
  expect(colours).toEqual(['rgb(0, 0, 0)']);
  for (const format of ['A4', 'Letter']) {
    const pdf = await page.pdf({ format, printBackground: false });
    const pages = pdf.toString('latin1').match(/\/Type\s*\/Page\b/g)?.length ?? 0;
    expect(pages, format).toBeGreaterThanOrEqual(2);
    // Every step has its torque beside it, so that Letter takes a page more.
    expect(pages, format).toBeLessThanOrEqual(7);
  }
});
