import { describe, expect, test } from 'vitest';
import {
  ATTRIBUTES,
  PART_KINDS,
  type Attribute,
  type FigureSet,
  type PartKind,
  type QuantityFigure,
} from '../src/figures/index.ts';
import { COUNTS_IN, countsElsewhere, judgeFit, relate, type FitPart } from '../src/fit/index.ts';
import { Draws } from '../src/random/index.ts';
import { BAY, SOUND, VEHICLE, soundPart, value, vehicleWith, word } from './sound.ts';

/**
 * A sound part of every kind, each of its attributes moved alone and pairs that belong together moved at once: nothing
 * that matters stays green. What may stay green is named here, with the reason; a name that is not needed any more fails.
 */
type Move = 'far below' | 'a little below' | 'a little above' | 'far above' | 'missing' | `word ${string}`;

const COOLING = 'it still gives off as much heat as the original within its uncertainty: its own row says so';
const RECORDED = 'a fact that is kept for the record; nothing of the vehicle meets it';
const ROOM = 'less of it leaves more room';
const NECK = 'an advisory row says that nobody knows whether the old cap goes on: the box mostly brings one';
const MORE = 'more of it does no harm';
const SET = 'it meets a part of its set, not the vehicle';

const MAY_STAY: Record<string, Partial<Record<Move | 'any word' | 'any', string>>> = {
  'radiator.thickness': { 'a little below': ROOM, 'a little above': 'the fan as built has this room' },
  'radiator.coreThickness': {
    missing: 'blades clear the radiator’s face, and so the core behind it',
  },
  'radiator.capBore': { missing: NECK },
  'radiator.capSeatDepth': { missing: NECK },
  'radiator.capPressure': { missing: 'the vehicle’s own cap goes on; said in an advisory row' },
  'radiator.oilCooler': { 'word both': 'the other cooler stays capped' },
  'radiator.drainSide': {
    'any word': 'it drains just as well by the lower hose; said, and no reason to turn it away',
    missing: 'as for its side',
  },
  'radiator.flow': { any: COOLING },
  'radiator.tankMaterial': { any: RECORDED },
  'radiator.coreMaterial': { any: COOLING },
  'radiator.insideVolume': { any: 'counted in the coolant account' },
  'radiator.passes': { any: COOLING },
  'radiator.rows': { any: COOLING },
  'radiator.tubePitch': { any: COOLING },
  'radiator.finPitch': { any: COOLING },
  'radiator.tubeDepth': {
    'far below': COOLING,
    'a little below': COOLING,
    'a little above': COOLING,
    missing: COOLING,
  },
  'radiator.bossDepth': { any: 'asked of the screws that go into it, in sets and in the screws of a plan' },
  'shroud.depth': { 'far below': ROOM, 'a little below': ROOM, 'a little above': ROOM },
  'shroud.seal': { any: 'counted in the depth, which is from the radiator’s face' },
  'shroud.opening': { any: SET },
  'shroud.pieces': { any: RECORDED },
  'shroud.width': {
    'a little below': 'a frame reaches its holes from inside them, as `coherent` asks',
    'a little above': ROOM,
  },
  'shroud.height': { 'a little below': 'as for the width', 'a little above': ROOM },
  'shroud.holdsRadiator': { 'word yes': 'mounts that are not used do no harm' },
  'fan.depth': { 'a little below': ROOM, 'a little above': 'this bay has the room' },
  'fan.edgeDepth': {
    'far below': ROOM,
    'a little below': ROOM,
    'a little above': 'the motor lies behind it',
    missing: 'the depth at the motor is the larger',
  },
  'fan.width': { 'a little below': 'its feet still lie within it', 'a little above': ROOM },
  'fan.height': { 'a little below': 'its feet still lie within it', 'a little above': ROOM },
  'fan.diameter': { 'a little below': COOLING, 'a little above': 'it still turns in its frame' },
  'fan.airflow': { any: 'a claim: held against its power in the plan, and nothing of fit rests on it' },
  'fan.bladeGap': {
    'far below': 'the core lies behind the radiator’s face, and the blades clear it',
    'a little below': 'this bay has the room',
    'far above': MORE,
    'a little above': MORE,
  },
  'fan.spacer': { any: 'asked where the motor wants room that lower spacers give' },
  'fan.standsOn': { any: 'asked where the motor wants room that lower spacers give' },
  'fan.drivenBy': { missing: 'its plug, voltage and current say that a motor turns it' },
  'fan.bladesLeft': { any: RECORDED },
  'fan.bladesRight': { any: RECORDED },
  'fan.fanOn': { 'a little below': 'it comes on a little earlier' },
  'fan.fanOff': { 'a little above': 'it goes off a little earlier' },
  'motor.side': { any: 'where that side turns the same way, it goes there too' },
  'blade.side': { 'word only': 'where a single fan turns the same way, it goes there too' },
  'blade.count': { any: 'another number sounds otherwise: said in an advisory row' },
  'kit.rating': { 'far above': MORE },
  'kit.fanOn': { 'a little below': 'it comes on a little earlier' },
  'kit.fanOff': { 'a little above': 'it goes off a little earlier' },
  'motor.body': { 'a little below': 'the ring takes that up', 'a little above': 'the ring takes that up' },
  'motor.current': {
    'far below': 'a smaller draw spares the fuse; whether it blows enough is asked by cooling',
  },
  'relay.rating': { 'far above': MORE },
  'module.rating': { 'far above': MORE },
  'thermostat.fullyOpen': { any: 'advisory where a span is usual' },
  'hose.spring': { any: 'an upper hose wants none' },
  'tank.capPressure': { any: 'a recovery bottle carries no pressure cap' },
  'adapter.fanPlug': { any: SET },
  'fixings.spacer': { any: SET },
  'fixings.reach': { any: SET },
};
/** Small differences are what mountings take up: which ones do is for the tests of each check. */
const LITTLE: readonly Move[] = ['a little below', 'a little above'];

