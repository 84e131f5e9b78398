import { HEAT_SPREAD, POWER_SPREAD, engineSpeed, heatToCoolantW, likelyPowerKW, likelyPumpLMin, type Engine, type EngineFuel } from './engine.ts'; // prettier-ignore
import { RATED_DENSITY, drivenPowerW, type FanRating } from './fans.ts';

/**
 * What a vehicle asks of its cooling: its engine from the record, the rest from named classes, since nobody in a shop
 * measures a drag area or a pump's flow. Each figure has its spread (relative, expanded), all to be changed by whoever
 * knows better. Common practice, no source.
 */
export interface VehicleLoad extends Engine {
  massKg: number;
  /** Drag coefficient times frontal area. */
  dragAreaM2: number;
  /** Rolling resistance over weight. */
  rolling: number;
  /** Share of the engine's power that reaches the road. */
  driveline: number;
  /** On the engine's heat to its coolant as worked out. */
  heatFactor: number;
  /** Heat of the engine at idle as somebody has measured it. */
  idleHeatKW?: number | undefined;
  /** Share of the crankshaft's power that the transmission gives to the cooler in the tank; 0 where it has none there. */
  transmissionShare: number;
  /** Heat of the condenser ahead of the radiator with the A/C at work, and what its compressor takes. */
  condenserKW: number;
  compressorKW: number;
  /** Coolant the pump is made to move at the engine's rated speed. */
  pumpLMin: number;
  /** Coolant through the open thermostat, idling and at working speed, as somebody has measured it. */
  pumpIdleLMin?: number | undefined;
  pumpWorkingLMin?: number | undefined;
  /** Loss coefficients on the velocity ahead of the core. */
  condenserLoss: number;
  grilleLoss: number;
  exitLoss: number;
  ramShare: number;
  /** Share of the air ahead of a sealed core with a whole shroud that comes round from behind it at a standstill. */
  recirculation: number;
  /** Air in the engine bay over ambient, as somebody has measured it idling, K. */
  bayAirK?: number | undefined;
}

const usual = {
  rolling: 0.012,
  driveline: 0.88,
  condenserLoss: 12,
  grilleLoss: 6,
  exitLoss: 8,
  ramShare: 0.7,
  recirculation: 0.06,
};

/** A bay's air is measured idling hot on such a day, °C: what it is over ambient holds on others. */
export const BAY_AIR_AMBIENT_C = 20;

/** What an engine is known by on record. */
export interface KnownEngine {
  displacementL: number;
  fuel: EngineFuel;
  charged: boolean;
  /** Model year. */
  year: number;
}

/** Classes of vehicle, each with the engine that stands in where none is on record. */
export const VEHICLE_CLASSES = {
  small: {
    label: 'small car',
    body: { ...usual, massKg: 1250, dragAreaM2: 0.68, condenserKW: 5.5, compressorKW: 1.8 },
    engine: { displacementL: 1.4, fuel: 'petrol', charged: false, year: 2010 },
  },
  middle: {
    label: 'saloon or coupé',
    body: { ...usual, massKg: 1600, dragAreaM2: 0.72, condenserKW: 6.5, compressorKW: 2.2 },
    engine: { displacementL: 2, fuel: 'petrol', charged: false, year: 2010 },
  },
  van: {
    label: 'van, laden',
    body: { ...usual, massKg: 2800, dragAreaM2: 1.6, rolling: 0.011, condenserKW: 7.5, compressorKW: 2.6 },
    engine: { displacementL: 2, fuel: 'diesel', charged: true, year: 2012 },
  },
  pickup: {
    label: 'pickup',
    body: { ...usual, massKg: 2200, dragAreaM2: 1.2, rolling: 0.013, condenserKW: 7, compressorKW: 2.4 },
    engine: { displacementL: 2.4, fuel: 'diesel', charged: true, year: 2010 },
  },
  towing: {
    label: 'pickup with a trailer',
    body: { ...usual, massKg: 3600, dragAreaM2: 1.9, rolling: 0.013, condenserKW: 7, compressorKW: 2.4 },
    engine: { displacementL: 2.4, fuel: 'diesel', charged: true, year: 2010 },
  },
} as const satisfies Record<
  string,
  { label: string; body: Omit<VehicleLoad, keyof Engine | 'heatFactor' | 'transmissionShare' | 'pumpLMin'>; engine: KnownEngine }
