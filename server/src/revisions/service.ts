import { seesDrafts, type Person } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { advance, headOf, lockOwner, type RevisionHead, type RevisionKind } from './queries.ts';

/** Version tag of a revision: an edit of a released one opens another revision, so both numbers count. */
export const tagOf = (head: { id: number; version: number }): string => `${head.id}.${head.version}`;

const MISSING: Readonly<Record<RevisionKind, string>> = {
  part: 'That part',
  procedure: 'That procedure',
  access: 'That access map',
};

export async function visibleHead(
  db: Db,
  kind: RevisionKind,
  ownerId: number,
  person: Person,
): Promise<RevisionHead> {
  const head = await headOf(db, kind, ownerId, seesDrafts(person.role));
  if (!head) throw notFound(MISSING[kind]);
  return head;
}

/**
 * The draft that an edit goes into: the open one, or a new one made from the released revision by `copy`.
 * A draft somebody has checked is a draft again once it is edited.
 *
 * @param ifMatch tag of the revision the edit is based on
 * @param current the record as it is now, for the answer to a stale save
 */
export async function draftFor(
  db: Db,
  kind: RevisionKind,
  ownerId: number,
  person: Person,
  ifMatch: string,
  copy: (released: RevisionHead) => Promise<number>,
  current: () => Promise<unknown>,
): Promise<number> {
  await lockOwner(db, kind, ownerId);
  const head = await visibleHead(db, kind, ownerId, person);
  if (tagOf(head) !== ifMatch) throw new ProblemError('stale', { current: await current() });
  if (head.state === 'released') return copy(head);
  if (!(await advance(db, kind, head, { state: 'draft', writer: person.id })))
    throw new ProblemError('stale', { current: await current() });
  return head.id;
}
