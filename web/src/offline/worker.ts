import type { Workbox } from 'workbox-window';

let waiting: Workbox | undefined;
const hearers = new Set<() => void>();

/**
 * Registers the service worker where there can be one: a secure context, and not while developing. It is asked for once the
 * page has what it needs.
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
  if (document.readyState === 'complete') quietly();
  else window.addEventListener('load', quietly, { once: true });
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
