import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  ATTRIBUTES,
  PART_KINDS,
  combined,
  incoherences,
  isCoherent,
  type Attribute,
  type FigureSet,
} from '../src/figures/index.ts';
import { Draws } from '../src/random/index.ts';
import { judgeFit, sizesAgree } from '../src/fit/index.ts';
import {
  EFFORTS,
  HOSE_SIZES_MM,
  PRACTICE_NAMES,
  PRACTICE_TABLE,
  USUAL_PRACTICE,
  WORK_CODES,
  effortRank,
  materialsOf,
  mergeWork,
  minutesOf,
  needed,
  ownOf,
  practiceOf,
  workCost,
  workKey,
  workOf,
  type Work,
} from '../src/practice/index.ts';
import { VEHICLE, soundPart, value } from './sound.ts';

describe('lines of practice', () => {
  test('each has a value between its bounds, a unit and a kind of source', () => {
    for (const name of PRACTICE_NAMES) {
      const { value: usual, lo, hi, unit, source } = PRACTICE_TABLE[name];
      expect(lo, name).toBeLessThan(hi);
      expect(usual, name).toBeGreaterThanOrEqual(lo);
      expect(usual, name).toBeLessThanOrEqual(hi);
      expect([unit.length > 0, source.length > 3]).toEqual([true, true]);
    }
  });

  test('what holds, as the trade has it (common practice)', () => {
    expect(USUAL_PRACTICE).toMatchObject({
      motorToEngine: 20,
      drivenBladeToCore: 25,
      screwSpare: 2,
      fuseShare: 0.75,
      charging12: 14,
      hoseTrim: 12,
    });
  });

  test('a shop’s own number counts, is named by the rows that read it, and nothing impossible is taken', () => {
    const own = practiceOf({ pinSpacing: 0.2 });
    expect(ownOf(own)).toEqual(['pinSpacing']);
    expect(ownOf(USUAL_PRACTICE)).toEqual([]);
    const part = soundPart('radiator', { pinSpacing: value(611.5) });
    const rows = (practice = USUAL_PRACTICE) => judgeFit(VEHICLE, part, undefined, practice).ledger;
    expect(rows().find((row) => row.check === 'pinSpacing')).toMatchObject({ outcome: 'pass' });
    expect(rows(own).find((row) => row.check === 'pinSpacing')).toMatchObject({
      outcome: 'fail',
      own: ['pinSpacing'],
    });
    expect(rows(own).filter((row) => row.own).length).toBe(1);
    for (const wrong of [
      { pinSpacing: -1 },
      { pinSpacing: 9000 },
      { pinSpacing: Number.NaN },
      { passAt: 0.5, failAt: 0.6 },
    ])
      expect(() => practiceOf(wrong)).toThrow(RangeError);
  });
});

describe('work', () => {
  const works = fc.array(
    fc
      .record({
        code: fc.constantFrom(...WORK_CODES),
        concerns: fc.constantFrom('radiator', 'fan', 'upper'),
        by: fc.option(fc.integer({ min: 1, max: 40 }), { nil: undefined }),
        optional: fc.boolean(),
      })
      .map(({ code, concerns, by, optional }): Work => ({
        ...workOf(code, concerns, by === undefined ? {} : { by }),
        ...(optional ? { optional: true } : {}),
      })),
    { maxLength: 12 },
  );

  test('merged, each piece stands once, the larger amount counts, and what is needed comes first', () => {
    fc.assert(
      fc.property(works, (given) => {
        const merged = mergeWork(given);
        expect(new Set(merged.map(workKey)).size).toBe(merged.length);
        expect(new Set(merged.map(workKey))).toEqual(new Set(given.map(workKey)));
        const ranks = merged.map((each) => (each.optional ? 1000 : 0) + effortRank(each));
        expect(ranks).toEqual([...ranks].sort((a, b) => a - b));
        expect(mergeWork(merged)).toEqual(merged);
        for (const each of merged) {
          const alike = given.filter((other) => workKey(other) === workKey(each));
          // Needed by one, needed: nothing that is only worth doing takes its place.
          expect(each.optional ?? false).toBe(alike.every((other) => other.optional));
          expect(each.by ?? 0).toBe(Math.max(...alike.map((other) => other.by ?? 0)));
        }
      }),
      { seed: 31, numRuns: 200 },
    );
  });

  test('minutes are of what is needed, materials of all of it, each once', () => {
    const list = [
      workOf('fit-spacer', 'fan', { to: 8 }),
      workOf('stepped-hose', 'upper'),
      workOf('stepped-hose', 'lower'),
      { ...workOf('close-gap', 'top'), optional: true as const },
    ];
    expect(minutesOf(list)).toBe(needed(list).reduce((sum, each) => sum + each.minutes, 0));
    expect(minutesOf(list)).toBeLessThan(list.reduce((sum, each) => sum + each.minutes, 0));
    expect(materialsOf(list).filter((each) => each === 'two-clamps')).toHaveLength(1);
    expect(materialsOf(list)).toContain('self-adhesive-foam-strip');
  });

  test('an hour of making costs more than any number of things that are only bolted on', () => {
    const made = workCost([workOf('make-upper-brackets', 'radiator')]);
    const bolted = workCost(
      WORK_CODES.map((code) => workOf(code, 'fan')).filter((work) => work.effort === 'bolt-on'),
    );
    expect(made).toBeGreaterThan(bolted);
    expect(EFFORTS.indexOf('fabricate')).toBe(EFFORTS.length - 1);
  });
});

