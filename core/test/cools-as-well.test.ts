import { describe, expect, test } from 'vitest';
import {
  CASES,
  coolerBy,
  vehicleLoad,
  AS_SAID,
  type CoolingInputs,
  type RadiatorFigures,
} from '../src/cooling/index.ts';
import {
  judgeFit,
  judgeTogether,
  createJudge,
  radiatorOf,
  type FitPart,
  type FitVehicle,
} from '../src/fit/index.ts';
import type { FigureSet } from '../src/figures/index.ts';
import { VEHICLE, soundPart, value, word } from './sound.ts';

const row = (part: FitPart, vehicle: FitVehicle = VEHICLE) =>
  judgeFit(vehicle, part).ledger.find(({ check }) => check === 'coolsAsWell')!;
const core = (thickness: number) =>
  soundPart('radiator', { coreThickness: value(thickness), tubeDepth: value(thickness - 2) });

describe('cooling against the part it replaces', () => {
  test('a 12 mm core for one of 32 goes in with changes, in every way of asking, and the owner is asked first', () => {
    const thin = core(12);
    expect(row(thin)).toMatchObject({ outcome: 'change', decisive: false, work: { code: 'cools-less' } });
    expect(judgeFit(VEHICLE, thin)).toMatchObject({ verdict: 'changes', deciding: { by: 'check', check: 'coolsAsWell' } });
    expect(createJudge()(VEHICLE, thin)).toMatchObject({ verdict: 'changes', deciding: { by: 'check', check: 'coolsAsWell' } });
    expect(judgeTogether(VEHICLE, [{ id: 1, part: thin, stays: false }]).verdict).toBe('changes');
  });

  test('as much within its uncertainty, or more, passes; the same part gives off 100 %', () => {
    expect(row(soundPart('radiator')).have).toMatchObject({ value: 100 });
    for (const depth of [30, 32, 34]) expect(row(core(depth)).outcome, `${depth} mm`).toBe('pass');
    expect(row(core(38)).have).toMatchObject({ value: expect.toSatisfy((percent: number) => percent > 100) as number });
  });

  test.each([
    ['no part is known to come off', { ...VEHICLE, replaces: {} }, soundPart('radiator'), 0],
    ['this part’s core depth is missing', VEHICLE, soundPart('radiator', { coreThickness: undefined }), 1],
    ['the other’s is', { ...VEHICLE, replaces: { radiator: { number: 'X', as: 'on-vehicle' as const, figures: soundPart('radiator', { coreThickness: undefined }).figures as FigureSet<'radiator'> } } }, soundPart('radiator'), 0],
    ['a fan’s current and airflow are', VEHICLE, soundPart('fan', { current: undefined, airflow: undefined }), 1],
    ['an engine turns one of the two fans', VEHICLE, soundPart('fan', {}, { drivenBy: word('engine') }), 0],
    ['the core cannot be', VEHICLE, soundPart('radiator', { coreThickness: value(32), tubeDepth: value(120) }), 0],
  ] as const)('not known where %s: said, never green, turns no part away', (_name, vehicle, part, lacks) => {
    const own = row(part as FitPart, vehicle as FitVehicle);
    expect(own.outcome).toBe('unknown');
    expect(own.missing).toHaveLength(lacks);
    expect(judgeFit(vehicle as FitVehicle, part as FitPart).deciding).not.toMatchObject({ check: 'coolsAsWell' });
  });

  test('half the current through the same blades moves less air; a sound one as much', () => {
    expect(row(soundPart('fan')).outcome).toBe('pass');
    const q = (soundPart('fan').figures as FigureSet<'fan'>).quantities;
    const weak = soundPart('fan', { current: value(q.current!.value / 3), airflow: undefined });
    const strong = { ...VEHICLE, replaces: { fan: { number: 'X', as: 'original' as const, figures: soundPart('fan', { airflow: undefined }).figures as FigureSet<'fan'> } } };
    expect(row(weak, strong)).toMatchObject({ outcome: 'change' });
  });

  // Another model: a whole vehicle on a climb and at idle, with pump, load and every doubt moved alone.
  test('says less where a whole vehicle runs hotter on a climb by more than its uncertainty', () => {
    const figuresOf = (part: FitPart): RadiatorFigures => {
      const read = radiatorOf(part.figures as FigureSet<'radiator'>);
      if (!read.ok) throw new Error(read.missing.join());
      return read.radiator;
    };
    const whole = (part: FitPart): CoolingInputs => ({
      setUp: { radiator: figuresOf(part), fans: { count: 1, diameterMm: 400, voltageV: 13, currentA: 18 }, shroud: { covered: 0.95 }, capKPa: 110, coolant: { base: 'ethylene', volumeShare: 0.5 }, gapMm2: 0 },
      load: vehicleLoad('middle'),
      conditions: CASES.climb.conditions,
      leeway: AS_SAID,
    });
    const words = [16, 20, 24, 28, 32, 36, 44].flatMap((depth) =>
      [420, 520, 612].map((width) => {
        const part = soundPart('radiator', { coreThickness: value(depth), coreWidth: value(width), tubeDepth: undefined });
        const built = soundPart('radiator', { tubeDepth: undefined });
        const vehicle = { ...VEHICLE, replaces: { radiator: { number: 'X', as: 'original' as const, figures: built.figures as FigureSet<'radiator'> } } };
        const cooler = coolerBy(whole(built), whole(part));
        return { bench: row(part, vehicle).outcome === 'change', vehicle: cooler !== undefined && cooler.k < -cooler.u };
      }),
    );
    const differ = words.filter(({ bench, vehicle }) => bench !== vehicle).length;
    // Near the edge of ± the two need not agree; far from it they must.
    expect(differ).toBeLessThanOrEqual(3);
    expect(words.filter(({ bench }) => bench).length).toBeGreaterThan(5);
    expect(words.filter(({ bench }) => !bench).length).toBeGreaterThan(3);
  });
}); // prettier-ignore
