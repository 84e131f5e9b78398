import { piecewise, root } from './interpolate.ts';
import { vapourPressureKPa, water, waterBoilsC, type Liquid } from './water.ts';

/**
 * Water and its mixtures with ethylene and propylene glycol. The tables of the trade are by mass, shops mix by volume:
 * every function says which it takes.
 *
 * Freezing: ASHRAE Fundamentals, chapter on secondary coolants, by mass, recalled from memory. Heat capacity,
 * conductivity and viscosity: correlations in mass share and 273.15/T after Conde, recalled from memory. Density: ideal
 * volumes with the measured contraction, from memory. `COOLANT_SPREAD` says how far they can be trusted (k = 2).
 */

export const COOLANTS = ['water', 'ethylene', 'propylene'] as const;
export type CoolantBase = (typeof COOLANTS)[number];
export const COOLANT_LABELS: Readonly<Record<CoolantBase, string>> = {
  water: 'water',
  ethylene: 'ethylene glycol mix',
  propylene: 'propylene glycol mix',
};

/** Relative expanded uncertainty of each property of a glycol mixture; water's are below 0.005. */
export const COOLANT_SPREAD = { density: 0.01, heat: 0.02, conductivity: 0.06, viscosity: 0.12 } as const;

/** The strongest mixture the correlations hold for, by mass. */
export const STRONGEST_MASS_SHARE = 0.6;

const GLYCOL = {
  // Pure glycol at 20 °C, kg/m³, and its change with temperature, kg/(m³·K); g/mol; contraction of the mixture.
  ethylene: { density: 1113, slope: -0.72, molar: 62.07, contraction: 0.047 },
  propylene: { density: 1036, slope: -0.76, molar: 76.09, contraction: 0.075 },
} as const;
const WATER_MOLAR = 18.015;
const REFERENCE_C = 20;

const CORRELATION = {
  ethylene: {
    heat: [5.36449, 0.78863, -2.59001, -2.73187, 1.43759],
    conductivity: [0.83818, -1.3762, -0.07629, 1.0772, -0.20174],
    viscosity: [-4.63024, -2.14817, -12.70106, 5.40536, 10.9899],
  },
  propylene: {
    heat: [4.47642, 0.60863, -0.71497, -1.93855, 0.47873],
    conductivity: [1.18886, -1.4911, -0.69682, 1.13633, 0.06735],
    viscosity: [-1.02798, -10.03298, -19.93497, 14.65802, 14.6205],
  },
} as const;
type Five = readonly [number, number, number, number, number];
function correlate(five: Five, share: number, ratio: number): number {
  return five[0] + five[1] * share + five[2] * ratio + five[3] * share * ratio + five[4] * ratio * ratio;
}

/** What the water of a correlation is off by, as far as it still counts. */
function faded(ofWater: number, five: Five, ratio: number, weak: number): number {
  return weak > 0 ? (ofWater / correlate(five, 0, ratio)) ** weak : 1;
}

/** Mass % and freezing point, °C. */
const FREEZING = {
  ethylene: [
    [0, 0],
    [10, -3.2],
    [20, -7.8],
    [30, -14.1],
    [40, -22.3],
    [50, -33.8],
    [60, -48.3],
  ],
  propylene: [
    [0, 0],
    [10, -3.3],
    [20, -7.1],
    [30, -12.7],
    [40, -21.1],
    [50, -33.5],
    [60, -51.1],
  ],
} as const;

const pureDensity = (base: 'ethylene' | 'propylene', tempC: number): number =>
  GLYCOL[base].density + GLYCOL[base].slope * (tempC - REFERENCE_C);

/**
 * Mass share of glycol in a mixture by volume, both measured at 20 °C.
 *
 * @param volumeShare 0 to 1
 */
export function massShareOf(base: CoolantBase, volumeShare: number): number {
  if (!(volumeShare >= 0 && volumeShare <= 1))
    throw new RangeError(`${volumeShare} is not a share from 0 to 1`);
  if (base === 'water') return 0;
  const glycol = volumeShare * GLYCOL[base].density;
  return glycol / (glycol + (1 - volumeShare) * water(REFERENCE_C).densityKgM3);
}

