import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { isNorthAmerican, readVin, repairVin, REPAIRS_SHOWN, vinCheckDigit } from '../src/vehicle/index.ts';

/** How often the number that was meant is among the few that are offered, by the slip that was made. */
const LETTERS = 'ABCDEFGHJKLMNPRSTUVWXYZ';
const YEAR_CODES = '123456789ABCDEFGHJK';
const digits = (count: number) =>
  fc.array(fc.constantFrom(...'0123456789'), { minLength: count, maxLength: count });
const letters = (count: number) =>
  fc.array(fc.constantFrom(...LETTERS), { minLength: count, maxLength: count });

/** Numbers as makers form them: a maker of the shop's, a descriptor, a year, a plant, a serial. */
const right = fc
  .tuple(letters(4), digits(1), fc.constantFrom(...YEAR_CODES), letters(1), digits(6))
  .map(([descriptor, engine, year, plant, serial]) => {
    const open = `4ZT${descriptor.join('')}${engine[0]!}0${year}${plant[0]!}${serial.join('')}`;
    return open.slice(0, 8) + vinCheckDigit(open) + open.slice(9);
  });

const offered = (typed: string): string[] => repairVin(typed, ['4ZT'], 2026).map((repair) => repair.vin);

interface Slip {
  name: string;
  make: (vin: string, at: number) => string;
  /** Share of slips after which the number meant is among those offered. */
  found: number;
}
const LOOKS: Record<string, string> = {
  '8': 'B',
  B: '8',
  '5': 'S',
  S: '5',
  '2': 'Z',
  '6': 'G',
  '0': 'O',
  '1': 'I',
};
const SLIPS: Slip[] = [
  {
    name: 'a look-alike',
    make: (vin, at) => {
      const places = [...vin].flatMap((each, index) => (LOOKS[each] && index !== 8 ? [index] : []));
      const place = places[at % Math.max(1, places.length)];
      return place === undefined ? vin : vin.slice(0, place) + LOOKS[vin[place]!]! + vin.slice(place + 1);
    },
    found: 0.9,
  },
  {
    name: 'a swapped pair in the serial',
    make: (vin, at) => {
      const place = 11 + (at % 5);
      return vin.slice(0, place) + vin[place + 1]! + vin[place]! + vin.slice(place + 2);
    },
    found: 0.6,
  },
  {
    name: 'an O for a nought',
    make: (vin) => vin.replace('0', 'O'),
    found: 0.95,
  },
];

describe('likely repairs', () => {
  test.each(SLIPS)('after $name the number meant is mostly among those offered', ({ make, found }) => {
    let [tried, hits] = [0, 0];
    fc.assert(
      fc.property(right, fc.nat({ max: 30 }), (vin, at) => {
        const typed = make(vin, at);
        // A slip that leaves a right number is no mistake anybody could see.
        if (typed === vin || readVin(typed, [], 2026).state === 'right') return;
        tried += 1;
        if (offered(typed).includes(vin)) hits += 1;
      }),
      { seed: 51, numRuns: 300 },
    );
    expect(tried).toBeGreaterThan(100);
    expect(hits / tried).toBeGreaterThanOrEqual(found);
  });

  test('whatever is offered is a right number, said how, likeliest first, and a few at most', () => {
    fc.assert(
      fc.property(
        right,
        fc.nat({ max: 16 }),
        fc.constantFrom(...LETTERS, ...'0123456789'),
        (vin, at, other) => {
          const typed = vin.slice(0, at) + other + vin.slice(at + 1);
          const repairs = repairVin(typed, ['4ZT'], 2026);
          expect(repairs.length).toBeLessThanOrEqual(REPAIRS_SHOWN);
          for (const repair of repairs) {
            expect(repair.vin).toMatch(/^[A-HJ-NPR-Z0-9]{17}$/);
            expect(vinCheckDigit(repair.vin)).toBe(repair.vin[8]);
            expect(repair.how).not.toBe('');
          }
          const weights = repairs.map((repair) => repair.weight);
          expect(weights).toEqual([...weights].sort((a, b) => b - a));
          expect(new Set(repairs.map((repair) => repair.vin)).size).toBe(repairs.length);
        },
      ),
      { seed: 52, numRuns: 200 },
    );
  });

  test('a right number is offered nothing; a number from elsewhere is not weighed by rules it does not know', () => {
    fc.assert(
      fc.property(right, (vin) => {
        expect(readVin(vin, [], 2026)).toMatchObject({ state: 'right', repairs: [] });
        const foreign = `W${vin.slice(1)}`;
        expect(isNorthAmerican(foreign)).toBe(false);
        expect(readVin(foreign, [], 2026)).toMatchObject({ state: 'form only', repairs: [] });
      }),
      { seed: 53, numRuns: 100 },
    );
  });

  test('one wrong character is always noticed where the digit binds, unless it weighs the same', () => {
    let [tried, noticed] = [0, 0];
    fc.assert(
      fc.property(
        right,
        fc.nat({ max: 16 }),
        fc.constantFrom(...LETTERS, ...'0123456789'),
        (vin, at, other) => {
          if (at === 0 || vin[at] === other) return;
          const typed = vin.slice(0, at) + other + vin.slice(at + 1);
          tried += 1;
          if (readVin(typed, [], 2026).state !== 'right') noticed += 1;
        },
      ),
      { seed: 54, numRuns: 600 },
    );
    // Letters and digits of one value (A and 1) cannot be told apart by a sum; about one change in ten is such.
    expect(noticed / tried).toBeGreaterThan(0.85);
  });
});
