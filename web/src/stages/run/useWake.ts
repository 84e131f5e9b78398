import { useEffect } from 'react';

/** Keeps the screen awake while the page is seen, where the browser can. */
export function useWake(): void {
  useEffect(() => {
    if (!('wakeLock' in navigator)) return;
    let lock: WakeLockSentinel | undefined;
    const hold = (): void => {
      if (document.visibilityState !== 'visible') return;
      navigator.wakeLock.request('screen').then(
        (held) => (lock = held),
        // A low battery refuses; the work goes on.
        () => {},
      );
    };
    hold();
    document.addEventListener('visibilitychange', hold);
    return () => {
      document.removeEventListener('visibilitychange', hold);
      void lock?.release().catch(() => {});
    };
  }, []);
}
