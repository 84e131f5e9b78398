import { betaQuantile, gammaQuantile } from '../trial/index.ts';

/** Natural logarithms of factorials, made as far as they are asked for. */
const LOG_FACTORIALS = [0];
function logFactorial(n: number): number {
  for (let k = LOG_FACTORIALS.length; k <= n; k += 1)
    LOG_FACTORIALS.push(LOG_FACTORIALS[k - 1]! + Math.log(k));
  return LOG_FACTORIALS[n]!;
}
const logChoose = (n: number, k: number): number => logFactorial(n) - logFactorial(k) - logFactorial(n - k);

function mustBeCounts(x: number, n: number): void {
  if (!(Number.isInteger(x) && Number.isInteger(n) && x >= 0 && n >= x))
    throw new RangeError(`${x} of ${n} is no count`);
}

export interface Interval {
  lo: number;
  hi: number;
}

/**
 * Two-sided exact interval of a share (Clopper and Pearson 1934).
 *
 * @param x of `n`, whole numbers, 0 to n
 * @throws RangeError where they are no counts
 * @example binomialInterval(3, 10) // 0.0667 to 0.6525, R's binom.test(3, 10)
 */
export function binomialInterval(x: number, n: number, confidence = 0.95): Interval {
  mustBeCounts(x, n);
  const tail = (1 - confidence) / 2;
  return {
    lo: x === 0 ? 0 : betaQuantile(tail, x, n - x + 1),
    hi: x === n ? 1 : betaQuantile(1 - tail, x + 1, n - x),
  };
}

/**
 * Two-sided exact interval of a rate (Garwood 1936).
 *
 * @param x events, a whole number
 * @param over what they were seen in, > 0: days, kilometres
 * @example poissonInterval(4, 10) // 0.109 to 1.024, R's poisson.test(4, 10)
 */
export function poissonInterval(x: number, over: number, confidence = 0.95): Interval {
  if (!(Number.isInteger(x) && x >= 0 && over > 0)) throw new RangeError(`${x} in ${over} is no rate`);
  const tail = (1 - confidence) / 2;
  return { lo: x === 0 ? 0 : gammaQuantile(tail, x, over), hi: gammaQuantile(1 - tail, x + 1, over) };
}

/**
 * Fisher's exact test (1922) of two shares: a of m against b of n.
 *
 * @returns chance, given the margins, of a first count as high (`greater`) or as unlikely (`twoSided`)
 */
export function fisher(a: number, m: number, b: number, n: number): { greater: number; twoSided: number } {
  mustBeCounts(a, m);
  mustBeCounts(b, n);
  const drawn = a + b;
  const logOf = (k: number): number => logChoose(m, k) + logChoose(n, drawn - k) - logChoose(m + n, drawn);
  const seen = logOf(a);
  let [greater, twoSided] = [0, 0];
  for (let k = Math.max(0, drawn - n); k <= Math.min(m, drawn); k += 1) {
    const log = logOf(k);
    if (k >= a) greater += Math.exp(log);
    // As R: what differs by rounding alone is as unlikely.
    if (log <= seen + 1e-7) twoSided += Math.exp(log);
  }
  return { greater: Math.min(1, greater), twoSided: Math.min(1, twoSided) };
}

/** Chances adjusted so that the share of false ones among those called is kept (Benjamini and Hochberg 1995), in the order given. */
export function benjaminiHochberg(ps: readonly number[]): number[] {
  const order = ps.map((_, at) => at).sort((a, b) => ps[b]! - ps[a]!);
  const adjusted = new Array<number>(ps.length);
  let least = 1;
  order.forEach((at, from) => {
    least = Math.min(least, (ps[at]! * ps.length) / (ps.length - from));
    adjusted[at] = least;
  });
  return adjusted;
}
