import type { Dimension } from '../quantity/index.ts';

/**
 * What is measured on a vehicle's cooling bay and on each kind of part: one table, from which the record forms,
 * the database's reference tables and the checks all take their keys, units and limits.
 *
 * `where` says where the jaws (or the eye) go. `lo` and `hi` bound what can be true of any such vehicle or part;
 * they catch slips of the pen, not unusual parts.
 */

export const PART_KINDS = ['radiator', 'shroud', 'fan'] as const;
export type PartKind = (typeof PART_KINDS)[number];
export type SubjectKind = 'bay' | PartKind;

export const PART_KIND_LABELS: Readonly<Record<PartKind, { one: string; many: string }>> = {
  radiator: { one: 'radiator', many: 'Radiators' },
  shroud: { one: 'shroud', many: 'Shrouds' },
  fan: { one: 'fan assembly', many: 'Fan assemblies' },
};

interface Common {
  readonly label: string;
  readonly where: string;
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
  readonly choices: Readonly<Record<string, string>>;
}
/** The value is the code of a connector record. */
export interface ConnectorAttribute extends Common {
  readonly type: 'connector';
}
export type Attribute = QuantityAttribute | ChoiceAttribute | ConnectorAttribute;

const length = (label: string, where: string, lo: number, hi: number, minutes = 2): QuantityAttribute => ({
  type: 'quantity', dimension: 'length', label, where, lo, hi, minutes,
}); // prettier-ignore
const quantity = (dimension: Dimension, label: string, where: string, lo: number, hi: number, minutes = 3): QuantityAttribute => ({
  type: 'quantity', dimension, label, where, lo, hi, minutes,
}); // prettier-ignore
const choice = <C extends Readonly<Record<string, string>>>(
  label: string,
  where: string,
  choices: C,
  minutes = 1,
) => ({ type: 'choice', label, where, choices, minutes }) as const;

const SIDE = { left: 'left', right: 'right' } as const;
const TOP_MOUNT = {
  pins: 'pins into grommets',
  brackets: 'bolted brackets',
  saddle: 'rubber saddles',
  shroud: 'held by the shroud',
} as const;
const COOLER_FITTING = {
  'm14x1.5': 'M14 × 1.5 flare',
  'm16x1.5': 'M16 × 1.5 flare',
  'm18x1.5': 'M18 × 1.5 flare',
  'quick-10': 'quick coupler, 10 mm',
  'barb-10': 'hose barb, 10 mm',
} as const;
const MOUNT_WIDTH = 'centre to centre of the fan or shroud holes, across';
const MOUNT_HEIGHT = 'centre to centre of the fan or shroud holes, up';

