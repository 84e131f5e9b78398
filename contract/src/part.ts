import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import { PACKAGES, type CoolingPackage } from '@radiatrix/core/vehicle';
import Joi from 'joi';
import { id, line, month, text, textQuery, whole, year } from './common.ts';
import type { RevisionState, Stamp } from './revision.ts';
import type { FigureRecord } from './figure.ts';
import type { Photo } from './photo.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';
import { figuresChangeSchema } from './figure.ts';

export interface PartLine {
  id: number;
  number: string;
  maker: string;
  kind: PartKind;
  description: string;
  revision: number;
  state: RevisionState;
}

/** Something that goes in with a part: out of its box, or moved over from the part that comes off. */
export interface BoxItem {
  name: string;
  quantity: number;
  fromOld?: true;
}

export interface PartDetails {
  description: string;
  notes: string;
  inTheBox: BoxItem[];
  interchange: { seller: string; number: string }[];
  /** Number of the part that this one takes the place of; empty when none. */
  supersedes: string;
}

export interface ClaimRecord {
  id: number;
  /** What a request that takes it away names in If-Match. */
  tag: string;
  sentence: string;
  fits: boolean;
  source: string;
  grade: number;
  /** "small plug to 2012": goes with the claim to the sheet. */
  note: string;
  stamp: Stamp;
}

export interface PartRecord extends PartLine, PartDetails {
  revisionId: number;
  version: number;
  author: string;
  figures: FigureRecord[];
  claims: ClaimRecord[];
  supersededBy: string;
  photos: Photo[];
  revisions: { revision: number; state: RevisionState; author: string; releasedBy: string; at: string }[];
  installed: { result: string; vehicle: string; note: string; on: string; altered: boolean }[];
}

export const partDetailsSchema = Joi.object<PartDetails>({
  description: text(300).required(),
  notes: text().default(''),
  inTheBox: Joi.array()
    .items(
      Joi.object({
        name: line().required(),
        quantity: Joi.number().integer().min(1).max(999).required(),
        fromOld: Joi.boolean().custom((value: boolean) => value || undefined),
      }),
    )
    .max(60)
    .default([]),
  interchange: Joi.array()
    .items(Joi.object({ seller: line(80).required(), number: line(60).required() }))
    .unique(
      // Asked of whatever stands in the list, also where that is none of these.
      (a: { seller: string; number: string } | null, b: { seller: string; number: string } | null) =>
        a?.seller === b?.seller && a?.number === b?.number,
    )
    .max(100)
    .default([]),
  supersedes: line(60).allow('').default(''),
});

export interface NewPart {
  number: string;
  maker: string;
  kind: PartKind;
  description: string;
}

export const newPartSchema = Joi.object<NewPart>({
  number: line(60)
    .pattern(/^[A-Za-z0-9][A-Za-z0-9 ./-]*$/)
    .messages({
      'string.pattern.base': 'A part number has letters, digits, spaces, points, dashes and strokes only',
    })
    .required(),
  maker: line(80).required(),
  kind: Joi.string()
    .valid(...PART_KINDS)
    .required(),
  description: text(300).default(''),
});

export interface ScopeEntry {
  years: [number, number] | null;
  built: [string, string] | null;
  engineIds: number[] | null;
  transmissionIds: number[] | null;
  airConditioning: boolean | null;
  packages: CoolingPackage[] | null;
}

export interface NewClaim extends ScopeEntry {
  modelId: number;
  years: [number, number];
  fits: boolean;
  original?: boolean;
  /** What the line says beside what fits; reaches the sheet. */
  note?: string;
  /** Further models that the same line names. */
  alsoModelIds?: number[];
  sourceId: number;
  exceptions: ScopeEntry[];
}

/** A model has some dozens of engines at most; a line that names hundreds is a mistake, or meant to do harm. */
const MOST_NAMED = 200;
const span = (item: Joi.Schema) =>
  Joi.array()
    .ordered(item.required(), item.required())
    .custom((value: [number | string, number | string], helpers) =>
      value[0] <= value[1] ? value : helpers.error('span.order'),
    )
    .messages({ 'span.order': '{{#label}} must run from the earlier to the later' });
const scope = {
  built: span(month).allow(null).default(null),
  engineIds: Joi.array().items(id).unique().min(1).max(MOST_NAMED).allow(null).default(null),
  transmissionIds: Joi.array().items(id).unique().min(1).max(MOST_NAMED).allow(null).default(null),
  airConditioning: Joi.boolean().allow(null).default(null),
  packages: Joi.array()
    .items(Joi.string().valid(...PACKAGES))
    .min(1)
    .allow(null)
    .default(null),
};

export const newClaimSchema = Joi.object<NewClaim>({
  modelId: id.required(),
  years: span(year).required(),
  ...scope,
  fits: Joi.boolean().default(true),
  original: Joi.boolean().default(false),
  note: line(200).allow('').default(''),
  alsoModelIds: Joi.array().items(id).unique().max(40).default([]),
  sourceId: id.required(),
  exceptions: Joi.array()
    .items(Joi.object({ years: span(year).allow(null).default(null), ...scope }))
    .max(20)
    .default([]),
});

export interface PartAnswers {
  parts: PartLine[];
  part: PartRecord;
  newPart: PartRecord;
  partDetails: PartRecord;
  partFigures: PartRecord;
  newClaim: PartRecord;
}
export const partRoutes = {
  parts: { method: 'get', path: '/api/parts', summary: 'Parts, by number or words', roles: EVERYONE, query: textQuery },
  part: { method: 'get', path: '/api/parts/:id', summary: 'A part', roles: EVERYONE },
  newPart: { method: 'post', path: '/api/parts', summary: 'Record a new part', roles: EDITORS, body: newPartSchema },
  partDetails: { method: 'put', path: '/api/parts/:id/details', summary: 'Change what is said of a part', roles: EDITORS, body: whole(partDetailsSchema, 'notes', 'inTheBox', 'interchange', 'supersedes'), ifMatch: true },
  partFigures: { method: 'put', path: '/api/parts/:id/figures', summary: 'Record figures of a part', roles: EDITORS, body: figuresChangeSchema, ifMatch: true },
  newClaim: { method: 'post', path: '/api/parts/:id/claims', summary: 'Record what a source says a part fits', roles: EDITORS, body: newClaimSchema, reviewed: 'always' },
  dropClaim: { method: 'delete', path: '/api/claims/:id', summary: 'Take a claim away', roles: EDITORS, ifMatch: true, reviewed: 'always' },
} as const satisfies Routes; // prettier-ignore
