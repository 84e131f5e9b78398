import type { JobState } from '@radiatrix/core/job';

/** Runs of one trial, in the order that they were made. */
export const runsOf = (state: Pick<JobState, 'runs'>, trial: string): JobState['runs'] =>
  state.runs.filter((run) => run.trial === trial);
