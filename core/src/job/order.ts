import { compareClocks } from './clock.ts';
import type { JobEvent } from './events.ts';

const order = (a: JobEvent, b: JobEvent): number =>
  compareClocks(a.clock, b.clock) ||
  (a.device < b.device ? -1 : a.device > b.device ? 1 : 0) ||
  a.seq - b.seq ||
  (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** Events once each, in the order that every device agrees on. */
export function inOrder(events: readonly JobEvent[]): JobEvent[] {
  const once = new Map<string, JobEvent>();
  for (const event of events) once.set(event.id, event);
  const ordered = [...once.values()];
  // They mostly come in order: looking is cheaper than sorting.
  for (let at = 1; at < ordered.length; at += 1)
    if (order(ordered[at - 1]!, ordered[at]!) > 0) return ordered.sort(order);
  return ordered;
}
