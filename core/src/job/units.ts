import { ASKED_ON_BENCH, judgeBench } from '../bench/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import type { UnitPlace } from './events.ts';
import type { BenchTested, JobPart, JobState, UnitMove } from './state.ts';

/** One physical part of a number, as it was tried on the bench: by its label or serial, '' where nobody gave it one. */
export interface TestedUnit {
  partId: number;
  unit: string;
  /** The last test of each fan and set-up: that one counts. */
  tests: BenchTested[];
  failed: boolean;
}

/** One physical part on a job: where it came from, where it is, and what it has been through here. */
export interface JobUnit extends TestedUnit {
  /** In words; '' where nobody said. */
  from: string;
  /** Null where it was tested and nobody said more of it. */
  place: UnitPlace | null;
  /** When it was first seen on this job, ISO 8601. */
  since: string;
  moves: UnitMove[];
}

type Bench = Pick<JobState, 'bench' | 'units'>;
const keyOf = ({ partId, unit = '' }: { partId: number; unit?: string }): string => `${partId} ${unit}`;

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
    const own = units.get(keyOf(test)) ?? { partId: test.partId, unit, tests: [], failed: false };
    own.tests = [...own.tests.filter((each) => whatOf(each) !== whatOf(test)), test];
    own.failed = own.tests.some((each) => judgeBench(each, practice).word === 'failed');
    units.set(keyOf(test), own);
  }
  return [...units.values()];
} // prettier-ignore

/** Every unit of a job, by part and then in the order in which they came. */
export function jobUnits({ bench, units: moves }: Bench, practice: Practice = USUAL_PRACTICE): JobUnit[] {
  const units = new Map<string, JobUnit>();
  for (const own of unitsTested(bench, practice))
    units.set(keyOf(own), { ...own, from: '', place: null, since: own.tests[0]!.at, moves: [] });
  for (const move of moves) {
    const { partId, unit } = move;
    const own = units.get(keyOf(move)) ?? { partId, unit, tests: [], failed: false, from: '', place: null, since: move.at, moves: [] };
    units.set(keyOf(move), { ...own, from: move.from || own.from, place: move.to, since: own.since < move.at ? own.since : move.at, moves: [...own.moves, move] });
  }
  return [...units.values()].sort((a, b) => a.partId - b.partId || (a.since < b.since ? -1 : a.since > b.since ? 1 : 0));
} // prettier-ignore

/** Not in anybody's hand: it went back, was thrown away, or came out again. */
const GONE: ReadonlySet<UnitPlace> = new Set<UnitPlace>(['sent back', 'scrapped', 'out again']);

/** The unit of a part that sits in the vehicle; undefined where none does. */
export function unitInVehicle(units: readonly UnitMove[], partId: number): string | undefined {
  const last = new Map(units.flatMap((each) => (each.partId === partId ? [[each.unit, each.to]] : [])));
  return [...last].findLast(([, to]) => to === 'in vehicle')?.[0];
}

/** A label that no unit of a part has on this job: '' for the first of them, then 2, 3 and so on. */
export function freshUnit(state: Bench, partId: number): string {
  const known = new Set([...state.bench, ...state.units].flatMap((each) => (each.partId === partId ? [each.unit ?? ''] : [])));
  if (known.size === 0) return '';
  let number = known.size + 1;
  while (known.has(String(number))) number += 1;
  return String(number);
} // prettier-ignore

/** The unit of a part that is meant: the one in the vehicle, else the one that was tried or came last and has not gone since. */
export function unitInHand(state: Bench, partId: number, practice?: Practice): TestedUnit | undefined {
  const unit = unitInVehicle(state.units, partId) ?? newestHere(state, partId);
  if (unit === undefined) return undefined;
  return (
    unitsTested(state.bench, practice).find((each) => each.partId === partId && each.unit === unit) ??
    { partId, unit, tests: [], failed: false }
  );
} // prettier-ignore

function newestHere({ bench, units }: Bench, partId: number): string | undefined {
  // A move knows how many tests came before it, so that tests and moves have one order; a test comes after its number of moves.
  const happened = [
    ...bench.map((each, at) => ({ partId: each.partId, unit: each.unit ?? '', gone: false, at: at + 0.5 })),
    ...units.map((each) => ({ partId: each.partId, unit: each.unit, gone: GONE.has(each.to), at: each.after })),
  ].filter((each) => each.partId === partId).sort((a, b) => a.at - b.at);
  const last = new Map<string, boolean>();
  for (const { unit, gone } of happened) {
    last.delete(unit);
    last.set(unit, gone);
  }
  return [...last].findLast(([, gone]) => !gone)?.[0];
} // prettier-ignore

/**
 * Parts that are to go in and that nobody has tried on the bench: the unit in hand has no test that tells anything, and
 * nobody has said why it goes in without one.
 */
export function untested(state: Pick<JobState, 'bench' | 'units' | 'benchSkipped' | 'parts'>, practice: Practice = USUAL_PRACTICE): JobPart[] {
  return state.parts.filter(({ partId, kind, role, state: at }) => {
    if (role !== 'goes in' || at === 'sent back' || at === 'fitted' || !ASKED_ON_BENCH.has(kind)) return false;
    const inHand = unitInHand(state, partId, practice);
    if (inHand?.tests.some((test) => judgeBench(test, practice).word !== 'untold')) return false;
    return !state.benchSkipped.some((each) => each.partId === partId && each.unit === (inHand?.unit ?? ''));
  });
} // prettier-ignore
