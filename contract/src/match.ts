import type {
  CheckId,
  Deciding,
  RelationId,
  Verdict,
  VerdictLine,
  VerdictWord,
  Elsewhere,
} from '@radiatrix/core/fit';
import type { PracticeName, Work } from '@radiatrix/core/practice';
import type { Failing } from '@radiatrix/core/failure';
import { PART_KINDS, type LentFigure, type PartKind } from '@radiatrix/core/figures';
import Joi from 'joi';
import { id } from './common.ts';
import type { PartLine } from './part.ts';
import type { VehicleLine } from './vehicle.ts';
import { EVERYONE, type Routes } from './route.ts';

export interface Candidate extends PartLine {
  verdict: VerdictLine;
  /** What the log of failures stops a seller with. */
  failing: Failing | null;
  /** Of a part that is not proven: how it would stand with the figures that related bays have. Evidence for nothing. */
  likely?: VerdictWord;
}
/** One part in a vehicle with everything behind its verdict. */
export interface JudgedPart extends PartLine {
  verdict: Verdict;
  /** Figures of the part that no row of the verdict looks at, and where they count; absent in a list. */
  elsewhere?: Elsewhere[];
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
  /** Figures that this bay lacks, as related bays have them: what to expect, and evidence for no verdict. */
  lent: LentFigure[];
  /** Of the kind asked for: how many that no source lists for the model were tried by their figures, and how many there are. */
  unlisted: { kind: PartKind; tried: number; onRecord: number } | null;
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
  failing: Failing | null;
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
    unknown: { id: CheckId | RelationId; parts: string[] }[];
  }[];
  nearMisses: { parts: SetPartLine[]; breaks: Breaks }[];
}

/** What breaks a near miss: one part that does not go in, or two that do not suit each other. */
export type Breaks =
  | { number: string; verdict: VerdictLine }
  | { by: CheckId | RelationId | 'installed'; numbers: [string, string] };

/** A part held against every vehicle that could take it. */
export interface GoesInto {
  part: PartLine;
  /** Vehicles of one bay that the part does alike in, said once. */
  groups: {
    verdict: VerdictWord;
    deciding: Deciding;
    line: VerdictLine;
    listed: boolean;
    grade: number;
    minutes: number;
    vehicles: VehicleLine[];
  }[];
  total: number;
  judged: number;
}

/** Vehicles that share cooling parts with one: same bay, or a part that goes into both. */
export interface SharedParts {
  vehicle: VehicleLine;
  sameBay: VehicleLine[];
  byPart: { vehicle: VehicleLine; parts: { id: number; number: string; kind: PartKind }[] }[];
}

const share = Joi.number().greater(0).less(1);
export interface MatchOptions {
  job?: number;
  passAt?: number;
  failAt?: number;
}
export const matchQuery = Joi.object<MatchOptions>({
  job: id,
  passAt: share,
  failAt: share,
});
/** `kind`: of this kind parts that no source lists for the model are tried too, where none is listed. */
export const matchListQuery = (matchQuery as Joi.ObjectSchema<MatchOptions & { kind?: PartKind }>).keys({
  kind: Joi.string().valid(...PART_KINDS),
});
export const setsQuery = (matchQuery as Joi.ObjectSchema<MatchOptions & { kinds?: PartKind[]; keep: number[] }>).keys({
  kinds: Joi.array().items(Joi.string().valid(...PART_KINDS)).single().min(2).max(PART_KINDS.length).unique(),
  keep: Joi.array().items(id).single().max(PART_KINDS.length).default([]),
}); // prettier-ignore

export interface MatchAnswers {
  judged: JudgedPart;
  match: MatchResult;
  sets: SetsResult;
  sharing: SharedParts;
  goesInto: GoesInto;
}
export const matchRoutes = {
  judged: { method: 'get', path: '/api/vehicles/:id/match/:partId', summary: 'One part in a vehicle: its verdict and the ledger behind it', roles: EVERYONE, steady: true, query: matchQuery },
  match: { method: 'get', path: '/api/vehicles/:id/match', summary: 'Every part that could concern a vehicle, judged', roles: EVERYONE, steady: true, query: matchListQuery },
  sets: { method: 'get', path: '/api/vehicles/:id/sets', summary: 'Sets of parts that suit a vehicle and each other, cheapest in effort first', roles: EVERYONE, steady: true, query: setsQuery },
  sharing: { method: 'get', path: '/api/vehicles/:id/sharing', summary: 'Vehicles that share cooling parts with this one', roles: EVERYONE, steady: true },
  goesInto: { method: 'get', path: '/api/parts/:id/vehicles', summary: 'Every vehicle a part could concern, judged', roles: EVERYONE, steady: true },
} as const satisfies Routes; // prettier-ignore
