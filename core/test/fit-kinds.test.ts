import { describe, expect, test } from 'vitest';
import { judgeFit, measureNext, type Verdict } from '../src/fit/index.ts';
import {
  attributeOf,
  attributesOf,
  insisted,
  limitsOf,
  readFigure,
  spelledOut,
  type PartKind,
} from '../src/figures/index.ts';
import { practiceOf } from '../src/practice/index.ts';
import type { Method } from '../src/quantity/index.ts';
import { VEHICLE, soundPart, value, vehicleWith, word } from './sound.ts';

/** The sound part of a kind with something changed, in the sound vehicle. */
const judge = (
  kind: PartKind,
  quantities: Parameters<typeof soundPart>[1] = {},
  words: Parameters<typeof soundPart>[2] = {},
  vehicle = VEHICLE,
): Verdict => judgeFit(vehicle, soundPart(kind, quantities, words));
const rowOf = (verdict: Verdict, check: string) => verdict.ledger.find((row) => row.check === check);

describe('a fan assembly', () => {
  test.each([
    [
      'too deep for the 20 mm an electric motor wants (common practice)',
      { depth: value(126), spacer: undefined },
      { standsOn: word('feet') },
      'no',
      'fanDepth',
    ],
    ['with another plug of the same wires', {}, { fanConnector: word('FAN-2B') }, 'changes', 'fanConnector'],
    ['whose plug nobody has looked at', {}, { fanConnector: undefined }, 'not-proven', 'fanConnector'],
    ['with feet a slot away', { fanMountWidth: value(567) }, {}, 'changes', 'fanMountWidth'],
    ['with feet beyond a slot', { fanMountWidth: value(580) }, {}, 'no', 'fanMountWidth'],
    [
      'that fills its fuse beyond three quarters (common practice)',
      { current: value(26, 0.3) },
      {},
      'no',
      'fanCurrent',
    ],
    ['of 24 V', {}, { voltage: word('24') }, 'no', 'voltage'],
    ['a pusher where a puller belongs', {}, { throw: word('pusher') }, 'no', 'fanThrow'],
  ] as const)('%s', (_, quantities, words, verdict, check) => {
    const got = judge('fan', quantities, words);
    expect(got).toMatchObject({ verdict, deciding: { check } });
  });
  test('its current is held against the fuse at the charging voltage, by the shop’s own share where it has one', () => {
    expect(rowOf(judge('fan', { current: value(26, 0.3) }), 'fanCurrent')!.margin!.value).toBeLessThan(-3);
    expect(rowOf(judge('fan', { current: value(18, 0.1) }), 'fanCurrent')!.outcome).toBe('pass');
    const strict = judgeFit(
      VEHICLE,
      soundPart('fan', { current: value(18, 0.1) }),
      undefined,
      practiceOf({ fuseShare: 0.5 }),
    );
    expect(rowOf(strict, 'fanCurrent')).toMatchObject({ outcome: 'fail', own: ['fuseShare'] });
  });
});

describe('a shroud', () => {
  const shroud = (holds: 'yes' | 'no', topMount: string, depth = 70) =>
    judge(
      'shroud',
      { depth: value(depth) },
      { holdsRadiator: word(holds) },
      vehicleWith({}, { topMount: word(topMount) }),
    );

  test('that does not hold the radiator needs brackets where the old one did, and nowhere else', () => {
    expect(shroud('no', 'shroud')).toMatchObject({
      verdict: 'changes',
      work: [{ code: 'make-upper-brackets', effort: 'fabricate' }],
    });
    expect(shroud('yes', 'shroud').verdict).toBe('straight-in');
    expect(shroud('no', 'pins').verdict).toBe('straight-in');
  });
  test('too deep for the bay does not go in', () => {
    expect(shroud('no', 'pins', 150)).toMatchObject({ verdict: 'no', deciding: { check: 'shroudDepth' } });
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
    expect(readFigure('bay', 'oilCooling', 'Radiator', 'bench')).toMatchObject({
      ok: true,
      word: 'radiator',
    });
    const french = (_: unknown, text: string) => (text === 'dans le radiateur' ? 'radiator' : undefined);
    expect(readFigure('bay', 'oilCooling', 'dans le radiateur', 'bench', french)).toMatchObject({
      word: 'radiator',
    });
    expect(readFigure('radiator', 'overallWidth', '730 ± 3 mm', 'tape')).toMatchObject({ u: 3 });
  });
  test.each([
    ['radiator', 'overallWidth', '-5', 'out-of-range'],
    ['radiator', 'overallWidth', '0', 'out-of-range'],
    ['radiator', 'overallWidth', '9 m', 'out-of-range'],
    ['radiator', 'overallWidth', '730 ± 4000 mm', 'uncertainty-too-large'],
    ['radiator', 'inletSide', 'up', 'not-a-choice'],
    ['radiator', 'wings', '2', 'no-such-figure'],
    ['radiator', 'toString', '2', 'no-such-figure'],
    ['fan', 'fanConnector', "FAN'; drop table part", 'no-connector-code'],
  ] as const)('%s %s “%s” is refused with what is wrong', (subject, key, text, fault) => {
    expect(readFigure(subject, key, text, 'caliper')).toMatchObject({ ok: false, why: { fault } });
  });
});

