import type { PartKind } from '@radiatrix/core/figures';
import { FAILURE_MODE_NAMES, SETTLEMENTS, type FailureMode, type Settlement, type Standing, type StandingWord, type Weibull } from '@radiatrix/core/failure'; // prettier-ignore
import Joi from 'joi';
import { id, line, text, whole } from './common.ts';
import type { PartLine } from './part.ts';
import type { Stamp } from './revision.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';

/** A failure as somebody reports it, or that a part was seen at work. */
export interface FailureBody {
  /** Of the part, where somebody knows which. */
  revision: number | null;
  serial: string;
  /** A plate, a name. */
  vehicle: string;
  /** A person or a fleet; '' where nobody said, or where the job says it. */
  owner: string;
  /** The job that shows it, where one does: what is said here is then said of that failure. */
  jobId: number | null;
  /** ISO 8601 days. */
  inOn: string | null;
  outOn: string;
  inKm: number | null;
  outKm: number | null;
  /** null where it was seen at work on `outOn`: what still runs says as much as what failed. */
  mode: FailureMode | null;
  /** Noisy or rough from new; null where nobody said. */
  noisy: boolean | null;
  beside: string;
  circumstances: string;
  consequent: string;
  settled: Settlement;
}
export interface FailureReport extends FailureBody {
  id: number;
  /** What a request that changes or drops it names in If-Match. */
  tag: string;
  stamp: Stamp;
}

const day = Joi.string().pattern(/^\d{4}-\d{2}-\d{2}$/).custom((value: string, helpers) => {
  const at = new Date(`${value}T00:00:00Z`);
  return Number.isNaN(at.valueOf()) || at.toISOString().slice(0, 10) !== value ? helpers.error('day.none') : value;
}).messages({ 'string.pattern.base': '{{#label}} is a day such as 2026-03-31', 'day.none': 'There is no such day' }); // prettier-ignore
const km = Joi.number().integer().min(0).max(3_000_000).unit('km').allow(null).messages({ 'number.min': 'A distance is not below nothing' }); // prettier-ignore

export const failureSchema = whole(
  Joi.object<FailureBody>({
    revision: Joi.number().integer().min(1).max(9999).allow(null),
    serial: line(80).allow(''),
    vehicle: line(80).required(),
    owner: line(80).allow('').default(''),
    jobId: id.allow(null),
    inOn: day.allow(null),
    outOn: day,
    inKm: km,
    outKm: km,
    mode: Joi.string().valid(...FAILURE_MODE_NAMES).allow(null),
    noisy: Joi.boolean().allow(null),
    beside: line(200).allow(''),
    circumstances: text(1000),
    consequent: text(1000),
    settled: Joi.string().valid(...SETTLEMENTS),
  }).custom((body: FailureBody, helpers) => {
    const { inOn, outOn, inKm, outKm } = body;
    if (inOn !== null && outOn < inOn) return helpers.error('failure.before');
    if (inKm !== null && outKm !== null && outKm < inKm) return helpers.error('failure.backwards');
    return body;
  }).messages({
    'failure.before': 'It failed before it went in: one of the two days is wrong',
    'failure.backwards': 'The odometer went backwards: one of the two readings is wrong',
  }), // prettier-ignore
  'revision', 'serial', 'jobId', 'inOn', 'outOn', 'inKm', 'outKm', 'mode', 'noisy', 'beside', 'circumstances', 'consequent', 'settled',
); // prettier-ignore

/** A part in the log of failures. */
export interface FailureLine {
  partId: number;
  number: string;
  maker: string;
  kind: PartKind;
  word: StandingWord;
  standing: Standing;
}

/** Share at work over days or kilometres. */
export interface LifeCurve {
  /** Units followed; those never seen to go in are not among them. */
  units: number;
  failures: number;
  /** Only what was seen to run counts: the floor of the share. */
  own: LifeStep[];
  /** All that were not brought back run on, to the last day on record: the ceiling. null by kilometres: nobody read them. */
  runOn: LifeStep[] | null;
  /** Between the two, by who still comes; null where that is not known. */
  likely: { time: number; share: number }[] | null;
  /** The longest that any was seen to run, and that any runs if silence means so. */
  longest: number;
  longestRunOn: number;
  /** The others of its kind: the likely course, or where that is not known the floor and the ceiling. */
  others: { time: number; share: number }[][];
  othersUnits: number;
  othersLongest: number;
  weibull: Weibull;
  weibullRunOn: Weibull | null;
}
export interface LifeStep {
  time: number;
  atRisk: number;
  share: number;
  lo: number | null;
  hi: number | null;
}

/** One unit of the part, as jobs and reports tell of it. */
export interface UnitLine {
  vehicle: string;
  inOn: string | null;
  lastOn: string;
  days: number | null;
  km: number | null;
  failed: boolean;
  mode: FailureMode | null;
  noisy: boolean | null;
  /** It failed on the bench and never went in. */
  neverIn: boolean;
  /** Label or serial; '' where nobody said. */
  unit: string;
  isOut: boolean;
}

export interface FailureRecord {
  part: PartLine;
  word: StandingWord;
  standing: Standing | null;
  /** What visits for other reasons tell of who comes back; null where too few came again. */
  returns: { came: number; visits: number; share: number } | null;
  /** The last day on which anything was recorded; what is not seen again is followed to it at most. */
  lastDay: string | null;
  days: LifeCurve;
  km: LifeCurve;
  modes: { mode: FailureMode; count: number }[];
  /** Newest first. */
  units: UnitLine[];
  reports: FailureReport[];
  /** What takes its place, and how that stands itself. */
  successor: { partId: number; number: string; standing: Standing | null } | null;
}

export interface FailureAnswers {
  failures: FailureLine[];
  partFailures: FailureRecord;
  newFailure: FailureRecord;
  changeFailure: FailureRecord;
  dropFailure: undefined;
}
export const failureRoutes = {
  failures: { method: 'get', path: '/api/failures', summary: 'Parts that were seen to run or fail, those with something against them first', roles: EVERYONE, steady: true },
  partFailures: { method: 'get', path: '/api/parts/:id/failures', summary: 'How a part lives and fails against others of its kind', roles: EVERYONE },
  newFailure: { method: 'post', path: '/api/parts/:id/failures', summary: 'Report a failure of a part', roles: EVERYONE, body: failureSchema },
  changeFailure: { method: 'put', path: '/api/failures/:id', summary: 'Put a report of a failure right', roles: EDITORS, body: failureSchema, ifMatch: true },
  dropFailure: { method: 'delete', path: '/api/failures/:id', summary: 'Take a report of a failure back', roles: EDITORS, ifMatch: true },
} as const satisfies Routes; // prettier-ignore
