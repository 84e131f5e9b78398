import type { FigureSet, PartKind } from '../figures/index.ts';
import { takesOnRecord } from '../electrical/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { judgeHotWater, type HotWaterReading } from './hot-water.ts';
import type { BenchOutcome } from './outcome.ts';
import { judgePressure, type PressureReading } from './pressure.ts';
import { judgeRunning, type RunningReading } from './running.ts';
import { judgeSwitching, type SwitchingReading } from './switching.ts';

/** What was read on the bench, by the test that was made. */
export type BenchReading = RunningReading | HotWaterReading | PressureReading | SwitchingReading;
export type BenchTest = NonNullable<BenchReading['test']>;

/** Kinds of part that can be tried on the bench before they go in, and how. */
export const BENCH_TESTS: Partial<Record<PartKind, BenchTest>> = {
  fan: 'running',
  motor: 'running',
  module: 'switching',
  kit: 'switching',
  relay: 'switching',
  thermostat: 'hot water',
  cap: 'pressure',
};
/** Kinds that do not go in untested unless somebody says why: the work to get at them again is long. */
export const ASKED_ON_BENCH: ReadonlySet<PartKind> = new Set<PartKind>([
  'fan',
  'motor',
  'module',
  'kit',
  'thermostat',
]);

/** What the record says of a part that a bench test is held against. */
export type BenchRecord =
  | { test: 'running'; label: RunningReading['label'] }
  | { test: 'hot water'; rated: HotWaterReading['rated'] }
  | { test: 'pressure'; ratedKPa: PressureReading['ratedKPa'] }
  | { test: 'switching'; rated: SwitchingReading['rated'] };

const isOf = <T extends BenchTest>(
  reading: BenchReading,
  test: T,
): reading is Extract<BenchReading, { test?: T }> => (reading.test ?? 'running') === test;

/** A part on the bench, before it goes in: whether it may, and why. */
export function judgeBench(reading: BenchReading, practice: Practice = USUAL_PRACTICE): BenchOutcome {
  if (isOf(reading, 'hot water')) return judgeHotWater(reading, practice);
  if (isOf(reading, 'pressure')) return judgePressure(reading, practice);
  if (isOf(reading, 'switching')) return judgeSwitching(reading, practice);
  return judgeRunning(reading as RunningReading, practice);
}

/** Whether a test heard noise; null where the test does not tell. */
export const heardRough = (reading: BenchReading): boolean | null =>
  isOf(reading, 'running') ? reading.rough : null;

/** What the record of a part says for its test; undefined for a kind that has none. */
export function benchRecord(
  part: { kind: PartKind; figures: FigureSet<never> },
  systemV: string | undefined,
  practice: Practice,
): BenchRecord | undefined {
  const test = BENCH_TESTS[part.kind];
  const { quantities } = part.figures as unknown as { quantities: Partial<Record<string, { value: number }>> };
  const value = (key: string): number | null => quantities[key]?.value ?? null;
  if (test === 'running') return { test, label: takesOnRecord(part.figures, systemV, practice) };
  if (test === 'hot water') {
    const opensC = value('rating');
    return { test, rated: opensC === null ? null : { opensC, fullC: value('fullyOpen') } };
  }
  if (test === 'pressure') return { test, ratedKPa: value('capPressure') };
  if (test === 'switching') {
    const [onC, offC] = part.kind === 'kit' ? [value('fanOn'), value('fanOff')] : [null, null];
    return { test, rated: onC === null && offC === null ? null : { onC, offC } };
  }
  return undefined;
} // prettier-ignore
