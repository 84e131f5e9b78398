/**
 * Standard normal distribution function Φ(z), absolute error below 1.5e-7.
 * Abramowitz & Stegun, *Handbook of Mathematical Functions* (1964), 7.1.26, through Φ(z) = (1 + erf(z/√2))/2.
 */
export function normalCdf(z: number): number {
  const x = Math.abs(z) * Math.SQRT1_2;
  const t = 1 / (1 + 0.3275911 * x);
  const tail =
    t *
    (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) *
    Math.exp(-x * x);
  return z >= 0 ? 1 - tail / 2 : tail / 2;
}

/** Beyond this many standard deviations Φ is 0 or 1 to 1e-7: no need to work it out. */
const CERTAIN = 5.2;

/**
 * Chance that a margin with expanded uncertainty `u` (k = 2) is not negative.
 * @param margin spare (positive) or short (negative), any unit
 * @param u      expanded uncertainty in the same unit, ≥ 0
 */
export function chanceClear(margin: number, u: number): number {
  const sigma = u / 2;
  if (!(Math.abs(margin) < CERTAIN * sigma)) return margin >= 0 ? 1 : 0;
  return normalCdf(margin / sigma);
}

/** Chance that a difference with expanded uncertainty `u` lies within ± `tolerance`. */
export function chanceWithin(difference: number, tolerance: number, u: number): number {
  return Math.max(0, chanceClear(tolerance - difference, u) - (1 - chanceClear(tolerance + difference, u)));
}
