import { PACKAGES, type CoolingPackage } from '../vehicle/index.ts';
import { Bits } from './bits.ts';
import { monthName, monthNumber } from './region.ts';
import type { Scope } from './claim.ts';
import { coverSet, pricesOf, valueOf, type Column } from './cover.ts';

/**
 * The fewest correct lines: the cheapest set of statements that holds for every vehicle a part fits and for none it
 * does not, where a line costs 1 and each exception in it costs 1. Vehicles that were never built may be spoken of;
 * vehicles whose fit is not known may not.
 *
 * Exact. Without loss a line is the smallest box around the vehicles it serves, and an exception the smallest box
 * around the vehicles it takes out, so that only such boxes need trying. What is left is a weighted set cover with
 * very many columns: prices of the vehicles (a dual of its linear relaxation) are made until no line undercuts them,
 * then every line that could still be part of a cheaper answer is gathered and the choice is made by branch and
 * bound. Costs are whole numbers, so that prices that come to more than the next lower cost prove an answer at once. Where there are more boxes than `BOX_LIMIT` or more ways than `WAY_LIMIT`, the best found is given with a
 * bound that still holds.
 */

export interface Cell {
  year: number;
  engineId: number;
  transmissionId: number;
  airConditioning: boolean;
  package: CoolingPackage;
  /** First and last build month, `YYYY-MM`. */
  built: readonly [string, string];
  /** `never` for "does not fit" and for "not known"; what was never built is no cell at all. */
  state: 'must' | 'never';
}

export interface Line {
  scope: Scope & { years: readonly [number, number] };
  exceptions: Scope[];
}

export interface Fewest {
  lines: Line[];
  cost: number;
  /** No set of lines is cheaper than this; equal to `cost` when the answer is the optimum. */
  bound: number;
  exact: boolean;
}

export interface Progress {
  phase: 'boxes' | 'exceptions' | 'choosing';
  done: number;
  best: number | null;
}

export const BOX_LIMIT = 24_000;
export const WAY_LIMIT = 3_000_000;
/** New lines taken in at a time before prices are made again. */
const ROUND_LIMIT = 60;
/** How far prices must exceed a whole number to prove the next one. */
const PROOF = 1e-3;
const EPSILON = 1e-9;
/** Values of one axis that are told apart; they are bits of one machine word. */
const AXIS_LIMIT = 30;

/** One value of each axis, as an index; spans first. */
const SPAN_AXES = 2;
type Coordinates = readonly number[];

interface Grid {
  /** Original values behind each index of each axis: year, build segment, engine, transmission, air, package. */
  axes: (readonly (readonly (number | string | boolean)[])[])[];
  must: Coordinates[];
  never: Coordinates[];
}

/** A product of a span or set of indexes on each axis; spans and sets are both bit masks. */
type GridBox = readonly number[];

const span = (from: number, to: number): number => ((1 << (to - from + 1)) - 1) << from;
const lowest = (mask: number): number => 31 - Math.clz32(mask & -mask);
const highest = (mask: number): number => 31 - Math.clz32(mask);
const hullWith = (box: GridBox, point: Coordinates): GridBox =>
  box.map((mask, axis) => {
    const joined = mask | (1 << point[axis]!);
    return axis < SPAN_AXES ? span(lowest(joined), highest(joined)) : joined;
  });
const pointBox = (point: Coordinates): GridBox => point.map((index) => 1 << index);
const holds = (box: GridBox, point: Coordinates): boolean => {
  for (let axis = 0; axis < box.length; axis += 1) if (((box[axis]! >> point[axis]!) & 1) === 0) return false;
  return true;
};

/** Build windows that split a model year, as segments between all their ends; one segment where no year is split. */
function segmentsOf(cells: readonly Cell[]): [number, number][] {
  const windows = new Map<number, Set<string>>();
  for (const cell of cells)
    windows.set(cell.year, (windows.get(cell.year) ?? new Set()).add(cell.built.join('..')));
  if (![...windows.values()].some((own) => own.size > 1)) return [];
  const starts = new Set<number>();
  for (const cell of cells) {
    starts.add(monthNumber(cell.built[0]));
    starts.add(monthNumber(cell.built[1]) + 1);
  }
  const ends = [...starts].sort((a, b) => a - b);
  return ends.slice(0, -1).map((start, index) => [start, ends[index + 1]! - 1]);
}

