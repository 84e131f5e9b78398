import { configurationTitle } from '@radiatrix/core/vehicle';
import { proofreadMap } from '@radiatrix/core/access';
import { releasesAlone } from '@radiatrix/core/revision';
import { proofread, type Finding } from '@radiatrix/core/procedure';
import {
  CORRECTED,
  type Corrected,
  type Person,
  type ReviewKind,
  type ReviewLine,
  type ReviewRecord,
} from '@radiatrix/contract';
import { keepCorrection } from '../corrections/service.ts';
import { importWords } from '@radiatrix/words/en/import';
import type { Db } from '../db/client.ts';
import { everyFigureOfBay, releaseFigures, waitingBays } from '../figures/queries.ts';
import { figureRecord } from '../figures/service.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import type { Context } from '../http/route.ts';
import { markSentBack } from '../proposals/queries.ts';
import { openProposal, proposalDetails, proposalLines, releaseProposal } from '../proposals/service.ts';
import { mapOf } from '../access/queries.ts';
import { documentOf } from '../procedures/queries.ts';
import {
  advance,
  headOf,
  sendBackTo,
  withdrawFrom,
  type RevisionHead,
  type RevisionKind,
} from '../revisions/queries.ts';
import { advanceBay, configurationsByIds, loadVocabulary, sendBackBay } from '../vehicles/queries.ts';
import { settleTold, waitingTold } from '../vehicles/told-queries.ts';
import { toldChanges } from '../vehicles/told.ts';
import { batchedRevisions, sendBackBatch } from '../tables/batch-queries.ts';
import { shopPractice } from '../practice/service.ts';
import { tagOf } from '../revisions/service.ts';
import { releasedTitle, waitingMaps, waitingParts, waitingProcedures } from './queries.ts';
import { accessChanges, figureChanges, procedureChanges } from './changes.ts';
import { importChanges, importLines, openImport, releaseImport } from './imports.ts';
import { partChanges } from './part-changes.ts';

/** Revisions that wait for somebody else's eyes, the oldest wait first. */
export async function reviewLines(db: Db): Promise<ReviewLine[]> {
  const [proposals, imports, batched, parts, procedures, maps, bays, told] = await Promise.all([
    proposalLines(db),
    importLines(db),
    batchedRevisions(db),
    waitingParts(db),
    waitingProcedures(db),
    waitingMaps(db),
    waitingBays(db),
    toldLines(db),
  ]);
  const line = (
    kind: ReviewKind,
    {
      at,
      revisionId: _revision,
      ...row
    }: Omit<(typeof parts)[number], 'revisionId'> & { revisionId?: number },
  ): ReviewLine => ({
    kind,
    ...row,
    sentBackFor: row.sentBackFor ?? '',
    changed: { by: row.author, at },
  });
  return [
    ...proposals,
    ...told,
    ...imports,
    ...parts.filter(({ revisionId }) => !batched.has(revisionId)).map((row) => line('part', row)),
    ...procedures.map(({ bay: name, ...row }) =>
      line('procedure', { ...row, title: `${row.title}, ${name}` }),
    ),
    ...maps.map(({ bay: name, ...row }) => line('access', { ...row, title: `${row.title}, ${name}` })),
    ...bays.map(({ version, title, ...row }) =>
      line('bay', { ...row, title: `Figures of ${title}`, revision: version, state: 'draft' }),
    ),
  ].sort((a, b) => (a.changed.at < b.changed.at ? -1 : 1));
}

/** Vehicles recorded as they were told, each with the names that came in with it. */
async function toldLines(db: Db): Promise<ReviewLine[]> {
  const rows = await waitingTold(db);
  if (rows.length === 0) return [];
  const vocabulary = await loadVocabulary(db);
  const vehicles = await configurationsByIds(db, rows.map((row) => row.id)); // prettier-ignore
  const titles = new Map(vehicles.map((vehicle) => [vehicle.id, configurationTitle(vehicle, vocabulary)]));
  return rows.map((row) => ({
    kind: 'vehicle',
    id: row.id,
    title: titles.get(row.id) ?? '',
    revision: 1,
    state: 'draft',
    author: row.author,
    writers: tellersOf(row),
    changed: { by: row.author, at: row.at },
    sentBackFor: row.sentBackFor ?? '',
  }));
}

const tellersOf = (row: { toldBy: number; changedBy: number }): number[] => [
  ...new Set([row.toldBy, row.changedBy]),
];

