import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { Draws } from '../src/random/index.ts';
import {
  ancova,
  comparePullDowns,
  confounding,
  equivalence,
  fitCurve,
  fitPullDown,
  gasAndGive,
  groupLimits,
  holm,
  intervalOf,
  judgePressure,
  judgeTrial,
  lostL,
  nominalPs,
  pOf,
  paired,
  peakOfLog,
  poolSpread,
  powerOf,
  powerCurve,
  pullDownStretch,
  readStopwatch,
  watchAgainstLog,
  runProblem,
  runsFor,
  tQuantile,
  timeDown,
  welch,
  type PressureTest,
  type PullDown,
  type Trial,
  type TrialRun,
} from '../src/trial/index.ts';
import type { Log } from '../src/instrument/index.ts';
import { vapourPressureKPa } from '../src/fluid/index.ts';
import { USUAL_PRACTICE } from '../src/practice/index.ts';
import { atMost, drawn } from './simulated.ts';
import r from './fixtures/trials.json' with { type: 'json' };

const near = (value: number, wanted: number, relative: number): void =>
  expect(Math.abs(value - wanted)).toBeLessThanOrEqual(relative * Math.max(1e-12, Math.abs(wanted)));

describe('against R (fixtures/trials.R): data sets that come with it', () => {
  test.each([
    ['Welch, ToothGrowth', r.welchTooth, welch],
    ['Welch, PlantGrowth', r.welchPlant, welch],
    ['paired, sleep', r.pairedSleep, paired],
  ])('%s: difference, degrees of freedom, p and interval', (_name, own, of) => {
    const d = of(own.a, own.b);
    near(d.estimate / d.se, own.t, 1e-10);
    near(d.dof, own.dof, 1e-10);
    near(pOf(d), own.p, 1e-6);
    const [lo, hi] = intervalOf(d);
    near(lo, own.lo, 1e-6);
    near(hi, own.hi, 1e-6);
  });
  test('analysis of covariance, mtcars: differences of groups with two covariates taken out', () => {
    const own = r.ancovaCars;
    const fit = ancova(own.y, own.g, own.hp.map((hp, i) => [hp, own.wt[i]!]))!;
    const [d10, d20] = [fit.difference(1, 0), fit.difference(2, 0)];
    near(d10.estimate, own.d10, 1e-8);
    near(d10.se, own.se10, 1e-8);
    near(d20.estimate, own.d20, 1e-8);
    near(d20.se, own.se20, 1e-8);
    near(fit.slopes[0]!.slope, own.hpSlope, 1e-8);
    near(fit.slopes[0]!.se, own.hpSe, 1e-8);
    expect(d10.dof).toBe(own.dof);
  }); // prettier-ignore
  test('Holm, equivalence, quantiles', () => {
    holm(r.holm.p).forEach((p, i) => near(p, r.holm.adjusted[i]!, 1e-12));
    const { p: ps, dof, t } = r.quantiles;
    ps.forEach((p, i) => near(tQuantile(p, dof[i]!), t[i]!, 1e-6));
    // R's two t.test calls are Welch's: the same difference, the same degrees of freedom.
    const ctrl = [4.17, 5.58, 5.18, 6.11, 4.5, 4.61, 5.17, 4.53, 5.33, 5.14];
    const trt2 = [6.31, 5.12, 5.54, 5.5, 5.37, 5.29, 4.92, 6.15, 5.8, 5.26];
    near(equivalence(welch(ctrl, trt2), r.tost.margin), r.tost.p, 1e-6);
  });
  test('power.t.test: power by runs and difference, and runs for 90 %', () => {
    // R leaves the far tail out unless it is asked (strict); so does this.
    r.power.n.forEach((n, i) => expect(powerOf(n, r.power.d[i]!, 1)).toBeCloseTo(r.power.power[i]!, 5));
    expect(powerOf(20, 1, 1)).toBeCloseTo(0.8689528, 6);
    near(r.power.forNinety, 22.0211, 1e-5);
    expect(runsFor(1, 1, 0.9)).toBe(Math.ceil(r.power.forNinety));
    expect(runsFor(0, 1)).toBeUndefined();
    expect(runsFor(1e-4, 1)).toBeUndefined();
  });
  test('nls: a logistic curve (DNase) and a pull-down, with profile intervals', () => {
    const { x, y, b, se } = r.nlsDNase;
    const fit = fitCurve((at, p) => p[0]! / (1 + Math.exp((p[1]! - Math.log(at)) / p[2]!)), x, y, [3, 0.5, 1]);
    fit.parameters.forEach((each, i) => near(each, b[i]!, 1e-5));
    fit.ses.forEach((each, i) => near(each, se[i]!, 1e-4));
    const own = r.nlsDown;
    const down = fitPullDown(own.t, own.y, 0.01, { slowWander: 0 }) as PullDown;
    expect(down.ok).toBe(true);
    // R takes residuals as independent, this lets them hang together: the same to a tenth of the interval.
    expect(Math.abs(down.tauS.value - own.k)).toBeLessThan(0.1 * (own.kHi - own.kLo));
    expect(Math.abs(down.settlesC.value - own.a)).toBeLessThan(0.1 * (own.aHi - own.aLo));
    // Ours are a little wider for it.
    for (const [ours, lo, hi] of [[down.tauS, own.kLo, own.kHi], [down.settlesC, own.aLo, own.aHi]] as const) {
      expect(ours.lo).toBeLessThan(lo + 0.02 * (hi - lo));
      expect(ours.hi).toBeGreaterThan(hi - 0.02 * (hi - lo));
      expect(ours.hi - ours.lo).toBeLessThan(1.6 * (hi - lo));
    }
  }); // prettier-ignore
});

