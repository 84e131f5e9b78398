import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  AS_SAID,
  LouvreLaw,
  CASES,
  CASE_NAMES,
  vehicleLoad,
  airDropPa,
  airToBoil,
  coolerBy,
  coreGeometry,
  crossFlow,
  ductFriction,
  ductNusselt,
  fanFlow,
  freePowerW,
  heatOf,
  isStalled,
  likely,
  ratedFans,
  risingStretch,
  roadLoadW,
  shopSums,
  steady,
  type CoolingInputs,
  type RadiatorFigures,
  type SetUp,
} from '../src/cooling/index.ts';
import { air } from '../src/fluid/index.ts';

const radiator: RadiatorFigures = {
  coreWidthMm: 634,
  coreHeightMm: 396,
  coreThicknessMm: 24,
  flow: 'cross',
  passes: 1,
  coreClass: 'brazed-thin',
};
const setUp: SetUp = {
  radiator,
  fans: { count: 1, diameterMm: 385, voltageV: 13.5, currentA: 19, airflowM3H: 2500 },
  shroud: { covered: 0.95 },
  capKPa: 108,
  coolant: { base: 'ethylene', volumeShare: 0.5 },
  gapMm2: 3000,
};
const inputs = (change: Partial<SetUp> = {}, at: keyof typeof CASES = 'climb'): CoolingInputs => ({
  setUp: { ...setUp, ...change },
  load: vehicleLoad('middle'),
  conditions: CASES[at].conditions,
  leeway: AS_SAID,
});
const cored = (change: Partial<RadiatorFigures>, at: keyof typeof CASES = 'climb') =>
  inputs({ radiator: { ...radiator, ...change } }, at);

describe('formulas', () => {
  test('exact cross-flow effectiveness against the reference table, 1e-5', () => {
    // Mason 1954 and Baclić 1978, both series computed apart, agree to 1e-6.
    const table = [
      [0.5, [0.375094, 0.357827, 0.341595, 0.32633]],
      [1, [0.588011, 0.54749, 0.510309, 0.476222]],
      [2, [0.797422, 0.732409, 0.67108, 0.614247]],
    ] as const;
    for (const [ntu, row] of table)
      row.forEach((value, i) => expect(Math.abs(crossFlow(ntu, (i + 1) / 4) - value)).toBeLessThan(1e-5));
    // Limits: no ratio, little surface, much surface.
    expect(crossFlow(1.7, 0)).toBeCloseTo(1 - Math.exp(-1.7), 12);
    expect(crossFlow(1e-6, 0.6)).toBeCloseTo(1e-6, 9);
    expect(crossFlow(100, 0.2)).toBeGreaterThan(0.999);
    // Incropera et al., table 11.3, the usual approximation: off by up to 0.011, so near.
    const near = (n: number, c: number): number =>
      1 - Math.exp((n ** 0.22 / c) * (Math.exp(-c * n ** 0.78) - 1));
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 4, noNaN: true }),
        fc.double({ min: 0.1, max: 1, noNaN: true }),
        (n, c) => {
          expect(Math.abs(crossFlow(n, c) - near(n, c))).toBeLessThan(0.012);
        },
      ),
      { seed: 5, numRuns: 80 },
    );
    expect(() => crossFlow(NaN, 0.5)).toThrow(RangeError);
  });

  test('ducts: Incropera table 8.1 laminar (from memory); Gnielinski by hand at Re 10,000, Pr 6', () => {
    expect(ductNusselt(800, 5, 1 / 8)).toBeCloseTo(5.6, 9);
    expect(ductFriction(800, 1 / 8)).toBeCloseTo(82 / 800, 9);
    expect(ductNusselt(800, 5, 0)).toBeCloseTo(7.54, 9);
    expect(ductFriction(1000, 0)).toBeCloseTo(0.096, 9);
    // f = (0.79 ln 10⁴ − 1.64)^−2 = 0.03148; Nu = (f/8)(9000)(6)/(1 + 12.7 √(f/8) (6^⅔ − 1)) = 75.0
    expect(ductFriction(10_000, 0.2)).toBeCloseTo(0.03148, 4);
    expect(Math.abs(ductNusselt(10_000, 6, 0.2) - 74.98)).toBeLessThan(0.1);
  });

  test('louvred fins: Chang & Wang 1997 worked by hand at one point', () => {
    const fin = {
      angleDeg: 30,
      finPitch: 1.4,
      finHeight: 8,
      finThickness: 0.1,
      finDepth: 20,
      louvrePitch: 1.4,
      louvreLength: 7,
      tubePitch: 10,
      tubeHeight: 2,
      tubeDepth: 20,
    };
    // Re 300: 300^−0.49 = 0.061115; (1/3)^0.27 = 0.743327; 1; (8/1.4)^−0.29 = 0.603232; (20/1.4)^−0.23 = 0.542443;
    // 5^0.68 = 2.987488; (10/1.4)^−0.28 = 0.576627; (0.1/1.4)^−0.05 = 1.141036; product 0.029218
    const law = new LouvreLaw(fin);
    expect(law.colburn(300)).toBeCloseTo(0.029218, 4);
    // Chang et al. 2000: friction three to six times the Colburn factor for such fins, falling with speed (common practice).
    for (const re of [150, 300, 800]) {
      const ratio = law.friction(re) / law.colburn(re);
      expect(ratio).toBeGreaterThan(2.5);
      expect(ratio).toBeLessThan(6.5);
    }
  });

  test('road load: 1,500 kg at 100 km/h and at a 6 % climb, by hand (form of SAE J1263)', () => {
    const load = { massKg: 1500, dragAreaM2: 0.7, rolling: 0.012 };
    const v = 100 / 3.6;
    // 1500·9.80665·0.012 = 176.52 N; ½·1.2·0.7·v² = 324.07 N; times v
    expect(roadLoadW(load, v, 0, 1.2)).toBeCloseTo((176.5197 + 324.0741) * v, 0);
    const slope = Math.atan(0.06);
    expect(roadLoadW(load, v, 6, 1.2)).toBeCloseTo(
      (14709.975 * (0.012 * Math.cos(slope) + Math.sin(slope)) + 324.0741) * v,
      0,
    );
    expect(roadLoadW(load, v, -20, 1.2)).toBe(0);
  });

  test('shop sums: 483 and 472 sq in, 2.7 and 2.25 in: 1,304 and 1,062 cu in, 242 apart; 483 hp on 483 sq in (common practice)', () => {
    const inch = 25.4;
    const core = (sqIn: number, depth: number): RadiatorFigures => ({
      ...radiator,
      coreWidthMm: 21 * inch,
      coreHeightMm: (sqIn / 21) * inch,
      coreThicknessMm: depth * inch,
      coreClass: 'brazed-thick',
    });
    const [one, other] = [shopSums(core(483, 2.7)), shopSums(core(472, 2.25))];
    expect(Math.round(one.envelopeCuIn)).toBe(1304);
    expect(Math.round(other.envelopeCuIn)).toBe(1062);
    expect(Math.round(one.envelopeCuIn - other.envelopeCuIn)).toBe(242);
    expect(one.ruleHp).toBeCloseTo(483, 6);
    // The space a core fills is several times what its tubes hold.
    expect(one.tubesHoldL).toBeLessThan(0.5 * one.envelopeMm3 * 1e-6);
  });
});