>; // prettier-ignore
export type VehicleClass = keyof typeof VEHICLE_CLASSES;

/** Of the power at the crankshaft, what a self-shifting transmission gives its cooler; common practice. */
const TO_TRANSMISSION_COOLER = 0.06;

/**
 * What a vehicle asks of its cooling.
 *
 * @param engine       as on record; the class's own where there is none
 * @param coolerInTank whether a self-shifting transmission is cooled in the radiator's tank
 * @param ratedKW      where somebody knows it
 */
export function vehicleLoad(
  cls: VehicleClass,
  { engine = VEHICLE_CLASSES[cls].engine, coolerInTank = false, ratedKW }: {
    engine?: KnownEngine | undefined; coolerInTank?: boolean; ratedKW?: number | undefined;
  } = {},
): VehicleLoad {
  const { displacementL, fuel, charged, year } = engine;
  const power = ratedKW ?? likelyPowerKW(displacementL, fuel, charged, year);
  return {
    ...VEHICLE_CLASSES[cls].body,
    displacementL,
    fuel,
    ratedKW: power,
    heatFactor: 1,
    transmissionShare: coolerInTank ? TO_TRANSMISSION_COOLER : 0,
    pumpLMin: likelyPumpLMin(power),
  };
} // prettier-ignore

/** The figures of a load that are numbers, always there, and may be off. */
export type LoadFigure = Exclude<keyof VehicleLoad, 'fuel' | 'idleHeatKW' | 'pumpIdleLMin' | 'pumpWorkingLMin' | 'bayAirK' | 'displacementL'>; // prettier-ignore

/** How far a figure of a load may be off, relative and expanded. */
export const LOAD_SPREAD: Readonly<Partial<Record<LoadFigure, number>>> = {
  massKg: 0.15,
  dragAreaM2: 0.12,
  rolling: 0.2,
  driveline: 0.04,
  ratedKW: POWER_SPREAD,
  heatFactor: HEAT_SPREAD,
  transmissionShare: 0.5,
  condenserKW: 0.2,
  pumpLMin: 0.25,
  condenserLoss: 0.35,
  grilleLoss: 0.4,
  exitLoss: 0.4,
  ramShare: 0.25,
  recirculation: 0.6,
};

/** A way of driving, long enough for everything to settle. */
export interface Conditions {
  ambientC: number;
  altitudeM: number;
  /** Relative, 0 to 1. */
  humidity: number;
  speedKmh: number;
  gradePercent: number;
  airConditioning: boolean;
  /** Whether the engine turns at idle speed or works. */
  idling: boolean;
}

export const CASES = {
  idle: {
    conditions: {
      ambientC: 40, altitudeM: 0, humidity: 0.4, speedKmh: 0, gradePercent: 0, airConditioning: true, idling: true,
    },
  },
  crawl: {
    conditions: {
      ambientC: 40, altitudeM: 0, humidity: 0.4, speedKmh: 12, gradePercent: 0, airConditioning: true, idling: true,
    },
  },
  climb: {
    conditions: {
      ambientC: 35, altitudeM: 500, humidity: 0.4, speedKmh: 60, gradePercent: 8, airConditioning: true, idling: false,
    },
  },
  motorway: {
    conditions: {
      ambientC: 40, altitudeM: 0, humidity: 0.4, speedKmh: 120, gradePercent: 0, airConditioning: true, idling: false,
    },
  },
} as const satisfies Record<string, { conditions: Conditions }>; // prettier-ignore
export type CaseName = keyof typeof CASES;
export const CASE_NAMES = Object.keys(CASES) as CaseName[];

const GRAVITY = 9.80665;

