/** Answers that `public/early.js` asked for before any script of the application ran, by address. */
declare global {
  interface Window {
    radiatrixEarly?: Map<string, Promise<Response>>;
  }
}

/** An answer that was asked for early, once; what is asked again is asked anew. */
export function takeEarly(request: Request): Promise<Response> | undefined {
  if (request.method !== 'GET') return undefined;
  const { pathname, search } = new URL(request.url);
  // An empty query leaves its question mark in what was written, and not in the address as it is read.
  for (const way of [pathname + search, `${pathname}?`]) {
    if (way.endsWith('?') && search !== '') continue;
    const early = window.radiatrixEarly?.get(way);
    if (early) {
      window.radiatrixEarly!.delete(way);
      return early;
    }
  }
  return undefined;
}

/** What was asked for early and not taken by the first view is of no use to a later one: it would be old. */
export function dropEarly(): void {
  window.radiatrixEarly?.clear();
}

/** A first view is waited for this long before the page is drawn without it. */
const PATIENCE_MS = 1500;

/** Whether it came or not: when what the first view asks for is there, or after a moment. */
export const settled = (asked: readonly PromiseLike<unknown>[]): Promise<unknown> =>
  Promise.race([Promise.allSettled(asked), new Promise((resolve) => setTimeout(resolve, PATIENCE_MS))]);
