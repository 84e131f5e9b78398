import type { SaidRow } from '@radiatrix/core/fit';
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { Argument } from './arguments.ts';
import { marginWords } from './en/margin.ts';

/** Rounding of sums of doubles; far below anything that is shown. */
const SAME = 1e-6;
const same = (a: number, b: number): boolean =>
  Math.abs(a - b) < SAME * Math.max(1, Math.abs(a), Math.abs(b));

/**
 * How the margin of a row comes about, with every figure named. Only a sum that comes to the margin itself is said.
 *
 * @returns undefined where a row has no margin or its figures are not shown
 * @example '706 mm (this vehicle) − 694 mm (this part) − 4 mm (clearance wanted) = 8 mm'
 */
export function marginText(row: SaidRow, units: UnitSystem): string | undefined {
  const { margin, need, have } = row;
  if (!margin) return undefined;
  const { dimension, value, tolerance: keep, sum } = margin;
  const amount = (each: number): Argument => ({ value: each, dimension, difference: true });
  if (sum) return sumText(sum, value, amount, units);
  if (need?.type !== 'quantity' || have?.type !== 'quantity') return undefined;
  // Readings of one scale keep its zero; what is left between them does not.
  const reading = (each: number): Argument => ({ value: each, dimension });
  const sides = { need: reading(need.value), have: reading(have.value), margin: amount(value) };
  const gap = amount(keep);
  const apart = Math.abs(have.value - need.value);
  if (same(need.value - have.value - keep, value) && keep !== 0) return marginWords('need-have-gap', { ...sides, gap }, units);
  if (same(keep - apart, value))
    return marginWords('tolerance', { gap, difference: amount(apart), margin: amount(value) }, units);
  if (same(need.value - have.value, value)) return marginWords('need-have', sides, units);
  if (same(have.value - need.value, value)) return marginWords('have-need', sides, units);
  if (same(have.value - need.value - keep, value)) return marginWords('have-need-gap', { ...sides, gap }, units);
  if (same(need.value + 2 * keep - have.value, value)) return marginWords('need-have-overhang', { ...sides, gap }, units);
  if (same(-apart, value)) return marginWords('series', { difference: amount(apart) }, units);
  return undefined;
} // prettier-ignore

function sumText(
  sum: NonNullable<NonNullable<SaidRow['margin']>['sum']>,
  margin: number,
  amount: (value: number) => Argument,
  units: UnitSystem,
): string | undefined {
  const total = sum.reduce((all, { sign, value }) => all + sign * value, 0);
  if (!same(total, margin)) return undefined;
  const terms = sum
    .map(({ sign, what, value }, i) => {
      const given = { amount: amount(value), what: marginWords(what) };
      return marginWords(i === 0 ? 'first' : sign > 0 ? 'plus' : 'minus', given, units);
    })
    .join(' ');
  return marginWords('terms', { terms, margin: amount(margin) }, units);
}
