import Joi from 'joi';
import { line } from '../common.ts';
import type { LibraryTable } from './library.ts';
import type { RevisionState, Stamp } from '../revision.ts';

/** A revision of a part or a procedure, the proposed figures of a bay, or a change that was proposed of anything else. */
export const REVIEW_KINDS = ['part', 'procedure', 'bay', 'proposal'] as const;
export type ReviewKind = (typeof REVIEW_KINDS)[number];

/** What a proposed change concerns, as its page is addressed. */
export type ProposalSubject = 'part' | 'bay' | 'connector' | 'procedure' | 'vin-pattern' | LibraryTable;

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

export interface Reason {
  reason: string;
}
export const reasonSchema = Joi.object<Reason>({ reason: line(400).min(5).required() });
