import { existsSync } from 'node:fs';
import path from 'node:path';
import compression from 'compression';
import express, { type NextFunction, type Request, type Response } from 'express';
import helmet from 'helmet';
import type { Logger } from 'pino';
import { pinoHttp } from 'pino-http';
import { PHOTO_LIMIT_BYTES } from '@radiatrix/contract';
import { ROUTES } from '@radiatrix/contract/schemas';
import { auditRoutes } from './audit/routes.ts';
import { Auditor } from './audit/service.ts';
import * as compare from './compare/routes.ts';
import * as connectors from './connectors/routes.ts';
import * as coverage from './coverage/routes.ts';
import type { Connection } from './db/client.ts';
import * as find from './find/routes.ts';
import * as history from './history/routes.ts';
import { problemBody, problemOf, ProblemError } from './http/problem.ts';
import { mount } from './http/route.ts';
import { sessions } from './http/session.ts';
import * as importing from './importing/routes.ts';
import * as jobs from './jobs/routes.ts';
import * as library from './library/routes.ts';
import * as match from './match/routes.ts';
import { describeApi } from './openapi/describe.ts';
import * as parts from './parts/routes.ts';
import { mountSession } from './people/routes.ts';
import * as photos from './photos/routes.ts';
import * as practice from './practice/routes.ts';
import * as procedures from './procedures/routes.ts';
import * as proposals from './proposals/routes.ts';
import * as review from './review/routes.ts';
import * as search from './search/routes.ts';
import * as sheet from './sheet/routes.ts';
import * as streams from './streams/routes.ts';
import { tableRoutes } from './tables/routes.ts';
import { Uploads } from './tables/service.ts';
import * as vehicles from './vehicles/routes.ts';
import * as vins from './vins/routes.ts';

export interface AppOptions {
  connection: Connection;
  logger: Logger;
  /** Folder of the built interface; without it only the API answers. */
  webFolder?: string;
}

const JSON_LIMIT = '1mb';
const BUNDLE_LIMIT = '30mb';

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

export async function createApp({ connection, logger, webFolder }: AppOptions): Promise<express.Express> {
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
  // Answers are made once and sent once: a quick squeeze reaches the reader sooner than a tight one.
  app.use(compression({ level: 3 }));
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

  app.use('/api', (_req, res, next) => {
    res.setHeader('Cache-Control', 'no-store');
    next();
  });
  app.use('/api', await sessions(connection));
  app.use('/api/import', express.json({ limit: BUNDLE_LIMIT }));
  app.use('/api/photos', express.raw({ type: () => true, limit: PHOTO_LIMIT_BYTES }));
  app.use('/api', express.json({ limit: JSON_LIMIT }));
  mountSession(app, connection);
  mount(app, connection.db, {
    ...find,
    ...vehicles,
    ...match,
    ...parts,
    ...connectors,
    ...procedures,
    ...sheet,
    ...review,
    ...proposals,
    ...photos,
    ...history,
    ...importing,
    ...jobs,
    ...streams,
    ...compare,
    ...practice,
    ...vins,
    ...library,
    ...search,
    ...coverage,
    ...tableRoutes(new Uploads(connection)),
    ...auditRoutes(new Auditor(connection.url)),
  });

  app.use('/api', (_req, _res, next) => next(new ProblemError('not-found')));
  if (webFolder && existsSync(webFolder))
    app.get('/{*splat}', (_req, res) => {
      res.setHeader('Cache-Control', 'no-cache');
      res.sendFile(path.join(webFolder, 'index.html'));
    });

  app.use((error: unknown, req: Request, res: Response, next: NextFunction) => {
    if (res.headersSent) return next(error);
    const problem = problemOf(error);
    if (problem.code === 'internal') req.log.error({ err: error }, 'request failed');
    const body = problemBody(problem, req.originalUrl.slice(0, 200));
    res.status(body.status).type('application/problem+json').send(JSON.stringify(body));
  });
  return app;
}
