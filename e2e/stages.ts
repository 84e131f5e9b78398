import { expect, type Page } from '@playwright/test';

export const PHONE = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true } as const;
const onStep = (page: Page) => page.getByRole('article', { name: 'Move' }).getByRole('heading', { level: 1 });
const finished = (page: Page) => page.getByRole('heading', { name: 'Every step is done or skipped' });

/** From the caller's words to the job that keeps them: typed once, in the finder. */
export async function openedFrom(page: Page, line: string): Promise<number> {
  await page.goto(`/ask?${new URLSearchParams({ q: line })}`);
  await page.getByRole('button', { name: /^Open a job/ }).click();
  await page.waitForURL(/\/jobs\/\d+$/);
  return Number(/\d+$/.exec(page.url())![0]);
}

/** Takes a part of the list in Match into the job that Match stands in. */
export async function takeIntoJob(page: Page, number: string): Promise<void> {
  await page.getByRole('button', { name: new RegExp(`^${number} `) }).click();
  await page.getByRole('button', { name: /^Take it into job/ }).click();
  await expect(page.getByRole('button', { name: /^Take it into job/ })).toBeHidden();
}

/** Does the move that is shown, counting back what goes in with it. */
export async function doMove(page: Page): Promise<string> {
  const text = await onStep(page).innerText();
  for (;;) {
    const place = page.getByRole('button', { name: /^All \d+ back$/ });
    if (!(await place.count())) break;
    // News from another device may replace the button while it is tapped: then it is tapped again.
    await place
      .first()
      .click({ timeout: 5000 })
      .catch(() => {});
    await page.waitForTimeout(50);
  }
  // Where a place is easily mixed up with another, it is the letter that is tapped.
  for (const asked of await page.getByText('Which place do you take them from?').all()) {
    const own = asked.locator('xpath=../..').getByRole('group', { name: /^back from / });
    const letter = (await own.getAttribute('aria-label'))!.at(-1)!;
    await asked
      .locator('xpath=..')
      .getByRole('button', { name: `From place ${letter}` })
      .click();
  }
  // What nobody tried on the bench goes in with a reason.
  const untested = page.getByRole('form', { name: /has not been tested on the bench/ });
  for (let left = await untested.count(); left > 0; left -= 1) {
    await untested.first().getByLabel('It goes in untested, because').fill('the supplier tested it');
    await untested.first().getByRole('button', { name: 'Fit it untested' }).click();
    await expect(untested).toHaveCount(left - 1);
  }
  // A cool-down ends with what is felt or measured.
  const felt = page.getByRole('button', { name: 'Upper hose soft and comfortable to hold' });
  if (await felt.count()) await felt.click();
  const click = page.getByLabel('It clicked, and a pull does not open it');
  if (await click.count()) {
    await expect(page.getByRole('button', { name: /^Done, / })).toBeDisabled();
    await click.check();
  }
  await page.getByRole('button', { name: /^Done, / }).click();
  await expect(onStep(page).or(finished(page))).not.toHaveText(text);
  return text;
}

/** Every move that is left, in the order that the phone shows them. */
export async function doAllMoves(page: Page): Promise<string[]> {
  const moves: string[] = [];
  await expect(onStep(page).or(finished(page))).toBeVisible();
  while (!(await finished(page).isVisible())) moves.push(await doMove(page));
  return moves;
}

export const proof = (page: Page, label: string) =>
  page
    .getByRole('region', { name: 'To be proven' })
    .getByRole('listitem')
    .filter({ has: page.getByRole('heading', { name: label, exact: true }).or(page.getByText(label, { exact: true })) }); // prettier-ignore

export async function prove(page: Page, label: string, seen: string): Promise<void> {
  const line = proof(page, label);
  await line.getByRole('button', { name: /^(Prove|Change)$/ }).click();
  await line.getByLabel('What was seen, with its figure').fill(seen);
  await line.getByRole('button', { name: 'Proven', exact: true }).click();
  await expect(line.getByText('proven', { exact: true })).toBeVisible();
}

/** Leaves open what only a later day can tell, and says why. */
export async function leave(page: Page, label: string, why: string): Promise<void> {
  const line = proof(page, label);
  await line.getByRole('button', { name: /^(Prove|Change)$/ }).click();
  await line.getByLabel('What was seen, with its figure').fill(why);
  await line.getByRole('button', { name: /Leave it unproven/ }).click();
  await expect(line.getByText('left unproven')).toBeVisible();
}

/** A pressure test of three strokes that holds, as high as this vehicle's cap asks for. */
export async function pumpTight(page: Page): Promise<void> {
  const form = page.getByRole('form', { name: 'Pressure test' });
  const caps = /cap (\d+) kPa/.exec(await page.locator('main').innerText());
  const high = Math.max(1, Number(caps?.[1] ?? 100) / 100);
  for (const [litres, gauge] of [[0.2, 24], [0.45, 52], [0.7, 80]] as const) {
    await form.getByLabel('Pumped in so far').fill(`${(litres * high).toFixed(2)} L`);
    await form.getByLabel(/^Gauge/).fill(String(Math.round(gauge * high)));
    await form.getByRole('button', { name: 'Stroke', exact: true }).click();
  } // prettier-ignore
  for (const [label, value] of [
    ['Coolant at', '21'],
    ['Coolant at, then', '21'],
    ['At the end', String(Math.round(80 * high))],
  ] as const)
    await form.getByLabel(label, { exact: true }).fill(value);
  await expect(form.getByRole('status')).toContainText('tight');
  await form.getByRole('button', { name: 'Write it down' }).click();
  await expect(proof(page, 'Holds pressure').getByText('proven', { exact: true })).toBeVisible();
}

/** Proves whatever is open, one after the other. */
export async function proveAll(page: Page, seen: string): Promise<string[]> {
  const list = page.getByRole('region', { name: 'To be proven' }).getByRole('listitem');
  const open = list.filter({ has: page.getByText('not proven', { exact: true }) });
  await expect(list.first()).toBeVisible();
  const labels: string[] = [];
  for (let left = await open.count(); left > 0; left = await open.count()) {
    const label = (await open.first().innerText()).split('\n')[0]!.trim();
    labels.push(label);
    if (label === 'Holds pressure') await pumpTight(page);
    else if (label.startsWith('Level')) await leave(page, label, 'looked at tomorrow, cold');
    // The curve of a bleeding run tells; none was logged here.
    else if (label.startsWith('Thermostat opens')) await leave(page, label, 'no reader at hand, no curve');
    else await prove(page, label, seen);
  }
  return labels;
}

/** Closes a job as done, with a word on how it went. */
export async function closeDone(page: Page, id: number, word: string): Promise<void> {
  await page.goto(`/jobs/${id}/file`);
  await page.getByLabel('Close it, with a word on how it went').fill(word);
  await page.getByRole('button', { name: 'Close: done' }).click();
  await expect(page.getByRole('region', { name: 'Vehicle of this job' })).toContainText('filed');
}
