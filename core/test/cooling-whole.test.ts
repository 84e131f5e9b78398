import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  AS_SAID, CASES, CASE_NAMES, CORE_CLASS_NAMES, LAMINAR, TURBULENT, VEHICLE_CLASSES,
  AIR_TO_BOIL_MOST_C, airResistance, airToBoil, circuitLMin, coolantFilm, coolantResistance, coreGeometry, drivenPowerW, drivenSpeed, ductFriction, ductNusselt,
  engineSpeed, fanFlow, heatToCoolantW, heatPerDegree, likely, ratedFans, steady, vehicleLoad, wallResistance, whyHotter,
  type CoolingInputs, type Engine, type VehicleClass,
} from '../src/cooling/index.ts'; // prettier-ignore
import { air, coolant } from '../src/fluid/index.ts';
import { FIVE, worksInputs, type OfFive } from './demo-vehicles.ts';

const real = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const top = (inputs: CoolingInputs): number => steady(inputs).topTankC;

describe('in the tubes', () => {
  test('thermal entrance, flat plates (Edwards 1979, from memory): by hand at Re 1000, Pr 6, 3 mm on 0.5 m', () => {
    // 0.03·36/(1 + 0.016·36^⅔) = 1.08/1.17444 = 0.91959 on 7.54; and nothing in a tube without end.
    expect(ductNusselt(1000, 6, 0, 0.003 / 0.5)).toBeCloseTo(7.54 + 0.9196, 3);
    expect(ductNusselt(1000, 6, 0)).toBeCloseTo(7.54, 9);
    // Turbulent: Hausen's 1 + (d/L)^⅔.
    expect(ductNusselt(10_000, 6, 0.2, 0.006) / ductNusselt(10_000, 6, 0.2)).toBeCloseTo(1.03302, 4);
  });
  test('smooth: one line from 2300 to 4000 (Gnielinski 2013, from memory), without a step at either end', () => {
    const nu = (re: number): number => ductNusselt(re, 6, 0.1, 0.005);
    expect(nu(3150)).toBeCloseTo((nu(LAMINAR) + nu(TURBULENT)) / 2, 9);
    for (const re of [LAMINAR, TURBULENT]) expect(nu(re * (1 + 1e-9))).toBeCloseTo(nu(re), 4);
  });
  test('dimples and turbulators: more heat and more friction than smooth, and heat rises slower than flow (common practice)', () => {
    for (const inside of ['dimpled', 'turbulated'] as const)
      for (let re = 100; re < 20_000; re *= 1.05) {
        const [nu, next] = [re, re * 1.05].map((x) => ductNusselt(x, 6, 0.1, 0.005, inside));
        expect(Math.log(next! / nu!) / Math.log(1.05)).toBeLessThan(0.95);
        expect(nu!).toBeGreaterThanOrEqual(ductNusselt(re, 6, 0.1, 0.005));
        expect(ductFriction(re, 0.1, inside)).toBeGreaterThanOrEqual(ductFriction(re, 0.1));
      }
    const gain = ductNusselt(1500, 6, 0.1, 0.005, 'dimpled') / ductNusselt(1500, 6, 0.1, 0.005);
    expect(gain).toBeGreaterThan(1.5);
    expect(gain).toBeLessThan(4);
  });
  test('a deeper core with turbulated tubes never takes less at the same air and coolant flow', () => {
    const liquid = coolant('ethylene', 0.53, 90);
    const warm = air(60, 101_325);
    fc.assert(
      fc.property(real(14, 60), real(1, 1.6), real(0.8, 8), real(0.15, 3), fc.constantFrom('dimpled', 'turbulated'),
        (depth, more, face, flow, tubes) => {
          const takes = (coreThicknessMm: number): number => {
            const core = coreGeometry({
              coreWidthMm: 600, coreHeightMm: 420, coreThicknessMm, flow: 'cross', passes: 1, coreClass: 'brazed-thin',
              rows: 1, tubeInside: tubes as 'dimpled',
            });
            const totalWK =
              1 / (airResistance(core, warm, face, AS_SAID) + coolantResistance(core, liquid, flow, AS_SAID) + wallResistance(core));
            return heatPerDegree(totalWK, face * core.faceAreaM2 * warm.densityKgM3 * warm.heatJKgK, flow * liquid.heatJKgK);
          };
          expect(takes(depth * more)).toBeGreaterThanOrEqual(takes(depth) - 1e-9);
        }),
      { seed: 31, numRuns: 200 },
    );
  }); // prettier-ignore
});

