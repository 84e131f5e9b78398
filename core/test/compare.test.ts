import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  Draws,
  boltLimitNm,
  checkAirflow,
  checkArea,
  checkSameFit,
  checkTotal,
  checkVolume,
  disagreements,
  drawClearances,
  footSpacer,
  hosePlan,
  hubSpacer,
  likelyThreads,
  nearestAgreement,
  oneSidedAgreement,
  reach,
  roomToAgree,
  supportWork,
  swapHazards,
  type Screw,
  type Settings,
} from '../src/fitment/index.ts';
import { ratedFans } from '../src/cooling/index.ts';
import { chanceClear } from '../src/figures/index.ts';
import { clear, leakage, spacerFor, type Clearance } from '../src/fit/index.ts';
import { FOOT_SPACERS_MM, USUAL_PRACTICE } from '../src/practice/index.ts';
import { BAY, SOUND, value } from './sound.ts';

const CFM = (0.3048 ** 3 * 60) as number;
const F = (fahrenheit: number): number => ((fahrenheit - 32) * 5) / 9;

describe('the depth stack', () => {
  const [bay, radiator, fan] = [
    { value: 181, u: 2 },
    { value: 52, u: 0.3 },
    { value: 98, u: 0.5 },
  ];
  const clearance = (rockMm: number, wantedMm = 30): Clearance => ({
    key: 'motor',
    label: 'motor to engine',
    wantedMm,
    rockMm,
    parts: [
      { label: 'bay', figure: bay, sign: 1 },
      { label: 'radiator', figure: radiator, sign: -1 },
      { label: 'fan', figure: fan, sign: -1 },
    ],
  });

  test('worst case adds what every figure may be off by, roots of squares combine them', () => {
    const is = clear(clearance(6));
    expect(is.nominalMm).toBe(31);
    expect(is.worstMm).toBeCloseTo(31 - 2.8, 12);
    expect(is.rssMm).toBeCloseTo(31 - Math.hypot(2, 0.3, 0.5), 12);
    expect(is.rockedMm).toBeCloseTo(is.rssMm - 6, 12);
  });

  test('drawn at random: the chance of the closed form (normal), and of a normal and an even one together', () => {
    const runs = 200_000;
    const still = drawClearances([clearance(0)], runs, 17)!;
    const expected = chanceClear(1, Math.hypot(2, 0.3, 0.5));
    expect(Math.abs(still.chances[0]! - expected)).toBeLessThan(
      4 * Math.sqrt((expected * (1 - expected)) / runs),
    );
    // Touching: normal less even over 0 to a; the mean of the normal chance over the rock, by Simpson's rule.
    const near: Clearance = { ...clearance(34), wantedMm: 0 };
    const sigma = Math.hypot(2, 0.3, 0.5);
    const steps = 400;
    const simpson = (i: number): number => (i === 0 || i === steps ? 1 : i % 2 ? 4 : 2);
    const sum = Array.from(
      { length: steps + 1 },
      (_, i) => simpson(i) * (1 - chanceClear(31 - (34 * i) / steps, sigma)),
    );
    const mean = sum.reduce((a, b) => a + b, 0) / (3 * steps);
    const touches = drawClearances([near], runs, 18)!.touches[0]!;
    expect(mean).toBeGreaterThan(0.02);
    expect(Math.abs(touches - mean)).toBeLessThan(4 * Math.sqrt((mean * (1 - mean)) / runs));
  });

  test('the same seed draws the same; figures that two clearances share are drawn once; it can be stopped', () => {
    const two = [clearance(0), { ...clearance(0, 25), key: 'bare' as const }];
    expect(drawClearances(two, 5000, 3)).toEqual(drawClearances(two, 5000, 3));
    // Sharing every figure, keeping 30 implies keeping 25.
    const drawn = drawClearances(two, 5000, 3)!;
    expect(drawn.allKept).toBe(drawn.chances[0]);
    expect(drawClearances(two, 100_000, 3, (share) => share < 0.2)).toBeUndefined();
    expect(() => drawClearances(two, NaN, 1)).toThrow(RangeError);
    expect(() =>
      clear({ ...clearance(0), parts: [{ label: 'bay', figure: { value: NaN, u: 1 }, sign: 1 }] }),
    ).toThrow(/bay/);
  });

  test('draws are even and normal: means and deviations within four standard errors', () => {
    const draws = new Draws(99);
    const n = 100_000;
    const pair = new Float64Array(2);
    let [even, sum, squares] = [0, 0, 0];
    for (let i = 0; i < n; i += 1) {
      even += draws.even();
      draws.normals(pair);
      sum += pair[0]! + pair[1]!;
      squares += pair[0]! ** 2 + pair[1]! ** 2;
    }
    expect(Math.abs(even / n - 0.5)).toBeLessThan(4 * Math.sqrt(1 / 12 / n));
    expect(Math.abs(sum / (2 * n))).toBeLessThan(4 / Math.sqrt(2 * n));
    expect(Math.abs(squares / (2 * n) - 1)).toBeLessThan(4 * Math.sqrt(2 / (2 * n)));
  });
});

