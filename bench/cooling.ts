// Cooling: steady answers, drives beside odex at the same error, depth stacks beside a bare loop over the same draws.
import type { Clearance } from '@radiatrix/core/fit';
import { Draws, drawClearances } from '@radiatrix/core/fitment';
import { AS_SAID, CASES, CASE_NAMES, steady, vehicleLoad, type SetUp } from '@radiatrix/core/cooling';
import { COLUMNS, Curve, KNOTS, USUAL_MASSES, simulate, type Drive } from '@radiatrix/core/drive';
import { driveByOdex } from '../core/test/drive-by-odex.ts';

const setUp: SetUp = {
  radiator: {
    coreWidthMm: 618,
    coreHeightMm: 408,
    coreThicknessMm: 26,
    flow: 'cross',
    passes: 1,
    coreClass: 'brazed-thin',
  },
  fans: { count: 2, diameterMm: 290, voltageV: 13.5, currentA: 22 },
  shroud: { covered: 0.95 },
  capKPa: 108,
  coolant: { base: 'ethylene', volumeShare: 0.5 },
  gapMm2: 3500,
};
const median = (values: number[]): number => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]!;
function timed<T>(work: () => T, rounds = 5): { ms: number; result: T } {
  let result = work();
  const times = Array.from({ length: rounds }, () => {
    const begun = performance.now();
    result = work();
    return performance.now() - begun;
  });
  return { ms: median(times), result };
}

/** Two works in turns, so that a busy moment of the machine falls on both; the ratio is the median of the rounds'. */
function inTurns(one: () => unknown, other: () => unknown, rounds = 9) {
  const once = (work: () => unknown): number => {
    const begun = performance.now();
    work();
    return performance.now() - begun;
  };
  once(one);
  once(other);
  const pairs = Array.from({ length: rounds }, () => [once(one), once(other)] as const);
  return {
    oneMs: median(pairs.map(([a]) => a)),
    otherMs: median(pairs.map(([, b]) => b)),
    ratio: median(pairs.map(([a, b]) => b / a)),
  };
}

/** Four cases each for 1,000 candidate radiators, one core. */
export function measureSteady(): { ms: number; hottestC: number } {
  const { ms, result } = timed(() => {
    let hottest = 0;
    for (let i = 0; i < 1000; i += 1)
      for (const name of CASE_NAMES)
        hottest = Math.max(
          hottest,
          steady({
            setUp: {
              ...setUp,
              radiator: { ...setUp.radiator, coreWidthMm: 500 + (i % 200), coreThicknessMm: 16 + i / 40 },
            },
            load: vehicleLoad('middle'),
            conditions: CASES[name].conditions,
            leeway: AS_SAID,
          }).topTankC,
        );
    return hottest;
  }, 3);
  return { ms, hottestC: result };
}

const weather = { ambientC: 31, altitudeM: 200, humidity: 0.4, gradePercent: 0, airConditioning: false };
const hour: Drive = {
  setUp,
  load: vehicleLoad('middle'),
  leeway: AS_SAID,
  thermostat: { opensC: 83, fullyOpenC: 94, hysteresisK: 2.5, lagS: 12 },
  control: {
    kind: 'stages',
    place: 'radiator-inlet',
    stages: [
      { onC: 97, offC: 92, speeds: [1, 0], currentA: 11 },
      { onC: 103, offC: 98, speeds: [1, 1], currentA: 22 },
    ],
    withAc: 0,
  },
  masses: USUAL_MASSES,
  startC: 20,
  legs: [
    { ...weather, seconds: 700, speedKmh: 50, idling: false },
    { ...weather, seconds: 800, speedKmh: 0, idling: true },
    { ...weather, seconds: 500, speedKmh: 0, idling: true, airConditioning: true },
    { ...weather, seconds: 800, speedKmh: 55, gradePercent: 7, idling: false },
    { ...weather, seconds: 800, speedKmh: 0, idling: true },
  ],
};

interface Raced {
  ms: number;
  errorK: number;
}
/**
 * The loosest tolerance of each that keeps 1e-3 K at the end of the hour, and the time it takes then. Both read the
 * same curves of heat by lift; making them is part of both times.
 */
export function measureDrive(): { ours: Raced; theirs: Raced; ratio: number } {
  const smooth = (exact: (lift: number) => number): ((lift: number) => number) => {
    const curve = new Curve(Array.from({ length: KNOTS + 1 }, (_, i) => exact((i / KNOTS) ** 2)));
    return (lift) => curve.at(Math.sqrt(lift));
  };
  const reference = driveByOdex(hour, 1e-10, smooth).end;
  const off = (end: readonly number[]): number =>
    Math.max(...[0, 1, 2].map((i) => Math.abs(end[i]! - reference[i]!)));
  const loosest = (end: (tolerance: number) => readonly number[]): Raced => {
    for (const tolerance of [1e-2, 3e-3, 1e-3, 3e-4, 1e-4, 3e-5, 1e-5, 1e-6, 1e-7]) {
      const { ms, result } = timed(() => end(tolerance));
      if (off(result) <= 1e-3) return { ms, errorK: off(result) };
    }
    throw new Error('no tolerance keeps 1e-3 K');
  };
  const ours = loosest((tolerance) => {
    const run = simulate({ ...hour, tolerance }, 10);
    return run.samples.slice(
      (run.rows - 1) * COLUMNS.length + 1,
      (run.rows - 1) * COLUMNS.length + 4,
    ) as never;
  });
  const theirs = loosest((tolerance) => driveByOdex(hour, tolerance, smooth).end);
  return { ours, theirs, ratio: theirs.ms / ours.ms };
}

/** 100,000 stacks of three clearances over seven figures, beside a loop that only draws the same numbers and adds them. */
export function measureDraws(): { ms: number; bareMs: number; ratio: number } {
  const figures = [176, 66, 104, 12, 38, 9, 14].map((value, i) => ({ value, u: 0.4 + 0.2 * i }));
  const clearance = (key: Clearance['key'], signs: readonly (1 | -1 | 0)[], wantedMm: number): Clearance => ({
    key,
    label: key,
    wantedMm,
    rockMm: 6,
    parts: signs.flatMap((sign, i) => (sign === 0 ? [] : [{ label: key, figure: figures[i]!, sign }])),
  });
  const clearances = [
    clearance('motor', [1, -1, -1, 0, 0, 0, 0], 20),
    clearance('blades', [0, 0, 0, 1, 1, -1, 0], 25),
    clearance('bare', [1, -1, 0, 0, 0, -1, -1], 25),
  ];
  const runs = 100_000;
  const bare = (): number => {
    const draws = new Draws(7);
    const pair = new Float64Array(2);
    let sum = 0;
    for (let run = 0; run < runs; run += 1) {
      for (let i = 0; i < figures.length; i += 2) {
        draws.normals(pair);
        sum += pair[0]! + pair[1]!;
      }
      sum += draws.even();
    }
    return sum;
  };
  const { oneMs, otherMs, ratio } = inTurns(() => drawClearances(clearances, runs, 7), bare);
  return { ms: oneMs, bareMs: otherMs, ratio };
}
