import type { Change, ImportedPart, ReviewLine } from '@radiatrix/contract';
import { importWords } from '@radiatrix/words/en/import';
import { kindName } from '@radiatrix/words/figures';
import type { Db } from '../db/client.ts';
import { keepCorrection, reachesOf } from '../corrections/service.ts';
import { figuresOfRevisions } from '../figures/queries.ts';
import { notFound, ProblemError } from '../http/problem.ts';
import type { Handler } from '../http/route.ts';
import { changeOf } from '../proposals/touched.ts';
import { headOf, type RevisionHead } from '../revisions/queries.ts';
import {
  batchKinds,
  batchRevisions,
  batchVersion,
  leaveOutOf,
  oddCounts,
  partsOfBatch,
  releaseBatch,
  unhurried,
  waitingBatches,
  type BatchRow,
} from '../tables/batch-queries.ts';
import { partChanges } from './part-changes.ts';

const SHOWN = 100;

const lineOf = ({ id, name, author, writers, at, version, sentBackFor, parts }: BatchRow): ReviewLine => ({
  kind: 'import',
  id,
  title: importWords('title', { n: parts, name }),
  revision: version,
  state: 'draft',
  author,
  writers,
  changed: { by: author, at },
  sentBackFor: sentBackFor ?? '',
});

/** Tables of parts that came in, each one thing to review. */
export const importLines = async (db: Db): Promise<ReviewLine[]> => (await waitingBatches(db)).map(lineOf);

export async function openImport(db: Db, id: number): Promise<RevisionHead> {
  const [row] = await waitingBatches(db, id);
  if (!row) throw notFound('An import of that number');
  return {
    id,
    revision: row.version,
    version: await batchVersion(db, id),
    state: 'draft',
    authorId: row.personId,
    writers: row.writers,
  };
}

/** What an import brings, kind by kind; its parts are listed by themselves. */
export async function importChanges(
  db: Db,
  id: number,
): Promise<{ changes: Change[]; blocking: string[]; remarks: string[] }> {
  const kinds = await batchKinds(db, id);
  const { odd = 0 } = await oddCounts(db, id);
  return {
    changes: kinds.map(({ kind, fresh, changed }) =>
      changeOf(
        kindName(kind),
        '',
        [
          ...(fresh > 0 ? [importWords('kinds:new', { n: fresh })] : []),
          ...(changed > 0 ? [importWords('kinds:changed', { n: changed })] : []),
        ].join(', '),
      ),
    ),
    blocking: [],
    remarks: odd > 0 ? [importWords('odd', { n: odd })] : [],
  };
}

/** Releases the whole import; what it corrects of parts that jobs used is told to these jobs. */
export async function releaseImport(db: Db, id: number, personId: number): Promise<boolean> {
  // Thousands of rows at once take longer than what people else wait for.
  await unhurried(db);
  const corrected: { partId: number; title: string; changes: Change[] }[] = [];
  for (const { partId, revision } of await batchRevisions(db, id)) {
    // A first release corrects nothing.
    if (revision === 1) continue;
    const released = await headOf(db, 'part', partId, false);
    if (!released || (await reachesOf(db, { about: 'part', aboutId: partId })).length === 0) continue;
    const open = (await headOf(db, 'part', partId, true))!;
    const { title, changes } = await partChanges(db, partId, open, released);
    corrected.push({ partId, title, changes });
  }
  if ((await releaseBatch(db, id, personId)) === 0) return false;
  for (const { partId, title, changes } of corrected)
    await keepCorrection(db, { about: 'part', aboutId: partId, title }, { changes });
  return true;
}

export const importedParts: Handler<'importedParts'> = async ({ db, params, query: { which, after } }) => {
  const id = Number(params.id);
  await openImport(db, id);
  const rows = await partsOfBatch(db, id, { which, after, most: SHOWN + 1 });
  const shown = rows.slice(0, SHOWN);
  const figures = await figuresOfRevisions(
    db,
    shown.map(({ revisionId }) => revisionId),
  );
  const parts = shown.map(({ revisionId, ...part }): ImportedPart => ({
    ...part,
    figures: figures
      .filter((figure) => figure.partRevisionId === revisionId)
      .map(({ key, value, word }) => ({ key, value, word })),
  }));
  return { body: { parts, more: rows.length > SHOWN, counts: await oddCounts(db, id) } };
};

export const leaveOut: Handler<'leaveOut'> = async ({ db, params, body: { parts } }) => {
  const id = Number(params.id);
  await openImport(db, id);
  const left = await leaveOutOf(db, id, parts);
  if (left === 0) throw new ProblemError('stale', { detail: importWords('gone') });
  return { body: { left } };
};