describe('the air', () => {
  const fan = ratedFans({ count: 1, diameterMm: 380, voltageV: 13.5, currentA: 18 }).fans[0]!;
  const humped = { ...fan, points: [[0, 0.8 * fan.shutPa], [0.4 * fan.freeFlowM3S, fan.shutPa], [fan.freeFlowM3S, 0]] as const }; // prettier-ignore
  test('fan map, all quadrants: fan laws where it pumps; never less flow when it turns faster; a stopped one moves least', () => {
    fc.assert(
      fc.property(fc.constantFrom(fan, humped), real(-600, 600), real(0, 1), real(0, 1.5), (of, pa, a, more) => {
        expect(fanFlow(of, a + more, pa, 1.2)).toBeGreaterThanOrEqual(fanFlow(of, a, pa, 1.2) - 1e-12);
        expect(fanFlow(of, a, pa, 1.2)).toBeGreaterThanOrEqual(fanFlow(of, 0, pa, 1.2) - 1e-12);
        // More to push against, less flow.
        expect(fanFlow(of, a, pa + 10, 1.2)).toBeLessThanOrEqual(fanFlow(of, a, pa, 1.2) + 1e-12);
      }),
      { seed: 32, numRuns: 400 },
    );
    // Flow with speed, pressure with its square (fan laws).
    expect(fanFlow(fan, 0.6, 0.36 * 70, 1.2)).toBeCloseTo(0.6 * fanFlow(fan, 1, 70, 1.2), 12);
    // Four quadrants: pumping, blown through faster than it turns, blown back, and standing still in the wind.
    expect(fanFlow(fan, 1, 50, 1.2)).toBeGreaterThan(0);
    expect(fanFlow(fan, 0.2, -300, 1.2)).toBeCloseTo(fanFlow(fan, 0, -300, 1.2), 12);
    expect(fanFlow(fan, 0.5, fan.shutPa, 1.2)).toBeLessThan(0);
    expect(fanFlow(fan, 0, -100, 1.2)).toBeGreaterThan(0);
  });
  test('engine-driven: speed from the engine until the clutch slips; air with it, power with its cube', () => {
    const drive = { ratio: 1.2, clutch: 'thermal' } as const;
    expect(drivenSpeed(drive, 750) * 2400).toBeCloseTo(0.92 * 900, 6);
    expect(drivenSpeed(drive, 5000)).toBe(1);
    expect(drivenSpeed({ ratio: 1, clutch: 'none' }, 4800)).toBe(2);
    const rating = { count: 1, diameterMm: 430, voltageV: 13.5, engineDriven: { ratio: 1, clutch: 'none' } as const };
    expect(drivenPowerW(rating, 3000) / drivenPowerW(rating, 1500)).toBeCloseTo(8, 9);
    // Common practice: a bolted belt fan of 430 mm takes some kilowatts at 4,000/min, little at idle.
    expect(drivenPowerW(rating, 4000)).toBeGreaterThan(2000);
    expect(drivenPowerW(rating, 4000)).toBeLessThan(8000);
    expect(drivenPowerW(rating, 750)).toBeLessThan(60);
  });
}); // prettier-ignore

