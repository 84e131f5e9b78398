import { root } from '../fluid/index.ts';

/**
 * What an engine gives its coolant, from its own size, power, fuel and load. Mean effective pressures are from memory
 * of a textbook (Heywood, *Internal Combustion Engine Fundamentals*, chapter 13); everything else is common practice
 * with no source. `HEAT_SPREAD` says how far the heat may be off.
 */

/** What an engine burns; a hybrid by its petrol engine. */
export type EngineFuel = 'petrol' | 'diesel' | 'hybrid';

export interface Engine {
  /** 0.3 to 20 */
  displacementL: number;
  fuel: EngineFuel;
  /** At the crankshaft, 5 to 1,000 kW. */
  ratedKW: number;
}

interface Kind {
  /** Speeds, 1/min. */
  idle: number;
  rated: number;
  /** Road speed for 1,000/min in top gear of a 2 L engine, km/h; larger engines are geared longer. */
  topGear: number;
  /** Share of the fuel's power that does work on the pistons. */
  indicated: number;
  /** Share of what is left of the fuel's power that goes into the coolant; exhaust and radiation take the rest. */
  wallShare: number;
  /** Friction and charge mean effective pressure, bar: a + b n + c n², n in 1,000/min. */
  friction: readonly [number, number, number];
  /** Of the throttle, with no load, bar. */
  throttle: number;
}
const KINDS: Readonly<Record<EngineFuel, Kind>> = {
  // Heywood 1988, motored spark-ignition engines: 0.97 + 0.15 n + 0.05 n².
  petrol: { idle: 750, rated: 5500, topGear: 36, indicated: 0.37, wallShare: 0.3, friction: [0.97, 0.15, 0.05], throttle: 0.6 },
  // Heywood 1988, direct-injection diesels: 0.75 + 0.48 n and a term of piston speed, here as 0.04 n².
  diesel: { idle: 800, rated: 4000, topGear: 45, indicated: 0.46, wallShare: 0.34, friction: [0.75, 0.48, 0.04], throttle: 0 },
  hybrid: { idle: 900, rated: 5200, topGear: 40, indicated: 0.4, wallShare: 0.3, friction: [0.9, 0.14, 0.05], throttle: 0.3 },
}; // prettier-ignore

/** Share of friction and gas exchange that ends in the coolant; the rest leaves with exhaust, oil pan and air. */
const FRICTION_TO_COOLANT = 0.5;
/** Gearing goes with this power of displacement. */
const GEARING = 0.25;
/** Pump, alternator and steering at idle, kW. */
const IDLE_ACCESSORIES_KW = 0.7;
/** A gear is chosen that leaves the engine this much of what it has at that speed. */
const GEAR_LOAD = 0.7;
/** No driver lets an engine work below it, 1/min. */
const SLOWEST_WORKING = 1500;

/** Heat to the coolant as worked out may be off by this much, relative and expanded. */
export const HEAT_SPREAD = 0.18;

/**
 * Rated power where no record has it, kW: so much a litre, by how it breathes and when it was made.
 *
 * @param year model year
 */
export function likelyPowerKW(
  displacementL: number,
  fuel: EngineFuel,
  charged: boolean,
  year: number,
): number {
  const perLitre =
    fuel === 'diesel'
      ? charged ? (year < 2000 ? 35 : 52) : 25
      : fuel === 'hybrid'
        ? 46
        : charged ? (year < 2000 ? 62 : 80) : year < 1985 ? 32 : year < 2000 ? 42 : 50; // prettier-ignore
  return perLitre * displacementL;
}
/** How far that may be off, relative and expanded. */
export const POWER_SPREAD = 0.25;

/** Speed of the engine, 1/min: idle, or a gear that carries the power asked for. */
export function engineSpeed(engine: Engine, speedKmh: number, powerW: number, idling: boolean): number {
  const kind = KINDS[engine.fuel];
  if (idling) return kind.idle;
  const topGear = kind.topGear * (engine.displacementL / 2) ** GEARING;
  const forPower = (kind.rated * powerW) / (GEAR_LOAD * engine.ratedKW * 1000);
  return Math.min(
    kind.rated,
    Math.max(SLOWEST_WORKING, (speedKmh / topGear) * 1000, Math.min(forPower, kind.rated)),
  );
}
export const ratedSpeed = (engine: Engine): number => KINDS[engine.fuel].rated;

/** Friction and gas exchange at a speed and a share of full load, W. */
function frictionW(engine: Engine, rpm: number, loadShare: number): number {
  const { friction, throttle } = KINDS[engine.fuel];
  const n = rpm / 1000;
  const bar = friction[0] + friction[1] * n + friction[2] * n * n + throttle * (1 - loadShare);
  return (bar * 1e5 * (engine.displacementL / 1000) * rpm) / 120;
}

/**
 * Heat into the coolant, W: of what the fuel brings, the share of what does not become work on the pistons, and of
 * what friction takes.
 *
 * @param powerW at the crankshaft, 0 to the engine's rated power
 * @param rpm    speed of the engine
 */
export function heatToCoolantW(engine: Engine, powerW: number, rpm: number): number {
  const { displacementL, ratedKW } = engine;
  if (!(displacementL >= 0.3 && displacementL <= 20))
    throw new RangeError(`an engine of ${displacementL} L is outside 0.3 to 20 L`);
  if (!(ratedKW >= 5 && ratedKW <= 1000)) throw new RangeError(`${ratedKW} kW is outside 5 to 1,000 kW`);
  const kind = KINDS[engine.fuel];
  const work = powerW + IDLE_ACCESSORIES_KW * 1000;
  const possible = Math.max(1, (ratedKW * 1000 * rpm) / kind.rated);
  const friction = frictionW(engine, rpm, Math.min(1, work / possible));
  const indicated = work + friction;
  const fuelW = indicated / kind.indicated;
  return kind.wallShare * (fuelW - indicated) + FRICTION_TO_COOLANT * friction;
}

/** Head a pump builds up at rated speed with nothing flowing, kPa. */
const SHUT_HEAD_KPA = 150;
/** At its rated flow the pump itself has lost this share of it, and block, hoses and thermostat take this much. */
const PUMP_LOSS = 0.4;
const CIRCUIT_LOSS = 0.4;

/** Flow a pump is made for at rated speed, L/min; common practice. */
export const likelyPumpLMin = (ratedKW: number): number => 40 + 1.1 * ratedKW;

/**
 * Coolant through a circuit, L/min: where the pump's curve, by the affinity laws (head with the square of speed), meets
 * what block, hoses and this radiator take.
 *
 * @param ratedLMin     flow it is made for at rated speed
 * @param speedShare    of rated speed, 0 to 1
 * @param radiatorKPa   what the radiator takes at a flow in L/min
 */
export function circuitLMin(
  ratedLMin: number,
  speedShare: number,
  radiatorKPa: (lMin: number) => number,
): number {
  if (!(ratedLMin > 0 && ratedLMin <= 2000))
    throw new RangeError(`a pump of ${ratedLMin} L/min is outside 0 to 2,000`);
  const head = SHUT_HEAD_KPA * speedShare * speedShare;
  const square = (SHUT_HEAD_KPA * (PUMP_LOSS + CIRCUIT_LOSS)) / (ratedLMin * ratedLMin);
  if (!(head > 0)) return 0;
  const spare = (lMin: number): number => head - square * lMin * lMin - radiatorKPa(lMin);
  return root(spare, 0, Math.sqrt(head / square), 1e-9);
}
