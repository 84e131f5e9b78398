import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import type { Configuration } from '@radiatrix/core/vehicle';
import type { Finding, Scope } from '@radiatrix/core/application';
import Joi from 'joi';
import { id, text } from '../common.ts';
import { newClaimSchema, type NewClaim } from './part.ts';

/** How a model stands, for the list of models. */
export interface ModelLine {
  id: number;
  makeId: number;
  name: string;
  vehicles: number;
  lines: number;
}

/** A claim of one model with all that a coverage grid needs. */
export interface CoverageClaim extends Scope {
  id: number;
  partId: number;
  modelId: number;
  years: readonly [number, number];
  fits: boolean;
  original: boolean;
  sourceId: number;
  exceptions: readonly Scope[];
  number: string;
  kind: PartKind;
  source: string;
  grade: number;
}

export interface ModelCoverage {
  modelId: number;
  vehicles: Configuration[];
  claims: CoverageClaim[];
  /** Where closed jobs settled it: part, vehicle configuration's bay, whether it went in. */
  installed: { partId: number; vehicleIds: number[]; fitted: boolean }[];
  marks: { id: number; partId: number; vehicleId: number; note: string }[];
}

/** Lines of one part and source on one model, all replaced at once. */
export interface Rewrite {
  sourceId: number;
  /** Ids of the lines that are replaced, as they were when the change was made. */
  replaces: number[];
  lines: Omit<NewClaim, 'modelId' | 'sourceId'>[];
}

export const rewriteSchema = Joi.object<Rewrite>({
  sourceId: id.required(),
  replaces: Joi.array().items(id).max(2000).required(),
  lines: Joi.array()
    .items((newClaimSchema as Joi.ObjectSchema).fork(['modelId', 'sourceId'], (schema) => schema.forbidden()))
    .max(500)
    .required(),
});

export const markSchema = Joi.object({
  partId: id.required(),
  vehicleIds: Joi.array().items(id).min(1).max(200).required(),
  note: text(500).default(''),
});

/** How one model year of one model stands, for one kind of part. */
export interface YearStanding {
  year: number;
  vehicles: number;
  covered: number;
  gaps: number;
  conflicts: number;
}
export interface MakeCoverage {
  makeId: number;
  kind: PartKind;
  models: { id: number; name: string; years: YearStanding[] }[];
}

export const makeQuery = Joi.object({
  kind: Joi.string()
    .valid(...PART_KINDS)
    .default('radiator'),
});

export interface MarkLine {
  id: number;
  partId: number;
  vehicleId: number;
  note: string;
  number: string;
  model: string;
  year: number;
  by: string;
}

export interface AuditState {
  state: 'none' | 'running' | 'done' | 'stopped' | 'failed';
  /** Models gone through, of how many. */
  done: number;
  of: number;
  lines: number;
  seconds: number;
  at: string | null;
  counts: Record<Finding['type'], number>;
  /** The models with the most to look at. */
  models: { id: number; conflicts: number; gaps: number; neverBuilt: number }[];
  message: string;
}