describe('against published values', () => {
  const rise = (x: number, [b1, b2]: readonly number[]): number => b1! * (1 - Math.exp(-b2! * x));
  test.each([
    ['BoxBOD', rise, [1, 2, 3, 5, 7, 10], [109, 149, 149, 191, 213, 224], [100, 0.75], [213.80940889, 0.54723748542], [12.354515176, 0.10455993237]],
    ['Misra1a', rise, [77.6, 114.9, 141.1, 190.8, 239.9, 289, 332.8, 378.4, 434.8, 477.3, 536.8, 593.1, 689.1, 760], [10.07, 14.73, 17.94, 23.93, 29.61, 35.18, 40.02, 44.82, 50.76, 55.05, 61.01, 66.4, 75.47, 81.78], [500, 0.0001], [238.94212918, 5.5015643181e-4], undefined],
    ['DanWood', (x: number, [b1, b2]: readonly number[]) => b1! * x ** b2!, [1.309, 1.471, 1.49, 1.565, 1.611, 1.68], [2.138, 3.421, 3.597, 4.34, 4.882, 5.66], [1, 5], [0.76886226176, 3.8604055871], undefined],
  ] as const)('NIST StRD %s, from its far start', (_name, model, x, y, start, certified, ses) => {
    const fit = fitCurve(model, x, y, start);
    fit.parameters.forEach((each, i) => near(each, certified[i]!, 1e-7));
    ses?.forEach((each, i) => near(fit.ses[i]!, each, 1e-6));
  }); // prettier-ignore
  test('limits of a trial that is looked at five times: Pocock 1977, O’Brien and Fleming 1979 (from memory)', () => {
    groupLimits(5, 0.05).forEach((z, i) => expect(z).toBeCloseTo([4.562, 3.226, 2.634, 2.281, 2.04][i]!, 2));
    groupLimits(5, 0.05, 0).forEach((z) => expect(z).toBeCloseTo(2.413, 2));
    expect(nominalPs(1, 0.05)).toEqual([0.05]);
  });
});

/** Plain noise and a slow walk, the same each time. */
function noise(seed: number) {
  const draws = new Draws(seed);
  const pair = new Float64Array(2);
  return (): number => {
    draws.normals(pair);
    return pair[0]!;
  };
}

const trial: Trial = {
  id: 't',
  title: 'fans',
  protocol: 'pull-down',
  about: null,
  margin: null,
  setUps: [
    { id: 'a', name: 'as it came', changes: [] },
    { id: 'b', name: 'new fans', changes: ['fans'] },
    { id: 'c', name: 'new fans and radiator', changes: ['fans', 'radiator'] },
  ],
};
const run = (setUp: string, value: number, more: Partial<TrialRun> = {}): TrialRun => ({ setUp, value, ambientC: 24, startC: 97, lateS: 0, ...more }); // prettier-ignore
const library = { sd: 4, dof: 20, trials: 6 };

