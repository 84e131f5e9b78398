export { ALTITUDE_RANGE_M, air, atmosphere, type Air } from './air.ts';
export {
  COOLANT_LABELS,
  COOLANT_RANGE_C,
  COOLANT_SPREAD,
  COOLANTS,
  STRONGEST_MASS_SHARE,
  boilsC,
  coolant,
  freezesC,
  massShareOf,
  volumeShareOf,
  type CoolantBase,
} from './coolant.ts';
export { piecewise, root } from './interpolate.ts';
export { WATER_RANGE_C, vapourPressureKPa, water, waterBoilsC, type Liquid } from './water.ts';
