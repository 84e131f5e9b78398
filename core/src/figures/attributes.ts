import type { Dimension } from '../quantity/index.ts';

/**
 * What is measured on a vehicle's cooling bay and on each kind of part: one table, from which the record forms,
 * the database's reference tables and the checks all take their keys, units and limits.
 *
 * `lo` and `hi` bound what can be true of any such vehicle or part; they catch slips of the pen, not unusual parts. Names,
 * and where the jaws or the eye go, are messages of the catalogue `figures`.
 */

export const PART_KINDS = [
  'radiator', 'shroud', 'fan', 'motor', 'blade', 'relay', 'module', 'kit', 'cap', 'thermostat', 'hose', 'hosekit', 'tank', 'mount',
  'adapter', 'fixings',
] as const; // prettier-ignore
export type PartKind = (typeof PART_KINDS)[number];
export type SubjectKind = 'bay' | PartKind;

interface Common {
  /** Minutes a practised hand takes to measure it or to look; common practice. */
  readonly minutes: number;
}
export interface QuantityAttribute extends Common {
  readonly type: 'quantity';
  readonly dimension: Dimension;
  readonly lo: number;
  readonly hi: number;
}
export interface ChoiceAttribute extends Common {
  readonly type: 'choice';
  /** The set of words it is one of; several attributes share one. */
  readonly set: string;
  readonly choices: readonly string[];
}
/** The value is the code of a connector record. */
export interface ConnectorAttribute extends Common {
  readonly type: 'connector';
}
export type Attribute = QuantityAttribute | ChoiceAttribute | ConnectorAttribute;

const length = (lo: number, hi: number, minutes = 2): QuantityAttribute => ({
  type: 'quantity', dimension: 'length', lo, hi, minutes,
}); // prettier-ignore
const quantity = (dimension: Dimension, lo: number, hi: number, minutes = 3): QuantityAttribute => ({
  type: 'quantity', dimension, lo, hi, minutes,
}); // prettier-ignore
const connector = (minutes: number): ConnectorAttribute => ({ type: 'connector', minutes });
const among = (set: string, ...choices: string[]) => ({ set, choices });
const choice = (from: { set: string; choices: string[] }, minutes = 1): ChoiceAttribute => ({
  type: 'choice', ...from, minutes,
}); // prettier-ignore

const SIDE = among('side', 'left', 'right');
const TOP_MOUNT = among('topMount', 'pins', 'brackets', 'saddle', 'shroud');
const COOLER_FITTING = among('coolerFitting', 'm14x1.5', 'm16x1.5', 'm18x1.5', 'quick-10', 'barb-10');
const BOTTLE = among('bottle', 'recovery', 'expansion');
const VOLTAGE = among('voltage', '12', '24');
const CONTROL = among('control', 'relay', 'two-speed', 'modulated', 'bus', 'switch');
const SENSE = among('sense', 'engine-outlet', 'radiator-inlet', 'radiator-outlet');
const WIRE = among(
  'wire',
  '1',
  '4',
  '6',
  '10',
  '16',
  '25',
  '1.5',
  '2.5',
  '14awg',
  '12awg',
  '10awg',
  '8awg',
  '6awg',
  '4awg',
);
const SENSOR_PORT = among('sensorPort', 'none', 'm10x1', 'm12x1.5', 'm14x1.5', 'm22x1.5');
const ADAPTS = among('adapts', 'plug', 'upper', 'lower', 'sensor-upper', 'sensor-lower');
const DRIVEN_BY = among('drivenBy', 'motor', 'engine');
const CLUTCH = among('clutch', 'none', 'speed', 'thermal');
const HUB_THREAD = among('hubThread', 'bolts', 'right', 'left');
const FAN_SIDE = among('fanSide', 'left', 'right', 'only');
const YES_NO = among('yesNo', 'yes', 'no');
const PROBE = among('probe', 'thread', 'hose', 'fins', 'none');
const TUBE_INSIDE = among('tubeInside', 'smooth', 'dimpled', 'turbulated');
const NECK = among('neck', 'rear', 'up', 'side', 'front');
const DRAIN = among('drain', 'left', 'right', 'middle', 'none');
const BLADES = among('blades', '4', '5', '6', '7', '8', '9', '10', '11');
const VENT = among('vent', 'none', 'nipple');
const THROW = among('throw', 'puller', 'pusher');
const COUPLING = among('coupling', 'bead', 'quick');
const SHAFT = among('shaft', 'round', 'flat', 'two-flats', 'thread');
const ROTATION = among('rotation', 'clockwise', 'anticlockwise');
const FOOTING = among('footing', 'feet', 'spacers');
const FAN_RING = among('fanRing', 'own', 'shroud');
const RELAY_FOOT = among('relayFoot', 'four-wide', 'five-wide', 'four-narrow', 'five-narrow', 'stud');
const CAP_STYLE = among('capStyle', 'lugs', 'thread');
const THERMOSTAT_SEAL = among('thermostatSeal', 'edge', 'paper', 'ring');

