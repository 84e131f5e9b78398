import { METHODS, type Method } from '@radiatrix/core/quantity';
import Joi from 'joi';
import type { Stamp } from './revision.ts';
import { id, line } from './common.ts';

/** One figure on record: a quantity or a word, with how it was got. */
export interface FigureRecord {
  id: number;
  key: string;
  /** Quantity in the record unit of its dimension; null for a word. */
  value: number | null;
  /** Expanded uncertainty, k = 2, record unit; null for a word. */
  u: number | null;
  /** A choice, or the code of a connector; empty for a quantity. */
  word: string;
  /** As the hand wrote it. */
  text: string;
  method: Method;
  sourceId: number;
  source: string;
  stamp: Stamp;
}

/** What a form sends: an empty text takes this source's figure away. */
export interface FigureEntry {
  key: string;
  text: string;
  method: Method;
  sourceId: number;
}

export interface FiguresChange {
  figures: FigureEntry[];
}

export const figureEntrySchema = Joi.object<FigureEntry>({
  key: line(60).required(),
  text: Joi.string().trim().max(200).allow('').required(),
  method: Joi.string()
    .valid(...METHODS)
    .required(),
  sourceId: id.required(),
});

export const figuresChangeSchema = Joi.object<FiguresChange>({
  figures: Joi.array().items(figureEntrySchema).min(1).max(200).required(),
});
