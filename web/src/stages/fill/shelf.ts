import { useState } from 'react';
import type { Product } from '@radiatrix/core/coolant';

const KEPT = 'radiatrix:shelf';
const USUAL: Product[] = [
  { name: 'concentrate', strength: 100, bottleL: 1.5, bottles: null },
  { name: 'ready-mixed', strength: 50, bottleL: 5, bottles: null },
];

const isProduct = (each: unknown): each is Product => {
  const { name, strength, bottleL, bottles } = (each ?? {}) as Partial<Product>;
  const orNone = (value: unknown): boolean => value === null || (typeof value === 'number' && value >= 0);
  return typeof name === 'string' && typeof strength === 'number' && strength > 0 && strength <= 100 && orNone(bottleL) && bottleL !== 0 && orNone(bottles); // prettier-ignore
};

function held(): Product[] {
  try {
    const value: unknown = JSON.parse(localStorage.getItem(KEPT) ?? 'null');
    if (Array.isArray(value) && value.every(isProduct)) return value;
  } catch {
    // Nothing kept, or not ours: the usual shelf.
  }
  return USUAL;
}

/** What stands on the shelf beside this bench. */
export function useKeptShelf(): [Product[], (shelf: Product[]) => void] {
  const [shelf, setShelf] = useState(held);
  return [
    shelf,
    (next) => {
      setShelf(next);
      try {
        localStorage.setItem(KEPT, JSON.stringify(next));
      } catch {
        // Without storage it holds as long as the page.
      }
    },
  ];
}
