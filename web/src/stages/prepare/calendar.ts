import ICAL from 'ical.js';
import type { Stretch } from '@radiatrix/core/access';

/** The hour of the look on the morning after, when everything is cold. */
const MORNING = 8;

/**
 * Planned work as iCalendar (RFC 5545): an event a stretch, waiting marked as time that is free, and where coolant was lost
 * the look after the next cool-down.
 */
export function calendarOf(
  title: string,
  start: Date,
  stretches: readonly Stretch[],
  drained: boolean,
): string {
  const calendar = new ICAL.Component(['vcalendar', [], []]);
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Radiatrix//Prepare//EN');
  const add = (summary: string, from: Date, to: Date, busy: boolean): void => {
    const event = new ICAL.Component('vevent');
    event.updatePropertyWithValue('uid', `${crypto.randomUUID()}@radiatrix`);
    event.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(start, true));
    event.updatePropertyWithValue('dtstart', ICAL.Time.fromJSDate(from, true));
    event.updatePropertyWithValue('dtend', ICAL.Time.fromJSDate(to, true));
    event.updatePropertyWithValue('summary', `${summary}: ${title}`);
    event.updatePropertyWithValue('transp', busy ? 'OPAQUE' : 'TRANSPARENT');
    calendar.addSubcomponent(event);
  };
  const at = (minutes: number): Date => new Date(start.getTime() + minutes * 60_000);
  for (const { label, from, to, waiting } of stretches) add(label, at(from), at(to), !waiting);
  if (drained) {
    const morning = at(Math.max(0, ...stretches.map(({ to }) => to)));
    morning.setDate(morning.getDate() + 1);
    morning.setHours(MORNING, 0, 0, 0);
    add('Look again cold, top up', morning, new Date(morning.getTime() + 10 * 60_000), true);
  }
  return calendar.toString();
}
