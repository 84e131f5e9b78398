import type { JobRecord } from '@radiatrix/contract';
import type { useHappened } from './useHappened.ts';

/** What every part of a job's page is given. */
export interface JobProps {
  job: JobRecord;
  say: ReturnType<typeof useHappened>['say'];
  busy: boolean;
}
