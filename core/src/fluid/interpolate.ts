/** Values at evenly spaced arguments. */
export interface Table {
  readonly from: number;
  readonly step: number;
  readonly values: readonly number[];
}

/**
 * Cubic through the four nearest entries of an evenly spaced table.
 *
 * @param at within the table
 * @throws RangeError outside of it, and for NaN
 */
export function cubic({ from, step, values }: Table, at: number): number {
  const place = (at - from) / step;
  if (!(place >= 0 && place <= values.length - 1))
    throw new RangeError(`${at} is outside ${from} to ${from + step * (values.length - 1)}`);
  const first = Math.min(Math.max(0, Math.floor(place) - 1), values.length - 4);
  const x = place - first;
  const [a, b, c, d] = [values[first]!, values[first + 1]!, values[first + 2]!, values[first + 3]!];
  return (
    (-a * (x - 1) * (x - 2) * (x - 3)) / 6 +
    (b * x * (x - 2) * (x - 3)) / 2 -
    (c * x * (x - 1) * (x - 3)) / 2 +
    (d * x * (x - 1) * (x - 2)) / 6
  );
}

/** Straight lines between points of rising argument; beyond the ends the end values. */
export function piecewise(points: readonly (readonly [at: number, value: number])[], at: number): number {
  const [first, last] = [points[0]!, points.at(-1)!];
  if (!(at > first[0])) return first[1];
  if (at >= last[0]) return last[1];
  const next = points.findIndex((point) => point[0] >= at);
  const [a, b] = [points[next - 1]!, points[next]!];
  return a[1] + ((b[1] - a[1]) * (at - a[0])) / (b[0] - a[0]);
}

/**
 * Root of a continuous function between two arguments of opposite sign (Brent's method).
 *
 * @throws RangeError when the ends do not bracket a root or a value is not a number
 * @throws Error when it has not converged in `cap` steps
 */
export function root(f: (x: number) => number, lo: number, hi: number, tolerance = 1e-12, cap = 200): number {
  let [a, b, fa, fb] = [lo, hi, f(lo), f(hi)];
  if (fa === 0) return a;
  if (fb === 0) return b;
  if (!(fa * fb < 0)) throw new RangeError(`no change of sign between ${lo} and ${hi}`);
  let [c, fc, d, e] = [a, fa, b - a, b - a];
  for (let step = 0; step < cap; step += 1) {
    if (fb * fc > 0) [c, fc, d, e] = [a, fa, b - a, b - a];
    if (Math.abs(fc) < Math.abs(fb)) [a, b, c, fa, fb, fc] = [b, c, b, fb, fc, fb];
    const near = 2 * Number.EPSILON * Math.abs(b) + tolerance / 2;
    const half = (c - b) / 2;
    if (Math.abs(half) <= near || fb === 0) return b;
    if (Math.abs(e) >= near && Math.abs(fa) > Math.abs(fb)) {
      const s = fb / fa;
      let p: number;
      let q: number;
      if (a === c) [p, q] = [2 * half * s, 1 - s];
      else {
        const [r, t] = [fb / fc, fa / fc];
        p = s * (2 * half * t * (t - r) - (b - a) * (r - 1));
        q = (t - 1) * (r - 1) * (s - 1);
      }
      if (p > 0) q = -q;
      p = Math.abs(p);
      if (2 * p < Math.min(3 * half * q - Math.abs(near * q), Math.abs(e * q))) [e, d] = [d, p / q];
      else [d, e] = [half, half];
    } else [d, e] = [half, half];
    [a, fa] = [b, fb];
    b += Math.abs(d) > near ? d : Math.sign(half) * near;
    fb = f(b);
    if (Number.isNaN(fb)) throw new RangeError(`not a number at ${b}`);
  }
  throw new Error(`no root within ${cap} steps between ${lo} and ${hi}`);
}