function gridOf(cells: readonly Cell[]): Grid {
  const segments = segmentsOf(cells);
  const distinct = <T>(values: T[]): T[] => [...new Set(values)];
  const values = [
    distinct(cells.map((cell) => cell.year)).sort((a, b) => a - b),
    segments.length === 0 ? ['any'] : segments.map((segment) => segment.join('..')),
    distinct(cells.map((cell) => cell.engineId)).sort((a, b) => a - b),
    distinct(cells.map((cell) => cell.transmissionId)).sort((a, b) => a - b),
    distinct(cells.map((cell) => cell.airConditioning)).sort(),
    PACKAGES.filter((name) => cells.some((cell) => cell.package === name)),
  ];
  const points = new Map<string, { at: number[]; state: Cell['state'] }>();
  for (const cell of cells) {
    const [from, to] = cell.built.map(monthNumber) as [number, number];
    const own = [cell.year, cell.engineId, cell.transmissionId, cell.airConditioning, cell.package];
    const [year, ...rest] = own.map((value, index) =>
      (values[index === 0 ? 0 : index + 1] as unknown[]).indexOf(value),
    );
    const places =
      segments.length === 0
        ? [0]
        : segments.flatMap(([start, end], index) => (start >= from && end <= to ? [index] : []));
    for (const place of places) {
      const at = [year!, place, ...rest];
      const held = points.get(at.join());
      // Two vehicles that a statement cannot tell apart: what must not be said of one is not said of both.
      if (!held || cell.state === 'never') points.set(at.join(), { at, state: cell.state });
    }
  }
  return compress(
    values.map((axis) => axis.map((value) => [value])),
    [...points.values()],
  );
}

/** Values that everything is alike for are one value: neighbours on a span, any two on a set. */
function compress(
  axes: (number | string | boolean)[][][],
  points: { at: number[]; state: Cell['state'] }[],
): Grid {
  let current = points;
  const merged = axes.map((axis) => axis.map((value) => [...value]));
  for (let axis = 0; axis < merged.length; axis += 1) {
    const pattern = merged[axis]!.map((_, index) =>
      current
        .filter((point) => point.at[axis] === index)
        .map((point) => `${point.at.filter((_each, other) => other !== axis).join()}${point.state}`)
        .sort()
        .join(' '),
    );
    const target: number[] = [];
    const kept: (number | string | boolean)[][] = [];
    const keptPattern: string[] = [];
    pattern.forEach((own, index) => {
      const same =
        axis < SPAN_AXES ? (keptPattern.at(-1) === own ? kept.length - 1 : -1) : keptPattern.indexOf(own);
      if (same >= 0) {
        kept[same]!.push(...merged[axis]![index]!);
        target.push(same);
      } else {
        kept.push(merged[axis]![index]!);
        keptPattern.push(own);
        target.push(kept.length - 1);
      }
    });
    merged[axis] = kept;
    const seen = new Map<string, { at: number[]; state: Cell['state'] }>();
    for (const point of current) {
      const at = point.at.map((index, other) => (other === axis ? target[index]! : index));
      seen.set(at.join(), { at, state: point.state });
    }
    current = [...seen.values()];
  }
  return {
    axes: merged,
    must: current.filter((point) => point.state === 'must').map((point) => point.at),
    never: current.filter((point) => point.state === 'never').map((point) => point.at),
  };
}

interface Hull {
  box: GridBox;
  must: Bits;
  never: Bits;
}

/** Every box that is the smallest around some of the points; undefined beyond the limit. */
function hullsOf(
  points: readonly Coordinates[],
  grid: Grid,
  limit: number,
  tick: (found: number) => boolean,
): { hulls: Hull[]; complete: boolean } {
  const seen = new Map<string, GridBox>();
  const queue: GridBox[] = [];
  const offer = (box: GridBox): void => {
    const key = box.join();
    if (seen.has(key)) return;
    seen.set(key, box);
    queue.push(box);
  };
  for (const point of points) offer(pointBox(point));
  let complete = true;
  for (let next = 0; next < queue.length; next += 1) {
    if (queue.length > limit || (next % 256 === 0 && !tick(next))) {
      complete = false;
      break;
    }
    for (const point of points) if (!holds(queue[next]!, point)) offer(hullWith(queue[next]!, point));
  }
  const { must, never } = grid;
  const members = (list: readonly Coordinates[], box: GridBox): Bits =>
    Bits.of(list.length, list.flatMap((point, index) => (holds(box, point) ? [index] : []))); // prettier-ignore
  return {
    hulls: queue.map((box) => ({ box, must: members(must, box), never: members(never, box) })),
    complete,
  };
}

