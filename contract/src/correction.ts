import Joi from 'joi';
import { id } from './common.ts';
import type { Change } from './review.ts';
import type { Corrected, Reach, Stamp } from './revision.ts';
import { COUNTER, type Routes } from './route.ts';

/** One job that used what was put right since. */
export interface CorrectionReach {
  jobId: number;
  label: string;
  vehicle: string;
  reach: Reach;
  /** Who has the job, or opened it: whom to tell. */
  hands: string;
  told: Stamp | null;
}

export interface Correction {
  id: number;
  about: Corrected;
  aboutId: number;
  title: string;
  /** What was another before, or is gone; empty where all of it was withdrawn. */
  changes: Change[];
  /** Why it was withdrawn; '' where it was only put right. */
  withdrawnFor: string;
  stamp: Stamp;
  reaches: CorrectionReach[];
}

/** As a job shows it. */
export type JobCorrection = Omit<Correction, 'reaches'> & Pick<CorrectionReach, 'reach' | 'told'>;

export interface TellCorrection {
  jobId: number;
  told: boolean;
}

export interface CorrectionAnswers {
  corrections: Correction[];
  tellCorrection: Correction;
}
export const correctionRoutes = {
  corrections: { method: 'get', path: '/api/corrections', summary: 'Corrections: jobs reached', roles: COUNTER },
  tellCorrection: { method: 'post', path: '/api/corrections/:id/told', summary: 'Correction: hands told', roles: COUNTER, body: Joi.object<TellCorrection>({ jobId: id.required(), told: Joi.boolean().required() }) },
} as const satisfies Routes; // prettier-ignore