describe('a verdict only when the data carries it', () => {
  test('135, 115 and 113 on one run each (facts of the trade): cannot be told, and what it would take', () => {
    const runs = [run('a', 135), run('b', 115), run('c', 113)];
    const own = judgeTrial(trial, runs, library);
    expect(own.word).toBe('cannot be told');
    expect(own.said).toMatch(/113 s .*115 s .*1 run each/);
    expect(own.spread).toEqual({ sd: 4, dof: 20, from: 'the library' });
    expect(own.because.join(' ')).toMatch(/from the library of trials/);
    // Two seconds between the best two, four from run to run: nobody drives as many runs as that takes.
    expect(own.need).toMatchObject({ runsEach: null, minutes: null });
    expect(own.said).toMatch(/no number of runs/);
    expect(powerCurve(own).at(-1)!.power).toBeLessThan(0.5);
    const wider = judgeTrial(trial, [run('a', 135), run('b', 125), run('c', 113)], library);
    expect(wider.need!.runsEach).toBeGreaterThan(5);
    expect(wider.need!.runsEach).toBeLessThan(20);
    expect(wider.need!.minutes).toBe(wider.need!.moreRuns! * 25);
    // Without a library nothing tells the spread, and nothing is made up.
    const bare = judgeTrial(trial, runs, null);
    expect(bare).toMatchObject({ word: 'cannot be told', spread: null });
    expect(bare.pairs.every(({ p, interval }) => p === null && interval === null)).toBe(true);
  });
  test('runs that carry it: better, with its interval; and as good as, which is a claim of its own', () => {
    const draw = noise(3);
    const six = (id: string, at: number): TrialRun[] =>
      Array.from({ length: 6 }, () => run(id, at + 2 * draw()));
    const two = { ...trial, setUps: trial.setUps.slice(0, 2) };
    const own = judgeTrial(two, [...six('a', 135), ...six('b', 115)], null);
    expect(own).toMatchObject({ word: 'better', best: 'b', need: null });
    const [lo, hi] = own.pairs[0]!.interval!;
    expect(lo).toBeLessThan(20);
    expect(hi).toBeGreaterThan(20);
    expect(judgeTrial({ ...two, margin: 8 }, [...six('a', 115), ...six('b', 115)], null).word).toBe(
      'as good as',
    );
    expect(judgeTrial(two, [...six('a', 115), ...six('b', 115)], null).word).toBe('cannot be told');
  });
  test('a difference laid at one door is refused where two things changed together, with the smallest design that separates them', () => {
    const both = { ...trial, about: 'radiator' as const, setUps: [trial.setUps[0]!, trial.setUps[2]!] };
    const own = judgeTrial(both, [run('a', 135), run('c', 113)], library);
    expect(own).toMatchObject({ word: 'refused' });
    expect(own.said).toMatch(/No verdict on the radiator: it was changed together with fans/);
    // Three runs of the missing set-up beside three of one that stands: one of those is made, 25 min each.
    expect(own.design).toEqual([
      'as it came with the new radiator and nothing else changed: 3 runs',
      'as it came as it is: 2 runs more',
      'Together 5 runs, about 125 min, in turn',
    ]);
    expect(
      confounding(
        both,
        Array.from({ length: 4 }, () => run('c', 113)),
      ),
    ).toMatchObject({
      runs: 3,
      minutes: 75,
      design: [expect.stringMatching(/^new fans and radiator with the old radiator/), expect.anything()],
    });
    // The three set-ups separate it: b and c differ in the radiator alone.
    expect(confounding({ ...trial, about: 'radiator' })).toBeUndefined();
    expect(confounding({ ...trial, about: 'thermostat' })!.said).toMatch(/no set-up has a new one/);
  });
  test('a climb broken off hot is "at least": it makes its set-up the worse one, and never the better one', () => {
    const climb: Trial = { ...trial, protocol: 'climb', setUps: trial.setUps.slice(0, 2) };
    const off = (setUp: string, value: number): TrialRun => run(setUp, value, { brokenOff: { afterS: 540 } });
    const cool = [104, 105.5, 104.5, 105, 104, 105.5].map((value) => run('b', value));
    const own = judgeTrial(climb, [off('a', 116), off('a', 115), run('a', 117), off('a', 115.5), off('a', 118), run('a', 116), ...cool], null);
    expect(own).toMatchObject({ word: 'better', best: 'b', brokenOff: { runs: 4, upTo: 115 } });
    expect(own.said).toMatch(/by at least 10\.3 K than as it came/);
    expect(own.pairs[0]).toMatchObject({ atLeast: true, alike: null });
    // Without the word of being broken off the same figures would be taken for the peaks themselves.
    expect(own.setUps[0]).toMatchObject({ value: 115, cut: 6 });
    // Both reached it: what lies above is not known, and no margin makes them alike.
    const both = judgeTrial({ ...climb, margin: 5 }, [...[1, 2, 3, 4].map(() => off('a', 115)), ...[1, 2, 3, 4].map(() => off('b', 115))], null);
    expect(both.word).toBe('cannot be told');
    const mixed = judgeTrial(climb, [...cool.slice(0, 5), off('b', 112), ...[1, 2, 3, 4, 5, 6].map(() => run('a', 114))], null);
    expect(mixed).toMatchObject({ word: 'cannot be told', best: null });
    expect(mixed.said).toMatch(/new fans was broken off too/);
    expect(mixed.said).not.toMatch(/better/);
    // What a filed trial tells of the spread leaves them out.
    expect(poolSpread([{ runs: [off('a', 115), run('a', 117)] }])).toBeNull();
  }); // prettier-ignore
  test('a warmer day is refused by name; air that differs within set-ups is adjusted for', () => {
    const two = { ...trial, setUps: trial.setUps.slice(0, 2) };
    const hot = { ambientC: 31 };
    expect(judgeTrial(two, [run('a', 135, { ambientC: 19 }), run('a', 137, { ambientC: 20 }), run('b', 115, hot), run('b', 117, hot)], library)).toMatchObject({ word: 'refused', said: expect.stringMatching(/warmer day/) as string });
    const draw = noise(5);
    const runs = Array.from({ length: 16 }, (_, i) => {
      const ambientC = 16 + ((i * 7) % 12);
      return run(i % 2 ? 'b' : 'a', (i % 2 ? 118 : 130) + 4 * (ambientC - 20) + draw(), { ambientC });
    });
    const own = judgeTrial(two, runs, null);
    expect(own.because.join(' ')).toMatch(/Adjusted for air outside/);
    expect(own.word).toBe('better');
    expect(own.pairs[0]!.difference).toBeCloseTo(12, 0);
  }); // prettier-ignore
  test('bad input: a sentence each, no NaN', () => {
    expect(judgeTrial(trial, [], null).said).toBe('No run yet.');
    expect(judgeTrial(trial, [run('a', 120), run('a', 121)], null).said).toMatch(/one set-up only/);
    const equal = judgeTrial(trial, trial.setUps.flatMap(({ id }) => [run(id, 120), run(id, 120)]), null);
    expect(equal.word).toBe('cannot be told');
    for (const value of equal.pairs.flatMap(({ difference, p, interval }) => [difference, p ?? 0, ...(interval ?? [])])) expect(value).not.toBeNaN();
    expect(runProblem({ ...trial, protocol: 'climb' }, run('a', 24, { ambientC: 30 }))).toMatch(/above the coolant/);
    expect(runProblem(trial, run('z', 100))).toMatch(/not one of this trial/);
    for (const wrong of [run('a', -3), run('a', NaN), run('a', 100, { ambientC: 80 }), run('a', 100, { lateS: 100 })]) {
      expect(runProblem(trial, wrong)).not.toBe('');
      expect(judgeTrial(trial, [wrong, run('b', 110)], null).because[0]).toMatch(/1 run left out/);
    }
    const off = judgeTrial({ ...trial, conditions: { startC: 97, hour: '', load: '', airConditioning: null, blower: null } }, [run('a', 120, { startC: 91 }), run('b', 110), run('c', 100, { startC: 99.5 })], library);
    expect(off.because.join()).toMatch(/1 run did not begin at 97 °C/);
    const late = judgeTrial(trial, [run('a', 120, { lateS: null }), run('a', 121), run('b', 110), run('b', 109)], null);
    expect(late.setUps[0]!.value).toBeGreaterThan(120.5);
  }); // prettier-ignore
  test('over all looks and comparisons together a difference that is not there is claimed no more often than the shop allows', async ({ annotate }) => {
    const counts = [2, 3].map((groups) => {
      const draw = noise(groups);
      const own = { ...trial, setUps: trial.setUps.slice(0, groups) };
      const TRIALS = 400;
      let claimed = 0;
      for (let i = 0; i < TRIALS; i += 1) {
        const runs: TrialRun[] = [];
        for (let each = 1; each <= 6; each += 1) {
          for (const { id } of own.setUps) runs.push(run(id, 120 + 5 * draw()));
          const verdict = each >= 2 ? judgeTrial(own, runs, null) : undefined;
          if (verdict?.pairs.some(({ p }) => p !== null && verdict.look && p <= verdict.look.p)) {
            claimed += 1;
            break;
          }
        }
      }
      return claimed / TRIALS;
    });
    await annotate(`false alarms over five looks, two and three set-ups: ${counts.map((each) => `${(100 * each).toFixed(1)} %`).join(', ')}`);
    // 5 % and what 400 trials may be off by.
    for (const each of counts) expect(each).toBeLessThan(0.05 + 3 * Math.sqrt((0.05 * 0.95) / 400));
  }, 60_000); // prettier-ignore
  test('whatever the runs: no verdict on one run each, none without a spread, the same for runs in another order and set-ups by another name, never NaN', () => {
    const noise = fc.double({ min: -3, max: 3, noNaN: true });
    const made = fc.record({ setUp: fc.constantFrom('a', 'b', 'c'), value: noise, ambientC: fc.option(fc.double({ min: 18, max: 21, noNaN: true }), { nil: null }), startC: fc.option(fc.double({ min: 90, max: 99, noNaN: true }), { nil: null }), lateS: fc.option(fc.double({ min: 0, max: 3, noNaN: true }), { nil: null }) });
    const words = new Set<string>();
    fc.assert(
      fc.property(fc.array(made, { maxLength: 40 }), fc.option(fc.double({ min: 1, max: 60, noNaN: true }), { nil: null }), fc.boolean(), fc.constantFrom(0, 4, 30), (drawn, margin, known, apart) => {
        const runs = drawn.map((each) => ({ ...each, value: 110 + apart * 'abc'.indexOf(each.setUp) + each.value }));
        const own = { ...trial, margin };
        const spread = known ? library : null;
        const verdict = judgeTrial(own, runs, spread);
        words.add(verdict.word);
        const counts = ['a', 'b', 'c'].map((id) => runs.filter(({ setUp }) => setUp === id).length).filter((n) => n > 0);
        if (verdict.word === 'better' || verdict.word === 'as good as') {
          expect(Math.min(...counts)).toBeGreaterThanOrEqual(3);
          expect(verdict.spread).not.toBeNull();
        }
        if (verdict.word === 'as good as') expect(margin).not.toBeNull();
        if (verdict.word === 'better') {
          const best = verdict.setUps.find(({ id }) => id === verdict.best)!;
          for (const other of verdict.setUps) if (other.value !== null) expect(best.value!).toBeLessThanOrEqual(other.value + 1e-9);
        }
        expect(JSON.stringify(verdict)).not.toMatch(/NaN|Infinity/);
        for (const { interval, p } of verdict.pairs) {
          if (interval) expect(interval[0]).toBeLessThanOrEqual(interval[1]);
          if (p !== null) expect(p).toBeLessThanOrEqual(1);
        }
        expect(judgeTrial(own, [...runs].reverse(), spread).word).toBe(verdict.word);
        const renamed = { ...own, setUps: own.setUps.map((each) => ({ ...each, name: `x ${each.name}` })) };
        expect(judgeTrial(renamed, runs, spread).word).toBe(verdict.word);
      }),
      { seed: 71, numRuns: 1000 },
    );
    expect([...words].sort()).toEqual(['as good as', 'better', 'cannot be told']);
  }); // prettier-ignore
  test('spread is pooled over trials and set-ups', () => {
    const own = poolSpread([{ runs: [run('a', 100), run('a', 104), run('b', 90)] }, { runs: [run('a', 50), run('a', 51), run('a', 52)] }, { runs: [run('a', 1)] }])!;
    expect(own).toEqual({ sd: Math.sqrt((8 + 2) / 3), dof: 3, trials: 2 });
    expect(poolSpread([])).toBeNull();
  }); // prettier-ignore
});

