import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { contradicts, speaksOf, type Claim } from '../src/application/index.ts';
import { createJudge, judgeFit, type Evidence, type FitPart, type FitVehicle } from '../src/fit/index.ts';
import { best, chanceClear, chanceWithin, normalCdf } from '../src/figures/index.ts';
import { practiceOf } from '../src/practice/index.ts';
import { VEHICLE, soundPart, trace, value, vehicleWith, word } from './sound.ts';

const mm = value;
const is = word;
const auto = VEHICLE;
const manual: FitVehicle = { ...auto, selfShifting: false };
const radiator = (
  quantities: Parameters<typeof soundPart>[1] = {},
  words: Parameters<typeof soundPart>[2] = {},
): FitPart => soundPart('radiator', quantities, words);
const evidence = (change: Partial<Evidence>): Evidence => ({
  listings: [],
  installed: [],
  listedElsewhere: [],
  ...change,
});
const tried = (result: 'straight in' | 'with changes' | 'did not fit', change = {}) => ({
  id: 1,
  result,
  sameRevision: true,
  altered: false,
  note: '',
  by: 'Bo',
  on: '2026-02-02',
  ...change,
});

describe('chance', () => {
  test('Φ agrees with the published table to 1e-6 (NIST/SEMATECH e-Handbook 1.3.6.7.1, from memory)', () => {
    for (const [z, p] of [
      [0, 0.5],
      [1, 0.841345],
      [1.645, 0.950015],
      [1.96, 0.975002],
      [2.576, 0.995002],
      [-1, 0.158655],
    ] as const)
      expect(normalCdf(z)).toBeCloseTo(p, 5);
  });
  test('a margin of 1.645 standard deviations is met with 95 %; no uncertainty leaves no doubt', () => {
    expect(chanceClear(1.645, 2)).toBeCloseTo(0.95, 4);
    expect([
      chanceClear(0, 0),
      chanceClear(-0.001, 0),
      chanceWithin(3, 3, 0),
      chanceWithin(3.001, 3, 0),
    ]).toEqual([1, 0, 1, 0]);
  });
  test('falls as the uncertainty of a spare margin grows, and lies in 0 to 1', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 50, noNaN: true }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        (margin, u) => chanceClear(margin, u + 1) <= chanceClear(margin, u) + 1e-7,
      ),
      { seed: 2 },
    );
    fc.assert(
      fc.property(
        fc.double({ min: -90, max: 90, noNaN: true }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        (d, u) => {
          const p = chanceWithin(d, 3, u);
          return p >= 0 && p <= 1;
        },
      ),
      { seed: 2 },
    );
  });
});

