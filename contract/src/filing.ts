import type { Difference, OperationMinutes, Quote } from '@radiatrix/core/filing';
import Joi from 'joi';
import { line } from './common.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';

/** A difference as its page shows it. */
export interface DifferenceLine extends Difference {
  /** What it would change elsewhere, a sentence each. */
  elsewhere: string[];
  /** Why it cannot be accepted as things are; empty where it can. */
  barred: string;
  settled: { how: 'accepted' | 'left'; by: string; at: string } | null;
}

export interface FilingRecord {
  differences: DifferenceLine[];
  /** Everything that had to be proven was, or somebody said why not. */
  proven: boolean;
  /** Of the way that was taken: what it took, and what such a job takes. */
  minutes: { took: number | null; quote: Quote | null; operations: OperationMinutes[] };
}

/** Which difference is accepted, as it was shown: it is taken only where it is still so. */
export interface AcceptBody {
  difference: string;
  before: string;
  after: string;
}
export const acceptSchema = Joi.object<AcceptBody>({
  difference: line(120).required(),
  before: Joi.string().max(4000).allow('').required(),
  after: Joi.string().max(4000).allow('').required(),
});

/** What ways of a map take, for a quote before the work. */
export interface MapMinutes {
  mapId: number;
  seen: {
    job: number;
    operation: string;
    minutes: number;
    delay: 'rust' | 'broken' | 'missing' | 'other' | null;
  }[];
}

export interface FilingAnswers {
  jobFiling: FilingRecord;
  acceptDifference: FilingRecord;
  mapMinutes: MapMinutes;
}
export const filingRoutes = {
  jobFiling: { method: 'get', path: '/api/jobs/:id/filing', summary: 'A job compared with the library: every difference', roles: EVERYONE },
  acceptDifference: { method: 'post', path: '/api/jobs/:id/filing', summary: 'Take one difference into the library, as a draft or a proposal', roles: EDITORS, body: acceptSchema, reviewed: 'always' },
  mapMinutes: { method: 'get', path: '/api/access/:id/minutes', summary: 'What steps of a map took on filed jobs', roles: EVERYONE },
} as const satisfies Routes; // prettier-ignore
