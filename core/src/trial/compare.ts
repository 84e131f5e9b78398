import { tQuantile, tCdf, twoSided } from './distributions.ts';

export const mean = (xs: readonly number[]): number => xs.reduce((sum, x) => sum + x, 0) / xs.length;
/** Variance with n − 1. */
export const variance = (xs: readonly number[]): number => {
  const m = mean(xs);
  return xs.reduce((sum, x) => sum + (x - m) ** 2, 0) / (xs.length - 1);
};

/** A difference with its standard error, and how many degrees of freedom carry it. */
export interface Difference {
  estimate: number;
  se: number;
  dof: number;
}
export const pOf = ({ estimate, se, dof }: Difference): number =>
  se > 0 ? twoSided(estimate / se, dof) : estimate === 0 ? 1 : 0;
/** @param level 0.95 for a 95 % interval */
export function intervalOf({ estimate, se, dof }: Difference, level = 0.95): [number, number] {
  const half = tQuantile(1 - (1 - level) / 2, dof) * se;
  return [estimate - half, estimate + half];
}

/** Welch's test: a − b, variances of their own, Satterthwaite's degrees of freedom. At least two each. */
export function welch(a: readonly number[], b: readonly number[]): Difference {
  if (a.length < 2 || b.length < 2) throw new RangeError('a spread wants two runs each');
  const [va, vb] = [variance(a) / a.length, variance(b) / b.length];
  return {
    estimate: mean(a) - mean(b),
    se: Math.sqrt(va + vb),
    dof: va + vb > 0 ? (va + vb) ** 2 / (va ** 2 / (a.length - 1) + vb ** 2 / (b.length - 1)) : a.length + b.length - 2,
  };
} // prettier-ignore

/** Paired: run by run, a − b. */
export function paired(a: readonly number[], b: readonly number[]): Difference {
  if (a.length !== b.length || a.length < 2) throw new RangeError('pairs want the same number of runs, two at least');
  const d = a.map((each, i) => each - b[i]!);
  return { estimate: mean(d), se: Math.sqrt(variance(d) / d.length), dof: d.length - 1 };
} // prettier-ignore

/**
 * p-values of several comparisons, each raised so that all together are wrong no more often than one (Holm 1979).
 */
export function holm(ps: readonly number[]): number[] {
  const order = ps.map((p, at) => ({ p, at })).sort((a, b) => a.p - b.p);
  const adjusted: number[] = [];
  let most = 0;
  order.forEach(({ p, at }, rank) => {
    most = Math.max(most, Math.min(1, (ps.length - rank) * p));
    adjusted[at] = most;
  });
  return adjusted;
}

/** Two one-sided tests (Schuirmann 1987): the p-value of "as good as within ± margin". */
export function equivalence({ estimate, se, dof }: Difference, margin: number): number {
  if (!(margin > 0)) throw new RangeError(`a margin is more than nothing, not ${margin}`);
  if (!(se > 0)) return Math.abs(estimate) < margin ? 0 : 1;
  return Math.max(1 - tCdf((estimate + margin) / se, dof), tCdf((estimate - margin) / se, dof));
}

export interface LinearFit {
  coefficients: number[];
  /** Standard errors of them. */
  ses: number[];
  /** (XᵀX)⁻¹ */
  inverse: number[][];
  sigma: number;
  dof: number;
}

/** Whether a pivot counts as nothing: the column is a sum of the others. */
const SINGULAR = 1e-9;

/** Inverse of a symmetric positive matrix; undefined where it is singular. */
export function inverseOf(matrix: readonly (readonly number[])[]): number[][] | undefined {
  const n = matrix.length;
  const a = matrix.map((row, i) => [...row, ...Array.from({ length: n }, (_, j) => (i === j ? 1 : 0))]);
  const scale = Math.max(...matrix.map((row, i) => Math.abs(row[i]!)), 1e-300);
  for (let c = 0; c < n; c += 1) {
    let pivot = c;
    for (let r = c + 1; r < n; r += 1) if (Math.abs(a[r]![c]!) > Math.abs(a[pivot]![c]!)) pivot = r;
    if (!(Math.abs(a[pivot]![c]!) > SINGULAR * scale)) return undefined;
    [a[c], a[pivot]] = [a[pivot]!, a[c]!];
    const by = a[c]![c]!;
    for (let k = 0; k < 2 * n; k += 1) a[c]![k]! /= by;
    for (let r = 0; r < n; r += 1) {
      if (r === c) continue;
      const factor = a[r]![c]!;
      if (factor !== 0) for (let k = 0; k < 2 * n; k += 1) a[r]![k]! -= factor * a[c]![k]!;
    }
  }
  return a.map((row) => row.slice(n));
}

/** Least squares. @returns undefined where columns hang together, or nothing is left to tell the spread */
export function leastSquares(X: readonly (readonly number[])[], y: readonly number[]): LinearFit | undefined {
  const k = X[0]?.length ?? 0;
  const dof = y.length - k;
  if (dof < 1) return undefined;
  const XtX = Array.from({ length: k }, (_, i) =>
    Array.from({ length: k }, (_, j) => X.reduce((sum, row) => sum + row[i]! * row[j]!, 0)),
  );
  const inverse = inverseOf(XtX);
  if (!inverse) return undefined;
  const Xty = Array.from({ length: k }, (_, i) => X.reduce((sum, row, r) => sum + row[i]! * y[r]!, 0));
  const coefficients = inverse.map((row) => row.reduce((sum, each, j) => sum + each * Xty[j]!, 0));
  const rss = y.reduce((sum, each, r) => sum + (each - X[r]!.reduce((s, x, j) => s + x * coefficients[j]!, 0)) ** 2, 0);
  const sigma = Math.sqrt(rss / dof);
  return { coefficients, ses: inverse.map((row, i) => sigma * Math.sqrt(Math.max(0, row[i]!))), inverse, sigma, dof };
} // prettier-ignore

/**
 * Groups compared with what else differed between runs taken out (analysis of covariance): one mean a group, one slope a
 * covariate, covariates centred.
 *
 * @param groups of each run, 0…
 * @param covariates of each run
 * @returns the difference of two groups, and the slopes; undefined where groups and covariates hang together
 */
export function ancova(y: readonly number[], groups: readonly number[], covariates: readonly (readonly number[])[]) {
  const count = Math.max(...groups) + 1;
  const centres = (covariates[0] ?? []).map((_, j) => mean(covariates.map((row) => row[j]!)));
  const X = y.map((_, i) => [
    ...Array.from({ length: count }, (_, g) => (groups[i] === g ? 1 : 0)),
    ...centres.map((centre, j) => covariates[i]![j]! - centre),
  ]);
  const fit = leastSquares(X, y);
  if (!fit) return undefined;
  return {
    fit,
    X,
    residuals: y.map((value, i) => value - X[i]!.reduce((sum, x, j) => sum + x * fit.coefficients[j]!, 0)),
    means: fit.coefficients.slice(0, count),
    slopes: fit.coefficients.slice(count).map((slope, j) => ({ slope, se: fit.ses[count + j]! })),
    difference: (a: number, b: number): Difference => ({
      estimate: fit.coefficients[a]! - fit.coefficients[b]!,
      se: fit.sigma * Math.sqrt(Math.max(0, fit.inverse[a]![a]! + fit.inverse[b]![b]! - 2 * fit.inverse[a]![b]!)),
      dof: fit.dof,
    }),
  };
} // prettier-ignore
