/// <reference path="./jstat.d.ts" />
import jstat from 'jstat';

const { studentt, noncentralt, normal } = jstat.jStat;

/** Chance that Student's t is at most `t`. @param dof > 0, also broken */
export const tCdf = (t: number, dof: number): number => studentt.cdf(t, dof);
/** Quantile of Student's t. */
export const tQuantile = (p: number, dof: number): number => studentt.inv(p, dof);
/** Chance of a |t| at least as large. */
export const twoSided = (t: number, dof: number): number => 2 * (1 - tCdf(Math.abs(t), dof));
export const normalTail = (z: number): number => 1 - normal.cdf(z, 0, 1);
/** Chance that a noncentral t is at most `t`. */
export const noncentralTCdf = (t: number, dof: number, ncp: number): number => noncentralt.cdf(t, dof, ncp);
