import { piecewise } from '../fluid/index.ts';

/**
 * Flow in the flat tubes of a core.
 *
 * Laminar, fully developed, rectangular duct, by the short over the long side: Incropera et al., *Fundamentals of Heat
 * and Mass Transfer*, table 8.1, from memory. The Nusselt number is the one for a wall of even temperature, the lower
 * of the two the table gives: a radiator's tube wall lies between, and this is the safe side.
 */
const LAMINAR_NUSSELT = [
  [0, 7.54],
  [1 / 8, 5.6],
  [1 / 4, 4.44],
  [1 / 3, 3.96],
  [1 / 2, 3.39],
  [1 / 1.43, 3.08],
  [1, 2.98],
] as const;
const LAMINAR_FRICTION = [
  [0, 96],
  [1 / 8, 82],
  [1 / 4, 73],
  [1 / 3, 69],
  [1 / 2, 62],
  [1 / 1.43, 59],
  [1, 57],
] as const;

/** Below it the flow is laminar, above `TURBULENT` turbulent; between, a straight line from one to the other. */
export const LAMINAR = 2300;
export const TURBULENT = 4000;

const turbulentFriction = (reynolds: number): number => (0.79 * Math.log(reynolds) - 1.64) ** -2;

function between(
  reynolds: number,
  laminar: (re: number) => number,
  turbulent: (re: number) => number,
): number {
  if (!(reynolds >= 0 && reynolds <= 5e6))
    throw new RangeError(`a Reynolds number of ${reynolds} is outside 0 to 5e6`);
  if (reynolds <= LAMINAR) return laminar(reynolds);
  if (reynolds >= TURBULENT) return turbulent(reynolds);
  const share = (reynolds - LAMINAR) / (TURBULENT - LAMINAR);
  return (1 - share) * laminar(LAMINAR) + share * turbulent(TURBULENT);
}

/**
 * Darcy friction factor. Turbulent: Petukhov, as used by Gnielinski 1976.
 *
 * @param aspect short over long side, 0 (plates) to 1 (square)
 */
export const ductFriction = (reynolds: number, aspect: number): number =>
  between(reynolds, (re) => piecewise(LAMINAR_FRICTION, aspect) / Math.max(re, 1e-9), turbulentFriction);

/** Nusselt number on the hydraulic diameter. Turbulent: Gnielinski 1976. */
export const ductNusselt = (reynolds: number, prandtl: number, aspect: number): number =>
  between(
    reynolds,
    () => piecewise(LAMINAR_NUSSELT, aspect),
    (re) => {
      const f = turbulentFriction(re) / 8;
      return (f * (re - 1000) * prandtl) / (1 + 12.7 * Math.sqrt(f) * (prandtl ** (2 / 3) - 1));
    },
  );
