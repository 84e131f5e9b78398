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
