import type { Task } from './task.ts';
import { factKey, type AccessMap, type Fact, type Operation } from './types.ts';

export interface Compiled {
  task: Task;
  /** The operation of each number of the task. */
  operations: Operation[];
  facts: Fact[];
}

export interface CompileInput {
  map: AccessMap;
  goal: readonly Fact[];
  /** What is off or aside already. */
  already?: readonly Fact[];
  /** Operations that must not be used leave the map here. */
  allowed?: (operation: Operation) => boolean;
  cost: (operation: Operation) => number;
}

/** A map in numbers, for one goal and one way to count. */
export function compile({ map, goal, already = [], allowed = () => true, cost }: CompileInput): Compiled {
  const facts: Fact[] = [];
  const numbers = new Map<string, number>();
  const numberOf = (fact: Fact): number => {
    const key = factKey(fact);
    const known = numbers.get(key);
    if (known !== undefined) return known;
    numbers.set(key, facts.length);
    facts.push(fact);
    return facts.length - 1;
  };
  const operations = map.operations.filter(allowed);
  const compiled = operations.map((operation) => ({
    needs: operation.needs.map((alternative) => alternative.map(numberOf)),
    gives: operation.gives.map(numberOf),
    cost: cost(operation),
  }));
  const goals = goal.map(numberOf);
  const start = already.map(numberOf);
  return { task: { facts: facts.length, start, goal: goals, operations: compiled }, operations, facts };
}