describe('a radiator in a vehicle', () => {
  test('that meets every check goes straight in, and the tightest margin is named', () => {
    const verdict = judgeFit(auto, radiator());
    expect(verdict).toMatchObject({
      verdict: 'straight-in',
      grade: 2,
      work: [{ code: 'close-gap', optional: true }],
      measure: [],
    });
    expect(verdict).toMatchObject({ met: 29, deciding: { by: 'check', check: 'inletDiameter' } });
    expect(verdict.decidingRow!.margin!.value).toBeCloseTo(1.2, 9);
  });

  test('a missing transmission cooler turns it away, a spare one does not', () => {
    const without = radiator({}, { oilCooler: is('none') });
    expect(judgeFit(auto, without)).toMatchObject({ verdict: 'no', deciding: { check: 'oilCooler' } });
    expect(judgeFit(manual, without).verdict).toBe('straight-in');
    expect(judgeFit(manual, radiator()).verdict).toBe('straight-in');
    expect(judgeFit(vehicleWith({}, { oilCooling: is('separate') }), without).verdict).toBe('straight-in');
  });

  test.each([
    [
      'a core too thick for the fan, within reach of spacers',
      { thickness: mm(80, 0.4) },
      {},
      'changes',
      'depthWithFan',
    ],
    ['a core too thick for fan and spacers', { thickness: mm(100, 0.4) }, {}, 'no', 'depthWithFan'],
    ['too wide', { overallWidth: mm(730) }, {}, 'no', 'width'],
    ['too wide by less than a bracket slot', { overallWidth: mm(711) }, {}, 'changes', 'width'],
    ['inlet on the other side', {}, { inletSide: is('right') }, 'no', 'inletSide'],
    ['no neck for the recovery bottle', {}, { fillerNeck: is('none') }, 'no', 'bottle'],
    ['cap of another rating', { capPressure: mm(90) }, {}, 'changes', 'capPressure'],
    ['no tabs for the condenser', {}, { condenserTabs: is('no') }, 'changes', 'condenserTabs'],
    ['pins read too coarsely to tell', { pinSpacing: mm(612.5, 4) }, {}, 'not-proven', 'pinSpacing'],
    ['pins not known', { pinSpacing: undefined }, {}, 'not-proven', 'pinSpacing'],
  ] as const)('%s', (_, quantities, words, verdict, check) => {
    const got = judgeFit(auto, radiator(quantities, words));
    expect(got).toMatchObject({ verdict, deciding: { by: 'check', check } });
  });

  test('condenser tabs are not asked for without air conditioning', () => {
    expect(
      judgeFit({ ...auto, airConditioning: false }, radiator({}, { condenserTabs: is('no') })).verdict,
    ).toBe('straight-in');
  });

  test('not proven names what to measure and where, what tells most for its minutes first', () => {
    const verdict = judgeFit(
      auto,
      radiator({ pinSpacing: undefined, inletDiameter: undefined }, { fillerNeck: undefined }),
    );
    expect(verdict.measure.map((item) => item.key)).toEqual(['fillerNeck', 'pinSpacing', 'inletDiameter']);
    expect(judgeFit(auto, radiator({ pinSpacing: mm(612.5, 4) })).measure).toMatchObject([
      { subject: 'radiator', key: 'pinSpacing' },
    ]);
    expect(
      judgeFit(vehicleWith({ fanBladeGap: undefined }), {
        kind: 'radiator',
        figures: { quantities: {}, words: {} },
      }),
    ).toMatchObject({
      verdict: 'not-proven',
      deciding: { by: 'nothing-known' },
    });
  });

  test('the weakest deciding figure sets the grade', () => {
    expect(judgeFit(auto, radiator({ pinSpacing: mm(610, 0.4, 4) })).grade).toBe(4);
  });
});

describe('evidence', () => {
  const unknown = radiator({ pinSpacing: undefined });
  test('a confirmed fit settles an unknown; of another revision or an altered vehicle it does not', () => {
    expect(judgeFit(auto, unknown, evidence({ installed: [tried('straight in')] }))).toMatchObject({
      verdict: 'straight-in',
      grade: 1,
      tried: 1,
    });
    expect(judgeFit(auto, unknown, evidence({ installed: [tried('with changes')] })).verdict).toBe('changes');
    for (const change of [{ sameRevision: false }, { altered: true }])
      expect(judgeFit(auto, unknown, evidence({ installed: [tried('straight in', change)] }))).toMatchObject({
        verdict: 'not-proven',
        tried: 0,
      });
  });
  test('a confirmed misfit outweighs every listing and every figure; a fit against a figure is not believed blindly', () => {
    const listed = {
      claimId: 1,
      says: 'fits',
      sentence: '2008–2012',
      source: 'a catalogue',
      grade: 4,
    } as const;
    expect(
      judgeFit(auto, radiator(), evidence({ listings: [listed], installed: [tried('did not fit')] })),
    ).toMatchObject({ verdict: 'no', deciding: { result: 'misfit' } });
    expect(
      judgeFit(auto, radiator({ overallWidth: mm(730) }), evidence({ installed: [tried('straight in')] })),
    ).toMatchObject({ verdict: 'not-proven', deciding: { result: 'against-figures' } });
    expect(judgeFit(auto, radiator(), evidence({ listings: [listed] })).ledger[0]).toMatchObject({
      check: 'listed',
      outcome: 'pass',
    });
  });
  test('of several sources the better grade counts and the others stay visible', () => {
    expect(best([mm(700, 3, 4), mm(698, 0.4, 2), mm(699, 1, 3)])).toMatchObject({
      value: 698,
      others: [{ value: 699 }, { value: 700 }],
    });
  });
});

