import type { PartKind } from '../figures/index.ts';
import { judgeBench } from '../electrical/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import type { BenchTested } from './state.ts';

/** Kinds of part that turn or switch: tried on the bench before they go in. */
export const TURNING_KINDS: ReadonlySet<PartKind> = new Set<PartKind>(['fan', 'motor', 'module', 'kit']);

/** One physical part of a number, as it was tried on the bench: by its label or serial, '' where nobody gave it one. */
export interface TestedUnit {
  partId: number;
  unit: string;
  /** The last test of each fan and set-up: that one counts. */
  tests: BenchTested[];
  failed: boolean;
}

/**
 * Units of every part that was tried on the bench, in the order of their first test. A test of one unit says nothing of
 * another: a good second one leaves the failure of the first as it was.
 */
export function unitsTested(bench: readonly BenchTested[], practice: Practice = USUAL_PRACTICE): TestedUnit[] {
  const units = new Map<string, TestedUnit>();
  for (const test of bench) {
    const unit = test.unit ?? '';
    const key = `${test.partId} ${unit}`;
    const own = units.get(key) ?? { partId: test.partId, unit, tests: [], failed: false };
    own.tests = [...own.tests.filter((each) => each.fan !== test.fan || each.state !== test.state), test];
    own.failed = own.tests.some((each) => judgeBench(each, practice).word === 'failed');
    units.set(key, own);
  }
  return [...units.values()];
} // prettier-ignore

/** The unit that was tried last of a part: the one that is meant to go in. */
export const unitInHand = (bench: readonly BenchTested[], partId: number, practice?: Practice): TestedUnit | undefined => {
  const last = bench.findLast((test) => test.partId === partId);
  return last && unitsTested(bench, practice).find((each) => each.partId === partId && each.unit === (last.unit ?? ''));
}; // prettier-ignore