async function openHead(db: Db, kind: ReviewKind, id: number): Promise<RevisionHead> {
  if (kind === 'proposal') {
    const { version, personId } = await openProposal(db, id);
    return { id, revision: version, version, state: 'draft', authorId: personId, writers: [personId] };
  }
  if (kind === 'vehicle') {
    const row = (await waitingTold(db)).find((each) => each.id === id);
    if (!row) throw notFound('That vehicle, as it was told,');
    return {
      id,
      revision: 1,
      version: row.version,
      state: 'draft',
      authorId: row.toldBy,
      writers: tellersOf(row),
    };
  }
  if (kind === 'import') return openImport(db, id);
  if (kind === 'bay') {
    const line = (await waitingBays(db)).find((each) => each.id === id);
    if (!line) throw notFound('Figures of that bay that wait');
    return {
      id,
      revision: line.version,
      version: line.version,
      state: 'draft',
      authorId: line.writers[0]!,
      writers: line.writers,
    };
  }
  const head = await headOf(db, kind, id, true);
  if (!head || head.state === 'released') throw notFound('An open revision of that record');
  return head;
}

/** What of a bay is new, another, or to go. */
async function bayChanges(db: Db, id: number) {
  const rows = await everyFigureOfBay(db, id);
  const before = rows.filter((row) => row.standing !== 'draft').map(figureRecord);
  const after = rows.filter((row) => row.standing !== 'dropping').map(figureRecord);
  return { changes: figureChanges('bay', before, after), blocking: [] as string[], remarks: [] as string[] };
}

async function documentChanges(db: Db, open: RevisionHead, released: RevisionHead | undefined) {
  const [after, before] = await Promise.all([
    documentOf(db, open.id),
    released ? documentOf(db, released.id) : undefined,
  ]);
  return { changes: procedureChanges(before, after!), ...standInTheWay(proofread(after!)) };
}

async function mapChanges(db: Db, open: RevisionHead, released: RevisionHead | undefined) {
  const [after, before] = await Promise.all([
    mapOf(db, open.id),
    released ? mapOf(db, released.id) : undefined,
  ]);
  return { changes: accessChanges(before, after!), ...standInTheWay(proofreadMap(after!)) };
}

const standInTheWay = (findings: readonly Finding[]): Pick<ReviewRecord, 'blocking' | 'remarks'> => ({
  blocking: findings.filter((finding) => finding.severity === 'wrong').map((finding) => finding.message),
  remarks: findings.filter((finding) => finding.severity === 'look').map((finding) => finding.message),
});

/** What changed since the last release, what backs it, and what stands in the way. */
export async function reviewRecord(db: Db, kind: ReviewKind, id: number): Promise<ReviewRecord> {
  const [open, released, lines] = await Promise.all([
    openHead(db, kind, id),
    hasRevisions(kind) ? headOf(db, kind, id, false) : undefined,
    reviewLines(db),
  ]);
  const line = lines.find((each) => each.kind === kind && each.id === id)!;
  const found =
    kind === 'proposal'
      ? proposalDetails(await openProposal(db, id))
      : kind === 'bay'
        ? await bayChanges(db, id)
        : kind === 'vehicle'
          ? { ...(await toldChanges(db, id)), blocking: [] }
          : kind === 'import'
            ? await importChanges(db, id)
            : kind === 'part'
              ? await partChanges(db, id, open, released)
              : kind === 'access'
                ? await mapChanges(db, open, released)
                : await documentChanges(db, open, released);
  return {
    ...line,
    version: open.version,
    revisionId: open.id,
    since: !hasRevisions(kind)
      ? kind === 'vehicle'
        ? 'nothing: recorded as told'
        : 'what everybody sees now'
      : released
        ? `revision ${released.revision}`
        : 'nothing: first revision',
    ...found,
  };
}

/** Kinds with revisions of their own; the others are let through or sent back as they stand. */
const hasRevisions = (kind: ReviewKind): kind is RevisionKind =>
  kind !== 'bay' && kind !== 'vehicle' && kind !== 'import' && kind !== 'proposal';

async function judged(
  db: Db,
  kind: ReviewKind,
  id: number,
  person: Person,
  ifMatch: string,
): Promise<RevisionHead> {
  const head = await openHead(db, kind, id);
  if (tagOf(head) !== ifMatch)
    throw new ProblemError('stale', {
      detail: 'It was changed after you opened it; read it again.',
      current: await reviewRecord(db, kind, id),
    });
  if (head.writers.includes(person.id) && !releasesAlone(await shopPractice(db)))
    throw new ProblemError('own-work', {
      detail: 'You wrote on this revision. Somebody else must review it.',
    });
  return head;
}

