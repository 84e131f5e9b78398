import { lanAddress } from '../lan/listen.ts';
import type { Express, NextFunction, Request, Response } from 'express';
import type { SessionState } from '@radiatrix/contract';
import { ROUTES, type BodyOf } from '@radiatrix/contract/schemas';
import { doorWords } from '@radiatrix/words/en/door';
import type { Connection, Database } from '../db/client.ts';
import { readJson } from '../http/body.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { validate, type Handler } from '../http/route.ts';
import { currentPerson, newToken } from '../http/session.ts';
import * as service from './service.ts';
import * as signedIn from './sessions-queries.ts';
import { newApiToken } from './tokens.ts';
import { deleteToken, tokensOf } from './tokens-queries.ts';
import { nameUsed, type Throttle } from './throttle.ts';

const regenerate = (req: Request): Promise<void> =>
  new Promise((resolve, reject) =>
    req.session.regenerate((error?: Error) => (error ? reject(error) : resolve())),
  );
const save = (req: Request): Promise<void> =>
  new Promise((resolve, reject) => req.session.save((error?: Error) => (error ? reject(error) : resolve())));

const HELD_BACK_MS = 1000;
/** Whoever is to wait is told so after a moment: loops that guess without pause then take nobody's time. */
async function slowly(error: unknown): Promise<never> {
  if (error instanceof ProblemError && error.code === 'too-many-tries')
    await new Promise((go) => setTimeout(go, HELD_BACK_MS));
  throw error;
}

const SMALL_BYTES = 4096;
/** There is no session to carry a token yet; a browser says by itself whether the form is ours. */
function guardSite(req: Request): void {
  const site = req.get('sec-fetch-site');
  if (site && site !== 'same-origin' && site !== 'none') throw new ProblemError('csrf');
}

/** Who is there, as a request says it. */
export async function sessionState(req: Request, db: Database): Promise<SessionState> {
  const signedIn = currentPerson(req) ?? null;
  const left = !req.bearer && req.session.leftAt ? (signedIn?.name ?? null) : null;
  const person = left === null ? signedIn : null;
  return {
    person,
    left,
    csrfToken: req.bearer ? '' : (req.session.csrfToken ?? ''),
    shop: person ? await service.shopId(db) : '',
    lan: lanAddress(),
    demo: person ? null : await service.demoAccounts(db),
  };
}

/** Signing in and out, and taking up an invitation: no person stands behind these yet, so they are mounted by hand. */
export function mountSession(app: Express, connection: Connection, throttle: Throttle): void {
  const small = async <R extends 'signIn' | 'acceptInvitation'>(
    req: Request,
    res: Response,
    route: R,
  ): Promise<BodyOf<R>> => {
    guardSite(req);
    await readJson(req, res, { limitBytes: SMALL_BYTES });
    return validate(ROUTES[route].body, req.body) as BodyOf<R>;
  };

  app.get(ROUTES.session.path, async (req: Request, res: Response) => {
    res.json(await sessionState(req, connection.db));
  });

  app.post(ROUTES.signIn.path, async (req: Request, res: Response) => {
    const { username, password } = await small(req, res, 'signIn');
    const name = nameUsed(username);
    let attempt: Awaited<ReturnType<Throttle['begin']>> | undefined;
    const found = await service
      .signIn(connection.db, name, password, async () => {
        attempt = await throttle.begin(req, name);
      })
      .catch(slowly);
    req.log.info({ event: 'sign-in', name, address: req.ip, right: found !== undefined }, 'sign-in');
    if (!found) {
      await attempt?.failed();
      throw new ProblemError('wrong-sign-in');
    }
    await attempt?.right();
    const { person, leftAt } = found;
    // A new id for a new identity: one planted before signing in is worth nothing.
    await regenerate(req);
    Object.assign(req.session, {
      person,
      csrfToken: newToken(),
      leftAt: leftAt ?? undefined,
      since: new Date().toISOString(),
      browser: (req.get('user-agent') ?? '').slice(0, 200),
    });
    await save(req);
    if (!leftAt) await throttle.know(req, res, person);
    res.json(await sessionState(req, connection.db));
  });

  app.delete(ROUTES.signOut.path, (req: Request, res: Response, next: NextFunction) => {
    if (req.bearer) return next(new ProblemError('not-allowed', { detail: doorWords('token-out') }));
    if (!currentPerson(req)) return next(new ProblemError('not-signed-in'));
    if (req.get('x-csrf-token') !== req.session.csrfToken) return next(new ProblemError('csrf'));
    req.session.destroy((error?: Error) => (error ? next(error) : res.status(204).end()));
  });

  app.post(ROUTES.acceptInvitation.path, async (req: Request, res: Response) => {
    const { token, password } = await small(req, res, 'acceptInvitation');
    // Tokens are far too long to guess; whoever tries all the same is held up as with passwords.
    const attempt = await throttle.begin(req, 'an invitation');
    try {
      const { username } = await connection.db.transaction((tx) =>
        service.acceptInvitation(tx, token, password),
      );
      res.json({ username });
    } catch (error) {
      if (error instanceof ProblemError && error.code === 'not-found') await attempt.failed();
      throw error;
    }
  });
}

type AccountRoute =
  | 'people'
  | 'accounts'
  | 'newAccount'
  | 'saveAccount'
  | 'inviteAgain'
  | 'endSessions'
  | 'ownSessions'
  | 'endSession'
  | 'changePassword'
  | 'apiTokens'
  | 'newApiToken'
  | 'endApiToken';

export const accountRoutes = (throttle: Throttle): { [R in AccountRoute]: Handler<R> } => ({
  people: async ({ db }) => ({ body: await service.colleagues(db) }),
  accounts: async ({ db }) => ({ body: await service.accounts(db) }),
  newAccount: async ({ db, body }) => ({ status: 201, body: await service.invite(db, body) }),
  saveAccount: async ({ db, id, body, ifMatch }) => {
    const account = await service.changeAccount(db, id(), body, ifMatch);
    return { body: account, etag: service.accountTag(account) };
  },
  inviteAgain: async ({ db, id }) => ({ status: 201, body: await service.inviteAgain(db, id()) }),
  endSessions: async ({ db, id }) => {
    await service.signOutEverywhere(db, id());
    return {};
  },
  ownSessions: async ({ db, person, req }) => ({
    body: await signedIn.ownSessions(db, person.id, req.sessionID),
  }),
  endSession: async ({ db, person, params }) => {
    if (!(await signedIn.endSession(db, person.id, params.id!))) throw notFound('That session');
    return {};
  },
  apiTokens: async ({ db, person }) => ({ body: await tokensOf(db, person.id) }),
  newApiToken: async ({ db, person, body }) => ({ status: 201, body: await newApiToken(db, person, body) }),
  endApiToken: async ({ db, person, id }) => {
    if (!(await deleteToken(db, person.id, id()))) throw notFound('That token');
    return {};
  },
  changePassword: async ({ db, person, body: { current, password }, req }) => {
    const attempt = await throttle.begin(req, person.username);
    if (!(await service.changePassword(db, person, { current, password, sid: req.sessionID }))) {
      await attempt.failed();
      throw new ProblemError('invalid', {
        fields: [{ path: 'current', message: 'not your current password' }],
      });
    }
    return {};
  },
});
