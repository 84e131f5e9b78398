/**
 * What a slow wander of the temperature (sun, idle speed, what the A/C asks) does to a fitted pull-down. A wander about as
 * slow as the curve bends into it and leaves hardly a trace in what is left over, so no log alone can exclude it: a size
 * is assumed, more where the log shows more, and its effect on both figures is worked out at the pace that does most harm.
 */

/** Paces looked at, as shares of the log's length. */
const PACES = [1 / 16, 1 / 8, 1 / 4, 1 / 2] as const;
/** What is left over is averaged over so many stretches to see a slow part of it. */
const STRETCHES = 10;
/** A fit takes some of a wander away: what is seen of it is less than there was, by about this. */
const TAKEN = 1.7;

/** Standard deviation of the stretches' means beyond what readings that hang together by `keep` would give, K. */
function slowPart(residuals: readonly number[], keep: number): number {
  const size = Math.max(1, Math.floor(residuals.length / STRETCHES));
  const means: number[] = [];
  for (let from = 0; from + size <= residuals.length; from += size)
    means.push(residuals.slice(from, from + size).reduce((sum, each) => sum + each, 0) / size);
  const seen = means.reduce((sum, each) => sum + each * each, 0) / Math.max(1, means.length - 3);
  const quick = residuals.reduce((sum, each) => sum + each * each, 0) / residuals.length;
  return Math.sqrt(Math.max(0, seen - ((1 + keep) / (1 - keep)) * (quick / size)));
}

/** Variance of Σ gᵢ wᵢ for a first-order wander of variance 1 that keeps `keep` of itself from one bin to the next. */
function carried(g: readonly number[], keep: number): number {
  let [sum, before] = [0, 0];
  for (const each of g) {
    before = each + keep * before;
    sum += 2 * each * before - each * each;
  }
  return Math.max(0, sum);
}

/**
 * @param takes     what each figure takes from each reading (rows of the pseudo-inverse), a figure a row
 * @param residuals of each reading, K; @param keep how far each hangs together with the next, 0 to 1
 * @param step      between readings, s
 * @param assumedK  wander that any log may have, one standard deviation, K
 * @returns what a slow wander adds to each figure, one standard deviation
 */
export function slowWander(
  takes: readonly (readonly number[])[],
  residuals: readonly number[],
  keep: number,
  step: number,
  assumedK: number,
): number[] {
  const size = Math.max(assumedK, TAKEN * slowPart(residuals, keep));
  const span = step * (residuals.length - 1);
  return takes.map(
    (row) =>
      size * Math.sqrt(Math.max(...PACES.map((share) => carried(row, Math.exp(-step / (share * span)))))),
  );
}
