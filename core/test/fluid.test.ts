import fc from 'fast-check';
import psychrolib from 'psychrolib';
import { describe, expect, test } from 'vitest';
import {
  COOLANT_SPREAD,
  air,
  atmosphere,
  boilsC,
  coolant,
  freezesC,
  massShareOf,
  root,
  volumeShareOf,
  water,
  waterBoilsC,
} from '../src/fluid/index.ts';

const within = (value: number, reference: number, share: number): void =>
  expect(Math.abs(value / reference - 1), `${value} for ${reference}`).toBeLessThan(share);

describe('water', () => {
  test('IAPWS-IF97 at 101.325 kPa, to 0.5 %', () => {
    // Values computed with IAPWS-IF97: density, heat capacity, conductivity, viscosity.
    for (const [tempC, density, heat, conductivity, viscosity] of [
      [20, 998.206, 4184.79, 0.59801, 1.0016e-3],
      [60, 983.211, 4182.76, 0.65102, 4.6604e-4],
      [90, 965.319, 4205.02, 0.6728, 3.1418e-4],
    ] as const) {
      const is = water(tempC);
      within(is.densityKgM3, density, 0.005);
      within(is.heatJKgK, heat, 0.005);
      within(is.conductivityWMK, conductivity, 0.005);
      within(is.viscosityPaS, viscosity, 0.005);
    }
  });
  test('boils where IAPWS-IF97 says, to 5 mK', () => {
    for (const [kPa, tempC] of [
      [80, 93.485],
      [101.325, 99.974],
      [150, 111.35],
    ] as const)
      expect(Math.abs(waterBoilsC(kPa) - tempC)).toBeLessThan(0.005);
  });
});

describe('glycol mixes', () => {
  test('freeze within 1 K of ASHRAE Fundamentals, by mass (from memory), between its points too', () => {
    const tables = {
      ethylene: [
        [10, -3.2],
        [20, -7.8],
        [30, -14.1],
        [40, -22.3],
        [50, -33.8],
        [60, -48.3],
      ],
      propylene: [
        [10, -3.3],
        [20, -7.1],
        [30, -12.7],
        [40, -21.1],
        [50, -33.5],
        [60, -51.1],
      ],
    } as const;
    for (const [base, table] of Object.entries(tables) as ['ethylene', (typeof tables)['ethylene']][])
      for (const [percent, tempC] of table)
        expect(Math.abs(freezesC(base, percent / 100) - tempC)).toBeLessThan(1);
    // Between the points, for weak mixes: 1.86 K·kg/mol for each mole in a kilogram of water (cryoscopic limit).
    const moles = 0.05 / 0.95 / 0.06207;
    expect(Math.abs(freezesC('ethylene', 0.05) + 1.86 * moles)).toBeLessThan(1);
  });
  test('half ethylene glycol by mass: heat capacity, conductivity and viscosity near ASHRAE’s (from memory) within their spread', () => {
    // ASHRAE Fundamentals ch. 31, 50 % by mass, 80 °C, recalled: 3.53 kJ/(kg·K), 0.41 W/(m·K), 1.0 mPa·s, 1033 kg/m³.
    const is = coolant('ethylene', 0.5, 80);
    within(is.heatJKgK, 3530, COOLANT_SPREAD.heat + 0.01);
    within(is.conductivityWMK, 0.41, COOLANT_SPREAD.conductivity + 0.02);
    within(is.viscosityPaS, 1.0e-3, COOLANT_SPREAD.viscosity);
    within(is.densityKgM3, 1033, COOLANT_SPREAD.density);
  });
  test('half propylene glycol by mass: viscosity as Conde’s correlation prints it, worked by hand; near ASHRAE’s (from memory)', () => {
    // 80 °C, r = 273.15/353.15: ln μ = −1.02798 − 5.01649 − 15.41896 + 5.66872 + 8.74679 = −7.04792: 0.869 mPa·s.
    within(coolant('propylene', 0.5, 80).viscosityPaS, 0.869e-3, 0.002);
    // 20 °C: −1.02798 − 5.01649 − 18.57505 + 6.82914 + 12.69355 = −5.09683: 6.12 mPa·s.
    within(coolant('propylene', 0.5, 20).viscosityPaS, 6.12e-3, 0.003);
    // Without a step where weak mixtures turn into the correlation, and thicker with every share.
    for (const tempC of [0, 20, 80, 130])
      for (let share = 0.005; share <= 0.6; share += 0.005)
        expect(coolant('propylene', share, tempC).viscosityPaS).toBeGreaterThan(
          coolant('propylene', share - 0.005, tempC).viscosityPaS,
        );
    // Half by volume is 50.9 % by mass, and freezes where the table says, not nowhere.
    expect(freezesC('propylene', massShareOf('propylene', 0.5))).toBeCloseTo(-35.1, 0);
  });
  test('no glycol is water; volume and mass turn into each other; half by volume is 52.7 % by mass', () => {
    expect(coolant('ethylene', 0, 80)).toEqual(water(80));
    expect(massShareOf('ethylene', 0.5)).toBeCloseTo(0.527, 3);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (share) => {
        expect(volumeShareOf('propylene', massShareOf('propylene', share))).toBeCloseTo(share, 12);
      }),
      { seed: 3, numRuns: 50 },
    );
  });
  test('a cap raises boiling, altitude lowers it, glycol raises it; common practice: half ethylene under 100 kPa boils near 129 °C', () => {
    const half = massShareOf('ethylene', 0.5);
    expect(Math.abs(boilsC('ethylene', half, 201.3) - 129)).toBeLessThan(1.5);
    expect(boilsC('ethylene', half, 180)).toBeLessThan(boilsC('ethylene', half, 201.3));
    expect(boilsC('water', 0, 201.3)).toBeLessThan(boilsC('ethylene', half, 201.3));
  });
  test('pure glycol, ice and steam are refused with a sentence, as is what is no number', () => {
    expect(() => coolant('ethylene', 1, 80)).toThrow(/100 % glycol by mass is outside/);
    expect(() => freezesC('propylene', 0.7)).toThrow(RangeError);
    expect(() => coolant('ethylene', 0.5, NaN)).toThrow(RangeError);
    expect(() => boilsC('ethylene', 0.5, -3)).toThrow(RangeError);
  });
});

