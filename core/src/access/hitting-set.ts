/**
 * The cheapest set that has something of every one of these sets, found by branch and bound.
 *
 * @param sets none of them empty
 * @param costs of each element, whole numbers ≥ 0
 * @returns elements, ascending
 */
export function cheapestHittingSet(sets: readonly (readonly number[])[], costs: ArrayLike<number>): number[] {
  const kept = withoutSupersets(sets);
  // What costs nothing is taken at once: it can only help.
  const free = new Set(kept.flat().filter((element) => costs[element] === 0));
  const left = kept.filter((set) => !set.some((element) => free.has(element)));
  let best = greedyHittingSet(left, costs);
  let bestCost = sum(best, costs);
  const banned = new Uint8Array(costs.length);
  const chosen: number[] = [];

  const search = (open: readonly (readonly number[])[], spent: number): void => {
    if (open.length === 0) {
      if (spent < bestCost) [best, bestCost] = [[...chosen], spent];
      return;
    }
    if (spent + dualBound(open, costs, banned) >= bestCost) return;
    let pick: number[] = [];
    let size = Infinity;
    for (const set of open) {
      const allowed = set.filter((element) => !banned[element]);
      if (allowed.length === 0) return;
      if (allowed.length < size) [pick, size] = [allowed, allowed.length];
    }
    const hits = (element: number): number => open.filter((set) => set.includes(element)).length;
    pick.sort((a, b) => costs[a]! / hits(a) - costs[b]! / hits(b) || a - b);
    for (const element of pick) {
      chosen.push(element);
      search(
        open.filter((set) => !set.includes(element)),
        spent + costs[element]!,
      );
      chosen.pop();
      // What is looked at from here on does without it.
      banned[element] = 1;
    }
    for (const element of pick) banned[element] = 0;
  };
  search(left, 0);
  return [...free, ...best].sort((a, b) => a - b);
}

const sum = (elements: readonly number[], costs: ArrayLike<number>): number =>
  elements.reduce((total, element) => total + costs[element]!, 0);

function withoutSupersets(sets: readonly (readonly number[])[]): (readonly number[])[] {
  const bySize = [...sets].sort((a, b) => a.length - b.length);
  const kept: { list: readonly number[]; set: Set<number> }[] = [];
  for (const list of bySize) {
    const set = new Set(list);
    if (!kept.some((small) => small.list.every((element) => set.has(element)))) kept.push({ list, set });
  }
  return kept.map(({ list }) => list);
}

/** Cheap and good, not cheapest: of what hits something, whatever hits most for its cost. */
export function greedyHittingSet(sets: readonly (readonly number[])[], costs: ArrayLike<number>): number[] {
  let open = [...sets];
  const chosen: number[] = [];
  while (open.length > 0) {
    const hits = new Map<number, number>();
    for (const set of open) for (const element of set) hits.set(element, (hits.get(element) ?? 0) + 1);
    let [pick, best] = [-1, -1];
    for (const [element, count] of hits) {
      const gain = count / (costs[element]! + 1e-9);
      if (gain > best) [pick, best] = [element, gain];
    }
    chosen.push(pick);
    open = open.filter((set) => !set.includes(pick));
  }
  return chosen;
}

/** Prices laid on the sets one after another, so that no element's sets together ask more than it costs: a lower bound. */
function dualBound(
  open: readonly (readonly number[])[],
  costs: ArrayLike<number>,
  banned: Uint8Array,
): number {
  const rest = Float64Array.from(costs);
  let bound = 0;
  for (const set of [...open].sort((a, b) => a.length - b.length)) {
    let price = Infinity;
    for (const element of set) if (!banned[element] && rest[element]! < price) price = rest[element]!;
    if (price === Infinity) return Infinity;
    if (price === 0) continue;
    bound += price;
    for (const element of set) rest[element]! -= price;
  }
  return bound;
}