describe('a figure outside what is usual', () => {
  test('is asked for once more, and taken when the hand insists; a slip of the unit is not', () => {
    const read = (text: string) => readFigure('radiator', 'overallWidth', text, 'tape');
    expect(read('2.1 m')).toMatchObject({
      ok: false,
      ask: true,
      why: { fault: 'out-of-range', insist: true },
    });
    expect(read(insisted('2.1 m'))).toMatchObject({ ok: true, value: 2100 });
    expect(read(insisted(insisted('2.1 m')))).toEqual(read('2.1 m !'));
    // In range an insistence changes nothing; ten times outside it is no radiator any more.
    expect(read('730 mm !')).toEqual(read('730 mm'));
    for (const absurd of ['90 m !', '1 mm !', '0 !', '-5 !'])
      expect([absurd, read(absurd).ok]).toEqual([absurd, false]);
    for (const [subject, [key, attribute]] of (['bay', 'radiator', 'fan', 'shroud'] as const).flatMap(
      (kind) => attributesOf(kind).map((each) => [kind, each] as const),
    ))
      if (attribute.type === 'quantity') {
        const { lo, hi } = limitsOf(attribute);
        expect([
          subject,
          key,
          lo <= attribute.lo && hi >= attribute.hi && (attribute.lo <= 0 || lo > 0),
        ]).toEqual([subject, key, true]);
      }
  });
  test('a bare number is in the reader’s own units, and is kept so', () => {
    const { length, share } = {
      length: attributeOf('bay', 'bayDepth')!,
      share: attributeOf('bay', 'oilCooling')!,
    };
    expect(['6 1/2', '165 mm', '6.5 !', '', '6 ± 1/4'].map((text) => spelledOut(text, length, 'us'))).toEqual(
      ['6 1/2 in', '165 mm', '6.5 in !', '', '6 ± 1/4 in'],
    );
    expect(spelledOut('165', length, 'metric')).toBe('165');
    expect(spelledOut('in the radiator tank', share, 'us')).toBe('in the radiator tank');
  });
});

