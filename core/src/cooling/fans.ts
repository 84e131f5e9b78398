import { USUAL_PRACTICE } from '../practice/index.ts';

/** One fan at full speed, in air of the density it was measured or rated in. */
export interface Fan {
  sweptM2: number;
  /** Flow with nothing in its way, m³/s. */
  freeFlowM3S: number;
  /** Pressure with its air shut off, Pa. */
  shutPa: number;
  /** Measured flow (m³/s) and pressure (Pa), flow rising; replaces the parabola through the two figures above. */
  points?: readonly (readonly [flowM3S: number, pressurePa: number])[] | undefined;
}

/** Density fans are rated in, kg/m³. */
export const RATED_DENSITY = 1.2;
/** Best share of electric power that becomes air power, and how far that is known (k = 2). */
export const FAN_EFFICIENCY = {
  usual: USUAL_PRACTICE.airShareUsual,
  lo: 0.2,
  hi: USUAL_PRACTICE.airShareMost,
} as const;
/** A parabola p = p₀ (1 − (Q/Q₀)²) gives the most air power at Q₀/√3: 2/(3√3) of p₀ Q₀. */
const PEAK = 2 / (3 * Math.sqrt(3));
/** An axial fan of a car makes 150 to 500 Pa with its air shut off; more takes a blower. Common practice. */
const AXIAL_MOST_PA = 700;
/** Pressure with the air shut off that goes with a free flow and an air power, Pa, by that parabola. */
const shutPaOf = (airPowerW: number, freeFlowM3S: number): number => airPowerW / (PEAK * freeFlowM3S);
/** The least free flow, m³/s, of an axial fan that turns so much power into air power, W. */
export const leastFreeFlowM3S = (airPowerW: number): number => airPowerW / (PEAK * AXIAL_MOST_PA);
/** The hub takes this share of the disc. */
const HUB_SHARE = 0.14;
/**
 * Blades in a wind turn by themselves: at this share of the speed at which the same flow would be theirs with nothing
 * in its way. Slower than that no motor holds them back. Common practice.
 */
const WINDMILL = 0.65;

/** Air power at free delivery at the very least: kinetic energy of the stream through all discs, W. */
export const freePowerW = (flowM3S: number, discAreaM2: number, densityKgM3 = RATED_DENSITY): number =>
  0.5 * densityKgM3 * discAreaM2 * (flowM3S / discAreaM2) ** 3;

export interface FanRating {
  count: number;
  diameterMm: number;
  voltageV: number;
  /** All fans together, A. */
  currentA?: number | undefined;
  /** All fans together as stated, m³/h. */
  airflowM3H?: number | undefined;
  /** All fans together as measured at full speed: flow (m³/h) and pressure (Pa). Goes before anything stated. */
  curve?: readonly (readonly [flowM3H: number, pressurePa: number])[] | undefined;
  /** Turned by the engine instead of by a motor. */
  engineDriven?: EngineDriven | undefined;
}
/** A fan on the water pump or the crankshaft. */
export interface EngineDriven {
  /** Fan speed over engine speed, without slip; 0.5 to 2. */
  ratio: number;
  clutch: FanClutch;
}
/** Bolted to the hub, slipping at speed, or taking hold when hot; as a fan's record has it. */
export type FanClutch = 'none' | 'speed' | 'thermal';
export interface RatedFans {
  fans: Fan[];
  /** What the flow rests on. */
  from: 'measured' | 'stated' | 'power' | 'size';
  /** Electric, of all fans; the shaft's at `DRIVEN_SPEED` for an engine-driven one. */
  powerW: number;
}

/** Full speed of an engine-driven fan, 1/min: the speed its figures hold at. */
const DRIVEN_SPEED = 2400;
/**
 * Free flow over tip speed and swept area, and pressure shut off over the dynamic pressure of the tip: stamped steel
 * and moulded blades of six or seven; common practice.
 */
const DRIVEN = { flow: 0.3, pressure: 0.4, efficiency: 0.4, lockedUp: 0.92 } as const;

/**
 * Speed of an engine-driven fan over `DRIVEN_SPEED`, hot: a clutch that has taken hold slips a little, and more as its
 * fluid shears at speed.
 *
 * @param engineRpm 1/min, ≥ 0
 */
