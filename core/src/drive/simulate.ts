import {
  airSide,
  pumpLMin,
  radiatorTakes,
  type AirSide,
  type CoolingInputs,
  type SetUp,
} from '../cooling/steady.ts';
import type { Leeway } from '../cooling/exchanger.ts';
import type { Conditions, VehicleLoad } from '../cooling/loads.ts';
import { coolant, massShareOf } from '../fluid/index.ts';
import { Curve } from './curve.ts';
import { controlFaults, dutyAt, modulatedCurrent, type FanControl } from './fan-control.ts';
import { Solver, type Equations, type Stretch, type Watch } from './ode.ts';
import {
  flowShare,
  liftDown,
  liftUp,
  thermostatFaults,
  waxOf,
  type Moving,
  type Thermostat,
} from './thermostat.ts';

/** A piece of a drive under conditions that stay as they are. */
export interface Leg extends Conditions {
  seconds: number;
}

/** What takes up heat, J/K, and how well the engine's metal gives it on, W/K. */
export interface Masses {
  engineJK: number;
  engineCoolantL: number;
  radiatorJK: number;
  metalToCoolantWK: number;
}
/** Common practice: cast metal and oil that warm with the coolant. */
export const USUAL_MASSES: Masses = {
  engineJK: 60_000,
  engineCoolantL: 4.5,
  radiatorJK: 9_000,
  metalToCoolantWK: 2_500,
};

export interface Drive {
  setUp: SetUp;
  load: VehicleLoad;
  leeway: Leeway;
  thermostat: Thermostat;
  control: FanControl;
  masses: Masses;
  legs: readonly Leg[];
  /** All of it at the start. */
  startC: number;
  tolerance?: number | undefined;
}

/** Coolant's properties during a drive are those at this temperature. */
export const DRIVE_PROPERTIES_C = 95;
/** Draught through a hot engine bay at a standstill, as a road speed. */
const DRAUGHT_KMH = 3;
/** A bay gets no hotter ahead of the radiator, over ambient. */
const HOTTEST_OVER_AMBIENT = 60;
const TOLERANCE = 1e-5;
/** The curve of heat taken is steepest where the thermostat has just opened: its knots lie evenly over the root of the lift. */
export const KNOTS = 96;
const DUTY_KNOTS = 8;
const MOST_EVENTS = 50_000;
export const LONGEST_DRIVE_S = 6 * 3600;

export type DriveEvent =
  | { at: number; kind: 'starts-opening' | 'fully-open' | 'closed' }
  | { at: number; kind: 'fan-on' | 'fan-off'; stage: number }
  | { at: number; kind: 'leg'; leg: number };

/** Columns of a sample. */
export const COLUMNS = ['t', 'engine', 'coolant', 'radiator', 'lift', 'duty', 'current'] as const;

export interface Driven {
  /** One row each `everyS`: `COLUMNS` in order, °C, shares and A. */
  samples: Float64Array;
  rows: number;
  events: DriveEvent[];
  /** How often a fan came on. */
  switched: number;
  /** Seconds from the first time the last stage came on to its going off. */
  pullDownS: number | undefined;
  hottestC: number;
  hottestAtS: number;
  /** Coolant in the end, °C. */
  endC: number;
  /** Heat in, heat out, heat kept, J; in − out − kept is what the sum is off by. */
  heat: { inJ: number; outJ: number; keptJ: number };
  steps: number;
}

/** Heat taken by the radiator per degree, by lift, for one state of the air. */
interface AirState {
  airInC: number;
  takes: Curve;
}

/** Everything of a drive that does not change from moment to moment, worked out once. */
class Course {
  private readonly states = new Map<string, AirState>();
  private readonly flowLMin: number[];
  readonly coolantWK: number[];
  readonly heatW: number[];
  readonly drive: Drive;
  readonly heatPerKgK: number;
  readonly density: number;

  constructor(drive: Drive) {
    this.drive = drive;
    const share = massShareOf(drive.setUp.coolant.base, drive.setUp.coolant.volumeShare);
    const liquid = coolant(drive.setUp.coolant.base, share, DRIVE_PROPERTIES_C);
    this.heatPerKgK = liquid.heatJKgK;
    this.density = liquid.densityKgM3;
    const sides = drive.legs.map((leg) => this.side(leg, this.still()));
    this.flowLMin = drive.legs.map((leg, i) => pumpLMin(this.inputs(leg), sides[i]!));
    this.coolantWK = this.flowLMin.map((lMin) => (lMin / 60_000) * this.density * this.heatPerKgK);
    this.heatW = sides.map((side) => side.heat.coolantW);
  }

