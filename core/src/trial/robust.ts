import { inverseOf, type Difference } from './compare.ts';

/** Residuals below this share of the largest value are rounding. */
const ROUNDING = 1e-10;

/**
 * Difference of two coefficients of a linear fit whose groups may spread differently from run to run: the standard error
 * is robust (HC2, MacKinnon and White 1985), its degrees of freedom are Satterthwaite's with each group's own variance.
 * Without covariates this is Welch's test to the last digit.
 *
 * @param X      design, a row a run
 * @param y      values
 * @param groups of each run, 0…
 * @param a      column of the first coefficient, @param b of the second
 * @returns undefined where columns hang together, or a group has too few runs to have a spread
 */
export function robustDifference(
  X: readonly (readonly number[])[],
  y: readonly number[],
  groups: readonly number[],
  a: number,
  b: number,
): Difference | undefined {
  const [n, k] = [X.length, X[0]!.length];
  const inverse = inverseOf(Array.from({ length: k }, (_, i) => Array.from({ length: k }, (_, j) => X.reduce((sum, row) => sum + row[i]! * row[j]!, 0))));
  if (!inverse) return undefined;
  // One row of the pseudo-inverse a run: what each coefficient takes from it.
  const takes = X.map((row) => inverse.map((each) => each.reduce((sum, value, j) => sum + value * row[j]!, 0)));
  const coefficients = Array.from({ length: k }, (_, j) => y.reduce((sum, value, i) => sum + takes[i]![j]! * value, 0));
  const hat = X.map((row) => takes.map((taken) => row.reduce((sum, value, j) => sum + value * taken[j]!, 0)));
  const scale = y.reduce((most, value) => Math.max(most, Math.abs(value)), 0);
  const residuals = y.map((value, i) => {
    const left = value - X[i]!.reduce((sum, x, j) => sum + x * coefficients[j]!, 0);
    // What is left of runs that are all equal hangs on the order they are added in: it is rounding, not spread.
    return Math.abs(left) < ROUNDING * scale ? 0 : left;
  });
  const free = hat.map((row, i) => 1 - row[i]!);
  if (free.some((each) => each < 1e-9)) return undefined;
  const weights = takes.map((taken, i) => (taken[a]! - taken[b]!) / Math.sqrt(free[i]!));
  const square = residuals.reduce((sum, each, i) => sum + (weights[i]! * each) ** 2, 0);
  const variance = groupVariances(residuals, free, groups);
  // The estimated variance is a quadratic form in the noise: (I − H) diag(w²) (I − H).
  const form = Array.from({ length: n }, (_, i) =>
    Array.from({ length: n }, (_, j) => {
      let sum = 0;
      for (let m = 0; m < n; m += 1) sum += weights[m]! ** 2 * ((m === i ? 1 : 0) - hat[m]![i]!) * ((m === j ? 1 : 0) - hat[m]![j]!);
      return sum * variance[groups[j]!]!;
    }),
  );
  let [trace, squares] = [0, 0];
  for (let i = 0; i < n; i += 1) {
    trace += form[i]![i]!;
    for (let j = 0; j < n; j += 1) squares += form[i]![j]! * form[j]![i]!;
  }
  return { estimate: coefficients[a]! - coefficients[b]!, se: Math.sqrt(square), dof: squares > 0 ? trace ** 2 / squares : n - k };
} // prettier-ignore

/** Variance of each group from its residuals, freed of what the fit took from them. */
function groupVariances(
  residuals: readonly number[],
  free: readonly number[],
  groups: readonly number[],
): number[] {
  return Array.from({ length: Math.max(...groups) + 1 }, (_, g) => {
    let [squares, count] = [0, 0];
    residuals.forEach((each, i) => {
      if (groups[i] !== g) return;
      squares += each * each;
      count += free[i]!;
    });
    return count > 0 ? squares / count : 0;
  });
}
