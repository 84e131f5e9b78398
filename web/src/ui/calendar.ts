import ICAL from 'ical.js';

export interface Appointment {
  title: string;
  detail?: string;
  from: Date;
  to: Date;
  /** False for waiting: time that is free. */
  busy: boolean;
}

/** Planned work as iCalendar (RFC 5545), an event an appointment. */
export function calendarOf(appointments: readonly Appointment[], now: Date): string {
  const calendar = new ICAL.Component(['vcalendar', [], []]);
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Radiatrix//Work//EN');
  for (const { title, detail, from, to, busy } of appointments) {
    const event = new ICAL.Component('vevent');
    event.updatePropertyWithValue('uid', `${crypto.randomUUID()}@radiatrix`);
    event.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(now, true));
    event.updatePropertyWithValue('dtstart', ICAL.Time.fromJSDate(from, true));
    event.updatePropertyWithValue('dtend', ICAL.Time.fromJSDate(to, true));
    event.updatePropertyWithValue('summary', title);
    if (detail) event.updatePropertyWithValue('description', detail);
    event.updatePropertyWithValue('transp', busy ? 'OPAQUE' : 'TRANSPARENT');
    calendar.addSubcomponent(event);
  }
  return calendar.toString();
}

/** The hour of the look on the morning after, when everything is cold. */
const MORNING = 8;
export function morningAfter(day: Date): Date {
  const morning = new Date(day);
  morning.setDate(morning.getDate() + 1);
  morning.setHours(MORNING, 0, 0, 0);
  return morning;
}
