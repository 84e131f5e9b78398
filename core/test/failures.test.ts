import { describe, expect, test } from 'vitest';
import {
  alikeness,
  benjaminiHochberg,
  binomialInterval,
  daysOf,
  fisher,
  fitWeibull,
  judgeEarly,
  kaplanMeier,
  poissonInterval,
  rateIsHigher,
  shareAt,
  shareOverTime,
  reportFromJob,
  sightingsOf,
  standingWord,
  standingWords,
  unitsOf,
  weibullShare,
  type EarlyCount,
  type Life,
  type Sighting,
  type Standing,
} from '../src/failure/index.ts';
import { isStopped, type EventPayloads } from '../src/job/index.ts';
import { practiceOf } from '../src/practice/index.ts';
import { Draws } from '../src/random/index.ts';
import { jobOf, type Happened } from './job-of.ts';
import R from './fixtures/failures.json' with { type: 'json' };

type Columns = Record<string, (number | null)[]>;
const livesOf = ({ time, status, id }: { time: number[]; status: number[]; id: number[] }): Life[] =>
  time.map((each, at) => ({ time: each, failed: status[at] === 1, cluster: String(id[at]) }));
const near = (found: readonly number[], wanted: readonly (number | null)[], digits = 7): void =>
  wanted.forEach((each, at) => {
    if (each !== null) expect(found[at]).toBeCloseTo(each, digits);
    else expect(found[at]).toBeNaN();
  });

describe('against R’s survival, stats and MASS', () => {
  test.each(['kmAml', 'kmRats', 'kmKidney'] as const)('%s: shares, errors of clusters, limits', (name) => {
    const steps = kaplanMeier(livesOf(R[name]));
    const { at, atRisk, share, se, lo, hi } = R[name] as unknown as Columns;
    const some = steps.filter(({ time }) => at!.includes(time));
    near(some.map((step) => step.time), at!); // prettier-ignore
    near(some.map((step) => step.atRisk), atRisk!); // prettier-ignore
    near(some.map((step) => step.share), share!); // prettier-ignore
    near(some.filter(({ share: left }) => left > 0).map((step) => step.se), se!.slice(0, some.filter(({ share: left }) => left > 0).length)); // prettier-ignore
    near(some.map((step) => step.lo), lo!); // prettier-ignore
    near(some.map((step) => step.hi), hi!); // prettier-ignore
    // Counted together they give the same shares.
    const groups = livesOf(R[name]).map(({ time, failed }) => ({ time, failed, count: 1 }));
    for (const { time, share: own } of shareOverTime(groups))
      expect(own).toBeCloseTo(shareAt(steps, time), 10);
  });
  test.each(['weibullAml', 'weibullRats', 'weibullKidney'] as const)(
    '%s: shape, scale and their limits',
    (name) => {
      const wanted = R[name];
      const found = fitWeibull(livesOf(wanted), { robust: name !== 'weibullAml' });
      if (!found.ok) throw new Error(found.because);
      expect(found.shape / wanted.shape).toBeCloseTo(1, 6);
      expect(found.scale / wanted.scale).toBeCloseTo(1, 6);
      expect(found.logLikelihood).toBeCloseTo(wanted.logLik, 5);
      expect(found.shapeBetween.lo / wanted.shapeLo).toBeCloseTo(1, 4);
      expect(found.shapeBetween.hi / wanted.shapeHi).toBeCloseTo(1, 4);
      expect(found.scaleBetween.lo / wanted.scaleLo).toBeCloseTo(1, 4);
      expect(found.scaleBetween.hi / wanted.scaleHi).toBeCloseTo(1, 4);
      expect(weibullShare(found, found.scale)).toBeCloseTo(Math.exp(-1), 10);
    },
  );
  test('exact intervals and tests, chances adjusted, how alike rates are', () => {
    R.binomial.x.forEach((x, at) => {
      const { lo, hi } = binomialInterval(x, R.binomial.n[at]!);
      near([lo, hi], [R.binomial.lo[at]!, R.binomial.hi[at]!]);
    });
    R.poisson.x.forEach((x, at) => {
      const { lo, hi } = poissonInterval(x, R.poisson.over[at]!);
      near([lo, hi], [R.poisson.lo[at]!, R.poisson.hi[at]!]);
    });
    const { x, over, y, other, p } = R.rates;
    near(x.map((each, at) => rateIsHigher(each, over[at]!, y[at]!, other[at]!)), p, 10); // prettier-ignore
    const { a, m, b, n, greater, twoSided } = R.fisher;
    near(a.map((each, at) => fisher(each, m[at]!, b[at]!, n[at]!).greater), greater, 10); // prettier-ignore
    near(a.map((each, at) => fisher(each, m[at]!, b[at]!, n[at]!).twoSided), twoSided, 10); // prettier-ignore
    near(benjaminiHochberg(R.bh.p), R.bh.adjusted, 12);
    const counts = R.theta.x.map((each, at) => ({ x: each, expected: R.theta.expected[at]! }));
    expect(alikeness(counts) / R.theta.theta).toBeCloseTo(1, 4);
  });
  test('the tea of Fisher’s lady: all four of four told by luck in 1 of 70', () => {
    expect(fisher(4, 4, 0, 4).greater).toBeCloseTo(1 / 70, 12);
  });
  test('what is no count and no time is refused; what cannot be fitted says why', () => {
    expect(() => binomialInterval(3, 2)).toThrow(RangeError);
    expect(() => binomialInterval(NaN, 2)).toThrow(RangeError);
    expect(() => poissonInterval(1, 0)).toThrow(RangeError);
    expect(() => kaplanMeier([{ time: -1, failed: true, cluster: 'a' }])).toThrow(RangeError);
    const life = (time: number, failed = true, cluster = String(time)): Life => ({ time, failed, cluster });
    expect(() => fitWeibull([life(NaN)])).toThrow(RangeError);
    expect(fitWeibull([])).toMatchObject({
      ok: false,
      because: expect.stringMatching(/None has failed/) as string,
    });
    expect(fitWeibull([life(3), life(4)])).toMatchObject({ ok: false });
    expect(fitWeibull([life(3, true, 'a'), life(3, true, 'b'), life(3, true, 'c')])).toMatchObject({ because: expect.stringMatching(/same time/) as string }); // prettier-ignore
    // Dead out of the box is a failure and not nothing.
    expect(fitWeibull([life(0), life(20), life(90), life(400, false)])).toMatchObject({
      ok: true,
      failures: 3,
    });
  });
});