describe('figures together', () => {
  test('uncertainties combine as the root of their squares (JCGM 100:2008, 5.1.2); nonsense is refused', () => {
    expect(combined(3, 4)).toBe(5);
    expect(combined()).toBe(0);
    for (const wrong of [-1, Number.NaN]) expect(() => combined(1, wrong)).toThrow(RangeError);
  });

  test.each([...PART_KINDS])('the quick look at a %s and the sentences agree on what cannot be', (kind) => {
    const attributes = Object.entries(ATTRIBUTES[kind] as Record<string, Attribute>);
    const figures = fc.record({
      quantities: fc.record(
        Object.fromEntries(
          attributes.flatMap(([key, each]) =>
            each.type === 'quantity'
              ? [[key, fc.option(fc.double({ min: each.lo, max: each.hi, noNaN: true }).map((amount) => value(amount)), { nil: undefined })]] // prettier-ignore
              : [],
          ),
        ),
      ),
      words: fc.constant({}),
    });
    fc.assert(
      fc.property(figures, (own) => {
        const set = own as unknown as FigureSet<typeof kind>;
        expect(isCoherent(kind, set)).toBe(incoherences(kind, set).length === 0);
      }),
      { seed: 32, numRuns: 60 },
    );
  });

  test('sizes of the series: the chance of one size holds, however readings err', async ({ annotate }) => {
    const draws = new Draws(61);
    const gauss = (): number => Math.sqrt(-2 * Math.log(draws.even())) * Math.cos(2 * Math.PI * draws.even());
    // u is two standard deviations; only the first of these is the law that the chance is worked out by.
    const errors: Record<string, (u: number) => number> = {
      normal: (u) => (gauss() * u) / 2,
      even: (u) => (2 * draws.even() - 1) * u * 0.87,
      'read to whole millimetres': (u) => Math.round((gauss() * u) / 2),
      'one reader, always long': (u) => u / 4 + (gauss() * u) / 2.3,
    };
    const said: string[] = [];
    for (const [name, error] of Object.entries(errors))
      for (const [tool, u] of [['tape', 2], ['tape, awkward', 3], ['rule', 1], ['caliper', 0.2]] as const) {
        // Sizes that are met together: a neck and a hose of the same size, or of a neighbouring one.
        const sums = { other: 0, otherWrong: 0, same: 0, sameWrong: 0 };
        for (let n = 0; n < 3000; n += 1) {
          const at = 8 + Math.floor(16 * draws.even());
          const beside = Math.max(0, Math.min(HOSE_SIZES_MM.length - 1, at + Math.floor(5 * draws.even()) - 2));
          const [own, other] = [HOSE_SIZES_MM[at]!, HOSE_SIZES_MM[beside]!];
          const agree = sizesAgree(value(own + error(u), u), value(other + error(u), u), 2, 2);
          if (agree.same <= 0.05) { sums.other += 1; sums.otherWrong += Number(at === beside); }
          if (agree.same >= 0.95) { sums.same += 1; sums.sameWrong += Number(at !== beside); }
        }
        said.push(`${name}, ${tool}: “other” wrong ${sums.otherWrong} of ${sums.other}, “same” wrong ${sums.sameWrong} of ${sums.same}`);
        // 5 of 100, and what luck adds to so many.
        const most = (n: number): number => 0.05 * n + 2 * Math.sqrt(0.05 * 0.95 * n);
        expect(sums.otherWrong, said.at(-1)).toBeLessThanOrEqual(most(sums.other));
        expect(sums.sameWrong, said.at(-1)).toBeLessThanOrEqual(most(sums.same));
      }
    await annotate(said.join('; '));
  }); // prettier-ignore
  test('a printed size is what it says, odd sizes meet by their difference, and equal tape readings of close sizes are in doubt', () => {
    const printed = (amount: number) => ({ ...value(amount), trace: { ...value(amount).trace, method: 'listing' as const } }); // prettier-ignore
    const same = (one: Parameters<typeof sizesAgree>[0], two: Parameters<typeof sizesAgree>[0]): number => sizesAgree(one, two, 2, 4).same; // prettier-ignore
    expect(same(printed(38), printed(38))).toBeGreaterThan(0.999);
    expect(same(printed(38), printed(36))).toBeLessThan(0.01);
    // 1 1/2 in is sold as 38.
    expect(same(printed(38.1), printed(38))).toBeGreaterThan(0.999);
    // Both of no size of the series: the difference itself has to be small.
    expect(same(printed(66.5), printed(66.5))).toBeGreaterThan(0.99);
    expect(same(printed(66.5), printed(60))).toBeLessThan(0.05);
    expect(same(value(38, 2), value(38, 2))).toBeGreaterThan(0.5);
    expect(same(value(38, 2), value(38, 2))).toBeLessThan(0.95);
    // Further apart than both together can be off; hardly known at all is no “other”.
    expect(same(value(32, 2), value(45, 2))).toBeLessThan(0.001);
    expect(same(value(32, 40), value(45, 40))).toBeGreaterThan(0.1);
    expect(sizesAgree(value(36, 0.2), value(38, 0.2), 1, 3).within).toBeGreaterThan(0.999);
  });
});
