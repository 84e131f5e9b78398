/** Operations and facts by number: what is left of a map once words, vehicles and objectives are settled. */
export interface Task {
  facts: number;
  /** Facts that hold before anything is done. */
  start: readonly number[];
  goal: readonly number[];
  operations: readonly TaskOperation[];
}
export interface TaskOperation {
  /** Alternatives; empty where nothing is needed. */
  needs: readonly (readonly number[])[];
  gives: readonly number[];
  /** A whole number, 0 or more. */
  cost: number;
}

/**
 * Facts that a growing set of operations can bring about, each operation done as soon as one of its alternatives holds.
 * Nothing is ever undone on the way in, so the order does not matter and two operations that need each other reach
 * nothing.
 */
export class Reach {
  readonly holds: Uint8Array;
  readonly done: Uint8Array;
  readonly #task: Task;
  readonly #allowed: Uint8Array;
  /** Facts that are still missing, of every alternative in turn. */
  readonly #missing: Uint16Array;
  readonly #index: Index;
  #goalLeft: number;

  constructor(task: Task, allowed: Iterable<number> = [], from?: Reach) {
    this.#task = task;
    if (from) {
      this.holds = from.holds.slice();
      this.done = from.done.slice();
      this.#allowed = from.#allowed.slice();
      this.#missing = from.#missing.slice();
      this.#index = from.#index;
      this.#goalLeft = from.#goalLeft;
    } else {
      this.#index = indexOf(task);
      this.holds = new Uint8Array(task.facts);
      this.done = new Uint8Array(task.operations.length);
      this.#allowed = new Uint8Array(task.operations.length);
      this.#missing = this.#index.sizes.slice();
      this.#goalLeft = new Set(task.goal).size;
      for (const fact of task.start) this.#hold(fact);
    }
    for (const operation of allowed) this.allow(operation);
  }

  get reached(): boolean {
    return this.#goalLeft === 0;
  }
  copy(): Reach {
    return new Reach(this.#task, [], this);
  }
  isReady(operation: number): boolean {
    const [first, last] = this.#index.ranges[operation]!;
    if (first === last) return true;
    for (let at = first; at < last; at++) if (this.#missing[at] === 0) return true;
    return false;
  }
  /** Lets an operation be done, now or as soon as it can be. */
  allow(operation: number): void {
    this.#allowed[operation] = 1;
    if (!this.done[operation] && this.isReady(operation)) this.#do(operation);
  }
  #do(operation: number): void {
    this.done[operation] = 1;
    for (const fact of this.#task.operations[operation]!.gives) this.#hold(fact);
  }
  #hold(fact: number): void {
    if (this.holds[fact]) return;
    this.holds[fact] = 1;
    if (this.#index.isGoal[fact]) this.#goalLeft -= 1;
    for (const at of this.#index.neededBy[fact]!) {
      this.#missing[at]! -= 1;
      const operation = this.#index.owner[at]!;
      if (this.#missing[at] === 0 && this.#allowed[operation] && !this.done[operation]) this.#do(operation);
    }
  }
}

interface Index {
  ranges: [number, number][];
  owner: number[];
  sizes: Uint16Array;
  neededBy: number[][];
  isGoal: Uint8Array;
}
const INDEX = new WeakMap<Task, Index>();

function indexOf(task: Task): Index {
  const known = INDEX.get(task);
  if (known) return known;
  const neededBy: number[][] = Array.from({ length: task.facts }, () => []);
  const owner: number[] = [];
  const sizes: number[] = [];
  const ranges = task.operations.map(({ needs }, operation): [number, number] => {
    const first = owner.length;
    for (const alternative of needs) {
      const facts = new Set(alternative);
      for (const fact of facts) neededBy[fact]!.push(owner.length);
      owner.push(operation);
      sizes.push(facts.size);
    }
    return [first, owner.length];
  });
  const isGoal = new Uint8Array(task.facts);
  for (const fact of task.goal) isGoal[fact] = 1;
  const index = { ranges, owner, sizes: Uint16Array.from(sizes), neededBy, isGoal };
  INDEX.set(task, index);
  return index;
}

/** Whether every one of these operations can be done, in some order, with no other. */
export function canAllBeDone(task: Task, operations: readonly number[]): boolean {
  const reach = new Reach(task, operations);
  return operations.every((operation) => reach.done[operation] === 1);
}
