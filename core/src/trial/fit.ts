import { inverseOf } from './compare.ts';

export interface CurveFit {
  parameters: number[];
  /** Standard errors, from the Jacobian at the end. */
  ses: number[];
  rss: number;
  dof: number;
  steps: number;
}
const MOST_STEPS = 500;
const CLOSE_ENOUGH = 1e-14;
const NUDGE = 1e-7;

/**
 * Nonlinear least squares: Levenberg's and Marquardt's damped steps with a numeric Jacobian.
 *
 * @param model  value at x for parameters
 * @param start  first guess, none of them nothing
 * @throws RangeError where fewer points than parameters are given, or the steps do not come to an end
 */
export function fitCurve(
  model: (x: number, parameters: readonly number[]) => number,
  x: readonly number[],
  y: readonly number[],
  start: readonly number[],
): CurveFit {
  if (!(x.length === y.length && x.length > start.length))
    throw new RangeError('a fit wants more points than parameters');
  let now = [...start];
  const rssOf = (p: readonly number[]): number => x.reduce((sum, each, i) => sum + (y[i]! - model(each, p)) ** 2, 0);
  let rss = rssOf(now);
  if (!Number.isFinite(rss)) throw new RangeError('the first guess gives no value');
  let damping = 1e-3;
  const jacobian = (p: readonly number[]): number[][] =>
    x.map((each) =>
      p.map((value, j) => {
        const by = NUDGE * Math.max(Math.abs(value), 1e-8);
        const up = p.map((q, i) => (i === j ? q + by : q));
        const down = p.map((q, i) => (i === j ? q - by : q));
        return (model(each, up) - model(each, down)) / (2 * by);
      }),
    );
  for (let step = 1; step <= MOST_STEPS; step += 1) {
    const J = jacobian(now);
    const JtJ = now.map((_, a) => now.map((_, b) => J.reduce((sum, row) => sum + row[a]! * row[b]!, 0)));
    const Jtr = now.map((_, a) => J.reduce((sum, row, i) => sum + row[a]! * (y[i]! - model(x[i]!, now)), 0));
    // Scaled by the diagonal, so that the units of a parameter play no part.
    const scale = JtJ.map((row, a) => Math.sqrt(Math.max(row[a]!, 1e-300)));
    const scaled = JtJ.map((row, a) => row.map((each, b) => each / scale[a]! / scale[b]! + (a === b ? damping : 0)));
    const inverse = inverseOf(scaled);
    const move = inverse?.map((row, a) => row.reduce((sum, each, b) => sum + (each * Jtr[b]!) / scale[b]!, 0) / scale[a]!);
    const next = move && now.map((value, j) => value + move[j]!);
    const better = next ? rssOf(next) : NaN;
    if (next && better <= rss) {
      const gained = rss - better;
      const far = Math.max(...move.map((each, j) => Math.abs(each) / Math.max(Math.abs(next[j]!), 1e-12)));
      now = next;
      rss = better;
      damping = Math.max(damping / 10, 1e-15);
      if (gained <= CLOSE_ENOUGH * Math.max(rss, 1e-300) || far < 1e-11) return done(step);
    } else {
      damping *= 10;
      if (damping > 1e12) return done(step);
    }
  }
  throw new RangeError('the fit does not come to an end');

  function done(steps: number): CurveFit {
    const J = jacobian(now);
    const scale = now.map((_, a) => Math.sqrt(Math.max(1e-300, J.reduce((sum, row) => sum + row[a]! ** 2, 0))));
    const scaled = now.map((_, a) => now.map((_, b) => J.reduce((sum, row) => sum + row[a]! * row[b]!, 0) / scale[a]! / scale[b]!));
    const inverse = inverseOf(scaled);
    const dof = x.length - now.length;
    const sigma = Math.sqrt(rss / dof);
    return { parameters: now, ses: now.map((_, a) => (inverse ? sigma * Math.sqrt(Math.max(0, inverse[a]![a]!)) / scale[a]! : Infinity)), rss, dof, steps };
  }
} // prettier-ignore
