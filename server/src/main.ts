import cluster from 'node:cluster';
import { existsSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { connect, type Connection } from './db/client.ts';
import { createIfMissing, prepare } from './db/prepare.ts';
import { addFirstPeople, isEmpty, loadDemo, type FirstPerson } from './demo/load.ts';
import { asPerson } from './db/transaction.ts';
import { judgeWhereMissing } from './failures/keep.ts';
import { foldOutdated } from './jobs/service.ts';
import { keepHouse } from './housekeeping.ts';
import { LAN_PORT, listenInShop, shopAddresses } from './lan/listen.ts';
import { serverPair } from './lan/certificates.ts';
import { newToken } from './http/session.ts';
import { serveMetrics } from './metrics/serve.ts';
import { keepDelivering } from './webhooks/service.ts';

/**
 * Environment: DATABASE_URL (required), PORT, RADIATRIX_DEMO=no for an empty start, RADIATRIX_LOG=path for a log
 * file (default: standard error), RADIATRIX_LAN=folder of certificates to answer in the shop's network too, over HTTPS on
 * RADIATRIX_LAN_PORT, RADIATRIX_WEB=folder of another built interface, RADIATRIX_WORKERS for how many processes answer (default: one a processor, four at
 * most), RADIATRIX_PROXY and RADIATRIX_HOSTS for a server behind a proxy, RADIATRIX_METRICS_PORT for Prometheus on
 * loopback (docs/running.md). The first process brings the database up to date and keeps house; the others answer, and one that dies is
 * replaced.
 */
const url = process.env.DATABASE_URL;
if (!url) {
  process.stderr.write('DATABASE_URL is not set; run `npm start`, which sets it.\n');
  process.exit(2);
}
const root = path.resolve(import.meta.dirname, '../..');
const port = Number(process.env.PORT ?? 8460);
const lan = process.env.RADIATRIX_LAN
  ? {
      folder: process.env.RADIATRIX_LAN,
      host: '0.0.0.0',
      port: Number(process.env.RADIATRIX_LAN_PORT ?? LAN_PORT),
    }
  : undefined;
const workers = Number(process.env.RADIATRIX_WORKERS) || Math.min(4, os.availableParallelism());
const logger = pino(
  { level: process.env.LOG_LEVEL ?? 'info' },
  pino.destination({ dest: process.env.RADIATRIX_LOG ?? 2, sync: false, mkdir: true }),
);
/** A header is here at once, a body within a quarter of an hour; how slowly it may come, the application says. */
const HEAD_MS = 20_000;
const WHOLE_MS = 15 * 60_000;
/** Longer than a proxy or a browser waits between two requests: a connection closed at that moment loses one. */
const IDLE_MS = 75_000;
const LONGEST_PAUSE_MS = 30_000;
/** What a process that answers may keep, MB: far above what it needs; without a limit V8 lets garbage grow to four times that. */
const HEAP_MB = 1024;

try {
  if (cluster.isPrimary) await lead(url);
  else await answer(url);
} catch (error) {
  // Most likely PostgreSQL is not there yet; whoever watches over this process begins it anew.
  logger.fatal({ err: error }, 'not begun');
  process.stderr.write(`Not begun: ${(error as Error).message}\n`);
  process.exit(1);
}

/** Ends this process once what is under way is done, and in any case soon. */
function whenAsked(stop: () => Promise<unknown>): () => boolean {
  let stopping = false;
  const end = (): void => {
    if (stopping) return;
    stopping = true;
    void stop().finally(() => process.exit(0));
    setTimeout(() => process.exit(0), 4000).unref();
  };
  for (const signal of ['SIGTERM', 'SIGINT', 'disconnect'] as const) process.on(signal, end);
  return () => stopping;
}

async function lead(databaseUrl: string): Promise<void> {
  // Made once, before several processes want it.
  if (lan) serverPair(lan.folder, shopAddresses());
  await createIfMissing(databaseUrl);
  const connection = connect(databaseUrl);
  const firstPeople = await upToDate(connection);
  await keepHouse(connection, (error) => logger.error({ err: error }, 'clearing away failed'));
  keepDelivering(connection, (error) => logger.error({ err: error }, 'messages were not sent'));
  const stopping = whenAsked(async () => {
    const ended = Object.values(cluster.workers ?? {}).map(
      (worker) =>
        new Promise((resolve) => {
          worker!.once('exit', resolve);
          worker!.kill('SIGTERM');
        }),
    );
    await Promise.all([...ended, connection.end()]);
  });

  let [listening, pauseMs] = [0, 1000];
  cluster.on('message', (_worker, message: { refused?: string }) => {
    if (!message.refused) return;
    process.stderr.write(`Port ${port} cannot be used: ${message.refused}\n`);
    process.exit(1);
  });
  cluster.on('listening', () => {
    listening += 1;
    if (listening !== workers) return;
    // `npm start` shows first passwords itself; a service has nobody to show them, so they are written here, once.
    if (process.send) process.send({ ready: true, port, firstPeople });
    else
      for (const { username, password } of firstPeople)
        process.stderr.write(`first password of ${username}: ${password}\n`);
    logger.info({ port, workers }, 'listening');
    setTimeout(() => (pauseMs = 1000), LONGEST_PAUSE_MS).unref();
  });
  cluster.on('exit', (worker, code, signal) => {
    listening -= 1;
    if (stopping()) return;
    logger.error(
      { pid: worker.process.pid, code, signal, pauseMs },
      'a process that answers ended; another is begun',
    );
    setTimeout(() => {
      if (!stopping()) cluster.fork();
    }, pauseMs);
    pauseMs = Math.min(pauseMs * 2, LONGEST_PAUSE_MS);
  });
  if (process.env.RADIATRIX_METRICS_PORT) serveMetrics(Number(process.env.RADIATRIX_METRICS_PORT));
  cluster.setupPrimary({ execArgv: [...process.execArgv, `--max-old-space-size=${HEAP_MB}`] });
  for (let count = 0; count < workers; count += 1) cluster.fork();
}

/** Tables, jobs and first contents as this version wants them. */
async function upToDate(connection: Connection): Promise<FirstPerson[]> {
  await prepare(connection);
  await foldOutdated(connection.db, (personId, work) => asPerson(connection.db, personId, work));
  await connection.db.transaction(judgeWhereMissing);
  if (!(await isEmpty(connection.db))) return [];
  if (process.env.RADIATRIX_DEMO === 'no') return addFirstPeople(connection.db, newToken);
  await loadDemo(connection.db, path.join(root, 'demo'));
  return [];
}

async function answer(databaseUrl: string): Promise<void> {
  const connection = connect(databaseUrl);
  const webFolder = process.env.RADIATRIX_WEB ?? path.join(root, 'web/dist');
  const app = await createApp({
    connection,
    logger,
    webFolder: existsSync(webFolder) ? webFolder : undefined,
  });
  const server = app.listen(port, '127.0.0.1', (error?: Error) => {
    if (error) process.send?.({ refused: error.message });
  });
  const servers = [server, ...(lan ? listenInShop(lan, app) : [])];
  for (const each of servers) {
    each.headersTimeout = HEAD_MS;
    each.requestTimeout = WHOLE_MS;
    each.keepAliveTimeout = IDLE_MS;
  }
  whenAsked(async () => {
    // Requests under way are answered; idle connections are closed at once.
    (app.locals.endStreams as () => void)();
    await Promise.all(
      servers.map((each) => {
        const closed = new Promise((resolve) => each.close(resolve));
        each.closeIdleConnections();
        return closed;
      }),
    );
    await connection.end();
  });
}
