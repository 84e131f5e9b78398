import type { LedgerRow } from '@radiatrix/core/fit';
import type { UnitSystem } from '@radiatrix/core/quantity';
import { marginText } from '@radiatrix/words/margin';

/** How the margin of a row comes about, figure by figure. */
export function HowMargin({ row, units }: { row: LedgerRow; units: UnitSystem }) {
  const text = marginText(row, units);
  return text ? <p className="figure text-[14px]">{text}</p> : null;
}