test('limits hold what they should: failures that share a vehicle, 95 % nominal', async ({ annotate }) => {
  // In half of the vehicles something kills whatever is fitted: failures go together.
  const draws = new Draws(77);
  const [rounds, at] = [600, 60];
  let [kept, keptIfAlone] = [0, 0];
  const truth = 0.5 * Math.exp(-at / 30) + 0.5 * Math.exp(-at / 400);
  for (let round = 0; round < rounds; round += 1) {
    const lives: Life[] = [];
    for (let vehicle = 0; vehicle < 60; vehicle += 1) {
      const mean = draws.even() < 0.5 ? 30 : 400;
      for (let n = 0; n < 3; n += 1) {
        const [time, seen] = [-mean * Math.log(draws.even()), 30 + 200 * draws.even()];
        lives.push({ time: Math.min(time, seen), failed: time <= seen, cluster: String(vehicle) });
      }
    }
    const within = (own: readonly Life[]): number => {
      const step = kaplanMeier(own).findLast(({ time }) => time <= at)!;
      return Number(step.lo <= truth && truth <= step.hi);
    };
    kept += within(lives);
    keptIfAlone += within(lives.map((life, i) => ({ ...life, cluster: String(i) })));
  }
  await annotate(`true share within the limits in ${((100 * kept) / rounds).toFixed(1)} % of ${rounds}; as if each were alone in ${((100 * keptIfAlone) / rounds).toFixed(1)} %`); // prettier-ignore
  expect(kept / rounds).toBeGreaterThan(0.925);
  expect(kept / rounds).toBeLessThan(0.975);
  expect(keptIfAlone / rounds).toBeLessThan(kept / rounds);
}, 60_000);

