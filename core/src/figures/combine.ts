/**
 * Independent uncertainties taken together: the root of the sum of their squares (JCGM 100:2008, 5.1.2). Every check,
 * stack, spacer, claim and cooling answer combines with this and nothing else.
 *
 * @param us expanded uncertainties (k = 2) in one unit, each ≥ 0
 * @throws RangeError where one is not a number ≥ 0
 * @example combined(3, 4) // 5
 */
export function combined(...us: readonly number[]): number {
  let sum = 0;
  // By index: this is called for every check of every part of a library search.
  for (let i = 0; i < us.length; i += 1) {
    const u = us[i]!;
    if (!(u >= 0)) throw new RangeError(`an uncertainty is 0 or more, not ${u}`);
    sum += u * u;
  }
  return Math.sqrt(sum);
}
