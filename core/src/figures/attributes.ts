import type { Dimension } from '../quantity/index.ts';

/**
 * What is measured on a vehicle's cooling bay and on each kind of part: one table, from which the record forms,
 * the database's reference tables and the checks all take their keys, units and limits.
 *
 * `where` says where the jaws (or the eye) go. `lo` and `hi` bound what can be true of any such vehicle or part;
 * they catch slips of the pen, not unusual parts.
 */

export const PART_KINDS = [
  'radiator', 'shroud', 'fan', 'motor', 'blade', 'relay', 'module', 'kit', 'cap', 'thermostat', 'hose', 'hosekit', 'tank', 'mount',
  'adapter', 'fixings',
] as const; // prettier-ignore
export type PartKind = (typeof PART_KINDS)[number];
export type SubjectKind = 'bay' | PartKind;

export const PART_KIND_LABELS: Readonly<Record<PartKind, { one: string; many: string }>> = {
  radiator: { one: 'radiator', many: 'Radiators' },
  shroud: { one: 'shroud', many: 'Shrouds' },
  fan: { one: 'fan assembly', many: 'Fan assemblies' },
  motor: { one: 'fan motor', many: 'Fan motors' },
  blade: { one: 'fan blade', many: 'Fan blades' },
  relay: { one: 'fan relay', many: 'Fan relays' },
  module: { one: 'fan module', many: 'Fan modules' },
  kit: { one: 'fan controller kit', many: 'Fan controller kits' },
  cap: { one: 'pressure cap', many: 'Pressure caps' },
  thermostat: { one: 'thermostat', many: 'Thermostats' },
  hose: { one: 'hose', many: 'Hoses' },
  hosekit: { one: 'hose or reroute kit', many: 'Hose and reroute kits' },
  tank: { one: 'expansion tank or bottle', many: 'Expansion tanks and bottles' },
  mount: { one: 'radiator mount', many: 'Radiator mounts' },
  adapter: { one: 'adapter', many: 'Adapters' },
  fixings: { one: 'spacer and screw kit', many: 'Spacer and screw kits' },
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
const BOTTLE = { recovery: 'recovery bottle', expansion: 'pressurised expansion tank' } as const;
const VOLTAGE = { '12': '12 V', '24': '24 V' } as const;
const CONTROL = {
  relay: 'relay, on and off',
  'two-speed': 'two-speed',
  modulated: 'modulated',
  bus: 'bus',
  switch: 'switch by hand',
} as const;
const SENSE = {
  'engine-outlet': 'at the engine outlet',
  'radiator-inlet': 'in the radiator’s inlet tank',
  'radiator-outlet': 'in the radiator’s outlet tank',
} as const;
const WIRE = {
  '1': '1 mm²',
  '1.5': '1.5 mm²',
  '2.5': '2.5 mm²',
  '4': '4 mm²',
  '6': '6 mm²',
  '10': '10 mm²',
  '16': '16 mm²',
  '25': '25 mm²',
  '14awg': '14 AWG',
  '12awg': '12 AWG',
  '10awg': '10 AWG',
  '8awg': '8 AWG',
  '6awg': '6 AWG',
  '4awg': '4 AWG',
} as const;
const SENSOR_PORT = {
  none: 'none',
  m10x1: 'M10 × 1',
  'm12x1.5': 'M12 × 1.5',
  'm14x1.5': 'M14 × 1.5',
  'm22x1.5': 'M22 × 1.5',
} as const;
const ADAPTS = {
  plug: 'loom and fan plug',
  upper: 'upper hose and neck',
  lower: 'lower hose and neck',
  'sensor-upper': 'a sensor into the upper hose',
  'sensor-lower': 'a sensor into the lower hose',
} as const;
const DRIVEN_BY = { motor: 'its own motor', engine: 'the engine' } as const;
const CLUTCH = {
  none: 'none: bolted to the hub',
  speed: 'slips at speed',
  thermal: 'thermal: takes hold when hot',
} as const;
const HUB_THREAD = {
  bolts: 'four bolts or studs',
  right: 'one large nut, right-hand thread',
  left: 'one large nut, left-hand thread: undoes clockwise',
} as const;
const FAN_SIDE = { left: 'left', right: 'right', only: 'the only one' } as const;
const YES_NO = { yes: 'yes', no: 'no' } as const;
const PROBE = {
  thread: 'screws into a port',
  hose: 'sits in an adapter between hose and neck',
  fins: 'pushed between the fins',
  none: 'none: switched by hand',
} as const;
const TUBE_INSIDE = { smooth: 'smooth', dimpled: 'dimpled', turbulated: 'with turbulators' } as const;
const NECK = { rear: 'straight back', up: 'upward', side: 'to the side', front: 'forward' } as const;
const DRAIN = { left: 'left', right: 'right', middle: 'middle', none: 'none' } as const;
const BLADES = {
  '4': '4',
  '5': '5',
  '6': '6',
  '7': '7',
  '8': '8',
  '9': '9',
  '10': '10',
  '11': '11',
} as const;
const VENT = { none: 'none', nipple: 'vent nipple' } as const;
const THROW = { puller: 'puller', pusher: 'pusher' } as const;
const COUPLING = { bead: 'plain bead and clamp', quick: 'quick coupler' } as const;
const SHAFT = { round: 'round', flat: 'one flat', 'two-flats': 'two flats', thread: 'threaded end' } as const;
const ROTATION = { clockwise: 'clockwise', anticlockwise: 'anticlockwise' } as const;
const FOOTING = { feet: 'its own feet', spacers: 'spacers' } as const;
const FAN_RING = { own: 'a ring of its own', shroud: 'the shroud’s opening' } as const;
const RELAY_FOOT = {
  'four-wide': 'four blades, wide',
  'five-wide': 'five blades, wide',
  'four-narrow': 'four blades, narrow',
  'five-narrow': 'five blades, narrow',
  stud: 'studs on a heat seat',
} as const;
const CAP_STYLE = { lugs: 'two lugs, quarter turn', thread: 'screw thread' } as const;
const THERMOSTAT_SEAL = {
  edge: 'rubber ring round the edge',
  paper: 'flat gasket',
  ring: 'ring in the housing',
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
    bottle: choice('Bottle', 'where the pressure cap sits', BOTTLE),
    bleedScrew: choice('Bleed screw', 'look at the thermostat housing and the highest hose', {
      fitted: 'fitted',
      none: 'none',
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
    radiatorVolume: quantity(
      'volume',
      'Radiator as built holds',
      'the old radiator, filled and poured into a jug',
      0.3,
      30,
      10,
    ),
    coolantMix: quantity('share', 'Coolant strength', 'by volume, concentrate in the mix', 20, 70, 5),
    coolantType: choice('Coolant technology', 'from the record or the bottle; colour does not prove it', {
      iat: 'inorganic (IAT)',
      oat: 'organic (OAT)',
      hoat: 'hybrid organic (HOAT)',
      'p-oat': 'phosphated organic (P-OAT)',
      'si-oat': 'silicated organic (Si-OAT)',
    }),
    inletDirection: choice('Upper hose arrives', 'the way the hose end points, engine side', NECK),
    outletDirection: choice('Lower hose arrives', 'the way the hose end points, engine side', NECK),
    drainAccess: choice('Drain reached from', 'vehicle side where a hand or a tube gets to the cock', DRAIN),
    vent: choice('Vent hose', 'small hose at the highest point of the radiator', VENT),
    engineOilCooling: choice('Engine oil cooler', 'follow the lines from the oil filter', {
      radiator: 'in the radiator tank',
      none: 'none, or elsewhere',
    }),
    fanThrow: choice('Fan moves air by', 'which side of the core it sits on', THROW),
    hoseCoupling: choice('Hose ends', 'how the main hoses meet the radiator', COUPLING),
    sensorPort: choice(
      'Sensor in the radiator',
      'thread of the switch or sensor in the tank',
      SENSOR_PORT,
      3,
    ),
    systemVoltage: choice('System voltage', 'the battery', VOLTAGE),
    fansFitted: choice('Fans as built', 'count behind the radiator', { one: 'one', two: 'two' }),
    fansWithAc: choice('Fans with the A/C on', 'engine cold, A/C on at idle: what runs', {
      both: 'all run',
      one: 'the A/C fan alone',
      slow: 'all, slowly',
      pressure: 'by pressure: may stand at first',
    }),
    fanControl: choice('Fan driven by', 'relay, module or bus wires at the fan plug', CONTROL, 4),
    motorShaft: choice('Fan motor shaft', 'end of the shaft, blade off', SHAFT, 6),
    shaftDiameter: length('Fan motor shaft diameter', 'across the shaft, on the round', 2, 30, 6),
    motorBoltCircle: length(
      'Fan motor screws, circle',
      'circle through the motor’s screws: across two, worked out for three',
      15,
      250,
      5,
    ),
    motorRoom: length('Room for the motor body', 'inside the ring that the motor sits in', 25, 300, 5),
    motorRotation: choice('Fan turns', 'seen from the blade side', ROTATION, 2),
    relayFoot: choice('Fan relay socket', 'pull the relay and look at its blades', RELAY_FOOT, 3),
    moduleConnector: {
      type: 'connector',
      label: 'Module plug on the loom',
      where: 'unplug at the module',
      minutes: 5,
    },
    moduleHoles: length('Module screws apart', 'centre to centre of its two screws', 10, 300, 4),
    capStyle: choice('Cap seat', 'look at the neck', CAP_STYLE),
    capBore: length('Neck bore', 'inside the neck, at the top', 20, 80, 1),
    capSeatDepth: length('Seat depth', 'top of the neck to the seat, depth rod', 5, 60, 2),
    thermostatFlange: length('Thermostat seat', 'recess in the housing, across', 25, 100, 20),
    thermostatSeal: choice('Thermostat sealed by', 'look at the housing, apart', THERMOSTAT_SEAL, 20),
    thermostatRating: quantity(
      'temperature',
      'Thermostat opens at',
      'stamped on the foot of the one that belongs there',
      50,
      110,
      20,
    ),
    upperEngineNeck: length(
      'Engine neck, upper hose',
      'outside the neck at the engine, behind the bead',
      15,
      70,
      3,
    ),
    lowerEngineNeck: length(
      'Engine neck, lower hose',
      'outside the neck at the water pump, behind the bead',
      15,
      70,
      4,
    ),
    upperHoseLength: length('Upper hose length', 'along the middle of the old hose, end to end', 60, 1800, 4),
    lowerHoseLength: length('Lower hose length', 'along the middle of the old hose, end to end', 60, 1800, 5),
    tankHoles: length('Bottle screws apart', 'centre to centre of the two furthest screws', 20, 600, 2),
    tankHose: length('Bottle hose bore', 'inside the hose end', 3, 40, 2),
    fanOn: quantity(
      'temperature',
      'Fan comes on at',
      'from the record of its switch or controller; watched on a scan tool',
      40,
      130,
      15,
    ),
    fanOff: quantity('temperature', 'Fan goes off at', 'as above, on the way down', 40, 130, 15),
    fanHighOn: quantity('temperature', 'High speed comes on at', 'as above, second stage', 40, 130, 15),
    fanHighOff: quantity(
      'temperature',
      'High speed goes off at',
      'as above, second stage, on the way down',
      40,
      130,
      15,
    ),
    fanSense: choice('Fan temperature sensed', 'follow the wires of the switch or sensor', SENSE, 5),
    thermostatFull: quantity(
      'temperature',
      'Thermostat fully open at',
      'data sheet, or seen in a pan of water',
      50,
      130,
      20,
    ),
    warningLamp: quantity(
      'temperature',
      'Warning lamp comes on at',
      'from the record that gives it',
      90,
      140,
      20,
    ),
    bayAir: quantity(
      'temperature',
      'Air in the engine bay, idling hot',
      'probe above the engine, bonnet shut, fan cycling, carried over to a day of 20 °C',
      20,
      130,
      15,
    ),
    fanDrivenBy: choice(
      'Fan as built driven by',
      'follow the shaft: a motor in the frame, or the engine',
      DRIVEN_BY,
    ),
    fanRatio: quantity(
      'share',
      'Fan turns, of engine speed',
      'mark both pulleys, turn the engine ten times by hand',
      50,
      200,
      10,
    ),
    hubThread: choice('Fan held on the hub by', 'look behind the blades', HUB_THREAD, 2),
    hubCircle: length(
      'Hub bolts, circle',
      'circle through the studs: across two, worked out for three',
      30,
      160,
      4,
    ),
    hubPilot: length('Hub pilot', 'the boss that centres the fan', 8, 80, 4),
    hubToCore: length(
      'Hub face to core',
      'depth rod from the fins to the face the fan bolts to, without spacer',
      20,
      400,
      4,
    ),
    hubSpacerFitted: length('Hub spacer as built', 'between hub and fan', 0, 120, 3),
    rotationLeft: choice('Left fan turns', 'seen from the blade side; the two often differ', ROTATION, 2),
    rotationRight: choice('Right fan turns', 'seen from the blade side; the two often differ', ROTATION, 2),
    bladesLeft: choice('Blades, left fan', 'count', BLADES, 1),
    bladesRight: choice('Blades, right fan', 'count', BLADES, 1),
    fanDraws: quantity(
      'current',
      'Fan as built draws',
      'clamp meter round its feed, all fans on high',
      1,
      120,
      5,
    ),
    senderWires: choice(
      'Wires at the coolant sender',
      'one wire grounds through its thread',
      { one: 'one', two: 'two or more' },
      1,
    ),
    rerouteBolts: length(
      'Far end of the head, bolts apart',
      'centre to centre of the two bolts of its plate',
      20,
      200,
      5,
    ),
    engineLies: choice('Engine lies', 'look at the belt end', {
      along: 'along the vehicle',
      across: 'across the vehicle',
    }),
    engineRock: length(
      'Engine rocks forward by',
      'lever at the nearest part, or watched while it is loaded in gear',
      0,
      60,
      5,
    ),
    hoodLine: length(
      'Lower seat to the bonnet',
      'lower grommet seat up to the shut bonnet, clay or foam',
      200,
      1200,
      10,
    ),
    fanWire: choice('Wire to the fan', 'printed on the wire, or the strands measured', WIRE, 4),
    fanFeedLength: length(
      'Feed to the fan, length',
      'along the loom from battery or fuse box to the plug',
      100,
      10000,
      8,
    ),
    fanGroundLength: length(
      'Ground of the fan, length',
      'along the loom from the plug to where it is bolted',
      50,
      10000,
      5,
    ),
    supportHole: length('Hole for the lower grommet', 'hole in the support, grommet out', 8, 80, 5),
    coreDepth: length(
      'Core thickness as built',
      'tubes and fins of the radiator that belongs there',
      8,
      140,
      3,
    ),
    inletHeight: length('Upper hose height', 'lower seat to the middle of the hose end', 0, 1000, 2),
    outletHeight: length('Lower hose height', 'lower seat to the middle of the hose end', 0, 1000, 2),
    fanStandsOn: choice('Fan as built stands on', 'look under its feet', FOOTING),
    fanSpacer: length('Spacers of the fan as built', 'one spacer, flat between the jaws', 0.5, 60, 3),
    fanBladeGap: length(
      'Blades of the fan as built to the radiator face',
      'depth rod between the fins and the nearest blade',
      0,
      120,
      4,
    ),
    fanRing: choice('Fan turns in', 'look at the ring round the blades', FAN_RING),
    shroudOpening: length('Shroud opening as built', 'across the opening the blades turn in', 150, 800, 3),
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
      both: 'transmission and engine oil',
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
    inletDirection: choice('Inlet points', 'the way the neck points', NECK),
    outletDirection: choice('Outlet points', 'the way the neck points', NECK),
    drainSide: choice('Drain cock', 'vehicle side as it sits in the vehicle', DRAIN),
    vent: choice('Vent nipple', 'small nipple at the highest point', VENT),
    hoseCoupling: choice('Main necks', 'how a hose is held on them', COUPLING),
    sensorPort: choice('Sensor port', 'thread in the tank', SENSOR_PORT, 2),
    bossDepth: length(
      'Fan screws may go in by',
      'depth rod into the boss, down to the core or the bottom, whichever comes first',
      3,
      80,
    ),
    capBore: length('Neck bore', 'inside the filler neck, at the top', 20, 80, 1),
    capSeatDepth: length('Seat depth', 'top of the neck to the seat, depth rod', 5, 60, 2),
    inletHeight: length('Inlet height', 'pin shoulder to the middle of the neck', 0, 1000),
    outletHeight: length('Outlet height', 'pin shoulder to the middle of the neck', 0, 1000),
    passes: choice('Passes', 'look for walls in the tanks: how often coolant crosses the core', {
      one: 'one',
      two: 'two',
      three: 'three',
    }),
    tubeInside: choice(
      'Tubes inside',
      'lamp into the neck or a tube end: what lies behind it',
      TUBE_INSIDE,
      4,
    ),
    tubeDepth: length('Tube depth', 'one tube, front to back, at the side of the core', 5, 150, 3),
    tubePitch: length('Tubes apart', 'over ten tubes, centre to centre, divided by ten', 4, 30, 3),
    finPitch: length('Fins apart', 'fins counted over 50 mm', 0.6, 6, 3),
    rows: choice('Rows of tubes', 'count from the side', {
      one: 'one',
      two: 'two',
      three: 'three',
      four: 'four',
    }),
  },
  shroud: {
    width: length('Width', 'outermost points', 150, 1200),
    height: length('Height', 'outermost points', 120, 1000),
    depth: length('Depth', 'radiator face to the rearmost edge', 10, 300),
    seal: length(
      'Seal, pressed',
      'strip between radiator face and shroud, as thick as it lies in place',
      0.5,
      40,
    ),
    fanMountWidth: length('Mounting holes across', MOUNT_WIDTH, 50, 1100),
    fanMountHeight: length('Mounting holes up', MOUNT_HEIGHT, 50, 900),
    opening: length('Fan opening', 'across the opening the blades turn in', 150, 800),
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
    standsOn: choice('Stands on', 'look under its feet', FOOTING),
    spacer: length('Stands on spacers of', 'one spacer as supplied, flat between the jaws', 0.5, 60, 1),
    bladeGap: length(
      'Blades to radiator face',
      'frame on its spacers on a flat board, depth rod to the nearest blade',
      0,
      120,
    ),
    edgeDepth: length('Depth at the edge', 'radiator face to the rearmost point of the frame’s edge', 5, 300),
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
    drivenBy: choice(
      'Driven by',
      'follow the shaft: a motor in the frame, or a hub on the engine',
      DRIVEN_BY,
    ),
    clutch: choice('Clutch', 'between hub and blades', CLUTCH),
    hubThread: choice('Held on the hub by', 'look behind the blades', HUB_THREAD),
    hubCircle: length(
      'Hub bolts, circle',
      'circle through the bolts: across two, worked out for three',
      30,
      160,
    ),
    hubPilot: length('Hub pilot bore', 'the middle hole that centres it', 8, 80),
    bladeAhead: length(
      'Blades reach ahead of the hub face',
      'straight edge over the hub face, depth rod to the foremost blade',
      0,
      200,
    ),
    rotation: choice('Turns', 'seen from the blade side', ROTATION, 1),
    control: choice('Control', 'wires and data sheet', CONTROL),
    voltage: choice('Voltage', 'the label on the motor', VOLTAGE),
    throw: choice('Air goes', 'which side of the core it sits on', THROW),
    bladesLeft: choice('Blades, left fan', 'count', BLADES),
    bladesRight: choice('Blades, right fan', 'count; the two often differ', BLADES),
    standoff: length(
      'Feet stand off by',
      'frame held flat on the radiator, gap under each foot; the largest',
      0,
      60,
    ),
    fanOn: quantity('temperature', 'Own switch: on at', 'data sheet', 40, 130, 1),
    fanOff: quantity('temperature', 'Own switch: off at', 'data sheet', 40, 130, 1),
  },
  motor: {
    shaft: choice('Shaft', 'end of the shaft', SHAFT),
    shaftDiameter: length('Shaft diameter', 'across the shaft, on the round', 2, 30),
    boltCircle: length(
      'Screws, circle',
      'circle through the screws: across two, worked out for three',
      15,
      250,
    ),
    body: length('Body diameter', 'widest point of the body', 20, 300),
    rotation: choice('Turns', 'seen from the blade side', ROTATION, 3),
    side: choice('Goes on the side', 'vehicle side, seen from the seat facing forward', FAN_SIDE),
    voltage: choice('Voltage', 'the label', VOLTAGE),
    motorConnector: { type: 'connector', label: 'Plug', where: 'look at the plug face', minutes: 2 },
    current: quantity('current', 'Running current', 'bench supply and clamp meter, blade on', 1, 120, 10),
  },
  blade: {
    side: choice('Goes on the side', 'vehicle side, seen from the seat facing forward', FAN_SIDE),
    count: choice('Blades', 'count', BLADES),
    rotation: choice('Made to turn', 'seen from the blade side: the hollow of a blade leads', ROTATION),
    shaft: choice('Bore for a shaft', 'look into the hub', SHAFT),
    shaftBore: length('Bore', 'inside the hub, on the round', 2, 30),
    diameter: length('Tip to tip', 'across, or twice from the middle', 100, 700),
  },
  relay: {
    foot: choice('Blades', 'look at the foot', RELAY_FOOT),
    rating: quantity('current', 'Contact rating', 'printed on the case, normally open', 1, 200, 1),
    coil: choice('Coil voltage', 'printed on the case', VOLTAGE),
  },
  module: {
    moduleConnector: { type: 'connector', label: 'Plug', where: 'look at the plug face', minutes: 2 },
    holes: length('Screws apart', 'centre to centre of its two screws', 10, 300),
    drives: choice('Drives', 'data sheet', CONTROL),
    rating: quantity('current', 'Continuous rating', 'data sheet, on its heat seat', 1, 200, 1),
  },
  kit: {
    kitConnector: {
      type: 'connector',
      label: 'Its loom, wire by wire',
      where: 'instruction sheet, then the wires themselves',
      minutes: 5,
    },
    fanPlug: { type: 'connector', label: 'End for the fan', where: 'look at the plug face', minutes: 2 },
    voltage: choice('Voltage', 'the label', VOLTAGE),
    rating: quantity('current', 'Contact rating', 'printed on its relay', 1, 200, 1),
    fuse: quantity('current', 'Inline fuse', 'printed on the fuse', 1, 120, 1),
    probe: choice('Probe', 'look', PROBE),
    probePort: choice('Thread of the probe', 'gauge, or tried by hand', SENSOR_PORT),
    acRequest: choice('End for the A/C', 'a wire that starts the fan with the compressor', YES_NO),
    fanOn: quantity(
      'temperature',
      'Switches on at',
      'data sheet; the middle of its range where it is set by hand',
      40,
      130,
      1,
    ),
    fanOff: quantity('temperature', 'Switches off at', 'data sheet', 40, 130, 1),
  },
  cap: {
    style: choice('Held by', 'look at the underside', CAP_STYLE),
    plug: length('Goes into the neck', 'across the part that enters the neck', 15, 80, 1),
    seatDepth: length('Seat depth', 'underside of the rim to the seal', 5, 60, 1),
    capPressure: quantity('pressure', 'Rating', 'printed on the cap', 20, 250, 1),
  },
  thermostat: {
    flange: length('Flange', 'across the flange', 25, 100),
    seal: choice('Sealed by', 'look at its edge', THERMOSTAT_SEAL),
    rating: quantity('temperature', 'Opens at', 'stamped on the foot', 50, 110, 1),
    fullyOpen: quantity('temperature', 'Fully open at', 'data sheet, or seen in a pan of water', 50, 130, 15),
  },
  hose: {
    position: choice('Which hose', 'where it goes', { upper: 'upper', lower: 'lower' }),
    radiatorBore: length('Bore, radiator end', 'inside the end', 10, 70),
    engineBore: length('Bore, engine end', 'inside the end', 10, 70),
    length: length('Length', 'along the middle, end to end', 60, 1800),
    spring: choice('Anti-collapse spring', 'feel inside', { yes: 'spring inside', no: 'none' }),
  },
  hosekit: {
    does: choice('Does', 'look in the box', {
      set: 'both hoses of the vehicle',
      reroute: 'moves the outlet to the far end of the head',
    }),
    upperRadiatorBore: length('Upper hose, radiator end', 'inside the end', 10, 70),
    upperEngineBore: length('Upper hose, engine end', 'inside the end', 10, 70),
    upperLength: length('Upper hose, length', 'along the middle, end to end', 60, 1800),
    lowerRadiatorBore: length('Lower hose, radiator end', 'inside the end', 10, 70),
    lowerEngineBore: length('Lower hose, engine end', 'inside the end', 10, 70),
    lowerLength: length('Lower hose, length', 'along the middle, end to end', 60, 1800),
    plateBolts: length('Plate, bolts apart', 'centre to centre of its two holes', 20, 200),
    flange: length('Thermostat seat in its housing', 'recess, across', 25, 100),
    port: choice('Sensor port in its housing', 'gauge', SENSOR_PORT),
  },
  tank: {
    sort: choice('Sort', 'does the pressure cap sit on it?', BOTTLE),
    holes: length('Screws apart', 'centre to centre of the two furthest holes', 20, 600),
    hoseBarb: length('Hose barb', 'outside the barb', 3, 40),
    capPressure: quantity('pressure', 'Cap rating', 'cap in the box', 20, 250, 1),
  },
  mount: {
    pinBore: length('Bore', 'inside, for the pin', 4, 40),
    outer: length('Groove diameter', 'across the groove that sits in the hole', 6, 80),
  },
  adapter: {
    bridges: choice('Bridges', 'look at both ends', ADAPTS),
    loomPlug: { type: 'connector', label: 'End for the loom', where: 'look at the plug face', minutes: 2 },
    fanPlug: { type: 'connector', label: 'End for the fan', where: 'look at the plug face', minutes: 2 },
    hoseEnd: length('End for the hose', 'outside the stub, behind the bead', 15, 70),
    neckEnd: length('End for the radiator’s neck', 'inside the sleeve that goes over the neck', 15, 70),
    port: choice('Port', 'gauge', SENSOR_PORT),
    groundLug: choice('Lug for a ground', 'look', YES_NO),
  },
  fixings: {
    spacer: length('Spacer thickness', 'one spacer, flat between the jaws', 0.5, 60, 1),
    reach: length('Screw goes in by', 'screw through its spacer, what stands out behind it', 3, 80, 2),
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

/** What a word figure says to a reader. */
export function wordLabel(attribute: Attribute, word: string): string {
  return attribute.type === 'choice' ? (attribute.choices[word] ?? word) : word;
}
