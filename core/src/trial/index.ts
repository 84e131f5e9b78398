export {
  ancova,
  equivalence,
  holm,
  intervalOf,
  inverseOf,
  leastSquares,
  mean,
  pOf,
  paired,
  variance,
  welch,
  type Difference,
  type LinearFit,
} from './compare.ts';
export {
  betaCdf,
  betaQuantile,
  gammaQuantile,
  logGamma,
  noncentralTCdf,
  normalQuantile,
  tCdf,
  tQuantile,
  twoSided,
} from './distributions.ts';
export { cutAtLimit, type BrokenOff, type Cut } from './broken-off.ts';
export { fitCurve, type CurveFit } from './fit.ts';
export { LEAST_RUNS, lookAt, type Look } from './looks.ts';
export { MOST_RUNS, groupLimits, nominalPs, powerOf, powerUnequal, runsFor, runsToSettle } from './power.ts'; // prettier-ignore
export {
  EXPANSION,
  gasAndGive,
  airKPa,
  judgePressure,
  testDoubts,
  lostL,
  type PressurePoint,
  type PressureTest,
  type PressureVerdict,
  type Stroke,
} from './pressure.ts';
export {
  comparePullDowns,
  fitPullDown,
  timeDown,
  type Between,
  type Faster,
  type PullDown,
  type PullDownFit,
} from './pull-down.ts';
export { robustDifference } from './robust.ts';
export { readStopwatch, watchAgainstLog, type WatchAgainstLog, type WrittenTime } from './stopwatch.ts';
export {
  confounding,
  judgeTrial,
  poolSpread,
  powerCurve,
  runProblem,
  valueText,
  type Need,
  type PairJudged,
  type SetUpJudged,
  type TrialVerdict,
} from './judge.ts';
export {
  CHANGES,
  PROTOCOLS,
  PROTOCOL_NAMES,
  type Change,
  type LibrarySpread,
  type Protocol,
  type Trial,
  type TrialRun,
  type TrialConditions,
  type TrialSetUp,
} from './types.ts';
export { TURNS_K, peakOfLog, pullDownStretch, type PeakOfLog } from './stretch.ts';
