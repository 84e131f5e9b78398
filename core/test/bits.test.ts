import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Bits, monthName, monthNumber } from '../src/application/index.ts';

const SIZE = 140;
const members = fc.uniqueArray(fc.integer({ min: 0, max: SIZE - 1 }), { maxLength: 60 });
const listed = (set: Iterable<number>): number[] => [...set].sort((a, b) => a - b);

describe('sets of small numbers as machine words', () => {
  test('say the same as a plain set: union, intersection, difference, membership, count, order', () => {
    fc.assert(
      fc.property(members, members, (one, other) => {
        const [a, b] = [new Set(one), new Set(other)];
        const [bitsA, bitsB] = [Bits.of(SIZE, one), Bits.of(SIZE, other)];
        expect(bitsA.list()).toEqual(listed(a));
        expect(bitsA.copy().or(bitsB).list()).toEqual(listed(new Set([...a, ...b])));
        expect(bitsA.copy().and(bitsB).list()).toEqual(listed([...a].filter((item) => b.has(item))));
        expect(bitsA.copy().without(bitsB).list()).toEqual(listed([...a].filter((item) => !b.has(item))));
        expect(bitsA.count()).toBe(a.size);
        expect(bitsA.common(bitsB)).toBe([...a].filter((item) => b.has(item)).length);
        expect(bitsA.meets(bitsB)).toBe([...a].some((item) => b.has(item)));
        expect(bitsA.within(bitsB)).toBe([...a].every((item) => b.has(item)));
        expect(bitsA.isEmpty()).toBe(a.size === 0);
        expect(bitsA.first()).toBe(a.size === 0 ? -1 : Math.min(...a));
        for (let item = 0; item < SIZE; item += 7) expect(bitsA.has(item)).toBe(a.has(item));
      }),
      { seed: 3, numRuns: 200 },
    );
  });

  test('a copy is its own; what is set can be cleared; the highest bit of a word is no sign', () => {
    const one = Bits.of(64, [31, 32, 63]);
    const copy = one.copy();
    copy.clear(31);
    copy.set(0);
    expect(one.list()).toEqual([31, 32, 63]);
    expect(copy.list()).toEqual([0, 32, 63]);
    expect(Bits.of(32, [31]).count()).toBe(1);
    expect(Bits.of(32, [31]).first()).toBe(31);
  });

  test('the same members have the same key, others another', () => {
    fc.assert(
      fc.property(members, members, (one, other) => {
        const same = JSON.stringify(listed(one)) === JSON.stringify(listed(other));
        expect(Bits.of(SIZE, one).key() === Bits.of(SIZE, other).key()).toBe(same);
      }),
      { seed: 4, numRuns: 200 },
    );
  });

  test('a set of nothing has room for one, and holds none', () => {
    expect(Bits.none(0).isEmpty()).toBe(true);
    expect(Bits.none(0).list()).toEqual([]);
  });
});

describe('months', () => {
  test('as counts, neighbours differ by one across a new year', () => {
    expect(monthNumber('2010-01') - monthNumber('2009-12')).toBe(1);
    fc.assert(
      fc.property(fc.integer({ min: 1900 * 12, max: 2100 * 12 }), (count) => {
        expect(monthNumber(monthName(count))).toBe(count);
        expect(monthName(count)).toMatch(/^\d{4}-(0[1-9]|1[0-2])$/);
      }),
      { seed: 5, numRuns: 200 },
    );
  });
});
