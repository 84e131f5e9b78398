import { expect, test, type Page } from '@playwright/test';
import { candidate, putOnBench, signIn } from './people.ts';

const pick = (page: Page, list: string, number: string) =>
  page.getByLabel(list, { exact: true }).selectOption({ label: number });
const verdictOf = (page: Page, number: string) => candidate(page, number);

test('a belt fan beside a two-fan frame and its controller, wired wire by wire; what the conversion costs and gains', async ({
  page,
}) => {
  await signIn(page, 'mara');
  await putOnBench(page, '1969 halberd v8 manual');
  await expect(verdictOf(page, 'OS-F 18')).toContainText('Goes straight in');
  await expect(verdictOf(page, 'MV-F 20')).toContainText('Does not go in');
  await verdictOf(page, 'NT-F 2500').click();
  await expect(page.getByRole('list', { name: 'Work' })).toContainText(
    'Remove the engine-driven fan, its clutch and spacer; leave the studs in the pulley',
  );
  await page.keyboard.press('4');
  await pick(page, 'Old fan', 'OS-F 18');
  await pick(page, 'Old radiator', 'OS 1968');
  await pick(page, 'New radiator', 'OS 1968');
  await pick(page, 'New fan', 'NT-F 2500');

  // The kit that cannot carry two fans is turned away by its fuse; the other is taken.
  await pick(page, 'New kit', 'MV-K 1');
  await page.getByRole('tab', { name: /^Wiring/ }).click();
  const found = page.getByRole('list', { name: 'What was found' });
  await expect(found).toContainText('less than the fan draws: the fuse blows');
  await pick(page, 'New kit', 'NT-K 2');
  await expect(found).not.toContainText('the fuse blows');
  const ends = page.getByRole('table', { name: 'Ends of the controller kit' });
  await expect(ends.getByRole('row')).toHaveCount(8);
  await expect(ends.getByRole('row', { name: /ignition feed/ })).toContainText('live with the ignition on');
  await expect(ends.getByRole('row', { name: /A\/C request/ })).toContainText('tie it back');
  await expect(page.getByRole('table', { name: 'Tag list' }).getByRole('row')).toHaveCount(5);
  await expect(found).toContainText('The fan plugs straight into its kit.');

  // No port for the probe in this radiator: an inline adapter.
  await page.getByRole('tab', { name: /^Ports/ }).click();
  await expect(found).toContainText('Fit an inline sensor adapter');

  await page.getByRole('tab', { name: /^Cooling/ }).click();
  const ladder = page.getByRole('region', { name: 'If it runs hot: the ladder' });
  await expect(ladder).toContainText('Stock is enough');
  await expect(ladder).toContainText(/at idle with everything on the alternator is 1\d A short/);
  await expect(ladder).toContainText(/the belt fan takes \d\.\d kW/);
  await ladder.getByLabel('Its shroud is').selectOption({ label: 'gone' });
  const steps = ladder.getByRole('table');
  await expect(steps.getByRole('row').nth(1)).toContainText('Whole shroud');
  await expect(steps.getByRole('row').nth(1)).toContainText('put back');
  await expect(page).toHaveURL(/shroudNow=gone/);

  // Kept in a job, with what was found of the vehicle; the fan's sheet carries the kit's wires and what moves over.
  await page.getByRole('button', { name: 'Keep in a job' }).click();
  await page.getByLabel('Into').selectOption('new');
  await page.getByLabel('New job, called in the shop').fill('belt to electric');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await page
    .getByRole('status')
    .getByRole('link', { name: /^job \d+/ })
    .click();
  const plan = page.getByRole('region', { name: 'Plan' });
  await expect(plan).toContainText('Goes in with changes');
  await plan.getByRole('link', { name: /^Install sheet, NT-F 2500/ }).click();
  const sheet = page.getByRole('article', { name: 'Install sheet' });
  await expect(sheet).toContainText('From the belt to two electric fans');
  await expect(sheet.getByRole('region', { name: 'Kit, wire by wire' })).toContainText('tie it back');
  await expect(sheet).toContainText('Remove the engine-driven fan, its clutch and spacer');
});

test('left and right motors go on their sides; one of the wrong hand does not', async ({ page }) => {
  await signIn(page, 'cleo');
  await putOnBench(page, '2010 merlet 1.8');
  await expect(verdictOf(page, 'NT-M 72 L')).toContainText('Goes straight in');
  await expect(verdictOf(page, 'NT-M 72 R')).toContainText('Goes straight in');
  await expect(verdictOf(page, 'MV-M 9')).toContainText('blows the wrong way');
  await expect(verdictOf(page, 'MV-W 7')).toContainText('Does not go in');

  // Old beside new: what is apart stands first, nothing is filled in that nobody chose.
  await candidate(page, 'MV-M 9').click();
  await page.getByRole('link', { name: 'Compare', exact: true }).click();
  await expect(page.getByText('Choose both parts.', { exact: false })).toBeVisible();
  await page.getByLabel('Old fan motor').selectOption({ label: 'NT-M 72 L, Fan motor, left, for the 280 mm pair' });
  await expect(page.getByRole('status').filter({ hasText: 'One figure is apart' })).toContainText('8 are the same');
  const first = page.getByRole('table').first().getByRole('row').nth(1);
  await expect(first).toHaveText(/side.*left.*right.*another/);
  await expect(page.getByText('MV-M 9 in this vehicle')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Wires, by function' })).toContainText('The same functions in the same places.');
}); // prettier-ignore