describe('how good a figure is, by what it was measured with', () => {
  const u = (key: 'inletDiameter' | 'overallWidth', text: string, method: Method) => {
    const read = readFigure('radiator', key, text, method);
    return read.ok && read.type === 'quantity' ? [read.value, read.u] : [NaN, NaN];
  };
  test('a fraction is as good as the instrument’s finest division, however it is cancelled', () => {
    // A tape is divided in sixteenths: 1 1/2 and 1 8/16 are one reading; a caller’s half inch is only a half.
    expect(u('inletDiameter', '1 1/2"', 'tape')).toEqual(u('inletDiameter', '1 8/16"', 'tape'));
    const [value, caliper] = u('inletDiameter', '1 1/2"', 'caliper');
    expect(value).toBeCloseTo(38.1, 9);
    expect(caliper).toBeLessThan(0.3);
    expect(u('inletDiameter', '1 1/2"', 'tape')[1]).toBeLessThan(2);
    expect(u('inletDiameter', '1 1/2"', 'spoken')[1]).toBeGreaterThan(10);
    expect(u('overallWidth', '28.7 in', 'tape')[1]).toBeGreaterThan(
      u('overallWidth', '28 3/4"', 'tape')[1]! - 0.1,
    );
  });
  test('nobody reads a pressure off a caliper, nor a volume off a tape', () => {
    for (const [key, text, method] of [
      ['capPressure', '110 kPa', 'caliper'],
      ['fanFuse', '30 A', 'tape'],
      ['coolantCapacity', '8 L', 'caliper'],
      ['bayDepth', '180 mm', 'jug'],
    ] as const)
      expect(readFigure('bay', key, text, method)).toMatchObject({
        ok: false,
        why: { fault: 'wrong-method', method },
      });
    for (const [key, text, method] of [
      ['capPressure', '110 kPa', 'meter'],
      ['fanFuse', '30 A', 'sheet'],
      ['coolantCapacity', '8 L', 'jug'],
      ['bayDepth', '180 mm', 'spoken'],
    ] as const)
      expect(readFigure('bay', key, text, method).ok).toBe(true);
  });
});

describe('the small parts', () => {
  test.each([
    ['motor', { body: value(99) }, {}, 'no', 'motorRoom'],
    ['motor', {}, { rotation: word('anticlockwise') }, 'no', 'motorRotation'],
    ['motor', { boltCircle: value(82.4) }, {}, 'changes', 'motorBoltCircle'],
    ['relay', { rating: value(20, 0) }, {}, 'no', 'relayRating'],
    ['relay', {}, { foot: word('five-narrow') }, 'changes', 'relayFoot'],
    ['module', {}, { drives: word('two-speed') }, 'no', 'fanControl'],
    ['cap', { seatDepth: value(26) }, {}, 'no', 'capSeatDepth'],
    ['cap', { capPressure: value(90, 2) }, {}, 'no', 'capRating'],
    ['thermostat', { rating: value(71, 1) }, {}, 'changes', 'thermostatRating'],
    ['thermostat', { flange: value(56, 0.1) }, {}, 'no', 'thermostatFlange'],
    ['tank', {}, { sort: word('expansion') }, 'no', 'tankSort'],
    ['mount', { pinBore: value(16) }, {}, 'no', 'mountBore'],
  ] as const)('a %s with %o %o: %s, by %s', (kind, quantities, words, verdict, check) => {
    const got = judge(kind, quantities, words);
    expect(got).toMatchObject({ verdict, deciding: { by: 'check', check } });
  });

  test('a hose is trimmed and never stretched; the lower one meets the lower figures and wants its spring', () => {
    expect(judge('hose', { length: value(480, 3) })).toMatchObject({
      verdict: 'changes',
      work: [{ code: 'trim-hose' }],
    });
    expect(judge('hose', { length: value(390, 3) }).verdict).toBe('no');
    const lower = { radiatorBore: value(38), engineBore: value(38), length: value(500, 3) };
    const spring = (has: 'yes' | 'no' | undefined) =>
      judge('hose', lower, { position: word('lower'), spring: has && word(has) });
    expect(spring('yes').verdict).toBe('straight-in');
    expect(spring('no').work).toMatchObject([{ effort: 'transfer' }]);
    expect(spring(undefined)).toMatchObject({ verdict: 'not-proven', measure: [{ key: 'spring' }] });
  });

  test.each([
    ['vent', 'nipple', 'vent', 'none', 'ventNipple', 'change'],
    ['vent', 'nipple', 'vent', 'nipple', 'ventNipple', 'pass'],
    // Nobody uses it: it is open, and leaks until it is closed.
    ['vent', 'none', 'vent', 'nipple', 'ventNipple', 'change'],
    ['engineOilCooling', 'radiator', 'oilCooler', 'transmission', 'engineOilCooler', 'fail'],
    ['engineOilCooling', 'radiator', 'oilCooler', 'both', 'engineOilCooler', 'pass'],
    ['engineOilCooling', 'none', 'oilCooler', 'none', 'engineOilCooler', undefined],
    ['inletDirection', 'rear', 'inletDirection', 'up', 'inletDirection', 'change'],
    ['outletDirection', 'side', 'outletDirection', 'side', 'outletDirection', 'pass'],
    ['drainAccess', 'left', 'drainSide', 'right', 'drainSide', 'fail'],
  ] as const)(
    'a radiator where the vehicle’s %s is %s and its own %s is %s: %s %s',
    (need, is, have, has, check, outcome) => {
      const verdict = judge('radiator', {}, { [have]: word(has) }, vehicleWith({}, { [need]: word(is) }));
      expect(rowOf(verdict, check)?.outcome).toBe(outcome);
    },
  );

  test('a tank that cools both oils serves a self-shifting transmission too', () => {
    const outcome = (has: string) =>
      rowOf(judge('radiator', {}, { oilCooler: word(has) }), 'oilCooler')!.outcome;
    expect(['both', 'transmission', 'engine', 'none'].map(outcome)).toEqual(['pass', 'pass', 'fail', 'fail']);
  });

  test('a sensor port is asked for where the vehicle has a sensor, and where nobody has looked', () => {
    const port = (of: string | undefined) =>
      rowOf(
        judge(
          'radiator',
          {},
          { sensorPort: word('none') },
          vehicleWith({}, { sensorPort: of === undefined ? undefined : word(of) }),
        ),
        'sensorPort',
      );
    expect(port(undefined)?.outcome).toBe('unknown');
    expect(port('none')).toBeUndefined();
    expect(port('m14x1.5')).toMatchObject({ outcome: 'change', work: { code: 'sensor-adapter' } });
  });
});

