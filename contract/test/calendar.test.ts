import ICAL from 'ical.js';
import { expect, test } from 'vitest';
import { calendarOf, type Appointment } from '../src/calendar.ts';

const appointment = (more: Partial<Appointment> = {}): Appointment => ({
  uid: 'job-1-1', title: 'Take out: Parcel van 3', from: new Date('2026-11-27T13:00:00Z'), to: new Date('2026-11-27T14:10:00Z'), busy: true, ...more,
}); // prettier-ignore
const SHOP = 'a3c1e0de-2f7a-4a55-8a54-54f6a2a9ad70';
const lines = (text: string): string[] =>
  text
    .replaceAll(/\r\n[ \t]/g, '')
    .split('\r\n')
    .filter(Boolean);

test('a calendar is RFC 5545 as it is written: lines of 75 octets, CRLF, commas escaped, times in UTC, once per appointment a stamp', () => {
  const now = new Date('2026-11-27T12:00:00Z');
  const text = calendarOf([appointment({ detail: 'Row 5, old coupe; lift; ü and 漢字 '.repeat(8), where: 'Bay 1' }), appointment({ uid: 'job-1-2', busy: false })], now, { shop: SHOP, name: 'Radiatrix: Idris', refreshMinutes: 15 });
  expect(text.startsWith('BEGIN:VCALENDAR\r\n')).toBe(true);
  expect(text.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/);
  for (const line of text.split('\r\n')) expect(Buffer.byteLength(line), line).toBeLessThanOrEqual(75);
  const own = lines(text);
  expect(own).toEqual(expect.arrayContaining(['VERSION:2.0', 'NAME:Radiatrix: Idris', 'REFRESH-INTERVAL;VALUE=DURATION:PT15M', `UID:job-1-1@${SHOP}`, 'DTSTAMP:20261127T120000Z', 'DTSTART:20261127T130000Z', 'DTEND:20261127T141000Z', 'TRANSP:OPAQUE', 'TRANSP:TRANSPARENT', 'LOCATION:Bay 1']));
  expect(own.find((line) => line.startsWith('DESCRIPTION:'))).toContain('Row 5\\, old coupe\\; lift\\; ü and 漢字');
  expect(own.filter((line) => line.startsWith('DTSTAMP')).length).toBe(2);
}); // prettier-ignore

test('read back by another reader it is what was written', () => {
  const written = [appointment(), appointment({ uid: 'bay-1', title: 'Slipway; green, pickup', detail: 'first\nsecond', busy: false })]; // prettier-ignore
  const events = new ICAL.Component(ICAL.parse(calendarOf(written, new Date(), { shop: SHOP })) as [string, unknown[], unknown[]]).getAllSubcomponents('vevent').map((each) => new ICAL.Event(each)); // prettier-ignore
  expect(events.map(({ uid, summary, description, startDate, endDate }) => [uid, summary, description, startDate.toJSDate(), endDate.toJSDate()])).toEqual(
    written.map(({ uid, title, detail, from, to }) => [`${uid}@${SHOP}`, title, detail ?? null, from, to]),
  ); // prettier-ignore
  expect(new ICAL.Component(ICAL.parse(calendarOf([], new Date(), { shop: SHOP })) as [string, unknown[], unknown[]]).getAllSubcomponents('vevent')).toEqual([]); // prettier-ignore
});
