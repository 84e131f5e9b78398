import { Bits } from './bits.ts';

/** One thing that can be chosen: what it costs (a whole number above 0) and what it covers. */
export interface Column<P> {
  cost: number;
  covers: Bits;
  piece: P;
}

export interface Cover<P> {
  chosen: Column<P>[];
  cost: number;
  /** No choice costs less; equal to `cost` when the search ran to its end. */
  bound: number;
  /** The search was ended before it was sure. */
  stopped: boolean;
}

const ROUNDS = 260;
const EPSILON = 1e-9;

/** Without the columns that another covers at least as much as, at no higher price. */
function undominated<P>(columns: readonly Column<P>[]): Column<P>[] {
  const sized = columns.map((column) => ({ column, size: column.covers.count() }));
  sized.sort((a, b) => a.column.cost - b.column.cost || b.size - a.size);
  const kept: typeof sized = [];
  for (const each of sized)
    if (!kept.some((other) => other.size >= each.size && each.column.covers.within(other.column.covers)))
      kept.push(each);
  return kept.map(({ column }) => column);
}

export const valueOf = (covers: Bits, prices: Float64Array): number => {
  let sum = 0;
  for (const item of covers.list()) sum += prices[item]!;
  return sum;
};

function greedyCover(columns: readonly Column<unknown>[], count: number): number[] {
  const left = Bits.of(
    count,
    Array.from({ length: count }, (_, item) => item),
  );
  const chosen: number[] = [];
  while (!left.isEmpty()) {
    let pick = -1;
    let best = 0;
    columns.forEach((column, index) => {
      const gain = column.covers.copy().and(left).count() / column.cost;
      if (gain > best) [pick, best] = [index, gain];
    });
    if (pick < 0) throw new RangeError('something is covered by nothing');
    chosen.push(pick);
    left.without(columns[pick]!.covers);
  }
  return chosen;
}

/**
 * Prices of the items, ≥ 0, of which no column's items together exceed its cost: a feasible dual of the linear
 * relaxation, so their sum is a lower bound of every cover. Subgradient ascent on the Lagrangian, then repaired to be
 * feasible and topped up (Fisher, *Management Science* 27 (1981) 1–18, for the method).
 */
export function pricesOf(columns: readonly Column<unknown>[], count: number): Float64Array {
  const items = columns.map((column) => column.covers.list());
  const target = greedyCover(columns, count).reduce((sum, index) => sum + columns[index]!.cost, 0);
  const prices = new Float64Array(count).fill(Infinity);
  items.forEach((own, index) =>
    own.forEach((item) => (prices[item] = Math.min(prices[item]!, columns[index]!.cost / own.length))),
  );
  const reduced = (index: number, by: Float64Array): number => {
    let rest = columns[index]!.cost;
    for (const item of items[index]!) rest -= by[item]!;
    return rest;
  };
  let best = prices.slice();
  let bestValue = -Infinity;
  let pace = 1;
  let stalled = 0;
  const slope = new Float64Array(count);
  for (let round = 0; round < ROUNDS && pace > 0.01; round += 1) {
    let value = prices.reduce((sum, price) => sum + price, 0);
    slope.fill(1);
    for (let index = 0; index < columns.length; index += 1) {
      const rest = reduced(index, prices);
      if (rest >= 0) continue;
      value += rest;
      for (const item of items[index]!) slope[item]! -= 1;
    }
    if (value > bestValue + 1e-6) {
      [bestValue, best, stalled] = [value, prices.slice(), 0];
    } else if ((stalled += 1) >= 12) {
      pace /= 2;
      stalled = 0;
    }
    const steepness = slope.reduce((sum, each) => sum + each * each, 0);
    if (steepness === 0) break;
    const step = (pace * Math.max(0.5, target - value)) / steepness;
    for (let item = 0; item < count; item += 1)
      prices[item] = Math.max(0, prices[item]! + step * slope[item]!);
  }
  return topUp(columns, items, repaired(columns, items, best));
}

