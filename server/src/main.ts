import { existsSync } from 'node:fs';
import path from 'node:path';
import { pino } from 'pino';
import { createApp } from './app.ts';
import { connect } from './db/client.ts';
import { createIfMissing, prepare } from './db/prepare.ts';
import { addFirstPeople, isEmpty, loadDemo } from './demo/load.ts';
import { asPerson } from './db/transaction.ts';
import { foldOutdated } from './jobs/service.ts';
import { keepHouse } from './housekeeping.ts';
import { newToken } from './http/session.ts';

/**
 * Environment: DATABASE_URL (required), PORT, RADIATRIX_DEMO=no for an empty start, RADIATRIX_LOG=path for a log
 * file (default: standard error).
 */
const url = process.env.DATABASE_URL;
if (!url) {
  process.stderr.write('DATABASE_URL is not set; run `npm start`, which sets it.\n');
  process.exit(2);
}
const root = path.resolve(import.meta.dirname, '../..');
const port = Number(process.env.PORT ?? 8460);
const logger = pino(
  { level: process.env.LOG_LEVEL ?? 'info' },
  pino.destination({ dest: process.env.RADIATRIX_LOG ?? 2, sync: false, mkdir: true }),
);

await createIfMissing(url);
const connection = connect(url);
await prepare(connection);
await foldOutdated(connection.db, (personId, work) => asPerson(connection.db, personId, work));
let firstPeople: { username: string; password: string }[] = [];
if (await isEmpty(connection.db)) {
  if (process.env.RADIATRIX_DEMO === 'no') firstPeople = await addFirstPeople(connection.db, newToken);
  else await loadDemo(connection.db, path.join(root, 'demo'));
}
await keepHouse(connection, (error) => logger.error({ err: error }, 'clearing away failed'));

const webFolder = path.join(root, 'web/dist');
const app = await createApp({ connection, logger, webFolder: existsSync(webFolder) ? webFolder : undefined });
const server = app.listen(port, '127.0.0.1', (error?: Error) => {
  if (error) {
    process.stderr.write(`Port ${port} cannot be used: ${error.message}\n`);
    process.exit(1);
  }
  process.send?.({ ready: true, port, firstPeople });
  logger.info({ port }, 'listening');
});

let stopping = false;
function stop(): void {
  if (stopping) return;
  stopping = true;
  // Requests under way are answered; idle connections are closed at once.
  server.close(() => void connection.end().then(() => process.exit(0)));
  server.closeIdleConnections();
  setTimeout(() => process.exit(0), 4000).unref();
}
process.on('SIGTERM', stop);
process.on('SIGINT', stop);
process.on('disconnect', stop);
