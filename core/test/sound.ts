import type { FigureSet, PartKind, QuantityFigure, Trace, WordFigure } from '../src/figures/index.ts';
import type { FitPart, FitVehicle } from '../src/fit/index.ts';
import type { Plug } from '../src/electrical/index.ts';
import type { Grade, Method } from '../src/quantity/index.ts';

/** A vehicle about which everything is known, and a part of each kind that is sound for it; tests move one thing at a time. */
export const trace = (grade: Grade = 2, method: Method = 'caliper'): Trace => ({
  figureId: 1,
  method,
  grade,
  source: 'bench',
  text: '',
  by: 'Ada',
  at: '2026-01-01',
});
export const value = (
  amount: number,
  u = 0.4,
  grade: Grade = 2,
  method: Method = 'caliper',
): QuantityFigure => ({
  value: amount,
  u,
  trace: { ...trace(grade, method), text: `${amount}` },
});
/** A figure that is printed or stamped, not measured. */
export const printed = (amount: number): QuantityFigure => value(amount, 0, 3, 'sheet');
export const word = (text: string): WordFigure => ({ word: text, trace: trace() });

const plug = (code: string, ...functions: string[]): [string, Plug] => [
  code,
  {
    code,
    pins: functions.map((does, i) => ({
      position: String(i + 1),
      function: does,
      colour: `c${i}`,
      gauge: '4 mm²',
    })),
  },
];
export const PLUGS: ReadonlyMap<string, Plug> = new Map([
  plug('FAN-2A', 'fan feed, switched', 'ground'),
  plug('FAN-2B', 'ground', 'fan feed, switched'),
  plug('FAN-3A', 'fan feed, low speed', 'fan feed, high speed', 'ground'),
  plug('FAN-4M', 'battery feed', 'ground', 'speed command', 'wake'),
  [
    'KIT-7',
    { code: 'KIT-7', pins: [{ position: '1', function: 'battery feed', colour: 'red', gauge: '10 mm²' }] },
  ],
  plug('MOD-3', 'battery feed', 'ground', 'speed command'),
]);

export const BAY: FigureSet<'bay'> = {
  quantities: {
    openingWidth: value(710, 1),
    openingHeight: value(466, 1),
    bayDepth: value(190, 1.5),
    radiatorDepth: value(48),
    coreDepth: value(32),
    fanDepth: value(98),
    fanBladeGap: value(24),
    fanSpacer: value(12, 0.1),
    pinSpacing: value(610),
    pinDiameter: value(12),
    topMountSpacing: value(600),
    inletDiameter: value(38),
    outletDiameter: value(38),
    inletHeight: value(400, 2),
    outletHeight: value(60, 2),
    capPressure: printed(110),
    fanMountWidth: value(560),
    fanMountHeight: value(380),
    fanFuse: printed(30),
    capBore: value(42),
    capSeatDepth: value(21),
    shaftDiameter: value(8, 0.02),
    motorBoltCircle: value(80),
    motorRoom: value(96),
    moduleHoles: value(70),
    thermostatFlange: value(54, 0.1),
    thermostatRating: printed(82),
    fanOn: printed(96),
    fanOff: printed(91),
    upperEngineNeck: value(36),
    upperHoseLength: value(420, 3),
    lowerEngineNeck: value(38),
    lowerHoseLength: value(500, 3),
    tankHoles: value(120),
    tankHose: value(10),
    supportHole: value(30),
    fanDraws: value(13, 0.3),
    shroudOpening: value(398),
    rerouteBolts: value(64, 0.2),
    coolantCapacity: printed(8),
    drainYield: value(5),
    coolantMix: printed(50),
  },
  words: {
    topMount: word('pins'),
    inletSide: word('left'),
    outletSide: word('right'),
    oilCooling: word('radiator'),
    oilCoolerFitting: word('m18x1.5'),
    bottle: word('recovery'),
    condenserMount: word('radiator'),
    fanConnector: word('FAN-2A'),
    hoseCoupling: word('bead'),
    vent: word('nipple'),
    sensorPort: word('m14x1.5'),
    inletDirection: word('rear'),
    outletDirection: word('rear'),
    drainAccess: word('left'),
    engineOilCooling: word('none'),
    fanThrow: word('puller'),
    fanControl: word('relay'),
    systemVoltage: word('12'),
    fanWire: word('6'),
    fanRing: word('own'),
    fanStandsOn: word('spacers'),
    fanDrivenBy: word('motor'),
    rotationLeft: word('clockwise'),
    rotationRight: word('anticlockwise'),
    bladesLeft: word('7'),
    bladesRight: word('7'),
    senderWires: word('two'),
    motorShaft: word('flat'),
    motorRotation: word('clockwise'),
    relayFoot: word('four-wide'),
    moduleConnector: word('MOD-3'),
    capStyle: word('lugs'),
    thermostatSeal: word('edge'),
    engineLies: word('along'),
  },
};

export const VEHICLE: FitVehicle = {
  figures: BAY,
  selfShifting: true,
  airConditioning: true,
  steering: 'right',
  plugs: PLUGS,
  // Read when it is asked for: the sound parts stand further down.
  get replaces() {
    return {
      radiator: { number: 'SR 1', as: 'original' as const, figures: SOUND.radiator },
      fan: { number: 'SF 1', as: 'original' as const, figures: SOUND.fan },
    };
  },
};
/** The same vehicle with some figures of its bay another. */
export const vehicleWith = (
  quantities: FigureSet<'bay'>['quantities'] = {},
  words: FigureSet<'bay'>['words'] = {},
  more: Partial<FitVehicle> = {},
): FitVehicle => ({
  ...VEHICLE,
  ...more,
  figures: { quantities: { ...BAY.quantities, ...quantities }, words: { ...BAY.words, ...words } },
});