/** A kit is always wired in: with nothing else to do it counts as green here. */
const verdictOf = (part: FitPart) => {
  const { verdict, work } = judgeFit(VEHICLE, part);
  return part.kind === 'kit' && verdict === 'changes' && work.length === 1 ? 'straight-in' : verdict;
};
const other = (figure: QuantityFigure, factor: number, { lo, hi }: { lo: number; hi: number }) =>
  value(Math.min(hi, Math.max(lo, figure.value * factor)), figure.u, 2, figure.trace.method);

function movesOf(kind: PartKind, key: string, attribute: Attribute): [Move, FitPart][] {
  const held = SOUND[kind].quantities as Record<string, QuantityFigure>;
  const words = SOUND[kind].words as Record<string, { word: string }>;
  if (attribute.type === 'quantity') {
    const figure = held[key];
    if (!figure) return [];
    return [
      ['far below', soundPart(kind, { [key]: other(figure, 0.35, attribute) })],
      ['a little below', soundPart(kind, { [key]: other(figure, 0.96, attribute) })],
      ['a little above', soundPart(kind, { [key]: other(figure, 1.04, attribute) })],
      ['far above', soundPart(kind, { [key]: other(figure, 2.5, attribute) })],
      ['missing', soundPart(kind, { [key]: undefined })],
    ];
  }
  if (!words[key]) return [];
  const choices = attribute.type === 'choice' ? attribute.choices : ['FAN-4M', 'FAN-2B', 'NOT-ON-RECORD'];
  return [
    ...choices
      .filter((each) => each !== words[key]!.word)
      .map((each): [Move, FitPart] => [`word ${each}`, soundPart(kind, {}, { [key]: word(each) })]),
    ['missing', soundPart(kind, {}, { [key]: undefined })],
  ];
}

