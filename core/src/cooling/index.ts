export { airFlow, fanSetup, type AirFlow, type AirSystem, type FanSetup } from './air-path.ts';
export {
  capability,
  heatAgainst,
  type Capability,
  type FigureDoubts,
  type OnTheBench,
} from './capability.ts';
export {
  CORE_CLASSES,
  CORE_CLASS_NAMES,
  likelyCoreClass,
  type CoreClass,
  type CoreClassName,
} from './core-classes.ts';
export { FULLY_TURBULENT, LAMINAR, TURBULENT, ductFriction, ductNusselt, transitionReach, type TubeInside } from './ducts.ts'; // prettier-ignore
export {
  circuitLMin,
  engineSpeed,
  heatToCoolantW,
  ratedSpeed,
  type Engine,
  type EngineFuel,
} from './engine.ts';
export { crossFlow } from './effectiveness.ts';
export {
  AS_SAID,
  airDropPa,
  airFilm,
  airResistance,
  coolantDropPa,
  coolantFilm,
  coolantResistance,
  heatPerDegree,
  wallResistance,
  type Leeway,
} from './exchanger.ts';
export {
  FAN_EFFICIENCY,
  drivenPowerW,
  drivenSpeed,
  fanFlow,
  freePowerW,
  leastFreeFlowM3S,
  isStalled,
  ratedFans,
  risingStretch,
  type EngineDriven,
  type Fan,
  type FanClutch,
  type FanRating,
} from './fans.ts';
export { ImpossibleRadiator, coreGeometry, type CoreGeometry, type RadiatorFigures } from './geometry.ts';
export { coolerBy, likely, type Likely } from './likely.ts';
export {
  CASES,
  CASE_NAMES,
  LOAD_SPREAD,
  VEHICLE_CLASSES,
  BAY_AIR_AMBIENT_C,
  heatOf,
  roadLoadW,
  vehicleLoad,
  type CaseName,
  type Conditions,
  type KnownEngine,
  type LoadFigure,
  type VehicleClass,
  type VehicleLoad,
} from './loads.ts';
export { LOUVRE_RANGE, LouvreLaw, type LouvredFin } from './louvres.ts';
export { HORSEPOWER, LEFT_OUT, shopSums, type ShopSums } from './shop-sums.ts';
export {
  airSide,
  AIR_TO_BOIL_MOST_C,
  airToBoil,
  boilsUnder,
  pumpLMin,
  radiatorTakes,
  steady,
  type CoolingInputs,
  type Limit,
  type SetUp,
  type Steady,
  type SteadyWarning,
} from './steady.ts';
export { whyHotter, type WhyHotter } from './why.ts';
