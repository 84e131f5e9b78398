import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  AIR_TO_BOIL_MOST_C, CASES, LAMINAR, TURBULENT, airDropPa, airFilm, airToBoil, coolantDropPa, coreGeometry, ductFriction,
  ductNusselt, fanFlow, heatOf, likely, ratedFans, steady, transitionReach, vehicleLoad,
  type CoolingInputs, type CoreGeometry, type FanRating,
} from '../src/cooling/index.ts'; // prettier-ignore
import { minutesModel, type SeenMinutes } from '../src/filing/index.ts';
import {
  air,
  boilsC,
  coolant,
  massShareOf,
  vapourPressureKPa,
  type CoolantBase,
} from '../src/fluid/index.ts';
import { readStrength } from '../src/coolant/index.ts';
import { worksInputs } from './demo-vehicles.ts';

/** The core of an aluminium radiator of the middle class; what a test needs of it is written over. */
const core: CoreGeometry = coreGeometry({ coreWidthMm: 634, coreHeightMm: 396, coreThicknessMm: 24, flow: 'cross', passes: 1, coreClass: 'brazed-thin' }); // prettier-ignore
const inputsOf = (change: Partial<CoolingInputs['conditions']> = {}): CoolingInputs => {
  const inputs = worksInputs('Merlet 1.8 petrol, variable', 'motorway');
  return { ...inputs, conditions: { ...inputs.conditions, ...change } };
};

describe('constants held by values from outside', () => {
  test('half propylene glycol by volume boils at about 106 °C at sea level (makers’ data sheets: 105 to 107; from memory)', () => {
    const boils = boilsC('propylene', massShareOf('propylene', 0.5), 101.325);
    expect(boils).toBeGreaterThan(105);
    expect(boils).toBeLessThan(107);
    // Ethylene is the lighter molecule, and boils hotter at the same share: 107 to 108.5 °C (the same sheets).
    expect(boilsC('ethylene', massShareOf('ethylene', 0.5), 101.325)).toBeGreaterThan(107);
  });

  test('a Colburn factor becomes a film: Incropera et al., example 11.6 (compact exchanger, from memory): 183 W/(m²·K)', () => {
    // j = 0.0096 at G = 13.9 kg/(s·m²), c = 1,075 J/(kg·K), Pr = 0.695.
    const gas = { densityKgM3: 0.5, heatJKgK: 1075, conductivityWMK: 0.0524, viscosityPaS: (0.695 * 0.0524) / 1075, pressurePa: 101_325 }; // prettier-ignore
    const plate = { ...core, freeShare: 1, louvres: { ...core.louvres, colburn: () => 0.0096 } } as unknown as CoreGeometry;
    expect(airFilm(plate, gas, 13.9 / 0.5).filmWM2K).toBeCloseTo(183, -0.5);
  });

  test('entry and exit: coolant loses half a velocity head going in and a whole one coming out (Crane TP 410); air in a core between turbulent and laminar (Kays & London, from memory)', () => {
    // Tubes of hardly any length lose nothing but entry and exit.
    const short = { ...core, tubeLengthM: 1e-9 };
    const liquid = coolant('ethylene', 0.5, 90);
    const massFlow = 1;
    const velocity = massFlow / ((short.tubes / short.passes) * liquid.densityKgM3 * short.bore.areaM2);
    const heads = coolantDropPa(short, liquid, massFlow) / (0.5 * liquid.densityKgM3 * velocity ** 2);
    expect(heads).toBeCloseTo(0.5 + 1, 3);
    // Air, by a free share of 0.75: turbulent 0.42 (1 − σ²) + (1 − σ)² = 0.25 at the least, laminar at most about 1.
    const bare = { ...core, louvres: { ...core.louvres, friction: () => 0 } } as unknown as CoreGeometry;
    const dry = air(40, 101_325);
    const narrow = 5 / bare.freeShare;
    const lost = airDropPa(bare, dry, 5) / (0.5 * dry.densityKgM3 * narrow ** 2);
    expect(lost).toBeGreaterThan(0.35);
    expect(lost).toBeLessThan(1);
  });

  test('a fan that wind turns stands in its way about half as much as one held still (0.4 to 0.75, common practice)', () => {
    const fan = ratedFans({ count: 1, diameterMm: 380, voltageV: 13.5, currentA: 18 }).fans[0]!;
    const [pa, flow] = [100, fanFlow(fan, 0, -100, 1.2)];
    // Held still it is the parabola of the fan as a resistance.
    const held = fan.shutPa * (flow / fan.freeFlowM3S) ** 2;
    expect(pa / held).toBeGreaterThan(0.4);
    expect(pa / held).toBeLessThan(0.75);
  });

  test('a refractometer that makes up for temperature does so from about 10 to 30 °C and not much beyond (common practice)', () => {
    const warned = (sampleC: number): boolean => {
      const read = readStrength({ with: 'refractometer', shows: -37, scale: 'ethylene', sampleC, compensated: true }, 'ethylene');
      return read.ok && read.said.length > 0;
    };
    expect([2, 5].map(warned)).toEqual([true, true]);
    expect([12, 20, 29].map(warned)).toEqual([false, false, false]);
    expect([42, 55].map(warned)).toEqual([true, true]);
  });

  test('one run far out pulls like one of 1.3 to 1.6 deviations, however far it is (Huber 1981: 95 to 97 % efficient)', () => {
    const keys = ['a', 'b', 'c', 'd', 'e', 'f', 'g', 'h'];
    const jobs = 40;
    const model = (last: number) => {
      const seen: SeenMinutes[] = [];
      for (let job = 0; job < jobs; job += 1)
        keys.forEach((operation, at) => {
          // Even spread of one deviation of 0.3, the same for every operation and every job.
          const minutes = 10 * Math.exp(0.3 * ((job + at) % 2 === 0 ? 1 : -1));
          seen.push({ job, operation, minutes: job === jobs - 1 && operation === 'a' ? last : minutes, delay: null });
        });
      return minutesModel(new Map(keys.map((key) => [key, 10])), seen);
    };
    const [plain, far, farther] = [10, 1000, 100_000].map(model) as [ReturnType<typeof model>, ReturnType<typeof model>, ReturnType<typeof model>]; // prettier-ignore
    const off = (of: typeof plain): number => Math.log(of.operations.get('a')!.minutes / 10);
    const pull = ((off(far) - off(plain)) * jobs) / far.runSd;
    expect(pull).toBeGreaterThan(1.1);
    expect(pull).toBeLessThan(1.7);
    expect(Math.abs(off(farther) - off(far)) * jobs).toBeLessThan(0.05);
  });
}); // prettier-ignore