export function drivenSpeed({ ratio, clutch }: EngineDriven, engineRpm: number): number {
  if (!(ratio >= 0.5 && ratio <= 2)) throw new RangeError(`a fan drive of ${ratio} is outside 0.5 to 2`);
  const input = ratio * engineRpm;
  return (clutch === 'none' ? input : Math.min(DRIVEN_SPEED, DRIVEN.lockedUp * input)) / DRIVEN_SPEED;
}

/**
 * Power an engine-driven fan takes from the crankshaft at a share of its speed, W: with the cube of it, and what a
 * clutch turns into heat on top.
 */
export function drivenPowerW(rating: FanRating, engineRpm: number): number {
  const drive = rating.engineDriven;
  if (!drive) return 0;
  const speed = drivenSpeed(drive, engineRpm);
  const slip = (drive.ratio * engineRpm) / DRIVEN_SPEED / Math.max(speed, 1e-9);
  return ratedFans(rating).powerW * speed ** 3 * Math.max(1, slip);
}

function drivenFan({ diameterMm }: FanRating, disc: number, share: number): RatedFans {
  const tip = (Math.PI * (diameterMm / 1000) * DRIVEN_SPEED) / 60;
  const freeFlowM3S = DRIVEN.flow * tip * disc;
  const shutPa = share * DRIVEN.pressure * 0.5 * RATED_DENSITY * tip * tip;
  return {
    fans: [{ sweptM2: disc, freeFlowM3S, shutPa }],
    from: 'size',
    powerW: (PEAK * shutPa * freeFlowM3S) / DRIVEN.efficiency,
  };
}

/** Electric power for each square metre of disc where no current is on record; common practice. */
const POWER_W_M2 = 1600;

/**
 * Fans from what is on their label. A stated airflow that needs more than 35 % of the electric power as air power, or so
 * little that only a blower has the pressure for it, is set aside for the one that power can move.
 *
 * @throws RangeError for a size, a voltage or a current that no such fan has
 */
export function ratedFans(rating: FanRating, efficiency: number = FAN_EFFICIENCY.usual): RatedFans {
  const { count, diameterMm, voltageV, currentA, airflowM3H } = rating;
  if (!(count >= 1 && count <= 4)) throw new RangeError(`${count} fans are outside 1 to 4`);
  if (!(diameterMm >= 100 && diameterMm <= 800))
    throw new RangeError(`a fan of ${diameterMm} mm is outside 100 to 800 mm`);
  if (!(voltageV >= 6 && voltageV <= 60)) throw new RangeError(`${voltageV} V is outside 6 to 60 V`);
  if (currentA !== undefined && !(currentA > 0 && currentA <= 120))
    throw new RangeError(`${currentA} A is outside 0 to 120 A for a fan set`);
  if (airflowM3H !== undefined && !(airflowM3H > 0)) throw new RangeError('an airflow is more than nothing');
  const disc = (Math.PI / 4) * (diameterMm / 1000) ** 2 * (1 - HUB_SHARE);
  if (rating.engineDriven) return drivenFan(rating, disc, efficiency / FAN_EFFICIENCY.usual);
  const power = currentA === undefined ? POWER_W_M2 * disc * count : currentA * voltageV;
  const possible = Math.cbrt((efficiency * power) / count / (0.5 * RATED_DENSITY * disc)) * disc;
  const stated = airflowM3H === undefined ? undefined : airflowM3H / 3600 / count;
  const airPower = (efficiency * power) / count;
  const credible =
    stated !== undefined &&
    freePowerW(stated, disc) <= (FAN_EFFICIENCY.hi * power) / count &&
    stated >= leastFreeFlowM3S(airPower);
  const freeFlow = credible ? stated : possible;
  const measured = rating.curve && measuredFan(rating.curve, count, disc);
  const fan: Fan = measured ?? {
    sweptM2: disc,
    freeFlowM3S: freeFlow,
    shutPa: shutPaOf(airPower, freeFlow),
  };
  return {
    fans: Array.from({ length: count }, () => fan),
    from: measured ? 'measured' : credible ? 'stated' : currentA === undefined ? 'size' : 'power',
    powerW: power,
  };
}

