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
/** From here on the flow in a tube is turbulent whatever its entrance and heating; common practice. */
export const FULLY_TURBULENT = 10_000;

/** What makers put into tubes. Nobody sees it from outside: a class stands in where it is not on record. */
export type TubeInside = 'smooth' | 'dimpled' | 'turbulated';

/**
 * Dimples and turbulators break the layer at the wall up again and again, so there is no sharp change from laminar to
 * turbulent: Nu = a Re^m Pr^⅓ with m well below 1, and friction f = b Re^−n (Darcy). Exponents and factors are common
 * practice within what is published for such tubes at Re 500 to 6,000 (one and a half to three times the smooth tube's
 * heat at two to six times its friction), from memory.
 */
const BROKEN_UP: Readonly<
  Record<Exclude<TubeInside, 'smooth'>, { a: number; m: number; b: number; n: number }>
> = {
  dimpled: { a: 0.13, m: 0.64, b: 3.2, n: 0.36 },
  turbulated: { a: 0.2, m: 0.6, b: 5, n: 0.36 },
};

function turbulentFriction(reynolds: number): number {
  return (0.79 * Math.log(reynolds) - 1.64) ** -2;
}

/** Share of turbulent flow between the two ends. */
function turbulentShare(reynolds: number): number {
  if (!(reynolds >= 0 && reynolds <= 5e6))
    throw new RangeError(`a Reynolds number of ${reynolds} is outside 0 to 5e6`);
  return Math.min(1, Math.max(0, (reynolds - LAMINAR) / (TURBULENT - LAMINAR)));
}

/**
 * Darcy friction factor. Turbulent: Petukhov, as used by Gnielinski 1976.
 *
 * @param aspect short over long side, 0 (plates) to 1 (square)
 */
export function ductFriction(reynolds: number, aspect: number, inside: TubeInside = 'smooth'): number {
  const share = turbulentShare(reynolds);
  const smooth =
    (share < 1
      ? ((1 - share) * piecewise(LAMINAR_FRICTION, aspect)) / Math.min(LAMINAR, Math.max(reynolds, 1e-9))
      : 0) + (share > 0 ? share * turbulentFriction(Math.max(TURBULENT, reynolds)) : 0);
  if (inside === 'smooth') return smooth;
  const { b, n } = BROKEN_UP[inside];
  return Math.max(smooth, b * Math.max(reynolds, 1e-9) ** -n);
}

/** Laminar: the table, and what the entrance adds for flat plates, mean over the length (Edwards 1979, from memory). */
function laminarNusselt(
  reynolds: number,
  prandtl: number,
  aspect: number,
  hydraulicOverLength: number,
): number {
  const graetz = hydraulicOverLength * reynolds * prandtl;
  return piecewise(LAMINAR_NUSSELT, aspect) + (0.03 * graetz) / (1 + 0.016 * Math.cbrt(graetz * graetz));
}

/** Turbulent: Gnielinski 1976, with Hausen's factor for a short tube. */
function turbulentNusselt(reynolds: number, prandtl: number, hydraulicOverLength: number): number {
  const f = turbulentFriction(reynolds) / 8;
  const long =
    (f * (reynolds - 1000) * prandtl) / (1 + 12.7 * Math.sqrt(f) * (Math.cbrt(prandtl * prandtl) - 1));
  return long * (1 + Math.cbrt(hydraulicOverLength * hydraulicOverLength));
}

/**
 * Nusselt number on the hydraulic diameter, mean over the tube's length. Smooth tubes between laminar and turbulent:
 * Gnielinski 2013, a straight line from 2300 to 4000.
 *
 * @param aspect              short over long side, 0 (plates) to 1 (square)
 * @param hydraulicOverLength hydraulic diameter over the length of a tube; 0 for one without end
 */
export function ductNusselt(
  reynolds: number,
  prandtl: number,
  aspect: number,
  hydraulicOverLength = 0,
  inside: TubeInside = 'smooth',
): number {
  const share = turbulentShare(reynolds);
  if (inside === 'smooth')
    return (
      (share < 1
        ? (1 - share) * laminarNusselt(Math.min(LAMINAR, reynolds), prandtl, aspect, hydraulicOverLength)
        : 0) +
      (share > 0 ? share * turbulentNusselt(Math.max(TURBULENT, reynolds), prandtl, hydraulicOverLength) : 0)
    );
  const { a, m } = BROKEN_UP[inside];
  const broken = Math.max(
    laminarNusselt(reynolds, prandtl, aspect, hydraulicOverLength),
    a * reynolds ** m * Math.cbrt(prandtl),
  );
  // Far beyond where such tubes were measured a plain tube would be better than the power law.
  return share < 1 ? broken : Math.max(broken, turbulentNusselt(reynolds, prandtl, hydraulicOverLength));
}

/**
 * How far the Nusselt number of a smooth tube may be off because nobody knows whether its flow is laminar or turbulent:
 * the laminar and the turbulent formula over the one that is used. Both reach all the way from `LAMINAR` to `TURBULENT`;
 * beyond, the laminar one fades out until `FULLY_TURBULENT`. 1 and 1 elsewhere, and in tubes that break the flow up.
 *
 * @returns factors on `ductNusselt`: the least (0 to 1) and the most (1 or more)
 */
export function transitionReach(
  reynolds: number,
  prandtl: number,
  aspect: number,
  hydraulicOverLength = 0,
  inside: TubeInside = 'smooth',
): { least: number; most: number } {
  if (inside !== 'smooth' || reynolds <= LAMINAR || reynolds >= FULLY_TURBULENT) return { least: 1, most: 1 };
  const used = ductNusselt(reynolds, prandtl, aspect, hydraulicOverLength);
  const laminar = laminarNusselt(reynolds, prandtl, aspect, hydraulicOverLength);
  const turbulent = turbulentNusselt(reynolds, prandtl, hydraulicOverLength);
  const fading = Math.min(1, (FULLY_TURBULENT - reynolds) / (FULLY_TURBULENT - TURBULENT));
  return {
    least: Math.min(1, 1 + (laminar / used - 1) * fading),
    most: Math.max(1, turbulent / used),
  };
}
