import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { failed, passed, untold, type BenchOutcome } from './outcome.ts';
import type { Seen } from './seen.ts';

/** A pressure cap on the tester. */
export interface PressureReading {
  test: 'pressure';
  /** Where it lets go, kPa above the air. */
  letsGoKPa: number;
  /** Whether the small valve opens for coolant that comes back. */
  vacuum: Seen;
  /** By the record, kPa; null where no record says. */
  ratedKPa: number | null;
}

/**
 * A cap before it goes on: it holds `practice.capHolds` of its rating, and lets go before `practice.capSticks` of it. A
 * cap that sticks is worse than one that is weak: something else gives way.
 */
export function judgePressure({ letsGoKPa, vacuum, ratedKPa }: PressureReading, practice: Practice = USUAL_PRACTICE): BenchOutcome {
  if (!(letsGoKPa >= 0)) return untold({ code: 'no-pressure' });
  if (vacuum === 'no') return failed({ code: 'vacuum-stuck' });
  if (ratedKPa === null) return untold({ code: 'no-cap-rating' });
  const read = { kPa: letsGoKPa, ratedKPa };
  if (letsGoKPa < practice.capHolds * ratedKPa) return failed({ code: 'lets-go-low', ...read });
  if (letsGoKPa > practice.capSticks * ratedKPa) return failed({ code: 'lets-go-high', ...read });
  // What nobody looked at is not taken for good.
  return vacuum === 'unseen' ? untold({ code: 'vacuum-unseen' }) : passed({ code: 'lets-go-right', ...read });
} // prettier-ignore
