import { AS_SAID, vehicleLoad, type SetUp } from '../cooling/index.ts';
import { COLUMNS, USUAL_MASSES, simulate, stagedControl, type Drive, type DriveEvent, type Leg, type Thermostat } from '../drive/index.ts'; // prettier-ignore
import { Draws } from '../random/index.ts';

/** What can be wrong with a stand-in vehicle; the application never knows but through readings. */
export const FAULTS = [
  'weak fan', 'seized motor', 'air pocket', 'stuck open', 'stuck shut', 'late thermostat', 'blocked core', 'slow leak', 'wrong mix', 'noisy hub', 'wired backwards',
] as const; // prettier-ignore
export type StandInFault = (typeof FAULTS)[number];

/** What is done with it while readings are taken. */
export const COURSES = ['bleed', 'pull-down', 'idle hold', 'climb'] as const;
export type StandInCourse = (typeof COURSES)[number];

/** The truth about a stand-in vehicle. */
export interface HiddenVehicle {
  seed: number;
  faults: readonly StandInFault[];
  setUp: SetUp;
  thermostat: Thermostat;
  /** °C at which the fan comes on and goes off. */
  fanOnC: number;
  fanOffC: number;
  ambientC: number;
  /** % by volume. */
  strength: number;
  capacityL: number;
  leakLH: number;
  /** Of the pump's flow, and of the engine's mass, against the usual. */
  slip: number;
  mass: number;
  idleHeatKW: number;
}

/** A vehicle as its record has it; the truth is drawn around it. */
export interface StandInRecord {
  setUp: SetUp;
  thermostat: Thermostat;
  fanOnC: number;
  fanOffC: number;
  capacityL: number;
  strength: number;
}

export const USUAL_RECORD: StandInRecord = {
  setUp: {
    radiator: { coreWidthMm: 600, coreHeightMm: 400, coreThicknessMm: 22, flow: 'cross', passes: 1, coreClass: 'brazed-thin' },
    fans: { count: 2, diameterMm: 300, voltageV: 13.5, currentA: 22 },
    shroud: { covered: 0.95 },
    capKPa: 108,
    coolant: { base: 'ethylene', volumeShare: 0.5 },
    gapMm2: 3000,
  },
  thermostat: { opensC: 83, fullyOpenC: 92, hysteresisK: 2.5, lagS: 12 },
  fanOnC: 97,
  fanOffC: 92,
  capacityL: 8,
  strength: 50,
}; // prettier-ignore

const around = (draws: Draws, value: number, spread: number): number =>
  value * (1 + spread * (2 * draws.even() - 1));

/**
 * A vehicle with hidden truth: its parameters drawn within the spread of their classes, so that a predictor that knows
 * the record alone is right by no more than it can be.
 */
export function hiddenVehicle(
  seed: number,
  faults: readonly StandInFault[] = [],
  record: StandInRecord = USUAL_RECORD,
): HiddenVehicle {
  const draws = new Draws(seed);
  const has = (fault: StandInFault): boolean => faults.includes(fault);
  const { radiator, fans } = record.setUp;
  const opensC = record.thermostat.opensC + 3 * (draws.even() - 0.5);
  const span = around(draws, record.thermostat.fullyOpenC - record.thermostat.opensC, 0.2);
  const late = has('late thermostat') ? 9 + 4 * draws.even() : 0;
  return {
    seed,
    faults,
    setUp: {
      ...record.setUp,
      // A core full of sealer has its face, and half of its tubes.
      radiator: { ...radiator, coreWidthMm: radiator.coreWidthMm * (has('blocked core') ? 0.4 : around(draws, 1, 0.02)) },
      fans: fans && {
        ...fans,
        currentA: around(draws, fans.currentA ?? 20, 0.08) * (has('weak fan') ? 0.55 : 1),
        // Blades that turn the wrong way move a third of the air (common practice): as a disc of a smaller fan would.
        diameterMm: fans.diameterMm * (has('weak fan') ? 0.82 : has('wired backwards') ? 0.62 : 1),
      },
      gapMm2: around(draws, record.setUp.gapMm2, 0.4),
    },
    thermostat: {
      ...record.thermostat,
      opensC: has('stuck open') ? 42 : has('stuck shut') ? 139 : opensC + late,
      fullyOpenC: has('stuck open') ? 55 : has('stuck shut') ? 150 : opensC + late + span,
      lagS: around(draws, record.thermostat.lagS, 0.3),
    },
    fanOnC: record.fanOnC + 1.5 * (draws.even() - 0.5) + late,
    fanOffC: record.fanOffC + 1.5 * (draws.even() - 0.5) + late,
    ambientC: 16 + 12 * draws.even(),
    strength: has('wrong mix') ? 22 + 8 * draws.even() : around(draws, record.strength, 0.05),
    capacityL: around(draws, record.capacityL, 0.04),
    leakLH: has('slow leak') ? 0.15 + 0.35 * draws.even() : 0,
    slip: around(draws, 0.95, 0.05),
    mass: around(draws, 1, 0.15),
    idleHeatKW: around(draws, 9, 0.15),
  };
} // prettier-ignore

