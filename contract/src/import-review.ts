import type { PartKind } from '@radiatrix/core/figures';
import Joi from 'joi';
import { id } from './common.ts';
import type { RevisionState } from './revision.ts';

/** What is odd about a part that came in with a table: far from its kind, alike another, at odds with itself. */
export const ODD_CODES = ['far-from-kind', 'number-alike', 'figures-alike', 'at-odds', 'no-figures'] as const;
export type OddCode = (typeof ODD_CODES)[number];
export interface Oddity {
  code: OddCode;
  /** The figure it is about. */
  key?: string;
  /** What the row says. */
  text?: string;
  /** What it is held against: another part’s number, the other figure. */
  of?: string;
  /** What a figure comes to, and the middle of its kind; in record units. */
  value?: number;
  middle?: number;
}

export interface ImportedPart {
  id: number;
  number: string;
  maker: string;
  kind: PartKind;
  description: string;
  /** Row of the file. */
  row: number;
  state: RevisionState;
  /** Nothing of the part was released before. */
  fresh: boolean;
  /** A quantity in the record unit of its dimension, or the word of a choice. */
  figures: { key: string; value: number | null; word: string }[];
  odd: Oddity[];
}

/** Which parts of an import are listed: those that are odd, in one way or any, or a few from all over the file. */
export const importedQuery = Joi.object<{ which: OddCode | 'odd' | 'sample' | 'all'; after: number }>({
  which: Joi.string()
    .valid('odd', 'sample', 'all', ...ODD_CODES)
    .default('odd'),
  after: Joi.number().integer().min(0).default(0),
});

export interface ImportAnswers {
  importedParts: {
    parts: ImportedPart[];
    more: boolean;
    counts: Partial<Record<OddCode | 'all' | 'odd', number>>;
  };
  leaveOut: { left: number };
}

export const leaveOutSchema = Joi.object<{ parts: number[] }>({
  parts: Joi.array().items(id).min(1).max(5000).required(),
});
