import type { Connection } from './db/client.ts';
import { foldLibraryChanges, forgetOldAnswers } from './http/queries.ts';
import { forgetOldSignIns } from './people/queries.ts';
import { dropOldUploads } from './tables/uploads-queries.ts';

const EVERY_MS = 30 * 60_000;

/** Clears away what has had its day: answers kept for copies of requests, tables nobody went on with, sign-ins. */
export async function clearAway({ db }: Pick<Connection, 'db'>): Promise<void> {
  await forgetOldAnswers(db);
  await forgetOldSignIns(db);
  await dropOldUploads(db);
  await foldLibraryChanges(db);
}

/** Once now, then by schedule; what one server clears away another finds gone, and nothing more. */
export async function keepHouse(connection: Connection, failed: (error: unknown) => void): Promise<void> {
  await clearAway(connection);
  setInterval(() => void clearAway(connection).catch(failed), EVERY_MS).unref();
}
