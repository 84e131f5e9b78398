/**
 * Every tolerance, margin, derating and rule of thumb that an answer hangs on: one line each, and the only place that
 * holds the number. A shop may put its own in the place of any of them (`practiceOf`); an answer that used one of
 * those says so.
 *
 * `common practice` has no published source. Tables of the physics (fluids, ducts, core classes, road loads) carry
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
  | 'money';
export type PracticeSource = 'common practice' | 'from memory';

export interface PracticeLine {
  readonly value: number;
  readonly unit: PracticeUnit;
  readonly label: string;
  /** What it is for: what goes wrong below it, or what it lets pass. */
  readonly what: string;
  readonly source: PracticeSource;
  /** What a shop may set it to. */
  readonly lo: number;
  readonly hi: number;
}

const line = (value: number, unit: PracticeUnit, lo: number, hi: number, label: string, what: string): PracticeLine => ({
  value, unit, lo, hi, label, what, source: 'common practice',
}); // prettier-ignore

export const PRACTICE_TABLE = {
  passAt: line(0.95, 'share', 0.51, 0.9999, 'A check passes from', 'chance that it is met'),
  failAt: line(0.05, 'share', 0.0001, 0.49, 'A check fails up to', 'chance that it is met; in between it is open'),

  openingSides: line(4, 'mm', 0, 40, 'Left between radiator and opening, across', 'both sides together, for rubber'),
  openingTop: line(2, 'mm', 0, 40, 'Left under the tie bar', 'so that the radiator can be lifted off its pins'),
  bracketSlot: line(6, 'mm', 0, 20, 'Brackets and feet are slotted by up to', 'a shift of 6 mm was enough in one job'),
  bracketShim: line(5, 'mm', 0, 20, 'Upper brackets are shimmed by up to', 'a radiator that stands a little tall'),
  bracketReach: line(25, 'mm', 2, 80, 'Upper mounts reach down by up to', 'a radiator lower than this does not meet them'),
  bracketExtend: line(60, 'mm', 2, 200, 'Made brackets reach down by up to', 'beyond it the part is too low for the vehicle'),
  gapWorthClosing: line(6, 'mm', 1, 40, 'A gap along an edge is worth closing from', 'air goes round the core instead of through it'),
  gapClosable: line(40, 'mm', 6, 120, 'Foam strip closes a gap of up to', 'wider, the part does not cover the opening'),
  coreShare: line(0.55, 'share', 0.1, 0.95, 'A core covers at least, of the opening', 'less was made for another vehicle'),
  sweptShare: line(0.25, 'share', 0.05, 0.9, 'Blades sweep at least, of their frame', 'less was made for another frame'),
  frameOverhang: line(10, 'mm', 0, 60, 'A frame may stand out past the radiator, each side', 'more meets the support'),
  motorToEngine: line(20, 'mm', 5, 100, 'Electric motor to the nearest engine part', 'more where a transverse engine rolls toward it or an exhaust is near'),
  shroudToEngine: line(20, 'mm', 5, 100, 'Shroud to the nearest engine part', 'the engine rocks'),
  radiatorToEngine: line(25, 'mm', 5, 100, 'Radiator alone to the nearest engine part', 'the engine rocks'),
  drivenBladeToCore: line(25, 'mm', 5, 80, 'Engine-driven blade to core', 'the engine rocks, and the fan with it'),
  electricBladeToCore: line(10, 'mm', 2, 60, 'Electric blade to core', 'blades flex; the frame holds them'),
  alternatorIdle: line(60, 'A', 20, 300, 'An alternator gives, hot at idle', 'its rated current is at speed'),
  idleLoads: line(45, 'A', 10, 200, 'Lights, blower, heated glass and ignition take, at idle', 'everything on, the fan left out'),
  alternatorShare: line(0.55, 'share', 0.3, 0.9, 'An alternator turns into electricity', 'of the power the belt brings'),

  costShroud: line(90, 'money', 1, 10000, 'A whole shroud costs', 'in the shop’s own money, fitted'),
  costCap: line(15, 'money', 1, 10000, 'A right cap costs', ''),
  costClean: line(60, 'money', 1, 10000, 'A core cleaned out costs', 'fins combed and washed, tubes flushed'),
  costMotor: line(110, 'money', 1, 10000, 'A fan brought back to work costs', 'motor, relay or fuse'),
  costSeals: line(20, 'money', 1, 10000, 'Seals round the core cost', ''),
  costAdditive: line(15, 'money', 1, 10000, 'A coolant additive costs', ''),
  costHood: line(35, 'money', 1, 10000, 'Rear edge of the bonnet raised costs', 'spacers under the hinges'),
  costVents: line(180, 'money', 1, 10000, 'Vents in the bonnet cost', ''),
  costCore: line(320, 'money', 1, 10000, 'A larger core costs', ''),
  costFan: line(190, 'money', 1, 10000, 'More fan costs', ''),
  costConversion: line(420, 'money', 1, 10000, 'A conversion to electric fans costs', 'fans, controller, wiring'),
  benchSag: line(11, 'V', 6, 13, 'A bench supply that gives less than, at the plug, sags', 'at its limit of current; a low reading then says nothing of the motor'),
  bareMotor: line(0.45, 'share', 0.05, 0.95, 'A bare motor takes at most, of what its fan takes on the core', 'more, and it drags: bearings, brushes'),
  fanRatio: line(1.1, 'times', 0.5, 2, 'An engine-driven fan turns, of engine speed', 'where its pulleys were not counted'),
  engineRock: line(6, 'mm', 0, 60, 'An engine rocks forward by', 'where it was not measured'),
  transverseRock: line(12, 'mm', 0, 60, 'A transverse engine rolls forward by', 'where it was not measured'),
  bladesToShroud: line(12, 'mm', 2, 60, 'Blades inside the shroud’s opening', 'both sides together'),
  bladesToShroudMost: line(45, 'mm', 20, 120, 'Blades inside their opening at most', 'wider, and the air goes back round the tips'),
  fanHoles: line(3, 'mm', 0, 10, 'Fan and shroud holes take up', 'oversize holes and washers'),
  feetFlat: line(1, 'mm', 0, 5, 'Feet may stand off by', 'more bends the ring when the bolts are pulled down, and the blades touch'),
  feetFilled: line(60, 'mm', 0, 120, 'Spacers fill a gap under feet of up to', 'cut to the measured gap'),
  spacerSlack: line(0.2, 'mm', 0, 1, 'A spacer goes into a gap smaller by', 'moulded faces give'),
  screwSpare: line(2, 'mm', 0, 20, 'Free room behind a screw', 'between its end and what it must not touch'),

  pinSpacing: line(3, 'mm', 0, 12, 'Bottom pins: grommets take up', 'rubber gives'),
  pinInGrommet: line(1.5, 'mm', 0, 6, 'Pin in its grommet takes up', 'rubber gives'),
  otherGrommet: line(5, 'mm', 0, 20, 'Grommets of another bore make good', 'same outside'),
  topMountSpacing: line(4, 'mm', 0, 12, 'Upper mounts take up', 'oval holes and rubber'),
  hoseOnNeck: line(1.2, 'mm', 0, 4, 'A hose takes a neck larger or smaller by', 'where a size is not of the trade’s series'),
  steppedHose: line(4, 'mm', 0, 20, 'A stepped hose or reducer makes good', 'between neighbouring sizes'),
  hoseReducer: line(3, 'mm', 0, 20, 'A reducer in a hose makes good', 'between neighbouring sizes'),
  hoseTrim: line(12, 'mm', 0, 40, 'A hose gives', 'longer is trimmed, shorter does not reach'),
  hoseTrimMost: line(150, 'mm', 0, 400, 'A hose is trimmed by up to', 'more takes the bend off'),
  neckHeight: line(30, 'mm', 0, 120, 'A hose follows a neck higher or lower by', 'moulded hoses have a hand’s width of give'),
  neckHeightFormed: line(150, 'mm', 0, 500, 'A hose formed anew follows by', 'beyond it the part is turned round or meant for another'),
  capRating: line(8, 'kPa', 0, 40, 'Cap ratings are alike within', 'springs are no better'),
  capBore: line(1, 'mm', 0, 4, 'A cap in its bore takes up', ''),
  capSeat: line(1, 'mm', 0, 4, 'A cap’s seal on its seat takes up', 'a seat too deep leaves the spring slack: it opens early or never seals'),
  thermostatSeat: line(0.6, 'mm', 0, 3, 'A thermostat in its recess takes up', ''),
  thermostatRating: line(2.5, 'K', 0, 10, 'Opening temperatures are alike within', ''),
  thermostatOther: line(12, 'K', 0, 40, 'Another opening temperature is talked about up to', 'cooler may stay in warm-up, hotter takes margin'),
  thermostatSpan: line(25, 'K', 5, 60, 'Fully open lies above the opening by up to', 'the trade counts 5 to 8, data sheets 10 to 15'),
  bottleScrews: line(3, 'mm', 0, 12, 'Bottle screws take up', ''),
  bottleBracket: line(60, 'mm', 0, 300, 'A made bracket holds a bottle off by', ''),
  bottleHose: line(1, 'mm', 0, 4, 'A bottle hose takes a barb off by', 'where a size is not of the trade’s series'),
  bottleReducer: line(4, 'mm', 0, 12, 'A reducer in a bottle hose makes good', ''),
  mountOnPin: line(1.2, 'mm', 0, 6, 'A mount on its pin takes up', 'rubber gives'),
  mountInHole: line(0.8, 'mm', 0, 6, 'A mount in its hole takes up', 'rubber gives'),

  hubBolts: line(0.6, 'mm', 0, 3, 'Hub bolts: clearance takes up', 'a fan that is not centred shakes its pump apart'),
  hubPilot: line(0.4, 'mm', 0, 2, 'Hub pilot: play takes up', 'the pilot centres the fan, not the bolts'),
  plateBolts: line(0.8, 'mm', 0, 4, 'Plate bolts: clearance takes up', ''),
  shaftPlay: line(0.15, 'mm', 0, 1, 'A blade on its shaft takes up', 'more wobbles'),
  motorScrews: line(1, 'mm', 0, 5, 'Motor screws take up', ''),
  motorScrewsSlot: line(2, 'mm', 0, 10, 'Motor holes are slotted by up to', ''),
  motorPlay: line(1.5, 'mm', 0, 10, 'A motor wants round it', ''),
  motorPlayMost: line(12, 'mm', 1, 60, 'A motor may leave round it', 'more, and the ring does not hold it'),
  moduleHoles: line(1, 'mm', 0, 5, 'Module screws take up', ''),
  moduleDrill: line(60, 'mm', 0, 200, 'A seat is drilled anew within', ''),

  fuseShare: line(0.75, 'share', 0.3, 1, 'A fuse is loaded for hours to', 'the engine bay is warm'),
  relayShare: line(0.8, 'share', 0.3, 1, 'Contacts of a relay are loaded to', ''),
  charging12: line(14, 'V', 12, 15.5, 'A 12 V system runs at', 'currents are carried over to it'),
  charging24: line(28, 'V', 24, 31, 'A 24 V system runs at', 'currents are carried over to it'),
  stated12: line(13.5, 'V', 11, 15, 'A 12 V fan’s current is stated at', 'where its record does not say'),
  stated24: line(27, 'V', 22, 30, 'A 24 V fan’s current is stated at', 'where its record does not say'),
  wireDrop: line(0.04, 'share', 0.005, 0.2, 'Voltage lost there and back', 'of the system’s'),
  inrush: line(3, 'times', 1, 10, 'A motor at rest takes, of its running current', 'for a moment'),
  bayTemperature: line(85, '°C', 20, 150, 'Wires in the engine bay are at', 'their resistance rises'),
  loomFeed: line(1500, 'mm', 100, 10000, 'Feed to the fan', 'where its length is not on record'),
  loomGround: line(500, 'mm', 50, 10000, 'Ground of the fan', 'where its length is not on record'),
  fanCircuitMost: line(120, 'A', 20, 400, 'A fan circuit carries at most', 'more is no fan'),
  benchShare: line(0.2, 'share', 0.02, 0.6, 'A fan on the bench may differ from its label by', ''),

  aboveOpening: line(1, 'K', 0, 20, 'Fan-off above the thermostat’s opening by', 'at or below it the fan may never stop'),
  toBoiling: line(12, 'K', 0, 40, 'Fan-on below boiling by', ''),
  toWarning: line(4, 'K', 0, 30, 'Fan-on below the warning lamp by', ''),
  switching: line(3, 'K', 0, 20, 'Fan-off below fan-on by', 'less makes it chatter'),
  nextStage: line(3, 'K', 0, 20, 'The next stage comes on above the last by', ''),
  controllerFrom: line(65, '°C', 30, 100, 'Controllers adjust from', '150 °F'),
  controllerTo: line(115, '°C', 60, 140, 'Controllers adjust to', '240 °F'),
  otherThermostat: line(5, 'K', 0, 60, 'Another thermostat counts as so many degrees', 'when the nearest that agrees is looked for'),
  coolerCounts: line(2, 'times', 1, 10, 'A degree cooler counts', 'a closed-loop engine may never leave warm-up'),
  dropAtIdle: line(8, 'K', 0, 30, 'Coolant loses in the radiator at idle', 'where no sum has said'),
  usualCap: line(100, 'kPa', 0, 250, 'A cap is rated', 'where none is on record'),
  usualMix: line(50, '%', 0, 100, 'Concentrate in the mix', 'where no record says otherwise'),
  usualAmbient: line(35, '°C', -40, 60, 'A drive is in air of', 'where nothing is written in'),
  usualHumidity: line(40, '%', 0, 100, 'A drive is in air of humidity', 'where nothing is written in'),

  gotJug: line(0.02, 'share', 0.001, 0.5, 'Read off a measuring jug, good to', ''),
  gotScale: line(0.005, 'share', 0.0005, 0.5, 'Weighed, good to', ''),
  gotMarks: line(0.05, 'share', 0.005, 0.5, 'Read off the marks of a bottle, good to', ''),
  gotBottles: line(0.01, 'share', 0.001, 0.5, 'Counted in full bottles, good to', 'bottles are filled that well'),
  gotEye: line(0.25, 'share', 0.02, 1, 'Judged by eye, good to', ''),
  gotLeast: line(0.05, 'L', 0.005, 1, 'Nobody measures coolant better than', 'what clings to jug and funnel'),
  strengthSaid: line(5, '%', 0.5, 30, 'A strength that somebody said is good to', 'off a label, or by an earlier test; points by volume'),
  logApart: line(1, 's', 0.1, 10, 'A log and a stopwatch agree within', 'beyond it the watch was started late, or stopped late'),
  capacityOff: line(0.05, 'share', 0.005, 0.5, 'A capacity on record is good to', 'hoses and heaters differ'),
  strengthWeakest: line(20, '%', 5, 50, 'A mix is no weaker than', 'weaker, it neither keeps from freezing nor from rust'),
  strengthMost: line(60, '%', 40, 70, 'A mix is no stronger than', 'stronger, it carries less heat and freezes sooner again'),
  bottleRounding: line(3, '%', 0, 15, 'Whole bottles are poured where the mix ends within', 'points of the strength that is wanted'),
  airLikely: line(0.3, 'share', 0.01, 0.95, 'A fill traps air in', 'of fills, before anything was looked at'),
  airUsual: line(1, 'L', 0.1, 5, 'Air that is trapped holds, where it is, about', ''),
  figureWrong: line(0.15, 'share', 0.01, 0.9, 'A capacity on record is plainly wrong in', 'of records'),
  figureWrongBy: line(0.2, 'share', 0.02, 1, 'A wrong capacity is off by about', ''),
  topUpWarm: line(0.03, 'share', 0, 0.3, 'After warm-up goes in, of the system', 'what the last bubbles leave'),
  topUpCold: line(0.02, 'share', 0, 0.3, 'After the overnight cool-down goes in, of the system', ''),
  shopAltitude: line(0, 'm', -400, 5000, 'The shop lies above the sea at', 'what boils, and what a vacuum gauge can show, hangs on it'),
  clearWater: line(3, 'min', 0.5, 30, 'A flush ends when the water runs clear for', ''),
  vacuumShare: line(0.85, 'share', 0.5, 0.98, 'A vacuum filler pulls at least, of the local pressure', 'less, and a hose, a cap or the venturi leaks'),
  vacuumRise: line(3, 'kPa', 0.2, 20, 'A vacuum may rise by, while it is watched', 'more is a leak'),
  vacuumWatch: line(5, 'min', 1, 30, 'A vacuum is watched for', ''),
  holdRpmMinutes: line(15, 'min', 2, 60, 'Engine speed is held for up to', 'at about 2,000 rpm'),
  opensWithin: line(4, 'K', 1, 15, 'A thermostat opens within, of its rating', 'wax lags and sensors sit apart'),
  airJump: line(4, 'K', 1, 20, 'A temperature that jumps by, within seconds, reads air', 'coolant cannot change so fast'),
  fanTooth: line(1.5, 'K', 0.3, 10, 'A fan cycle shows as a tooth of at least', ''),
  overheats: line(112, '°C', 100, 130, 'An engine is switched off at', 'where no record says otherwise'),
  testedTo: line(0.8, 'share', 0.5, 1, 'A pressure test says something from, of the cap’s rating', 'a leak that opens under pressure does not show below'),
  fanNoise: line(72, 'dB', 40, 110, 'A fan on the bench is loud above', 'dB(A) at arm’s length; a quiet one beside it tells more'),
  strokeOff: line(0.05, 'share', 0.005, 0.5, 'A stroke of a hand pump is known to', ''),
  // ISO 14694 has 9.0 mm/s for fans of its application class BV-2 (air conditioning) on flexible mounts at start-up.
  fanWobble: { ...line(9, 'mm/s', 1, 100, 'A fan on the bench wobbles above', 'velocity, r.m.s., at the motor’s bracket'), source: 'from memory' },
  fanStands: line(60, '1/min', 5, 600, 'A fan on the bench does not turn below', 'a hand’s push, a draught, or a pickup that counts itself'),
  earlyDays: line(90, 'days', 7, 730, 'A part fails early within', 'from when it went in; what fails later is worn, or was hit'),
  earlyLeast: line(2, 'times', 1, 20, 'Vehicles in which a part has failed early before it is flagged', 'one failure flags nobody'),
  falseFlags: line(0.05, 'share', 0.001, 0.5, 'Of parts flagged so many may be flagged by luck', 'over all parts that are looked at'),
  enoughSeen: line(10, 'times', 2, 1000, 'Vehicles a part is followed in before it is called as good as its kind', 'with fewer nothing is told from nothing seen'),
  mapOff: line(0.35, 'share', 0.05, 1, 'Minutes of a map are off by', 'one deviation, before any job has shown better'),
  jobOff: line(0.2, 'share', 0.02, 1, 'One job is slower or quicker than another by', 'one deviation: rust, light, whose hands'),
  runOff: line(0.3, 'share', 0.05, 1, 'One run of an operation is off by', 'one deviation, within one job'),
  minutesTell: line(3, 'times', 1, 100, 'Jobs before other minutes are offered for an operation', 'with fewer the map’s figure stands'),
  minutesApart: line(0.2, 'share', 0.02, 2, 'Minutes are worth putting right from', 'of the map’s figure, and a minute at least'),
  breaksTell: line(3, 'times', 1, 100, 'Jobs before another chance that a clip breaks is offered', ''),
  phoneSilent: line(180, 'min', 10, 10080, 'A job at work of which nothing was heard is asked after from', 'a phone may hold what it has not sent'),
  lateCounts: line(20, 'times', 1, 1000, 'In a plan of the day a minute past a promise counts, of one that a vehicle is ready sooner', ''),
  planSlips: line(10, 'min', 1, 240, 'A plan has slipped when work is behind it by', 'it is then laid anew from now on'),
  planTells: line(60, 'min', 1, 1440, 'A plan laid anew tells of a vehicle that is ready later by', 'a broken promise is told from the first minute'),
  usualCheck: line(45, 'min', 5, 480, 'Finding a fault takes, where nobody knows better', ''),
  usualOut: line(60, 'min', 5, 960, 'Taking out takes, where no way in was chosen', ''),
  usualIn: line(75, 'min', 5, 960, 'Putting in takes, where no way in was chosen', ''),
  usualProve: line(25, 'min', 5, 480, 'An engine runs to be bled and proven for', 'where no way in was chosen; nobody leaves it alone'),
  coldAgain: line(480, 'min', 60, 2880, 'An engine that was warm is cold through after', ''),
  lookTakes: line(10, 'min', 1, 120, 'A look after the cool-down takes', 'level, strength, leaks'),
  gaugeReads: line(0.5, 'kPa', 0.05, 20, 'A pressure gauge is read to', ''),
  probeReads: line(0.5, 'K', 0.05, 10, 'A temperature beside a pressure test is read to', ''),
  leakNoticed: line(0.05, 'L', 0.001, 1, 'A leak matters from, an hour', 'at the pressure of the cap'),
  trialFalse: line(0.05, 'share', 0.001, 0.3, 'A verdict between set-ups is wrong by chance in, at most', 'all of its comparisons together'),
  trialPower: line(0.9, 'share', 0.5, 0.99, 'A trial finds a difference that is there in', ''),
  lateStart: line(1, 's', 0, 20, 'A stopwatch started late is off by about', 'where nobody says by how much'),
  peakPerKelvin: line(1, 'times', 0, 3, 'A peak temperature rises, a kelvin of warmer air', 'where the trial itself does not tell'),
  downPerKelvin: line(0.03, 'share', 0, 0.3, 'A pull-down takes longer by, a kelvin of warmer air', 'where the trial itself does not tell'),
  slopeOff: line(0.5, 'share', 0, 1, 'Both of these are good to', ''),
  startWithin: line(3, 'K', 0.5, 20, 'A run of a trial begins within, of its start temperature', 'others are named, and adjusted for where the runs carry it'),
  ambientApart: line(4, 'K', 1, 30, 'Set-ups that ran in air further apart than this are not compared', 'unless each ran in both'),
  trialLooks: line(5, 'times', 1, 20, 'A trial is looked at, at most', 'after each run more of every set-up, from the second on'),
  handStopwatch: line(0.5, 's', 0.05, 5, 'A stopwatch in a hand is good to', ''),

  boltFriction: line(0.2, 'share', 0.05, 0.5, 'Torque coefficient of a dry plated screw', 'T = K F d'),
  boltShare: line(0.75, 'share', 0.3, 0.95, 'A bolt is pulled to, of its proof load', ''),
  trimClear: line(5, 'mm', 0.5, 30, 'A trimmed support stands clear of what comes through by', 'it moves on its rubber'),
  trimLeaves: line(20, 'mm', 0, 100, 'A trimmed support keeps, of its width, at least', 'less is a matter for a body shop'),
  trimStations: line(40, 'mm', 2, 200, 'A contour is measured every, at most', 'what lies between is not known'),
  trimTold: line(1, 'mm', 0.1, 5, 'A contour point by rule or gauge is good to', ''),
  claimRounds: line(0.005, 'share', 0, 0.1, 'A listing rounds by', ''),
  airShareUsual: line(0.25, 'share', 0.05, 0.6, 'A fan turns into air power, usually', ''),
  airShareMost: line(0.35, 'share', 0.1, 0.9, 'A fan turns into air power, at most', 'a claim between this and all of it is not credible'),

  believesListed: line(0.9, 'share', 0.05, 0.99, 'A listed part meets a check nobody measured in', ''),
  believesUnlisted: line(0.6, 'share', 0.05, 0.99, 'An unlisted one in', ''),
  plugDrop: line(1, 'V', 0.2, 4, 'A plug has its volts down to, below the battery', 'more is lost in plug, loom or ground'),
  capHolds: line(0.9, 'share', 0.5, 1, 'A cap is sound down to, of its rating', ''),
  labourHour: line(60, 'money', 1, 1000, 'An hour of hands costs', 'in the shop’s own money'),
  waitingCounts: line(0.15, 'share', 0, 1, 'A minute of waiting costs, of one of hands', 'a bay is taken, nobody stands beside it'),
  repairProved: line(12, 'min', 1, 120, 'A repair is tried out in', 'warmed up once, fans seen'),
  comesBack: line(80, 'money', 0, 5000, 'A vehicle handed back with its fault costs', 'it comes back, and so does its owner'),
  boughtForNothing: line(120, 'money', 0, 5000, 'A part fitted for nothing costs, on top', 'taken out again or paid for, and the vehicle still has its fault'),
  twoFaults: line(0.08, 'share', 0.001, 0.5, 'Two faults at once are there in', 'of vehicles that have any'),
  repairFails: line(0.03, 'share', 0.001, 0.3, 'A new part is as bad as the old one in', ''),
  repairBrings: line(0.06, 'share', 0.001, 0.5, 'A repair brings something new in', 'air, a plug, a part that belongs elsewhere'),
  nearlyEqual: line(0.06, 'share', 0, 0.5, 'Of two ways on the simpler is taken within', 'of what they are expected to cost'),
  contradicts: line(0.02, 'share', 0.0001, 0.2, 'A finding contradicts the rest below a chance of', 'it is named, and counts on'),
  sureOf: line(0.94, 'share', 0.5, 0.999, 'A cause is called found from', 'below it is called likely'),
  dearFrom: line(60, 'money', 0, 5000, 'A repair is dear from', 'hands and parts: it wants a second sign'),
  dearSure: line(0.95, 'share', 0.5, 0.999, 'No second sign is sought for a dear repair from', 'of a chance that it is needed'),
  secondSign: line(8, 'min', 0, 60, 'A second sign may take', 'hands, and waiting as it counts'),
  takenUp: line(2, 'min', 0, 30, 'Taking up a check costs, where short ones are weighed', 'a tool fetched, hands washed'),
  secondSignMoves: line(0.02, 'share', 0.001, 0.5, 'A check is a second sign where it moves the chance of the repair by', 'as is to be expected'),
  believesAgainst: line(0.3, 'share', 0.01, 0.99, 'One that a source speaks against in', ''),
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
    const { lo, hi, label, unit } = PRACTICE_TABLE[name];
    const value = own[name];
    if (!(value !== undefined && value >= lo && value <= hi))
      throw new RangeError(`${label}: ${lo} to ${hi} ${unit}, not ${value}`);
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
