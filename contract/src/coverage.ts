import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import type { Configuration } from '@radiatrix/core/vehicle';
import type { Finding, Scope } from '@radiatrix/core/application';
import Joi from 'joi';
import { id, text } from './common.ts';
import { newClaimSchema, type NewClaim } from './part.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';

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
  note: string;
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

export const markSchema = Joi.object<{ partId: number; vehicleIds: number[]; note: string }>({
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

export const makeQuery = Joi.object<{ kind: PartKind }>({
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

export interface CoverageAnswers {
  models: ModelLine[];
  coverage: ModelCoverage;
  makeCoverage: MakeCoverage;
  rewrite: { ids: number[] };
  newMark: { marked: number };
  marks: MarkLine[];
  audit: AuditState;
  startAudit: AuditState;
  stopAudit: AuditState;
}
export const coverageRoutes = {
  models: { method: 'get', path: '/api/models', summary: 'Models, with how many vehicles and catalogue lines each has', roles: EVERYONE, steady: true },
  coverage: { method: 'get', path: '/api/models/:id/coverage', summary: 'Every vehicle and every claim of a model', roles: EVERYONE, steady: true },
  makeCoverage: { method: 'get', path: '/api/makes/:id/coverage', summary: 'Every model of a make, year by year, for one kind of part', roles: EVERYONE, steady: true, query: makeQuery },
  rewrite: { method: 'put', path: '/api/parts/:id/models/:modelId/lines', summary: 'Replace the lines of a part on a model by others, all or nothing', roles: EDITORS, body: rewriteSchema, reviewed: 'always' },
  newMark: { method: 'post', path: '/api/marks', summary: 'Mark a part and vehicles for measuring', roles: EDITORS, body: markSchema },
  dropMark: { method: 'delete', path: '/api/marks/:id', summary: 'Take a mark away', roles: EDITORS },
  marks: { method: 'get', path: '/api/marks', summary: 'What waits to be measured', roles: EVERYONE },
  audit: { method: 'get', path: '/api/audit', summary: 'How the audit of the whole catalogue stands', roles: EDITORS },
  startAudit: { method: 'post', path: '/api/audit', summary: 'Look through the whole catalogue for contradictions, gaps and claims about vehicles that never were', roles: EDITORS },
  stopAudit: { method: 'delete', path: '/api/audit', summary: 'Stop the audit', roles: EDITORS },
} as const satisfies Routes; // prettier-ignore