describe('changes', () => {
  test('a thicker core before an engine-driven fan: the thickest spacer that keeps 25 mm (common practice)', () => {
    expect(hubSpacer(32, 50, 14)).toEqual({ kind: 'chosen', spacerMm: 38, leavesMm: 30, sparesMm: 5 });
    expect(hubSpacer(26, 19, 40)).toMatchObject({ kind: 'none', best: { spacerMm: 12, shortMm: 32 } });
  });
  test('an electric fan between core and engine: exhaustively the thickest that keeps both distances', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 40 }),
        fc.integer({ min: 0, max: 30 }),
        fc.constantFrom(...FOOT_SPACERS_MM),
        (motor, blade, fitted) => {
          // Figures without doubt, so that a distance is kept or it is not.
          const bay = { ...BAY, quantities: { ...BAY.quantities, bayDepth: value(150 + motor, 0) } };
          const radiator = {
            ...SOUND.radiator,
            quantities: {
              ...SOUND.radiator.quantities,
              thickness: value(50, 0),
              coreThickness: value(50, 0),
            },
          };
          const fan = {
            ...SOUND.fan,
            quantities: { depth: value(100, 0), spacer: value(fitted, 0), bladeGap: value(blade, 0) },
          };
          const choice = spacerFor(bay, { radiator, fan })!;
          const keeps = FOOT_SPACERS_MM.filter((s) => motor + fitted - s >= 20 && blade - fitted + s >= 10);
          if (keeps.length === 0) expect(choice.kind).toBe('none');
          else expect(choice).toMatchObject({ kind: 'chosen', spacerMm: Math.max(...keeps) });
        },
      ),
      { seed: 4, numRuns: 200 },
    );
  });
  test('feet that stand off 0.400 in want a 10 mm spacer; pulled down without, the ring bends by all of it (common practice)', () => {
    const plan = footSpacer(0.4 * 25.4);
    expect(plan.spacerMm).toBe(10);
    expect(plan.shimMm).toBeCloseTo(0.16, 9);
    expect(plan.bendsMm).toBeCloseTo(10.16, 9);
  });
  test('a 6 mm shift is slotted, more does not go in; a 6 mm gap is worth closing (common practice)', () => {
    expect(supportWork(700, 702)).toEqual({ kind: 'slot', shiftMm: 6 });
    expect(supportWork(700, 712)).toEqual({ kind: 'too-wide', byMm: 16 });
    expect(supportWork(700, 690)).toEqual({ kind: 'fits', spareMm: 6 });
    const gaps = leakage({ widthMm: 600, heightMm: 400, leftMm: 6, rightMm: 2, topMm: 8, bottomMm: 0 });
    expect(gaps).toMatchObject({
      areaMm2: 6 * 400 + 2 * 400 + 8 * 600,
      close: ['left', 'top'],
      stripMm: 1000,
    });
  });
  test('a long hose is trimmed, a short one is not stretched, a suction hose wants its spring (common practice)', () => {
    const hose = { lengthMm: 470, oldLengthMm: 430, boreMm: 38, neckMm: 38, suction: true, hasSpring: false };
    expect(hosePlan(hose)).toEqual({ trimMm: 40, stepped: false, spring: true, sentence: 'trim' });
    expect(hosePlan({ ...hose, lengthMm: 390, neckMm: 42 })).toMatchObject({
      stepped: true,
      sentence: 'too-short',
    });
  });

  const screw = (tray: string, lengthMm: number, stackMm?: number, freeMm?: number): Screw => ({
    tray,
    name: tray,
    thread: `M6 × ${lengthMm}`,
    lengthMm,
    stackMm,
    freeMm,
  });
  test('length in must be less than the stack plus what is free; the long one in the short one’s place goes through', () => {
    expect(reach(screw('A', 16, 6, 14))).toMatchObject({ goesInMm: 10, spareMm: 4, verdict: 'clear' });
    expect(reach(screw('A', 25, 6, 14)).verdict).toBe('touches');
    expect(reach(screw('A', 16)).verdict).toBe('unknown');
    expect(reach(screw('A', 5, 6, 14)).verdict).toBe('too-short');
    const hazards = swapHazards([
      screw('A', 16, 6, 14),
      screw('B', 25),
      { ...screw('C', 30), thread: 'M8 × 30' },
    ]);
    expect(hazards).toEqual([{ long: 'B', short: 'A', thread: 'M6', deeperMm: 9, sparesMm: -5 }]);
  });
  test('a bolt’s own limit: ISO 898-1 proof loads (from memory) through T = K F d; heads hint at threads (common practice)', () => {
    // M8 8.8: 0.2 · 0.75 · 21.2 kN · 8 mm
    expect(boltLimitNm('M8 × 25', '8.8')).toBeCloseTo(25.44, 9);
    expect(boltLimitNm('M6', '10.9')).toBeCloseTo(0.15 * 16.7 * 6, 9);
    expect(boltLimitNm('M10', '8.8')).toBeCloseTo(0.15 * 33.7 * 10, 9);
    expect(boltLimitNm('5/16', '8.8')).toBeUndefined();
    expect(likelyThreads('10 mm')).toEqual(['M6']);
    expect(likelyThreads('8 mm')).toEqual(['M5', 'M6 flange']);
    expect(likelyThreads('1/2 in')).toEqual(['5/16 in']);
  });
});

