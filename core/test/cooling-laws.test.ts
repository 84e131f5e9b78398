import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  AS_SAID,
  CASES,
  CASE_NAMES,
  CORE_CLASS_NAMES,
  VEHICLE_CLASSES,
  vehicleLoad,
  boilsUnder,
  likely,
  steady,
  type CaseName,
  type CoolingInputs,
  type SetUp,
  type VehicleClass,
} from '../src/cooling/index.ts';
import {
  COURSE_NAMES,
  USUAL_MASSES,
  legWords,
  legsOf,
  simulate,
  type Drive,
  type FanControl,
} from '../src/drive/index.ts';

const figure = (min: number, max: number) => fc.double({ min, max, noNaN: true });
/** Radiators, fans and vehicles as they are met. */
const anything = fc.record({
  width: figure(420, 720),
  height: figure(300, 480),
  thickness: figure(18, 60),
  coreClass: fc.constantFrom(...CORE_CLASS_NAMES),
  fans: fc.integer({ min: 1, max: 2 }),
  diameter: figure(260, 330),
  current: figure(10, 28),
  cls: fc.constantFrom(...(Object.keys(VEHICLE_CLASSES) as VehicleClass[])),
  name: fc.constantFrom(...CASE_NAMES),
  gap: figure(0, 8000),
});
type Any = typeof anything extends fc.Arbitrary<infer T> ? T : never;
const setUpOf = (it: Any): SetUp => ({
  radiator: {
    coreWidthMm: it.width,
    coreHeightMm: it.height,
    coreThicknessMm: it.thickness,
    flow: 'cross',
    passes: 1,
    coreClass: it.coreClass,
  },
  fans: { count: it.fans, diameterMm: it.diameter, voltageV: 13.5, currentA: it.current },
  shroud: { covered: 0.95 },
  capKPa: 100,
  coolant: { base: 'ethylene', volumeShare: 0.5 },
  gapMm2: it.gap,
});
const inputsOf = (it: Any): CoolingInputs => ({
  setUp: setUpOf(it),
  load: vehicleLoad(it.cls),
  leeway: AS_SAID,
  conditions: CASES[it.name].conditions,
});
const top = (inputs: CoolingInputs): number => steady(inputs).topTankC;
/** Beyond it the figure only says that it boils, and properties are held. */
const STILL_COOLANT_C = 138;
const law = (
  name: string,
  change: (inputs: CoolingInputs, by: number) => CoolingInputs,
  sign: 1 | -1,
  runs = 60,
) =>
  test(name, () => {
    fc.assert(
      fc.property(anything, figure(1.02, 1.4), (it, by) => {
        const before = inputsOf(it);
        const was = top(before);
        fc.pre(was < STILL_COOLANT_C);
        expect(sign * (top(change(before, by)) - was)).toBeGreaterThan(-1e-6);
      }),
      { seed: 21, numRuns: runs },
    );
  });

describe('the top tank never falls', () => {
  law(
    'with a hotter day',
    (at, by) => ({
      ...at,
      conditions: { ...at.conditions, ambientC: at.conditions.ambientC + 20 * (by - 1) },
    }),
    1,
  );
  law(
    'with a steeper road',
    (at, by) => ({
      ...at,
      conditions: { ...at.conditions, gradePercent: at.conditions.gradePercent + 10 * (by - 1) },
    }),
    1,
  );
  law(
    'with a heavier vehicle',
    (at, by) => ({ ...at, load: { ...at.load, massKg: at.load.massKg * by } }),
    1,
  );
  law(
    'with more heat of condenser',
    (at, by) => ({ ...at, load: { ...at.load, condenserKW: at.load.condenserKW * by } }),
    1,
  );
  law(
    'with more air round the core',
    (at, by) => ({ ...at, setUp: { ...at.setUp, gapMm2: at.setUp.gapMm2 * by + 2000 } }),
    1,
  );
  law(
    'with a grille that lets less through',
    (at, by) => ({ ...at, load: { ...at.load, grilleLoss: at.load.grilleLoss * by } }),
    1,
  );
  law(
    'with deposits in the tubes',
    (at, by) => ({ ...at, setUp: { ...at.setUp, radiator: { ...at.setUp.radiator, fouling: 2e-4 * by } } }),
    1,
  );
});
describe('the top tank never rises', () => {
  law(
    'with more coolant through it',
    (at, by) => ({
      ...at,
      load: {
        ...at.load,
        pumpLMin: at.load.pumpLMin * by,
      },
    }),
    -1,
  );
  law(
    'with fans that turn more of their power into air',
    (at, by) => ({ ...at, fanEfficiency: 0.25 * by }),
    -1,
  );
  law(
    'with water in place of the mix',
    (at) => ({ ...at, setUp: { ...at.setUp, coolant: { base: 'water', volumeShare: 0 } } }),
    -1,
  );
});

test('heat closes to 1e-9 whatever the radiator, and every figure is one', () => {
  fc.assert(
    fc.property(anything, fc.integer({ min: 1, max: 3 }), (it, passes) => {
      const inputs = inputsOf(it);
      const { balance, heatW, ...rest } = steady({
        ...inputs,
        setUp: { ...inputs.setUp, radiator: { ...inputs.setUp.radiator, passes } },
      });
      if (rest.topTankC < STILL_COOLANT_C) {
        expect(Math.abs(balance.airW - balance.coolantW) / heatW).toBeLessThan(1e-9);
        expect(Math.abs(balance.coolantW - heatW) / heatW).toBeLessThan(1e-9);
      }
      for (const value of Object.values(rest))
        if (typeof value === 'number') expect(Number.isFinite(value)).toBe(true);
    }),
    { seed: 22, numRuns: 80 },
  );
});

