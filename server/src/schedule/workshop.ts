import { TZDate } from '@date-fns/tz';
import type { WeekHours, Workshop, WorkshopRecord } from '@radiatrix/contract';
import type { Interval } from '@radiatrix/core/schedule';
import type { Db } from '../db/client.ts';
import { ProblemError } from '../http/problem.ts';
import { colleagues } from '../people/queries.ts';
import { workshopRow, writeWorkshop } from './queries.ts';

const DAY: WeekHours[number] = [
  { from: '08:00', to: '12:00' },
  { from: '12:30', to: '17:00' },
];
/** Where nobody has said: five days, a break at noon. */
const USUAL_HOURS: WeekHours = [DAY, DAY, DAY, DAY, DAY, [], []];

/** What the shop works with; before anybody has said, two bays without a lift and whoever installs. */
export async function workshopRecord(db: Db): Promise<WorkshopRecord> {
  const [row, people] = await Promise.all([workshopRow(db), colleagues(db)]);
  const known = people.map(({ id, name }) => ({ id, name }));
  if (row)
    return {
      ...row.document,
      version: row.version,
      stamp: { by: row.by, at: row.at },
      // Who has left is not put on a plan, and stands in the record until somebody takes them off.
      people: row.document.people,
      colleagues: known,
    };
  return {
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    bays: [{ code: '1', lift: false }, { code: '2', lift: false }],
    tools: [],
    hours: USUAL_HOURS,
    people: people.filter(({ role }) => role === 'installer').map(({ id }) => ({ id, hours: null, away: [] })),
    version: 0,
    stamp: null,
    colleagues: known,
  };
} // prettier-ignore

const minutesOf = (clock: string): number => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));

export async function changeWorkshop(db: Db, document: Workshop, version: number, personId: number): Promise<WorkshopRecord> {
  const fields: { path: string; message: string }[] = [];
  try {
    new Intl.DateTimeFormat('en', { timeZone: document.zone });
  } catch {
    fields.push({ path: 'zone', message: `${document.zone} is no time zone; write one such as Europe/Lisbon or UTC` });
  }
  const weeks = [{ path: 'hours', week: document.hours }, ...document.people.flatMap(({ hours }, at) => (hours ? [{ path: `people.${at}.hours`, week: hours }] : []))];
  for (const { path, week } of weeks)
    for (const [day, stretches] of week.entries())
      for (const [at, { from, to }] of stretches.entries())
        if (minutesOf(from) >= minutesOf(to) || (at > 0 && minutesOf(stretches[at - 1]!.to) > minutesOf(from)))
          fields.push({ path: `${path}.${day}.${at}`, message: `${from} to ${to}: each stretch ends after it begins, and begins after the one before it` });
  const known = new Set((await colleagues(db)).map(({ id }) => id));
  for (const [at, { id }] of document.people.entries())
    if (!known.has(id)) fields.push({ path: `people.${at}.id`, message: 'no longer works here; take them off the plan' });
  if (fields.length > 0) throw new ProblemError('invalid', { fields });
  if (!(await writeWorkshop(db, document, version, personId))) throw new ProblemError('stale', { current: await workshopRecord(db) });
  return workshopRecord(db);
} // prettier-ignore

/** How far a plan looks, days. */
const DAYS = 28;

/**
 * Stretches of a week's hours from a moment on, min from it: by the clock of the shop's zone, so that a day on which it
 * is put forward or back is as long as it is.
 */
export function stretchesFrom(hours: WeekHours, zone: string, from: Date, away: readonly string[] = []): Interval[] {
  const local = new TZDate(from.getTime(), zone);
  const off = new Set(away);
  const found: Interval[] = [];
  for (let day = 0; day < DAYS; day += 1) {
    const at = (clock: string): number => new TZDate(local.getFullYear(), local.getMonth(), local.getDate() + day, 0, minutesOf(clock), 0, 0, zone).getTime();
    const date = new TZDate(local.getFullYear(), local.getMonth(), local.getDate() + day, 12, 0, 0, 0, zone);
    const key = `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`;
    if (off.has(key)) continue;
    for (const stretch of hours[(date.getDay() + 6) % 7]!) {
      const [begin, end] = [stretch.from, stretch.to].map((clock) => Math.round((at(clock) - from.getTime()) / 60_000)) as [number, number];
      if (end <= 0 || end <= begin) continue;
      const own = { from: Math.max(0, begin), to: end };
      const last = found.at(-1);
      if (last && last.to >= own.from) last.to = Math.max(last.to, own.to);
      else found.push(own);
    }
  }
  return found;
} // prettier-ignore
