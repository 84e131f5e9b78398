/**
 * Troubleshooting as a search: what to do next so that looking, parts and hands cost least until the fault is found and
 * put right (Heckerman, Breese and Rommelse 1995). Nothing here knows what the checks are about: hypotheses, chances and
 * costs come as numbers.
 */
export interface Problem {
  /** Chances of the hypotheses; they need not add up to 1. */
  belief: Float64Array;
  /** What each hypothesis takes: numbers of one or two remedies, all of which have to be done. */
  needs: readonly (readonly number[])[];
  /** Where a remedy leads a hypothesis of two faults: the number of the one that is left; by remedy, then hypothesis. -1: it is put right. */
  leads: readonly Int32Array[];
  /** Chances of the outcomes by check: `rows[hypothesis * outcomes + outcome]`. */
  checks: readonly { rows: Float64Array; outcomes: number; cost: number }[];
  remedies: { cost: Float64Array; wrong: Float64Array };
}

export type Act = { do: 'check'; check: number } | { do: 'repair'; remedy: number };
export interface Valued {
  act: Act;
  /** What it is expected to cost from here until the fault is put right. */
  cost: number;
}

/** How wide a search looks beyond its first step, and how deep. */
export interface Width {
  /** Steps looked ahead. */
  depth: number;
  /** Of the best by one step, how many are looked at more closely. */
  beam: number;
  /** Hypotheses kept, the likeliest first. */
  hypotheses: number;
}
/** Every vehicle of the trade's table in a few milliseconds. */
export const DESK: Width = { depth: 2, beam: 6, hypotheses: 150 };

/** Below this share of what is believed a branch is not followed. */
const NEGLIGIBLE = 1e-9;

/** Sums over beliefs; its buffers are used again and again, since a search makes tens of thousands of them. */
class Search {
  private readonly sums: Float64Array;
  private readonly ratio: Float64Array;
  private readonly spent: Float64Array;
  private readonly order: Int32Array;
  /** What a hypothesis takes: its first remedy, and its second or the first again. */
  private readonly first: Int32Array;
  private readonly second: Int32Array;
  private readonly knownCost: Float64Array;
  private readonly buffers: Float64Array[] = [];
  private readonly problem: Problem;

  constructor(problem: Problem) {
    this.problem = problem;
    const remedies = problem.remedies.cost.length;
    this.sums = new Float64Array(remedies);
    this.ratio = new Float64Array(remedies);
    this.spent = new Float64Array(remedies);
    this.order = new Int32Array(remedies);
    this.knownCost = Float64Array.from(problem.needs, (needs) => needs.reduce((sum, each) => sum + problem.remedies.cost[each]!, 0));
    this.first = Int32Array.from(problem.needs, (needs) => needs[0]!);
    this.second = Int32Array.from(problem.needs, (needs) => needs[1] ?? needs[0]!);
  }

  /**
   * No more looking: repairs by falling chance over cost until it is put right. With one fault, independent costs and
   * repairs that hold this is the best order; with two it is a good one.
   */
  repairs(belief: Float64Array): { cost: number; first: number } {
    const { sums, first, second } = this;
    sums.fill(0);
    for (let h = 0; h < belief.length; h += 1) {
      const chance = belief[h]!;
      if (chance === 0) continue;
      const a = first[h]!;
      const b = second[h]!;
      sums[a]! += chance;
      if (b !== a) sums[b]! += chance;
    }
    return this.inTurn(belief);
  }

  /** The same, where `sums` says already how likely each remedy is needed. */
  private inTurn(belief: Float64Array): { cost: number; first: number } {
    const { cost: costs, wrong } = this.problem.remedies;
    const { sums, ratio, spent, order, first, second } = this;
    let count = 0;
    for (let r = 0; r < sums.length; r += 1) {
      if (sums[r]! <= 0) continue;
      const own = sums[r]! / (costs[r]! + wrong[r]!);
      ratio[r] = own;
      // Few at a time, and mostly in order already: put in where it belongs.
      let at = count;
      while (at > 0 && ratio[order[at - 1]!]! < own) {
        order[at] = order[at - 1]!;
        at -= 1;
      }
      order[at] = r;
      count += 1;
    }
    if (count === 0) return { cost: 0, first: -1 };
    let sofar = 0;
    for (let at = 0; at < count; at += 1) {
      const remedy = order[at]!;
      // The one that puts it right was not wrong.
      spent[remedy] = sofar + costs[remedy]!;
      sofar += costs[remedy]! + wrong[remedy]!;
    }
    let cost = 0;
    for (let h = 0; h < belief.length; h += 1) {
      const chance = belief[h]!;
      if (chance === 0) continue;
      const a = spent[first[h]!]!;
      const b = spent[second[h]!]!;
      cost += chance * (a > b ? a : b);
    }
    return { cost, first: order[0]! };
  }


