import { randomUUID } from 'node:crypto';
import { CLOCK_START, compareClocks, tick, type EventPayloads, type JobEvent } from '@radiatrix/core/job';
import type { JobEventDraft } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { eventsOf, insertEvents, lockJob } from './queries.ts';
import { refold } from './service.ts';

/** What the library itself says on a job is written down as by a device of that name. */
const LIBRARY = 'library';

async function say(
  db: Db,
  jobId: number,
  kind: 'records merged' | 'undone',
  payload: object,
): Promise<string> {
  await lockJob(db, jobId);
  const events: JobEvent[] = (await eventsOf(db, [jobId])).get(jobId) ?? [];
  const clock = events.map((event) => event.clock).reduce((last, each) => (compareClocks(last, each) >= 0 ? last : each), CLOCK_START); // prettier-ignore
  const seq = Math.max(0, ...events.filter(({ device }) => device === LIBRARY).map((event) => event.seq)) + 1;
  const [now, id] = [Date.now(), randomUUID()];
  const draft = { id, kind, device: LIBRARY, seq, clock: tick(clock, now), deviceTime: new Date(now).toISOString(), payload } as JobEventDraft; // prettier-ignore
  await insertEvents(db, jobId, [draft], now);
  await refold(db, jobId);
  return id;
}

/** Tells a job that a record it names is one with another. @returns the event that says so */
export const tellJob = (db: Db, jobId: number, payload: EventPayloads['records merged']): Promise<string> =>
  say(db, jobId, 'records merged', payload);

/** Takes back what the library had said. */
export const takeBackOfLibrary = (db: Db, jobId: number, eventId: string): Promise<string> =>
  say(db, jobId, 'undone', { event: eventId });
