import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { FAULTS, type StandInFault } from '@radiatrix/core/stand-in';
import { writeLine, type Reading } from '@radiatrix/core/instrument';
import type { StandInAct } from '@radiatrix/contract';
import { StandIns } from './stand-ins.ts';

/**
 * The stand-in instruments as a process of their own, on loopback only.
 *
 * Environment: PORT, INSTRUMENTS_SEED (which vehicle), INSTRUMENTS_FAULTS (comma between; what is wrong with it),
 * INSTRUMENTS_SPEED (how many times quicker than a clock a course goes by).
 *
 *   GET  /instruments                     what there is
 *   GET  /instruments/:id/readings?after= readings as server-sent events, one JSON line each, numbered
 *   POST /stand-in                        something is done to the vehicle
 */
const TICK_MS = 100;
const MOST_BODY = 2000;
const faults = (process.env.INSTRUMENTS_FAULTS ?? 'air pocket')
  .split(',')
  .map((each) => each.trim())
  .filter((each): each is StandInFault => (FAULTS as readonly string[]).includes(each));
const standIns = new StandIns(
  Number(process.env.INSTRUMENTS_SEED) || 4,
  faults,
  Number(process.env.INSTRUMENTS_SPEED) || 1,
);

const answer = (res: ServerResponse, status: number, body: unknown): void => {
  res.writeHead(status, { 'content-type': 'application/json', 'cache-control': 'no-store' });
  res.end(JSON.stringify(body));
};

function follow(req: IncomingMessage, res: ServerResponse, id: string, asked: number): void {
  const head = standIns.head(id);
  if (!head) return answer(res, 404, { title: 'No such instrument.' });
  const last = Number(req.headers['last-event-id'] ?? NaN);
  res.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-store' });
  res.write(`event: head\ndata: ${writeLine(head)}\n\n`);
  const tell = (readings: readonly Reading[]): void => {
    res.write(readings.map((reading) => `id: ${reading.seq}\ndata: ${writeLine(reading)}\n\n`).join(''));
  };
  const end = standIns.follow(id, Number.isInteger(last) ? Math.max(last, asked) : asked, tell);
  req.on('close', end);
}

function act(req: IncomingMessage, res: ServerResponse): void {
  let text = '';
  req.setEncoding('utf8');
  req.on('data', (piece: string) => {
    text += piece;
    if (text.length > MOST_BODY) req.destroy();
  });
  req.on('end', () => {
    try {
      standIns.act(JSON.parse(text) as StandInAct);
      answer(res, 200, standIns.status());
    } catch {
      answer(res, 400, { title: 'That is nothing that can be done to it.' });
    }
  });
}

const server = createServer((req, res) => {
  const url = new URL(req.url ?? '/', 'http://127.0.0.1');
  const readings = /^\/instruments\/([a-z-]{1,40})\/readings$/.exec(url.pathname);
  if (req.method === 'GET' && url.pathname === '/instruments') answer(res, 200, standIns.status());
  else if (req.method === 'GET' && readings)
    follow(req, res, readings[1]!, Number(url.searchParams.get('after') ?? -1));
  else if (req.method === 'POST' && url.pathname === '/stand-in') act(req, res);
  else answer(res, 404, { title: 'Nothing here.' });
});
let before = performance.now();
const clock = setInterval(() => {
  const now = performance.now();
  standIns.pass(now - before);
  before = now;
}, TICK_MS);
server.listen(Number(process.env.PORT ?? 8470), '127.0.0.1', () => process.send?.({ ready: true }));
const stop = (): void => {
  clearInterval(clock);
  server.closeAllConnections();
  server.close(() => process.exit(0));
};
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
process.on('disconnect', stop);
