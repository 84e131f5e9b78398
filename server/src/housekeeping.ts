import { readdir, rm, stat } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import type { Connection } from './db/client.ts';
import { foldLibraryChanges, forgetOldAnswers } from './http/queries.ts';
import { forgetOldSignIns } from './people/queries.ts';
import { forgetOldTokens } from './people/tokens-queries.ts';
import { TABLE_FOLDER } from './tables/open.ts';
import { forgetOldMessages } from './webhooks/queries.ts';
import { dropOldUploads } from './tables/uploads-queries.ts';

const EVERY_MS = 30 * 60_000;

const LEFT_BEHIND_MS = 60 * 60_000;

/** Files that a killed server had laid down and nobody will read any more. */
async function clearTemporary(): Promise<void> {
  const names = await readdir(os.tmpdir()).catch(() => []);
  for (const name of names.filter((each) => each.startsWith(TABLE_FOLDER))) {
    const folder = path.join(os.tmpdir(), name);
    const { mtimeMs } = await stat(folder).catch(() => ({ mtimeMs: Date.now() }));
    if (Date.now() - mtimeMs > LEFT_BEHIND_MS) await rm(folder, { recursive: true, force: true });
  }
}

/** Clears away what has had its day: answers kept for copies of requests, tables nobody went on with, sign-ins. */
export async function clearAway({ db }: Pick<Connection, 'db'>): Promise<void> {
  await forgetOldAnswers(db);
  await forgetOldSignIns(db);
  await forgetOldTokens(db);
  await forgetOldMessages(db);
  await dropOldUploads(db);
  await foldLibraryChanges(db);
  await clearTemporary();
}

/** Once now, then by schedule; what one server clears away another finds gone, and nothing more. */
export async function keepHouse(connection: Connection, failed: (error: unknown) => void): Promise<void> {
  await clearAway(connection);
  setInterval(() => void clearAway(connection).catch(failed), EVERY_MS).unref();
}
