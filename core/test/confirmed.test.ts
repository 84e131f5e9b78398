import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { confirmed, type Installed } from '../src/fit/index.ts';

/** What counts as proof: the same revision, in an unaltered vehicle of the same kind. */
const installed: fc.Arbitrary<Installed> = fc.record({
  id: fc.integer({ min: 1, max: 99 }),
  result: fc.constantFrom('straight in' as const, 'with changes' as const, 'did not fit' as const),
  sameRevision: fc.boolean(),
  altered: fc.boolean(),
  note: fc.constant(''),
  by: fc.constant('Ada'),
  on: fc.constant('2026-01-01'),
});
const counts = (each: Installed): boolean => each.sameRevision && !each.altered;

describe('outcomes that prove something', () => {
  test('are counted as they are: tried, straight in, misfits', () => {
    fc.assert(
      fc.property(fc.array(installed, { maxLength: 12 }), (all) => {
        const own = all.filter(counts);
        const found = confirmed(all);
        expect(found.tried).toBe(own.length);
        expect(found.straightIn).toBe(own.filter((each) => each.result === 'straight in').length);
        expect(found.misfits).toBe(own.filter((each) => each.result === 'did not fit').length);
        expect(found.fit !== undefined).toBe(own.some((each) => each.result !== 'did not fit'));
        expect(found.misfit !== undefined).toBe(found.misfits > 0);
      }),
      { seed: 71, numRuns: 300 },
    );
  });

  test('another revision, or a vehicle that was altered, adds nothing', () => {
    fc.assert(
      fc.property(fc.array(installed, { maxLength: 8 }), installed, (all, one) => {
        const before = confirmed(all);
        expect(confirmed([...all, { ...one, sameRevision: false }])).toEqual(before);
        expect(confirmed([...all, { ...one, altered: true }])).toEqual(before);
      }),
      { seed: 72, numRuns: 200 },
    );
  });

  test('nothing tried is nothing proved', () => {
    expect(confirmed([])).toEqual({ fit: undefined, misfit: undefined, tried: 0, straightIn: 0, misfits: 0 });
  });
});
