import type { Workbox } from 'workbox-window';

let waiting: Workbox | undefined;
const hearers = new Set<() => void>();

/** Whatever a page is busy with, by then its worker is asked for. */
const LATEST_MS = 3000;

/**
 * Registers the service worker where there can be one: a secure context, and not while developing. To be called once the
 * first view is drawn.
 */
export function registerWorker(): void {
  if (!('serviceWorker' in navigator) || !import.meta.env.PROD) return;
  const begin = async (): Promise<void> => {
    const { Workbox } = await import('workbox-window');
    const worker = new Workbox('/sw.js');
    worker.addEventListener('waiting', () => {
      waiting = worker;
      hearers.forEach((hear) => hear());
    });
    worker.addEventListener('controlling', (event) => {
      // A first visit is taken over without a word; a new version was asked for.
      if (event.isUpdate) window.location.reload();
    });
    await worker.register();
  };
  // Without it everything works but for opening without signal.
  const quietly = (): void => void begin().catch(() => {});
  // What it lays down is the whole application, a hundred files: the first view comes before that, on every browser.
  if ('requestIdleCallback' in window) requestIdleCallback(quietly, { timeout: LATEST_MS });
  else setTimeout(quietly, LATEST_MS);
}

export const newVersion = {
  subscribe: (hear: () => void) => {
    hearers.add(hear);
    return () => hearers.delete(hear);
  },
  isWaiting: () => waiting !== undefined,
  /** Takes the new version up; what is not sent yet lies in the store of the browser, and stays. */
  take: () => waiting?.messageSkipWaiting(),
};