  private still(): number[] {
    return this.drive.setUp.fans ? Array.from({ length: this.drive.setUp.fans.count }, () => 0) : [];
  }

  private inputs(leg: Leg): CoolingInputs {
    const { setUp, load, leeway } = this.drive;
    return {
      setUp,
      load,
      leeway,
      conditions: { ...leg, speedKmh: Math.max(DRAUGHT_KMH, leg.speedKmh) },
    };
  }

  private side(leg: Leg, fanSpeeds: readonly number[]): AirSide {
    return airSide({ ...this.inputs(leg), fanSpeeds });
  }

  state(leg: number, speeds: readonly number[]): AirState {
    const key = `${leg}:${speeds.join()}`;
    const known = this.states.get(key);
    if (known) return known;
    const { drive } = this;
    const at = drive.legs[leg]!;
    const side = this.side(at, speeds);
    const lMin = this.flowLMin[leg]!;
    const state: AirState = {
      airInC: Math.min(side.airInC, at.ambientC + HOTTEST_OVER_AMBIENT),
      takes: new Curve(
        Array.from({ length: KNOTS + 1 }, (_, i) =>
          i === 0
            ? 0
            : radiatorTakes(
                side,
                drive.setUp,
                lMin * flowShare((i / KNOTS) ** 2),
                DRIVE_PROPERTIES_C,
                drive.leeway,
              ).perDegreeWK,
        ),
      ),
    };
    this.states.set(key, state);
    return state;
  }
}

/** What is wrong with a drive, in sentences; none when it can be driven. */
export function driveFaults(drive: Drive): string[] {
  const seconds = drive.legs.reduce((sum, leg) => sum + leg.seconds, 0);
  return [
    ...thermostatFaults(drive.thermostat),
    ...controlFaults(drive.control),
    ...(seconds > 0 && seconds <= LONGEST_DRIVE_S ? [] : ['a drive lasts from a second to six hours']),
    ...(drive.startC >= -40 && drive.startC <= 130 ? [] : ['a drive starts between −40 and 130 °C']),
    ...(Object.values(drive.masses).every((value) => value > 0) ? [] : ['every mass is more than nothing']),
  ];
}

const [METAL, COOLANT, RADIATOR, WAX, OUT] = [0, 1, 2, 3, 4];

/**
 * Drives through time. The thermostat's and the fans' moves are found as moments, not stepped over.
 *
 * @param everyS   between samples
 * @param progress is told how far it is, 0 to 1; stops the drive by answering false
 * @throws RangeError for a drive that cannot be (see `driveFaults`)
 */
