import { compareClocks, type Clock } from './clock.ts';
import type { JobEvent } from './events.ts';
import { inOrder } from './order.ts';
import { undone } from './undoing.ts';

/**
 * In whose hands a job was at a moment of its own clock: whoever it was handed to last by then, and before it was handed
 * to anybody, whoever opened it. Null where it was taken out of anybody's hands.
 *
 * @param opener id of the person who opened the job
 * @param at a clock of the job's devices; later than all where it is left out
 */
export function inHandsOf(events: readonly JobEvent[], opener: number, at?: Clock): number | null {
  const ordered = inOrder(events);
  const gone = undone(ordered);
  let holder: number | null = opener;
  for (const event of ordered)
    if (event.kind === 'handed over' && !gone.has(event.id) && (!at || compareClocks(event.clock, at) <= 0))
      holder = event.payload.to;
  return holder;
}

/** Everybody a job was ever in the hands of. */
export const everHeldBy = (events: readonly JobEvent[], opener: number): Set<number> =>
  new Set([opener, ...events.flatMap((event) => (event.kind === 'handed over' && event.payload.to !== null ? [event.payload.to] : []))]); // prettier-ignore
