// @ts-expect-error -- it comes without types; what is used of it is said here
import jstat from 'jstat';

interface Distributions {
  studentt: { cdf: (x: number, dof: number) => number; inv: (p: number, dof: number) => number };
  noncentralt: { cdf: (x: number, dof: number, ncp: number) => number };
  normal: { cdf: (x: number, mean: number, sd: number) => number };
}
const { studentt, noncentralt, normal } = (jstat as { jStat: Distributions }).jStat;

/** Chance that Student's t is at most `t`. @param dof > 0, also broken */
export const tCdf = (t: number, dof: number): number => studentt.cdf(t, dof);
/** Quantile of Student's t. */
export const tQuantile = (p: number, dof: number): number => studentt.inv(p, dof);
/** Chance of a |t| at least as large. */
export const twoSided = (t: number, dof: number): number => 2 * (1 - tCdf(Math.abs(t), dof));
export const normalTail = (z: number): number => 1 - normal.cdf(z, 0, 1);
/** Chance that a noncentral t is at most `t`. */
export const noncentralTCdf = (t: number, dof: number, ncp: number): number => noncentralt.cdf(t, dof, ncp);