/** Lowers prices until no column is worth more than it costs. */
function repaired(
  columns: readonly Column<unknown>[],
  items: readonly number[][],
  prices: Float64Array,
): Float64Array {
  columns.forEach((column, index) => {
    let sum = 0;
    for (const item of items[index]!) sum += prices[item]!;
    if (sum <= column.cost) return;
    for (const item of items[index]!) prices[item]! *= column.cost / sum;
  });
  return prices;
}

/** Raises prices one after the other as far as every column allows. */
function topUp(
  columns: readonly Column<unknown>[],
  items: readonly number[][],
  prices: Float64Array,
): Float64Array {
  const slack = columns.map((column, index) =>
    items[index]!.reduce((rest, item) => rest - prices[item]!, column.cost),
  );
  const holders: number[][] = Array.from({ length: prices.length }, () => []);
  items.forEach((own, index) => own.forEach((item) => holders[item]!.push(index)));
  holders.forEach((own, item) => {
    const room = own.reduce((least, index) => Math.min(least, slack[index]!), Infinity);
    if (!(room > EPSILON && room < Infinity)) return;
    prices[item]! += room;
    for (const index of own) slack[index]! -= room;
  });
  return prices;
}

/**
 * The cheapest choice of columns that covers everything: weighted set cover by branch and bound, exact when it is
 * let run. Branches on what fewest columns cover; a node is left when the prices of what is uncovered say that no
 * better cover is below it.
 *
 * @param count  how many items there are, 0 to count − 1, every one in some column
 * @param report called now and then with nodes visited and the best cost; false stops with what was found
 * @throws RangeError when something is in no column
 */
export function coverSet<P>(
  all: readonly Column<P>[],
  count: number,
  report: (nodes: number, best: number) => boolean = () => true,
): Cover<P> {
  const columns = undominated(all);
  let best = greedyCover(columns, count);
  let bestCost = best.reduce((sum, index) => sum + columns[index]!.cost, 0);
  const prices = pricesOf(columns, count);
  const root = Math.ceil(prices.reduce((sum, price) => sum + price, 0) - EPSILON);
  const holders: number[][] = Array.from({ length: count }, () => []);
  columns.forEach((column, index) => column.covers.list().forEach((item) => holders[item]!.push(index)));
  const order = holders.map((_, item) => item).sort((a, b) => holders[a]!.length - holders[b]!.length);
  const slack = new Float64Array(columns.length);
  let nodes = 0;
  let stopped = false;

  /** What the uncovered items bid for columns at the least: the prices again, made for this node alone. */
  const ascent = (left: Bits): number => {
    for (let index = 0; index < columns.length; index += 1) slack[index] = columns[index]!.cost;
    let sum = 0;
    for (const item of order) {
      if (!left.has(item)) continue;
      let bid = Infinity;
      for (const index of holders[item]!) bid = Math.min(bid, slack[index]!);
      if (bid === 0) continue;
      for (const index of holders[item]!) slack[index]! -= bid;
      sum += bid;
    }
    return Math.ceil(sum - EPSILON);
  };
  const branch = (left: Bits, chosen: number[], cost: number): void => {
    nodes += 1;
    if (nodes % 512 === 0 && !report(nodes, bestCost)) stopped = true;
    if (left.isEmpty()) {
      if (cost < bestCost) [best, bestCost] = [[...chosen], cost];
      return;
    }
    if (
      stopped ||
      cost + Math.ceil(valueOf(left, prices) - EPSILON) >= bestCost ||
      cost + ascent(left) >= bestCost
    )
      return;
    const item = order.find((each) => left.has(each))!;
    const options = holders[item]!.map((index) => ({
      index,
      gain: columns[index]!.covers.copy().and(left).count() / columns[index]!.cost,
    })).sort((a, b) => b.gain - a.gain);
    for (const { index } of options) {
      const column = columns[index]!;
      chosen.push(index);
      branch(left.copy().without(column.covers), chosen, cost + column.cost);
      chosen.pop();
      if (stopped || bestCost === root) return;
    }
  };
  if (bestCost > root) branch(Bits.of(count, order), [], 0);
  return {
    chosen: best.map((index) => columns[index]!),
    cost: bestCost,
    bound: stopped ? Math.min(root, bestCost) : bestCost,
    stopped,
  };
}
