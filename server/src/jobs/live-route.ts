import type { Express, NextFunction, Request, Response } from 'express';
import { ROUTES, eventsQuery } from '@radiatrix/contract/schemas';
import { jobWords } from '@radiatrix/words/en/jobs';
import type { Connection } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { validate } from '../http/route.ts';
import { currentPerson } from '../http/session.ts';
import { stillBears } from '../people/tokens.ts';
import type { LiveJobs } from './live.ts';
import { jobRow } from './queries.ts';

/** The stream of a job is mounted by hand: it outlives every request, and holds no handle of the database. */
export function mountLive(app: Express, { db }: Connection, live: LiveJobs): void {
  const follow = async (req: Request<{ id: string }>, res: Response): Promise<void> => {
    const person = currentPerson(req);
    if (!person) throw new ProblemError('not-signed-in');
    if (!req.bearer && req.session.leftAt) throw new ProblemError('not-allowed');
    const id = /^[1-9]\d{0,8}$/.test(req.params.id) ? Number(req.params.id) : undefined;
    if (id === undefined || !(await jobRow(db, id))) throw notFound('That job');
    if (live.isFull) throw new ProblemError('busy', { detail: jobWords('streams-full') });
    if (live.hasEnough(person.id)) throw new ProblemError('busy', { detail: jobWords('follows-too-much') });
    const { after } = validate(eventsQuery, { ...req.query }) as { after: number };
    // A browser that lost the stream says itself where it was.
    const last = Number(req.get('last-event-id'));
    const stillSignedIn = (): Promise<boolean> =>
      req.bearer
        ? stillBears(db, req)
        : new Promise((resolve) =>
            req.session.reload((error: unknown) => resolve(!error && currentPerson(req) !== undefined)),
          );
    live.follow(
      id,
      person.id,
      Number.isInteger(last) && last > after ? last : after,
      req,
      res,
      stillSignedIn,
    );
  };
  app.get(ROUTES.jobLive.path, (req, res, next: NextFunction) => {
    follow(req as Request<{ id: string }>, res).catch(next);
  });
}
