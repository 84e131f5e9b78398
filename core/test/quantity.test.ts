import fc from 'fast-check';
import { create, all } from 'mathjs';
import { describe, expect, test } from 'vitest';
import {
  UNITS,
  convert,
  expandedUncertainty,
  formatQuantity,
  parseQuantity,
  recordUnit,
  type Dimension,
} from '../src/quantity/index.ts';

const math = create(all!, {});

/** mathjs 15 has exact factors of its own for these; the symbols differ from ours. */
const MATHJS: Partial<Record<Dimension, [record: string, others: Record<string, string>]>> = {
  length: ['mm', { cm: 'cm', m: 'm', in: 'inch', ft: 'foot', thou: 'mil' }],
  area: ['cm^2', { 'mm²': 'mm^2', 'm²': 'm^2', 'sq in': 'sqin', 'sq ft': 'sqft' }],
  volume: ['L', { mL: 'mL', 'US gal': 'gallon', 'US qt': 'quart', 'US pt': 'pint', 'cu in': 'cuin' }],
  mass: ['kg', { g: 'g', lb: 'lbm', oz: 'oz' }],
  temperature: ['degC', { '°F': 'degF', K: 'K' }],
  torque: ['N m', { 'lbf·ft': 'lbf foot', 'lbf·in': 'lbf inch' }],
  pressure: ['kPa', { Pa: 'Pa', bar: 'bar', psi: 'psi' }],
  airflow: ['m^3/hour', { 'm³/min': 'm^3/minute', 'm³/s': 'm^3/s', 'L/s': 'L/s', CFM: 'foot^3/minute' }],
  current: ['A', { mA: 'mA' }],
};

describe('unit factors', () => {
  test('agree with mathjs to 1e-6 relative (its gallon and psi are rounded there)', () => {
    for (const [dimension, [record, others]] of Object.entries(MATHJS) as [
      Dimension,
      [string, Record<string, string>],
    ][]) {
      for (const [ours, theirs] of Object.entries(others)) {
        for (const value of [1, 37.5]) {
          const expected = math.unit(value, theirs).toNumber(record);
          const got = convert(value, dimension, ours, recordUnit(dimension).symbol);
          expect(Math.abs(got - expected), `${value} ${ours}`).toBeLessThanOrEqual(
            1e-6 * Math.max(1, Math.abs(expected)),
          );
        }
      }
    }
  });

  test('are exact where a definition says so (NIST SP 811 appendix B, from memory)', () => {
    expect(convert(1, 'length', 'in', 'mm')).toBe(25.4);
    expect(convert(1, 'volume', 'US gal', 'L')).toBeCloseTo(3.785411784, 12);
    expect(convert(1, 'volume', 'US fl oz', 'mL')).toBeCloseTo(29.5735295625, 10);
    expect(convert(1, 'volume', 'imp gal', 'L')).toBeCloseTo(4.54609, 12);
    expect(convert(1, 'torque', 'lbf·ft', 'N·m')).toBeCloseTo(1.3558179483314, 12);
    expect(convert(1, 'pressure', 'psi', 'kPa')).toBeCloseTo(6.894757293168, 10);
    expect(convert(1, 'airflow', 'CFM', 'm³/h')).toBeCloseTo(1.69901079552, 10);
    expect(convert(-40, 'temperature', '°F', '°C')).toBeCloseTo(-40, 12);
  });

  test('the trade knows 13.5 lbf·ft as 18.3 N·m (common practice)', () => {
    expect(formatQuantity(convert(13.5, 'torque', 'lbf·ft', 'N·m'), 'torque', 'metric')).toBe('18.3 N·m');
  });

  test('go out and come back unchanged', () => {
    for (const [dimension, units] of Object.entries(UNITS) as [Dimension, (typeof UNITS)['length']][])
      for (const unit of units)
        fc.assert(
          fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (x) => {
            const back = convert(
              convert(x, dimension, unit.symbol, recordUnit(dimension).symbol),
              dimension,
              recordUnit(dimension).symbol,
              unit.symbol,
            );
            return Math.abs(back - x) <= 1e-9 * Math.max(1000, Math.abs(x));
          }),
          { seed: 7, numRuns: 50 },
        );
    expect(() => convert(Number.NaN, 'length', 'mm', 'in')).toThrow(RangeError);
    expect(() => convert(1, 'length', 'furlong', 'mm')).toThrow(RangeError);
  });
});