test('a stronger cap boils later, a higher road sooner', () => {
  fc.assert(
    fc.property(anything, figure(0, 150), figure(5, 60), figure(0, 3000), (it, capKPa, more, altitude) => {
      const at = (cap: number, height: number) => boilsUnder({ ...setUpOf(it), capKPa: cap }, height);
      expect(at(capKPa + more, altitude)).toBeGreaterThan(at(capKPa, altitude));
      expect(at(capKPa, altitude + 500)).toBeLessThan(at(capKPa, altitude));
    }),
    { seed: 23, numRuns: 60 },
  );
});

test('what the uncertainty comes from adds up to it as a root of squares, and what is measured is no part of it', () => {
  fc.assert(
    fc.property(anything, (it) => {
      const inputs = inputsOf(it);
      fc.pre(top(inputs) < STILL_COOLANT_C - 20);
      const all = likely(inputs);
      expect(Math.hypot(...all.from.map((each) => each.k))).toBeCloseTo(all.u!, 9);
      const known = likely(inputs, new Set([all.from[0]!.key]));
      expect(known.from.map((each) => each.key)).not.toContain(all.from[0]!.key);
      expect(known.u).toBeLessThan(all.u! + 1e-12);
    }),
    { seed: 24, numRuns: 12 },
  );
});

describe('drives on every course', () => {
  const setUp = setUpOf({
    width: 604,
    height: 421,
    thickness: 32,
    coreClass: 'brazed-thin',
    fans: 2,
    diameter: 300,
    current: 22,
    cls: 'pickup',
    name: 'idle' as CaseName,
    gap: 2000,
  });
  const weather = { ambientC: 34, altitudeM: 0, humidity: 0.4 };
  const staged = (onC: number, offC: number): FanControl => ({
    kind: 'stages',
    place: 'radiator-inlet',
    withAc: 0,
    stages: [{ onC, offC, speeds: [1, 1], currentA: 22 }],
  });
  const drive = (
    course: (typeof COURSE_NAMES)[number],
    control: FanControl,
    change: Partial<Drive> = {},
  ): Drive => ({
    setUp,
    load: vehicleLoad('pickup'),
    leeway: AS_SAID,
    thermostat: { opensC: 82, fullyOpenC: 94, hysteresisK: 2.5, lagS: 12 },
    control,
    masses: USUAL_MASSES,
    legs: legsOf(course, weather),
    startC: 34,
    ...change,
  });
  test.each(COURSE_NAMES)(
    '%s: heat in, less heat out, is heat kept, to 1e-9; events come in order',
    (course) => {
      const driven = simulate(drive(course, staged(96, 90)), 10);
      const { inJ, outJ, keptJ } = driven.heat;
      expect(Math.abs(inJ - outJ - keptJ) / inJ).toBeLessThan(1e-9);
      const times = driven.events.map((event) => event.at);
      expect(times).toEqual([...times].sort((a, b) => a - b));
      const kinds = driven.events.map((event) => event.kind);
      expect(kinds).toContain('starts-opening');
      // In town a diesel hardly asks for its fan; up a hill it does.
      if (course !== 'town') expect(kinds.indexOf('starts-opening')).toBeLessThan(kinds.indexOf('fan-on'));
      expect(driven.rows).toBe(
        Math.floor(legsOf(course, weather).reduce((sum, leg) => sum + leg.seconds, 0) / 10) + 1,
      );
    },
  );
  test('the same drive is the same to the last bit', () => {
    const [one, other] = [0, 1].map(() => simulate(drive('town', staged(96, 90)), 5));
    expect(other!.samples).toEqual(one!.samples);
    expect(other!.events).toEqual(one!.events);
  });
  test('the narrower the band, the more often the fan comes on; on and off alternate', () => {
    const counts = [12, 8, 5, 3].map(
      (band) => simulate(drive('pull-down', staged(96, 96 - band)), 30).switched,
    );
    expect(counts).toEqual([...counts].sort((a, b) => a - b));
    expect(counts.at(-1)!).toBeGreaterThan(counts[0]!);
    const moves = simulate(drive('pull-down', staged(96, 91)), 30).events.filter(
      (event) => event.kind === 'fan-on' || event.kind === 'fan-off',
    );
    moves.forEach((move, i) => expect(move.kind).toBe(i % 2 ? 'fan-off' : 'fan-on'));
  });
  test('where the fans’ heat is got rid of faster, the pull-down is shorter', () => {
    const weak = simulate(
      drive('pull-down', staged(98, 90), { setUp: { ...setUp, fans: { ...setUp.fans!, currentA: 12 } } }),
      30,
    );
    const strong = simulate(drive('pull-down', staged(98, 90)), 30);
    expect(strong.pullDownS!).toBeLessThan(weak.pullDownS!);
  });
  test('the A/C asks for the fan whatever the coolant says', () => {
    const driven = simulate(drive('town', staged(125, 120)), 5);
    const ac = legsOf('town', weather).findIndex((leg) => leg.airConditioning);
    const from = legsOf('town', weather)
      .slice(0, ac)
      .reduce((sum, leg) => sum + leg.seconds, 0);
    const row = Math.ceil((from + 10) / 5);
    expect(driven.samples[row * 7 + 5]).toBe(1);
    expect(driven.samples[(row - 6) * 7 + 5]).toBe(0);
  });
  test('a leg says what is driven', () => {
    expect(legWords({ speedKmh: 0, gradePercent: 0, airConditioning: true })).toBe('idle, A/C');
    expect(legWords({ speedKmh: 55, gradePercent: 8, airConditioning: false })).toBe('55 km/h, 8 % up');
  });
});