test('the fast judge and the full ledger always agree, and no sentence shows a hole', () => {
  const judge = createJudge();
  const maybe = (lo: number, hi: number) =>
    fc.option(
      fc.record({
        value: fc.double({ min: lo, max: hi, noNaN: true }),
        u: fc.double({ min: 0, max: 5, noNaN: true }),
        trace: fc.constant(trace()),
      }),
      { nil: undefined, freq: 8 },
    );
  const word = (...choices: string[]) =>
    fc.option(fc.constantFrom(...choices).map(is), { nil: undefined, freq: 8 });
  const parts = fc.record({
    quantities: fc.record({
      overallWidth: maybe(690, 720),
      overallHeight: maybe(450, 475),
      thickness: maybe(40, 110),
      pinSpacing: maybe(600, 620),
      pinDiameter: maybe(9, 18),
      topMountSpacing: maybe(590, 612),
      inletDiameter: maybe(30, 45),
      outletDiameter: maybe(30, 45),
      capPressure: maybe(80, 140),
      fanMountWidth: maybe(550, 572),
      fanMountHeight: maybe(370, 392),
    }),
    words: fc.record({
      topMount: word('pins', 'saddle'),
      inletSide: word('left', 'right'),
      outletSide: word('right'),
      oilCooler: word('none', 'transmission'),
      oilCoolerFitting: word('m18x1.5', 'm14x1.5'),
      fillerNeck: word('neck', 'none'),
      condenserTabs: word('yes', 'no'),
    }),
  });
  fc.assert(
    fc.property(parts, fc.boolean(), (figures, selfShifting) => {
      const part = { kind: 'radiator', figures } as FitPart;
      const vehicle = { ...auto, selfShifting };
      const full = judgeFit(vehicle, part);
      expect(judge(vehicle, part)).toEqual({ verdict: full.verdict, deciding: full.deciding });
    }),
    { seed: 9, numRuns: 400 },
  );
  expect(() => practiceOf({ passAt: Number.NaN })).toThrow(RangeError);
});

describe('claims', () => {
  const open = { built: null, engineIds: null, transmissionIds: null, airConditioning: null, packages: null };
  const claim = (change: Partial<Claim>): Claim => ({
    id: 1,
    partId: 1,
    modelId: 10,
    fits: true,
    sourceId: 1,
    exceptions: [],
    ...open,
    years: [2008, 2012],
    ...change,
  });
  const vehicle = {
    id: 1,
    modelId: 10,
    year: 2010,
    engineId: 20,
    transmissionId: 30,
    airConditioning: true,
    package: 'heavy-duty',
    body: 'pickup',
    drive: 'all',
    steering: 'right',
    built: ['2009-09', '2010-08'],
  } as const;
  test('cover, except or are silent', () => {
    expect(speaksOf(claim({ engineIds: [20] }), vehicle)).toBe('covers');
    expect(
      speaksOf(claim({ exceptions: [{ ...open, years: null, packages: ['heavy-duty'] }] }), vehicle),
    ).toBe('excepts');
    for (const change of [
      { years: [2011, 2012] },
      { engineIds: [21] },
      { modelId: 11 },
      { airConditioning: false },
      { built: ['2010-09', '2012-01'] },
    ] as Partial<Claim>[])
      expect(speaksOf(claim(change), vehicle)).toBe('silent');
  });
  test('of one source contradict when both cannot hold; of two sources, or kept apart by an exception, they do not', () => {
    const not = claim({ id: 2, fits: false, years: [2010, 2010] });
    expect(contradicts(claim({}), not)).toBe(true);
    expect(contradicts(claim({}), { ...not, sourceId: 2 })).toBe(false);
    expect(contradicts(claim({ engineIds: [20] }), { ...not, engineIds: [21] })).toBe(false);
    expect(contradicts(claim({ exceptions: [{ ...open, years: [2010, 2010] }] }), not)).toBe(false);
  });
});
