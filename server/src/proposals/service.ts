import type { Change, Person, ProposalSubject, ReviewLine, ReviewRecord, Waits } from '@radiatrix/contract';
import type { RouteId } from '@radiatrix/contract/schemas';
import type { Db } from '../db/client.ts';
import { inNameOf } from '../db/transaction.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { personById } from '../people/queries.ts';
import { forgetLines } from '../tables/staging.ts';
import { forgetUpload } from '../tables/uploads-queries.ts';
import {
  insertProposal,
  markReleased,
  markTakenBack,
  waitingProposal,
  waitingProposals,
  type ProposalRow,
} from './queries.ts';
import { changeOf, gathering, type Touch } from './touched.ts';

/** A request as it is kept: what is needed to do it again. */
export interface StoredRequest {
  route: RouteId;
  params: Record<string, string>;
  query: Record<string, unknown>;
  body: unknown;
  ifMatch: string;
}

/** A reviewer reads so many lines of one proposal; of the rest they are told the number. */
const LINES_KEPT = 300;

function gathered(touched: readonly Touch[]): {
  title: string;
  about: ProposalSubject;
  aboutId: number | null;
  changes: Change[];
} {
  const [first, ...rest] = touched;
  const others = new Set(rest.map((touch) => touch.title).filter((title) => title !== first!.title));
  const changes = touched.flatMap((touch) =>
    others.size === 0
      ? touch.changes
      : touch.changes.map((change) => ({ ...change, label: `${touch.title}: ${change.label}` })),
  );
  return {
    title: others.size === 0 ? first!.title : `${first!.title}, and ${others.size} more`,
    about: first!.about,
    aboutId: first!.id,
    changes:
      changes.length > LINES_KEPT
        ? [
            ...changes.slice(0, LINES_KEPT),
            changeOf(`${changes.length - LINES_KEPT} more of the kind`, '', 'see the file they came in'),
          ]
        : changes,
  };
}

/** Keeps a request, with what it would change, until a reviewer has looked at it. */
export async function propose(
  db: Db,
  person: Person,
  request: StoredRequest,
  touched: readonly Touch[],
): Promise<Waits> {
  const { title, ...rest } = gathered(touched);
  const { body, ...stored } = request;
  const content = Buffer.isBuffer(body) ? body : null;
  const id = await insertProposal(db, {
    personId: person.id,
    title,
    ...rest,
    ...stored,
    // The router hands out objects without a prototype.
    params: { ...stored.params },
    query: { ...stored.query },
    body: content ? null : (body ?? null),
    content,
  });
  return { waits: { id, title } };
}

/** Takes what was done back, and carries out what it touched. */
class Touched extends Error {
  readonly touched: Touch[];
  constructor(touched: Touch[]) {
    super('taken back');
    this.touched = touched;
  }
}

/**
 * Does the work, unless it changes something that everybody sees: then it is taken back to the last row, and kept as
 * a proposal. What would be refused is refused at once, because it was really done.
 */
export async function doneOrProposed<T>(
  db: Db,
  person: Person,
  request: StoredRequest,
  work: (db: Db) => Promise<T>,
): Promise<{ done: T } | Waits> {
  try {
    return await db.transaction(async (inner) => {
      const { done, touched } = await gathering(() => work(inner));
      if (touched.length > 0) throw new Touched(touched);
      return { done };
    });
  } catch (error) {
    if (!(error instanceof Touched)) throw error;
    return propose(db, person, request, error.touched);
  }
}

export async function proposalLines(db: Db): Promise<ReviewLine[]> {
  return (await waitingProposals(db)).map((row) => ({
    kind: 'proposal',
    id: row.id,
    title: row.title,
    revision: row.version,
    state: 'draft',
    author: row.author,
    writers: [row.personId],
    changed: { by: row.author, at: row.at },
    sentBackFor: row.sentBackFor ?? '',
    about: { kind: row.about as ProposalSubject, id: row.aboutId },
  }));
}

export async function openProposal(db: Db, id: number): Promise<ProposalRow> {
  const row = await waitingProposal(db, id);
  if (!row) throw notFound('A proposed change of that number');
  return row;
}

export const proposalDetails = (
  row: ProposalRow,
): Pick<ReviewRecord, 'changes' | 'blocking' | 'remarks' | 'picture'> => ({
  changes: row.changes,
  blocking: [],
  remarks: [],
  ...(row.content ? { picture: `/api/proposals/${row.id}/photo` } : {}),
});

/** Does again what was asked for, in the name of whoever asked, and notes who let it through. */
export async function releaseProposal(
  db: Db,
  row: ProposalRow,
  reviewer: Person,
  replay: (request: StoredRequest, person: Person, db: Db) => Promise<unknown>,
): Promise<boolean> {
  const author = (await personById(db, row.personId))!;
  const request: StoredRequest = {
    route: row.route as RouteId,
    params: row.params,
    query: row.query,
    body: row.content ?? row.body,
    ifMatch: row.ifMatch,
  };
  try {
    await inNameOf(db, author.id, reviewer.id, () => replay(request, author, db));
  } catch (error) {
    if (error instanceof ProblemError && ['stale', 'not-found', 'conflict', 'invalid'].includes(error.code))
      throw new ProblemError('not-ready', {
        detail: `It cannot be done any more as it was proposed: ${error.extra.detail ?? error.message} Send it back.`,
      });
    throw error;
  }
  return markReleased(db, row, reviewer.id);
}

/** Whoever proposed it may take it back as long as it waits. */
export async function takeBack(db: Db, id: number, person: Person): Promise<void> {
  const row = await openProposal(db, id);
  if (row.personId !== person.id)
    throw new ProblemError('not-allowed', { detail: 'Only the person who proposed it can take it back.' });
  if (!(await markTakenBack(db, row)))
    throw new ProblemError('stale', { detail: 'It was dealt with in this moment.' });
  if (row.route !== 'applyUpload') return;
  await forgetLines(db, row.params.id!);
  await forgetUpload(db, row.params.id!);
}
