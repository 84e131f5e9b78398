import { Bits } from './bits.ts';
import { valueOf, type Column } from './cover.ts';
import type { Grid, GridBox, Hull } from './grid.ts';

const WAY_LIMIT = 3_000_000;
/** A box whose ways are not gone through in so many steps is parted first by which vehicles its exceptions may lose. */
export const STEPS = 64;
/** Vehicles that are weighed against each other to part by. */
const WEIGHED = 4;
const EPSILON = 1e-9;

export interface Piece {
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
export class Exceptions {
  private ways = 0;
  complete = true;
  private readonly steps: number;
  private readonly hulls: readonly Hull[];
  private readonly holes: readonly Hole[];
  private readonly neverCount: number;
  private readonly mustCount: number;
  /** By vehicle taken out: where its chain of options begins, and how long it is. */
  private readonly first: Int32Array;
  private readonly many: Int32Array;
  /** The links of those chains, and what each option has left to give. */
  private readonly option: Int32Array;
  private readonly next: Int32Array;
  private readonly rest: Float64Array;
  /** Numbers of the holes that lie inside each box: the same for all prices, and looked for once. */
  private readonly inside: (Uint32Array | undefined)[] = [];

  constructor(grid: Grid, hulls: readonly Hull[], holes: readonly Hull[], steps: number) {
    this.steps = steps;
    this.hulls = hulls.filter((hull) => !hull.never.isEmpty());
    this.holes = holes;
    this.neverCount = grid.never.length;
    this.mustCount = grid.must.length;
    this.first = new Int32Array(this.neverCount);
    this.many = new Int32Array(this.neverCount);
    const links = holes.reduce((sum, hole) => sum + hole.never.count(), 0);
    this.option = new Int32Array(links);
    this.next = new Int32Array(links);
    this.rest = new Float64Array(holes.length);
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
      const search: Search = {
        hull,
        prices,
        slack: slack + EPSILON,
        limit,
        found,
        tick,
        until: 0,
        cutShort: false,
      };
      if (2 - worth > search.slack) continue;
      const affordable: Hole[] = [];
      for (const at of this.holesIn(index))
        if (2 + price[at]! - worth <= search.slack) affordable.push(this.holes[at]!);
      this.part(search, hull.must, worth, widest(affordable));
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

  /**
   * Tries every choice of holes of a box. Where that takes long it is parted by one of the vehicles served: either no
   * hole may take it out, which leaves few holes, or it is lost and paid for, and holes are free to take it.
   */
  private part(search: Search, covered: Bits, worth: number, holes: readonly Hole[]): void {
    search.until = this.ways + this.steps;
    search.cutShort = false;
    this.cut(search, search.hull.never, covered, worth, [], holes);
    if (!search.cutShort || !this.complete || search.found.size >= search.limit) return;
    const { prices, slack, hull } = search;
    const times = new Uint32Array(this.mustCount);
    for (const hole of holes) for (const must of hole.must.copy().and(covered).list()) times[must]! += 1;
    const asked = covered
      .list()
      .filter((must) => times[must]! > 0 && prices[must]! > 0)
      .sort((a, b) => times[b]! * prices[b]! - times[a]! * prices[a]!)
      .slice(0, WEIGHED);
    if (asked.length === 0) {
      // Nothing is lost any more by any hole: what is left is how many are needed.
      search.until = Infinity;
      this.cut(search, hull.never, covered, worth, [], holes);
      return;
    }
    const room = slack + worth - 1;
    let best: { kept: readonly Hole[]; keeps: number; loses: number; must: number } | undefined;
    for (const must of asked) {
      const rest = covered.copy();
      rest.clear(must);
      const kept = holes.filter((hole) => !hole.must.has(must));
      const keeps = this.leastFor(hull.never, rest, kept, prices, room + 1).cost;
      const loses = prices[must]! + this.leastFor(hull.never, rest, holes, prices, room + 1).cost;
      if (!best || gainOf(keeps, loses, room) > gainOf(best.keeps, best.loses, room)) best = { kept, keeps, loses, must }; // prettier-ignore
      if (keeps > room && loses > room) return;
    }
    const { kept, keeps, loses, must } = best!;
    const rest = covered.copy();
    rest.clear(must);
    if (keeps <= room) this.part(search, covered, worth, kept);
    // With less to lose, a hole may have become no worse than one that lies inside it.
    if (loses <= room) this.part(search, rest, worth - prices[must]!, widest(holes, rest));
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
    if (this.ways > search.until) search.cutShort = true;
    if (!this.complete || search.cutShort || found.size >= search.limit) return;
    const spent = 1 + chosen.length;
    if (left.isEmpty()) {
      // What was given up to part the box may have been kept after all.
      const covers = search.hull.must.copy();
      for (const hole of chosen) covers.without(hole.must);
      const key = covers.key();
      const held = found.get(key);
      if (!covers.isEmpty() && (!held || held.cost > spent))
        found.set(key, {
          cost: spent,
          covers,
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
    const still = options.map((option) => option.hole);
    const least = this.leastFor(left, covered, still, prices, slack + worth - spent);
    if (spent + least.cost - worth > slack) return;
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
   *
   * @param room what it may cost: above it the bids are of no interest any more
   */
  private leastFor(
    left: Bits,
    covered: Bits,
    options: readonly Hole[],
    prices: Float64Array,
    room: number,
  ): { cost: number; target: number } {
    // Options by the vehicle they take out, as chains: called millions of times, it must leave nothing behind.
    const { first, many, option, next, rest } = this;
    first.fill(-1);
    many.fill(0);
    let links = 0;
    for (let index = 0; index < options.length; index += 1) {
      const { words } = options[index]!.never;
      for (let at32 = 0; at32 < words.length; at32 += 1)
        for (let word = words[at32]! & left.words[at32]!; word !== 0; word &= word - 1) {
          const never = at32 * 32 + (31 - Math.clz32(word & -word));
          next[links] = first[never]!;
          option[links] = index;
          first[never] = links;
          links += 1;
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
      for (let link = first[never]!; link >= 0; link = next[link]!) blocked.or(options[option[link]!]!.never);
    }
    const shares = new Uint16Array(this.mustCount);
    for (const never of apart) {
      const reach = Bits.none(this.mustCount);
      for (let link = first[never]!; link >= 0; link = next[link]!) reach.or(options[option[link]!]!.must);
      for (const must of reach.and(covered).list()) shares[must]! += 1;
    }
    // What an option has left to give: one hole, less what the vehicle that it was priced for already bids for it.
    rest.fill(1, 0, options.length);
    let cost = apart.length;
    for (const never of apart) {
      let cheapest = Infinity;
      for (let link = first[never]!; link >= 0; link = next[link]!) {
        const { words } = options[option[link]!]!.must;
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
    if (cost > room) return { cost, target };
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
      if (cost > room) break;
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
  /** Steps after which it is given up for now, and whether it was. */
  until: number;
  cutShort: boolean;
}

/** How far parting by a vehicle leads: what the weaker side gains counts most, and nothing beyond the room there is. */
const gainOf = (keeps: number, loses: number, room: number): number =>
  Math.min(keeps, room + 1) + Math.min(loses, room + 1) + 3 * Math.min(keeps, loses, room);

/** Without the holes that another one goes beyond at no loss of what is served. */
function widest(holes: readonly Hole[], served?: Bits): Hole[] {
  const groups = new Map<string, Hole[]>();
  for (const hole of [...holes].sort((a, b) => b.never.count() - a.never.count())) {
    const key = (served ? hole.must.copy().and(served) : hole.must).key();
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