describe('fans', () => {
  test('air power of 933 CFM through a 305 mm disc: half density, area, velocity cubed', () => {
    const flow = (933 * 0.3048 ** 3) / 60;
    const disc = (Math.PI / 4) * 0.305 ** 2;
    expect(freePowerW(flow, disc)).toBeCloseTo(0.5 * 1.2 * disc * (flow / disc) ** 3, 9);
  });
  test('two fans side by side give twice the flow at the same pressure; half speed half the flow at a quarter', () => {
    const { fans } = ratedFans({ count: 2, diameterMm: 300, voltageV: 13.5, currentA: 20 });
    const [one] = fans;
    expect(fanFlow(one!, 0.5, 20, 1.2)).toBeCloseTo(0.5 * fanFlow(one!, 1, 80, 1.2), 12);
    expect(fanFlow(one!, 1, one!.shutPa, 1.2)).toBeCloseTo(0, 12);
    expect(fanFlow(one!, 0, 50, 1.2)).toBeLessThan(0);
  });
  test('a stopped fan beside a running one leaks backwards and costs cooling', () => {
    const two = { fans: { count: 2, diameterMm: 300, voltageV: 13.5, currentA: 20 } };
    const [both, one] = [steady(inputs(two, 'idle')), steady({ ...inputs(two, 'idle'), fanSpeeds: [1, 0] })];
    expect(one.topTankC).toBeGreaterThan(both.topTankC);
    expect(one.warnings).toContain('leaks-back');
    expect(both.warnings).toEqual([]);
  });
  test('a rising stretch of a measured curve is stall, and warned of', () => {
    const curve = {
      sweptM2: 0.1,
      freeFlowM3S: 0.8,
      shutPa: 200,
      points: [
        [0, 160],
        [0.2, 140],
        [0.35, 190],
        [0.6, 110],
        [0.8, 0],
      ] as const,
    };
    expect(risingStretch(curve)).toEqual({ fromM3S: 0.2, toM3S: 0.35 });
    expect(isStalled(curve, 1, 0.3)).toBe(true);
    expect(isStalled(curve, 1, 0.5)).toBe(false);
    expect(fanFlow(curve, 1, 110, 1.2)).toBeCloseTo(0.6, 9);
  });
  test('a measured curve goes before what is stated, works where it was measured, and its stall is warned of', () => {
    const curve = [
      [0, 190],
      [1200, 150],
      [2600, 0],
    ] as const;
    const rated = ratedFans({
      count: 2,
      diameterMm: 300,
      voltageV: 13.5,
      currentA: 22,
      airflowM3H: 9000,
      curve,
    });
    expect(rated.from).toBe('measured');
    // Each of two fans moves half of the flow against the whole pressure.
    expect(2 * fanFlow(rated.fans[0]!, 1, 150, 1.2) * 3600).toBeCloseTo(1200, 6);
    expect(() => ratedFans({ count: 1, diameterMm: 300, voltageV: 13.5, curve: curve.slice(1) })).toThrow(
      /three points/,
    );
    const humped = [
      [0, 60],
      [900, 40],
      [1700, 75],
      [2600, 0],
    ] as const;
    const fans = { count: 1, diameterMm: 385, voltageV: 13.5, currentA: 19 };
    const dense = { radiator: { ...radiator, coreThicknessMm: 90, finPitchMm: 0.8 } };
    expect(steady(inputs({ ...dense, fans: { ...fans, curve: humped } }, 'idle')).warnings).toContain(
      'fan-stalls',
    );
    expect(steady(inputs({ fans: { ...fans, curve } }, 'idle')).warnings).not.toContain('fan-stalls');
  });
  test('an airflow that the power drawn cannot move is set aside', () => {
    const claimed = ratedFans({
      count: 2,
      diameterMm: 330,
      voltageV: 13.5,
      currentA: 20,
      airflowM3H: 20_400,
    });
    expect(claimed.from).toBe('power');
    expect(() => ratedFans({ count: 2, diameterMm: 330, voltageV: 13.5, currentA: 200 })).toThrow(/200 A/);
  });
});