describe('stopwatches as they are written', () => {
  test.each([
    ['1:35', 95], ['95 s', 95], ['95', 95], ['1m35', 95], ['1 min 35 s', 95], ['1:02:03', 3723], ['95.4', 95.4], ['2:05,4', 125.4],
  ])('%s is %s s', (text, seconds) => expect(readStopwatch(text)).toEqual({ read: 'seconds', seconds })); // prettier-ignore
  test('what can be read in two ways is asked, with both', () => {
    const choices = (text: string): number[] => {
      const read = readStopwatch(text);
      return read.read === 'ask' ? read.choices.map(({ seconds }) => seconds) : [];
    };
    expect(choices('135')).toEqual([135, 95]);
    expect(choices('115')).toEqual([115, 75]);
    expect(choices('1.35')).toContain(95);
  });
  test('a log of the same run tells by how much a watch was started late, and when it is of another run', () => {
    const of = (watch: number, log: number) => watchAgainstLog(watch, log);
    expect(of(133, 135.4)).toMatchObject({ lateS: 2.4 });
    expect(of(135, 135.4)).toMatchObject({ lateS: 0, said: expect.stringContaining('agrees') });
    expect(of(139, 135.4)).toMatchObject({ lateS: 0, said: expect.stringContaining('stopped 3.6 s late') });
    expect(of(95, 400).said).toContain('another run');
    for (const bad of [NaN, 0, -4]) expect(of(95, bad)).toMatchObject({ lateS: 0, said: expect.stringContaining('nothing can be told') });
    // A shop that times by eye sets it wider.
    expect(watchAgainstLog(133, 135.4, { ...USUAL_PRACTICE, logApart: 3 }).lateS).toBe(0);
  });
  test.each(['', '-5', 'abc', '2:75', '0', '9:00:00'])('“%s” is no time', (text) => expect(readStopwatch(text).read).toBe('no'));
}); // prettier-ignore