/** The other way round. */
export function volumeShareOf(base: CoolantBase, massShare: number): number {
  if (!(massShare >= 0 && massShare <= 1)) throw new RangeError(`${massShare} is not a share from 0 to 1`);
  if (base === 'water') return 0;
  const glycol = massShare / GLYCOL[base].density;
  return glycol / (glycol + (1 - massShare) / water(REFERENCE_C).densityKgM3);
}

/** From this share by mass on the correlations stand alone. */
const MIXTURE_FROM = 0.2;

/** Hotter than this the correlations were not fitted: a mixture then keeps its ratio to water. */
const CORRELATED_TO_C = 110;

export const COOLANT_RANGE_C = [0, 140] as const;

/**
 * Properties of a coolant.
 *
 * @param massShare 0 to 0.6
 * @param tempC 0 to 140
 * @throws RangeError outside of them
 */
export function coolant(base: CoolantBase, massShare: number, tempC: number): Liquid {
  if (!(massShare >= 0 && massShare <= STRONGEST_MASS_SHARE))
    throw new RangeError(
      `a mixture of ${Math.round(massShare * 100)} % glycol by mass is outside 0 to ${STRONGEST_MASS_SHARE * 100} %`,
    );
  const pure = water(tempC);
  if (base === 'water' || massShare === 0) return pure;
  const table = CORRELATION[base];
  const atC = Math.min(tempC, CORRELATED_TO_C);
  const pureAt = atC === tempC ? pure : water(atC);
  const ratio = 273.15 / (atC + 273.15);
  const viscosity = Math.exp(correlate(table.viscosity, massShare, ratio));
  // The correlations as they are printed; their own water is off by up to a quarter, and in weak mixtures that fades out,
  // so that no glycol is water to the last digit.
  const weak = Math.max(0, 1 - massShare / MIXTURE_FROM);
  const ideal = 1 / (massShare / pureDensity(base, tempC) + (1 - massShare) / pure.densityKgM3);
  return {
    densityKgM3: ideal * (1 + GLYCOL[base].contraction * massShare * (1 - massShare)),
    heatJKgK:
      1000 *
      correlate(table.heat, massShare, ratio) *
      faded(pureAt.heatJKgK / 1000, table.heat, ratio, weak) *
      (pure.heatJKgK / pureAt.heatJKgK),
    conductivityWMK:
      correlate(table.conductivity, massShare, ratio) *
      faded(pureAt.conductivityWMK, table.conductivity, ratio, weak) *
      (pure.conductivityWMK / pureAt.conductivityWMK),
    viscosityPaS:
      viscosity *
      (weak > 0 ? (pureAt.viscosityPaS / Math.exp(correlate(table.viscosity, 0, ratio))) ** weak : 1) *
      (pure.viscosityPaS / pureAt.viscosityPaS),
  };
}

/**
 * Where the mixture begins to freeze, °C.
 *
 * @throws RangeError above 60 % glycol by mass: beyond, the tables end and a stronger mix freezes sooner again
 */
export function freezesC(base: CoolantBase, massShare: number): number {
  if (base === 'water') return 0;
  const table = FREEZING[base];
  const strongest = table.at(-1)![0] / 100;
  if (!(massShare >= 0 && massShare <= strongest + 1e-9))
    throw new RangeError(`freezing is on record up to ${strongest * 100} % by mass`);
  return piecewise(table, massShare * 100);
}

/**
 * Where the mixture boils, °C: Raoult's law, glycol's own vapour left out.
 *
 * @param pressureKPa absolute, 20 to 500
 */
export function boilsC(base: CoolantBase, massShare: number, pressureKPa: number): number {
  if (!(pressureKPa >= 20 && pressureKPa <= 500))
    throw new RangeError(`${pressureKPa} kPa is outside 20 to 500 kPa absolute`);
  if (!(massShare >= 0 && massShare <= 0.9))
    throw new RangeError('beyond 90 % glycol by mass boiling is not given');
  if (base === 'water' || massShare === 0) return waterBoilsC(pressureKPa);
  const moles = (1 - massShare) / WATER_MOLAR;
  const waterShare = moles / (moles + massShare / GLYCOL[base].molar);
  return root((tempC) => waterShare * vapourPressureKPa(tempC) - pressureKPa, 30, 300, 1e-9);
}