/** One fan of a set whose curve was measured; the ends of the curve stand for shut off and free delivery. */
function measuredFan(curve: NonNullable<FanRating['curve']>, count: number, disc: number): Fan {
  if (curve.length < 3) throw new RangeError('a measured fan curve has three points or more');
  const points = [...curve]
    .sort((a, b) => a[0] - b[0])
    .map(([flow, pressure]) => [flow / 3600 / count, pressure] as const);
  if (!points.every(([flow, pressure]) => flow >= 0 && flow <= 20 && pressure >= 0 && pressure <= 2000))
    throw new RangeError('a fan curve lies between 0 and 72,000 m³/h, 0 and 2,000 Pa');
  const [free, shut] = [points.at(-1)![0], Math.max(...points.map(([, pressure]) => pressure))];
  if (!(free > 0 && shut > 0)) throw new RangeError('a fan curve has a flow and a pressure');
  return { sweptM2: disc, freeFlowM3S: free, shutPa: shut, points };
}

/** A fan that turns slower than this share of its speed stands. */
const STANDS = 1e-6;

/** The highest point of a measured curve: left of it the curve rises and the blades stall. */
const crest = (points: readonly (readonly [number, number])[]): number =>
  points.reduce((best, point, index) => (point[1] >= points[best]![1] ? index : best), 0);

export interface StallWarning {
  fromM3S: number;
  toM3S: number;
}
/** The stretch on which a measured curve rises with flow, if it has one. */
export function risingStretch(fan: Fan): StallWarning | undefined {
  if (!fan.points || fan.points.length < 2) return undefined;
  const rising = fan.points.findIndex((point, index) => index > 0 && point[1] > fan.points![index - 1]![1]);
  return rising < 0
    ? undefined
    : { fromM3S: fan.points[rising - 1]![0], toM3S: fan.points[crest(fan.points)]![0] };
}

const signedRoot = (x: number): number => Math.sign(x) * Math.sqrt(Math.abs(x));

/** On the falling side of a measured curve: past its crest and past free delivery as the parabola would go on. */
function flowOnPoints(points: NonNullable<Fan['points']>, pressurePa: number): number {
  const falling = points.slice(crest(points));
  const [peak, last] = [falling[0]!, falling.at(-1)!];
  const scale = Math.max(peak[1], 1e-9);
  if (pressurePa >= peak[1]) return peak[0] - last[0] * Math.sqrt((pressurePa - peak[1]) / scale);
  if (pressurePa <= last[1]) return last[0] * Math.sqrt(1 + (last[1] - pressurePa) / scale);
  const next = falling.findIndex((point) => point[1] <= pressurePa);
  const [a, b] = [falling[next - 1]!, falling[next]!];
  return a[0] + ((b[0] - a[0]) * (a[1] - pressurePa)) / (a[1] - b[1]);
}

/**
 * Flow of one fan against a pressure, m³/s; less than nothing where air leaks backwards. In all quadrants: by the fan
 * laws where it pumps, as a resistance where air is blown back through it, and as a windmill where the wind is faster
 * than its blades. At any pressure a fan that turns faster moves more, and one that stands still the least.
 *
 * @param speed      share of full speed, 0 (stopped, free to turn) or more
 * @param pressurePa it has to raise; less than nothing where the wind helps
 * @param densityKgM3 of the air: pressure goes with it
 */
export function fanFlow(fan: Fan, speed: number, pressurePa: number, densityKgM3: number): number {
  const pressure = (pressurePa * RATED_DENSITY) / densityKgM3;
  const turns = Math.max(0, speed);
  const pumped =
    fan.points && fan.points.length >= 2 && turns > STANDS
      ? turns * flowOnPoints(fan.points, pressure / (turns * turns))
      : fan.freeFlowM3S * signedRoot(turns * turns - pressure / fan.shutPa);
  if (!(pressure < 0)) return pumped;
  return Math.max(pumped, fan.freeFlowM3S * Math.sqrt(-pressure / (fan.shutPa * (1 - WINDMILL * WINDMILL))));
}

/** Whether a fan at this flow works on the rising stretch of its curve. */
export function isStalled(fan: Fan, speed: number, flowM3S: number): boolean {
  const stretch = risingStretch(fan);
  return stretch !== undefined && speed > 0 && flowM3S < speed * stretch.toM3S;
}
