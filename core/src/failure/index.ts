export {
  judgeEarly,
  noisyShare,
  type EarlyCount,
  type EarlyJudged,
  type EarlyLife,
  type NoisyShare,
} from './early.ts';
export { benjaminiHochberg, binomialInterval, fisher, poissonInterval, type Interval } from './exact.ts';
export { sightingsOf, type JobSighting, type KindFailed } from './from-job.ts';
export {
  FAILURE_MODES,
  FAILURE_MODE_NAMES,
  NOT_THE_PART,
  SETTLEMENTS,
  modeOfCause,
  type FailureMode,
  type Settlement,
} from './modes.ts';
export { returnsOf, type Gap, type Returns } from './return.ts';
export { reportFromJob, type ReportFromJob } from './report.ts';
export {
  FAILING,
  failingOf,
  standingWord,
  type Failing,
  type Standing,
  type StandingWord,
} from './standing.ts';
export { kaplanMeier, shareAt, shareOverTime, type Life, type SurvivalStep } from './survival.ts';
export {
  SEEN_AS,
  daysBetween,
  daysOf,
  kmOf,
  unitsOf,
  type SeenAs,
  type Sighting,
  type Unit,
} from './unit.ts';
export { LEAST_FAILURES, PART_OF_A_DAY, fitWeibull, weibullShare, type Weibull } from './weibull.ts';