export const ATTRIBUTES = {
  bay: {
    openingWidth: length(200, 1200, 3),
    openingHeight: length(150, 1000, 3),
    bayDepth: length(40, 600, 4),
    radiatorDepth: length(10, 160, 3),
    fanDepth: length(20, 300, 3),
    pinSpacing: length(100, 1100, 2),
    pinDiameter: length(4, 40, 2),
    topMount: choice(TOP_MOUNT),
    topMountSpacing: length(100, 1100, 2),
    inletSide: choice(SIDE),
    inletDiameter: length(15, 70, 2),
    outletSide: choice(SIDE),
    outletDiameter: length(15, 70, 3),
    oilCooling: choice(among('oilCooling', 'radiator', 'separate', 'none')),
    oilCoolerFitting: choice(COOLER_FITTING, 3),
    bottle: choice(BOTTLE),
    bleedScrew: choice(among('bleedScrew', 'fitted', 'none')),
    capPressure: quantity('pressure', 20, 250, 1),
    condenserMount: choice(among('condenserMount', 'radiator', 'support')),
    fanMountWidth: length(50, 1100),
    fanMountHeight: length(50, 900),
    fanConnector: connector(3),
    fanFuse: quantity('current', 5, 120, 1),
    coolantCapacity: quantity('volume', 1, 60, 20),
    drainYield: quantity('volume', 0.3, 60, 25),
    radiatorVolume: quantity('volume', 0.3, 30, 10),
    coolantMix: quantity('share', 20, 70, 5),
    coolantType: choice(among('coolantType', 'iat', 'oat', 'hoat', 'p-oat', 'si-oat')),
    inletDirection: choice(NECK),
    outletDirection: choice(NECK),
    drainAccess: choice(DRAIN),
    vent: choice(VENT),
    engineOilCooling: choice(among('engineOilCooling', 'radiator', 'none')),
    fanThrow: choice(THROW),
    hoseCoupling: choice(COUPLING),
    sensorPort: choice(SENSOR_PORT, 3),
    systemVoltage: choice(VOLTAGE),
    fansFitted: choice(among('fansFitted', 'one', 'two')),
    fansWithAc: choice(among('fansWithAc', 'both', 'one', 'slow', 'pressure')),
    fanControl: choice(CONTROL, 4),
    motorShaft: choice(SHAFT, 6),
    shaftDiameter: length(2, 30, 6),
    motorBoltCircle: length(15, 250, 5),
    motorRoom: length(25, 300, 5),
    motorRotation: choice(ROTATION, 2),
    relayFoot: choice(RELAY_FOOT, 3),
    moduleConnector: connector(5),
    moduleHoles: length(10, 300, 4),
    capStyle: choice(CAP_STYLE),
    capBore: length(20, 80, 1),
    capSeatDepth: length(5, 60, 2),
    thermostatFlange: length(25, 100, 20),
    thermostatSeal: choice(THERMOSTAT_SEAL, 20),
    thermostatRating: quantity('temperature', 50, 110, 20),
    upperEngineNeck: length(15, 70, 3),
    lowerEngineNeck: length(15, 70, 4),
    upperHoseLength: length(60, 1800, 4),
    lowerHoseLength: length(60, 1800, 5),
    tankHoles: length(20, 600, 2),
    tankHose: length(3, 40, 2),
    fanOn: quantity('temperature', 40, 130, 15),
    fanOff: quantity('temperature', 40, 130, 15),
    fanHighOn: quantity('temperature', 40, 130, 15),
    fanHighOff: quantity('temperature', 40, 130, 15),
    fanSense: choice(SENSE, 5),
    thermostatFull: quantity('temperature', 50, 130, 20),
    warningLamp: quantity('temperature', 90, 140, 20),
    bayAir: quantity('temperature', 20, 130, 15),
    fanDrivenBy: choice(DRIVEN_BY),
    fanRatio: quantity('share', 50, 200, 10),
    hubThread: choice(HUB_THREAD, 2),
    hubCircle: length(30, 160, 4),
    hubPilot: length(8, 80, 4),
    hubToCore: length(20, 400, 4),
    hubSpacerFitted: length(0, 120, 3),
    rotationLeft: choice(ROTATION, 2),
    rotationRight: choice(ROTATION, 2),
    bladesLeft: choice(BLADES, 1),
    bladesRight: choice(BLADES, 1),
    fanDraws: quantity('current', 1, 120, 5),
    senderWires: choice(among('senderWires', 'one', 'two'), 1),
    rerouteBolts: length(20, 200, 5),
    engineLies: choice(among('engineLies', 'along', 'across')),
    engineRock: length(0, 60, 5),
    hoodLine: length(200, 1200, 10),
    fanWire: choice(WIRE, 4),
    fanFeedLength: length(100, 10000, 8),
    fanGroundLength: length(50, 10000, 5),
    supportHole: length(8, 80, 5),
    coreDepth: length(8, 140, 3),
    inletHeight: length(0, 1000, 2),
    outletHeight: length(0, 1000, 2),
    fanStandsOn: choice(FOOTING),
    fanSpacer: length(0.5, 60, 3),
    fanBladeGap: length(0, 120, 4),
    fanRing: choice(FAN_RING),
    shroudOpening: length(150, 800, 3),
  },
  radiator: {
    overallWidth: length(200, 1200),
    overallHeight: length(150, 1000),
    thickness: length(10, 160),
    coreWidth: length(150, 1100),
    coreHeight: length(120, 900),
    coreThickness: length(8, 140),
    pinSpacing: length(100, 1100),
    pinDiameter: length(4, 40),
    topMount: choice(TOP_MOUNT),
    topMountSpacing: length(100, 1100),
    inletSide: choice(SIDE),
    inletDiameter: length(15, 70),
    outletSide: choice(SIDE),
    outletDiameter: length(15, 70),
    oilCooler: choice(among('oilCooler', 'none', 'transmission', 'engine', 'both')),
    oilCoolerFitting: choice(COOLER_FITTING, 3),
    fillerNeck: choice(among('fillerNeck', 'neck', 'none')),
    capPressure: quantity('pressure', 20, 250, 1),
    condenserTabs: choice(among('condenserTabs', 'yes', 'no')),
    fanMountWidth: length(50, 1100),
    fanMountHeight: length(50, 900),
    flow: choice(among('flow', 'cross', 'down')),
    tankMaterial: choice(among('tankMaterial', 'plastic', 'aluminium', 'brass')),
    coreMaterial: choice(among('coreMaterial', 'aluminium', 'copper-brass')),
    insideVolume: quantity('volume', 0.3, 30, 10),
    inletDirection: choice(NECK),
    outletDirection: choice(NECK),
    drainSide: choice(DRAIN),
    vent: choice(VENT),
    hoseCoupling: choice(COUPLING),
    sensorPort: choice(SENSOR_PORT, 2),
    bossDepth: length(3, 80),
    capBore: length(20, 80, 1),
    capSeatDepth: length(5, 60, 2),
    inletHeight: length(0, 1000),
    outletHeight: length(0, 1000),
    passes: choice(among('passes', 'one', 'two', 'three')),
    tubeInside: choice(TUBE_INSIDE, 4),
    tubeDepth: length(5, 150, 3),
    tubePitch: length(4, 30, 3),
    finPitch: length(0.6, 6, 3),
    rows: choice(among('rows', 'one', 'two', 'three', 'four')),
  },
  shroud: {
    width: length(150, 1200),
    height: length(120, 1000),
    depth: length(10, 300),
    seal: length(0.5, 40),
    fanMountWidth: length(50, 1100),
    fanMountHeight: length(50, 900),
    opening: length(150, 800),
    pieces: choice(among('pieces', 'one', 'split')),
    holdsRadiator: choice(among('holdsRadiator', 'yes', 'no')),
  },
  fan: {
    depth: length(20, 300),
    width: length(150, 1200),
    height: length(120, 1000),
    fanMountWidth: length(50, 1100),
    fanMountHeight: length(50, 900),
    fanConnector: connector(2),
    fans: choice(among('fans', 'one', 'two')),
    standsOn: choice(FOOTING),
    spacer: length(0.5, 60, 1),
    bladeGap: length(0, 120),
    edgeDepth: length(5, 300),
    diameter: length(100, 700),
    current: quantity('current', 1, 120, 10),
    airflow: quantity('airflow', 100, 20000, 1),
    drivenBy: choice(DRIVEN_BY),
    clutch: choice(CLUTCH),
    hubThread: choice(HUB_THREAD),
    hubCircle: length(30, 160),
    hubPilot: length(8, 80),
    bladeAhead: length(0, 200),
    rotation: choice(ROTATION, 1),
    control: choice(CONTROL),
    voltage: choice(VOLTAGE),
    throw: choice(THROW),
    bladesLeft: choice(BLADES),
    bladesRight: choice(BLADES),
    standoff: length(0, 60),
    fanOn: quantity('temperature', 40, 130, 1),
    fanOff: quantity('temperature', 40, 130, 1),
  },
  motor: {
    shaft: choice(SHAFT),
    shaftDiameter: length(2, 30),
    boltCircle: length(15, 250),
    body: length(20, 300),
    rotation: choice(ROTATION, 3),
    side: choice(FAN_SIDE),
    voltage: choice(VOLTAGE),
    motorConnector: connector(2),
    current: quantity('current', 1, 120, 10),
  },
  blade: {
    side: choice(FAN_SIDE),
    count: choice(BLADES),
    rotation: choice(ROTATION),
    shaft: choice(SHAFT),
    shaftBore: length(2, 30),
    diameter: length(100, 700),
  },
  relay: {
    foot: choice(RELAY_FOOT),
    rating: quantity('current', 1, 200, 1),
    coil: choice(VOLTAGE),
  },
  module: {
    moduleConnector: connector(2),
    holes: length(10, 300),
    drives: choice(CONTROL),
    rating: quantity('current', 1, 200, 1),
  },
  kit: {
    kitConnector: connector(5),
    fanPlug: connector(2),
    voltage: choice(VOLTAGE),
    rating: quantity('current', 1, 200, 1),
    fuse: quantity('current', 1, 120, 1),
    probe: choice(PROBE),
    probePort: choice(SENSOR_PORT),
    acRequest: choice(YES_NO),
    fanOn: quantity('temperature', 40, 130, 1),
    fanOff: quantity('temperature', 40, 130, 1),
  },
  cap: {
    style: choice(CAP_STYLE),
    plug: length(15, 80, 1),
    seatDepth: length(5, 60, 1),
    capPressure: quantity('pressure', 20, 250, 1),
  },
  thermostat: {
    flange: length(25, 100),
    seal: choice(THERMOSTAT_SEAL),
    rating: quantity('temperature', 50, 110, 1),
    fullyOpen: quantity('temperature', 50, 130, 15),
  },
  hose: {
    position: choice(among('position', 'upper', 'lower')),
    radiatorBore: length(10, 70),
    engineBore: length(10, 70),
    length: length(60, 1800),
    spring: choice(among('spring', 'yes', 'no')),
  },
  hosekit: {
    does: choice(among('does', 'set', 'reroute')),
    upperRadiatorBore: length(10, 70),
    upperEngineBore: length(10, 70),
    upperLength: length(60, 1800),
    lowerRadiatorBore: length(10, 70),
    lowerEngineBore: length(10, 70),
    lowerLength: length(60, 1800),
    plateBolts: length(20, 200),
    flange: length(25, 100),
    port: choice(SENSOR_PORT),
  },
  tank: {
    sort: choice(BOTTLE),
    holes: length(20, 600),
    hoseBarb: length(3, 40),
    capPressure: quantity('pressure', 20, 250, 1),
  },
  mount: {
    pinBore: length(4, 40),
    outer: length(6, 80),
  },
  adapter: {
    bridges: choice(ADAPTS),
    loomPlug: connector(2),
    fanPlug: connector(2),
    hoseEnd: length(15, 70),
    neckEnd: length(15, 70),
    port: choice(SENSOR_PORT),
    groundLug: choice(YES_NO),
  },
  fixings: {
    spacer: length(0.5, 60, 1),
    reach: length(3, 80, 2),
  },
} as const satisfies Record<SubjectKind, Record<string, Attribute>>;

type OfType<K extends SubjectKind, T extends Attribute['type']> = {
  [A in keyof (typeof ATTRIBUTES)[K]]: (typeof ATTRIBUTES)[K][A] extends { type: T } ? A : never;
}[keyof (typeof ATTRIBUTES)[K]] &
  string;
export type QuantityKey<K extends SubjectKind> = OfType<K, 'quantity'>;
/** Choices and connectors: figures that are a word, not a number. */
export type WordKey<K extends SubjectKind> = OfType<K, 'choice' | 'connector'>;

export function attributeOf(subject: SubjectKind, key: string): Attribute | undefined {
  return Object.hasOwn(ATTRIBUTES[subject], key)
    ? (ATTRIBUTES[subject] as Record<string, Attribute>)[key]
    : undefined;
}

export const attributesOf = (subject: SubjectKind): [key: string, attribute: Attribute][] =>
  Object.entries(ATTRIBUTES[subject]);
