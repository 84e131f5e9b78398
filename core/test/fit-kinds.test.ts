import { describe, expect, test } from 'vitest';
import { decidingSentence, judgeFit, measureNext, type FitPart, type FitVehicle } from '../src/fit/index.ts';
import { readFigure, type FigureSet, type QuantityFigure, type WordFigure } from '../src/figures/index.ts';

const trace = {
  figureId: 1,
  method: 'caliper',
  grade: 2,
  source: 'bench',
  text: '',
  by: 'Ada',
  at: '2026-01-01',
} as const;
const value = (amount: number, u = 0.4): QuantityFigure => ({ value: amount, u, trace });
const word = (text: string): WordFigure => ({ word: text, trace });

const vehicle: FitVehicle = {
  figures: {
    quantities: {
      bayDepth: value(190),
      radiatorDepth: value(48),
      fanMountWidth: value(560),
      fanMountHeight: value(380),
      fanFuse: value(30, 0),
    },
    words: { topMount: word('pins'), fanConnector: word('FAN-2A') },
  },
  selfShifting: false,
  airConditioning: false,
  steering: 'left',
};

describe('a fan assembly', () => {
  const fan = (quantities: FigureSet<'fan'>['quantities'] = {}, plug: string | undefined = 'FAN-2A') =>
    judgeFit(vehicle, {
      kind: 'fan',
      figures: {
        quantities: {
          depth: value(100),
          fanMountWidth: value(560),
          fanMountHeight: value(380),
          current: value(13, 0.3),
          ...quantities,
        },
        words: plug === '' ? {} : { fanConnector: word(plug) },
      },
    });

  test('that clears the engine by 20 mm and plugs in goes straight in', () => {
    expect(fan().verdict).toBe('straight-in');
  });
  test.each([
    [
      'too deep for the 20 mm an electric motor wants (common practice)',
      fan({ depth: value(126) }),
      'no',
      'fanDepth',
    ],
    ['with another plug', fan({}, 'FAN-3A'), 'changes', 'fanConnector'],
    ['whose plug nobody has looked at', fan({}, ''), 'not-proven', 'fanConnector'],
    ['with feet a slot away', fan({ fanMountWidth: value(567) }), 'changes', 'fanMountWidth'],
    ['with feet beyond a slot', fan({ fanMountWidth: value(580) }), 'no', 'fanMountWidth'],
  ] as const)('%s', (_, got, verdict, check) => {
    expect(got).toMatchObject({ verdict, deciding: { check } });
    expect(decidingSentence(got, 'both')).not.toMatch(/NaN|undefined/);
  });
  test('that fills its fuse is advised of, not turned away (three quarters of the rating, common practice)', () => {
    const got = fan({ current: value(26, 0.3) });
    expect(got.verdict).toBe('straight-in');
    expect(got.ledger.find((row) => row.check === 'fanCurrent')).toMatchObject({
      outcome: 'fail',
      margin: { value: -3.5 },
    });
  });
});

describe('a shroud', () => {
  const shroud = (holds: 'yes' | 'no', topMount: string, depth = 80) =>
    judgeFit(
      {
        ...vehicle,
        figures: { ...vehicle.figures, words: { ...vehicle.figures.words, topMount: word(topMount) } },
      },
      {
        kind: 'shroud',
        figures: {
          quantities: { depth: value(depth), fanMountWidth: value(560), fanMountHeight: value(380) },
          words: { holdsRadiator: word(holds) },
        },
      },
    );

  test('that does not hold the radiator needs brackets where the old one did, and nowhere else', () => {
    expect(shroud('no', 'shroud')).toMatchObject({ verdict: 'changes', changes: [{ effort: 'fabricate' }] });
    expect(shroud('yes', 'shroud').verdict).toBe('straight-in');
    expect(shroud('no', 'pins').verdict).toBe('straight-in');
  });
  test('too deep for the bay does not go in', () => {
    expect(shroud('no', 'pins', 130)).toMatchObject({ verdict: 'no', deciding: { check: 'shroudDepth' } });
  });
});

