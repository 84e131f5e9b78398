import { root } from '../fluid/index.ts';
import { normalQuantile } from '../trial/index.ts';
import type { Interval } from './exact.ts';
import type { Life } from './survival.ts';

export type Weibull =
  | { ok: false; because: 'few-failures' | 'one-time' | 'no-curve'; failures: number }
  | {
      ok: true;
      /** Below 1 the new ones fail most, above 1 the old ones. */
      shape: number;
      shapeBetween: Interval;
      /** Time by which 63 % have failed. */
      scale: number;
      scaleBetween: Interval;
      logLikelihood: number;
      failures: number;
    };

/** With fewer failures a shape is a guess. */
export const LEAST_FAILURES = 3;
const SHAPES = [0.02, 200] as const;
/** What failed at 0 ran for part of a day: a Weibull has no room for nothing at all. */
export const PART_OF_A_DAY = 0.5;

/**
 * Weibull's distribution by maximum likelihood, those still running counted to when they were last seen. Limits by the
 * information in the logarithms of scale and of 1/shape, from the scores of clusters where lives share one (sandwich), as
 * R's `survreg(…, cluster, robust = TRUE)`; where each is alone, `robust: false` takes the plain information.
 *
 * @throws RangeError where a time is below 0 or no number
 */
export function fitWeibull(lives: readonly Life[], { robust = true, confidence = 0.95 } = {}): Weibull {
  const all = lives.map(({ time, ...life }) => {
    if (!(time >= 0 && Number.isFinite(time))) throw new RangeError(`${time} is no time that something ran`);
    return { ...life, time: time === 0 && life.failed ? PART_OF_A_DAY : time };
  }).filter(({ time }) => time > 0);
  const failed = all.filter((life) => life.failed);
  const d = failed.length;
  if (d < LEAST_FAILURES) return { ok: false, because: 'few-failures', failures: d };
  if (new Set(failed.map(({ time }) => time)).size < 2) return { ok: false, because: 'one-time', failures: d };
  const longest = Math.max(...all.map(({ time }) => time));
  const meanLog = failed.reduce((sum, { time }) => sum + Math.log(time / longest), 0) / d;
  const sums = (k: number): [number, number] => {
    let [power, weighted] = [0, 0];
    for (const { time } of all) {
      const raised = (time / longest) ** k;
      power += raised;
      weighted += raised * Math.log(time / longest);
    }
    return [power, weighted];
  };
  const profile = (k: number): number => {
    const [power, weighted] = sums(k);
    return weighted / power - 1 / k - meanLog;
  };
  if (!(profile(SHAPES[0]) < 0 && profile(SHAPES[1]) > 0)) return { ok: false, because: 'no-curve', failures: d };
  const shape = root(profile, SHAPES[0], SHAPES[1], 1e-10);
  const scale = longest * (sums(shape)[0] / d) ** (1 / shape);
  const sigma = 1 / shape;
  let [logLikelihood, mm, ms, ss] = [0, 0, 0, 0];
  const scores = new Map<string, [number, number]>();
  for (const { time, failed: ended, cluster } of all) {
    const z = shape * Math.log(time / scale);
    const e = Math.exp(z);
    logLikelihood += (ended ? z - Math.log(sigma * time) : 0) - e;
    mm += e / sigma ** 2;
    ms += ((1 + z) * e - Number(ended)) / sigma;
    ss += z * e + z * z * e - (ended ? z : 0);
    const score = scores.get(cluster) ?? [0, 0];
    scores.set(cluster, [score[0] + (e - Number(ended)) / sigma, score[1] + z * e - (ended ? z + 1 : 0)]);
  }
  const determinant = mm * ss - ms * ms;
  const inverse = [ss / determinant, -ms / determinant, mm / determinant] as const;
  let [varMu, varLog] = [inverse[0], inverse[2]];
  if (robust) {
    [varMu, varLog] = [0, 0];
    for (const [a, b] of scores.values()) {
      varMu += (inverse[0] * a + inverse[1] * b) ** 2;
      varLog += (inverse[1] * a + inverse[2] * b) ** 2;
    }
  }
  const z = normalQuantile(1 - (1 - confidence) / 2);
  const [scaleBy, shapeBy] = [Math.exp(z * Math.sqrt(varMu)), Math.exp(z * Math.sqrt(varLog))];
  return {
    ok: true, shape, scale, logLikelihood, failures: d,
    shapeBetween: { lo: shape / shapeBy, hi: shape * shapeBy },
    scaleBetween: { lo: scale / scaleBy, hi: scale * scaleBy },
  };
} // prettier-ignore

/** Share at work after a time by a fitted Weibull. */
export const weibullShare = ({ shape, scale }: { shape: number; scale: number }, time: number): number =>
  Math.exp(-((time / scale) ** shape));