describe('the weather in which it boils', () => {
  const HUMID = { ...CASES.idle.conditions };
  test('air keeps its water as it warms: at any humidity there is an answer, and it is weather', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), fc.double({ min: -20, max: 50, noNaN: true }), fc.constantFrom('idle', 'climb'), (humidity, ambientC, name) => {
        const at = airToBoil(inputsOf({ ...CASES[name as 'idle'].conditions, humidity, ambientC }));
        expect(at === undefined || (at >= -39 && at <= AIR_TO_BOIL_MOST_C)).toBe(true);
      }),
      { seed: 51, numRuns: 60 },
    ); // prettier-ignore
    // Saturated idling air once had more steam than air and threw.
    expect(airToBoil(inputsOf({ ...HUMID, humidity: 1 }))).toBe(AIR_TO_BOIL_MOST_C);
  });
  test('at the answer it just boils, with the same water in the air; below the dew point the air is saturated', () => {
    const given = inputsOf({ ambientC: 40, humidity: 0.4 });
    const at = airToBoil(given)!;
    // Partial pressure of the steam stays; ASHRAE Fundamentals, psychrometrics: humidity ratio by it and the pressure alone.
    const steamKPa = 0.4 * vapourPressureKPa(40);
    const humidity = steamKPa / vapourPressureKPa(at);
    expect(steady({ ...given, conditions: { ...given.conditions, ambientC: at, humidity } }).marginK).toBeCloseTo(0, 3);
    // 60 % at 25 °C is dew at about 17 °C (psychrometric chart): colder it cannot hold more than all.
    const cold = inputsOf({ ambientC: 25, humidity: 0.6 });
    const small: CoolingInputs = { ...cold, setUp: { ...cold.setUp, radiator: { ...cold.setUp.radiator, blockedShare: 0.45 } } };
    const boils = airToBoil(small)!;
    expect(boils).toBeLessThan(16);
    expect(steady({ ...small, conditions: { ...small.conditions, ambientC: boils, humidity: 1 } }).marginK).toBeCloseTo(0, 3);
  });
}); // prettier-ignore

