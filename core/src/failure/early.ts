import { gammaQuantile } from '../trial/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { benjaminiHochberg, binomialInterval, rateIsHigher, type Interval } from './exact.ts';

/**
 * What is known of the beginning of a part's life, vehicle by vehicle: of each the first unit, to its failure, to when it
 * was last seen, or to the end of the beginning. A second failure in one vehicle is not counted: it is no second witness.
 */
export interface EarlyCount {
  partId: number;
  /** Vehicles in which it was seen to run at all, or failed at once. */
  vehicles: number;
  /** Of these, vehicles in which the first unit failed within `earlyDays`. */
  early: number;
  /** Days in all that first units were seen to run, each up to `earlyDays`. */
  days: number;
}

export interface EarlyJudged extends EarlyCount {
  /** Of all others of its kind. */
  others: { vehicles: number; early: number; days: number };
  /** Chance of as many or more by luck, were it like the others; null where there is nothing to go by. */
  chance: number | null;
  /** The same, adjusted for how many parts were looked at. */
  adjusted: number | null;
  /** It fails early, so far as these can say. */
  flagged: boolean;
  /** Of 100 fitted so many fail within `earlyDays`, drawn towards its kind the more the less is known of it. */
  likely: (Interval & { of100: number }) | null;
}

/** Rates so much alike that their spread cannot be told are taken to have this shape. */
const MOST_ALIKE = 1e4;
const LEAST_ALIKE = 0.05;

/**
 * Shape of the gamma distribution of parts' rates around the mean of their kind, by maximum likelihood of counts that are
 * then negative binomial (as R's `MASS::theta.ml`); `MOST_ALIKE` where they differ by luck alone.
 *
 * @param counts failures, and what was expected of each at the mean rate
 */
export function alikeness(counts: readonly { x: number; expected: number }[]): number {
  const logLikelihood = (shape: number): number => {
    let sum = 0;
    for (const { x, expected } of counts) {
      // Γ(x + shape) / Γ(shape) is a product of x terms: no gamma function is needed.
      for (let k = 0; k < x; k += 1) sum += Math.log((shape + k) / (shape + expected));
      sum += x * Math.log(expected || 1) - shape * Math.log1p(expected / shape);
    }
    return sum;
  };
  // One hill in the logarithm of the shape: golden section.
  const GOLDEN = (Math.sqrt(5) - 1) / 2;
  let [lo, hi] = [Math.log(LEAST_ALIKE), Math.log(MOST_ALIKE)];
  for (let step = 0; step < 60; step += 1) {
    const [a, b] = [hi - GOLDEN * (hi - lo), lo + GOLDEN * (hi - lo)];
    if (logLikelihood(Math.exp(a)) < logLikelihood(Math.exp(b))) lo = a;
    else hi = b;
  }
  return Math.exp((lo + hi) / 2);
}

/**
 * Which parts of one kind fail early. Each is held against all others of its kind by an exact test, and the chances are
 * adjusted over all of them, so that of those flagged no more than `falseFlags` are expected to be flagged by luck.
 * One failure flags nobody.
 *
 * @param counts of every part of one kind that was seen to run
 */
export function judgeEarly(counts: readonly EarlyCount[], practice: Practice = USUAL_PRACTICE): EarlyJudged[] {
  const sum = (pick: (count: EarlyCount) => number): number => counts.reduce((all, each) => all + pick(each), 0);
  const all = { vehicles: sum((each) => each.vehicles), early: sum((each) => each.early), days: sum((each) => each.days) };
  const meanRate = all.days > 0 ? all.early / all.days : 0;
  const shape = alikeness(counts.filter(({ days }) => days > 0).map(({ early, days }) => ({ x: early, expected: meanRate * days })));
  const judged = counts.map((count) => {
    const others = { vehicles: all.vehicles - count.vehicles, early: all.early - count.early, days: all.days - count.days };
    const chance = count.days > 0 && others.days > 0 ? rateIsHigher(count.early, count.days, others.early, others.days) : null;
    const rate = shape / meanRate + count.days;
    const of100 = (perDay: number): number => 100 * (1 - Math.exp(-perDay * practice.earlyDays));
    const likely = meanRate > 0 && count.days > 0 ? {
      of100: of100((shape + count.early) / rate),
      lo: of100(gammaQuantile(0.025, shape + count.early, rate)),
      hi: of100(gammaQuantile(0.975, shape + count.early, rate)),
    } : null;
    return { ...count, others, chance, likely };
  });
  const tested = judged.filter((each) => each.chance !== null);
  const adjusted = new Map(benjaminiHochberg(tested.map((each) => each.chance!)).map((each, at) => [tested[at]!.partId, each]));
  return judged.map((each) => ({
    ...each,
    adjusted: adjusted.get(each.partId) ?? null,
    flagged: each.early >= practice.earlyLeast && (adjusted.get(each.partId) ?? 1) <= practice.falseFlags,
  }));
} // prettier-ignore

/** How often it was noisy from new, of those of which somebody said. */
export interface NoisyShare extends Interval {
  noisy: number;
  of: number;
}
export const noisyShare = (noisy: number, of: number): NoisyShare | null =>
  of === 0 ? null : { noisy, of, ...binomialInterval(noisy, of) };
