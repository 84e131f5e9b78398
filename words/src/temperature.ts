import type { UnitSystem } from '@radiatrix/core/quantity';

const FAHRENHEIT_PER_KELVIN = 1.8;

/** A difference of temperatures in the reader's units. @example kelvins(10, 'us') // '18 °F' */
export const kelvins = (value: number, units: UnitSystem, places = 0): string =>
  units === 'us' ? `${(value * FAHRENHEIT_PER_KELVIN).toFixed(places)} °F` : `${value.toFixed(places)} K`;