const agreesSomewhere = (agrees: (value: number) => boolean): boolean =>
  Array.from({ length: 71 }, (_, i) => 60 + i).some(agrees);

describe('thermostat and fan', () => {
  const settings = (opensF: number, onF: number, offF: number, fullF?: number): Settings => ({
    thermostat: { opensC: F(opensF), fullyOpenC: fullF === undefined ? undefined : F(fullF) },
    stages: [{ onC: F(onF), offC: F(offF) }],
    place: 'radiator-inlet',
    warningC: undefined,
    boilsC: 125,
    dropK: 5,
  });
  const rules = (of: Settings): string[] =>
    disagreements(of)
      .filter((each) => !each.mild)
      .map((each) => each.rule);

  test('195 °F thermostat, on 190: never stops; 180 (open at 190), on 190, off 184: agrees; 185/165 on 180 breaks the rule (common practice)', () => {
    expect(rules(settings(195, 190, 184))).toContain('off-below-opening');
    expect(disagreements(settings(180, 190, 184, 190))).toEqual([]);
    expect(rules(settings(180, 185, 165))).toEqual(['off-below-opening']);
  });
  test('at the outlet tank a fan senses the drop across the radiator', () => {
    const outlet: Settings = {
      ...settings(180, 190, 184, 190),
      place: 'radiator-outlet',
      thermostat: { opensC: 82, fullyOpenC: 90 },
      stages: [{ onC: 85, offC: 79 }],
    };
    expect(disagreements(outlet)).toEqual([]);
    expect(rules({ ...outlet, place: 'radiator-inlet' })).toContain('off-below-opening');
  });

  const stock = {
    thermostats: [71, 77, 82, 88, 91].map((opensC) => ({ opensC, fullyOpenC: undefined })),
    fan: { kind: 'adjustable', fromC: 66, toC: 116 } as const,
  };
  test('the proposal agrees, and nothing nearer does (every thermostat and every whole degree tried)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 70, max: 95 }),
        fc.integer({ min: 72, max: 112 }),
        fc.integer({ min: 1, max: 15 }),
        fc.option(fc.integer({ min: 105, max: 118 })),
        (opens, on, gap, warning) => {
          const at: Settings = {
            ...settings(0, 0, 0),
            thermostat: { opensC: opens, fullyOpenC: opens + 10 },
            stages: [{ onC: on, offC: on - gap }],
            warningC: warning ?? undefined,
          };
          const found = nearestAgreement(at, stock);
          let best = disagreements(at).length === 0 ? 0 : Infinity;
          for (const thermostat of [at.thermostat, ...stock.thermostats])
            for (let onC = 66; onC <= 116; onC += 1)
              for (let offC = 66; offC <= onC - 3; offC += 1) {
                const tried = { ...at, thermostat, stages: [{ onC, offC }] };
                const changed =
                  thermostat === at.thermostat
                    ? 0
                    : thermostat.opensC === opens
                      ? NaN
                      : 5 + (thermostat.opensC < opens ? 2 : 1) * Math.abs(thermostat.opensC - opens);
                const cost = changed + Math.abs(onC - on) + Math.abs(offC - (on - gap));
                if (cost < best && disagreements(tried).length === 0) best = cost;
              }
          if (best === Infinity) expect(found).toBeUndefined();
          else {
            expect(disagreements(found!.settings)).toEqual([]);
            expect(found!.cost).toBeCloseTo(best, 9);
          }
        },
      ),
      { seed: 6, numRuns: 40 },
    );
  });
  test('a missing temperature has the range that agrees: each whole degree inside breaks no rule, one outside does', () => {
    let open = 0;
    fc.assert(
      fc.property(
        fc.integer({ min: 70, max: 95 }),
        fc.integer({ min: 80, max: 112 }),
        fc.integer({ min: 3, max: 15 }),
        fc.constantFrom<Settings['place']>('radiator-inlet', 'radiator-outlet'),
        fc.constantFrom('opens', 'on', 'off'),
        (opensC, onC, gap, place, missing) => {
          const rest = { place, warningC: undefined, boilsC: 125, dropK: 5 };
          const stage = { onC, offC: onC - gap };
          const known = {
            ...rest,
            opensC: missing === 'opens' ? undefined : opensC,
            fullyOpenC: undefined,
            stages: [{ ...stage, ...(missing === 'opens' ? {} : { [`${missing}C`]: undefined }) }],
          };
          const room = roomToAgree(known);
          expect(room.map(({ setting }) => setting)).toEqual([missing]);
          const { fromC = -Infinity, toC = Infinity } = room[0]!;
          const agrees = (value: number) =>
            disagreements({
              ...rest,
              thermostat: { opensC: missing === 'opens' ? value : opensC, fullyOpenC: undefined },
              stages: [{ ...stage, ...(missing === 'opens' ? {} : { [`${missing}C`]: value }) }],
            }).length === 0;
          const wide = missing === 'opens' ? 0 : USUAL_PRACTICE.switching;
          for (let value = 60; value <= 130; value += 1) {
            const inside = value >= fromC && value <= toC;
            // A fan that switches within fewer kelvins than practice allows breaks no rule of temperatures.
            const close =
              missing === 'on' ? value < stage.offC + wide : missing === 'off' && value > onC - wide;
            // What is not moved may break a rule by itself.
            if (inside) expect(agrees(value) || !agreesSomewhere(agrees)).toBe(true);
            else if (!close) expect(agrees(value), `${missing} ${value}`).toBe(false);
          }
          if (fromC <= toC) open += 1;
        },
      ),
      { seed: 9, numRuns: 300 },
    );
    expect(open).toBeGreaterThan(150);
  });
  test('given the set points, which thermostat; given the thermostat, which set points; neither with nothing in stock', () => {
    const own = settings(195, 190, 184);
    const { setPoints, thermostat, opensAtMostC } = oneSidedAgreement(own, stock);
    expect(setPoints!.settings.thermostat).toEqual(own.thermostat);
    expect(thermostat!.settings.stages).toEqual(own.stages);
    for (const way of [setPoints!, thermostat!]) expect(disagreements(way.settings)).toEqual([]);
    expect(thermostat!.settings.thermostat.opensC).toBeLessThanOrEqual(opensAtMostC!);
    expect(oneSidedAgreement(own, { ...stock, thermostats: [] }).thermostat).toBeUndefined();
  });
  test('two stages stay in order; fixed switches are taken from their pairs; a thermostat above boiling has no proposal but another', () => {
    const two: Settings = {
      ...settings(180, 185, 165),
      stages: [
        { onC: 85, offC: 74 },
        { onC: 84, offC: 80 },
      ],
    };
    const found = nearestAgreement(two, stock)!;
    expect(found.settings.stages[1]!.onC).toBeGreaterThan(found.settings.stages[0]!.onC);
    const pairs = {
      thermostats: [],
      fan: {
        kind: 'pairs',
        pairs: [
          { onC: 88, offC: 79 },
          { onC: 95, offC: 90 },
        ],
      } as const,
    };
    expect(nearestAgreement(settings(180, 185, 165), pairs)!.settings.stages).toEqual([
      { onC: 95, offC: 90 },
    ]);
    const above: Settings = { ...settings(180, 190, 184), thermostat: { opensC: 130, fullyOpenC: 140 } };
    expect(disagreements(above).map((each) => each.rule)).toContain('opens-above-boiling');
    expect(nearestAgreement(above, stock)!.changesThermostat).toBe(true);
  });
});

