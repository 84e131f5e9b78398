/**
 * What a vehicle asks of its cooling. Nobody in a shop measures a drag area or a pump's flow: named classes stand in,
 * each figure with its spread (relative, expanded), all to be changed by whoever knows better. Common practice, no
 * source.
 */
export interface VehicleLoad {
  massKg: number;
  /** Drag coefficient times frontal area. */
  dragAreaM2: number;
  /** Rolling resistance over weight. */
  rolling: number;
  /** Share of the engine's power that reaches the road. */
  driveline: number;
  /** Heat into the coolant at idle, and for each watt at the crankshaft. */
  idleHeatKW: number;
  heatPerPower: number;
  /** Share of the crankshaft's power that the transmission gives to the cooler in the tank; 0 where it has none there. */
  transmissionShare: number;
  /** Heat of the condenser ahead of the radiator with the A/C at work, and what its compressor takes. */
  condenserKW: number;
  compressorKW: number;
  /** Coolant through the open thermostat, idling and at working speed. */
  pumpIdleLMin: number;
  pumpWorkingLMin: number;
  /** Loss coefficients on the velocity ahead of the core. */
  condenserLoss: number;
  grilleLoss: number;
  exitLoss: number;
  ramShare: number;
  /** Share of the air ahead of the core that comes round from behind it at a standstill. */
  recirculation: number;
}

const usual = {
  rolling: 0.012,
  driveline: 0.88,
  heatPerPower: 0.85,
  transmissionShare: 0.05,
  condenserLoss: 12,
  grilleLoss: 6,
  exitLoss: 8,
  ramShare: 0.7,
  recirculation: 0.12,
};

export const VEHICLE_CLASSES = {
  small: {
    label: 'small car',
    load: {
      ...usual, massKg: 1250, dragAreaM2: 0.68, idleHeatKW: 4, condenserKW: 5.5, compressorKW: 1.8,
      pumpIdleLMin: 20, pumpWorkingLMin: 75,
    },
  }, // prettier-ignore
  middle: {
    label: 'saloon or coupé',
    load: {
      ...usual, massKg: 1600, dragAreaM2: 0.72, idleHeatKW: 5.5, condenserKW: 6.5, compressorKW: 2.2,
      pumpIdleLMin: 25, pumpWorkingLMin: 95,
    },
  }, // prettier-ignore
  van: {
    label: 'van, laden',
    load: {
      ...usual, massKg: 2800, dragAreaM2: 1.6, rolling: 0.011, idleHeatKW: 5, heatPerPower: 0.75, condenserKW: 7.5,
      compressorKW: 2.6, pumpIdleLMin: 28, pumpWorkingLMin: 120,
    },
  }, // prettier-ignore
  pickup: {
    label: 'pickup',
    load: {
      ...usual, massKg: 2200, dragAreaM2: 1.2, rolling: 0.013, idleHeatKW: 5.5, heatPerPower: 0.7, condenserKW: 7,
      compressorKW: 2.4, pumpIdleLMin: 30, pumpWorkingLMin: 140,
    },
  }, // prettier-ignore
  towing: {
    label: 'pickup with a trailer',
    load: {
      ...usual, massKg: 3600, dragAreaM2: 1.9, rolling: 0.013, idleHeatKW: 6, heatPerPower: 0.7, condenserKW: 7,
      compressorKW: 2.4, pumpIdleLMin: 30, pumpWorkingLMin: 140,
    },
  }, // prettier-ignore
} as const satisfies Record<string, { label: string; load: VehicleLoad }>;
export type VehicleClass = keyof typeof VEHICLE_CLASSES;

/** How far a class figure may be off, relative and expanded. */
export const LOAD_SPREAD: Readonly<Partial<Record<keyof VehicleLoad, number>>> = {
  massKg: 0.15,
  dragAreaM2: 0.12,
  rolling: 0.2,
  driveline: 0.04,
  idleHeatKW: 0.3,
  heatPerPower: 0.15,
  transmissionShare: 0.5,
  condenserKW: 0.2,
  pumpIdleLMin: 0.3,
  pumpWorkingLMin: 0.25,
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
    label: 'Idle, A/C on',
    conditions: {
      ambientC: 40, altitudeM: 0, humidity: 0.4, speedKmh: 0, gradePercent: 0, airConditioning: true, idling: true,
    },
  },
  crawl: {
    label: 'Crawl, A/C on',
    conditions: {
      ambientC: 40, altitudeM: 0, humidity: 0.4, speedKmh: 12, gradePercent: 0, airConditioning: true, idling: true,
    },
  },
  climb: {
    label: 'Long climb',
    conditions: {
      ambientC: 35, altitudeM: 500, humidity: 0.4, speedKmh: 60, gradePercent: 8, airConditioning: false, idling: false,
    },
  },
  motorway: {
    label: 'Motorway, A/C on',
    conditions: {
      ambientC: 40, altitudeM: 0, humidity: 0.4, speedKmh: 120, gradePercent: 0, airConditioning: true, idling: false,
    },
  },
} as const satisfies Record<string, { label: string; conditions: Conditions }>; // prettier-ignore
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
}

/** Heat to be got rid of. */
export function heatOf(load: VehicleLoad, conditions: Conditions, densityKgM3: number): Heat {
  const road =
    roadLoadW(load, conditions.speedKmh / 3.6, conditions.gradePercent, densityKgM3) / load.driveline;
  const power = road + (conditions.airConditioning ? load.compressorKW * 1000 : 0);
  return {
    coolantW: load.idleHeatKW * 1000 + (load.heatPerPower + load.transmissionShare) * power,
    condenserW: conditions.airConditioning ? load.condenserKW * 1000 : 0,
    powerW: power,
  };
}