export const SOUND: { readonly [K in PartKind]: FigureSet<K> } = {
  radiator: {
    quantities: {
      overallWidth: value(700),
      overallHeight: value(458),
      thickness: value(48),
      coreWidth: value(612),
      coreHeight: value(418),
      coreThickness: value(32),
      pinSpacing: value(610),
      pinDiameter: value(12),
      topMountSpacing: value(600),
      inletDiameter: value(38),
      outletDiameter: value(38),
      inletHeight: value(398, 1),
      outletHeight: value(62, 1),
      capPressure: printed(110),
      capBore: value(42),
      capSeatDepth: value(21),
      fanMountWidth: value(560),
      fanMountHeight: value(380),
      insideVolume: value(2.8, 0.2),
      bossDepth: value(14),
      tubeDepth: value(30),
      tubePitch: value(9.5),
      finPitch: value(1.5, 0.1),
    },
    words: {
      topMount: word('pins'),
      inletSide: word('left'),
      outletSide: word('right'),
      oilCooler: word('transmission'),
      oilCoolerFitting: word('m18x1.5'),
      fillerNeck: word('neck'),
      condenserTabs: word('yes'),
      hoseCoupling: word('bead'),
      vent: word('nipple'),
      sensorPort: word('m14x1.5'),
      inletDirection: word('rear'),
      outletDirection: word('rear'),
      drainSide: word('left'),
      flow: word('cross'),
      tankMaterial: word('plastic'),
      coreMaterial: word('aluminium'),
      passes: word('one'),
      rows: word('one'),
    },
  },
  shroud: {
    quantities: {
      width: value(620),
      height: value(414),
      depth: value(70),
      fanMountWidth: value(560),
      fanMountHeight: value(380),
      seal: value(5),
      opening: value(398),
    },
    words: { pieces: word('one'), holdsRadiator: word('no') },
  },
  fan: {
    quantities: {
      depth: value(98),
      edgeDepth: value(60),
      width: value(600),
      height: value(420),
      fanMountWidth: value(560),
      fanMountHeight: value(380),
      diameter: value(380),
      current: value(12, 0.3),
      airflow: printed(2400),
      bladeGap: value(24),
      spacer: value(12, 0.1),
      fanOn: printed(92),
      fanOff: printed(86),
    },
    words: {
      fanConnector: word('FAN-2A'),
      fans: word('one'),
      standsOn: word('spacers'),
      drivenBy: word('motor'),
      control: word('relay'),
      voltage: word('12'),
      throw: word('puller'),
      bladesLeft: word('7'),
      bladesRight: word('7'),
    },
  },
  motor: {
    quantities: {
      shaftDiameter: value(8, 0.02),
      boltCircle: value(80),
      body: value(92),
      current: value(10, 0.3),
    },
    words: {
      shaft: word('flat'),
      rotation: word('clockwise'),
      side: word('only'),
      motorConnector: word('FAN-2A'),
      voltage: word('12'),
    },
  },
  blade: {
    quantities: { shaftBore: value(8, 0.02), diameter: value(380) },
    words: { side: word('left'), count: word('7'), rotation: word('clockwise'), shaft: word('flat') },
  },
  kit: {
    quantities: { rating: printed(40), fuse: printed(40), fanOn: printed(92), fanOff: printed(86) },
    words: {
      kitConnector: word('KIT-7'),
      fanPlug: word('FAN-2A'),
      voltage: word('12'),
      probe: word('thread'),
      probePort: word('m14x1.5'),
      acRequest: word('yes'),
    },
  },
  hosekit: {
    quantities: {
      upperRadiatorBore: value(38),
      upperEngineBore: value(36),
      upperLength: value(422, 3),
      lowerRadiatorBore: value(38),
      lowerEngineBore: value(38),
      lowerLength: value(502, 3),
    },
    words: { does: word('set') },
  },
  relay: { quantities: { rating: printed(40) }, words: { foot: word('four-wide'), coil: word('12') } },
  module: {
    quantities: { holes: value(70), rating: printed(40) },
    words: { moduleConnector: word('MOD-3'), drives: word('relay') },
  },
  cap: {
    quantities: { plug: value(42), seatDepth: value(21), capPressure: printed(110) },
    words: { style: word('lugs') },
  },
  thermostat: {
    quantities: { flange: value(54, 0.1), rating: printed(82), fullyOpen: printed(92) },
    words: { seal: word('edge') },
  },
  hose: {
    quantities: { radiatorBore: value(38), engineBore: value(36), length: value(422, 3) },
    words: { position: word('upper'), spring: word('no') },
  },
  tank: {
    quantities: { holes: value(120), hoseBarb: value(10), capPressure: printed(110) },
    words: { sort: word('recovery') },
  },
  mount: { quantities: { pinBore: value(12), outer: value(30) }, words: {} },
  adapter: {
    quantities: {},
    words: { bridges: word('plug'), loomPlug: word('FAN-2A'), fanPlug: word('FAN-2B') },
  },
  fixings: { quantities: { spacer: value(10, 0.1), reach: value(9, 0.2) }, words: {} },
};

/** The sound part of a kind with some of its figures another; `undefined` takes one away. */
export const soundPart = <K extends PartKind>(
  kind: K,
  quantities: Partial<Record<string, QuantityFigure | undefined>> = {},
  words: Partial<Record<string, WordFigure | undefined>> = {},
): FitPart =>
  ({
    kind,
    figures: {
      quantities: { ...SOUND[kind].quantities, ...quantities },
      words: { ...SOUND[kind].words, ...words },
    },
  }) as unknown as FitPart;