  private readonly leaf = (belief: Float64Array): number => this.repairs(belief).cost;

  /** What it would cost if the fault were known, times the chance of being here. */
  known(belief: Float64Array): number {
    const { knownCost } = this;
    let sum = 0;
    for (let h = 0; h < belief.length; h += 1) sum += belief[h]! * knownCost[h]!;
    return sum;
  }

  /** A buffer for the belief of one step further. */
  private buffer(level: number): Float64Array {
    return (this.buffers[level] ??= new Float64Array(this.problem.belief.length));
  }

  /** What an act costs from here: one step in full, the rest by `beyond`, which is told the level it may write to. */
  private valued(belief: Float64Array, open: readonly number[], act: Act, all: number, level: number, beyond: (next: Float64Array, open: readonly number[], level: number) => number): number {
    const { checks, remedies, leads: ways } = this.problem;
    const next = this.buffer(level);
    if (act.do === 'repair') {
      const leads = ways[act.remedy]!;
      next.fill(0);
      let left = 0;
      for (let h = 0; h < belief.length; h += 1) {
        const each = belief[h]!;
        const to = leads[h]!;
        if (each === 0 || to < 0) continue;
        next[to]! += each;
        left += each;
      }
      return all * remedies.cost[act.remedy]! + left * remedies.wrong[act.remedy]! + (left > NEGLIGIBLE * all ? beyond(next, open, level + 1) : 0);
    }
    const { rows, outcomes, cost } = checks[act.check]!;
    if (beyond === this.leaf) return all * cost + this.known(belief) + this.excess(belief, rows, outcomes, next, Infinity);
    const rest = open.filter((each) => each !== act.check);
    let sum = all * cost;
    for (let outcome = 0; outcome < outcomes; outcome += 1) {
      let chance = 0;
      for (let h = 0, at = outcome; h < belief.length; h += 1, at += outcomes) chance += next[h] = belief[h]! * rows[at]!;
      if (chance > NEGLIGIBLE * all) sum += beyond(next, rest, level + 1);
    }
    return sum;
  }

  /**
   * What repairs alone cost after a check, over its outcomes, on top of what would be paid if the fault were known. Most of
   * a search is this, so each belief is gone through once on the way, and no further than to see that it is too much.
   */
  private excess(belief: Float64Array, rows: Float64Array, outcomes: number, next: Float64Array, most: number): number {
    const { sums, first, second, knownCost } = this;
    let sum = 0;
    for (let outcome = 0; outcome < outcomes && sum < most; outcome += 1) {
      sums.fill(0);
      for (let h = 0, at = outcome; h < belief.length; h += 1, at += outcomes) {
        const chance = (next[h] = belief[h]! * rows[at]!);
        const a = first[h]!;
        const b = second[h]!;
        sums[a]! += chance;
        if (b !== a) sums[b]! += chance;
        sum -= chance * knownCost[h]!;
      }
      sum += this.inTurn(next).cost;
    }
    return sum;
  }

