import type { Dimension } from './units.ts';

/** How a figure was got. The method sets how far it can be trusted and what grade of evidence it is. */
export const METHODS = [
  'caliper',
  'tape',
  'contour',
  'meter',
  'jug',
  'bench',
  'drawing',
  'sheet',
  'listing',
  'spoken',
  'worked',
] as const;
export type Method = (typeof METHODS)[number];

/** 1 installed and confirmed · 2 measured · 3 maker's drawing or sheet · 4 catalogue listing · 5 spoken or unsure. */
export type Grade = 1 | 2 | 3 | 4 | 5;

interface MethodRule {
  readonly grade: Grade;
  /** Expanded uncertainty (k = 2): fixed part in the record unit by dimension, and a part proportional to the value. */
  readonly fixed: Partial<Record<Dimension, number>>;
  readonly proportional: number;
  /** What it can measure at all; absent where it is not an instrument. */
  readonly measures?: readonly Dimension[];
  /** Its finest division, of the unit it is read in: a fraction is as good as that, however it is cancelled. */
  readonly finest?: number;
  /** A reading is rounded to its last written step; a printed figure was rounded by its author, the same way. */
  readonly rounds: boolean;
}

/**
 * Common practice: the instrument's own division plus what a hand adds on a cast or plastic part. A caliper reads
 * 0.02 mm, but jaws on a moulded tank repeat to about 0.2 mm; a tape reads 1/16 in and its hook has play.
 */
export const METHOD_RULES: Readonly<Record<Method, MethodRule>> = {
  caliper: {
    grade: 2,
    measures: ['length'],
    finest: 1 / 128,
    fixed: { length: 0.2 },
    proportional: 0.0002,
    rounds: true,
  },
  tape: {
    grade: 2,
    measures: ['length'],
    finest: 1 / 16,
    fixed: { length: 1.5 },
    proportional: 0.0005,
    rounds: true,
  },
  contour: {
    grade: 2,
    measures: ['length'],
    finest: 1 / 16,
    fixed: { length: 1 },
    proportional: 0,
    rounds: true,
  },
  meter: {
    grade: 2,
    measures: ['current', 'temperature', 'pressure', 'share', 'airflow', 'torque'],
    fixed: { current: 0.1, temperature: 1, pressure: 2 },
    proportional: 0.02,
    rounds: true,
  },
  jug: {
    grade: 2,
    measures: ['volume'],
    finest: 1 / 8,
    fixed: { volume: 0.1 },
    proportional: 0.02,
    rounds: true,
  },
  // Stamped on a cap, a fuse, a thermostat.
  bench: {
    grade: 2,
    measures: ['pressure', 'current', 'temperature'],
    fixed: {},
    proportional: 0,
    rounds: true,
  },
  drawing: {
    grade: 3,
    finest: 1 / 64,
    fixed: { length: 0.5 },
    proportional: 0.0003,
    rounds: true,
  },
  sheet: {
    grade: 3,
    finest: 1 / 16,
    fixed: { length: 1, volume: 0.1 },
    proportional: 0.001,
    rounds: true,
  },
  listing: {
    grade: 4,
    fixed: { length: 3, volume: 0.3, current: 1 },
    proportional: 0.005,
    rounds: true,
  },
  spoken: {
    grade: 5,
    fixed: { length: 10, volume: 0.5, current: 2 },
    proportional: 0.02,
    rounds: true,
  },
  worked: { grade: 3, fixed: {}, proportional: 0, rounds: false },
};

/** Whether a figure of this dimension can be had that way at all: nobody reads a pressure off a caliper. */
export const canMeasure = (method: Method, dimension: Dimension): boolean =>
  METHOD_RULES[method].measures?.includes(dimension) ?? true;

/**
 * The step that a reading shows, record unit. A fraction shows none of its own: 1/2" from a tape is eight sixteenths.
 * What a list or a caller says in fractions is as coarse as it is written.
 */
export const readingStep = (
  method: Method,
  { resolution, fraction, unitSize }: { resolution: number; fraction: boolean; unitSize: number },
): number =>
  fraction ? Math.min(resolution, (METHOD_RULES[method].finest ?? Infinity) * unitSize) : resolution;

/**
 * Expanded uncertainty (k = 2, about 95 %) of a figure, in the record unit, from the method and the writing.
 *
 * Combines the method's own part with the rounding of the last written step as a rectangular distribution
 * (step/√12, JCGM 100:2008 F.2.2.1), as a root sum of squares.
 *
 * @param value      record unit, finite
 * @param resolution smallest written step, record unit, ≥ 0
 * @param stated     ± as written, record unit; replaces the estimate when given
 * @throws RangeError when value or resolution is not a finite number
 */
export function expandedUncertainty(
  method: Method,
  dimension: Dimension,
  value: number,
  resolution: number,
  stated?: number,
): number {
  if (!Number.isFinite(value) || !(resolution >= 0))
    throw new RangeError('value and resolution must be finite numbers');
  if (stated !== undefined) return stated;
  const rule = METHOD_RULES[method];
  const own = ((rule.fixed[dimension] ?? 0) + rule.proportional * Math.abs(value)) / 2;
  const rounding = rule.rounds ? resolution / Math.sqrt(12) : 0;
  return 2 * Math.hypot(own, rounding);
}
