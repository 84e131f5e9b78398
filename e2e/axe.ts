import AxeBuilder from '@axe-core/playwright';
import { expect, type Page } from '@playwright/test';

/** The structure is the same in both themes: in the second only colours are looked at. */
export async function clean(page: Page, what: string, onlyColours = false): Promise<void> {
  // At the end of the page the foot stands in its own place, over nothing.
  await page.evaluate(() => scrollTo(0, document.documentElement.scrollHeight));
  // One page without frames: no second page is opened to put results together, which took half the time.
  const axe = new AxeBuilder({ page }).setLegacyMode();
  const { violations } = await (
    onlyColours
      ? axe.withRules(['color-contrast', 'link-in-text-block'])
      : axe.withTags(['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'])
  ).analyze();
  expect(
    violations.map(
      (each) =>
        `${what}: ${each.id} ${each.nodes
          .slice(0, 3)
          .map((node) => node.html.slice(0, 160))
          .join(' | ')}`,
    ),
  ).toEqual([]);
}