describe('smooth tubes between laminar and turbulent', () => {
  test('the film reaches from the laminar to the turbulent formula from Re 2,300 on, and no further than its own spread from 10,000', () => {
    const [prandtl, aspect, short] = [8, 0.1, 0.004];
    for (const reynolds of [2350, 2600, 3200, 3900]) {
      const used = ductNusselt(reynolds, prandtl, aspect, short);
      const { least, most } = transitionReach(reynolds, prandtl, aspect, short);
      // Laminar: the table's value and the entrance, continued; nearly what stands at the end of the laminar range.
      const laminar = ductNusselt(LAMINAR, prandtl, aspect, short);
      expect(least * used).toBeGreaterThan(laminar * 0.999);
      expect(least * used).toBeLessThan(laminar * 1.2);
      // Gnielinski 1976 as printed, with Petukhov’s friction.
      const f = (0.79 * Math.log(reynolds) - 1.64) ** -2 / 8;
      const gnielinski = ((f * (reynolds - 1000) * prandtl) / (1 + 12.7 * Math.sqrt(f) * (prandtl ** (2 / 3) - 1))) * (1 + short ** (2 / 3));
      expect(most * used).toBeCloseTo(gnielinski, 6);
    }
    expect(transitionReach(2200, prandtl, aspect)).toEqual({ least: 1, most: 1 });
    expect(transitionReach(10_500, prandtl, aspect)).toEqual({ least: 1, most: 1 });
    expect(transitionReach(3000, prandtl, aspect, 0, 'dimpled')).toEqual({ least: 1, most: 1 });
    expect(transitionReach(TURBULENT + 100, prandtl, aspect).least).toBeLessThan(0.5);
    // It fades, and does not end with a step.
    expect(transitionReach(9990, prandtl, aspect).least).toBeGreaterThan(0.99);
    expect(ductFriction(3000, aspect)).toBeGreaterThan(0);
  });
  test('two glycols that come out many degrees apart: each answer holds the other, and says why', () => {
    const glycol = (base: CoolantBase, volumeShare: number): CoolingInputs => {
      const inputs = worksInputs('Halberd 5.0 V8', 'motorway');
      return { ...inputs, setUp: { ...inputs.setUp, coolant: { base, volumeShare }, radiator: { ...inputs.setUp.radiator, tubeInside: 'smooth' } } };
    };
    const [ethylene, propylene] = [likely(glycol('ethylene', 0.5)), likely(glycol('propylene', 0.5))];
    for (const each of [ethylene, propylene])
      expect(each.steady.warnings.includes('laminar-or-turbulent')).toBe(each.steady.coolantReynolds > LAMINAR && each.steady.coolantReynolds < 10_000);
    expect(ethylene.steady.warnings).toContain('laminar-or-turbulent');
    expect(ethylene.from.map(({ key }) => key)).toContain('transition');
    expect(Math.abs(ethylene.steady.topTankC - propylene.steady.topTankC)).toBeLessThan(ethylene.u! + propylene.u!);
  });
}); // prettier-ignore

describe('a fan on the engine', () => {
  const belt: FanRating = { count: 1, diameterMm: 500, voltageV: 13.5, engineDriven: { ratio: 1, clutch: 'none' } };
  const electric: FanRating = { count: 1, diameterMm: 400, voltageV: 13.5, currentA: 18 };
  const load = vehicleLoad('pickup');
  const heat = (fans: FanRating | undefined, speedKmh: number) => heatOf(load, { ...CASES.climb.conditions, speedKmh }, 1.15, fans);
  test('takes its power from the crankshaft, and the engine gives the heat of it to its coolant', () => {
    const [bare, driven] = [heat(undefined, 60), heat(belt, 60)];
    const takes = driven.powerW - bare.powerW;
    // Common practice: some kilowatts for a bolted fan of this size at working speed.
    expect(takes).toBeGreaterThan(1500);
    expect(takes).toBeLessThan(15_000);
    // A diesel gives 0.5 to 0.65 of its power to the coolant, and more where it turns faster besides (common practice).
    const share = (driven.coolantW - bare.coolantW) / takes;
    expect(share).toBeGreaterThan(0.4);
    expect(share).toBeLessThan(1.2);
    expect(heat(electric, 60)).toEqual(bare);
    // With a clutch that lets go at speed it takes less.
    const slipping = heat({ ...belt, engineDriven: { ratio: 1, clutch: 'speed' } }, 60);
    expect(slipping.powerW).toBeLessThanOrEqual(driven.powerW);
  });
  test('speed and power of the two settle, whatever fan and road; nothing is asked beyond what the engine has', () => {
    fc.assert(
      fc.property(fc.double({ min: 250, max: 800, noNaN: true }), fc.double({ min: 0.5, max: 2, noNaN: true }), fc.double({ min: 0, max: 140, noNaN: true }), (diameterMm, ratio, speedKmh) => {
        const found = heat({ ...belt, diameterMm, engineDriven: { ratio, clutch: 'none' } }, speedKmh);
        expect(found.powerW).toBeLessThanOrEqual(load.ratedKW * 1000);
        expect(Number.isFinite(found.coolantW) && found.coolantW > 0).toBe(true);
      }),
      { seed: 52, numRuns: 200 },
    ); // prettier-ignore
  });
}); // prettier-ignore