describe('engine and pump', () => {
  const petrol: Engine = { displacementL: 2, fuel: 'petrol', ratedKW: 100 };
  const diesel: Engine = { displacementL: 2.2, fuel: 'diesel', ratedKW: 114 };
  test('diesels give 0.5 to 0.65 of brake power at high load, petrol engines 0.6 to 0.9, more of it at part load (common practice)', () => {
    for (const [engine, rpm, lo, hi] of [[diesel, 3200, 0.5, 0.65], [petrol, 4500, 0.6, 0.9]] as const)
      for (const share of [0.75, 0.85, 0.95]) {
        const power = share * engine.ratedKW * 1000 * Math.min(1, rpm / (engine.fuel === 'diesel' ? 4000 : 5500));
        const ratio = heatToCoolantW(engine, power, rpm) / power;
        expect(ratio).toBeGreaterThan(lo);
        expect(ratio).toBeLessThan(hi);
        expect(heatToCoolantW(engine, power / 4, rpm) / (power / 4)).toBeGreaterThan(ratio);
      }
  }); // prettier-ignore
  test('at idle: some 2 to 4 kW for a 2 L, more with every litre; a 5.0 is no 2.0', () => {
    const idle = (displacementL: number, fuel: Engine['fuel']): number => {
      const engine = { displacementL, fuel, ratedKW: 40 * displacementL };
      return heatToCoolantW(engine, 0, engineSpeed(engine, 0, 0, true)) / 1000;
    };
    for (const fuel of ['petrol', 'diesel'] as const) {
      expect(idle(2, fuel)).toBeGreaterThan(1.5);
      expect(idle(2, fuel)).toBeLessThan(4);
      expect(idle(5, fuel)).toBeGreaterThan(1.8 * idle(2, fuel));
    }
  });
  test('friction by hand (Heywood, from memory): a 2 L petrol at 3,000/min and 10 kW', () => {
    // 0.97 + 0.15·3 + 0.05·9 = 1.87 bar, throttle 0.6·(1 − 10.7/54.545) = 0.4823; 2.3523e5·0.002·3000/120 = 11761.5 W;
    // indicated 22461.5 W; 0.3·(22461.5/0.37 − 22461.5) + 0.5·11761.5 = 11473.6 + 5880.8
    expect(heatToCoolantW(petrol, 10_000, 3000)).toBeCloseTo(17354, -1);
  });
  test('pump: flow where head and circuit meet, with speed by the affinity laws', () => {
    const none = (): number => 0;
    const square = (lMin: number): number => 0.002 * lMin * lMin;
    // 150 kPa shut off at rated speed; 120 kPa of it gone at its rated flow: √(150/120) of it without a radiator.
    expect(circuitLMin(150, 1, none)).toBeCloseTo(150 * Math.sqrt(1.25), 6);
    // A square circuit: flow with speed, exactly.
    expect(circuitLMin(150, 0.2, square)).toBeCloseTo(0.2 * circuitLMin(150, 1, square), 6);
    expect(circuitLMin(150, 1, square)).toBeLessThan(circuitLMin(150, 1, none));
    expect(circuitLMin(150, 0, square)).toBe(0);
  });
  test('the same car with a larger engine runs hotter; a transmission cooled in the tank adds its heat, one cooled elsewhere none', () => {
    const base = worksInputs('Merlet 1.8 petrol, variable', 'climb');
    const bigger = { ...base, load: { ...base.load, displacementL: 3.6, ratedKW: 2 * base.load.ratedKW } };
    expect(top(bigger)).toBeGreaterThan(top(base));
    expect(base.load.transmissionShare).toBeGreaterThan(0);
    expect(worksInputs('Haulden 2.0 diesel van, laden', 'climb').load.transmissionShare).toBe(0);
    expect(worksInputs('Aurelle 2.0 turbo', 'climb').load.transmissionShare).toBe(0);
  });
});

