import { reasonSchema } from './common.ts';
import { importedQuery, leaveOutSchema } from './import-review.ts';
import type { LibraryTable } from './library-fields.ts';
import type { REVIEW_KINDS, RevisionState, Stamp } from './revision.ts';
import { EDITORS, IMAGES, REVIEWERS, type Routes } from './route.ts';

export type ReviewKind = (typeof REVIEW_KINDS)[number];

/** What a proposed change concerns, as its page is addressed. */
export type ProposalSubject =
  'part' | 'bay' | 'connector' | 'procedure' | 'access' | 'vin-pattern' | 'diagnosis' | LibraryTable;

export interface ReviewLine {
  kind: ReviewKind;
  id: number;
  title: string;
  revision: number;
  state: RevisionState;
  author: string;
  /** Everybody who wrote on this revision; none of them may release it. */
  writers: number[];
  changed: Stamp;
  /** Why it was sent back, until it is edited again; empty otherwise. */
  sentBackFor: string;
  /** The record that a proposed change concerns; without an id it is one that is not on record yet. */
  about?: { kind: ProposalSubject; id: number | null };
}

/** The answer to a save that is kept until a reviewer lets it through. */
export interface Waits {
  waits: { id: number; title: string };
}

export interface Change {
  label: string;
  before: string;
  after: string;
  /** How the new figure was got, and from where; empty where nothing backs it. */
  support: string;
  stamp: Stamp | null;
}

export interface ReviewRecord extends ReviewLine {
  version: number;
  revisionId: number;
  since: string;
  changes: Change[];
  /** What still stands in the way of a release. */
  blocking: string[];
  remarks: string[];
  /** Address of a proposed photograph. */
  picture?: string;
}

export interface ReviewAnswers {
  review: ReviewLine[];
  reviewOne: ReviewRecord;
  check: { state: RevisionState | 'withdrawn' };
  sendBack: { state: RevisionState | 'withdrawn' };
  withdraw: { state: RevisionState | 'withdrawn' };
  release: { state: RevisionState | 'withdrawn' };
}
export const reviewRoutes = {
  review: { method: 'get', path: '/api/review', summary: 'Revisions that wait for a reviewer', roles: EDITORS },
  reviewOne: { method: 'get', path: '/api/review/:kind/:id', summary: 'What changed since the last release', roles: EDITORS },
  check: { method: 'post', path: '/api/review/:kind/:id/check', summary: 'Mark a draft as checked by a second pair of eyes', roles: EDITORS, ifMatch: true },
  sendBack: { method: 'post', path: '/api/review/:kind/:id/send-back', summary: 'Send a draft back to its author, with the reason', roles: REVIEWERS, ifMatch: true, body: reasonSchema },
  withdraw: { method: 'post', path: '/api/review/:kind/:id/withdraw', summary: 'Withdraw what was released, with the reason', roles: REVIEWERS, body: reasonSchema },
  release: { method: 'post', path: '/api/review/:kind/:id/release', summary: 'Release a revision to installers', roles: REVIEWERS, ifMatch: true },
  importedParts: { method: 'get', path: '/api/imports/:id/parts', summary: 'Parts that came in with a table and wait for a reviewer', roles: EDITORS, query: importedQuery },
  leaveOut: { method: 'post', path: '/api/imports/:id/leave-out', summary: 'Take parts out of an import, to be reviewed one by one', roles: REVIEWERS, body: leaveOutSchema },
  takeBack: { method: 'delete', path: '/api/proposals/:id', summary: 'Take back a change one has proposed', roles: EDITORS },
  proposedPhoto: { method: 'get', path: '/api/proposals/:id/photo', summary: 'A photograph that waits for a reviewer', roles: EDITORS, gives: IMAGES },
} as const satisfies Routes; // prettier-ignore
