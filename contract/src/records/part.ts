import type { Deciding, Verdict, VerdictLine, VerdictWord } from '@radiatrix/core/fit';
import type { PracticeName, Work } from '@radiatrix/core/practice';
import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import { PACKAGES, type CoolingPackage } from '@radiatrix/core/vehicle';
import Joi from 'joi';
import { id, line, month, text, year } from '../common.ts';
import type { RevisionState, Stamp } from '../revision.ts';
import type { FigureRecord } from './figure.ts';
import type { Photo } from './photo.ts';
import type { VehicleLine } from './vehicle.ts';

export interface PartLine {
  id: number;
  number: string;
  maker: string;
  kind: PartKind;
  description: string;
  revision: number;
  state: RevisionState;
}

export interface PartDetails {
  description: string;
  notes: string;
  inTheBox: { name: string; quantity: number }[];
  interchange: { seller: string; number: string }[];
  /** Number of the part that this one takes the place of; empty when none. */
  supersedes: string;
}

export interface ClaimRecord {
  id: number;
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
      Joi.object({ name: line().required(), quantity: Joi.number().integer().min(1).max(999).required() }),
    )
    .max(60)
    .default([]),
  interchange: Joi.array()
    .items(Joi.object({ seller: line(80).required(), number: line(60).required() }))
    .unique(
      (a: { seller: string; number: string }, b: { seller: string; number: string }) =>
        a.seller === b.seller && a.number === b.number,
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

const span = (item: Joi.Schema) =>
  Joi.array()
    .ordered(item.required(), item.required())
    .custom((value: [number | string, number | string], helpers) =>
      value[0] <= value[1] ? value : helpers.error('span.order'),
    )
    .messages({ 'span.order': '{{#label}} must run from the earlier to the later' });
const scope = {
  built: span(month).allow(null).default(null),
  engineIds: Joi.array().items(id).min(1).allow(null).default(null),
  transmissionIds: Joi.array().items(id).min(1).allow(null).default(null),
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

export interface Candidate extends PartLine {
  verdict: VerdictLine;
}
/** One part in a vehicle with everything behind its verdict. */
export interface JudgedPart extends PartLine {
  verdict: Verdict;
  /** What is known of the part beside its figures: notes, superseded by, failed, withdrawn. */
  notices: string[];
}

export interface MatchResult {
  vehicle: VehicleLine;
  candidates: Candidate[];
  /** The first candidate with its whole ledger; of the others it is asked for when they are looked at. */
  first: JudgedPart | null;
  /** From which chance a check passes and up to which it fails, and what of practice is the shop's own. */
  practice: { passAt: number; failAt: number; own: PracticeName[] };
  /** The job whose own figures and alterations were taken into account. */
  job: { id: number; label: string; alterations: string[]; overridden: string[] } | null;
}

/** A part as a set shows it. */
export interface SetPartLine {
  id: number;
  number: string;
  kind: PartKind;
  verdict: VerdictWord;
  kept: boolean;
}
export interface SetsResult {
  /** Kinds that were asked for and have no candidate. */
  without: PartKind[];
  sets: {
    parts: SetPartLine[];
    verdict: VerdictWord;
    work: Work[];
    minutes: number;
    /** Adapters, hardware and stock that its work takes, each once. */
    materials: string[];
    /** What comes in the boxes of its new parts. */
    inTheBoxes: { name: string; quantity: number }[];
    /** What nobody has measured yet, in words, with the parts that hang on it. */
    unknown: { label: string; parts: string[] }[];
  }[];
  nearMisses: { parts: SetPartLine[]; breaks: string }[];
}

/** A part held against every vehicle that could take it. */
export interface GoesInto {
  part: PartLine;
  /** Vehicles of one bay that the part does alike in, said once. */
  groups: {
    verdict: VerdictWord;
    deciding: Deciding;
    sentence: string;
    listed: boolean;
    grade: number;
    minutes: number;
    vehicles: VehicleLine[];
  }[];
  total: number;
  judged: number;
}

/** Vehicles that share cooling parts with one: same bay, or a part that goes into both. */
export interface Kin {
  vehicle: VehicleLine;
  sameBay: VehicleLine[];
  byPart: { vehicle: VehicleLine; parts: { id: number; number: string; kind: PartKind }[] }[];
}

const share = Joi.number().greater(0).less(1);
export const matchQuery = Joi.object({
  job: id,
  passAt: share,
  failAt: share,
});
export const setsQuery = matchQuery.keys({
  kinds: Joi.array().items(Joi.string().valid(...PART_KINDS)).single().min(2).max(PART_KINDS.length).unique(),
  keep: Joi.array().items(id).single().max(PART_KINDS.length).default([]),
}); // prettier-ignore
