/**
 * Every tolerance, margin, derating and rule of thumb that an answer hangs on: one line each, and the only place that
 * holds the number. A shop may put its own in the place of any of them (`practiceOf`); an answer that used one of
 * those says so.
 *
 * Names and reasons are messages of the catalogue `practice`. `common practice` has no published source. Tables of the physics (fluids, ducts, core classes, road loads) carry
 * their own sources beside them and are not rules of the trade.
 */
export type PracticeUnit =
  | 'mm'
  | '°C'
  | 'K'
  | 'V'
  | 'A'
  | 'kPa'
  | 'L'
  | 'm'
  | 'min'
  | 's'
  | '%'
  | 'dB'
  | 'mm/s'
  | '1/min'
  | 'days'
  | 'share'
  | 'times'
  | 'people'
  | 'money';
export type PracticeSource = 'common practice' | 'from memory';

export interface PracticeLine {
  readonly value: number;
  readonly unit: PracticeUnit;
  readonly source: PracticeSource;
  /** What a shop may set it to. */
  readonly lo: number;
  readonly hi: number;
}

const line = (value: number, unit: PracticeUnit, lo: number, hi: number): PracticeLine => ({
  value, unit, lo, hi, source: 'common practice',
}); // prettier-ignore

export const PRACTICE_TABLE = {
  passAt: line(0.95, 'share', 0.51, 0.9999),
  failAt: line(0.05, 'share', 0.0001, 0.49),

  openingSides: line(4, 'mm', 0, 40),
  openingTop: line(2, 'mm', 0, 40),
  bracketSlot: line(6, 'mm', 0, 20),
  bracketShim: line(5, 'mm', 0, 20),
  bracketReach: line(25, 'mm', 2, 80),
  bracketExtend: line(60, 'mm', 2, 200),
  gapWorthClosing: line(6, 'mm', 1, 40),
  gapClosable: line(40, 'mm', 6, 120),
  coreShare: line(0.55, 'share', 0.1, 0.95),
  sweptShare: line(0.25, 'share', 0.05, 0.9),
  frameOverhang: line(10, 'mm', 0, 60),
  motorToEngine: line(20, 'mm', 5, 100),
  shroudToEngine: line(20, 'mm', 5, 100),
  radiatorToEngine: line(25, 'mm', 5, 100),
  drivenBladeToCore: line(25, 'mm', 5, 80),
  electricBladeToCore: line(10, 'mm', 2, 60),
  alternatorIdle: line(60, 'A', 20, 300),
  idleLoads: line(45, 'A', 10, 200),
  alternatorShare: line(0.55, 'share', 0.3, 0.9),

  costShroud: line(90, 'money', 1, 10000),
  costCap: line(15, 'money', 1, 10000),
  costClean: line(60, 'money', 1, 10000),
  costMotor: line(110, 'money', 1, 10000),
  costSeals: line(20, 'money', 1, 10000),
  costAdditive: line(15, 'money', 1, 10000),
  costHood: line(35, 'money', 1, 10000),
  costVents: line(180, 'money', 1, 10000),
  costCore: line(320, 'money', 1, 10000),
  costFan: line(190, 'money', 1, 10000),
  costConversion: line(420, 'money', 1, 10000),
  benchSag: line(11, 'V', 6, 13),
  bareMotor: line(0.45, 'share', 0.05, 0.95),
  fanRatio: line(1.1, 'times', 0.5, 2),
  engineRock: line(6, 'mm', 0, 60),
  transverseRock: line(12, 'mm', 0, 60),
  bladesToShroud: line(12, 'mm', 2, 60),
  bladesToShroudMost: line(45, 'mm', 20, 120),
  bladesInside: line(15, 'mm', 0, 100),
  fanHoles: line(3, 'mm', 0, 10),
  feetFlat: line(1, 'mm', 0, 5),
  feetFilled: line(60, 'mm', 0, 120),
  spacerSlack: line(0.2, 'mm', 0, 1),
  screwSpare: line(2, 'mm', 0, 20),
  screwHolds: line(6, 'mm', 2, 40),

  pinSpacing: line(3, 'mm', 0, 12),
  pinInGrommet: line(1.5, 'mm', 0, 6),
  otherGrommet: line(5, 'mm', 0, 20),
  topMountSpacing: line(4, 'mm', 0, 12),
  hoseOnNeck: line(1.2, 'mm', 0, 4),
  steppedHose: line(4, 'mm', 0, 20),
  hoseReducer: line(3, 'mm', 0, 20),
  hoseTrim: line(12, 'mm', 0, 40),
  hoseTrimMost: line(150, 'mm', 0, 400),
  neckHeight: line(30, 'mm', 0, 120),
  neckHeightFormed: line(150, 'mm', 0, 500),
  capRating: line(8, 'kPa', 0, 40),
  capBore: line(1, 'mm', 0, 4),
  capSeat: line(1, 'mm', 0, 4),
  thermostatSeat: line(0.6, 'mm', 0, 3),
  thermostatRating: line(2.5, 'K', 0, 10),
  thermostatOther: line(12, 'K', 0, 40),
  thermostatSpan: line(25, 'K', 5, 60),
  usualSpan: line(12, 'K', 3, 40),
  bottleScrews: line(3, 'mm', 0, 12),
  bottleBracket: line(60, 'mm', 0, 300),
  bottleHose: line(1, 'mm', 0, 4),
  bottleReducer: line(4, 'mm', 0, 12),
  mountOnPin: line(1.2, 'mm', 0, 6),
  mountInHole: line(0.8, 'mm', 0, 6),

  hubBolts: line(0.6, 'mm', 0, 3),
  hubPilot: line(0.4, 'mm', 0, 2),
  plateBolts: line(0.8, 'mm', 0, 4),
  shaftPlay: line(0.15, 'mm', 0, 1),
  motorScrews: line(1, 'mm', 0, 5),
  motorScrewsSlot: line(2, 'mm', 0, 10),
  motorPlay: line(1.5, 'mm', 0, 10),
  motorPlayMost: line(12, 'mm', 1, 60),
  moduleHoles: line(1, 'mm', 0, 5),
  moduleDrill: line(60, 'mm', 0, 200),

  fuseShare: line(0.75, 'share', 0.3, 1),
  relayShare: line(0.8, 'share', 0.3, 1),
  charging12: line(14, 'V', 12, 15.5),
  charging24: line(28, 'V', 24, 31),
  stated12: line(13.5, 'V', 11, 15),
  stated24: line(27, 'V', 22, 30),
  wireDrop: line(0.04, 'share', 0.005, 0.2),
  inrush: line(3, 'times', 1, 10),
  bayTemperature: line(85, '°C', 20, 150),
  loomFeed: line(1500, 'mm', 100, 10000),
  loomGround: line(500, 'mm', 50, 10000),
  fanCircuitMost: line(120, 'A', 20, 400),
  benchShare: line(0.2, 'share', 0.02, 0.6),

  aboveOpening: line(1, 'K', 0, 20),
  toBoiling: line(12, 'K', 0, 40),
  toWarning: line(4, 'K', 0, 30),
  switching: line(3, 'K', 0, 20),
  nextStage: line(3, 'K', 0, 20),
  controllerFrom: line(65, '°C', 30, 100),
  controllerTo: line(115, '°C', 60, 140),
  otherThermostat: line(5, 'K', 0, 60),
  coolerCounts: line(2, 'times', 1, 10),
  dropAtIdle: line(8, 'K', 0, 30),
  usualCap: line(100, 'kPa', 0, 250),
  usualMix: line(50, '%', 0, 100),
  usualAmbient: line(35, '°C', -40, 60),
  usualHumidity: line(40, '%', 0, 100),

  gotJug: line(0.02, 'share', 0.001, 0.5),
  gotScale: line(0.005, 'share', 0.0005, 0.5),
  gotMarks: line(0.05, 'share', 0.005, 0.5),
  gotBottles: line(0.01, 'share', 0.001, 0.5),
  gotEye: line(0.25, 'share', 0.02, 1),
  gotLeast: line(0.05, 'L', 0.005, 1),
  strengthSaid: line(5, '%', 0.5, 30),
  logApart: line(1, 's', 0.1, 10),
  capacityOff: line(0.05, 'share', 0.005, 0.5),
  strengthWeakest: line(20, '%', 5, 50),
  strengthMost: line(60, '%', 40, 70),
  bottleRounding: line(3, '%', 0, 15),
  airLikely: line(0.3, 'share', 0.01, 0.95),
  airUsual: line(1, 'L', 0.1, 5),
  figureWrong: line(0.15, 'share', 0.01, 0.9),
  figureWrongBy: line(0.2, 'share', 0.02, 1),
  topUpWarm: line(0.03, 'share', 0, 0.3),
  topUpCold: line(0.02, 'share', 0, 0.3),
  shopAltitude: line(0, 'm', -400, 5000),
  clearWater: line(3, 'min', 0.5, 30),
  vacuumShare: line(0.85, 'share', 0.5, 0.98),
  vacuumRise: line(3, 'kPa', 0.2, 20),
  vacuumWatch: line(5, 'min', 1, 30),
  holdRpmMinutes: line(15, 'min', 2, 60),
  opensWithin: line(4, 'K', 1, 15),
  airJump: line(4, 'K', 1, 20),
  fanTooth: line(1.5, 'K', 0.3, 10),
  overheats: line(112, '°C', 100, 130),
  testedTo: line(0.8, 'share', 0.5, 1),
  fanNoise: line(72, 'dB', 40, 110),
  strokeOff: line(0.05, 'share', 0.005, 0.5),
  // ISO 14694 has 9.0 mm/s for fans of its application class BV-2 (air conditioning) on flexible mounts at start-up.
  fanWobble: { ...line(9, 'mm/s', 1, 100), source: 'from memory' },
  fanStands: line(60, '1/min', 5, 600),
  earlyDays: line(90, 'days', 7, 730),
  earlyLeast: line(2, 'times', 1, 20),
  falseFlags: line(0.05, 'share', 0.001, 0.5),
  enoughSeen: line(10, 'times', 2, 1000),
  ownersLeast: line(8, 'times', 2, 100),
  returnsLeast: line(30, 'times', 5, 1000),
  mapOff: line(0.35, 'share', 0.05, 1),
  jobOff: line(0.2, 'share', 0.02, 1),
  runOff: line(0.3, 'share', 0.05, 1),
  minutesTell: line(3, 'times', 1, 100),
  minutesApart: line(0.2, 'share', 0.02, 2),
  breaksTell: line(3, 'times', 1, 100),
  phoneSilent: line(180, 'min', 10, 10080),
  lateCounts: line(20, 'times', 1, 1000),
  planSlips: line(10, 'min', 1, 240),
  planTells: line(60, 'min', 1, 1440),
  usualCheck: line(45, 'min', 5, 480),
  usualOut: line(60, 'min', 5, 960),
  usualIn: line(75, 'min', 5, 960),
  usualProve: line(25, 'min', 5, 480),
  coldAgain: line(480, 'min', 60, 2880),
  lookTakes: line(10, 'min', 1, 120),
  gaugeReads: line(0.5, 'kPa', 0.05, 20),
  probeReads: line(0.5, 'K', 0.05, 10),
  leakNoticed: line(0.05, 'L', 0.001, 1),
  trialFalse: line(0.05, 'share', 0.001, 0.3),
  trialPower: line(0.9, 'share', 0.5, 0.99),
  lateStart: line(1, 's', 0, 20),
  peakPerKelvin: line(1, 'times', 0, 3),
  downPerKelvin: line(0.03, 'share', 0, 0.3),
  slopeOff: line(0.5, 'share', 0, 1),
  startWithin: line(3, 'K', 0.5, 20),
  ambientApart: line(4, 'K', 1, 30),
  trialLooks: line(5, 'times', 1, 20),
  slowWander: line(0.2, 'K', 0, 2),
  releaseTakes: line(2, 'people', 1, 2),
  handStopwatch: line(0.5, 's', 0.05, 5),

  boltFriction: line(0.2, 'share', 0.05, 0.5),
  boltShare: line(0.75, 'share', 0.3, 0.95),
  trimClear: line(5, 'mm', 0.5, 30),
  trimLeaves: line(20, 'mm', 0, 100),
  trimStations: line(40, 'mm', 2, 200),
  trimTold: line(1, 'mm', 0.1, 5),
  claimRounds: line(0.005, 'share', 0, 0.1),
  airShareUsual: line(0.25, 'share', 0.05, 0.6),
  airShareMost: line(0.35, 'share', 0.1, 0.9),

  believesListed: line(0.9, 'share', 0.05, 0.99),
  believesUnlisted: line(0.6, 'share', 0.05, 0.99),
  plugDrop: line(1, 'V', 0.2, 4),
  capHolds: line(0.9, 'share', 0.5, 1),
  capSticks: line(1.2, 'share', 1, 2),
  benchTemperature: line(3, 'K', 0.5, 15),
  labourHour: line(60, 'money', 1, 1000),
  waitingCounts: line(0.15, 'share', 0, 1),
  repairProved: line(12, 'min', 1, 120),
  comesBack: line(80, 'money', 0, 5000),
  boughtForNothing: line(120, 'money', 0, 5000),
  twoFaults: line(0.08, 'share', 0.001, 0.5),
  repairFails: line(0.03, 'share', 0.001, 0.3),
  repairBrings: line(0.06, 'share', 0.001, 0.5),
  nearlyEqual: line(0.06, 'share', 0, 0.5),
  contradicts: line(0.02, 'share', 0.0001, 0.2),
  tableTrust: line(0.85, 'share', 0.3, 1),
  sureOf: line(0.94, 'share', 0.5, 0.999),
  dearFrom: line(60, 'money', 0, 5000),
  dearSure: line(0.95, 'share', 0.5, 0.999),
  secondSign: line(8, 'min', 0, 60),
  coolDown: line(45, 'min', 5, 240),
  openBelow: line(50, '°C', 30, 60),
  coldLater: line(0.2, 'share', 0, 1),
  takenUp: line(2, 'min', 0, 30),
  secondSignMoves: line(0.02, 'share', 0.001, 0.5),
  believesAgainst: line(0.3, 'share', 0.01, 0.99),
} as const satisfies Record<string, PracticeLine>; // prettier-ignore