interface Piece {
  box: GridBox;
  exceptions: GridBox[];
}

/** A way to take vehicles out of a line, with what it costs the line. */
interface Hole {
  box: GridBox;
  never: Bits;
  must: Bits;
}

/** Looks for lines with exceptions that are worth their price. */
class Exceptions {
  private ways = 0;
  complete = true;
  private readonly hulls: readonly Hull[];
  private readonly holes: readonly Hole[];
  private readonly neverCount: number;
  private readonly mustCount: number;
  /** By vehicle taken out: where its chain of options begins, and how long it is. */
  private readonly first: Int32Array;
  private readonly many: Int32Array;
  /** Numbers of the holes that lie inside each box: the same for all prices, and looked for once. */
  private readonly inside: (Uint32Array | undefined)[] = [];

  constructor(grid: Grid, hulls: readonly Hull[], holes: readonly Hull[]) {
    this.hulls = hulls.filter((hull) => !hull.never.isEmpty());
    this.holes = holes;
    this.neverCount = grid.never.length;
    this.mustCount = grid.must.length;
    this.first = new Int32Array(this.neverCount);
    this.many = new Int32Array(this.neverCount);
  }

  /**
   * Every line with exceptions whose cost is at most `slack` above the prices of what it serves. With prices that
   * no other line undercuts, a cheaper answer than `best` uses only lines within best − 1 − Σ prices.
   */
  within(
    prices: Float64Array,
    slack: number,
    limit: number,
    tick: (done: number) => boolean,
  ): Column<Piece>[] {
    const found = new Map<string, Column<Piece>>();
    const price = this.holes.map((hole) => valueOf(hole.must, prices));
    for (const [index, hull] of this.hulls.entries()) {
      if (index % 64 === 0 && !tick(index)) this.complete = false;
      if (!this.complete) break;
      const worth = valueOf(hull.must, prices);
      const search: Search = { hull, prices, slack: slack + EPSILON, limit, found, tick };
      if (2 - worth > search.slack) continue;
      const affordable: Hole[] = [];
      for (const at of this.holesIn(index))
        if (2 + price[at]! - worth <= search.slack) affordable.push(this.holes[at]!);
      this.cut(search, hull.never, hull.must, worth, [], widest(affordable));
      if (found.size >= limit) break;
    }
    return [...found.values()];
  }

  /** Holes inside a box: a box around vehicles taken out is inside the line's exactly when those vehicles are. */
  private holesIn(hull: number): Uint32Array {
    let own = this.inside[hull];
    if (!own) {
      const { never } = this.hulls[hull]!;
      const found: number[] = [];
      for (let at = 0; at < this.holes.length; at += 1)
        if (this.holes[at]!.never.within(never)) found.push(at);
      this.inside[hull] = own = Uint32Array.from(found);
    }
    return own;
  }

  /** For each box the line that is made by always taking the hole that is cheapest for what it takes out. */
  greedily(prices: Float64Array): Column<Piece>[] {
    const found = new Map<string, Column<Piece>>();
    for (const [number, hull] of this.hulls.entries()) {
      const left = hull.never.copy();
      const covers = hull.must.copy();
      const exceptions: GridBox[] = [];
      let worth = valueOf(covers, prices);
      if (worth <= 2) continue;
      const holes = this.holesIn(number);
      while (!left.isEmpty() && worth > 2 + exceptions.length) {
        let [pick, best, bestLost] = [-1, Infinity, 0];
        for (const index of holes) {
          const hole = this.holes[index]!;
          const gain = hole.never.common(left);
          // Even if it lost nothing it would not be better.
          if (gain === 0 || 1 / gain >= best) continue;
          const lost = commonValue(hole.must, covers, prices);
          if ((1 + lost) / gain < best) [pick, best, bestLost] = [index, (1 + lost) / gain, lost];
        }
        if (pick < 0) break;
        exceptions.push(this.holes[pick]!.box);
        left.without(this.holes[pick]!.never);
        covers.without(this.holes[pick]!.must);
        worth -= bestLost;
      }
      const cost = 1 + exceptions.length;
      if (left.isEmpty() && cost - worth < -1e-6)
        found.set(covers.key(), { cost, covers, piece: { box: hull.box, exceptions } });
    }
    return [...found.values()];
  }