describe('what a hand writes', () => {
  const read: [string, Dimension, number][] = [
    ['28 3/4"', 'length', 730.25],
    ['28-3/4 in', 'length', 730.25],
    ['28¾″', 'length', 730.25],
    ['3/16 inch', 'length', 4.7625],
    ['730', 'length', 730],
    ['73 cm', 'length', 730],
    ['73,5 cm', 'length', 735],
    ['1,234.5 mm', 'length', 1234.5],
    ['2\' 4 1/2"', 'length', 723.9],
    ['2 ft 4 in', 'length', 711.2],
    ['Ø38', 'length', 38],
    ['.400 in.', 'length', 10.16],
    ['1 1/2 gal', 'volume', 5.678117676],
    ['7.2L', 'volume', 7.2],
    ['2 imp gal', 'volume', 9.09218],
    ['8 fl oz', 'volume', 0.2365882365],
    ['10 lb 4 oz', 'mass', 4.64932134],
    ['13.5 ft-lb', 'torque', 18.3035423],
    ['70 in lbs', 'torque', 7.90893803],
    ['8 N·m', 'torque', 8],
    ['8nm', 'torque', 8],
    ['180F', 'temperature', 82.2222222],
    ['-34 °C', 'temperature', -34],
    ['-40 F', 'temperature', -40],
    ['16 psi', 'pressure', 110.3161167],
    ['1.1 bar', 'pressure', 110],
    ['933 CFM', 'airflow', 1585.177072],
    ['2400 m3/h', 'airflow', 2400],
    ['10.1 amps', 'current', 10.1],
    ['50 %', 'share', 50],
    ['1e2 mm', 'length', 100],
  ];
  test.each(read)('%s as %s', (text, dimension, value) => {
    const got = parseQuantity(text, dimension);
    expect(got).toMatchObject({ ok: true, text });
    expect(got.ok && got.value).toBeCloseTo(value, 6);
  });

  test('keeps ± with the unit written once, and as a difference for temperatures', () => {
    expect(parseQuantity('610 ± 3 mm', 'length')).toMatchObject({ value: 610, stated: 3, unit: 'mm' });
    expect(parseQuantity('24 +/- 1/16 in', 'length')).toMatchObject({
      value: expect.closeTo(609.6, 9),
      stated: expect.closeTo(1.5875, 9),
    });
    expect(parseQuantity('180 ± 9 F', 'temperature')).toMatchObject({
      value: expect.closeTo(82.222, 3),
      stated: expect.closeTo(5, 9),
    });
  });

  test('takes the unit the reader works in when none is written, and says so', () => {
    const inch = UNITS.length.find((unit) => unit.symbol === 'in')!;
    expect(parseQuantity('24.5', 'length', inch)).toMatchObject({
      value: expect.closeTo(622.3, 9),
      unit: 'in',
      unitAssumed: true,
    });
    expect(parseQuantity('24.5 mm', 'length', inch)).toMatchObject({ value: 24.5, unitAssumed: false });
  });

  const refused: [string, Dimension, string][] = [
    ['', 'length', 'empty'],
    ['wide', 'length', 'not-a-number'],
    ['12 L', 'length', 'wrong-dimension'],
    ['12 furlongs', 'length', 'unknown-unit'],
    ['1,234', 'length', 'ambiguous-comma'],
    ['3/0 in', 'length', 'zero-denominator'],
    ['4 in 2 ft', 'length', 'order'],
    ['12 mm 13', 'length', 'order'],
    ['610 ± wide', 'length', 'bad-uncertainty'],
    ['-300 C', 'temperature', 'below-absolute-zero'],
    ['NaN', 'length', 'not-a-number'],
    ['7'.repeat(5_000_000), 'length', 'too-long'],
    ['<b>1</b>', 'length', 'not-a-number'],
  ];
  test('answers nonsense with a fault', () => {
    for (const [text, dimension, fault] of refused) {
      const got = parseQuantity(text, dimension);
      expect(got, text.slice(0, 20)).toMatchObject({ ok: false, fault });
    }
  });

  test('never throws and never answers NaN, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.string({ maxLength: 30 }), fc.stringMatching(/^[-±\d /.,"'a-zA-Z°%½]{0,16}$/)),
        fc.constantFrom<Dimension>('length', 'torque', 'temperature'),
        (text, dimension) => {
          const got = parseQuantity(text, dimension);
          return got.ok ? Number.isFinite(got.value) && got.resolution >= 0 : got.fault.length > 0;
        },
      ),
      { seed: 11, numRuns: 3000 },
    );
  });
});

describe('uncertainty', () => {
  test('of a 1/16 in tape reading is about the division (common practice); a stated ± wins', () => {
    const u = expandedUncertainty('tape', 'length', 730.25, 25.4 / 16);
    expect(u).toBeGreaterThan(1.5);
    expect(u).toBeLessThan(2.5);
    expect(expandedUncertainty('caliper', 'length', 38, 0.02)).toBeLessThan(0.3);
    expect(expandedUncertainty('tape', 'length', 730, 1, 3)).toBe(3);
    expect(() => expandedUncertainty('tape', 'length', Number.NaN, 1)).toThrow(RangeError);
  });
  test('rounding alone is the rectangular share 2·a/√12 (JCGM 100:2008, F.2.2.1)', () => {
    expect(expandedUncertainty('bench', 'length', 10, 1)).toBeCloseTo(0.57735, 5);
  });
});

test('figures are shown in the units asked for', () => {
  expect(formatQuantity(730.25, 'length', 'both')).toBe('730.3 mm (28.75 in)');
  expect(formatQuantity(-6, 'length', 'metric', { bare: true, signed: true })).toBe('−6');
  expect(formatQuantity(610, 'length', 'metric', { uncertainty: 3 })).toBe('610 ± 3 mm');
  expect(formatQuantity(100, 'temperature', 'us')).toBe('212 °F');
  expect(formatQuantity(10, 'temperature', 'us', { difference: true })).toBe('18 °F');
});
