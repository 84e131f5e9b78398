import { useRef } from 'react';

const FAR = 90;
/** Sideways, and not up or down the page. */
const STRAIGHT = 1.8;

/** A swipe to the left or to the right with one thumb. */
export function useSwipe({ left, right }: { left: () => unknown; right: () => unknown }) {
  const from = useRef<{ x: number; y: number }>(undefined);
  return {
    onTouchStart: (event: React.TouchEvent) => {
      const touch = event.touches.item(0);
      // What is begun on a button or in a box is meant for that.
      const own = (event.target as HTMLElement).closest('button, input, select, a, ul');
      from.current =
        touch && event.touches.length === 1 && !own ? { x: touch.clientX, y: touch.clientY } : undefined;
    },
    onTouchEnd: (event: React.TouchEvent) => {
      const touch = event.changedTouches.item(0);
      if (!touch || !from.current) return;
      const [dx, dy] = [touch.clientX - from.current.x, touch.clientY - from.current.y];
      from.current = undefined;
      if (Math.abs(dx) < FAR || Math.abs(dx) < STRAIGHT * Math.abs(dy)) return;
      if (dx < 0) left();
      else right();
    },
  };
}