test('a time written as a watch shows it is read as what it was', () => {
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 4 * 3600 }), (seconds) => {
      const [h, m, s] = [Math.floor(seconds / 3600), Math.floor(seconds / 60) % 60, seconds % 60];
      const two = (n: number): string => String(n).padStart(2, '0');
      const written = [h > 0 ? `${h}:${two(m)}:${two(s)}` : `${m}:${two(s)}`, `${seconds} s`, `${h * 60 + m}m${s}`, ...(seconds < 100 ? [String(seconds)] : [])];
      for (const text of written) expect(readStopwatch(text), text).toEqual({ read: 'seconds', seconds });
      // What may be either is among what is asked, and nothing is asked that it cannot be.
      if (h === 0 && m > 0) {
        const bare = readStopwatch(`${m}${two(s)}`);
        if (bare.read === 'ask') expect(bare.choices.map((each) => each.seconds)).toContain(seconds);
      }
    }),
  );
}); // prettier-ignore

describe('pull-downs', () => {
  const curve = (span: number, tau: number, noiseOf: () => number, resolution: number): [number[], number[]] => {
    const seconds = Array.from({ length: span + 1 }, (_, s) => s);
    return [seconds, seconds.map((s) => Math.round((88 + 12 * Math.exp(-s / tau) + noiseOf()) / resolution) * resolution)];
  }; // prettier-ignore
  test('with no slow wander assumed, 95 % intervals hold the truth in at least 93 % of logs, residuals hanging together or not, readings coarse or fine', async ({ annotate }) => {
    const said: string[] = [];
    for (const [seed, correlationS, sd, span, tau, resolution] of [[11, 0.5, 0.1, 300, 120, 0.1], [12, 5, 0.15, 300, 120, 0.1], [13, 8, 0.2, 240, 90, 0.1], [14, 2, 0.2, 300, 120, 1]] as const) {
      const draw = noise(seed);
      const keep = Math.exp(-1 / correlationS);
      const LOGS = drawn(150, 400);
      let [tauIn, settlesIn] = [0, 0];
      for (let i = 0; i < LOGS; i += 1) {
        let walk = sd * draw();
        const fit = fitPullDown(...curve(span, tau, () => (walk = keep * walk + Math.sqrt(1 - keep * keep) * sd * draw()), resolution), resolution, { slowWander: 0 });
        if (!fit.ok) throw new Error(fit.because);
        tauIn += Number(fit.tauS.lo <= tau && tau <= fit.tauS.hi);
        settlesIn += Number(fit.settlesC.lo <= 88 && 88 <= fit.settlesC.hi);
      }
      said.push(`${correlationS} s, ${resolution} K: τ ${((100 * tauIn) / LOGS).toFixed(1)} %, settles ${((100 * settlesIn) / LOGS).toFixed(1)} %`);
      // No upper end: a slow wander is seen where there is none, too.
      for (const each of [tauIn, settlesIn]) expect(atMost(each, LOGS)).toBeGreaterThan(0.93);
    }
    await annotate(`coverage of 95 % intervals: ${said.join('; ')}`);
  }, 300_000); // prettier-ignore
  test('what does not tell both figures apart is refused, with the reason', () => {
    const still = (): number => 0;
    const because = (seconds: number[], temps: number[]): string => {
      const fit = fitPullDown(seconds, temps);
      return fit.ok ? '' : fit.because;
    };
    expect(because([1, 2], [3, 4])).toMatch(/Fewer than ten/);
    expect(because(...curve(20, 100, still, 0.01))).toMatch(/half a minute/);
    expect(because(...curve(60, 1e5, still, 0.001))).toMatch(/no pull-down/);
    // Straight as a line: a fortieth of its time constant.
    const straight = Array.from({ length: 121 }, (_, s) => s);
    expect(because(straight, straight.map((s) => 100 - 0.03 * s + 0.05 * Math.sin(s * 7)))).toMatch(/Log until it bends/);
    expect(because(straight, straight.map((s) => (s === 60 ? NaN : 100 - s / 10)))).toMatch(/missing/);
    expect(because(straight, straight.map((s) => 80 + s / 10))).toMatch(/no pull-down/);
  }); // prettier-ignore
  test('brought to another air, and one against another at their own', () => {
    const fit = (tau: number, to: number): PullDown => ({ ok: true, tauS: { value: tau, lo: tau * 0.95, hi: tau * 1.05 }, settlesC: { value: to, lo: to - 0.5, hi: to + 0.5 }, correlation: 0, seconds: 200, fromC: 98, toC: 92 });
    // By hand: 100 ln((98 − 88)/(92 − 88)) = 91.6 s; two kelvin warmer outside, 100 ln(8/2) = 138.6 s; never, above 92.
    expect(timeDown(fit(100, 88), 98, 92)).toBeCloseTo(91.63, 1);
    expect(timeDown(fit(100, 88), 98, 92, 2)).toBeCloseTo(138.63, 1);
    expect(timeDown(fit(100, 88), 98, 92, 5)).toBeUndefined();
    const faster = comparePullDowns(fit(120, 90), fit(100, 88), 24, 24);
    expect(faster.rate.value).toBeCloseTo(1.2, 6);
    expect(faster.rate.lo).toBeGreaterThan(1.1);
    expect(faster.settlesK.value).toBeCloseTo(-2, 6);
  }); // prettier-ignore
});

