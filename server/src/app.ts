import { existsSync } from 'node:fs';
import path from 'node:path';
import compression from 'compression';
import express, { type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { ROUTES } from '@radiatrix/contract/schemas';
import { auditRoutes } from './audit/routes.ts';
import * as compare from './fitment/routes.ts';
import * as connectors from './connectors/routes.ts';
import * as coverage from './coverage/routes.ts';
import type { Connection } from './db/client.ts';
import * as find from './find/routes.ts';
import * as history from './history/routes.ts';
import { PACE, slowBodies, type Pace } from './http/body.ts';
import { problemOf, ProblemError, sendProblem } from './http/problem.ts';
import { knownHosts } from './http/hosts.ts';
import { measured } from './metrics/requests.ts';
import { mountFirstViews } from './http/first-view.ts';
import { mount } from './http/route.ts';
import { sessions } from './http/session.ts';
import * as instruments from './instruments/routes.ts';
import * as diagnosis from './diagnosis/routes.ts';
import * as corrections from './corrections/routes.ts';
import * as merging from './merging/routes.ts';
import * as desk from './desk/routes.ts';
import * as plan from './schedule/routes.ts';
import * as failures from './failures/routes.ts';
import * as filing from './filing/routes.ts';
import * as proving from './proving/routes.ts';
import * as importing from './importing/routes.ts';
import { LiveJobs } from './jobs/live.ts';
import { mountLive } from './jobs/live-route.ts';
import * as jobs from './jobs/routes.ts';
import * as library from './library/routes.ts';
import * as match from './match/routes.ts';
import { describeApi } from './openapi/describe.ts';
import * as parts from './parts/routes.ts';
import { accountRoutes, mountSession } from './people/routes.ts';
import { bearer } from './people/tokens.ts';
import { Throttle } from './people/throttle.ts';
import { photoReader } from './photos/read.ts';
import * as photos from './photos/routes.ts';
import * as practice from './practice/routes.ts';
import * as procedures from './procedures/routes.ts';
import * as access from './access/routes.ts';
import * as proposals from './proposals/routes.ts';
import * as review from './review/routes.ts';
import * as search from './search/routes.ts';
import * as sheet from './sheet/routes.ts';
import * as streams from './streams/routes.ts';
import { tableRoutes } from './tables/routes.ts';
import { tableReader } from './tables/open.ts';
import { TableWork } from './tables/work.ts';
import { importedParts, leaveOut } from './review/imports.ts';
import * as vehicles from './vehicles/routes.ts';
import * as vins from './vins/routes.ts';
import * as webhooks from './webhooks/routes.ts';

export interface AppOptions {
  connection: Connection;
  logger: Logger;
  /** Folder of the built interface; without it only the API answers. */
  webFolder?: string;
  /** How slowly a body may come in. */
  pace?: Pace;
}

function security() {
  return helmet({
    contentSecurityPolicy: {
      directives: {
        defaultSrc: ["'self'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        styleSrc: ["'self'", "'unsafe-inline'"],
        scriptSrc: ["'self'"],
        objectSrc: ["'none'"],
        frameAncestors: ["'none'"],
        // Plain http on loopback must not be sent to https.
        'upgrade-insecure-requests': null,
      },
    },
    strictTransportSecurity: false,
  });
}

/** A stream is sent as it comes: squeezed, it would wait for more. */
const isStream = (res: Response): boolean =>
  String(res.getHeader('Content-Type') ?? '').startsWith('text/event-stream');

export async function createApp({
  connection,
  logger,
  webFolder,
  pace = PACE,
}: AppOptions): Promise<express.Express> {
  const app = express();
  app.disable('x-powered-by');
  app.set('query parser', 'simple');
  app.use(
    pinoHttp({
      logger,
      autoLogging: { ignore: (req) => !req.url?.startsWith('/api') },
      // Headers carry session cookies; a log must not.
      serializers: {
        req: ({ id, method, url }: { id: unknown; method: string; url: string }) => ({ id, method, url }),
        res: ({ statusCode }: { statusCode: number }) => ({ statusCode }),
      },
    }),
  );
  app.use(security());
  app.use(measured(connection));
  knownHosts(app);
  // Answers are made once and sent once: a quick squeeze reaches the reader sooner than a tight one.
  app.use(compression({ level: 3, filter: (req, res) => !isStream(res) && compression.filter(req, res) }));
  if (webFolder && existsSync(webFolder)) {
    // Built files carry a hash of their contents in the name.
    app.use('/assets', express.static(path.join(webFolder, 'assets'), { immutable: true, maxAge: '1y' }));
    app.use(express.static(webFolder, { index: false }));
  }

  app.get(ROUTES.health.path, async (_req, res) => {
    await connection.pool.query('select 1');
    res.json({ ok: true });
  });
  const description = describeApi();
  app.get(ROUTES.openapi.path, (_req, res) => {
    res.json(description);
  });

  app.use('/api', slowBodies(pace), (_req, res, next) => {
    res.setHeader('Cache-Control', 'no-store');
    next();
  });
  plan.mountCalendars(app, connection);
  const session = await sessions(connection);
  app.use('/api', session, bearer(connection));
  const throttle = new Throttle(connection);
  mountSession(app, connection, throttle);
  const handlers = {
    ...find,
    ...vehicles,
    ...match,
    ...parts,
    ...connectors,
    ...procedures,
    ...access,
    ...sheet,
    ...review,
    ...proposals,
    ...photos,
    ...history,
    ...importing,
    ...jobs,
    ...streams,
    ...diagnosis,
    ...desk,
    ...corrections,
    ...merging,
    plan: plan.plan,
    tryPlan: plan.tryPlan,
    workshop: plan.workshop,
    setWorkshop: plan.setWorkshop,
    calendarFeeds: plan.calendarFeeds,
    newCalendarFeed: plan.newCalendarFeed,
    endCalendarFeed: plan.endCalendarFeed,
    ...failures,
    ...filing,
    ...proving,
    instruments: instruments.instruments,
    standInAct: instruments.standInAct,
    ...compare,
    ...practice,
    ...vins,
    ...library,
    ...search,
    ...coverage,
    ...tableRoutes(new TableWork(connection)),
    importedParts,
    leaveOut,
    ...webhooks,
    ...auditRoutes(connection),
    ...accountRoutes(throttle),
  };
  const live = new LiveJobs(connection, logger);
  app.locals.endStreams = () => live.end();
  mountLive(app, connection, live);
  instruments.mountReadings(app);
  const read = mount(app, connection, handlers, {
    newUpload: tableReader(),
    newPhoto: photoReader,
    newJobPhoto: photoReader,
  });

  app.use('/api', (_req, _res, next) => next(new ProblemError('not-found')));
  if (webFolder && existsSync(webFolder)) {
    await mountFirstViews(app, connection, { webFolder, session, read });
    app.get('/{*splat}', (_req, res) => {
      res.setHeader('Cache-Control', 'no-cache');
      res.sendFile(path.join(webFolder, 'index.html'));
    });
  }

  app.use((error: unknown, req: Request, res: Response, next: NextFunction) => {
    if (res.headersSent) return next(error);
    const problem = problemOf(error);
    if (problem.code === 'internal') req.log.error({ err: error }, 'request failed');
    sendProblem(res, problem, req.originalUrl);
  });
  return app;
}