/** Pairs that hang together, moved at once: what one alone would show, both must not hide. */
const PAIRS: [PartKind, string, FitPart][] = [
  [
    'radiator',
    'much too small all round',
    soundPart('radiator', {
      overallWidth: value(420),
      overallHeight: value(250),
      coreWidth: value(360),
      coreHeight: value(220),
    }),
  ],
  [
    'radiator',
    'core of another vehicle',
    soundPart('radiator', { coreWidth: value(200), coreHeight: value(150) }),
  ],
  [
    'radiator',
    'inlet and outlet heights swapped',
    soundPart('radiator', { inletHeight: value(62), outletHeight: value(398) }),
  ],
  [
    'radiator',
    'turned round',
    soundPart('radiator', {}, { inletSide: word('right'), outletSide: word('left') }),
  ],
  ['radiator', 'quick couplers on plain hoses', soundPart('radiator', {}, { hoseCoupling: word('quick') })],
  [
    'radiator',
    'necks pointing forward',
    soundPart('radiator', {}, { inletDirection: word('front'), outletDirection: word('front') }),
  ],
  [
    'radiator',
    'thick, with its core',
    soundPart('radiator', { thickness: value(110), coreThickness: value(90) }),
  ],
  [
    'radiator',
    'both necks a size larger',
    soundPart('radiator', { inletDiameter: value(42), outletDiameter: value(42) }),
  ],
  ['fan', 'frame 900 x 640', soundPart('fan', { width: value(900), height: value(640) })],
  [
    'fan',
    'blades of 690 mm in a frame as large',
    soundPart('fan', { diameter: value(690), width: value(900), height: value(720) }),
  ],
  ['fan', 'feet and frame of another', soundPart('fan', { fanMountWidth: value(860), width: value(900) })],
  ['fan', 'of 24 V, half the current', soundPart('fan', { current: value(6, 0.2) }, { voltage: word('24') })],
  ['fan', 'a pusher', soundPart('fan', {}, { throw: word('pusher') })],
  [
    'fan',
    'driven by a bus, plug and all',
    soundPart('fan', {}, { control: word('bus'), fanConnector: word('FAN-4M') }),
  ],
  ['fan', 'of 60 A', soundPart('fan', { current: value(60, 1) })],
  ['fan', 'two of them in the room of one', soundPart('fan', {}, { fans: word('two') })],
  [
    'fan',
    'deep, on high spacers with blades far back',
    soundPart('fan', { depth: value(140), spacer: value(12), bladeGap: value(16) }),
  ],
  ['shroud', '1100 x 800', soundPart('shroud', { width: value(1100), height: value(800) })],
  [
    'shroud',
    'holes and frame of another',
    soundPart('shroud', { fanMountWidth: value(760), width: value(800) }),
  ],
  ['motor', 'small all over', soundPart('motor', { body: value(50), boltCircle: value(40) })],
  ['thermostat', 'hotter all over', soundPart('thermostat', { rating: value(108), fullyOpen: value(118) })],
  ['cap', 'of another neck', soundPart('cap', { plug: value(48), seatDepth: value(26) })],
  [
    'hose',
    'short and narrow',
    soundPart('hose', { length: value(200), radiatorBore: value(25), engineBore: value(25) }),
  ],
  [
    'tank',
    'an expansion tank for a bottle',
    soundPart('tank', { capPressure: value(140) }, { sort: word('expansion') }),
  ],
];

test('every sound part goes straight in', () => {
  for (const kind of PART_KINDS) {
    const { ledger } = judgeFit(VEHICLE, soundPart(kind));
    expect({
      kind,
      verdict: verdictOf(soundPart(kind)),
      not: ledger
        .filter((row) => !['listed', 'kitFit'].includes(row.check) && row.outcome !== 'pass')
        .map((row) => [row.check, row.outcome]),
    }).toEqual({ kind, verdict: 'straight-in', not: [] });
  }
});

describe('moved alone', () => {
  const needed = new Set<string>();
  let moves = 0;
  let green = 0;
  test.each([...PART_KINDS])('no attribute of a %s that matters stays green', (kind) => {
    const wrongly: string[] = [];
    for (const [key, attribute] of Object.entries(ATTRIBUTES[kind] as Record<string, Attribute>))
      for (const [move, part] of movesOf(kind, key, attribute)) {
        moves += 1;
        if (verdictOf(part) !== 'straight-in') continue;
        green += 1;
        const may = MAY_STAY[`${kind}.${key}`] ?? {};
        const reason = may[move] ?? may.any ?? (move.startsWith('word') ? may['any word'] : undefined);
        if (reason) needed.add(`${kind}.${key}`);
        else if (!LITTLE.includes(move)) wrongly.push(`${kind}.${key} ${move}`);
      }
    expect(wrongly).toEqual([]);
  });
  test('every name in the table of what may stay green is needed, and its reason said', () => {
    const named = Object.entries(MAY_STAY).filter(([, moved]) => Object.keys(moved).length > 0);
    expect(named.map(([name]) => name).filter((name) => !needed.has(name))).toEqual([]);
    expect(
      named.flatMap(([, moved]) => Object.values(moved)).every((reason) => (reason ?? '').length > 10),
    ).toBe(true);
    // How much ground it covers; a shrinking test is a finding of its own.
    expect({ enough: moves > 330, mostCaught: green / moves < 0.42 }).toEqual({
      enough: true,
      mostCaught: true,
    });
  });
});