describe('the flag', () => {
  const RATE = 0.0006;
  const countsOf = (
    draws: Draws,
    parts: number,
    bad: ReadonlyMap<number, number> = new Map(),
  ): EarlyCount[] =>
    Array.from({ length: parts }, (_, partId) => {
      const vehicles = 1 + Math.floor(60 * draws.even() ** 2);
      let [early, days] = [0, 0];
      for (let n = 0; n < vehicles; n += 1) {
        const seen = 90 * draws.even() ** 0.5;
        const fails = -Math.log(draws.even()) / (RATE * (bad.get(partId) ?? 1));
        early += Number(fails <= seen);
        days += Math.min(fails, seen);
      }
      return { partId, vehicles, early, days };
    });
  test('by luck alone hardly any library has a flagged part; a part eight times as bad is found', async ({
    annotate,
  }) => {
    const draws = new Draws(4);
    const rounds = 2000;
    let [libraries, flags] = [0, 0];
    for (let round = 0; round < rounds; round += 1) {
      const flagged = judgeEarly(countsOf(draws, 60)).filter((each) => each.flagged).length;
      libraries += Number(flagged > 0);
      flags += flagged;
    }
    let [found, beside, called] = [0, 0, 0];
    for (let round = 0; round < 400; round += 1) {
      const counts = countsOf(draws, 60, new Map([[3, 8], [17, 8], [40, 8]])); // prettier-ignore
      const flagged = judgeEarly(counts).filter((each) => each.flagged);
      called += flagged.length;
      beside += flagged.filter(({ partId }) => ![3, 17, 40].includes(partId)).length;
      found += flagged.some(({ partId }) => partId === 3 || partId === 17 || partId === 40) ? 1 : 0;
    }
    await annotate(`libraries of 60 alike parts with a flag ${((100 * libraries) / rounds).toFixed(1)} % (${flags} flags in ${rounds}); with three bad parts some are found in ${(found / 4).toFixed(0)} %, ${((100 * beside) / called).toFixed(1)} % of flags are false`); // prettier-ignore
    expect(libraries / rounds).toBeLessThanOrEqual(0.05 + 2 * Math.sqrt((0.05 * 0.95) / rounds));
    expect(beside / called).toBeLessThanOrEqual(0.06);
    expect(found / 400).toBeGreaterThan(0.6);
  }, 60_000);
  const others: EarlyCount[] = Array.from({ length: 8 }, (_, at) => ({ partId: 10 + at, vehicles: 20, early: at === 0 ? 1 : 0, days: 1700 })); // prettier-ignore
  test('one failure flags nobody, two in one vehicle are one witness, and what little is known is drawn towards its kind', () => {
    const judged = (early: number, vehicles: number, days: number) =>
      judgeEarly([{ partId: 1, vehicles, early, days }, ...others])[0]!;
    expect(judged(1, 1, 3).flagged).toBe(false);
    expect(judged(4, 8, 400).flagged).toBe(true);
    // 4 of 8 is not taken for half of all: the kind says a good deal against it.
    expect(judged(4, 8, 400).likely!.of100).toBeLessThan(50);
    expect(judged(0, 1, 5).likely!.hi).toBeGreaterThan(judged(0, 400, 36_000).likely!.hi);
    // Alone of its kind there is nothing to hold it against: never flagged, and never called sound.
    const alone = judgeEarly([{ partId: 1, vehicles: 9, early: 7, days: 300 }])[0]!;
    expect(alone).toMatchObject({ flagged: false, chance: null });
    expect(standingWord({ fitted: 9, failed: 7, early: alone, noisy: null, again: { vehicles: 0, most: 0 } })).toBe('too few to tell'); // prettier-ignore
    expect(judgeEarly([{ partId: 1, vehicles: 1, early: 0, days: 0 }])[0]).toMatchObject({ flagged: false, likely: null }); // prettier-ignore
  });
  test('words carry their counts; a shop’s own limit counts', () => {
    const early = judgeEarly([{ partId: 1, vehicles: 8, early: 4, days: 400 }, ...others])[0]!;
    const standing: Standing = { fitted: 8, failed: 5, early, noisy: { noisy: 3, of: 9, lo: 0.07, hi: 0.7 }, again: { vehicles: 1, most: 2 } }; // prettier-ignore
    expect(standingWord(standing)).toBe('fails early');
    const said = standingWords(standing).join(' ');
    expect(said).toMatch(/Fails early: in 4 of 8 vehicles within 90 days, of others of its kind in 1 of 160/);
    expect(said).toMatch(/Failed twice in one vehicle: look for what kills it/);
    expect(said).toMatch(/Noisy from new: 3 of 9 \(between 7.0 % and 70 % of all\)/);
    const strict = practiceOf({ earlyLeast: 5 });
    expect(judgeEarly([{ partId: 1, vehicles: 8, early: 4, days: 400 }, ...others], strict)[0]!.flagged).toBe(
      false,
    );
    const none: Standing = { fitted: 30, failed: 0, early: judgeEarly([{ partId: 1, vehicles: 30, early: 0, days: 2600 }, ...others])[0]!, noisy: null, again: { vehicles: 0, most: 0 } }; // prettier-ignore
    expect(standingWords(none)).toEqual([]);
    expect(standingWord(none)).toBe('never failed');
    expect(standingWord({ ...none, fitted: 2, early: judgeEarly([{ partId: 1, vehicles: 2, early: 0, days: 90 }, ...others])[0]! })).toBe('too few to tell'); // prettier-ignore
    expect(standingWord({ ...none, fitted: 0, early: null })).toBe('not seen');
  });
});

