import { backStep, outStep, type AccessMap } from '../access/index.ts';
import type { Delay } from '../job/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { minutesText } from '../quantity/index.ts';

/** Minutes of one operation on one job, as a phone measured them or somebody put them right. */
export interface SeenMinutes {
  job: number;
  operation: string;
  minutes: number;
  /** Why it took longer than it should; those are kept apart. null for the usual run of it. */
  delay: Delay | null;
}

export interface OperationMinutes {
  operation: string;
  /** What the map says. */
  mapped: number;
  /** What it is likely to take, between the map and what was seen. */
  minutes: number;
  /** Of the likely figure itself, not of a single run; 80 %. */
  lo: number;
  hi: number;
  /** Jobs it was seen on without anything in its way. */
  jobs: number;
  /** Jobs on which something was: rust, broken, missing. */
  delayed: number;
}

export interface MinutesModel {
  operations: Map<string, OperationMinutes>;
  /** By how much one job as a whole is quicker or slower than another, and one run than another; standard deviation of the logarithm. */
  jobSd: number;
  runSd: number;
  /** Posterior variance of each operation's logarithm, for quotes. */
  variances: Map<string, number>;
}

/** 80 %: four of five times. */
const Z80 = 1.2815515655446004;
/** Rounds of a fit that settles in a few. */
const ROUNDS = 40;
/** Huber's limit, in standard deviations: what lies farther out pulls no harder. */
const HUBER = 1.5;
/** Nothing takes no time at all. */
const LEAST_MINUTES = 0.1;
/** Trade's guesses weigh as much as so many jobs where spreads are learnt. */
const GUESS_WEIGHS = 6;

/**
 * What operations of a map really take. The logarithm of each run is the map's figure, plus what this operation is off by,
 * plus what this job is off by (rust, whose hands, what light: all its operations share it), plus the run itself. Operations
 * are shrunk toward the map and jobs toward none, both as strongly as their spreads say; spreads begin as the trade's
 * guess and are learnt from what was seen. Runs far out pull no harder than `HUBER` deviations. Delayed runs stay apart.
 *
 * @param mapped minutes of each operation on the map, > 0
 */
export function minutesModel(
  mapped: ReadonlyMap<string, number>,
  seen: readonly SeenMinutes[],
  practice: Practice = USUAL_PRACTICE,
): MinutesModel {
  const runs = seen.flatMap(({ job, operation, minutes, delay }) => {
    const expected = mapped.get(operation);
    return delay === null && expected !== undefined && expected > 0 && minutes > 0
      ? [{ job, operation, off: Math.log(Math.max(LEAST_MINUTES, minutes) / expected), weight: 1 }]
      : [];
  });
  const operationVar = practice.mapOff ** 2;
  let [jobVar, runVar] = [practice.jobOff ** 2, practice.runOff ** 2];
  const guess = { jobVar, runVar };
  const operations = new Map([...mapped.keys()].map((key) => [key, 0]));
  const jobs = new Map(runs.map(({ job }) => [job, 0]));
  const [operationPost, jobPost] = [new Map<string, number>(), new Map<number, number>()];
  for (let round = 0; round < ROUNDS; round += 1) {
    const sums = new Map<string | number, { weight: number; off: number }>();
    const add = (key: string | number, weight: number, off: number): void => {
      const sum = sums.get(key) ?? { weight: 0, off: 0 };
      sums.set(key, { weight: sum.weight + weight, off: sum.off + weight * off });
    };
    for (const run of runs) add(run.operation, run.weight, run.off - jobs.get(run.job)!);
    for (const key of operations.keys()) {
      const { weight, off } = sums.get(key) ?? { weight: 0, off: 0 };
      operations.set(key, off / (weight + runVar / operationVar));
      operationPost.set(key, 1 / (1 / operationVar + weight / runVar));
    }
    sums.clear();
    for (const run of runs) add(run.job, run.weight, run.off - operations.get(run.operation)!);
    for (const key of jobs.keys()) {
      const { weight, off } = sums.get(key) ?? { weight: 0, off: 0 };
      jobs.set(key, off / (weight + runVar / jobVar));
      jobPost.set(key, 1 / (1 / jobVar + weight / runVar));
    }
    let squares = GUESS_WEIGHS * guess.runVar;
    for (const run of runs) {
      const rest = run.off - operations.get(run.operation)! - jobs.get(run.job)!;
      run.weight = Math.min(1, (HUBER * Math.sqrt(runVar)) / Math.max(1e-9, Math.abs(rest)));
      squares += Math.min(rest * rest, HUBER ** 2 * runVar) + operationPost.get(run.operation)! + jobPost.get(run.job)!;
    }
    runVar = squares / (GUESS_WEIGHS + runs.length);
    let jobSquares = GUESS_WEIGHS * guess.jobVar;
    for (const [job, off] of jobs) jobSquares += off * off + jobPost.get(job)!;
    jobVar = jobSquares / (GUESS_WEIGHS + jobs.size);
  }
  // What all jobs have in common is of the operations, as far as the few jobs can tell it apart: that doubt is theirs too.
  const common = jobs.size > 0 ? jobVar / jobs.size : 0;
  const count = (key: string, delayed: boolean): number => new Set(seen.flatMap(({ job, operation, delay }) => (operation === key && (delay !== null) === delayed ? [job] : []))).size;
  const variances = new Map<string, number>();
  const found = [...operations].map(([operation, off]): [string, OperationMinutes] => {
    const expected = mapped.get(operation)!;
    const alone = count(operation, false);
    const variance = operationPost.get(operation)! + (alone > 0 ? Math.min(common, operationVar) : 0);
    variances.set(operation, variance);
    const swing = Math.exp(Z80 * Math.sqrt(variance));
    const minutes = expected * Math.exp(off);
    return [operation, { operation, mapped: expected, minutes, lo: minutes / swing, hi: minutes * swing, jobs: alone, delayed: count(operation, true) }];
  });
  return { operations: new Map(found), jobSd: Math.sqrt(jobVar), runSd: Math.sqrt(runVar), variances };
} // prettier-ignore

