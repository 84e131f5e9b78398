import { JOB_STAGES, type JobStage } from '@radiatrix/core/job';

/** The order of the work; a job stands at one of them. */
export const STAGES = JOB_STAGES;
export type Stage = JobStage;