/** Radiators, fans and vehicles over their whole range. */
const anything = fc
  .record({
    width: real(420, 720), height: real(300, 480), thickness: real(16, 64), coreClass: fc.constantFrom(...CORE_CLASS_NAMES),
    passes: fc.constantFrom(1, 2), fans: fc.integer({ min: 1, max: 2 }), diameter: real(260, 400), current: real(8, 30),
    covered: fc.option(real(0.6, 1)), base: fc.constantFrom('ethylene' as const, 'propylene' as const), mix: real(0.1, 0.55),
    gap: real(0, 20_000), cls: fc.constantFrom(...(Object.keys(VEHICLE_CLASSES) as VehicleClass[])), inTank: fc.boolean(),
    name: fc.constantFrom(...CASE_NAMES),
  })
  .map((it): CoolingInputs => ({
    setUp: {
      radiator: {
        coreWidthMm: it.width, coreHeightMm: it.height, coreThicknessMm: it.thickness, flow: 'cross', passes: it.passes,
        coreClass: it.coreClass,
      },
      fans: { count: it.fans, diameterMm: it.diameter, voltageV: 13.5, currentA: it.current },
      shroud: it.covered === null ? undefined : { covered: it.covered },
      capKPa: 100,
      coolant: { base: it.base, volumeShare: it.mix },
      gapMm2: it.gap,
    },
    load: vehicleLoad(it.cls, { coolerInTank: it.inTank }),
    conditions: CASES[it.name].conditions,
    leeway: AS_SAID,
  })); // prettier-ignore

describe('never hotter by more than 0.05 K, over random parts', () => {
  const all = (inputs: CoolingInputs, speed: number): CoolingInputs => ({
    ...inputs,
    fanSpeeds: Array.from({ length: inputs.setUp.fans!.count }, () => speed),
  });
  const at = (inputs: CoolingInputs, change: Partial<CoolingInputs['conditions']>): CoolingInputs => ({
    ...inputs,
    conditions: { ...inputs.conditions, ...change },
  });
  const setUp = (inputs: CoolingInputs, change: Partial<CoolingInputs['setUp']>): CoolingInputs => ({
    ...inputs,
    setUp: { ...inputs.setUp, ...change },
  });
  test.each<[string, (inputs: CoolingInputs, x: number, y: number) => [CoolingInputs, CoolingInputs]]>([
    ['the same fan turning faster, at any road speed', (i, x, y) => { const road = at(i, { speedKmh: 130 * y }); return [all(road, x * y), all(road, x)]; }],
    ['more wind of the road', (i, x) => [i, { ...i, load: { ...i.load, ramShare: i.load.ramShare * (1 + 0.4 * x) } }]],
    ['less glycol', (i, x) => [i, setUp(i, { coolant: { ...i.setUp.coolant, volumeShare: i.setUp.coolant.volumeShare * x } })]],
    ['lower down', (i, x, y) => [at(i, { altitudeM: 3000 * Math.max(x, y) }), at(i, { altitudeM: 3000 * Math.min(x, y) })]],
    ['a cooler day', (i, x) => [i, at(i, { ambientC: i.conditions.ambientC - 40 * x })]],
    ['a closed gap', (i, x) => [i, setUp(i, { gapMm2: i.setUp.gapMm2 * x })]],
    ['a whole shroud, at idle', (i) => { const idle = at(i, { speedKmh: 0, idling: true, gradePercent: 0 }); return [setUp(idle, { shroud: undefined }), setUp(idle, { shroud: { covered: 1 } })]; }],
  ])('%s', (_name, pair) => {
    fc.assert(
      fc.property(anything, real(0, 1), real(0, 1), (inputs, x, y) => {
        const [before, after] = pair(inputs, x, y);
        const was = steady(before);
        fc.pre(was.settles);
        expect(top(after)).toBeLessThanOrEqual(was.topTankC + 0.05);
      }),
      { seed: 33, numRuns: 60 },
    );
  }); // prettier-ignore
});

