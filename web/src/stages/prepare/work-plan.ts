import type { Stretch } from '@radiatrix/core/access';
import { calendarOf, type Appointment } from '@radiatrix/contract/calendar';
import { morningAfter } from '../../ui/calendar.ts';

/**
 * A timeline as iCalendar: an event a stretch, waiting marked as time that is free, and where coolant was lost the look
 * after the next cool-down.
 */
export function workPlan(
  title: string,
  start: Date,
  stretches: readonly Stretch[],
  drained: boolean,
  lookMinutes: number,
  shop: string,
): string {
  const at = (minutes: number): Date => new Date(start.getTime() + minutes * 60_000);
  const work = stretches.map(({ label, from, to, waiting }): Appointment => ({ uid: crypto.randomUUID(), title: `${label}: ${title}`, from: at(from), to: at(to), busy: !waiting })); // prettier-ignore
  if (!drained) return calendarOf(work, start, { shop });
  const morning = morningAfter(at(Math.max(0, ...stretches.map(({ to }) => to))));
  const look = { uid: crypto.randomUUID(), title: `Look again cold, top up: ${title}`, from: morning, to: new Date(morning.getTime() + lookMinutes * 60_000), busy: true }; // prettier-ignore
  return calendarOf([...work, look], start, { shop });
}
