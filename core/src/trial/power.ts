import { noncentralTCdf, normalQuantile, normalTail, tQuantile } from './distributions.ts';

/**
 * Chance that a two-sided two-sample t-test with n runs each finds a difference that is there.
 *
 * @param difference true difference
 * @param sd         run-to-run, one standard deviation
 * @example powerOf(20, 1, 1) // 0.8690, R's power.t.test(n = 20, delta = 1, sd = 1)
 */
export function powerOf(n: number, difference: number, sd: number, alpha = 0.05): number {
  if (!(n > 1) || !(sd > 0)) return 0;
  const dof = 2 * (n - 1);
  return (
    1 - noncentralTCdf(tQuantile(1 - alpha / 2, dof), dof, (Math.sqrt(n / 2) * Math.abs(difference)) / sd)
  );
}

/** More than this nobody drives. */
export const MOST_RUNS = 200;

/** Runs each that find such a difference in `power` of trials, a whole number; undefined past `MOST_RUNS`. */
export function runsFor(difference: number, sd: number, power = 0.9, alpha = 0.05): number | undefined {
  if (!(Math.abs(difference) > 0)) return undefined;
  let [lo, hi] = [1, MOST_RUNS];
  if (powerOf(hi, difference, sd, alpha) < power) return undefined;
  while (hi - lo > 1) {
    const middle = Math.floor((lo + hi) / 2);
    if (powerOf(middle, difference, sd, alpha) >= power) hi = middle;
    else lo = middle;
  }
  return hi;
}

/**
 * The same where the two spread differently from run to run (Welch; Satterthwaite's degrees of freedom at those spreads).
 *
 * @param sds run-to-run of each, one standard deviation
 */
export function powerUnequal(n: number, difference: number, [a, b]: readonly [number, number], alpha: number): number {
  if (!(n > 1) || !(a > 0) || !(b > 0) || !(alpha > 0)) return 0;
  const dof = ((n - 1) * (a * a + b * b) ** 2) / (a ** 4 + b ** 4);
  return 1 - noncentralTCdf(tQuantile(1 - alpha / 2, dof), dof, Math.abs(difference) / Math.sqrt((a * a + b * b) / n));
} // prettier-ignore

/**
 * Runs each at which a trial that is looked at settles such a difference in `power` of trials, a whole number; undefined
 * past `MOST_RUNS`.
 *
 * @param settlesAt the p below which one comparison is settled with so many runs each; 0 where none is
 */
export function runsToSettle(difference: number, sds: readonly [number, number], power: number, settlesAt: (runs: number) => number): number | undefined {
  if (!(Math.abs(difference) > 0)) return undefined;
  for (let n = 2; n <= MOST_RUNS; n += 1) {
    const p = settlesAt(n);
    if (!(p > 0)) continue;
    // With the spread known for sure it takes fewer runs than this: where not even that would do, nothing more is worked out.
    const known = Math.abs(difference) / Math.sqrt((sds[0] ** 2 + sds[1] ** 2) / n) + normalQuantile(p / 2);
    if (normalTail(-known) >= power && powerUnequal(n, difference, sds, p) >= power) return n;
  }
  return undefined;
} // prettier-ignore

/** Nodes of Simpson's rule: the limits hold to four figures. */
const GRID = 160;

/**
 * Two-sided limits of a trial that is looked at several times, after each of `looks` evenly spaced batches, wrong by
 * chance in `alpha` in all. Shape 0.5 is O'Brien and Fleming's (1979, limits fall as 1/√look), 0 Pocock's (1977, the same
 * each time). Worked out by the recursion of Armitage, McPherson and Rowe (1969).
 *
 * @example groupLimits(5, 0.05, 0.5) // 4.562, 3.226, 2.634, 2.281, 2.040
 */
export function groupLimits(looks: number, alpha: number, shape: 0 | 0.5 = 0.5): number[] {
  const limits = (c: number): number[] =>
    Array.from({ length: looks }, (_, k) => c * (looks / (k + 1)) ** shape);
  let [lo, hi] = [0.5, 8];
  for (let step = 0; step < 40; step += 1) {
    const c = (lo + hi) / 2;
    if (crossed(limits(c)) > alpha) lo = c;
    else hi = c;
  }
  return limits((lo + hi) / 2);
}

/** Chance that a random walk of unit steps, seen as z = S/√k, passes its limits at some look. */
function crossed(limits: readonly number[]): number {
  let out = 2 * normalTail(limits[0]!);
  const width = (k: number): number => limits[k]! * Math.sqrt(k + 1);
  let points = nodes(width(0));
  let density = points.map((x) => Math.exp(-0.5 * x * x) / Math.sqrt(2 * Math.PI));
  for (let k = 1; k < limits.length; k += 1) {
    const edge = width(k);
    const step = (2 * width(k - 1)) / (points.length - 1);
    const weight = (i: number): number =>
      (step / 3) * (i === 0 || i === points.length - 1 ? 1 : i % 2 === 1 ? 4 : 2);
    out += points.reduce(
      (sum, x, i) => sum + weight(i) * density[i]! * (normalTail(edge - x) + normalTail(edge + x)),
      0,
    );
    const next = nodes(edge);
    density = next.map((y) =>
      points.reduce(
        (sum, x, i) =>
          sum + (weight(i) * density[i]! * Math.exp(-0.5 * (y - x) ** 2)) / Math.sqrt(2 * Math.PI),
        0,
      ),
    );
    points = next;
  }
  return out;
}
const nodes = (edge: number): number[] =>
  Array.from({ length: GRID + 1 }, (_, i) => -edge + (2 * edge * i) / GRID);

const known = new Map<string, readonly number[]>();

/**
 * The chance that each look of such a trial spends: a p-value below it settles the trial there. Worked out once for each
 * number of looks.
 */
export function nominalPs(looks: number, alpha: number): readonly number[] {
  const key = `${looks} ${alpha}`;
  let ps = known.get(key);
  if (!ps) {
    ps = looks <= 1 ? [alpha] : groupLimits(looks, alpha).map((z) => 2 * normalTail(z));
    known.set(key, ps);
  }
  return ps;
}
