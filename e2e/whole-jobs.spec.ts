import { expect, test, type Page } from '@playwright/test';
import { as } from './people.ts';

/** From the caller's words to the job that keeps them: typed once, in the finder. */
async function openedFrom(page: Page, line: string): Promise<number> {
  await page.goto(`/ask?${new URLSearchParams({ q: line })}`);
  await page.getByRole('button', { name: /^Open a job/ }).click();
  await page.waitForURL(/\/jobs\/\d+$/);
  return Number(/\d+$/.exec(page.url())![0]);
}
const front = (page: Page) => page.getByRole('region', { name: 'Check next' });
const todo = (page: Page) => page.getByRole('region', { name: 'What to do' });

test('two fans with two duties: three facts from one sentence, none asked again, the fan named by duty, confirmed before it is ordered', async ({
  browser,
}) => {
  const page = await as(browser, 'cleo');
  // Something else was on the bench: the plate must not go on naming it.
  await page.goto('/v/1/match');
  const id = await openedFrom(page, "2010 tussock diesel auto. Radiator fan doesn't come on when it gets hot. The fuse is fine and the other fan runs with the air con."); // prettier-ignore
  const plate = page.getByRole('region', { name: 'Vehicle of this job' });
  await expect(plate).toContainText('2010 Quillon Tussock');
  await expect(plate).toContainText(`Job ${id}`);
  await page.goto(`/jobs/${id}/diagnose`);
  const read = page.getByRole('region', { name: 'Read from the complaint' });
  for (const fact of ['Fans with the A/C on: A/C fan strong', 'Fans by temperature: temperature fan does not come on', 'Fuse: whole']) await expect(read).toContainText(fact); // prettier-ignore
  await page.getByRole('button', { name: /^Use these/ }).click();
  await expect(read).toBeHidden();
  // What was told is not asked again, and nobody is asked how a fan blows that stands still.
  const sees: Record<string, string> = { 'clamp meter': 'too much', 'how many volts': 'as the battery', 'fed through': 'dead', 'blade turn by hand': 'stuck', 'changed for its like': 'no change' }; // prettier-ignore
  for (let count = 0; count < 9 && !(await todo(page).isVisible()); count += 1) {
    await expect(front(page).or(todo(page)).first()).toBeVisible();
    if (await todo(page).isVisible()) break;
    const asks = await front(page).getByRole('heading').innerText();
    expect(asks).not.toMatch(/does each fan|Fan fuse|cloth/i);
    const seen = Object.entries(sees).find(([question]) => asks.includes(question))?.[1];
    const buttons = front(page).getByRole('button');
    await (seen ? buttons.filter({ hasText: seen }).first() : buttons.first()).click();
    await expect(page.getByRole('heading', { name: asks })).toBeHidden();
  }
  await expect(todo(page).getByRole('heading')).toContainText('temperature fan');
  await expect(todo(page)).toContainText('Confirm at the vehicle before you order');
  // One of them is confirmed at the vehicle; it leaves the list, and the conclusion stands.
  await todo(page).getByRole('button', { name: 'Fuse: whole' }).click();
  await page.getByRole('region', { name: 'Your check' }).getByRole('button', { name: 'whole' }).click();
  await expect(todo(page).getByRole('button', { name: 'Fuse: whole' })).toBeHidden();
  await todo(page).getByRole('button', { name: 'That is it' }).click();
  await page.getByRole('link', { name: 'Find the fan assembly that fits' }).click();
  await expect(page.getByRole('heading', { name: /NT-F \d+ in this vehicle/ })).toBeVisible();
  await page.goBack();
  await page.getByRole('link', { name: 'Ways in' }).click();
  await expect(page.getByRole('heading', { name: /^Fan assembly:/ })).toBeVisible();
  await expect(page.getByText('Confirm at the vehicle before you order')).toBeVisible();
});

test('anything noticed can be entered out of turn: one fan dead and the other slow, and a blade that is off stops everything that starts it', async ({
  browser,
}) => {
  const page = await as(browser, 'mara');
  const id = await openedFrom(page, '2010 tussock diesel auto aircon, gets hot in town');
  await page.goto(`/jobs/${id}/diagnose`);
  const notice = async (find: string, check: RegExp, shows: string) => {
    await page.keyboard.press('n');
    await page.getByLabel('Find a check').fill(find);
    await page.getByRole('dialog').getByRole('button', { name: check }).first().click();
    await page.getByRole('region', { name: 'Your check' }).getByRole('button', { name: shows, exact: false }).first().click(); // prettier-ignore
  };
  await expect(front(page)).toBeVisible();
  await notice('with the a/c', /^Fans with the A\/C on/, 'A/C fan dead, temperature fan slow');
  await expect(page.getByRole('region', { name: 'So far' })).toContainText(
    'A/C fan dead, temperature fan slow',
  );
  await notice('blade by hand', /^Blade by hand: A\/C fan/, 'a blade is missing');
  await expect(page.getByText('A blade is broken off: start neither engine nor fan.', { exact: false })).toBeVisible(); // prettier-ignore
  await expect(page.getByText(/Engine off at/)).toHaveCount(0);
});

test('the new fan that is noisy: “rough” alone fails a unit, the next one passes, both stay, and the vehicle is not stripped before', async ({
  browser,
}) => {
  const page = await as(browser, 'mara');
  const id = await openedFrom(page, '2010 tussock diesel auto aircon. Fan was replaced last month and it already sounds rough.'); // prettier-ignore
  await page.goto(`/jobs/${id}/diagnose`);
  const read = page.getByRole('region', { name: 'Read from the complaint' });
  await expect(read).toContainText('howls or rumbles');
  await expect(read).toContainText('since a part was new');
  await page.goto(`/v/6/match?kind=fan&job=${id}`);
  await page.getByRole('button', { name: /^Take it into job/ }).click();
  await expect(page.getByRole('button', { name: /^Take it into job/ })).toBeHidden();
  await page.goto(`/v/6/prepare?job=${id}`);
  const bench = page.getByRole('region', { name: 'Bench tests' });
  // What it takes is on the part's record: no way in was taken, and no sheet is released.
  await expect(bench).toContainText(/On record: [\d.]+ A at [\d.]+ V/);
  await bench.getByLabel('rough, wobbles or noisy').check();
  await bench.getByRole('button', { name: 'Record result' }).click();
  await expect(bench).toContainText('This unit does not go in.');
  await bench.getByRole('button', { name: 'Send it back, test the next unit' }).click();
  const [, amps, volts] = /On record: ([\d.]+) A at ([\d.]+) V/.exec(await bench.innerText())!;
  await bench.getByLabel('Volts at the plug').fill(volts!);
  await bench.getByLabel('Amps', { exact: true }).fill(amps!);
  await bench.getByRole('button', { name: 'Record result' }).click();
  await expect(bench).toContainText(/unit 2, .*: passed/);
  await expect(bench).toContainText(/one unit, .*: failed/);
});