describe('a run made of its log', () => {
  /** A climb to a peak, a fall with the fan on, and the turn when it goes off; cut after so many readings. */
  const log = (readings: number, air = true): Log => {
    const shape = (s: number): number => (s < 300 ? 90 + s / 15 : s < 420 ? 92 + 18 * Math.exp(-(s - 300) / 60) : 94.4 + (s - 420) / 20);
    const ms = Array.from({ length: readings }, (_, i) => i * 2000);
    const channel = (quantity: 'coolant' | 'ambient') => ({ name: quantity, quantity, unit: '°C', u: 0.5 });
    const coolant = ms.map((each, i) => (i % 17 === 5 ? null : shape(each / 1000)));
    return air
      ? { channels: [channel('coolant'), channel('ambient')], ms, values: [coolant, ms.map(() => 24)] }
      : { channels: [channel('coolant')], ms, values: [coolant] };
  }; // prettier-ignore
  const whole = pullDownStretch(log(300), 88);

  test('a fall that turns has its end; cut anywhere before it is no shorter than what was seen, and says that it did not end', () => {
    expect([whole.ended, whole.ambientC]).toEqual([true, 24]);
    expect(whole.seconds.at(-1)).toBeCloseTo(120, -1);
    for (let readings = 160; readings <= 205; readings += 5) {
      const cut = pullDownStretch(log(readings, false), 88);
      expect(cut).toMatchObject({ ended: false, ambientC: undefined });
      expect(cut.seconds.at(-1)!).toBeLessThanOrEqual(whole.seconds.at(-1)!);
    }
    // Shut again counts as the end as well.
    expect(pullDownStretch(log(210), 95).ended).toBe(true);
  });

  test('a peak is known once the coolant fell back from it; a log that ends hot says so', () => {
    expect(peakOfLog(log(300))).toMatchObject({ peakC: 110, startC: 90, stillHot: false, ambientC: 24 });
    const hot = peakOfLog(log(120))!;
    expect([hot.stillHot, hot.seconds]).toEqual([true, 238]);
    expect(hot.peakC).toBeLessThan(110);
    expect(peakOfLog(log(1))).toBeUndefined();
    expect(peakOfLog({ channels: [], ms: [0, 1], values: [] })).toBeUndefined();
  });
});

