import type { Express, NextFunction, Request, Response } from 'express';
import type { SessionState, SignIn } from '@radiatrix/contract';
import { ROUTES } from '@radiatrix/contract/schemas';
import type { Connection } from '../db/client.ts';
import { ProblemError } from '../http/problem.ts';
import { currentPerson, newToken, signInLimit } from '../http/session.ts';
import { demoAccounts, signIn } from './service.ts';

const regenerate = (req: Request): Promise<void> =>
  new Promise((resolve, reject) =>
    req.session.regenerate((error?: Error) => (error ? reject(error) : resolve())),
  );
const save = (req: Request): Promise<void> =>
  new Promise((resolve, reject) => req.session.save((error?: Error) => (error ? reject(error) : resolve())));

/** Signing in and out: no person stands behind these yet, so they are mounted apart from the guarded routes. */
export function mountSession(app: Express, connection: Connection): void {
  const state = async (req: Request): Promise<SessionState> => {
    const person = currentPerson(req) ?? null;
    return {
      person,
      csrfToken: req.session.csrfToken ?? '',
      demo: person ? null : await demoAccounts(connection.db),
    };
  };

  app.get(ROUTES.session.path, async (req: Request, res: Response) => {
    res.json(await state(req));
  });

  const limit = signInLimit(connection);
  app.post(ROUTES.signIn.path, async (req: Request, res: Response, next: NextFunction) => {
    // There is no session to carry a token yet; a browser says by itself whether the form is ours.
    const site = req.get('sec-fetch-site');
    if (site && site !== 'same-origin' && site !== 'none') return next(new ProblemError('csrf'));
    const { error, value } = ROUTES.signIn.body.validate(req.body ?? {}, { abortEarly: false }) as {
      error?: Error;
      value: SignIn;
    };
    if (error) return next(error);
    try {
      await limit.take(req);
    } catch (reached) {
      return next(reached);
    }
    const person = await signIn(connection.db, value.username, value.password);
    if (!person) return next(new ProblemError('wrong-sign-in'));
    await limit.giveBack(req);
    // A new id for a new identity: one planted before signing in is worth nothing.
    await regenerate(req);
    req.session.person = person;
    req.session.csrfToken = newToken();
    await save(req);
    res.json(await state(req));
  });

  app.delete(ROUTES.signOut.path, (req: Request, res: Response, next: NextFunction) => {
    if (!currentPerson(req)) return next(new ProblemError('not-signed-in'));
    if (req.get('x-csrf-token') !== req.session.csrfToken) return next(new ProblemError('csrf'));
    req.session.destroy((error?: Error) => (error ? next(error) : res.status(204).end()));
  });
}