describe('units from what was seen', () => {
  const seen = (on: string, as: Sighting['as'], more: Partial<Sighting> = {}): Sighting => ({ on, as, km: null, mode: null, noisy: null, unit: '', ...more }); // prettier-ignore
  test('a life ends where it was last seen; a swap on one day; another vehicle’s end without a beginning', () => {
    const days = (...sightings: Sighting[]) =>
      unitsOf('v', sightings).map((unit) => [daysOf(unit), unit.failed]);
    expect(days(seen('2026-01-01', 'in'))).toEqual([[0, false]]);
    expect(days(seen('2026-03-01', 'running'), seen('2026-01-01', 'in'))).toEqual([[59, false]]);
    // Twice the same part in one vehicle, swapped on the day that the first was found dead.
    expect(days(seen('2026-02-01', 'in'), seen('2026-02-01', 'failed'), seen('2026-03-01', 'failed'), seen('2026-01-01', 'in'))).toEqual([[31, true], [28, true]]); // prettier-ignore
    expect(days(seen('2026-02-01', 'failed'))).toEqual([[undefined, true]]);
    expect(days(seen('2026-02-01', 'running'), seen('2026-02-02', 'out'))).toEqual([]);
    expect(days(seen('2026-02-01', 'failed new'), seen('2026-02-01', 'in'))).toEqual([
      [0, true],
      [0, false],
    ]);
    // What was taken out sound runs no more, and what is seen of the vehicle later is not its life.
    expect(days(seen('2026-01-01', 'in'), seen('2026-01-11', 'out'), seen('2026-05-01', 'running'))).toEqual([[10, false]]); // prettier-ignore
  });

  const opened = { vehicleId: 1, label: 'SM 1', complaint: '', odometerKm: 90_000, alterations: [] };
  const diagnosed: EventPayloads['diagnosed'] = { causes: ['module'], remedy: 'module', ends: 'part', chance: 0.9, said: 'Module cooked.' }; // prettier-ignore
  const chosen = (partId: number, kind: 'module' | 'fan' | 'radiator', role: 'goes in' | 'stays' | 'comes off') => ({ partId, revisionId: partId, kind, role }); // prettier-ignore
  test('a job tells what failed, what ran and what went in, and no more once it is opened again', () => {
    const at = '2026-02-03T10:00:00Z';
    const events = [
      ['opened', opened, at],
      ['diagnosed', diagnosed, at],
      ['part chosen', chosen(5, 'module', 'comes off'), at],
      ['part chosen', chosen(6, 'module', 'goes in'), at],
      ['part chosen', chosen(7, 'fan', 'stays'), at],
    ] as const;
    const told = (...more: Happened[]) => sightingsOf(jobOf(...events, ...more)); // prettier-ignore
    const open = told();
    expect(open.parts.map(({ partId, as, mode }) => [partId, as, mode])).toEqual([[5, 'failed', 'cooked'], [7, 'running', null]]); // prettier-ignore
    const closed = [
      'closed',
      { outcome: 'done', note: '', heads: { desk: 6 } },
      '2026-02-04T10:00:00Z',
    ] as const;
    expect(told(closed).parts.at(-2)).toMatchObject({
      partId: 6,
      as: 'in',
      on: '2026-02-04',
      km: 90_000,
    });
    expect(told(closed, ['opened again', { note: '' }, '2026-02-05T10:00:00Z']).parts).toEqual(open.parts);
    const { kinds, parts } = sightingsOf(jobOf(['opened', opened, at], ['diagnosed', diagnosed, at]));
    expect([parts, kinds]).toEqual([[], [{ kind: 'module', on: '2026-02-03', km: 90_000, mode: 'cooked' }]]);
  });
  test('what failed its bench test never went in, and a better reading takes it back', () => {
    const at = '2026-02-03T10:00:00Z';
    const bench = (rough: boolean) => ['bench tested', { partId: 8, fan: 'the fan', state: 'in its shroud on the core', volts: 13.5, amps: 12, turns: 'right way', rough, label: { volts: 13.5, amps: 12 } }, at] as const; // prettier-ignore
    const told = (...more: Happened[]) =>
      sightingsOf(jobOf(['opened', opened, at], ['part chosen', chosen(8, 'fan', 'goes in'), at], ...more, ['closed', { outcome: 'done', note: '', heads: { desk: 9 } }, at])).parts; // prettier-ignore
    expect(told(bench(true))).toMatchObject([{ as: 'failed new', mode: 'noisy', noisy: true }]);
    expect(told(bench(true), bench(false))).toMatchObject([{ as: 'in', noisy: false }]);
  });
  test('units of one number count each by itself: two rough ones and a good third are two failures and one that went in', () => {
    const at = '2026-02-03T10:00:00Z';
    const bench = (unit: string, rough: boolean) => ['bench tested', { partId: 8, unit, fan: 'the fan', state: 'in its shroud on the core', volts: 13.5, amps: 12, turns: 'right way', rough, label: { volts: 13.5, amps: 12 } }, at] as const; // prettier-ignore
    const job = (...more: Happened[]) => jobOf(['opened', opened, at], ['part chosen', chosen(8, 'fan', 'goes in'), at], ...more);
    const closed = ['closed', { outcome: 'done', note: '', heads: { desk: 9 } }, at] as const;
    const [first, second, third] = [bench('1', true), bench('2', true), bench('3', false)];
    expect(sightingsOf(job(first, second, third, closed)).parts.map(({ as }) => as)).toEqual(['failed new', 'failed new', 'in']);
    expect(sightingsOf(job(first, second, closed)).parts.map(({ as }) => as)).toEqual(['failed new', 'failed new']);
    // The job is stopped by the unit in hand alone, and the tests of all of them stay.
    expect([job(first), job(first, second), job(first, second, third), job(third, first)].map(isStopped)).toEqual([true, true, false, true]);
    expect(job(first, second, third).bench).toHaveLength(3);
  }); // prettier-ignore
  test('a report begun from a job knows what the job knows, and nothing more', () => {
    const at = '2026-02-03T10:00:00Z';
    const bench = ['bench tested', { partId: 8, unit: 'S-17', fan: 'the fan', state: 'in its shroud on the core', volts: 13.5, amps: 12, turns: 'backwards', rough: false, label: { volts: 13.5, amps: 12 } }, at] as const;
    const base = [['opened', { ...opened, complaint: 'fan howls', odometerKm: 90_000 }, at], ['part chosen', chosen(8, 'fan', 'goes in'), at], ['part chosen', chosen(9, 'radiator', 'stays'), at], ['part chosen', chosen(7, 'fan', 'comes off'), at]] as const;
    // The unit that failed on the bench never went in, and the vehicle's odometer is not its own.
    expect(reportFromJob(jobOf(...base, bench), 8)).toEqual({ serial: 'S-17', inOn: null, outOn: '2026-02-03', inKm: null, outKm: null, mode: 'backwards', noisy: false, besideIds: [9], circumstances: '' });
    expect(reportFromJob(jobOf(...base, ['diagnosed', { ...diagnosed, remedy: 'fan@ac', causes: ['motor-rough@ac'] }, at]), 7)).toMatchObject({ inOn: null, outOn: '2026-02-03', outKm: 90_000, mode: 'noisy', besideIds: [8, 9], circumstances: 'fan howls' });
    // A part that went in has a beginning here; when it fails nobody knows yet.
    expect(reportFromJob(jobOf(...base), 8)).toMatchObject({ inOn: null, outOn: null, mode: null });
    expect(reportFromJob(jobOf(...base, ['part moved', { partId: 8, state: 'fitted' }, at]), 8)).toMatchObject({ inOn: '2026-02-03', inKm: 90_000, outOn: null });
  }); // prettier-ignore
});
