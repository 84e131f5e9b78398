import { cheapestHittingSet, greedyHittingSet } from './hitting-set.ts';
import { Reach, type Task } from './task.ts';

export type Least =
  | { reached: true; chosen: number[]; cost: number }
  /** Goals that no operations bring about. */
  | { reached: false; missing: number[] };

/**
 * The cheapest set of operations that brings the goal about, none of it needless. Exact.
 *
 * Of any operations that do not reach the goal together, however they are added to, at least one of the others is
 * needed: a landmark. The cheapest set that has one of every landmark found so far costs no more than the least way; once
 * it reaches the goal it is the least way (Haslum, Slaney and Thiébaux, "Minimal landmarks for optimal delete-free
 * planning", ICAPS 2012, for the method). Operations that need each other in a circle reach nothing here, so that they
 * never justify each other.
 *
 * @param task costs whole and ≥ 0, together below 2^53
 */
export function leastOperations(task: Task): Least {
  const count = task.operations.length;
  const costs = Float64Array.from(task.operations, ({ cost }) => cost);
  if (!costs.every((cost) => Number.isInteger(cost) && cost >= 0))
    throw new RangeError('costs of operations are whole and not negative');
  const all = new Reach(
    task,
    Array.from({ length: count }, (_, operation) => operation),
  );
  if (!all.reached) return { reached: false, missing: task.goal.filter((fact) => !all.holds[fact]) };
  const dearLast = Array.from({ length: count }, (_, operation) => operation).sort(
    (a, b) => costs[a]! - costs[b]! || a - b,
  );
  const landmarks: number[][] = [];
  /** Landmarks that these operations miss; none where they reach the goal. Each found one is struck off, for a further one beside it. */
  const learn = (chosen: readonly number[]): boolean => {
    const taken = new Set(chosen);
    let learned = false;
    for (;;) {
      const found = landmarkWithout(task, taken, dearLast);
      if (!found) return learned;
      learned = true;
      landmarks.push(found);
      for (const operation of found) taken.add(operation);
    }
  };
  for (;;) {
    while (learn(greedyHittingSet(landmarks, costs)));
    const chosen = cheapestHittingSet(landmarks, costs);
    if (!learn(chosen)) {
      const needed = withoutNeedless(task, chosen, costs);
      return { reached: true, chosen: needed, cost: needed.reduce((sum, each) => sum + costs[each]!, 0) };
    }
  }
}

/** Operations of which one is needed beside those taken; as few and as dear as can be had in one pass. Undefined where those taken are enough. */
function landmarkWithout(
  task: Task,
  taken: ReadonlySet<number>,
  order: readonly number[],
): number[] | undefined {
  let reach = new Reach(task, taken);
  if (reach.reached) return undefined;
  const landmark: number[] = [];
  for (const operation of order) {
    if (taken.has(operation)) continue;
    if (!reach.isReady(operation)) {
      // It may come into reach later; let in now, it is done as soon as it does, and must then not reach the goal.
      const trial = reach.copy();
      trial.allow(operation);
      reach = trial;
      continue;
    }
    const trial = reach.copy();
    trial.allow(operation);
    if (trial.reached) landmark.push(operation);
    else reach = trial;
  }
  return landmark;
}

/** Without whatever is not needed for the goal, the dearest looked at first. */
function withoutNeedless(task: Task, chosen: readonly number[], costs: Float64Array): number[] {
  let kept = [...chosen];
  for (const operation of [...chosen].sort((a, b) => costs[b]! - costs[a]! || b - a)) {
    const rest = kept.filter((each) => each !== operation);
    if (new Reach(task, rest).reached) kept = rest;
  }
  return kept.sort((a, b) => a - b);
}