describe('the steady answer', () => {
  test('energy closes to 1e-9 in every case, air and coolant summed apart, one pass or two', () => {
    for (const name of CASE_NAMES)
      for (const passes of [1, 2]) {
        const { balance, heatW } = steady(cored({ passes }, name));
        expect(Math.abs(balance.airW / heatW - 1)).toBeLessThan(1e-9);
        expect(Math.abs(balance.coolantW / heatW - 1)).toBeLessThan(1e-9);
      }
  });

  test('more core depth never lowers what it takes from the air; more air never takes less', () => {
    const at = air(50, 101_325);
    fc.assert(
      fc.property(
        fc.double({ min: 12, max: 90, noNaN: true }),
        fc.double({ min: 1, max: 20, noNaN: true }),
        fc.double({ min: 0.3, max: 12, noNaN: true }),
        fc.double({ min: 1, max: 2, noNaN: true }),
        (thick, more, speed, faster) => {
          const drop = (depth: number, v: number): number =>
            airDropPa(coreGeometry({ ...radiator, rows: 1, coreThicknessMm: depth }), at, v);
          expect(drop(thick + more, speed)).toBeGreaterThanOrEqual(drop(thick, speed) - 1e-9);
          expect(drop(thick, speed * faster)).toBeGreaterThanOrEqual(drop(thick, speed) - 1e-9);
        },
      ),
      { seed: 1, numRuns: 120 },
    );
  });

  test('a stronger fan, a wider core, a cooler day, a lighter load never raise the top tank', () => {
    const top = (change: CoolingInputs): number => steady(change).topTankC;
    fc.assert(
      fc.property(
        fc.constantFrom(...CASE_NAMES),
        fc.double({ min: 1, max: 1.5, noNaN: true }),
        fc.integer({ min: 300, max: 600 }),
        (name, more, height) => {
          const base = cored({ coreHeightMm: height }, name);
          const fans = { ...setUp.fans!, airflowM3H: undefined };
          const weak = { ...base, setUp: { ...base.setUp, fans } };
          const strong = {
            ...base,
            setUp: { ...base.setUp, fans: { ...fans, currentA: fans.currentA! * more } },
          };
          expect(top(strong)).toBeLessThanOrEqual(top(weak) + 1e-6);
          const cooler = {
            ...base,
            conditions: { ...base.conditions, ambientC: base.conditions.ambientC - 10 * (more - 1) },
          };
          expect(top(cooler)).toBeLessThanOrEqual(top(base) + 1e-6);
          const heavier = { ...base, load: { ...base.load, massKg: base.load.massKg * more } };
          expect(top(heavier)).toBeGreaterThanOrEqual(top(base) - 1e-6);
          const wider = cored({ coreHeightMm: height, coreWidthMm: radiator.coreWidthMm * more }, name);
          expect(top(wider)).toBeLessThanOrEqual(top(base) + 1e-6);
        },
      ),
      { seed: 2, numRuns: 25 },
    );
  });

  test('no shroud costs cooling at a crawl and hardly any at speed (common practice)', () => {
    const worse = (name: keyof typeof CASES): number =>
      steady(inputs({ shroud: undefined }, name)).topTankC - steady(inputs({}, name)).topTankC;
    expect(worse('crawl')).toBeGreaterThan(5);
    expect(worse('motorway')).toBeLessThan(worse('crawl') / 2);
  });

  test('water cools better than a glycol mix and boils sooner (common practice); a gap round the core costs cooling', () => {
    const [mix, plain] = [steady(inputs()), steady(inputs({ coolant: { base: 'water', volumeShare: 0 } }))];
    expect(plain.topTankC).toBeLessThan(mix.topTankC);
    expect(plain.boilsC).toBeLessThan(mix.boilsC);
    expect(steady(inputs({ gapMm2: 20_000 }, 'idle')).topTankC).toBeGreaterThan(
      steady(inputs({ gapMm2: 0 }, 'idle')).topTankC,
    );
  });

  test('a radiator far too small boils in any weather', () => {
    expect(airToBoil(cored({ coreWidthMm: 140, coreHeightMm: 110 }))).toBeUndefined();
  });

  test('the spread of unknown figures is carried: what is measured narrows it; what both share falls out of a comparison', () => {
    const unknown = likely(inputs());
    const measured = likely(
      cored({ finPitchMm: 1.5, tubePitchMm: 9.6, tubeHeightMm: 1.8, louvreAngleDeg: 27, louvrePitchMm: 1.1 }),
    );
    expect(measured.u).toBeLessThan(unknown.u!);
    expect(Math.hypot(...unknown.from.map((each) => each.k))).toBeCloseTo(unknown.u!, 9);
    const same = coolerBy(cored({ finPitchMm: 1.5 }), cored({ finPitchMm: 1.5 }));
    expect(same!.k).toBe(0);
    const other = coolerBy(inputs(), cored({ coreThicknessMm: 40 }));
    expect(other!.u).toBeLessThan(Math.hypot(unknown.u!, likely(cored({ coreThicknessMm: 40 })).u!));
  });

  test('two wide tubes against four narrow ones: same fins, half as many tubes, hardly more wetted surface', () => {
    const wide = coreGeometry({ ...radiator, coreThicknessMm: 55, rows: 2, tubeDepthMm: 26 });
    const narrow = coreGeometry({ ...radiator, coreThicknessMm: 55, rows: 4, tubeDepthMm: 12.5 });
    expect(narrow.tubes).toBe(2 * wide.tubes);
    expect(narrow.wettedAreaM2 / wide.wettedAreaM2).toBeGreaterThan(0.95);
    expect(narrow.wettedAreaM2 / wide.wettedAreaM2).toBeLessThan(1);
    expect(narrow.finAreaM2).toBeCloseTo(wide.finAreaM2, 12);
  });

  test('what cannot be is said in a sentence: never a figure that is none', () => {
    expect(() => steady(cored({ coreHeightMm: 0 }))).toThrow(/core height 0 is outside/);
    expect(() => steady(cored({ coreThicknessMm: NaN }))).toThrow(/core thickness missing/);
    expect(() => steady(cored({ rows: 3, tubeDepthMm: 20 }))).toThrow(/do not go into a core/);
    expect(() => steady(inputs({ coolant: { base: 'ethylene', volumeShare: 1 } }))).toThrow(/glycol/);
    const still = steady({ ...inputs({ fans: undefined }, 'idle') });
    for (const value of Object.values(still).filter((each) => typeof each === 'number'))
      expect(value).not.toBeNaN();
    expect(still.warnings).toContain('no-air');
    expect(heatOf(vehicleLoad('small'), CASES.idle.conditions, 1.2).condenserW).toBe(5500);
  });
});
