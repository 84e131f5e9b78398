import ICAL from 'ical.js';

/** Lines are 75 octets long at most, and the space that a line is gone on with is one of them. */
ICAL.foldLength = 74;

export interface Appointment {
  /** Stays the same each time the calendar is made anew, so that whoever follows it moves it and does not add another. */
  uid: string;
  title: string;
  detail?: string;
  where?: string;
  from: Date;
  to: Date;
  /** False for waiting: time that is free. */
  busy: boolean;
}

export interface CalendarAbout {
  /** Whose appointments they are, UUID: two shops may both have a job 1. */
  shop: string;
  name?: string;
  /** How often whoever follows it asks again, min. */
  refreshMinutes?: number;
}

/** Planned work as iCalendar (RFC 5545; name and refresh by RFC 7986), an event an appointment. */
export function calendarOf(
  appointments: readonly Appointment[],
  now: Date,
  { shop, name, refreshMinutes }: CalendarAbout,
): string {
  const calendar = new ICAL.Component(['vcalendar', [], []]);
  calendar.updatePropertyWithValue('version', '2.0');
  calendar.updatePropertyWithValue('prodid', '-//Radiatrix//Work//EN');
  if (name) calendar.updatePropertyWithValue('name', name);
  if (refreshMinutes) {
    const every = new ICAL.Property('refresh-interval');
    every.resetType('duration');
    every.setValue(ICAL.Duration.fromSeconds(refreshMinutes * 60));
    calendar.addProperty(every);
  }
  for (const { uid, title, detail, where, from, to, busy } of appointments) {
    const event = new ICAL.Component('vevent');
    event.updatePropertyWithValue('uid', `${uid}@${shop}`);
    event.updatePropertyWithValue('dtstamp', ICAL.Time.fromJSDate(now, true));
    event.updatePropertyWithValue('dtstart', ICAL.Time.fromJSDate(from, true));
    event.updatePropertyWithValue('dtend', ICAL.Time.fromJSDate(to, true));
    event.updatePropertyWithValue('summary', title);
    if (detail) event.updatePropertyWithValue('description', detail);
    if (where) event.updatePropertyWithValue('location', where);
    event.updatePropertyWithValue('transp', busy ? 'OPAQUE' : 'TRANSPARENT');
    calendar.addSubcomponent(event);
  }
  return calendar.toString();
}