describe('whole vehicles, as they left the works', () => {
  const names = Object.keys(FIVE) as OfFive[];
  test('idle with the A/C on at 40 °C: at the thermostat or somewhat below, where the fan cycles (common practice)', () => {
    for (const name of names) {
      const { topTankC, settles } = steady(worksInputs(name, 'idle'));
      expect(settles).toBe(true);
      expect(topTankC).toBeLessThan(95);
      expect(topTankC).toBeGreaterThan(55);
    }
  });
  test('nothing boils in the four cases; air to boil in the hardest above 45 °C (common practice)', () => {
    const least = names.map((name) => {
      for (const each of CASE_NAMES) expect(steady(worksInputs(name, each)).marginK, `${name} ${each}`).toBeGreaterThan(0);
      return Math.min(...CASE_NAMES.map((each) => airToBoil(worksInputs(name, each))!));
    });
    expect(Math.min(...least)).toBeGreaterThan(45);
    // Three are cooled for more than the weather can ask; the answer goes no further than that.
    expect(least.filter((tempC) => tempC === AIR_TO_BOIL_MOST_C)).toHaveLength(3);
  }); // prettier-ignore
  test('copper and brass against aluminium, core depth against core depth: within a few kelvin, and why is said', () => {
    const deep = (coreThicknessMm: number, change: Partial<CoolingInputs['setUp']['radiator']> = {}): CoolingInputs => {
      const inputs = worksInputs('Tussock 2.2 diesel, automatic', 'motorway');
      const radiator = { ...inputs.setUp.radiator, rows: undefined, finPitchMm: undefined, tubePitchMm: undefined };
      return { ...inputs, setUp: { ...inputs.setUp, radiator: { ...radiator, coreThicknessMm, ...change } } };
    };
    expect(top(deep(36))).toBeLessThan(top(deep(28)));
    const brass = { coreClass: 'soldered-brass' } as const;
    expect(Math.abs(top(deep(45, brass)) - top(deep(45)))).toBeLessThan(20);
    // One more row of smooth tubes, and the flow in all of them turns laminar.
    const halberd = (coreThicknessMm: number): CoolingInputs => {
      const inputs = worksInputs('Halberd 5.0 V8', 'motorway');
      return { ...inputs, setUp: { ...inputs.setUp, radiator: { ...inputs.setUp.radiator, rows: undefined, coreThicknessMm } } };
    };
    const found = [30, 36, 42, 48, 54, 60].map(halberd);
    const hotter = found.findIndex((each, i) => i > 0 && top(each) > top(found[i - 1]!) + 0.3);
    expect(hotter).toBeGreaterThan(0);
    expect(whyHotter(found[hotter - 1]!, found[hotter]!)).toBe('tubes');
    // A fan that cannot pull through it.
    const weak = (depth: number): CoolingInputs => {
      const inputs = worksInputs('Tussock 2.2 diesel, automatic', 'idle');
      return {
        ...inputs,
        setUp: {
          ...inputs.setUp,
          fans: { count: 1, diameterMm: 380, voltageV: 13.5, currentA: 3 },
          radiator: { ...inputs.setUp.radiator, coreThicknessMm: depth, rows: 2, finPitchMm: 0.8 },
        },
      };
    };
    expect(whyHotter(weak(36), weak(100))).toBe('air');
    expect(whyHotter(deep(28), deep(36))).toBeUndefined();
  }); // prettier-ignore
  test('where nothing balances the answer says so, and gives no ± of nothing', () => {
    const inputs = worksInputs('Halberd 5.0 V8', 'idle');
    const dead = likely({ ...inputs, fanSpeeds: [0, 0] });
    expect(dead.steady.settles).toBe(false);
    expect(dead.u).toBeUndefined();
    const sound = likely(inputs);
    expect(sound.steady.settles).toBe(true);
    expect(sound.u).toBeGreaterThan(1);
  });
  test('a bay’s air that somebody measured counts for what comes round: the hotter, the hotter', () => {
    const inputs = worksInputs('Tussock 2.2 diesel, automatic', 'idle');
    const bay = (bayAirK: number): number => top({ ...inputs, load: { ...inputs.load, bayAirK } });
    expect(bay(60)).toBeGreaterThan(bay(30));
    expect(bay(0)).toBeLessThan(top(inputs));
  });
});

test('coolant in two passes goes twice as fast through half the tubes', () => {
  const liquid = coolant('ethylene', 0.53, 90);
  const film = (passes: number) =>
    coolantFilm(coreGeometry({ coreWidthMm: 600, coreHeightMm: 420, coreThicknessMm: 32, flow: 'cross', passes, coreClass: 'brazed-thin' }), liquid, 0.5); // prettier-ignore
  expect(film(2).velocityMS).toBeCloseTo(2 * film(1).velocityMS, 9);
});