/** Minutes of a map's steps, out and back, as the map has them; waiting is no work. */
export const mappedMinutes = (map: Pick<AccessMap, 'operations'>): Map<string, number> =>
  new Map(
    map.operations.flatMap(({ code, minutes, waiting, back }): [string, number][] => [
      ...(waiting || !(minutes > 0) ? [] : [[outStep(code), minutes] as [string, number]]),
      ...(back && back.minutes > 0 ? [[backStep(code), back.minutes] as [string, number]] : []),
    ]),
  );

export interface Quote {
  minutes: number;
  /** Four of five times it takes between these. */
  lo: number;
  hi: number;
}

/**
 * What a job of these operations takes: their sum, with the job's own pace on all of them alike and the rest on each by
 * itself, taken as log-normal by its first two moments (Fenton 1960).
 *
 * @param extra minutes of work that no operation of the map is: filling, proving; off as a run of its own
 */
export function quoteFor(model: MinutesModel, operations: readonly string[], extra = 0): Quote {
  const known = operations.flatMap((key) => model.operations.get(key) ?? []);
  const parts = [...known.map(({ operation, minutes }) => ({ minutes, variance: model.variances.get(operation)! + model.runSd ** 2 })), ...(extra > 0 ? [{ minutes: extra, variance: model.runSd ** 2 }] : [])];
  let [mean, variance] = [0, 0];
  for (const part of parts) {
    const own = part.minutes * Math.exp(part.variance / 2);
    mean += own;
    variance += own * own * Math.expm1(part.variance);
  }
  if (!(mean > 0)) return { minutes: 0, lo: 0, hi: 0 };
  const sumVar = Math.log1p(variance / mean ** 2);
  const middle = mean * Math.exp(-sumVar / 2);
  const swing = Math.exp(Z80 * Math.sqrt(sumVar + model.jobSd ** 2));
  return { minutes: middle, lo: middle / swing, hi: middle * swing };
} // prettier-ignore

/** To five minutes, as a shop says what is not known to the minute: "1 h 40". */
export const hoursText = (minutes: number): string => minutesText(Math.max(5, Math.round(minutes / 5) * 5));
/** "1 h 40 to 2 h 10, four of five times". */
export const quoteText = ({ lo, hi }: Quote): string =>
  `${hoursText(lo)} to ${hoursText(hi)}, four of five times`;
