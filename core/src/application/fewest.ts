import type { Scope } from './claim.ts';
import { coverSet, pricesOf, type Column } from './cover.ts';
import { Exceptions, STEPS, type Piece } from './exceptions.ts';
import {
  gridOf,
  holds,
  hullsOf,
  span,
  SPAN_AXES,
  type Cell,
  type Grid,
  type GridBox,
  type Hull,
} from './grid.ts';
import { monthName } from './region.ts';
import type { CoolingPackage } from '../vehicle/index.ts';

/**
 * The fewest correct lines: the cheapest set of statements that holds for every vehicle a part fits and for none it
 * does not, where a line costs 1 and each exception in it costs 1. Vehicles that were never built may be spoken of;
 * vehicles whose fit is not known may not.
 *
 * Exact. Without loss a line is the smallest box around the vehicles it serves, and an exception the smallest box
 * around the vehicles it takes out, so that only such boxes need trying. What is left is a weighted set cover with
 * very many columns: prices of the vehicles (a dual of its linear relaxation) are made until no line undercuts them,
 * then every line that could still be part of a cheaper answer is gathered and the choice is made by branch and
 * bound. Costs are whole numbers, so that prices that come to more than the next lower cost prove an answer at once.
 * Where there are more boxes than `BOX_LIMIT`, or more ways than `Exceptions` tries, the best found is given with a bound
 * that still holds.
 */

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

const BOX_LIMIT = 24_000;
/** New lines taken in at a time before prices are made again. */
const ROUND_LIMIT = 60;
/** How far prices must exceed a whole number to prove the next one. */
const PROOF = 1e-3;
/** Values of one axis that are told apart; they are bits of one machine word. */
const AXIS_LIMIT = 30;

const total = (prices: Float64Array): number => prices.reduce((sum, price) => sum + price, 0);

/**
 * The cheapest correct lines for the vehicles of one model.
 *
 * @param cells  at most some thousands; every vehicle built, each `must` or `never`
 * @param report called now and then; answer false to stop with what was found so far
 * @param steps  so many ways of a box are tried before it is parted; of no influence on the answer
 * @throws RangeError when more than 30 years, engines or transmissions must be told apart
 * @example fewestLines([{ ...cell, year: 2010, state: 'must' }, { ...cell, year: 2011, state: 'must' }]).cost // 1
 */
export function fewestLines(
  cells: readonly Cell[],
  report: (progress: Progress) => boolean = () => true,
  steps = STEPS,
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
  const exceptions = new Exceptions(grid, hulls, holes.hulls, steps);
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
