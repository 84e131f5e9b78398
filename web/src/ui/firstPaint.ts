import { startTransition, useEffect, useState } from 'react';

/** Whether anything has been painted since the page was opened. */
let painted = false;

/**
 * False while the very first view of a page is drawn, true from just after it stands: what lies below what the eye
 * lands on can wait for that. Every later view is drawn whole at once.
 */
export function useAfterFirstPaint(): boolean {
  const [after, setAfter] = useState(painted);
  useEffect(() => {
    if (after) return;
    let timer = 0;
    const go = (): void => {
      painted = true;
      startTransition(() => setAfter(true));
    };
    // A page in a hidden tab is not painted: it is completed by the clock.
    const frame = requestAnimationFrame(() => (timer = window.setTimeout(go)));
    const late = window.setTimeout(go, 1000);
    return () => {
      cancelAnimationFrame(frame);
      clearTimeout(timer);
      clearTimeout(late);
    };
  }, [after]);
  return after;
}
