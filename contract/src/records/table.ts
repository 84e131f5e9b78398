import { TABLE_KINDS, type MappedHeading, type TableKind } from '@radiatrix/core/table';
import Joi from 'joi';
import { id, line } from '../common.ts';

export const TABLE_FORMATS = ['csv', 'xlsx', 'json'] as const;
/** Uploads beyond this are not taken; a million lines are about half of it. */
export const TABLE_LIMIT_BYTES = 160 * 1024 * 1024;

export interface WrongCell {
  /** Row of the file; the headings are row 1. */
  row: number;
  heading: string;
  reason: string;
  fix: string;
}

export interface Upload {
  id: string;
  name: string;
  kind: TableKind;
  /** How the file was read. */
  encoding: string;
  separator: string;
  mapping: MappedHeading[];
  sample: string[][];
  state: 'mapping' | 'reading' | 'ready' | 'applying' | 'applied' | 'waiting' | 'stopped' | 'failed';
  /** Rows gone through; the whole number is known once they were. */
  done: number;
  of: number;
  counts: { new: number; changed: number; same: number; wrong: number };
  /** The first of the wrong cells; all of them are in the file of wrong rows. */
  wrong: WrongCell[];
  message: string;
}

export const uploadQuery = Joi.object({
  kind: Joi.string()
    .valid(...TABLE_KINDS)
    .required(),
  name: line(200).required(),
});

export const previewSchema = Joi.object<{ mapping: MappedHeading[]; sourceId: number | null }>({
  mapping: Joi.array()
    .items(
      Joi.object({
        heading: Joi.string().allow('').max(200).required(),
        field: line(60).allow('').required(),
        unit: line(20).allow('').default(''),
      }),
    )
    .max(300)
    .required(),
  /** Who says so, where the file does not say. */
  sourceId: id.allow(null).default(null),
});

export const exportQuery = Joi.object({
  format: Joi.string()
    .valid(...TABLE_FORMATS)
    .default('csv'),
});
