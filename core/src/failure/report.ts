import { heardRough, judgeBench } from '../bench/index.ts';
import { unitsTested, type JobState } from '../job/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { sightingsOf } from './from-job.ts';
import { modeOfFinding, type FailureMode } from './modes.ts';

/** What a job knows of one part's failure, for the report of it; null and '' where it does not know. */
export interface ReportFromJob {
  serial: string;
  owner: string;
  /** ISO 8601 days. */
  inOn: string | null;
  outOn: string | null;
  inKm: number | null;
  outKm: number | null;
  mode: FailureMode | null;
  noisy: boolean | null;
  /** Parts that work beside it on this vehicle. */
  besideIds: number[];
  circumstances: string;
}

const dayOf = (at: string): string => at.slice(0, 10);

/**
 * The report of a failure as a job can begin it. A unit that failed on the bench never went in: it has the day of its test
 * and no odometer. One that came off failed on the day the vehicle came; one that went in here has only its beginning.
 */
export function reportFromJob(state: JobState, partId: number, practice: Practice = USUAL_PRACTICE): ReportFromJob {
  const besideIds = state.parts.filter((each) => each.partId !== partId && each.role !== 'comes off' && each.state !== 'sent back').map((each) => each.partId);
  const blank: ReportFromJob = { serial: '', owner: state.owner, inOn: null, outOn: null, inKm: null, outKm: null, mode: null, noisy: null, besideIds, circumstances: state.complaint };
  const unit = unitsTested(state.bench, practice).find((each) => each.partId === partId && each.failed);
  const test = unit?.tests.find((each) => judgeBench(each, practice).word === 'failed');
  if (unit && test)
    return { ...blank, serial: unit.unit, outOn: dayOf(test.at), mode: modeOfFinding(judgeBench(test, practice).because), noisy: heardRough(test), circumstances: '' };
  const part = state.parts.find((each) => each.partId === partId);
  if (part?.role === 'goes in')
    return { ...blank, inOn: part.state === 'fitted' ? dayOf(part.at) : null, inKm: part.state === 'fitted' ? state.odometerKm : null, circumstances: '' };
  const seen = sightingsOf(state, practice).parts.find((each) => each.partId === partId && (each.as === 'failed' || each.as === 'out'));
  return seen ? { ...blank, outOn: seen.on, outKm: seen.km, mode: seen.mode } : blank;
} // prettier-ignore
