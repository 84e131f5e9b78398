import type { AccessMap } from './types.ts';

/** The sentences of a map that is lent by a related bay. */
export interface BorrowedSaid {
  note: string;
  /** Of an operation that nobody has done in this bay yet. */
  unseen: string;
}

/**
 * A related bay's map for a bay that has none. Every operation says that it is borrowed, until it was done in this bay; nothing of
 * it is evidence for a verdict.
 *
 * @param seen codes of operations that were done in this bay, as the map has them
 */
export const borrowedMap = (map: AccessMap, seen: ReadonlySet<string>, said: BorrowedSaid): AccessMap => ({
  ...map,
  notes: [{ text: said.note, when: null }, ...map.notes],
  operations: map.operations.map((operation) =>
    seen.has(operation.code)
      ? operation
      : { ...operation, detail: [said.unseen, operation.detail].filter(Boolean).join(' ') },
  ),
});