const LEG_S = 40;
/** A person in the seat switches it off here. */
export const SWITCHED_OFF_C = 118;

interface CourseLine {
  seconds: number;
  startC: number | undefined;
  airConditioning: boolean;
  speedKmh: number;
  gradePercent: number;
  /** Heat at a held speed over that at idle. */
  heat: number;
}
const LINES: Readonly<Record<StandInCourse, CourseLine>> = {
  'bleed': { seconds: 2100, startC: undefined, airConditioning: false, speedKmh: 0, gradePercent: 0, heat: 1 },
  'pull-down': { seconds: 900, startC: 100, airConditioning: false, speedKmh: 0, gradePercent: 0, heat: 0.6 },
  'idle hold': { seconds: 1800, startC: 85, airConditioning: true, speedKmh: 0, gradePercent: 0, heat: 0.6 },
  'climb': { seconds: 1500, startC: 88, airConditioning: true, speedKmh: 14, gradePercent: 7, heat: 1 },
}; // prettier-ignore

/** One run of a stand-in vehicle: the truth second by second. */
export interface StandInRun {
  vehicle: HiddenVehicle;
  course: StandInCourse;
  /** Coolant at the engine's outlet, °C, one a second. */
  coolantC: Float64Array;
  /** Of the fans, A. */
  amps: Float64Array;
  ambientC: Float64Array;
  events: DriveEvent[];
  /** When somebody switched it off because it was too hot, s; undefined where nobody had to. */
  switchedOffS: number | undefined;
}

/**
 * Runs a vehicle through a course. Beside the product's own drive it has what the predictor lacks: wind that comes and
 * goes, air outside that drifts, an idle that wanders, heat that soaks through the bay, a pump that slips.
 */
export function standInRun(
  vehicle: HiddenVehicle,
  course: StandInCourse,
  ambientC = vehicle.ambientC,
): StandInRun {
  const draws = new Draws(vehicle.seed * 31 + COURSES.indexOf(course) + 1);
  const line = LINES[course];
  let air = ambientC;
  const legs: Leg[] = Array.from({ length: Math.ceil(line.seconds / LEG_S) }, () => {
    air += 0.4 * (draws.even() - 0.5);
    const wind = 8 * draws.even() ** 2;
    return {
      seconds: LEG_S, ambientC: air, altitudeM: 60, humidity: 0.45,
      speedKmh: line.speedKmh + wind, gradePercent: line.gradePercent, airConditioning: line.airConditioning,
      idling: line.speedKmh === 0,
    };
  }); // prettier-ignore
  const load = vehicleLoad('middle');
  const seized = vehicle.faults.includes('seized motor');
  const { setUp } = vehicle;
  const currentA = setUp.fans?.currentA ?? 0;
  const drive: Drive = {
    setUp: seized ? { ...setUp, fans: { ...setUp.fans!, currentA: 0.1 } } : setUp,
    load: { ...load, pumpLMin: load.pumpLMin * vehicle.slip, idleHeatKW: vehicle.idleHeatKW * line.heat },
    leeway: AS_SAID,
    thermostat: vehicle.thermostat,
    control: {
      ...stagedControl('engine-outlet', [{ onC: vehicle.fanOnC, offC: vehicle.fanOffC }], { count: setUp.fans?.count ?? 1, currentA }),
      withAc: line.airConditioning ? 0 : -1,
    },
    masses: { ...USUAL_MASSES, engineJK: USUAL_MASSES.engineJK * vehicle.mass, engineCoolantL: 0.55 * vehicle.capacityL },
    legs,
    startC: line.startC ?? ambientC + 1,
    tolerance: 1e-4,
  }; // prettier-ignore
  const driven = simulate(drive, 1);
  const wide = COLUMNS.length;
  const column = (name: (typeof COLUMNS)[number]): Float64Array =>
    Float64Array.from({ length: driven.rows }, (_, i) => driven.samples[i * wide + COLUMNS.indexOf(name)]!);
  const coolantC = column('coolant');
  // An idle that wanders and a bay that soaks: a slow walk of a few tenths of a kelvin on top.
  let wander = 0;
  const pair = new Float64Array(2);
  for (let i = 0; i < coolantC.length; i += 1) {
    draws.normals(pair);
    wander += -wander / 60 + 0.035 * pair[0]!;
    coolantC[i] = coolantC[i]! + wander;
  }
  const hot = coolantC.findIndex((each) => each > SWITCHED_OFF_C);
  return {
    vehicle,
    course,
    coolantC: hot < 0 ? coolantC : coolantC.slice(0, hot),
    // A seized motor takes all the fuse lets through, once.
    amps: seized ? column('current').map(() => 0) : column('current'),
    ambientC: Float64Array.from({ length: driven.rows }, (_, i) => legs[Math.min(legs.length - 1, Math.floor(i / LEG_S))]!.ambientC), // prettier-ignore
    events: driven.events,
    switchedOffS: hot < 0 ? undefined : hot,
  };
}
