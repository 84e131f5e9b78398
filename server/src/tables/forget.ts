import type { Db } from '../db/client.ts';
import { forgetParts } from './part-queries.ts';
import { forgetLines } from './staging.ts';
import { forgetUpload } from './uploads-queries.ts';

/** Forgets what lies in the staging tables for an upload. */
export async function forgetStaged(db: Db, id: string): Promise<void> {
  await forgetLines(db, id);
  await forgetParts(db, id);
}

/** Forgets an upload with its file, its rows and what is wrong with them. */
export async function forgetEverything(db: Db, id: string): Promise<void> {
  await forgetStaged(db, id);
  await forgetUpload(db, id);
}
