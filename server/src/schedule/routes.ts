import type { Express } from 'express';
import { ROUTES } from '@radiatrix/contract/schemas';
import type { Connection } from '../db/client.ts';
import { notFound } from '../http/problem.ts';
import { versionOf, type Handler } from '../http/route.ts';
import * as feeds from './feeds.ts';
import { planRecord, tryPlan as tried } from './service.ts';
import { changeWorkshop, workshopRecord } from './workshop.ts';

/** Ends what is being worked out once nobody waits for it any more. */
function whileAwaited(req: Parameters<Handler<'plan'>>[0]['req']): AbortSignal {
  const gone = new AbortController();
  req.res?.once('close', () => {
    if (!req.res?.writableFinished) gone.abort();
  });
  return gone.signal;
}

export const plan: Handler<'plan'> = async ({ db, req }) => ({ body: await planRecord(db, new Date(), whileAwaited(req)) }); // prettier-ignore
/** What each person is trying at the plan just now. */
const trying = new Map<number, AbortController>();

/** One try at a time for each person, the newest: a plan is laid in the one thread that all share. */
export const tryPlan: Handler<'tryPlan'> = async ({ db, body, person, req }) => {
  const own = new AbortController();
  trying.get(person.id)?.abort();
  trying.set(person.id, own);
  try {
    const signal = AbortSignal.any([own.signal, whileAwaited(req)]);
    return { body: await tried(db, body.moves, new Date(), signal) };
  } finally {
    if (trying.get(person.id) === own) trying.delete(person.id);
  }
};

export const workshop: Handler<'workshop'> = async ({ db }) => {
  const body = await workshopRecord(db);
  return { body, etag: String(body.version) };
};
export const setWorkshop: Handler<'setWorkshop'> = async ({ db, body: document, ifMatch, person }) => {
  // Before anybody has said there is no version: 0.
  const body = await changeWorkshop(db, document, ifMatch === '0' ? 0 : versionOf(ifMatch) || -1, person.id);
  return { body, etag: String(body.version) };
};

export const calendarFeeds: Handler<'calendarFeeds'> = async ({ db, person }) => ({
  body: await feeds.calendarFeeds(db, person),
});
export const newCalendarFeed: Handler<'newCalendarFeed'> = async ({ db, body, person }) => ({
  status: 201,
  body: await feeds.newFeed(db, body, person),
});
export const endCalendarFeed: Handler<'endCalendarFeed'> = async ({ db, id, person }) => {
  await feeds.endFeed(db, id(), person);
  return {};
};

/** Calendar programs sign in nowhere: the address itself is the key. Mounted by hand, before anybody is asked who they are. */
export function mountCalendars(app: Express, { db }: Connection): void {
  app.get(ROUTES.followCalendar.path, (req, res, next) => {
    const secret = /^([\w-]{32})(?:\.ics)?$/.exec(String(req.params.secret))?.[1];
    if (secret === undefined) return next(notFound('That calendar'));
    feeds
      .calendarUnder(db, secret, new Date())
      .then((text) => void res.type('text/calendar').send(text))
      .catch(next);
  });
}
