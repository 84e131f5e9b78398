import { filedCase, fanClass, tableFor } from '@radiatrix/core/diagnosis';
import { diagnosisSteps, type JobState } from '@radiatrix/core/job';
import type { Db } from '../db/client.ts';
import { keepCase } from './queries.ts';
import { vehicleOf } from './vehicle.ts';

/** Counts the diagnosis of a job that is closed as done, once; an open one counts for nothing. */
export async function learnFrom(db: Db, jobId: number, state: JobState): Promise<void> {
  const { diagnosed, closed, vehicleId } = state;
  if (!diagnosed || closed?.outcome !== 'done' || vehicleId === undefined || diagnosed.causes.length === 0)
    return keepCase(db, jobId, undefined);
  const vehicle = await vehicleOf(db, vehicleId, 'clerk');
  const filed = filedCase(tableFor(vehicle), diagnosisSteps(state), diagnosed.causes);
  await keepCase(db, jobId, {
    fans: fanClass(vehicle),
    counted: [
      'case',
      ...filed.causes.map((cause) => `cause ${cause}`),
      ...filed.findings.map((finding) => `finding ${finding}`),
      ...(filed.firstRight === null ? [] : ['first of']),
      ...(filed.firstRight ? ['first right'] : []),
    ],
  });
}
