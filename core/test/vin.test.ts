import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { validate } from 'vin-validator';
import {
  describeVehicle,
  readVin,
  repairVin,
  vinCheckDigit,
  vinYear,
  looksLikeVin,
  type VinPattern,
} from '../src/vehicle/index.ts';

const ALPHABET = 'ABCDEFGHJKLMNPRSTUVWXYZ0123456789';
const vins = fc
  .array(fc.constantFrom(...ALPHABET), { minLength: 17, maxLength: 17 })
  .map((characters) => characters.join(''));
const withDigit = (vin: string): string => vin.slice(0, 8) + vinCheckDigit(vin) + vin.slice(9);

describe('check digits', () => {
  test('the worked example of 49 CFR 565.15 has X', () => {
    expect(vinCheckDigit('1M8GDM9A_KP042788'.replace('_', 'X'))).toBe('X');
    expect(readVin('1M8GDM9AXKP042788', [], 2026)).toMatchObject({ state: 'right' });
    // Seventeen ones sum to 89 = 8 × 11 + 1; a published test number of the same part.
    expect(vinCheckDigit('1'.repeat(17))).toBe('1');
  });

  test('agree with vin-validator 1.0.0 on random numbers, right and wrong', () => {
    fc.assert(
      fc.property(vins, fc.boolean(), (vin, right) => {
        const number = right ? withDigit(vin) : vin;
        expect(vinCheckDigit(number) === number[8]).toBe(validate(number));
      }),
      { seed: 17, numRuns: 400 },
    );
  });

  test('are refused for what is no VIN', () => {
    for (const bad of ['', 'I'.repeat(17), '1'.repeat(16), '1'.repeat(18)])
      expect(() => vinCheckDigit(bad)).toThrow(RangeError);
  });
});

describe('model years', () => {
  // Position 7 digit: 1980–2009, letter: 2010–2039, for light vehicles; 49 CFR 565.15(d)(1).
  test.each([
    ['1ZZAA11A_91000001', 'letter at 7 is not there, code 9', 2009, '1'],
    ['1ZZAA1AA_A1000001', 'letter', 2010, 'A'],
    ['1ZZAA11A_A1000001', 'digit', 1980, '1'],
    ['1ZZAA1AA_L1000001', 'letter, L', 2020, 'A'],
    ['1ZZAA11A_Y1000001', 'digit, Y', 2000, '1'],
  ])('%s (%s) is %i', (vin, _why, year) => {
    expect(vinYear(vin.replace('_', '0'), 2026)?.year).toBe(year);
  });
  test('a year not yet on sale is the earlier cycle, whatever position 7 says', () => {
    expect(vinYear('1ZZAA1AA0Y1000001', 2026)).toMatchObject({ year: 2000, other: null });
  });
  test('I, O, Q, U, Z and 0 are no year codes', () => {
    for (const code of 'UZ0') expect(vinYear(`1ZZAA1AA0${code}1000001`, 2026)).toBeUndefined();
  });
});