describe('air', () => {
  test('300 K, 101.325 kPa: CoolProp-style values of dry air to 0.5 %', () => {
    const is = air(26.85, 101_325);
    within(is.densityKgM3, 1.177, 0.005);
    within(is.heatJKgK, 1006.37, 0.005);
    within(is.conductivityWMK, 0.026384, 0.005);
    within(is.viscosityPaS, 1.8537e-5, 0.005);
  });
  test('humid air weighs what psychrolib says, to 0.5 %', () => {
    psychrolib.SetUnitSystem(psychrolib.SI);
    for (const [tempC, kPa, humidity] of [
      [40, 101.325, 0.6],
      [25, 85, 0.9],
      [0.5, 101.325, 0.5],
      [50, 95, 0.2],
    ] as const) {
      const moist = psychrolib.GetHumRatioFromRelHum(tempC, humidity, kPa * 1000);
      within(
        air(tempC, kPa * 1000, humidity).densityKgM3,
        psychrolib.GetMoistAirDensity(tempC, moist, kPa * 1000),
        0.005,
      );
    }
  });
  test('ISO 2533: 1000 m is 281.65 K and 89,874.6 Pa, 2000 m 275.15 K and 79,495.2 Pa; psychrolib at every height', () => {
    expect(atmosphere(1000).tempC + 273.15).toBeCloseTo(281.65, 6);
    within(atmosphere(1000).pressurePa, 89_874.6, 1e-5);
    within(atmosphere(2000).pressurePa, 79_495.2, 1e-5);
    psychrolib.SetUnitSystem(psychrolib.SI);
    for (const height of [-300, 0, 650, 3000])
      within(atmosphere(height).pressurePa, psychrolib.GetStandardAtmPressure(height), 1e-4);
  });
});

test('a root is found to its tolerance, and no bracket is no root', () => {
  fc.assert(
    fc.property(fc.double({ min: -5, max: 5, noNaN: true }), (shift) => {
      expect(root((x) => Math.atan(x - shift) + (x - shift) ** 3, -10, 10)).toBeCloseTo(shift, 9);
    }),
    { seed: 11, numRuns: 60 },
  );
  expect(() => root((x) => x * x + 1, -1, 1)).toThrow(/change of sign/);
  expect(() => root(() => NaN, -1, 1)).toThrow(RangeError);
});
