import { createHash } from 'node:crypto';
import { calendarOf, type Appointment } from '@radiatrix/contract/calendar';
import type { CalendarFeed, Person, PlanRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { shopId } from '../people/queries.ts';
import { newToken } from '../http/session.ts';
import { deleteFeed, feedOf, feedRows, insertFeed } from './queries.ts';
import { planRecord } from './service.ts';
import { workshopRecord } from './workshop.ts';

const hashOf = (secret: string): string => createHash('sha256').update(secret).digest('hex');
/** An installer has to do with their own calendar alone. */
const within = ({ role, id }: Person): number | undefined => (role === 'installer' ? id : undefined);

export async function calendarFeeds(db: Db, person: Person): Promise<CalendarFeed[]> {
  const [rows, { colleagues }] = await Promise.all([feedRows(db, within(person)), workshopRecord(db)]);
  return rows.map((row) => ({ ...row, name: row.bay === null ? (colleagues.find(({ id }) => id === row.personId)?.name ?? 'somebody who has left') : `Bay ${row.bay}` }));
} // prettier-ignore

/** Makes an address. Its secret is told this once: what is kept of it lets nobody in. */
export async function newFeed(
  db: Db,
  of: { personId: number | null; bay: string | null },
  person: Person,
): Promise<CalendarFeed & { path: string }> {
  const { bays, colleagues } = await workshopRecord(db);
  if ((of.personId === null) === (of.bay === null))
    throw new ProblemError('invalid', { fields: [{ path: 'personId', message: 'name a person or a bay, one of them' }] }); // prettier-ignore
  if (within(person) !== undefined && of.personId !== person.id)
    throw new ProblemError('not-allowed', { detail: 'An installer follows their own calendar.' });
  if (of.personId !== null && !colleagues.some(({ id }) => id === of.personId))
    throw new ProblemError('invalid', { fields: [{ path: 'personId', message: 'no longer works here' }] });
  if (of.bay !== null && !bays.some(({ code }) => code === of.bay))
    throw new ProblemError('invalid', { fields: [{ path: 'bay', message: `there is no bay ${of.bay}` }] });
  const secret = newToken();
  const id = await insertFeed(db, hashOf(secret), of);
  const made = (await calendarFeeds(db, person)).find((each) => each.id === id)!;
  return { ...made, path: `/api/calendar/${secret}.ics` };
}

export async function endFeed(db: Db, id: number, person: Person): Promise<void> {
  if (!(await deleteFeed(db, id, within(person)))) throw notFound('That calendar');
}

/** Calendar programs ask again about so often, min. */
const REFRESH = 15;

/** What is followed under a secret. */
export async function calendarUnder(db: Db, secret: string, now: Date): Promise<string> {
  const feed = await feedOf(db, hashOf(secret));
  if (!feed) throw notFound('That calendar');
  const plan = await planRecord(db, now);
  const name = feed.bay === null ? (feed.name ?? '') : `Bay ${feed.bay}`;
  return calendarOf(appointmentsOf(plan, feed), now, {
    shop: await shopId(db),
    name: `Radiatrix: ${name}`,
    refreshMinutes: REFRESH,
  });
}

/** Of a person the tasks that need their hands; of a bay what stands in it. */
function appointmentsOf(
  { jobs, people, zone }: PlanRecord,
  { personId, bay }: { personId: number | null; bay: string | null },
): Appointment[] {
  const when = new Intl.DateTimeFormat('en-GB', { timeZone: zone, weekday: 'short', day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' }); // prettier-ignore
  const nameOf = (id: number): string => people.find((each) => each.id === id)?.name ?? '';
  return jobs.flatMap((job): Appointment[] => {
    const detail = [job.title, job.promised && `promised ${when.format(new Date(job.promised))}`, job.usual].filter(Boolean).join('; '); // prettier-ignore
    const where = job.bay === null ? {} : { where: `Bay ${job.bay}` };
    if (bay !== null)
      return job.bay === bay && job.inBay
        ? [{ uid: `job-${job.id}-bay`, title: job.label, detail: [detail, job.person !== null && nameOf(job.person)].filter(Boolean).join('; '), ...where, from: new Date(job.inBay.from), to: new Date(job.inBay.to), busy: true }]
        : []; // prettier-ignore
    return job.tasks.flatMap((task, n) =>
      task.people.includes(personId!)
        ? [{ uid: `job-${job.id}-${job.tasks.length - n}`, title: `${task.label}: ${job.label}`, detail, ...where, from: new Date(task.from), to: new Date(task.to), busy: true }]
        : [],
    ); // prettier-ignore
  });
}
