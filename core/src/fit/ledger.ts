import type { Trace } from '../figures/index.ts';
import type { PracticeName, Work } from '../practice/index.ts';
import type { Outcome } from './checks/check.ts';
import type { Missing, Shown, ShownDimension, Term } from './checks/shown.ts';
import type { CheckId } from './checks/checks.ts';

/** One check of a ledger: need, have, margin, and where each figure came from. */
export interface LedgerRow {
  check: CheckId;
  decisive: boolean;
  outcome: Outcome;
  need?: Shown;
  have?: Shown;
  /** Spare (positive) or short (negative) beyond what the rule wants; absent where there is nothing to subtract. */
  margin?: {
    value: number;
    u: number;
    dimension: ShownDimension;
    tolerance: number;
    /** How it comes about, where it is more than one side less the other and the gap wanted. */
    sum?: readonly Term[] | undefined;
  };
  /** Chance that the check is met, 0 to 1; absent for an unknown. */
  chance?: number;
  /** The same once the change is made, where there is one. */
  chanceWithChange?: number;
  /** Too small, low or short, not too large. */
  small?: true;
  /** What has to be done, or, where it is optional, is worth doing. */
  work?: Work;
  /** Lines of practice that it hangs on and that are the shop's own. */
  own?: PracticeName[];
  missing: Missing[];
  traces: { side: 'vehicle' | 'part'; trace: Trace }[];
  /** For the listing row, which has words instead of figures. */
  listing?: { for: string[]; against: string[]; elsewhere: string[] };
}