describe('a figure as it is entered on a record', () => {
  test('is read in any unit, with the uncertainty of its method', () => {
    expect(readFigure('radiator', 'overallWidth', '28 3/4"', 'tape')).toMatchObject({
      ok: true,
      type: 'quantity',
      value: 730.25,
    });
    expect(readFigure('bay', 'capPressure', '16 psi', 'sheet')).toMatchObject({
      ok: true,
      value: expect.closeTo(110.3, 1),
    });
    expect(readFigure('bay', 'oilCooling', 'in the radiator tank', 'bench')).toMatchObject({
      ok: true,
      word: 'radiator',
    });
    expect(readFigure('radiator', 'overallWidth', '730 ± 3 mm', 'tape')).toMatchObject({ u: 3 });
  });
  test.each([
    ['radiator', 'overallWidth', '-5', 'more than nothing'],
    ['radiator', 'overallWidth', '0', 'more than nothing'],
    ['radiator', 'overallWidth', '9 m', 'is from 200 mm'],
    ['radiator', 'overallWidth', '730 ± 4000 mm', 'larger than the figure can be'],
    ['radiator', 'inletSide', 'up', 'is one of: left, right'],
    ['radiator', 'wings', '2', 'There is no figure'],
    ['radiator', 'toString', '2', 'There is no figure'],
    ['fan', 'fanConnector', "FAN'; drop table part", 'code of a connector'],
  ] as const)('%s %s “%s” is refused with what to write', (subject, key, text, message) => {
    expect(readFigure(subject, key, text, 'caliper')).toMatchObject({
      ok: false,
      message: expect.stringContaining(message),
    });
  });
});

