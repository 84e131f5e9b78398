import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream as WebStream } from 'node:stream/web';
import type { Express, NextFunction, Request, Response } from 'express';
import { ROUTES, readingsQuery } from '@radiatrix/contract/schemas';
import { ProblemError, notFound } from '../http/problem.ts';
import { validate, type Handler } from '../http/route.ts';
import { currentPerson } from '../http/session.ts';
import { actOnStandIn, instrumentsAddress, reachInstruments } from './reach.ts';

export const instruments: Handler<'instruments'> = async () => ({ body: await reachInstruments() });
export const standInAct: Handler<'standInAct'> = async ({ body }) => ({ body: await actOnStandIn(body) });

/** Readings go through as they come: the browser reaches this server alone. */
export function mountReadings(app: Express): void {
  const follow = async (req: Request<{ instrument: string }>, res: Response): Promise<void> => {
    if (!currentPerson(req)) throw new ProblemError('not-signed-in');
    if (!req.bearer && req.session.leftAt) throw new ProblemError('not-allowed');
    const base = instrumentsAddress();
    if (!base || !/^[a-z-]{1,40}$/.test(req.params.instrument)) throw notFound('That instrument');
    const { after } = validate(readingsQuery, { ...req.query }) as { after: number };
    const last = req.get('last-event-id');
    const gone = new AbortController();
    res.on('close', () => gone.abort());
    const reply = await fetch(`${base}/instruments/${req.params.instrument}/readings?after=${after}`, {
      signal: gone.signal,
      headers: last && /^\d{1,10}$/.test(last) ? { 'last-event-id': last } : {},
    }).catch(() => undefined);
    if (!reply?.ok || !reply.body) throw notFound('That instrument');
    res.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store, no-transform',
      'X-Accel-Buffering': 'no',
    });
    // Whoever reads goes away, or the instruments do: either ends it, and neither is a fault.
    await pipeline(Readable.fromWeb(reply.body as WebStream), res).catch(() => {});
  };
  app.get(ROUTES.readings.path, (req, res, next: NextFunction) => {
    follow(req as Request<{ instrument: string }>, res).catch(next);
  });
}
