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

/** Diameter of the channel between two fins. */
const channel = (fin: LouvredFin): number => {
  const gap = fin.finPitch - fin.finThickness;
  return (2 * gap * fin.finHeight) / (gap + fin.finHeight);
};

/** The two forms of friction meet at 150 with a step; between these a straight line in logarithms leads from one to the other. */
const MEETING = [120, 190] as const;
/** Below it the form for slow air runs away (ln 0.5 Re); friction is then taken as laminar, in inverse proportion. */
const SLOWEST = 20;

/** What the correlations say of one fin: everything that does not hang on the Reynolds number is worked out once. */
export class LouvreLaw {
  private readonly heat: number;
  private readonly slowBy: number;
  private readonly slowPower: number;
  private readonly fastBy: number;
  private readonly fastPower: number;
  private readonly slowest: number;
  private readonly meeting: readonly [number, number];

  constructor(fin: LouvredFin) {
    const lp = fin.louvrePitch;
    this.heat =
      (fin.angleDeg / 90) ** 0.27 *
      (fin.finPitch / lp) ** -0.14 *
      (fin.finHeight / lp) ** -0.29 *
      (fin.tubeDepth / lp) ** -0.23 *
      (fin.louvreLength / lp) ** 0.68 *
      (fin.tubePitch / lp) ** -0.28 *
      (fin.finThickness / lp) ** -0.05;
    this.slowPower = (-0.805 * fin.finPitch) / fin.finHeight;
    this.slowBy =
      14.39 *
      Math.log(1 + fin.finPitch / lp) ** 3.04 *
      Math.log((fin.finThickness / fin.finPitch) ** 0.48 + 0.9) ** -1.435 *
      (channel(fin) / lp) ** -3.01 *
      (fin.finPitch / fin.louvreLength) ** -0.308 *
      (fin.finDepth / fin.louvreLength) ** -0.308 *
      Math.exp((-0.1167 * fin.tubePitch) / fin.tubeHeight) *
      fin.angleDeg ** 0.35;
    this.fastPower = 0.6049 - 1.064 / fin.angleDeg ** 0.2;
    this.fastBy =
      4.97 *
      Math.log((fin.finThickness / fin.finPitch) ** 0.5 + 0.9) ** -0.527 *
      (channel(fin) / lp) ** -2.966 *
      (fin.finPitch / fin.louvreLength) ** ((-0.7931 * fin.tubePitch) / fin.finHeight) *
      (fin.tubePitch / fin.tubeHeight) ** -0.0446 *
      Math.log(1.2 + (lp / fin.finPitch) ** 1.4) ** -3.553 *
      fin.angleDeg ** -0.477;
    this.slowest = this.slow(SLOWEST);
    this.meeting = [this.slow(MEETING[0]), this.fast(MEETING[1])];
  }

  private slow(reynolds: number): number {
    return this.slowBy * reynolds ** this.slowPower * Math.log(0.5 * reynolds) ** -3.01;
  }

  private fast(reynolds: number): number {
    return this.fastBy * reynolds ** this.fastPower * Math.log(0.3 * reynolds) ** -2.966;
  }

  /**
   * Colburn factor: Chang & Wang, *Int. J. Heat Mass Transfer* 40 (1997) 533–544, from memory.
   *
   * @param reynolds on louvre pitch and the velocity in the narrowest section, more than 0; fitted from 100 to 3000
   */
  colburn(reynolds: number): number {
    if (!(reynolds > 0)) throw new RangeError('a Reynolds number is more than 0');
    return this.heat * reynolds ** -0.49;
  }

  /**
   * Fanning friction factor: Chang, Hsu, Lin & Wang, *Int. J. Heat Mass Transfer* 43 (2000) 2237–2243, from memory.
   *
   * @param reynolds on louvre pitch, more than 0
   */
  friction(reynolds: number): number {
    if (!(reynolds > 0)) throw new RangeError('a Reynolds number is more than 0');
    const [lo, hi] = MEETING;
    if (reynolds < SLOWEST) return (this.slowest * SLOWEST) / reynolds;
    if (reynolds <= lo) return this.slow(reynolds);
    if (reynolds >= hi) return this.fast(reynolds);
    const share = Math.log(reynolds / lo) / Math.log(hi / lo);
    return this.meeting[0] ** (1 - share) * this.meeting[1] ** share;
  }
}