  /** Tries every choice of holes that takes out `left`; `chosen` are made already, `covered` is still served. */
  private cut(
    search: Search,
    left: Bits,
    covered: Bits,
    worth: number,
    chosen: readonly Hole[],
    holes: readonly Hole[],
  ): void {
    const { prices, slack, found } = search;
    this.ways += 1;
    if (this.ways > WAY_LIMIT || (this.ways % 4096 === 0 && !search.tick(this.ways))) this.complete = false;
    if (!this.complete || found.size >= search.limit) return;
    const spent = 1 + chosen.length;
    if (left.isEmpty()) {
      const key = covered.key();
      const held = found.get(key);
      if (!covered.isEmpty() && (!held || held.cost > spent))
        found.set(key, {
          cost: spent,
          covers: covered,
          piece: { box: search.hull.box, exceptions: chosen.map((hole) => hole.box) },
        });
      return;
    }
    // A hole that leaves something needs at least one more beside it.
    const options: { hole: Hole; lost: number }[] = [];
    for (const hole of holes) {
      if (!hole.never.meets(left)) continue;
      const lost = commonValue(hole.must, covered, prices);
      if (spent + (left.within(hole.never) ? 1 : 2) + lost - worth <= slack) options.push({ hole, lost });
    }
    const least = this.leastFor(left, covered, options, prices);
    if (spent + least.cost - worth > slack) return;
    const still = options.map((option) => option.hole);
    const tried = new Set<string>();
    for (const { hole, lost } of options) {
      if (!hole.never.has(least.target)) continue;
      const rest = covered.copy().without(hole.must);
      const leftOver = left.copy().without(hole.never);
      // Two holes that leave the same behind lead to the same lines.
      const key = `${leftOver.key()}|${rest.key()}`;
      if (tried.has(key)) continue;
      tried.add(key);
      this.cut(search, leftOver, rest, worth - lost, [...chosen, hole], still);
    }
  }

  /**
   * What taking out `left` costs at the least: vehicles that no hole takes out together need a hole each, and lose
   * what the cheapest hole of each loses; a vehicle that several of them may lose is shared between them. What the holes
   * have left over that, the other vehicles bid for: a dual ascent, as for sites that have to be opened (Erlenkotter,
   * *Operations Research* 26 (1978) 992–1009, from memory). Also the vehicle that fewest holes take out, to branch on;
   * `Infinity` when one has none.
   */
  private leastFor(
    left: Bits,
    covered: Bits,
    options: readonly { hole: Hole; lost: number }[],
    prices: Float64Array,
  ): { cost: number; target: number } {
    // Options by the vehicle they take out, as chains: called millions of times, it must leave nothing behind.
    const { first, many } = this;
    first.fill(-1);
    many.fill(0);
    const [option, next]: [number[], number[]] = [[], []];
    for (let index = 0; index < options.length; index += 1) {
      const { words } = options[index]!.hole.never;
      for (let at32 = 0; at32 < words.length; at32 += 1)
        for (let word = words[at32]! & left.words[at32]!; word !== 0; word &= word - 1) {
          const never = at32 * 32 + (31 - Math.clz32(word & -word));
          next.push(first[never]!);
          first[never] = option.push(index) - 1;
          many[never]! += 1;
        }
    }
    const order = left.list().sort((a, b) => many[a]! - many[b]!);
    const target = order[0]!;
    if (many[target] === 0) return { cost: Infinity, target };
    const apart: number[] = [];
    const blocked = Bits.none(this.neverCount);
    for (const never of order) {
      if (blocked.has(never)) continue;
      apart.push(never);
      for (let link = first[never]!; link >= 0; link = next[link]!)
        blocked.or(options[option[link]!]!.hole.never);
    }
    const shares = new Uint16Array(this.mustCount);
    for (const never of apart) {
      const reach = Bits.none(this.mustCount);
      for (let link = first[never]!; link >= 0; link = next[link]!)
        reach.or(options[option[link]!]!.hole.must);
      for (const must of reach.and(covered).list()) shares[must]! += 1;
    }
    // What an option has left to give: one hole, less what the vehicle that it was priced for already bids for it.
    const rest = new Float64Array(options.length).fill(1);
    let cost = apart.length;
    for (const never of apart) {
      let cheapest = Infinity;
      for (let link = first[never]!; link >= 0; link = next[link]!) {
        const { words } = options[option[link]!]!.hole.must;
        let lost = 0;
        for (let at32 = 0; at32 < words.length; at32 += 1)
          for (let word = words[at32]! & covered.words[at32]!; word !== 0; word &= word - 1) {
            const must = at32 * 32 + (31 - Math.clz32(word & -word));
            lost += prices[must]! / shares[must]!;
          }
        rest[option[link]!] = lost;
        if (lost < cheapest) cheapest = lost;
      }
      for (let link = first[never]!; link >= 0; link = next[link]!)
        rest[option[link]!] = Math.min(1, rest[option[link]!]! - cheapest);
      cost += cheapest;
    }
    // The others bid for what is left, each as much as every hole that takes it out still has.
    for (const never of order) {
      let bid = Infinity;
      for (let link = first[never]!; link >= 0; link = next[link]!) {
        const own = rest[option[link]!]!;
        if (own < bid) bid = own;
        if (bid <= EPSILON) break;
      }
      if (bid <= EPSILON) continue;
      for (let link = first[never]!; link >= 0; link = next[link]!) rest[option[link]!]! -= bid;
      cost += bid;
    }
    return { cost, target };
  }
}