describe('claims', () => {
  test('933 CFM twice sold as 1,833: it is 1,866 (common practice)', () => {
    expect(checkTotal([933, 933], 1833)).toEqual({ kind: 'total', claimed: 1833, sum: 1866, holds: false });
    expect(checkTotal([933, 933], 1866)).toMatchObject({ holds: true });
  });
  test('nearly 12,000 CFM from two 330 mm fans with less current than a 6,500 CFM set: several kilowatts, impossible (common practice)', () => {
    const claim = checkAirflow({
      airflowM3H: 11_900 * CFM,
      count: 2,
      diameterMm: 330,
      voltageV: 13.5,
      currentA: 30,
    });
    expect(claim).toMatchObject({ verdict: 'impossible' });
    expect(claim.kind === 'airflow' && claim.airPowerW).toBeGreaterThan(3000);
    expect(claim.kind === 'airflow' && claim.needsA).toBeGreaterThan(500);
  });
  test('between 35 % and all of the power is not credible; what a usual set moves holds', () => {
    const set = { count: 1, diameterMm: 400, voltageV: 13.5, currentA: 20 };
    const first = checkAirflow({ ...set, airflowM3H: 3000 });
    if (first.kind !== 'airflow') throw new Error();
    expect(checkAirflow({ ...set, airflowM3H: first.usualM3H })).toMatchObject({ verdict: 'holds' });
    expect(checkAirflow({ ...set, airflowM3H: first.mostM3H * 1.01 })).toMatchObject({
      verdict: 'not-credible',
    });
    expect(checkAirflow({ ...set, airflowM3H: first.mostM3H * Math.cbrt(1.01 / 0.35) })).toMatchObject({
      verdict: 'impossible',
    });
  });
  test('150 m³/h from 11.8 A would take the pressure of a blower: set aside for what that power moves; a real set of that current holds (common practice)', () => {
    const set = { count: 1, diameterMm: 400, voltageV: 13.5, currentA: 11.8 };
    const little = checkAirflow({ ...set, airflowM3H: 150 });
    if (little.kind !== 'airflow') throw new Error();
    expect(little).toMatchObject({ verdict: 'too-little' });
    expect(checkAirflow({ ...set, airflowM3H: little.leastM3H * 1.01 })).toMatchObject({ verdict: 'holds' });
    expect(checkAirflow({ ...set, airflowM3H: 2100 })).toMatchObject({ verdict: 'holds' });
    // What cools the vehicle is not built on it: no axial fan of a car makes more than 700 Pa.
    const built = ratedFans({ ...set, airflowM3H: 150 });
    expect([built.from, built.fans[0]!.shutPa < 700]).toEqual(['power', true]);
    expect(ratedFans({ ...set, airflowM3H: 2100 }).from).toBe('stated');
  });
  test('areas and volumes follow from their dimensions; a 16 mm core is not the fit of a 60 mm one (common practice)', () => {
    expect(checkArea(600 * 400, 600, 400)).toMatchObject({ holds: true });
    expect(checkArea(260_000, 600, 400)).toMatchObject({ holds: false, heightWouldBeMm: 260_000 / 600 });
    // 483 sq in by 2.7 in given as 1,304 cu in holds; the hand-worked difference a quarter too high does not.
    expect(checkVolume(1304, 483, 2.7)).toMatchObject({ holds: true });
    expect(checkVolume(242 * 1.25, 483 - 472, 22)).toMatchObject({ holds: false });
    expect(checkSameFit({ value: 16, u: 0.3 }, { value: 60, u: 1 })).toMatchObject({ holds: false });
    expect(checkSameFit({ value: 26, u: 0.3 }, { value: 26.4, u: 1 })).toMatchObject({ holds: true });
    expect(() => checkArea(0, 600, 400)).toThrow(RangeError);
  });
});
