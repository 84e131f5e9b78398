import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { AS_SAID, vehicleLoad, steady, type SetUp } from '../src/cooling/index.ts';
import {
  COLUMNS,
  DriveStopped,
  Solver,
  USUAL_MASSES,
  driveFaults,
  simulate,
  type Drive,
  type StagedFans,
} from '../src/drive/index.ts';
import { driveByOdex } from './drive-by-odex.ts';
import twoBodies from './fixtures/two-bodies.json' with { type: 'json' };

const setUp: SetUp = {
  radiator: {
    coreWidthMm: 612,
    coreHeightMm: 405,
    coreThicknessMm: 22,
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
const weather = { ambientC: 31, altitudeM: 200, humidity: 0.4, gradePercent: 0, airConditioning: false };
const stages: StagedFans = {
  kind: 'stages',
  place: 'radiator-inlet',
  stages: [
    { onC: 97, offC: 92, speeds: [1, 0], currentA: 11 },
    { onC: 103, offC: 98, speeds: [1, 1], currentA: 22 },
  ],
  withAc: 0,
};
const drive: Drive = {
  setUp,
  load: vehicleLoad('middle'),
  leeway: AS_SAID,
  thermostat: { opensC: 83, fullyOpenC: 94, hysteresisK: 2.5, lagS: 12 },
  control: stages,
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

describe('the solver', () => {
  test('a body that cools: T = T_eq + (T_0 − T_eq) e^(−t/τ) to 1e-6, the moment it passes a temperature too', () => {
    const [tau, to, from, at] = [137, 25, 103, 60];
    const solver = new Solver(
      { size: 1, slope: (_t, y, out) => void (out[0] = (to - y[0]!) / tau) },
      { absolute: 1e-8, relative: 0 },
    );
    let worst = 0;
    const room = new Float64Array(1);
    const ended = solver.run(0, 600, Float64Array.of(from), [(_t, y) => at - y[0]!], (stretch) => {
      for (const share of [0, 0.31, 0.77, 1]) {
        const t = stretch.from + share * (stretch.to - stretch.from);
        stretch.at(t, room);
        worst = Math.max(worst, Math.abs(room[0]! - (to + (from - to) * Math.exp(-t / tau))));
      }
    });
    expect(worst).toBeLessThan(1e-6);
    expect(ended.event).toBe(0);
    expect(ended.t).toBeCloseTo(tau * Math.log((from - to) / (at - to)), 6);
  });

  test('two bodies and a heat source as a resistor network: ngspice to 1e-4 (fixtures/two-bodies.cir)', () => {
    const network = {
      size: 2,
      slope: (_t: number, y: Float64Array, out: Float64Array) => {
        const joined = (y[0]! - y[1]!) / 0.4;
        out[0] = (8 - joined) / 60;
        out[1] = (joined - y[1]! / 5.5) / 16;
      },
    };
    const run = (to: number, watch: ((t: number, y: Float64Array) => number)[] = []) =>
      new Solver(network, { absolute: 1e-9, relative: 0 }).run(0, to, new Float64Array(2), watch);
    for (const [t, metal, coolant] of twoBodies.kelvin as [number, number, number][]) {
      expect(Math.abs(run(t).y[0]! / metal - 1)).toBeLessThan(1e-4);
      expect(Math.abs(run(t).y[1]! / coolant - 1)).toBeLessThan(1e-4);
    }
    expect(Math.abs(run(900, [(_t, y) => y[1]! - 20]).t / twoBodies.passes20 - 1)).toBeLessThan(1e-4);
  });

  test('an event that comes and goes within one step is not stepped over', () => {
    // Straight line: every step is as long as it may be; the watch is above nothing only from 50 to 55.
    const solver = new Solver(
      { size: 1, slope: (_t, _y, out) => void (out[0] = 1) },
      { absolute: 1e-3, relative: 0 },
      20,
    );
    const ended = solver.run(0, 100, Float64Array.of(0), [(_t, y) => (y[0]! - 50) * (55 - y[0]!)]);
    expect(ended.event).toBe(0);
    expect(ended.t).toBeCloseTo(50, 6);
  });

  test('what leaves the numbers ends with an error, not with a worker that never ends', () => {
    const solver = new Solver(
      { size: 1, slope: (_t, y, out) => void (out[0] = y[0]! ** 2) },
      { absolute: 1e-6, relative: 1e-6 },
    );
    expect(() => solver.run(0, 10, Float64Array.of(1), [])).toThrow();
  });
});

describe('a drive', () => {
  test('temperatures within 1e-3 K and events within 0.01 s of odex with bisection, written apart', () => {
    const ours = simulate({ ...drive, tolerance: 1e-6 });
    const theirs = driveByOdex(drive, 1e-9);
    const named = ours.events
      .filter((event) => event.kind !== 'leg')
      .map((event) => ({
        at: event.at,
        what: 'stage' in event ? `${event.kind} ${event.stage}` : event.kind,
      }));
    expect(named.map((event) => event.what)).toEqual(theirs.events.map((event) => event.what));
    expect(named.length).toBeGreaterThan(11);
    named.forEach((event, i) => expect(Math.abs(event.at - theirs.events[i]!.at)).toBeLessThan(0.01));
    const last = ours.samples.subarray((ours.rows - 1) * COLUMNS.length);
    [1, 2, 3].forEach((column, i) => expect(Math.abs(last[column]! - theirs.end[i]!)).toBeLessThan(1e-3));
  });

  test('heat in, less heat out, is heat kept, to 1e-9', () => {
    const { heat } = simulate(drive);
    expect(Math.abs(heat.inJ - heat.outJ - heat.keptJ) / heat.inJ).toBeLessThan(1e-9);
  });

  test('held long enough it settles where the steady answer says, thermostat open and fans on', () => {
    const leg = { ...weather, seconds: 3 * 3600, speedKmh: 60, gradePercent: 8, idling: false };
    const load = { ...drive.load, massKg: 2400 };
    const hot: Drive = {
      ...drive,
      load,
      legs: [leg],
      control: { ...stages, stages: [{ ...stages.stages[1]!, onC: 80, offC: 60 }] },
    };
    const settled = steady({ setUp, load, leeway: AS_SAID, conditions: leg });
    // The drive reads the coolant's properties at 95 °C, the steady answer where it stands.
    expect(Math.abs(simulate(hot).endC - settled.topTankC)).toBeLessThan(0.6);
  });

  test('a fan-off below the thermostat’s opening never comes at idle; above it, it does', () => {
    const idle = { ...weather, seconds: 3600, speedKmh: 0, idling: true };
    const from = { ...drive, startC: 90, legs: [idle] };
    const at = (offC: number) =>
      simulate({
        ...from,
        control: { ...stages, stages: [{ onC: 96, offC, speeds: [1, 1], currentA: 22 }] },
      });
    expect(at(78).events.filter((event) => event.kind === 'fan-off')).toHaveLength(0);
    expect(at(90).switched).toBeGreaterThan(3);
  });

  test('a modulated fan draws by the cube of its duty and never more than all of it', () => {
    const run = simulate({
      ...drive,
      control: {
        kind: 'modulated',
        place: 'radiator-outlet',
        fromC: 86,
        fullC: 99,
        hysteresisK: 2,
        lowestDuty: 0.3,
        count: 2,
        currentA: 22,
        withAc: 0.4,
      },
    });
    for (let row = 0; row < run.rows; row += 1) {
      const [duty, current] = [run.samples[row * 7 + 5]!, run.samples[row * 7 + 6]!];
      expect(duty === 0 || (duty >= 0.3 && duty <= 1)).toBe(true);
      expect(current).toBeCloseTo(22 * duty ** 3, 9);
    }
  });

  test('a hotter day or a heavier vehicle never runs cooler', () => {
    const steep = {
      ...drive,
      legs: [{ ...weather, seconds: 1500, speedKmh: 50, gradePercent: 7, idling: false }],
    };
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.double({ min: 1, max: 1.3, noNaN: true }),
        (warmer, heavier) => {
          const harder = {
            ...steep,
            load: { ...steep.load, massKg: steep.load.massKg * heavier },
            legs: steep.legs.map((leg) => ({ ...leg, ambientC: leg.ambientC + warmer })),
          };
          expect(simulate(harder, 100).endC).toBeGreaterThanOrEqual(simulate(steep, 100).endC - 1e-3);
        },
      ),
      { seed: 7, numRuns: 12 },
    );
  });

  test('what cannot be driven is said in sentences; a long run can be stopped', () => {
    const wrong: Drive = {
      ...drive,
      thermostat: { ...drive.thermostat, opensC: 180, fullyOpenC: NaN },
      control: { ...stages, stages: [{ onC: 90, offC: 95, speeds: [1], currentA: 200 }] },
    };
    const faults = driveFaults(wrong).join('; ');
    for (const word of ['180 °C', 'fully open', 'not below where it comes on', '200 A'])
      expect(faults).toContain(word);
    expect(() => simulate(wrong)).toThrow(RangeError);
    expect(() => simulate(drive, 2, (share) => share < 0.5)).toThrow(DriveStopped);
  });
});