describe('the small parts', () => {
  const small: FitVehicle = {
    ...vehicle,
    figures: {
      quantities: {
        ...vehicle.figures.quantities,
        shaftDiameter: value(8, 0.02),
        motorBoltCircle: value(80),
        motorRoom: value(96),
        moduleHoles: value(70),
        capBore: value(42),
        capSeatDepth: value(21),
        capPressure: value(110, 2),
        thermostatFlange: value(54, 0.1),
        thermostatRating: value(82, 1),
        inletDiameter: value(38),
        upperEngineNeck: value(36),
        upperHoseLength: value(420, 3),
        outletDiameter: value(38),
        lowerEngineNeck: value(38),
        lowerHoseLength: value(500, 3),
        tankHoles: value(120),
        tankHose: value(9),
        pinDiameter: value(12),
        supportHole: value(30),
      },
      words: {
        ...vehicle.figures.words,
        systemVoltage: word('12'),
        motorShaft: word('flat'),
        motorRotation: word('clockwise'),
        relayFoot: word('four-wide'),
        moduleConnector: word('MOD-3'),
        fanControl: word('modulated'),
        capStyle: word('lugs'),
        thermostatSeal: word('edge'),
        bottle: word('recovery'),
      },
    },
  };
  const PARTS = {
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
        motorConnector: word('FAN-2A'),
        voltage: word('12'),
      },
    },
    relay: { quantities: { rating: value(40, 0) }, words: { foot: word('four-wide'), coil: word('12') } },
    module: {
      quantities: { holes: value(70), rating: value(40, 0) },
      words: { moduleConnector: word('MOD-3'), drives: word('modulated') },
    },
    cap: {
      quantities: { plug: value(42), seatDepth: value(21), capPressure: value(110, 2) },
      words: { style: word('lugs') },
    },
    thermostat: {
      quantities: { flange: value(54, 0.1), rating: value(82, 1) },
      words: { seal: word('edge') },
    },
    hose: {
      quantities: { radiatorBore: value(38), engineBore: value(36), length: value(422, 3) },
      words: { position: word('upper') },
    },
    tank: { quantities: { holes: value(120), hoseBarb: value(9) }, words: { sort: word('recovery') } },
    mount: { quantities: { pinBore: value(12), outer: value(30) }, words: {} },
  } as const;
  type Small = keyof typeof PARTS;
  const judge = (kind: Small, quantities: object = {}, words: object = {}) =>
    judgeFit(small, {
      kind,
      figures: {
        quantities: { ...PARTS[kind].quantities, ...quantities },
        words: { ...PARTS[kind].words, ...words },
      },
    } as FitPart);

  test.each(Object.keys(PARTS) as Small[])('a %s that is alike in everything goes straight in', (kind) => {
    expect(judge(kind).verdict).toBe('straight-in');
  });

  test.each([
    ['motor', { body: value(99) }, {}, 'no', 'motorRoom', 'too thick for the ring'],
    ['motor', {}, { rotation: word('anticlockwise') }, 'no', 'motorRotation', 'blows the wrong way'],
    ['motor', { boltCircle: value(82.4) }, {}, 'changes', 'motorBoltCircle', 'beyond the holes'],
    ['relay', { rating: value(20, 0) }, {}, 'no', 'relayRating', 'the contacts weld first'],
    ['relay', {}, { foot: word('five-narrow') }, 'changes', 'relayFoot', 'another foot'],
    ['module', {}, { drives: word('two-speed') }, 'no', 'fanControl', 'another drive'],
    ['cap', { seatDepth: value(26) }, {}, 'no', 'capSeatDepth', 'opens early or never seals'],
    ['cap', { capPressure: value(90, 2) }, {}, 'no', 'capRating', 'off the vehicle’s rating'],
    ['thermostat', { rating: value(71, 1) }, {}, 'changes', 'thermostatRating', 'off the vehicle’s own'],
    ['thermostat', { flange: value(56, 0.1) }, {}, 'no', 'thermostatFlange', 'off the recess'],
    ['tank', {}, { sort: word('expansion') }, 'no', 'tankSort', 'fills and bleeds differently'],
    ['mount', { pinBore: value(16) }, {}, 'no', 'mountBore', 'off the pin'],
  ] as const)('a %s with %o %o: %s, by %s', (kind, quantities, words, verdict, check, says) => {
    const got = judge(kind, quantities, words);
    expect(got).toMatchObject({ verdict, deciding: { by: 'check', check } });
    expect(decidingSentence(got, 'metric')).toContain(says);
    expect(got.changes.every((change) => change.takes.length > 0)).toBe(true);
  });

  test('a hose is trimmed and never stretched; the lower one meets the lower figures and wants its spring', () => {
    expect(judge('hose', { length: value(480, 3) })).toMatchObject({
      verdict: 'changes',
      changes: [{ what: expect.stringContaining('Trim') as string }],
    });
    expect(judge('hose', { length: value(390, 3) }).verdict).toBe('no');
    const lower = { radiatorBore: value(38), engineBore: value(38), length: value(500, 3) };
    expect(judge('hose', lower, { position: word('lower'), spring: word('yes') }).verdict).toBe(
      'straight-in',
    );
    expect(judge('hose', lower, { position: word('lower'), spring: word('no') }).changes).toMatchObject([
      { effort: 'transfer' },
    ]);
    expect(judge('hose', lower, { position: word('lower') })).toMatchObject({
      verdict: 'not-proven',
      measure: [{ key: 'spring' }],
    });
  });

  test.each([
    ['vent', 'nipple', 'vent', 'none', 'ventNipple', 'change'],
    ['vent', 'nipple', 'vent', 'nipple', 'ventNipple', 'pass'],
    ['vent', 'none', 'vent', 'nipple', 'ventNipple', undefined],
    ['engineOilCooling', 'radiator', 'oilCooler', 'transmission', 'engineOilCooler', 'fail'],
    ['engineOilCooling', 'radiator', 'oilCooler', 'both', 'engineOilCooler', 'pass'],
    ['engineOilCooling', 'none', 'oilCooler', 'none', 'engineOilCooler', undefined],
    ['inletDirection', 'rear', 'inletDirection', 'up', 'inletDirection', 'change'],
    ['outletDirection', 'side', 'outletDirection', 'side', 'outletDirection', 'pass'],
    ['drainAccess', 'left', 'drainSide', 'right', 'drainSide', 'fail'],
  ] as const)(
    'a radiator where the vehicle’s %s is %s and its own %s is %s: %s %s',
    (need, is, have, has, check, outcome) => {
      const needs = {
        ...small,
        figures: { ...small.figures, words: { ...small.figures.words, [need]: word(is) } },
      };
      const part = { kind: 'radiator', figures: { quantities: {}, words: { [have]: word(has) } } } as FitPart;
      expect(judgeFit(needs, part).ledger.find((row) => row.check === check)?.outcome).toBe(outcome);
    },
  );

  test('a tank that cools both oils serves a self-shifting transmission too', () => {
    const self = { ...small, selfShifting: true };
    const part = (has: string) =>
      ({
        kind: 'radiator',
        figures: { quantities: {}, words: { oilCooler: word(has) } },
      }) as unknown as FitPart;
    const outcome = (has: string) =>
      judgeFit(self, part(has)).ledger.find((row) => row.check === 'oilCooler')!.outcome;
    expect([outcome('both'), outcome('transmission'), outcome('engine'), outcome('none')]).toEqual([
      'pass',
      'pass',
      'fail',
      'fail',
    ]);
  });

  test('a pusher where a puller belongs does not go in', () => {
    const needs = {
      ...small,
      figures: { ...small.figures, words: { ...small.figures.words, fanThrow: word('puller') } },
    };
    const part = {
      kind: 'fan',
      figures: { quantities: {}, words: { throw: word('pusher') } },
    } as unknown as FitPart;
    const verdict = judgeFit(needs, part);
    expect(verdict).toMatchObject({ verdict: 'no', deciding: { check: 'fanThrow' } });
    expect(decidingSentence(verdict, 'metric')).toContain('blow against the ram air');
  });

  test('a sensor port is asked for only where the vehicle has a sensor', () => {
    const radiator = (port: string | undefined) =>
      judgeFit(
        {
          ...small,
          figures: {
            ...small.figures,
            words: { ...small.figures.words, ...(port ? { sensorPort: word(port) } : {}) },
          },
        },
        { kind: 'radiator', figures: { quantities: {}, words: { sensorPort: word('none') } } },
      ).ledger.find((row) => row.check === 'sensorPort');
    expect(radiator(undefined)).toBeUndefined();
    expect(radiator('none')).toBeUndefined();
    expect(radiator('m14x1.5')).toMatchObject({
      outcome: 'change',
      change: { takes: ['inline hose adapter of the sensor’s thread', 'two clamps'] },
    });
  });
});