interface Search {
  hull: Hull;
  prices: Float64Array;
  slack: number;
  limit: number;
  found: Map<string, Column<Piece>>;
  tick: (done: number) => boolean;
}

/** Without the holes that another one goes beyond at no loss. */
function widest(holes: readonly Hole[]): Hole[] {
  const groups = new Map<string, Hole[]>();
  for (const hole of [...holes].sort((a, b) => b.never.count() - a.never.count())) {
    const key = hole.must.key();
    const group = groups.get(key);
    if (!group) groups.set(key, [hole]);
    else if (!group.some((other) => hole.never.within(other.never))) group.push(hole);
  }
  return [...groups.values()].flat();
}

const commonValue = (a: Bits, b: Bits, prices: Float64Array): number => {
  let sum = 0;
  for (let index = 0; index < a.words.length; index += 1)
    for (let word = a.words[index]! & b.words[index]!; word !== 0; word &= word - 1)
      sum += prices[index * 32 + (31 - Math.clz32(word & -word))]!;
  return sum;
};

const total = (prices: Float64Array): number => prices.reduce((sum, price) => sum + price, 0);

/**
 * The cheapest correct lines for the vehicles of one model.
 *
 * @param cells  at most some thousands; every vehicle built, each `must` or `never`
 * @param report called now and then; answer false to stop with what was found so far
 * @throws RangeError when more than 30 years, engines or transmissions must be told apart
 * @example fewestLines([{ ...cell, year: 2010, state: 'must' }, { ...cell, year: 2011, state: 'must' }]).cost // 1
 */