export function simulate(drive: Drive, everyS = 2, progress?: (share: number) => boolean | void): Driven {
  const faults = driveFaults(drive);
  if (faults.length > 0) throw new RangeError(faults.join('; '));
  const { thermostat, control, masses } = drive;
  const course = new Course(drive);
  const total = drive.legs.reduce((sum, leg) => sum + leg.seconds, 0);
  const engineCoolantJK = (masses.engineCoolantL / 1000) * course.density * course.heatPerKgK;

  let leg = 0;
  let moving: Moving = 'rest';
  let standing = 0;
  const stages = control.kind === 'stages' ? control.stages.map(() => false) : [false];
  let air: AirState | undefined;
  let ramp: { duties: number[]; states: AirState[] } | undefined;

  const ac = (): boolean => drive.legs[leg]!.airConditioning;
  const lift = (waxC: number): number =>
    moving === 'up' ? liftUp(thermostat, waxC) : moving === 'down' ? liftDown(thermostat, waxC) : standing;
  const sensed = (y: Float64Array): number => y[control.place === 'radiator-outlet' ? RADIATOR : COOLANT]!;
  const running = (): number => {
    if (control.kind === 'modulated') return stages[0] ? 0 : -1;
    const own = stages.lastIndexOf(true);
    return Math.max(own, ac() ? Math.min(control.withAc, control.stages.length - 1) : -1);
  };
  const still = Array.from({ length: drive.setUp.fans?.count ?? 0 }, () => 0);
  const duty = (y: Float64Array): number => {
    if (control.kind === 'stages') return 0;
    if (!stages[0]) return ac() ? control.withAc : 0;
    return dutyAt(control, sensed(y), ac());
  };
  /** The air for the fans as they are switched now. */
  const settleAir = (): void => {
    if (control.kind === 'stages') {
      const stage = running();
      air = course.state(leg, stage < 0 ? still : control.stages[stage]!.speeds);
      return;
    }
    const duties = Array.from({ length: DUTY_KNOTS + 1 }, (_, i) => i / DUTY_KNOTS);
    ramp = {
      duties,
      states: duties.map((each) =>
        course.state(
          leg,
          Array.from({ length: control.count }, () => each),
        ),
      ),
    };
  };
  /** @param place root of the lift */
  const takenW = (y: Float64Array, place: number): number => {
    if (air) return air.takes.at(place) * (y[COOLANT]! - air.airInC);
    const at = duty(y) * DUTY_KNOTS;
    const i = Math.min(DUTY_KNOTS - 1, Math.floor(at));
    const [a, b] = [ramp!.states[i]!, ramp!.states[i + 1]!];
    const share = at - i;
    const inC = a.airInC + share * (b.airInC - a.airInC);
    return ((1 - share) * a.takes.at(place) + share * b.takes.at(place)) * (y[COOLANT]! - inC);
  };

  const equations: Equations = {
    size: 5,
    slope(_t, y, out) {
      const open = lift(y[WAX]!);
      const place = Math.sqrt(open);
      const through = course.coolantWK[leg]! * flowShare(open) * (y[COOLANT]! - y[RADIATOR]!);
      const given = masses.metalToCoolantWK * (y[METAL]! - y[COOLANT]!);
      const taken = takenW(y, place);
      out[METAL] = (course.heatW[leg]! - given) / masses.engineJK;
      out[COOLANT] = (given - through) / engineCoolantJK;
      out[RADIATOR] = (through - taken) / masses.radiatorJK;
      out[WAX] = (y[COOLANT]! - y[WAX]!) / thermostat.lagS;
      out[OUT] = taken;
    },
  };
  // The heat taken out is summed along; a joule of it need not be as exact as a degree.
  const scaled: Equations = {
    size: 5,
    slope(t, y, out) {
      equations.slope(t, y, out);
      out[OUT]! /= engineCoolantJK;
    },
  };
  const solver = new Solver(scaled, { absolute: drive.tolerance ?? TOLERANCE, relative: 0 }, 60);

  const rows = Math.floor(total / everyS) + 1;
  const width = COLUMNS.length;
  const samples = new Float64Array(rows * width);
  const room = new Float64Array(5);
  const events: DriveEvent[] = [];
  let [row, hottest, hottestAt, steps, switched] = [0, -Infinity, 0, 0, 0];
  let [pullFrom, pullDown] = [undefined as number | undefined, undefined as number | undefined];
  const current = (y: Float64Array): number => {
    if (control.kind === 'modulated') return modulatedCurrent(control, duty(y));
    const stage = running();
    return stage < 0 ? 0 : control.stages[stage]!.currentA;
  };
  const shareOfFull = (y: Float64Array): number => {
    if (control.kind === 'modulated') return duty(y);
    const stage = running();
    if (stage < 0) return 0;
    const { speeds } = control.stages[stage]!;
    return speeds.reduce((sum, speed) => sum + speed, 0) / Math.max(1, speeds.length);
  };
  const seen = (stretch: Stretch): void => {
    while (row < rows && row * everyS <= stretch.to + 1e-9) {
      const t = row * everyS;
      stretch.at(t, room);
      samples.set(
        [
          t,
          room[METAL]!,
          room[COOLANT]!,
          room[RADIATOR]!,
          lift(room[WAX]!),
          shareOfFull(room),
          current(room),
        ],
        row * width,
      );
      row += 1;
    }
    for (const share of [0.5, 1]) {
      const t = stretch.from + share * (stretch.to - stretch.from);
      stretch.at(t, room);
      if (room[COOLANT]! > hottest) [hottest, hottestAt] = [room[COOLANT]!, t];
    }
  };

  interface Move {
    watch: Watch;
    act(t: number, y: Float64Array): void;
  }
  const watches = (): Move[] => {
    const moves: Move[] = [];
    const wax: Record<Moving, Move[]> = {
      rest: [
        ...(standing < 1
          ? [
              {
                watch: (_t: number, y: Float64Array) => y[WAX]! - waxOf(thermostat, standing),
                act: (t: number) => {
                  if (standing === 0) events.push({ at: t, kind: 'starts-opening' });
                  moving = 'up';
                },
              },
            ]
          : []),
        ...(standing > 0
          ? [
              {
                watch: (_t: number, y: Float64Array) =>
                  waxOf(thermostat, standing) - thermostat.hysteresisK - y[WAX]!,
                act: () => {
                  moving = 'down';
                },
              },
            ]
          : []),
      ],
      up: [
        {
          watch: (_t, y) => y[WAX]! - thermostat.fullyOpenC,
          act: (t) => {
            events.push({ at: t, kind: 'fully-open' });
            [moving, standing] = ['rest', 1];
          },
        },
        {
          watch: (_t, y) => y[WAX]! - y[COOLANT]!,
          act: (_t, y) => {
            standing = liftUp(thermostat, y[WAX]!);
            moving = 'rest';
          },
        },
      ],
      down: [
        {
          watch: (_t, y) => thermostat.opensC - thermostat.hysteresisK - y[WAX]!,
          act: (t) => {
            events.push({ at: t, kind: 'closed' });
            [moving, standing] = ['rest', 0];
          },
        },
        {
          watch: (_t, y) => y[COOLANT]! - y[WAX]!,
          act: (_t, y) => {
            standing = liftDown(thermostat, y[WAX]!);
            moving = 'rest';
          },
        },
      ],
    };
    moves.push(...wax[moving]);
    stages.forEach((on, stage) => {
      const [onC, offC] =
        control.kind === 'stages'
          ? [control.stages[stage]!.onC, control.stages[stage]!.offC]
          : [control.fromC, control.fromC - control.hysteresisK];
      moves.push({
        watch: on ? (_t, y) => offC - sensed(y) : (_t, y) => sensed(y) - onC,
        act: (t) => {
          stages[stage] = !on;
          events.push({ at: t, kind: on ? 'fan-off' : 'fan-on', stage });
          if (!on) switched += 1;
          if (stage === stages.length - 1) {
            if (!on) pullFrom ??= t;
            else if (pullFrom !== undefined) pullDown ??= t - pullFrom;
          }
          settleAir();
        },
      });
    });
    return moves;
  };

  let y: Float64Array = Float64Array.of(drive.startC, drive.startC, drive.startC, drive.startC, 0);
  const start = Float64Array.from(y);
  standing = liftUp(thermostat, drive.startC);
  let t = 0;
  let inJ = 0;
  for (leg = 0; leg < drive.legs.length; leg += 1) {
    if (leg > 0) events.push({ at: t, kind: 'leg', leg });
    const until = t + drive.legs[leg]!.seconds;
    inJ += course.heatW[leg]! * drive.legs[leg]!.seconds;
    settleAir();
    while (t < until) {
      if (progress?.(t / total) === false) throw new DriveStopped();
      const moves = watches();
      const ended = solver.run(
        t,
        until,
        y,
        moves.map((move) => move.watch),
        seen,
      );
      [t, y, steps] = [ended.t, ended.y, steps + ended.steps];
      if (ended.event < 0) break;
      if (events.length > MOST_EVENTS)
        throw new RangeError('the fans switch without end: on and off lie too close together');
      moves[ended.event]!.act(t, y);
    }
  }
  leg = drive.legs.length - 1;
  const keptJ =
    masses.engineJK * (y[METAL]! - start[METAL]!) +
    engineCoolantJK * (y[COOLANT]! - start[COOLANT]!) +
    masses.radiatorJK * (y[RADIATOR]! - start[RADIATOR]!);
  return {
    samples: row === rows ? samples : samples.slice(0, row * width),
    rows: row,
    events,
    switched,
    pullDownS: pullDown,
    hottestC: hottest,
    hottestAtS: hottestAt,
    endC: y[COOLANT]!,
    heat: { inJ, outJ: y[OUT]! * engineCoolantJK, keptJ },
    steps,
  };
}

/** Thrown when whoever asked for a drive no longer wants it. */
export class DriveStopped extends Error {
  override readonly name = 'DriveStopped';
  constructor() {
    super('the drive was stopped');
  }
}
