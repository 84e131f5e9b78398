import { useState } from 'react';

/** Steps ticked off on this device, kept through a reload. */
export function useTicks(sheet: string) {
  const name = `radiatrix:ticks:${sheet}`;
  const [ticked, setTicked] = useState<readonly number[]>(() => {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(name) ?? '[]');
      return Array.isArray(kept) ? kept.filter((item): item is number => typeof item === 'number') : [];
    } catch {
      return [];
    }
  });
  const keep = (next: readonly number[]) => {
    setTicked(next);
    try {
      localStorage.setItem(name, JSON.stringify(next));
    } catch {
      // Without storage the ticks last until the page is closed.
    }
  };
  return {
    has: (number: number) => ticked.includes(number),
    toggle: (number: number) =>
      keep(ticked.includes(number) ? ticked.filter((other) => other !== number) : [...ticked, number]),
    clear: () => keep([]),
    count: ticked.length,
  };
}