export function fewestLines(
  cells: readonly Cell[],
  report: (progress: Progress) => boolean = () => true,
): Fewest {
  const grid = gridOf(cells);
  if (grid.axes.some((axis) => axis.length > AXIS_LIMIT))
    throw new RangeError(`more than ${AXIS_LIMIT} different values on one axis`);
  if (grid.must.length === 0) return { lines: [], cost: 0, bound: 0, exact: true };
  const tick = (phase: Progress['phase']) => (done: number) => report({ phase, done, best: null });
  const { hulls, complete: allHulls } = hullsOf(grid.must, grid, BOX_LIMIT, tick('boxes'));
  const plainHulls = hulls.filter((hull) => hull.never.isEmpty());
  const maximal = plainHulls
    .sort((a, b) => b.must.count() - a.must.count())
    .reduce<Hull[]>(
      (kept, hull) => (kept.some((other) => hull.must.within(other.must)) ? kept : [...kept, hull]),
      [],
    );
  const holes = hullsOf(grid.never, grid, BOX_LIMIT, tick('exceptions'));
  const columns: Column<Piece>[] = maximal.map((hull) => ({
    cost: 1,
    covers: hull.must,
    piece: { box: hull.box, exceptions: [] },
  }));
  const count = grid.must.length;
  const exceptions = new Exceptions(grid, hulls, holes.hulls);
  exceptions.complete = allHulls && holes.complete;
  const choose = (done: number, best: number) => report({ phase: 'choosing', done, best });
  let cover = coverSet(columns, count, choose);
  let prices = pricesOf(columns, count);
  let sum = total(prices);
  for (;;) {
    // Costs are whole: to know that nothing is cheaper, prices that together exceed the next lower cost will do.
    const enough = cover.cost - 1 + PROOF;
    if (sum > enough) prices = prices.map((price) => (price * enough) / sum);
    let cheaper = exceptions.greedily(prices);
    if (cheaper.length === 0) cheaper = exceptions.within(prices, -1e-6, ROUND_LIMIT, tick('exceptions'));
    if (cheaper.length === 0) break;
    columns.push(...cheaper);
    cover = coverSet(columns, count, choose);
    prices = pricesOf(columns, count);
    sum = total(prices);
  }
  const priced = exceptions.complete;
  const sure = Math.ceil(total(prices) - 1e-6);
  if (priced && cover.cost > sure) {
    // No line undercuts the prices; a cheaper answer is made of lines that are not far above them.
    columns.push(...exceptions.within(prices, cover.cost - 1 - total(prices), Infinity, tick('exceptions')));
    cover = coverSet(columns, count, choose);
  }
  const every = exceptions.complete;
  const lines = cover.chosen.map((column) => lineOf(widen(column.piece, grid), grid));
  // Without every way tried, all that is sure is that something must be said, and twice when one box will not do.
  const least = maximal.length > 1 ? 2 : 1;
  const proven = every && !cover.stopped ? cover.cost : priced ? sure : least;
  const bound = Math.min(cover.cost, proven);
  return { lines, cost: cover.cost, bound, exact: bound === cover.cost };
}

/** A line says "any" where it can: a set is widened to all of an axis while nothing wrong is said. */
function widen(piece: Piece, grid: Grid): Piece {
  let { box } = piece;
  for (let axis = SPAN_AXES - 1; axis < grid.axes.length; axis += 1) {
    const whole = box.map((mask, other) => (other === axis ? span(0, grid.axes[axis]!.length - 1) : mask));
    const wrong = grid.never.some(
      (point) => holds(whole, point) && !piece.exceptions.some((hole) => holds(hole, point)),
    );
    if (!wrong) box = whole;
  }
  const exceptions = piece.exceptions.map((hole) => {
    let wide = hole;
    for (let axis = SPAN_AXES; axis < grid.axes.length; axis += 1) {
      const wider = wide.map((mask, other) => (other === axis ? box[axis]! : mask));
      // Nothing this line serves may be lost, even where another line serves it too: that one is widened as well.
      const loses = grid.must.some(
        (point) => holds(wider, point) && holds(box, point) && !piece.exceptions.some((each) => holds(each, point)),
      ); // prettier-ignore
      if (!loses) wide = wider;
    }
    return wide;
  });
  return { box, exceptions };
}

function lineOf({ box, exceptions }: Piece, grid: Grid): Line {
  const valuesOf = (mask: number, axis: number): (number | string | boolean)[] =>
    grid.axes[axis]!.flatMap((values, index) => ((mask >> index) & 1 ? [...values] : []));
  const scopeOf = (own: GridBox, within?: GridBox): Scope & { years: readonly [number, number] } => {
    const whole = (axis: number): boolean =>
      within ? own[axis] === within[axis] : own[axis] === span(0, grid.axes[axis]!.length - 1);
    const set = (axis: number) => (whole(axis) ? null : valuesOf(own[axis]!, axis));
    const years = valuesOf(own[0]!, 0) as number[];
    const months = valuesOf(own[1]!, 1) as string[];
    const air = set(4) as boolean[] | null;
    return {
      years: [Math.min(...years), Math.max(...years)],
      built:
        whole(1) || months[0] === 'any'
          ? null
          : [monthName(Number(months[0]!.split('..')[0])), monthName(Number(months.at(-1)!.split('..')[1]))],
      engineIds: set(2) as number[] | null,
      transmissionIds: set(3) as number[] | null,
      airConditioning: air === null || air.length > 1 ? null : air[0]!,
      packages: set(5) as CoolingPackage[] | null,
    };
  };
  return { scope: scopeOf(box), exceptions: exceptions.map((hole) => ({ ...scopeOf(hole, box) })) };
}
