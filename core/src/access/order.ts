import { Reach, canAllBeDone, type Task } from './task.ts';
import { compile } from './compile.ts';
import type { AccessMap, Fact, Operation } from './types.ts';

const taskOf = (map: AccessMap, already: readonly Fact[]) =>
  compile({ map, goal: [], already, cost: () => 0 });

/** Operations of these codes, as a task of their own. */
function chosenOf(map: AccessMap, codes: readonly string[], already: readonly Fact[]) {
  const { task, operations } = taskOf(map, already);
  const numbers = operations.flatMap(({ code }, number) => (codes.includes(code) ? [number] : []));
  return { task, operations, numbers };
}

/**
 * A sensible order of chosen operations: each once its needs hold, without walking round the vehicle more than it takes
 * (of those that are ready, one at the same place, then the one that the map has first).
 *
 * @throws RangeError where they do not all have what they need among themselves
 */
export function orderOut(map: AccessMap, codes: readonly string[], already: readonly Fact[] = []): string[] {
  const { task, operations, numbers } = chosenOf(map, codes, already);
  if (!canAllBeDone(task, numbers))
    throw new RangeError('some of these operations cannot be done with no other');
  const reach = new Reach(task);
  const left = new Set(numbers);
  const order: Operation[] = [];
  while (left.size > 0) {
    const ready = [...left].filter((number) => reach.isReady(number));
    const place = order.at(-1)?.place;
    const pick = ready.find((number) => operations[number]!.place === place) ?? ready[0]!;
    left.delete(pick);
    reach.allow(pick);
    order.push(operations[pick]!);
  }
  return order.map(({ code }) => code);
}

/** Of chosen operations that are not done yet, those whose needs hold now: any of them may be next. */
export function mayComeNext(
  map: AccessMap,
  chosen: readonly string[],
  done: readonly string[],
  already: readonly Fact[] = [],
): string[] {
  const { task, operations, numbers } = chosenOf(map, chosen, already);
  const reach = new Reach(
    task,
    numbers.filter((number) => done.includes(operations[number]!.code)),
  );
  return numbers
    .filter((number) => !done.includes(operations[number]!.code) && reach.isReady(number))
    .map((number) => operations[number]!.code);
}

/**
 * Operations with a way back, as a task of their own. What an operation without one has brought about stays so: the
 * coolant stays drained when the cap goes on again.
 */
function returning(map: AccessMap, codes: readonly string[], already: readonly Fact[]) {
  const chosen = map.operations.filter(({ code }) => codes.includes(code));
  const lasting = chosen.filter(({ back }) => back === null).flatMap(({ gives }) => gives);
  return chosenOf(
    map,
    chosen.filter(({ back }) => back !== null).map(({ code }) => code),
    [...already, ...lasting],
  );
}

/**
 * Of operations that are out, those that may be put back now: whatever stays out must still have a way in without it, and
 * what an operation says goes back before it is back.
 *
 * @param out codes; those without a way back have happened and are left alone
 */
export function mayGoBackNext(
  map: AccessMap,
  out: readonly string[],
  already: readonly Fact[] = [],
): string[] {
  const { task, operations, numbers } = returning(map, out, already);
  return numbers
    .filter((number) => keepsRest(task, numbers, number) && waitsForNothing(operations[number]!, out))
    .map((number) => operations[number]!.code);
}

const keepsRest = (task: Task, out: readonly number[], number: number): boolean =>
  canAllBeDone(
    task,
    out.filter((each) => each !== number),
  );
const waitsForNothing = ({ back }: Operation, out: readonly string[]): boolean =>
  !(back?.after ?? []).some((code) => out.includes(code));

export interface BackOrder {
  /** Codes of the operations that have a way back. */
  order: string[];
  /** Operations that could not wait for what they say goes back before them. */
  broken: string[];
}

/** The way back: the last thing that came off goes on first, unless an operation says what goes back before it. */
export function orderBack(
  map: AccessMap,
  outOrder: readonly string[],
  already: readonly Fact[] = [],
): BackOrder {
  const { task, operations, numbers } = returning(map, outOrder, already);
  const byCode = new Map(numbers.map((number) => [operations[number]!.code, number]));
  const latestFirst = [...outOrder].reverse().flatMap((code) => byCode.get(code) ?? []);
  let out = numbers;
  const order: string[] = [];
  const broken: string[] = [];
  while (out.length > 0) {
    const codes = out.map((number) => operations[number]!.code);
    const can = latestFirst.filter((number) => out.includes(number) && keepsRest(task, out, number));
    const free = can.find((number) => waitsForNothing(operations[number]!, codes));
    // What came off last can always go back first.
    const pick = free ?? can[0]!;
    const { code } = operations[pick]!;
    if (free === undefined) broken.push(code);
    order.push(code);
    out = out.filter((number) => number !== pick);
  }
  return { order, broken };
}