const lost = () => new ProblemError('stale', { detail: 'It was changed in this moment; read it again.' });

export async function checkRevision(
  db: Db,
  kind: ReviewKind,
  id: number,
  person: Person,
  ifMatch: string,
): Promise<void> {
  if (!hasRevisions(kind))
    throw new ProblemError('not-ready', { detail: 'A reviewer releases this at once.' });
  const head = await judged(db, kind, id, person, ifMatch);
  if (head.writers.includes(person.id))
    throw new ProblemError('own-work', { detail: 'Your own work is released by you, not checked.' });
  if (head.state === 'checked') throw new ProblemError('not-ready', { detail: 'It is checked already.' });
  if (!(await advance(db, kind, head, { state: 'checked', checkedBy: person.id }))) throw lost();
}

/** One act by a reviewer who did not write any of it: from here on installers see this revision. */
export async function releaseRevision(
  db: Db,
  kind: ReviewKind,
  id: number,
  person: Person,
  ifMatch: string,
  replay: Context['replay'],
): Promise<void> {
  const head = await judged(db, kind, id, person, ifMatch);
  const before = hasRevisions(kind) ? await headOf(db, kind, id, false) : undefined;
  const record = await reviewRecord(db, kind, id);
  const { blocking } = record;
  if (blocking.length > 0)
    throw new ProblemError('not-ready', {
      detail: 'It cannot be released yet.',
      fields: blocking.map((message) => ({ path: '', message })),
    });
  if (kind === 'proposal') {
    if (!(await releaseProposal(db, await openProposal(db, id), person, replay))) throw lost();
  } else if (kind === 'vehicle') {
    if (!(await settleTold(db, id, null))) throw lost();
  } else if (kind === 'import') {
    if (!(await releaseImport(db, id, person.id))) throw lost();
  } else if (kind === 'bay') {
    if ((await advanceBay(db, id, head.version)) === undefined) throw lost();
    await releaseFigures(db, id);
  } else if (
    !(await advance(db, kind, head, {
      state: 'released',
      releasedBy: person.id,
      alone: head.writers.includes(person.id),
    }))
  )
    throw lost();
  // A first release corrects nothing; what is said of a record in a proposal may.
  if (before || !hasRevisions(kind)) await correctedBy(db, record);
}

const isCorrected = (kind: string): kind is Corrected => (CORRECTED as readonly string[]).includes(kind);

/** What this release puts right, for the jobs that have used it. */
async function correctedBy(db: Db, { kind, id, about, title, changes }: ReviewRecord): Promise<void> {
  const own = kind === 'proposal' ? about : { kind, id };
  if (!own || own.id === null || !isCorrected(own.kind)) return;
  await keepCorrection(db, { about: own.kind, aboutId: own.id, title }, { changes });
}

/** A reviewer gives a draft back to whoever wrote it, and says why. */
export async function sendBack(
  db: Db,
  kind: ReviewKind,
  id: number,
  person: Person,
  ifMatch: string,
  reason: string,
): Promise<void> {
  const head = await judged(db, kind, id, person, ifMatch);
  const done =
    kind === 'proposal'
      ? await markSentBack(db, head, reason)
      : kind === 'bay'
        ? await sendBackBay(db, id, head.version, reason)
        : kind === 'vehicle'
          ? await settleTold(db, id, reason)
          : kind === 'import'
            ? await sendBackBatch(db, id, head.revision, reason)
            : await sendBackTo(db, kind, head, reason);
  if (!done) throw lost();
}

/** What was released turns out wrong: nobody sees it from here on, and where it was used a notice says so. */
export async function withdraw(
  db: Db,
  kind: ReviewKind,
  id: number,
  person: Person,
  reason: string,
): Promise<void> {
  if (kind === 'proposal')
    throw new ProblemError('not-ready', {
      detail:
        'To take a change back, change the record again. While it waits, the person who proposed it can withdraw it.',
    });
  if (kind === 'bay')
    throw new ProblemError('not-ready', {
      detail: 'A bay’s figures are put right one by one, not withdrawn.',
    });
  if (kind === 'import') throw new ProblemError('not-ready', { detail: importWords('withdraw') });
  if (kind === 'vehicle')
    throw new ProblemError('not-ready', { detail: 'A vehicle is put right in its record, not withdrawn.' });
  const title = await releasedTitle(db, kind, id);
  if (!(await withdrawFrom(db, kind, id, person.id, reason)))
    throw notFound('A released revision of that record');
  await keepCorrection(db, { about: kind, aboutId: id, title }, { changes: [], withdrawnFor: reason });
}