describe('pressure above a liquid', () => {
  const tight = (more: Partial<PressureTest> = {}): PressureTest => ({
    ambientKPa: 101.3, capKPa: 108, coolantL: 8, strokeU: 0.03, gaugeU: 0.5, temperatureU: 0.3,
    strokes: [0.2, 0.5, 0.8].map((litres) => ({ litres, kPa: gaugeOf(litres) })),
    start: { kPa: 90, coolantC: 20, minutes: 0 }, end: { kPa: 90, coolantC: 20, minutes: 30 }, ...more,
  }); // prettier-ignore
  const [V, C, pa] = [0.7, 0.0008, 101.3];
  const pv = vapourPressureKPa(20);
  /** The gauge after so many litres, by bisection of the model itself. */
  function gaugeOf(litres: number): number {
    let [lo, hi] = [0, 400];
    for (let i = 0; i < 80; i += 1) {
      const g = (lo + hi) / 2;
      if ((pa + g - pv) * (V + C * g) - (pa - pv) * V < pa * litres) lo = g;
      else hi = g;
    }
    return lo;
  }
  test('strokes of known volume give back the gas and the give they were made with', () => {
    const found = gasAndGive(tight().strokes, pa, 20)!;
    near(found.gasL, V, 1e-6);
    near(found.givesLKPa, C, 1e-6);
    expect(gasAndGive([{ litres: 0.2, kPa: 30 }], pa, 20)).toBeUndefined();
  });
  test('dry and rigid it is p/T: its only limit', () => {
    fc.assert(
      fc.property(fc.double({ min: 30, max: 150, noNaN: true }), fc.double({ min: 2, max: 20, noNaN: true }), (kPa, byK) => {
        // No coolant to expand or evaporate, no give: at constant volume absolute pressure goes with absolute temperature.
        const dry = { kPa, coolantC: 1, minutes: 0 };
        const vapour = (c: number): number => vapourPressureKPa(c);
        const later = ((pa + kPa - vapour(1)) * (1 + byK + 273.15)) / (1 + 273.15) + vapour(1 + byK) - pa;
        const lost = lostL({ gasL: 0.5, givesLKPa: 0 }, pa, 0, dry, { kPa: later, coolantC: 1 + byK, minutes: 10 });
        expect(Math.abs(lost)).toBeLessThan(1e-9);
      }),
    );
  }); // prettier-ignore
  test('tight, leaking, and where a drift of temperature could explain the drop: cannot be told', () => {
    expect(judgePressure(tight()).word).toBe('tight');
    const leak = judgePressure(tight({ end: { kPa: 75, coolantC: 20, minutes: 30 } }));
    expect(leak.word).toBe('leaks');
    expect(leak.leakLH!.value).toBeGreaterThan(0.05);
    // 8 L that cool by a kelvin or two shrink by more than a small leak loses: a thermometer good to 3 K says nothing.
    const cooling = judgePressure(tight({ start: { kPa: 90, coolantC: 24, minutes: 0 }, end: { kPa: 84, coolantC: 22.6, minutes: 30 }, temperatureU: 3 }));
    expect(cooling).toMatchObject({ word: 'cannot be told', said: expect.stringMatching(/drift of temperature/) as string });
    expect(cooling.smallestLH).toBeGreaterThan(0.03);
    // The smallest leak that could have been seen is just seen.
    const { smallestLH, gasL } = judgePressure(tight());
    expect(smallestLH).toBeGreaterThan(0);
    near(gasL!, V, 1e-6);
  }); // prettier-ignore
  test('any true leak, gauge and thermometer off by no more than they are good to: never tight with a leak it says it would have seen, never leaking without one', () => {
    const figure = (min: number, max: number) => fc.integer({ min: 0, max: 1000 }).map((part) => min + ((max - min) * part) / 1000);
    const words = { 'tight': 0, 'leaks': 0, 'cannot be told': 0, 'not so': 0 };
    fc.assert(
      fc.property(figure(0, 0.4), figure(-3, 3), figure(-0.6, 0.6), figure(-0.6, 0.6), figure(10, 60), (leakLH, byK, gaugeError, tempError, minutes) => {
        const truth = { coolantC: 20 + byK, minutes };
        const gone = (leakLH * minutes) / 60;
        // The gauge that the model itself gives with so much gone, by bisection.
        let [lo, hi] = [0, 200];
        for (let i = 0; i < 80; i += 1) {
          const kPa = (lo + hi) / 2;
          if (lostL({ gasL: V, givesLKPa: C }, pa, 8, { kPa: 90, coolantC: 20, minutes: 0 }, { ...truth, kPa }) > gone) lo = kPa;
          else hi = kPa;
        }
        const judged = judgePressure(tight({ end: { kPa: Math.max(0, lo + gaugeError * 0.5), coolantC: 20 + byK + tempError * 0.3, minutes } }));
        words[judged.word] += 1;
        if (judged.word === 'tight') expect(leakLH).toBeLessThanOrEqual(2 * judged.smallestLH!);
        if (judged.word === 'leaks') expect(leakLH).toBeGreaterThan(0);
        if (judged.leakLH) expect(Math.abs(judged.leakLH.value - leakLH)).toBeLessThanOrEqual(1.5 * judged.leakLH.u);
      }),
      { numRuns: 300 },
    );
    expect(words.tight).toBeGreaterThan(2);
    expect(words.leaks).toBeGreaterThan(100);
  }); // prettier-ignore
  test.each([
    ['above the cap', { start: { kPa: 130, coolantC: 20, minutes: 0 } }, 'not so'],
    ['hardly pumped', { start: { kPa: 20, coolantC: 20, minutes: 0 } }, 'cannot be told'],
    ['pumped to three quarters of the cap', { start: { kPa: 80, coolantC: 20, minutes: 0 }, end: { kPa: 80, coolantC: 20, minutes: 30 } }, 'cannot be told'],
    ['strokes of a hundred times their volume', { strokes: [{ litres: 20, kPa: 25 }, { litres: 50, kPa: 58 }] }, 'cannot be told'],
    ['strokes the wrong way round', { strokes: [{ litres: 0.2, kPa: 80 }, { litres: 0.8, kPa: 20 }] }, 'cannot be told'],
    ['no strokes', { strokes: [] }, 'cannot be told'],
    ['the end before the beginning', { end: { kPa: 89, coolantC: 20, minutes: 0 } }, 'not so'],
    ['a gauge that was not read', { end: { kPa: NaN, coolantC: 20, minutes: 30 } }, 'not so'],
    ['a rise that warming does not explain', { end: { kPa: 107, coolantC: 20, minutes: 30 } }, 'cannot be told'],
    ['a gauge of a tenth of the cap', { gaugeU: 10 }, 'cannot be told'],
  ] as const)('%s is never tight', (_name, change, word) => expect(judgePressure(tight(change as Partial<PressureTest>)).word).toBe(word)); // prettier-ignore
});
