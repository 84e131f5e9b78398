import { normalCdf, type QuantityFigure } from '../../figures/index.ts';
import { HOSE_SIZES_MM, SAME_SIZE_MM } from '../../practice/index.ts';

/** Methods that print a size instead of measuring it. */
const PRINTED: ReadonlySet<string> = new Set(['drawing', 'sheet', 'listing', 'bench']);
/** Standard deviation, mm; a size written in two systems differs as well. */
const sigmaOf = (figure: QuantityFigure): number =>
  Math.max(PRINTED.has(figure.trace.method) ? 0 : figure.u, SAME_SIZE_MM) / 2;

/** What is taken for likely before anything is read: common practice, no source. */
const BEFOREHAND = {
  /** Of two sizes that meet the same one, against each of its three neighbours on either side, and each beyond. */
  same: 2,
  near: 1,
  far: 0.05,
  /** A figure that is of no size of the series. */
  odd: 0.05,
};
const weightOf = (apart: number): number => (apart === 0 ? BEFOREHAND.same : apart <= 3 ? BEFOREHAND.near : BEFOREHAND.far); // prettier-ignore
/** Weights of all pairs of sizes, adding up to 1. */
const PAIRS: readonly (readonly number[])[] = HOSE_SIZES_MM.map((_, at) => {
  const weights = HOSE_SIZES_MM.map((_size, to) => weightOf(Math.abs(at - to)));
  const all = weights.reduce((sum, each) => sum + each, 0) * HOSE_SIZES_MM.length;
  return weights.map((each) => each / all);
});
/** Of a pair of odd sizes the first lies anywhere in this range, the second within so much of it, mm. */
const ODD = { from: 2, to: 150, apart: 7 };

const density = (off: number, sigma: number): number =>
  Math.exp(-(off ** 2) / (2 * sigma ** 2)) / (sigma * Math.sqrt(2 * Math.PI));

/**
 * Chance that two bores are one size of the trade, and that they are within `reach` of each other, by how both were read
 * and by the sizes that lie near. Where a figure is of no size of the series, the difference itself has to be within
 * `keep`. Nothing known leaves the chance where it was beforehand, never at no.
 *
 * @param keep  largest difference of odd sizes that still seals, mm
 * @param reach largest difference that can be bridged, mm
 */
export function sizesAgree(
  a: QuantityFigure,
  b: QuantityFigure,
  keep: number,
  reach: number,
): { same: number; within: number } {
  const [own, other] = [a, b].map((figure) => {
    const sigma = sigmaOf(figure);
    return HOSE_SIZES_MM.map((size) => density(size - figure.value, sigma));
  }) as [number[], number[]];
  let [all, same, within] = [0, 0, 0];
  own.forEach((ofOwn, at) => {
    if (ofOwn === 0) return;
    const weights = PAIRS[at]!;
    other.forEach((ofOther, to) => {
      const chance = weights[to]! * ofOwn * ofOther;
      all += chance;
      if (to === at) same += chance;
      if (Math.abs(HOSE_SIZES_MM[at]! - HOSE_SIZES_MM[to]!) <= reach) within += chance;
    });
  });
  const [sigma, besideSigma] = [sigmaOf(a), sigmaOf(b)];
  const [difference, both] = [b.value - a.value, Math.hypot(sigma, besideSigma)];
  const inRange = (normalCdf((ODD.to - a.value) / sigma) - normalCdf((ODD.from - a.value) / sigma)) / (ODD.to - ODD.from); // prettier-ignore
  const apart = (most: number): number => normalCdf((most - difference) / both) - normalCdf((-most - difference) / both); // prettier-ignore
  const near = apart(ODD.apart);
  const odd = (BEFOREHAND.odd * inRange * near) / (2 * ODD.apart);
  const total = (1 - BEFOREHAND.odd) * all + odd;
  // Far outside of all sizes, or far apart: the difference alone tells.
  if (!(total > 0)) return { same: apart(keep), within: apart(reach) };
  const share = (ofSeries: number, most: number): number =>
    ((1 - BEFOREHAND.odd) * ofSeries + (near > 0 ? (odd * apart(Math.min(most, ODD.apart))) / near : 0)) /
    total;
  return { same: share(same, keep), within: share(within, reach) };
}