test.each(PAIRS)('a %s, %s, does not stay green', (_kind, _what, part) => {
  expect(verdictOf(part)).not.toBe('straight-in');
});

test('where the bay says nothing, the check is unknown and names what to look at: never green', () => {
  for (const [kind, words, check] of [
    [
      'radiator',
      ['hoseCoupling', 'inletDirection', 'vent', 'sensorPort', 'engineOilCooling', 'topMount', 'bottle'],
      'radiator',
    ],
    [
      'fan',
      ['systemVoltage', 'fanThrow', 'fanControl', 'fanWire', 'fanConnector', 'fanRing', 'fanDrivenBy'],
      'fan',
    ],
    ['relay', ['systemVoltage', 'relayFoot'], 'relay'],
  ] as const)
    for (const key of words) {
      const verdict = judgeFit(
        // A ring that nobody looked at matters where the opening behind it is not known either.
        vehicleWith(key === 'fanRing' ? { shroudOpening: undefined } : {}, { [key]: undefined }),
        soundPart(kind),
      );
      expect([check, key, verdict.verdict]).toEqual([check, key, 'not-proven']);
      expect(verdict.measure.map((each) => each.key)).toContain(key);
    }
  for (const key of [
    'openingWidth',
    'openingHeight',
    'bayDepth',
    'fanDepth',
    'pinSpacing',
    'inletHeight',
    'outletHeight',
    'fanMountWidth',
  ] as const)
    expect([key, judgeFit(vehicleWith({ [key]: undefined }), soundPart('radiator')).verdict]).toEqual([
      key,
      'not-proven',
    ]);
});

test('a relay fan is not joined to a plug without a switched feed, whatever is cut; one of the same functions is re-terminated', () => {
  const fan = (code: string) => judgeFit(VEHICLE, soundPart('fan', {}, { fanConnector: word(code) }));
  expect(fan('FAN-2B')).toMatchObject({ verdict: 'changes', work: [{ code: 're-terminate' }] });
  expect(judgeFit(vehicleWith({}, { fanConnector: word('FAN-4M') }), soundPart('fan'))).toMatchObject({
    verdict: 'no',
    deciding: { check: 'fanConnector' },
  });
  // A plug that nobody recorded: its wires cannot be told.
  expect(fan('NOT-ON-RECORD').verdict).toBe('not-proven');
});

describe('sizes of one trade series', () => {
  const neck = (figure: QuantityFigure) =>
    judgeFit(VEHICLE, soundPart('radiator', { inletDiameter: figure })).ledger.find(
      (row) => row.check === 'inletDiameter',
    )!;
  test('a neck and a hose of one size pass and order no work, however coarse the page', () => {
    expect(neck(value(38, 3, 4, 'listing'))).toMatchObject({ outcome: 'pass' });
    expect(neck(value(38, 3, 4, 'listing')).work).toBeUndefined();
  });
  test('the neighbouring size does not, and is stepped to', () => {
    expect(neck(value(40, 0, 3, 'drawing'))).toMatchObject({
      outcome: 'change',
      work: { code: 'stepped-hose', concerns: 'upper' },
    });
  });
  test('a measured figure is matched to the sizes it can be; where it can be two, it is measured again and orders nothing', () => {
    expect(neck(value(38.3, 0.5)).outcome).toBe('pass');
    expect(neck(value(39, 1.8, 2, 'tape'))).toMatchObject({ outcome: 'open' });
    expect(neck(value(39, 1.8, 2, 'tape')).work).toBeUndefined();
  });
});

