import { ASKED_ON_BENCH, judgeBench } from '../bench/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import type { BenchTested, JobPart, JobState } from './state.ts';

/** One physical part of a number, as it was tried on the bench: by its label or serial, '' where nobody gave it one. */
export interface TestedUnit {
  partId: number;
  unit: string;
  /** The last test of each fan and set-up: that one counts. */
  tests: BenchTested[];
  failed: boolean;
}

/** What was tried of a unit: tried again, the last test of it counts. */
const whatOf = (test: BenchTested): string =>
  [test.test ?? 'running', test.fan, 'state' in test ? test.state : ''].join();

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
    own.tests = [...own.tests.filter((each) => whatOf(each) !== whatOf(test)), test];
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

/**
 * Parts that are to go in and that nobody has tried on the bench: the unit in hand has no test that tells anything, and
 * nobody has said why it goes in without one.
 */
export function untested(state: Pick<JobState, 'bench' | 'benchSkipped' | 'parts'>, practice: Practice = USUAL_PRACTICE): JobPart[] {
  return state.parts.filter(({ partId, kind, role, state: at }) => {
    if (role !== 'goes in' || at === 'sent back' || at === 'fitted' || !ASKED_ON_BENCH.has(kind)) return false;
    const inHand = unitInHand(state.bench, partId, practice);
    if (inHand?.tests.some((test) => judgeBench(test, practice).word !== 'untold')) return false;
    return !state.benchSkipped.some((each) => each.partId === partId && each.unit === (inHand?.unit ?? ''));
  });
} // prettier-ignore
