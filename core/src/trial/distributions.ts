// @ts-expect-error -- it comes without types; what is used of it is said here
import jstat from 'jstat';

interface Distributions {
  studentt: { cdf: (x: number, dof: number) => number; inv: (p: number, dof: number) => number };
  noncentralt: { cdf: (x: number, dof: number, ncp: number) => number };
  normal: {
    cdf: (x: number, mean: number, sd: number) => number;
    inv: (p: number, mean: number, sd: number) => number;
  };
  beta: {
    inv: (p: number, a: number, b: number) => number;
    cdf: (x: number, a: number, b: number) => number;
  };
  gamma: { inv: (p: number, shape: number, scale: number) => number };
  gammaln: (x: number) => number;
}
const { studentt, noncentralt, normal, beta, gamma, gammaln } = (jstat as { jStat: Distributions }).jStat;

/** Chance that Student's t is at most `t`. @param dof > 0, also broken */
export const tCdf = (t: number, dof: number): number => studentt.cdf(t, dof);
/** Quantile of Student's t. */
export const tQuantile = (p: number, dof: number): number => studentt.inv(p, dof);
/** Chance of a |t| at least as large. */
export const twoSided = (t: number, dof: number): number => 2 * (1 - tCdf(Math.abs(t), dof));
export const normalTail = (z: number): number => 1 - normal.cdf(z, 0, 1);
/** Chance that a noncentral t is at most `t`. */
export const noncentralTCdf = (t: number, dof: number, ncp: number): number => noncentralt.cdf(t, dof, ncp);
/** Quantile of the normal distribution, mean 0, standard deviation 1. */
export const normalQuantile = (p: number): number => normal.inv(p, 0, 1);
/** Quantile of the beta distribution. @param a > 0 @param b > 0 */
export const betaQuantile = (p: number, a: number, b: number): number => beta.inv(p, a, b);
/** Distribution function of the beta distribution: also the chance of `a` or more of `a` + `b` − 1, broken counts included. */
export const betaCdf = (x: number, a: number, b: number): number => beta.cdf(x, a, b);
/** Logarithm of the gamma function. @param x > 0 */
export const logGamma = (x: number): number => gammaln(x);
/** Quantile of the gamma distribution. @param shape > 0 @param rate > 0, one over its scale */
export const gammaQuantile = (p: number, shape: number, rate: number): number =>
  gamma.inv(p, shape, 1 / rate);
