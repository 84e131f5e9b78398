import { vapourPressureKPa } from './water.ts';

/** Air as it reaches a radiator. */
export interface Air {
  densityKgM3: number;
  heatJKgK: number;
  conductivityWMK: number;
  viscosityPaS: number;
  pressurePa: number;
}

const GAS = 287.055;
const SEA = { kelvin: 288.15, pascal: 101_325, lapse: 0.0065, exponent: 5.25588 } as const;
/** Molar mass of dry air over that of water. */
const LIGHTER = 1.6078;
const STEAM_HEAT = 1860;

export const ALTITUDE_RANGE_M = [-500, 11_000] as const;

/**
 * Standard atmosphere, ISO 2533, troposphere.
 *
 * @param altitudeM geopotential, −500 to 11,000
 */
export function atmosphere(altitudeM: number): { tempC: number; pressurePa: number } {
  if (!(altitudeM >= ALTITUDE_RANGE_M[0] && altitudeM <= ALTITUDE_RANGE_M[1]))
    throw new RangeError(`${altitudeM} m is outside ${ALTITUDE_RANGE_M.join(' to ')} m`);
  const kelvin = SEA.kelvin - SEA.lapse * altitudeM;
  return { tempC: kelvin - 273.15, pressurePa: SEA.pascal * (kelvin / SEA.kelvin) ** SEA.exponent };
}

/**
 * Moist air. Ideal gas; viscosity and conductivity of dry air by Sutherland's form, fitted at 300 K to Lemmon and
 * Jacobsen 2004; heat capacity by a parabola through the same. Within 0.5 % for dry air from −20 to 120 °C. What
 * humidity does to viscosity and conductivity (under 1 %) is left out.
 *
 * @param tempC −40 to 200
 * @param pressurePa 20,000 to 110,000
 * @param humidity relative, 0 to 1
 */
export function air(tempC: number, pressurePa: number, humidity = 0): Air {
  if (!(tempC >= -40 && tempC <= 200)) throw new RangeError(`air at ${tempC} °C is outside −40 to 200 °C`);
  if (!(pressurePa >= 20_000 && pressurePa <= 110_000))
    throw new RangeError(`${pressurePa} Pa is outside 20,000 to 110,000 Pa`);
  if (!(humidity >= 0 && humidity <= 1)) throw new RangeError('humidity is a share from 0 to 1');
  const kelvin = tempC + 273.15;
  const steam = humidity === 0 ? 0 : humidity * 1000 * vapourPressureKPa(Math.max(0, tempC));
  const moisture = (0.62195 * steam) / (pressurePa - steam);
  const dryHeat = 1003.62 + 275e-6 * (kelvin - 200) ** 2;
  return {
    densityKgM3: ((pressurePa / (GAS * kelvin)) * (1 + moisture)) / (1 + LIGHTER * moisture),
    heatJKgK: (dryHeat + moisture * STEAM_HEAT) / (1 + moisture),
    conductivityWMK: (2.3587e-3 * kelvin ** 1.5) / (kelvin + 164.54),
    viscosityPaS: (1.4641e-6 * kelvin ** 1.5) / (kelvin + 110.4),
    pressurePa,
  };
}