  /** Everything that can be done, the cheapest expected first. */
  ranked(belief: Float64Array, open: readonly number[], width: Pick<Width, 'depth' | 'beam'>, level = 0): Valued[] {
    const all = belief.reduce((sum, each) => sum + each, 0);
    const { first } = this.repairs(belief);
    if (first < 0) return [];
    const { cost: costs } = this.problem.remedies;
    // A repair out of its turn is worth a look where it is cheap: those that stand first by chance over cost.
    const likely = [...this.sums.keys()].filter((r) => this.sums[r]! > 0.02 * all).sort((a, b) => this.sums[b]! / costs[b]! - this.sums[a]! / costs[a]!).slice(0, 4);
    const acts: Act[] = [...likely.map((remedy): Act => ({ do: 'repair', remedy })), ...open.map((check): Act => ({ do: 'check', check }))];
    if (!likely.includes(first)) acts.push({ do: 'repair', remedy: first });
    let ranked = acts.map((act): Valued => ({ act, cost: this.valued(belief, open, act, all, level, this.leaf) })).sort((a, b) => a.cost - b.cost);
    for (let depth = 2; depth <= width.depth; depth += 1) {
      const deeper = { depth: depth - 1, beam: width.beam };
      // The most promising first: what they reach is what the others have to beat.
      const inOrder = ranked.flatMap(({ act }) => (act.do === 'check' ? [act.check] : []));
      const beyond = (next: Float64Array, rest: readonly number[], below: number): number => this.best(next, rest.length === open.length ? inOrder : inOrder.filter((check) => rest.includes(check)), deeper, below);
      const close = ranked.slice(0, width.beam).map(({ act }): Valued => ({ act, cost: this.valued(belief, open, act, all, level, beyond) }));
      ranked = [...close.sort((a, b) => a.cost - b.cost), ...ranked.slice(width.beam)];
    }
    return ranked.map(({ act, cost }) => ({ act, cost: cost / all }));
  }

  /** The cheapest expected cost from here, times the chance of being here. */
  private best(belief: Float64Array, open: readonly number[], width: Pick<Width, 'depth' | 'beam'>, level: number): number {
    let all = 0;
    for (let h = 0; h < belief.length; h += 1) all += belief[h]!;
    let least = this.leaf(belief);
    if (width.depth > 1) {
      const [first] = this.ranked(belief, open, width, level);
      return first ? Math.min(least, all * first.cost) : least;
    }
    // Whatever is looked at, what it costs where the fault is known has to be paid: no check can do better than that.
    const known = this.known(belief);
    const next = this.buffer(level);
    for (const check of open) {
      const { rows, outcomes, cost } = this.problem.checks[check]!;
      const paid = all * cost + known;
      if (paid < least) least = Math.min(least, paid + this.excess(belief, rows, outcomes, next, least - paid));
    }
    return least;
  }
} // prettier-ignore

/** The likeliest hypotheses of a problem alone, with those that they lead to. */
function narrowed(problem: Problem, most: number): Problem {
  const { belief } = problem;
  if (belief.length <= most) return problem;
  const kept = [...belief.keys()].filter((h) => belief[h]! > 0).sort((a, b) => belief[b]! - belief[a]!).slice(0, most);
  const all = new Set(kept);
  for (const h of kept) for (const remedy of problem.needs[h]!) if (problem.leads[remedy]![h]! >= 0) all.add(problem.leads[remedy]![h]!);
  const own = [...all];
  const number = new Map(own.map((h, at) => [h, at]));
  return {
    belief: Float64Array.from(own, (h, at) => (at < kept.length ? belief[h]! : 0)),
    needs: own.map((h) => problem.needs[h]!),
    leads: problem.leads.map((leads) => Int32Array.from(own, (h) => (leads[h]! < 0 ? -1 : (number.get(leads[h]!) ?? -1)))),
    checks: problem.checks.map(({ rows, outcomes, cost }) => {
      const few = new Float64Array(own.length * outcomes);
      own.forEach((h, at) => few.set(rows.subarray(h * outcomes, (h + 1) * outcomes), at * outcomes));
      return { rows: few, outcomes, cost };
    }),
    remedies: problem.remedies,
  };
} // prettier-ignore

export interface Ranked {
  /** Everything that can be done next, the cheapest expected first. */
  ranked: Valued[];
  /** What it would cost to put right if the fault were known. */
  known: number;
}
/** What to do next, valued. @param open numbers of the checks that can still be made */
export function rankActs(problem: Problem, open: readonly number[], width: Width = DESK): Ranked {
  const own = narrowed(problem, width.hypotheses);
  const search = new Search(own);
  const all = own.belief.reduce((sum, each) => sum + each, 0);
  return { ranked: search.ranked(own.belief, open, width), known: all > 0 ? search.known(own.belief) / all : 0 };
} // prettier-ignore

/** What repairs alone cost, by falling chance over cost, and which comes first. */
export const repairsAlone = (problem: Problem): { cost: number; first: number } => {
  const all = problem.belief.reduce((sum, each) => sum + each, 0);
  const { cost, first } = new Search(problem).repairs(problem.belief);
  return { cost: all > 0 ? cost / all : 0, first };
};
