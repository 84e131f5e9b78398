import { desc, eq, ne } from 'drizzle-orm';
import { proofread } from '@radiatrix/core/procedure';
import type { Person, ReviewKind, ReviewLine, ReviewRecord } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { bay, part, partRevision, person, procedure, procedureRevision } from '../db/schema/index.ts';
import { everyFigureOfBay, figuresOfRevisions, releaseFigures, waitingBays } from '../figures/queries.ts';
import { figureRecord } from '../figures/service.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { boxOf } from '../parts/queries.ts';
import { documentOf } from '../procedures/queries.ts';
import { advance, headOf, sendBackTo, withdrawFrom, type RevisionHead } from '../revisions/queries.ts';
import { advanceBay, sendBackBay } from '../vehicles/queries.ts';
import { tagOf } from '../revisions/service.ts';
import { detailChanges, figureChanges, procedureChanges } from './changes.ts';

/** Revisions that wait for somebody else's eyes, the oldest wait first. */
export async function reviewLines(db: Db): Promise<ReviewLine[]> {
  const [parts, procedures, bays] = await Promise.all([
    db
      .select({ id: part.id, title: part.number, revision: partRevision.revision, state: partRevision.state, author: person.name, writers: partRevision.writers, sentBackFor: partRevision.sentBackFor, at: partRevision.at })
      .from(partRevision)
      .innerJoin(part, eq(part.id, partRevision.partId))
      .innerJoin(person, eq(person.id, partRevision.authorId))
      .where(ne(partRevision.state, 'released')),
    db
      .select({ id: procedure.id, title: procedureRevision.title, bay: bay.name, revision: procedureRevision.revision, state: procedureRevision.state, author: person.name, writers: procedureRevision.writers, sentBackFor: procedureRevision.sentBackFor, at: procedureRevision.at })
      .from(procedureRevision)
      .innerJoin(procedure, eq(procedure.id, procedureRevision.procedureId))
      .innerJoin(bay, eq(bay.id, procedure.bayId))
      .innerJoin(person, eq(person.id, procedureRevision.authorId))
      .where(ne(procedureRevision.state, 'released')),
    waitingBays(db),
  ]); // prettier-ignore
  const line = (kind: ReviewKind, { at, ...row }: (typeof parts)[number]): ReviewLine => ({
    kind,
    ...row,
    sentBackFor: row.sentBackFor ?? '',
    changed: { by: row.author, at },
  });
  return [
    ...parts.map((row) => line('part', row)),
    ...procedures.map(({ bay: name, ...row }) =>
      line('procedure', { ...row, title: `${row.title}, ${name}` }),
    ),
    ...bays.map(({ version, title, ...row }) =>
      line('bay', { ...row, title: `Figures of ${title}`, revision: version, state: 'draft' }),
    ),
  ].sort((a, b) => (a.changed.at < b.changed.at ? -1 : 1));
}

async function openHead(db: Db, kind: ReviewKind, id: number): Promise<RevisionHead> {
  if (kind === 'bay') {
    const line = (await waitingBays(db)).find((each) => each.id === id);
    if (!line) throw notFound('Figures of that bay that wait');
    return { id, revision: line.version, version: line.version, state: 'draft', authorId: line.writers[0]!, writers: line.writers };
  } // prettier-ignore
  const head = await headOf(db, kind, id, true);
  if (!head || head.state === 'released') throw notFound('An open revision of that record');
  return head;
}

async function partChanges(db: Db, id: number, open: RevisionHead, released: RevisionHead | undefined) {
  const rows = await db
    .select({
      id: partRevision.id,
      kind: partRevision.kind,
      description: partRevision.description,
      notes: partRevision.notes,
    })
    .from(partRevision)
    .where(eq(partRevision.partId, id))
    .orderBy(desc(partRevision.revision));
  const figures = await figuresOfRevisions(db, [open.id, ...(released ? [released.id] : [])]);
  const of = (head: RevisionHead | undefined) =>
    figures.filter((figure) => figure.partRevisionId === head?.id).map(figureRecord);
  const details = async (head: RevisionHead) => ({
    ...rows.find((row) => row.id === head.id)!,
    inTheBox: await boxOf(db, head.id),
  });
  const after = await details(open);
  return {
    changes: [
      ...detailChanges(released && (await details(released)), after),
      ...figureChanges(after.kind, of(released), of(open)),
    ],
    blocking: [] as string[],
    remarks: of(open).length === 0 ? ['No figures are held: every verdict will be “not proven”.'] : [],
  };
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
  const findings = proofread(after!);
  return {
    changes: procedureChanges(before, after!),
    blocking: findings.filter((finding) => finding.severity === 'wrong').map((finding) => finding.message),
    remarks: findings.filter((finding) => finding.severity === 'look').map((finding) => finding.message),
  };
}

/** What changed since the last release, what backs it, and what stands in the way. */
export async function reviewRecord(db: Db, kind: ReviewKind, id: number): Promise<ReviewRecord> {
  const [open, released, lines] = await Promise.all([
    openHead(db, kind, id),
    kind === 'bay' ? undefined : headOf(db, kind, id, false),
    reviewLines(db),
  ]);
  const line = lines.find((each) => each.kind === kind && each.id === id)!;
  const found =
    kind === 'bay'
      ? await bayChanges(db, id)
      : kind === 'part'
        ? await partChanges(db, id, open, released)
        : await documentChanges(db, open, released);
  return {
    ...line,
    version: open.version,
    revisionId: open.id,
    since:
      kind === 'bay'
        ? 'what everybody sees now'
        : released
          ? `revision ${released.revision}`
          : 'nothing: first revision',
    ...found,
  };
}

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
  if (head.writers.includes(person.id))
    throw new ProblemError('own-work', {
      detail: 'You wrote on this revision; somebody else has to look at it.',
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
  if (kind === 'bay')
    throw new ProblemError('not-ready', { detail: 'Figures of a bay are released by a reviewer at once.' });
  const head = await judged(db, kind, id, person, ifMatch);
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
): Promise<void> {
  const head = await judged(db, kind, id, person, ifMatch);
  const { blocking } = await reviewRecord(db, kind, id);
  if (blocking.length > 0)
    throw new ProblemError('not-ready', {
      detail: 'It cannot be released yet.',
      fields: blocking.map((message) => ({ path: '', message })),
    });
  if (kind === 'bay') {
    if ((await advanceBay(db, id, head.version)) === undefined) throw lost();
    await releaseFigures(db, id);
  } else if (!(await advance(db, kind, head, { state: 'released', releasedBy: person.id }))) throw lost();
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
  const done = kind === 'bay' ? await sendBackBay(db, id, head.version, reason) : await sendBackTo(db, kind, head, reason);
  if (!done) throw lost();
} // prettier-ignore

/** What was released turns out wrong: nobody sees it from here on, and where it was used a notice says so. */
export async function withdraw(
  db: Db,
  kind: ReviewKind,
  id: number,
  person: Person,
  reason: string,
): Promise<void> {
  if (kind === 'bay')
    throw new ProblemError('not-ready', {
      detail: 'A bay’s figures are put right one by one, not withdrawn.',
    });
  if (!(await withdrawFrom(db, kind, id, person.id, reason)))
    throw notFound('A released revision of that record');
}