describe('what to measure next', () => {
  const bare = (quantities: FigureSet<'fan'>['quantities'], plug = 'FAN-2A') =>
    judgeFit(vehicle, { kind: 'fan', figures: { quantities, words: { fanConnector: word(plug) } } });
  const binary = (p: number): number => -p * Math.log2(p) - (1 - p) * Math.log2(1 - p);

  test('one figure missing is worth all the doubt there is: the entropy of one yes or no', () => {
    const [only, ...others] = bare({ fanMountWidth: value(560), fanMountHeight: value(380) }).measure;
    expect(others).toEqual([]);
    expect(only).toMatchObject({ subject: 'fan', key: 'depth', decides: ['fanDepth'] });
    expect(only!.bits).toBeCloseTo(binary(0.6), 12);
  });

  test('two missing figures: H(p²) − p·H(p) each; of the same minutes in the order of the ledger', () => {
    const measure = bare({ fanMountWidth: value(560) }).measure;
    expect(measure.map((item) => item.key)).toEqual(['fanMountHeight', 'depth']);
    for (const item of measure) expect(item.bits).toBeCloseTo(binary(0.36) - 0.6 * binary(0.6), 12);
  });

  test('one figure of the vehicle that many parts hang on comes before one of a single part', () => {
    const hazy: FitVehicle = {
      ...vehicle,
      figures: { ...vehicle.figures, quantities: { ...vehicle.figures.quantities, bayDepth: undefined } },
    };
    const fan = (width: QuantityFigure | undefined): FitPart => ({
      kind: 'fan',
      figures: {
        quantities: { depth: value(100), fanMountHeight: value(380), fanMountWidth: width },
        words: { fanConnector: word('FAN-2A') },
      },
    });
    const parts = [fan(value(560)), fan(value(560)), fan(undefined)];
    const next = measureNext(parts.map((part) => judgeFit(hazy, part)));
    expect(next[0]).toMatchObject({ subject: 'bay', key: 'bayDepth', parts: [0, 1, 2] });
    expect(next[1]).toMatchObject({ subject: 'fan', key: 'fanMountWidth', parts: [2] });
  });

  test('a figure too coarse to decide is measured again on its coarser side', () => {
    const [again] = bare({
      depth: value(100),
      fanMountWidth: value(560),
      fanMountHeight: value(386, 8),
    }).measure;
    expect(again).toMatchObject({ subject: 'fan', key: 'fanMountHeight' });
  });
});