/** A record of a kind as anybody may write it: some figures as they should be, some anything at all, some not there. */
function anyRecord(subject: 'bay' | (typeof PART_KINDS)[number], draws: Draws): FigureSet<never> {
  const sound = (subject === 'bay' ? BAY : SOUND[subject]) as FigureSet<never>;
  const quantities: Record<string, QuantityFigure> = {};
  const words: Record<string, ReturnType<typeof word>> = {};
  for (const [key, attribute] of Object.entries(ATTRIBUTES[subject] as Record<string, Attribute>)) {
    if (draws.even() < 0.15) continue;
    const own = (sound.quantities as Record<string, QuantityFigure | undefined>)[key];
    if (attribute.type === 'quantity') quantities[key] = own && draws.even() < 0.6 ? value(own.value, own.u) : value(attribute.lo + (attribute.hi - attribute.lo) * draws.even());
    else {
      const choices = attribute.type === 'choice' ? attribute.choices : ['FAN-2A', 'FAN-4M'];
      words[key] = word(choices[Math.floor(choices.length * draws.even())]!);
    }
  }
  return { quantities, words } as FigureSet<never>;
} // prettier-ignore

test('turned round: every figure on a record is looked at by a row, or it is said where it counts', ({
  annotate,
}) => {
  const draws = new Draws(26);
  const gaps = new Set<string>();
  const counts: Record<string, number> = {};
  for (let at = 0; at < 3000; at += 1) {
    const kind = PART_KINDS[at % PART_KINDS.length]!;
    const part = { kind, figures: anyRecord(kind, draws) } as unknown as FitPart;
    const vehicle = { ...VEHICLE, figures: anyRecord('bay', draws) as never, selfShifting: at % 2 === 0, airConditioning: at % 3 === 0 }; // prettier-ignore
    const { ledger } = judgeFit(vehicle, part);
    const elsewhere = countsElsewhere(part, ledger);
    expect(elsewhere.filter(({ where }) => where === undefined).map(({ key }) => `${kind}.${key}`)).toEqual(
      [],
    );
    const all = Object.keys(part.figures.quantities).length + Object.keys(part.figures.words).length;
    counts.row = (counts.row ?? 0) + all - elsewhere.length;
    for (const { where } of elsewhere) counts[where!] = (counts[where!] ?? 0) + 1;
  }
  void annotate(JSON.stringify(counts));
  expect([...gaps]).toEqual([]);
  expect(Object.keys(counts).sort()).toEqual(['row', ...COUNTS_IN].sort());
  // A spacer kit meets nothing of the vehicle: all of it is said to be for a set.
  expect(countsElsewhere(soundPart('fixings'), judgeFit(VEHICLE, soundPart('fixings')).ledger)).toEqual([{ key: 'spacer', where: 'set' }, { key: 'reach', where: 'set' }]); // prettier-ignore
});