export const ATTRIBUTES = {
  bay: {
    openingWidth: length(
      'Opening width',
      'core support, clear width between its sides at the narrowest',
      200,
      1200,
      3,
    ),
    openingHeight: length(
      'Opening height',
      'lower grommet seat to the underside of the upper tie bar',
      150,
      1000,
      3,
    ),
    bayDepth: length(
      'Condenser to engine',
      'rear face of the condenser to the nearest engine part, engine cold',
      40,
      600,
      4,
    ),
    radiatorDepth: length(
      'Radiator thickness as built',
      'thickest point of the radiator that belongs there',
      10,
      160,
      3,
    ),
    fanDepth: length(
      'Fan depth as built',
      'radiator face to the rearmost point of the fan motor',
      20,
      300,
      3,
    ),
    pinSpacing: length('Lower grommets apart', 'centre to centre of the two lower grommets', 100, 1100, 2),
    pinDiameter: length('Lower grommet bore', 'inside the grommet, pushed in by hand', 4, 40, 2),
    topMount: choice('Upper mounts', 'look at how the top of the radiator is held', TOP_MOUNT),
    topMountSpacing: length('Upper mounts apart', 'centre to centre of the two upper mounts', 100, 1100, 2),
    inletSide: choice('Upper hose side', 'vehicle side, seen from the seat facing forward', SIDE),
    inletDiameter: length('Upper hose bore', 'inside the hose end', 15, 70, 2),
    outletSide: choice('Lower hose side', 'vehicle side, seen from the seat facing forward', SIDE),
    outletDiameter: length('Lower hose bore', 'inside the hose end', 15, 70, 3),
    oilCooling: choice('Transmission oil cooler', 'follow the two lines from the transmission', {
      radiator: 'in the radiator tank',
      separate: 'separate cooler',
      none: 'none',
    }),
    oilCoolerFitting: choice('Cooler line ends', 'the line ends at the radiator', COOLER_FITTING, 3),
    bottle: choice('Bottle', 'where the pressure cap sits', {
      recovery: 'recovery bottle',
      expansion: 'pressurised expansion tank',
    }),
    capPressure: quantity('pressure', 'Cap rating', 'printed on the cap', 20, 250, 1),
    condenserMount: choice('Condenser held by', 'look along the condenser edges', {
      radiator: 'the radiator',
      support: 'the core support',
    }),
    fanMountWidth: length('Fan holes across', MOUNT_WIDTH, 50, 1100),
    fanMountHeight: length('Fan holes up', MOUNT_HEIGHT, 50, 900),
    fanConnector: {
      type: 'connector',
      label: 'Fan plug on the loom',
      where: 'unplug and look at the face',
      minutes: 3,
    },
    fanFuse: quantity('current', 'Fan fuse', 'printed on the fuse', 5, 120, 1),
    coolantCapacity: quantity(
      'volume',
      'Coolant capacity',
      'whole system, from the record that gives it',
      1,
      60,
      20,
    ),
    drainYield: quantity(
      'volume',
      'Drain cock yields',
      'caught in a jug from the drain cock, cap off',
      0.3,
      60,
      25,
    ),
    coolantMix: quantity('share', 'Coolant strength', 'by volume, concentrate in the mix', 20, 70, 5),
    coolantType: choice('Coolant technology', 'from the record or the bottle; colour does not prove it', {
      iat: 'inorganic (IAT)',
      oat: 'organic (OAT)',
      hoat: 'hybrid organic (HOAT)',
      'p-oat': 'phosphated organic (P-OAT)',
      'si-oat': 'silicated organic (Si-OAT)',
    }),
  },
  radiator: {
    overallWidth: length(
      'Overall width',
      'outermost points, tanks and fittings that stay inside the opening',
      200,
      1200,
    ),
    overallHeight: length('Overall height', 'pin shoulder to the top of the radiator', 150, 1000),
    thickness: length('Overall thickness', 'thickest point, tanks included', 10, 160),
    coreWidth: length('Core width', 'tubes and fins only', 150, 1100),
    coreHeight: length('Core height', 'tubes and fins only', 120, 900),
    coreThickness: length('Core thickness', 'tubes and fins only', 8, 140),
    pinSpacing: length('Bottom pins apart', 'centre to centre of the two bottom pins', 100, 1100),
    pinDiameter: length('Bottom pin diameter', 'across the pin, halfway down', 4, 40),
    topMount: choice('Top mounts', 'look at the top of the tanks', TOP_MOUNT),
    topMountSpacing: length('Top mounts apart', 'centre to centre of the two top mounts', 100, 1100),
    inletSide: choice('Inlet side', 'vehicle side as it sits in the vehicle', SIDE),
    inletDiameter: length('Inlet diameter', 'outside the neck, behind the bead', 15, 70),
    outletSide: choice('Outlet side', 'vehicle side as it sits in the vehicle', SIDE),
    outletDiameter: length('Outlet diameter', 'outside the neck, behind the bead', 15, 70),
    oilCooler: choice('Oil cooler', 'fittings on the tank', {
      none: 'none',
      transmission: 'transmission',
      engine: 'engine oil',
    }),
    oilCoolerFitting: choice('Cooler fittings', 'thread or coupler on the tank', COOLER_FITTING, 3),
    fillerNeck: choice('Filler neck', 'top of the tank', { neck: 'neck with cap seat', none: 'none' }),
    capPressure: quantity('pressure', 'Cap rating', 'cap in the box, or the data sheet', 20, 250, 1),
    condenserTabs: choice('Condenser tabs', 'front face, by the tanks', { yes: 'tabs', no: 'no tabs' }),
    fanMountWidth: length('Fan holes across', MOUNT_WIDTH, 50, 1100),
    fanMountHeight: length('Fan holes up', MOUNT_HEIGHT, 50, 900),
    flow: choice('Flow', 'tanks at the sides or top and bottom', { cross: 'cross-flow', down: 'down-flow' }),
    tankMaterial: choice('Tanks', 'look and tap', {
      plastic: 'plastic',
      aluminium: 'aluminium',
      brass: 'brass',
    }),
    coreMaterial: choice('Core', 'look', { aluminium: 'aluminium', 'copper-brass': 'copper and brass' }),
    insideVolume: quantity('volume', 'Inside volume', 'filled and poured into a jug', 0.3, 30, 10),
  },
  shroud: {
    width: length('Width', 'outermost points', 150, 1200),
    height: length('Height', 'outermost points', 120, 1000),
    depth: length('Depth', 'radiator face to the rearmost edge', 10, 300),
    fanMountWidth: length('Mounting holes across', MOUNT_WIDTH, 50, 1100),
    fanMountHeight: length('Mounting holes up', MOUNT_HEIGHT, 50, 900),
    pieces: choice('Pieces', 'look', { one: 'one piece', split: 'split' }),
    holdsRadiator: choice('Holds the radiator', 'are the radiator’s upper mounts part of it?', {
      yes: 'yes',
      no: 'no',
    }),
  },
  fan: {
    depth: length('Depth at the motor', 'radiator face to the rearmost point of the motor', 20, 300),
    width: length('Width', 'outermost points of the frame', 150, 1200),
    height: length('Height', 'outermost points of the frame', 120, 1000),
    fanMountWidth: length('Feet apart, across', MOUNT_WIDTH, 50, 1100),
    fanMountHeight: length('Feet apart, up', MOUNT_HEIGHT, 50, 900),
    fanConnector: { type: 'connector', label: 'Fan plug', where: 'look at the plug face', minutes: 2 },
    fans: choice('Fans', 'count', { one: 'one', two: 'two' }),
    diameter: length('Blade diameter', 'tip to tip, of the larger fan', 100, 700),
    current: quantity(
      'current',
      'Running current',
      'bench supply and clamp meter, all fans on high',
      1,
      120,
      10,
    ),
    airflow: quantity('airflow', 'Airflow as stated', 'data sheet', 100, 20000, 1),
    control: choice('Control', 'wires and data sheet', {
      relay: 'relay, on and off',
      'two-speed': 'two-speed',
      modulated: 'modulated',
      bus: 'bus',
    }),
    throw: choice('Air goes', 'which side of the core it sits on', { puller: 'puller', pusher: 'pusher' }),
  },
} as const satisfies Record<SubjectKind, Record<string, Attribute>>;

export type AttributeKey<K extends SubjectKind> = keyof (typeof ATTRIBUTES)[K] & string;
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

/** What a word figure says to a reader. */
export function wordLabel(attribute: Attribute, word: string): string {
  return attribute.type === 'choice' ? (attribute.choices[word] ?? word) : word;
}