export type PracticeName = keyof typeof PRACTICE_TABLE;
export const PRACTICE_NAMES = Object.keys(PRACTICE_TABLE) as PracticeName[];

/** The numbers by name, in the units of the table. */
export type Practice = Readonly<Record<PracticeName, number>>;

/** What the trade does where a shop has not said otherwise. */
export const USUAL_PRACTICE: Practice = Object.freeze(
  Object.fromEntries(PRACTICE_NAMES.map((name) => [name, PRACTICE_TABLE[name].value])),
) as Practice;

/**
 * Usual practice with a shop's own numbers laid over it.
 * @throws RangeError for a number outside what its line allows, or pass and fail out of order
 * @example practiceOf({ motorToEngine: 25 }).motorToEngine // 25
 * @example practiceOf({ fuseShare: NaN })                  // RangeError
 */
export function practiceOf(own: Partial<Record<PracticeName, number>> = {}): Practice {
  const names = Object.keys(own) as PracticeName[];
  if (names.length === 0) return USUAL_PRACTICE;
  for (const name of names) {
    const { lo, hi, unit } = PRACTICE_TABLE[name];
    const value = own[name];
    if (!(value !== undefined && value >= lo && value <= hi))
      throw new RangeError(`${name}: ${lo} to ${hi} ${unit}, not ${value}`);
  }
  const practice = { ...USUAL_PRACTICE, ...own };
  if (!(practice.failAt > 0 && practice.failAt < practice.passAt && practice.passAt < 1))
    throw new RangeError('a check must fail at a lower chance than it passes at');
  return practice;
}

const ownNames = new WeakMap<Practice, readonly PracticeName[]>([[USUAL_PRACTICE, []]]);
/** Which numbers of a practice are the shop's own; looked for once, a library search asks for every part. */
export function ownOf(practice: Practice): PracticeName[] {
  let own = ownNames.get(practice);
  if (!own) {
    own = PRACTICE_NAMES.filter((name) => practice[name] !== USUAL_PRACTICE[name]);
    ownNames.set(practice, own);
  }
  return [...own];
}

/** Charging voltage of a system, V. @param system `12` or `24` */
export const chargingV = (system: string | undefined, practice: Practice = USUAL_PRACTICE): number =>
  system === '24' ? practice.charging24 : practice.charging12;
/** The voltage that a fan's current is stated at, V. */
export const statedV = (system: string | undefined, practice: Practice = USUAL_PRACTICE): number =>
  system === '24' ? practice.stated24 : practice.stated12;
