import { leastOperations } from './least.ts';
import { compile } from './compile.ts';
import { orderOut } from './order.ts';
import type { AccessMap, Fact, Operation } from './types.ts';

/**
 * Asked backwards: what must come off before an operation can be done, in order, the quickest way; the operation itself
 * is not among it. Undefined where nothing brings that about.
 */
export function beforeOperation(
  map: AccessMap,
  code: string,
  already: readonly Fact[] = [],
): string[] | undefined {
  const target = map.operations.find((operation) => operation.code === code);
  if (!target) return undefined;
  // Its needs are alternatives; standing in for it, they all lead to one fact.
  const there: Fact = { thing: ` ${code}`, state: 'off' };
  const standIn: Operation = { ...target, code: ` ${code}`, gives: [there], minutes: 0, back: null };
  const rest = { ...map, operations: map.operations.filter((each) => each !== target) };
  const { task, operations } = compile({
    map: { ...rest, operations: [...rest.operations, standIn] },
    goal: [there],
    already,
    cost: (each) => (each === standIn ? 0 : Math.round((each.minutes + (each.back?.minutes ?? 0)) * 10)),
  });
  const least = leastOperations(task);
  if (!least.reached) return undefined;
  const codes = least.chosen
    .map((number) => operations[number]!.code)
    .filter((each) => each !== standIn.code);
  return orderOut(rest, codes, already);
}
