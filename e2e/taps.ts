import type { Browser, Page } from '@playwright/test';

/** What a person does at the screens of one job: taps, fields that are filled or chosen, and pages gone to by address. */
export interface Taps {
  taps: number;
  fields: number;
  pages: number;
}

/**
 * Counts what is done in every window that this browser opens from now on. A tap is a click that lands on something; a
 * field counts once for each time that it is gone to and changed; a page that the walk opens by its address would be a
 * tap on a link or a key, and counts by itself.
 */
export function countTaps(browser: Browser): { taps: Taps; stop: () => void } {
  const taps: Taps = { taps: 0, fields: 0, pages: 0 };
  const open = browser.newContext;
  browser.newContext = async (options) => {
    const context = await open.call(browser, options);
    await context.exposeFunction('__count', (what: 'taps' | 'fields') => void (taps[what] += 1));
    await context.addInitScript(() => {
      const count = (what: string): void =>
        (window as never as { __count: (what: string) => void }).__count(what);
      let last: EventTarget | null = null;
      const isTyped = (at: EventTarget | null): boolean =>
        at instanceof HTMLTextAreaElement || at instanceof HTMLSelectElement || (at instanceof HTMLInputElement && !['checkbox', 'radio', 'button', 'submit'].includes(at.type)); // prettier-ignore
      document.addEventListener('click', ({ target }) => {
        // A label hands its click on to its box: one tap.
        if (isTyped(target) || (target instanceof Element && target.closest('label') && !(target instanceof HTMLInputElement))) return; // prettier-ignore
        last = null;
        count('taps');
      }, true); // prettier-ignore
      for (const kind of ['input', 'change'])
        document.addEventListener(kind, ({ target }) => {
          if (!isTyped(target) || target === last) return;
          last = target;
          count('fields');
        }, true); // prettier-ignore
    });
    context.on('page', (page: Page) => page.on('load', () => (taps.pages += 1)));
    return context;
  };
  return { taps, stop: () => void (browser.newContext = open) };
}
