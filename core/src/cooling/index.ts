export { airFlow, fanSetup, type AirFlow, type AirSystem, type FanSetup } from './air-path.ts';
export {
  CORE_CLASSES,
  CORE_CLASS_NAMES,
  likelyCoreClass,
  type CoreClass,
  type CoreClassName,
} from './core-classes.ts';
export { LAMINAR, TURBULENT, ductFriction, ductNusselt } from './ducts.ts';
export { crossFlow } from './effectiveness.ts';
export { AS_SAID, airDropPa, coolantFilm, conductance, heatPerDegree, type Leeway } from './exchanger.ts';
export {
  FAN_EFFICIENCY,
  fanFlow,
  freePowerW,
  isStalled,
  ratedFans,
  risingStretch,
  type Fan,
  type FanRating,
} from './fans.ts';
export { ImpossibleRadiator, coreGeometry, type CoreGeometry, type RadiatorFigures } from './geometry.ts';
export { coolerBy, likely, type Likely } from './likely.ts';
export {
  CASES,
  CASE_NAMES,
  LOAD_SPREAD,
  VEHICLE_CLASSES,
  heatOf,
  roadLoadW,
  type CaseName,
  type Conditions,
  type VehicleClass,
  type VehicleLoad,
} from './loads.ts';
export { LOUVRE_RANGE, louvreColburn, louvreFriction, type LouvredFin } from './louvres.ts';
export { HORSEPOWER, LEFT_OUT, shopSums, type ShopSums } from './shop-sums.ts';
export {
  LIMITS,
  airSide,
  airToBoil,
  boilsUnder,
  pumpLMin,
  radiatorTakes,
  steady,
  type CoolingInputs,
  type Limit,
  type SetUp,
  type Steady,
} from './steady.ts';