describe('repairs', () => {
  const slips: [string, (vin: string, at: number) => string][] = [
    ['swapped pair', (vin, at) => vin.slice(0, at) + vin[at + 1]! + vin[at]! + vin.slice(at + 2)],
    [
      'look-alike',
      (vin, at) =>
        vin.slice(0, at) +
        ({ 0: 'O', 1: 'I', 5: 'S', 8: 'B', 2: 'Z', 6: 'G' }[vin[at]!] ?? vin[at]!) +
        vin.slice(at + 1),
    ],
    [
      'character missing',
      (vin, at) => (vin[at] === vin[at + 1] ? vin.slice(0, at) + vin.slice(at + 1) : vin),
    ],
  ];
  test.each(slips)('a %s is among what is offered, and everything offered holds', (_name, slip) => {
    let seen = 0;
    fc.assert(
      fc.property(
        fc.constantFrom('A', 'B', 'C', 'T', '1', '9'),
        fc.string({ unit: fc.constantFrom(...'0123456789'), minLength: 6, maxLength: 6 }),
        fc.nat(15),
        (code, serial, at) => {
          const right = withDigit(`5ZW8T2AD0${code}${'7'}${serial}`.slice(0, 17));
          const typed = slip(right, at);
          if (typed === right) return;
          const reading = readVin(typed, [], 2026);
          for (const repair of reading.repairs) expect(vinCheckDigit(repair.vin)).toBe(repair.vin[8]);
          if (reading.state === 'right') return;
          seen += 1;
          expect(repairVin(typed, ['5ZW'], 2026).map((repair) => repair.vin)).toContain(right);
        },
      ),
      { seed: 4, numRuns: 150 },
    );
    expect(seen).toBeGreaterThan(3);
  });
  test('there is never only one answer to a wrong digit', () => {
    const right = withDigit('5ZW8T2AD0A7104482');
    const reading = readVin(right.replace('4482', '4428'), [], 2026);
    expect(reading.state).toBe('wrong digit');
    expect(reading.repairs.length).toBeGreaterThan(1);
  });
});

describe('elsewhere, and the shop’s own patterns', () => {
  const patterns: VinPattern[] = [
    { id: 1, prefix: '5ZW', position: 0, codes: '', field: 'make', value: '1' },
    { id: 2, prefix: '5ZW..', position: 8, codes: 'DE', field: 'engineCode', value: 'QD22' },
    { id: 3, prefix: '5ZW', position: 11, codes: '7', field: 'plant', value: 'Ferrow works' },
  ];
  test('a pattern speaks where its beginning and its position agree', () => {
    const vin = withDigit('5ZW8T2AD0A7104482');
    expect(readVin(vin, patterns, 2026).holds.map((pattern) => pattern.id)).toEqual([1, 2, 3]);
    expect(
      readVin(withDigit('5ZW8T2AP0A8104482'), patterns, 2026).holds.map((pattern) => pattern.id),
    ).toEqual([1]);
  });
  test('names of makes and models in a pattern become details of the vehicle', () => {
    const vocabulary = {
      makes: [{ id: 7, name: 'Quillon' }],
      models: [{ id: 9, makeId: 7, name: 'Tussock', nicknames: [], life: [2008, 2014] as const }],
      engines: [],
      transmissions: [],
    };
    const named: VinPattern[] = [
      { ...patterns[0]!, value: 'quillon' },
      { ...patterns[0]!, field: 'model', value: 'Tussock' },
    ];
    const { chips } = describeVehicle(withDigit('5ZW8T2AD0A7104482'), vocabulary, 2026, named);
    expect(chips.map(({ field, value }) => [field, value])).toEqual([
      ['year', '2010'],
      ['make', '7'],
      ['model', '9'],
    ]);
  });
  test('a number from elsewhere is read for its form, not refused for its digit', () => {
    expect(readVin('ZW9AA1AA0A1000001', patterns, 2026)).toMatchObject({ state: 'form only', repairs: [] });
  });
  test('I, O and Q are said and read as what they look like', () => {
    const right = withDigit('5ZW8T2AD0A7104482');
    const fixed = withDigit(right);
    const typed = fixed.replace('1', 'I').replaceAll('0', 'O');
    const reading = readVin(typed, [], 2026);
    expect(reading.state).toBe('wrong form');
    expect(reading.says).toMatch(/no I or O|no O or I/);
    expect(reading.repairs[0]?.vin).toBe(fixed);
  });
  test('a word is taken for a VIN only when it looks like one', () => {
    expect(looksLikeVin('5ZW8T2AD0A7104482')).toBe(true);
    for (const word of ['tussock', '20091234567890123', 'ABCDEFGHJKLMNPRST', 'QLR-4410'])
      expect(looksLikeVin(word)).toBe(false);
  });
});