/**
 * Power at the wheels, W, never less than nothing: the form of SAE J1263, F = rolling + ½ ρ C_d A v² + weight on the
 * grade.
 *
 * @param speedMS      ≥ 0
 * @param gradePercent rise over run
 */
export function roadLoadW(
  load: Pick<VehicleLoad, 'massKg' | 'dragAreaM2' | 'rolling'>,
  speedMS: number,
  gradePercent: number,
  densityKgM3: number,
): number {
  if (!(speedMS >= 0 && speedMS <= 100))
    throw new RangeError(`a speed of ${speedMS} m/s is outside 0 to 100`);
  if (!(gradePercent >= -40 && gradePercent <= 40))
    throw new RangeError(`a grade of ${gradePercent} % is outside ±40`);
  const slope = Math.atan(gradePercent / 100);
  const weight = load.massKg * GRAVITY;
  const force =
    weight * (load.rolling * Math.cos(slope) + Math.sin(slope)) +
    0.5 * densityKgM3 * load.dragAreaM2 * speedMS * speedMS;
  return Math.max(0, force * speedMS);
}

export interface Heat {
  /** Into the coolant, transmission included, W. */
  coolantW: number;
  /** Into the air ahead of the radiator, W. */
  condenserW: number;
  /** At the crankshaft, W. */
  powerW: number;
  /** Speed of the engine, 1/min. */
  rpm: number;
  /** The road asks for more than the engine has: it is reckoned at all it has. */
  flatOut: boolean;
}

/** Rounds in which engine speed and the power of a fan on the engine settle; each takes what is left by half or more. */
const FAN_ROUNDS = 40;

/**
 * Power at the crankshaft and engine speed that go together: a fan on the engine takes the more the faster it turns, and
 * the more it takes the lower the gear. From below, so that the least speed that carries it is found.
 *
 * @param besides all other power asked for, W
 */
function speedWithFan(load: VehicleLoad, { speedKmh, idling }: Conditions, besides: number, fanW: (rpm: number) => number): { powerW: number; asked: number; rpm: number } {
  const most = load.ratedKW * 1000;
  let asked = besides;
  let rpm = engineSpeed(load, speedKmh, Math.min(asked, most), idling);
  for (let round = 0; round < FAN_ROUNDS; round += 1) {
    asked = besides + fanW(rpm);
    const next = engineSpeed(load, speedKmh, Math.min(asked, most), idling);
    if (Math.abs(next - rpm) < 1e-6) break;
    rpm = next;
  }
  return { powerW: Math.min(asked, most), asked, rpm };
} // prettier-ignore

/**
 * Heat to be got rid of.
 *
 * @param fans a fan that the engine turns takes its power from the crankshaft; electric ones are among the accessories
 */
export function heatOf(
  load: VehicleLoad,
  conditions: Conditions,
  densityKgM3: number,
  fans?: FanRating,
): Heat {
  const road =
    roadLoadW(load, conditions.speedKmh / 3.6, conditions.gradePercent, densityKgM3) / load.driveline;
  const besides = road + (conditions.airConditioning ? load.compressorKW * 1000 : 0);
  const fanW = (rpm: number): number => (fans ? drivenPowerW(fans, rpm) * (densityKgM3 / RATED_DENSITY) : 0);
  const { powerW, asked, rpm } = speedWithFan(load, conditions, besides, fanW);
  const worked = heatToCoolantW(load, powerW, rpm);
  const idleRpm = engineSpeed(load, 0, 0, true);
  const engineW =
    load.idleHeatKW === undefined
      ? load.heatFactor * worked
      : // What was measured at idle, and what working adds to it.
        load.idleHeatKW * 1000 + load.heatFactor * (worked - heatToCoolantW(load, fanW(idleRpm), idleRpm));
  return {
    // A transmission is warmed by what goes through it: the fan's power does not.
    coolantW: engineW + load.transmissionShare * Math.max(0, powerW - fanW(rpm)),
    condenserW: conditions.airConditioning ? load.condenserKW * 1000 : 0,
    powerW,
    rpm,
    flatOut: asked > powerW,
  };
}
