import express, { type NextFunction, type Request, type RequestHandler, type Response } from 'express';
import type { Person } from '@radiatrix/contract';
import type { Route } from '@radiatrix/contract/schemas';
import { ProblemError, sendProblem } from './problem.ts';

const JSON_LIMIT_BYTES = 1024 * 1024;
/** Nothing that a person writes lies deeper; what does would only be walked through to no end. */
const DEEPEST = 60;

/** A file that came in, read whole or laid down on disk before any connection is held for it. */
export interface ReadFile {
  body: unknown;
  /** What its bytes come to, so that the same key with another file is noticed. */
  sha256: string;
}
/** Reads the body of an address that takes a file; `unused` is told when nothing came of it. */
export type FileReader = (
  req: Request,
  person: Person,
) => Promise<ReadFile & { unused?: () => Promise<unknown> }>;

function tooDeep(value: unknown): boolean {
  let level = [value];
  for (let depth = 0; level.length > 0; depth += 1) {
    if (depth > DEEPEST) return true;
    level = level.flatMap((each) => (typeof each === 'object' && each !== null ? Object.values(each) : []));
  }
  return false;
}

const parsers = new Map<number, RequestHandler>();
const parserOf = (limit: number): RequestHandler => {
  const parser = parsers.get(limit) ?? express.json({ limit });
  parsers.set(limit, parser);
  return parser;
};

/** Reads a JSON body, once it is known that this person may send one and how large it may be. */
export async function readJson(req: Request, res: Response, route: Pick<Route, 'limitBytes'>): Promise<void> {
  await new Promise<void>((done, failed) =>
    parserOf(route.limitBytes ?? JSON_LIMIT_BYTES)(req, res, (error?: unknown) =>
      error ? failed(error as Error) : done(),
    ),
  );
  if (tooDeep(req.body))
    throw new ProblemError('unreadable', { detail: `It is nested deeper than ${DEEPEST} levels.` });
}

/** How slowly a body may come: less than `bytes` in each `everyMs` and the connection is given up. */
export interface Pace {
  everyMs: number;
  bytes: number;
}
export const PACE: Pace = { everyMs: 10_000, bytes: 2048 };

/**
 * Gives up on bodies that hardly come: who holds a hundred half-sent requests open holds nobody up. It counts what the
 * socket has read, so that the body stays with whoever reads it.
 */
export const slowBodies =
  ({ everyMs, bytes }: Pace): RequestHandler =>
  (req: Request, res: Response, next: NextFunction) => {
    if (req.headers['content-length'] === undefined && req.headers['transfer-encoding'] === undefined)
      return next();
    let seen = req.socket.bytesRead;
    const timer = setInterval(() => {
      if (req.complete) return clearInterval(timer);
      const came = req.socket.bytesRead - seen;
      seen += came;
      if (came >= bytes) return;
      clearInterval(timer);
      if (!res.headersSent) {
        res.setHeader('Connection', 'close');
        sendProblem(res, new ProblemError('too-slow', { detail: 'Nothing was changed.' }), req.originalUrl);
      }
      // A moment for the answer to leave, then the connection goes, and with it whatever waits for more of it.
      setTimeout(() => req.destroy(new ProblemError('too-slow')), 200).unref();
    }, everyMs);
    timer.unref();
    res.on('close', () => clearInterval(timer));
    next();
  };
