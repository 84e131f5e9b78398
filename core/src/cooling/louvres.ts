/** Lengths of a louvred fin between flat tubes; any unit of length, one for all. */
export interface LouvredFin {
  /** Louvre angle, degrees. */
  angleDeg: number;
  finPitch: number;
  /** Tube to tube: the height of the fin. */
  finHeight: number;
  finThickness: number;
  /** Fin depth along the air. */
  finDepth: number;
  louvrePitch: number;
  louvreLength: number;
  /** Centre to centre of neighbouring tubes. */
  tubePitch: number;
  /** Outside width of a tube across the air. */
  tubeHeight: number;
  /** Depth of the tubes along the air. */
  tubeDepth: number;
}

/** Where the correlations were fitted: Reynolds number on louvre pitch. */
export const LOUVRE_RANGE = { heat: [100, 3000], friction: [10, 5000] } as const;
/** Expanded relative uncertainty as the authors' own scatter has it, from memory. */
export const LOUVRE_SPREAD = { heat: 0.15, friction: 0.2 } as const;

/**
 * Colburn factor of a louvred fin: Chang & Wang, *Int. J. Heat Mass Transfer* 40 (1997) 533–544, from memory.
 *
 * @param reynolds on louvre pitch and the velocity in the narrowest section, more than 0; fitted from 100 to 3000
 */
export function louvreColburn(reynolds: number, fin: LouvredFin): number {
  if (!(reynolds > 0)) throw new RangeError('a Reynolds number is more than 0');
  const lp = fin.louvrePitch;
  return (
    reynolds ** -0.49 *
    (fin.angleDeg / 90) ** 0.27 *
    (fin.finPitch / lp) ** -0.14 *
    (fin.finHeight / lp) ** -0.29 *
    (fin.tubeDepth / lp) ** -0.23 *
    (fin.louvreLength / lp) ** 0.68 *
    (fin.tubePitch / lp) ** -0.28 *
    (fin.finThickness / lp) ** -0.05
  );
}

/** Diameter of the channel between two fins. */
const channel = (fin: LouvredFin): number => {
  const gap = fin.finPitch - fin.finThickness;
  return (2 * gap * fin.finHeight) / (gap + fin.finHeight);
};

function slow(re: number, fin: LouvredFin): number {
  const f1 =
    14.39 *
    re ** ((-0.805 * fin.finPitch) / fin.finHeight) *
    Math.log(1 + fin.finPitch / fin.louvrePitch) ** 3.04;
  const f2 =
    Math.log((fin.finThickness / fin.finPitch) ** 0.48 + 0.9) ** -1.435 *
    (channel(fin) / fin.louvrePitch) ** -3.01 *
    Math.log(0.5 * re) ** -3.01;
  const f3 =
    (fin.finPitch / fin.louvreLength) ** -0.308 *
    (fin.finDepth / fin.louvreLength) ** -0.308 *
    Math.exp((-0.1167 * fin.tubePitch) / fin.tubeHeight) *
    fin.angleDeg ** 0.35;
  return f1 * f2 * f3;
}

function fast(re: number, fin: LouvredFin): number {
  const f1 =
    4.97 *
    re ** (0.6049 - 1.064 / fin.angleDeg ** 0.2) *
    Math.log((fin.finThickness / fin.finPitch) ** 0.5 + 0.9) ** -0.527;
  const f2 =
    ((channel(fin) / fin.louvrePitch) * Math.log(0.3 * re)) ** -2.966 *
    (fin.finPitch / fin.louvreLength) ** ((-0.7931 * fin.tubePitch) / fin.finHeight);
  const f3 =
    (fin.tubePitch / fin.tubeHeight) ** -0.0446 *
    Math.log(1.2 + (fin.louvrePitch / fin.finPitch) ** 1.4) ** -3.553 *
    fin.angleDeg ** -0.477;
  return f1 * f2 * f3;
}

/** The two forms meet at 150 with a step; between these a straight line in logarithms leads from one to the other. */
const MEETING = [120, 190] as const;
/** Below it the form for slow air runs away (ln 0.5 Re); friction is then taken as laminar, in inverse proportion. */
const SLOWEST = 20;

/**
 * Fanning friction factor of a louvred fin: Chang, Hsu, Lin & Wang, *Int. J. Heat Mass Transfer* 43 (2000) 2237–2243,
 * from memory.
 *
 * @param reynolds on louvre pitch, more than 0
 */
export function louvreFriction(reynolds: number, fin: LouvredFin): number {
  if (!(reynolds > 0)) throw new RangeError('a Reynolds number is more than 0');
  const [lo, hi] = MEETING;
  if (reynolds < SLOWEST) return (slow(SLOWEST, fin) * SLOWEST) / reynolds;
  if (reynolds <= lo) return slow(reynolds, fin);
  if (reynolds >= hi) return fast(reynolds, fin);
  const share = Math.log(reynolds / lo) / Math.log(hi / lo);
  return slow(lo, fin) ** (1 - share) * fast(hi, fin) ** share;
}
