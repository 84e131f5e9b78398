import Joi from 'joi';
import { line } from '../common.ts';
import type { RevisionState, Stamp } from '../revision.ts';

export type ReviewKind = 'part' | 'procedure' | 'bay';

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
}

export interface Reason {
  reason: string;
}
export const reasonSchema = Joi.object<Reason>({ reason: line(400).min(5).required() });