describe('what to measure next', () => {
  const bare = (...missing: string[]) =>
    judge('fan', Object.fromEntries(missing.map((key) => [key, undefined])));
  const binary = (p: number): number => -p * Math.log2(p) - (1 - p) * Math.log2(1 - p);

  test('one figure missing is worth all the doubt there is: the entropy of one yes or no', () => {
    const [only, ...others] = bare('fanMountHeight').measure;
    expect(others).toEqual([]);
    expect(only).toMatchObject({ subject: 'fan', key: 'fanMountHeight', decides: ['fanMountHeight'] });
    expect(only!.bits).toBeCloseTo(binary(0.6), 12);
  });

  test('two missing figures: H(p²) − p·H(p) each; of the same minutes in the order of the ledger', () => {
    const measure = bare('fanMountHeight', 'fanMountWidth').measure;
    expect(measure.map((item) => item.key)).toEqual(['fanMountWidth', 'fanMountHeight']);
    for (const item of measure) expect(item.bits).toBeCloseTo(binary(0.36) - 0.6 * binary(0.6), 12);
  });

  test('a figure that settles nothing alone is proposed with the other; once that one is known it stands alone', () => {
    const hazy = vehicleWith({ fanMountWidth: undefined });
    const both = judgeFit(hazy, soundPart('fan', { fanMountWidth: undefined })).measure;
    const pair = both.filter(({ key }) => key === 'fanMountWidth');
    expect(pair.map(({ subject }) => subject).sort()).toEqual(['bay', 'fan']);
    for (const { subject, together } of pair)
      expect(together).toEqual([{ subject: subject === 'bay' ? 'fan' : 'bay', key: 'fanMountWidth' }]);
    for (const one of bare('fanMountWidth').measure) expect(one.together).toEqual([]);
  });

  test('one figure of the vehicle that many parts hang on comes before one of a single part', () => {
    const hazy = vehicleWith({ bayDepth: undefined });
    const parts = [soundPart('fan'), soundPart('fan'), soundPart('fan', { fanMountWidth: undefined })];
    const next = measureNext(parts.map((part) => judgeFit(hazy, part)));
    expect(next[0]).toMatchObject({ subject: 'bay', key: 'bayDepth', parts: [0, 1, 2] });
    expect(next[1]).toMatchObject({ subject: 'fan', key: 'fanMountWidth', parts: [2] });
  });

  test('a figure too coarse to decide is measured again on its coarser side', () => {
    const [again] = judge('fan', { fanMountHeight: value(386, 8) }).measure;
    expect(again).toMatchObject({ subject: 'fan', key: 'fanMountHeight' });
  });
});