describe('what was green once, and should not have been', () => {
  const rowOf = (check: string, part: FitPart, vehicle = VEHICLE) => judgeFit(vehicle, part).ledger.find((row) => row.check === check); // prettier-ignore
  test('records that cannot be true: 20 L in a box of 14, four rows of 25 mm tubes in a 26 mm core, an engine-driven fan with plug, relay and current', () => {
    const box = (value(690).value * value(430).value * value(48).value) / 1e6;
    expect(box).toBeCloseTo(14.2, 1);
    expect(verdictOf(soundPart('radiator', { insideVolume: value(20) }))).toBe('not-proven');
    expect(verdictOf(soundPart('radiator', { tubeDepth: value(25) }, { rows: word('four') }))).toBe(
      'not-proven',
    );
    const belt = soundPart('fan', {}, { drivenBy: word('engine') });
    expect(rowOf('coherent', belt)?.outcome).toBe('unknown');
    expect(rowOf('coherent', soundPart('radiator', { insideVolume: value(2.1) }))).toBeUndefined();
  });
  test('a port or a nipple that the vehicle does not use is closed, or it leaks', () => {
    const none = vehicleWith({}, { sensorPort: word('none'), vent: word('none') });
    const port = judgeFit(
      none,
      soundPart('radiator', {}, { sensorPort: word('m14x1.5'), vent: word('nipple') }),
    );
    expect(port.work.map(({ code }) => code)).toEqual(expect.arrayContaining(['plug-port', 'cap-nipple']));
    const bare = judgeFit(none, soundPart('radiator', {}, { sensorPort: word('none'), vent: word('none') }));
    expect(bare.work.map(({ code }) => code)).toEqual(
      expect.not.arrayContaining(['plug-port', 'cap-nipple']),
    );
  });
  test('a shroud’s opening against the one as built, and an engine-driven fan far too small for the ring', () => {
    const ring = vehicleWith(
      { shroudOpening: value(486) },
      { fanRing: word('shroud'), fanDrivenBy: word('engine') },
    );
    const opening = (mm: number) =>
      rowOf('bladesInShroud', soundPart('shroud', { opening: value(mm) }), ring)?.outcome;
    expect([150, 440, 470, 486, 500, 560].map(opening)).toEqual([
      'fail',
      'fail',
      'unknown',
      'pass',
      'pass',
      'fail',
    ]);
    // Blades that nobody measured turn in the old opening; of a fan with a ring of its own nothing is asked.
    expect(rowOf('bladesInShroud', soundPart('shroud', { opening: value(150) }))).toBeUndefined();
    const fan = (mm: number) =>
      rowOf('bladesInShroud', soundPart('fan', { diameter: value(mm) }, { drivenBy: word('engine') }), ring)
        ?.outcome;
    expect([200, 430, 457, 480].map(fan)).toEqual(['fail', 'fail', 'pass', 'fail']);
  });
  test('a shroud that ends before the blades of an engine-driven fan leaves them outside', () => {
    const bay = (gap?: number) => {
      const built = vehicleWith({}, { fanRing: word('shroud'), fanDrivenBy: word('engine') });
      const { fanBladeGap: _, ...rest } = built.figures.quantities;
      return { ...built, figures: { ...built.figures, quantities: gap === undefined ? rest : { ...rest, fanBladeGap: value(gap) } } };
    };
    const reach = (depth: number, gap?: number) => rowOf('shroudReach', soundPart('shroud', { depth: value(depth) }), bay(gap))?.outcome;
    // Blades begin 44 mm behind the face: 40 mm ends before them, 70 mm covers 26 mm of them. Nobody measured them: not known.
    expect([reach(40, 44), reach(50, 44), reach(70, 44), reach(70)]).toEqual(['fail', 'fail', 'pass', 'unknown']);
    // An electric fan brings its own frame.
    expect(rowOf('shroudReach', soundPart('shroud', { depth: value(20) }))).toBeUndefined();
  }); // prettier-ignore
  test('screws of a spacer kit neither pierce what lies behind the boss nor hold by two threads', () => {
    const boss = soundPart('radiator', { bossDepth: value(18) });
    const screws = (reach: number) =>
      relate(boss, soundPart('fixings', { reach: value(reach) }), VEHICLE)[0]?.outcome;
    // One diameter of M6 in steel is the least: common practice, also a rule of thumb of machine design textbooks.
    expect([3, 10, 80].map(screws)).toEqual(['fail', 'pass', 'fail']);
  });
});

test('nobody is asked what the record tells, or what the vehicle does not have', () => {
  const asked = (part: FitPart, vehicle = VEHICLE) => judgeFit(vehicle, part).measure.map(({ key }) => key);
  const belt = vehicleWith({ fanOff: undefined, fanOn: undefined }, { fanDrivenBy: word('engine') });
  // A fan with a plug and a current has a motor, in whichever vehicle.
  const unsaid = soundPart('fan', {}, { drivenBy: undefined });
  expect(asked(unsaid)).toEqual([]);
  expect(judgeFit(VEHICLE, unsaid).verdict).toBe('straight-in');
  expect(judgeFit(belt, unsaid).ledger.find(({ check }) => check === 'fanDrive')).toMatchObject({
    outcome: 'change',
  });
  // One that says nothing at all of what turns it is asked about.
  const bare = { drivenBy: undefined, fanConnector: undefined, voltage: undefined, control: undefined };
  expect(asked(soundPart('fan', { current: undefined }, bare))).toContain('drivenBy');
  // What the engine turns goes off at no temperature; what a kit beside it switches does.
  expect(asked(soundPart('thermostat'), belt)).not.toContain('fanOff');
  expect(asked(soundPart('thermostat'), vehicleWith({ fanOff: undefined }))).toContain('fanOff');
  const beside = { ...belt, beside: { kit: soundPart('kit', { fanOff: undefined }).figures as never } };
  expect(asked(soundPart('thermostat'), beside)).toContain('fanOff');
});
