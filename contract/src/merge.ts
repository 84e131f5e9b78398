import Joi from 'joi';
import { id } from './common.ts';
import { MERGED, type MergeKind, type Stamp } from './revision.ts';
import { EDITORS, type Routes } from './route.ts';

/** Two records of one thing: the one that stays, and the one that is taken into it. */
export interface MergeBody {
  kind: MergeKind;
  keep: number;
  gone: number;
}

/** A sort of rows: a table of the database, or jobs. */
export type MergedWhat =
  | 'model'
  | 'configuration'
  | 'application'
  | 'measurement'
  | 'photo'
  | 'step'
  | 'failure_report'
  | 'measure_mark'
  | 'supersession'
  | 'outcome'
  | 'procedure'
  | 'access_map'
  | 'job';

/** Rows of one sort that name the other record from then on. */
export interface MergedRows {
  what: MergedWhat;
  count: number;
}

/**
 * What the records do not say alike; what the kept one says stands. Both say it and `differs`; `only` the other says it,
 * and the kept one lacks it; or a line that contradicts one of the kept record is `dropped`.
 */
export interface MergeClash {
  sort: 'differs' | 'only' | 'dropped';
  what: string;
  kept: string;
  gone: string;
}

export interface MergePreview {
  kind: MergeKind;
  keep: { id: number; title: string };
  gone: { id: number; title: string };
  moves: MergedRows[];
  /** Said by both alike, word for word: it stands once. */
  same: number;
  clashes: MergeClash[];
  /** Why it cannot be done, each with what to do first; empty where it can. */
  blocking: string[];
}

export interface MergeLine extends Omit<MergePreview, 'blocking' | 'same'> {
  id: number;
  stamp: Stamp;
  undone: Stamp | null;
}

export interface MergeAnswers {
  previewMerge: MergePreview;
  merges: MergeLine[];
  newMerge: MergeLine;
  undoMerge: MergeLine;
}
const body = Joi.object<MergeBody>({
  kind: Joi.string()
    .valid(...MERGED)
    .required(),
  keep: id.required(),
  gone: id.required(),
});
export const mergeRoutes = {
  previewMerge: { method: 'post', path: '/api/merges/preview', summary: 'Merging: preview', roles: EDITORS, body },
  merges: { method: 'get', path: '/api/merges', summary: 'Merging: list', roles: EDITORS },
  newMerge: { method: 'post', path: '/api/merges', summary: 'Merging: both', roles: EDITORS, body, reviewed: 'always' },
  undoMerge: { method: 'post', path: '/api/merges/:id/undo', summary: 'Merging: undo', roles: EDITORS, reviewed: 'always' },
} as const satisfies Routes; // prettier-ignore
