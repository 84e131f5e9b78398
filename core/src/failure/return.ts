import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { shareOverTime } from './survival.ts';

/** From one visit of a vehicle to its next, or to the last day on record where it has not come again. */
export interface Gap {
  /** At least 0. */
  days: number;
  /** It came again for another reason than a failed part. A visit with a failure ends the watch, and counts for nothing. */
  came: boolean;
  /** Gaps alike, counted together. */
  count: number;
}

/** Who comes back to the shop: what visits for other reasons tell of owners whose parts do not fail. */
export interface Returns {
  /** Visits after which a vehicle came again for another reason. */
  came: number;
  visits: number;
  /** Share that comes again at all, so far as the record is long enough to see it. */
  share: number;
  /** Chance that an owner who has not come for so many days still comes to this shop. */
  comes: (days: number) => number;
}

/**
 * Who comes back, from the time between visits (Kaplan and Meier 1958). Assumed: an owner who still comes at all comes for
 * other things too, in the same time as the rest; who comes no more brings no failure either.
 *
 * @returns undefined where fewer than `returnsLeast` visits were followed by another
 */
export function returnsOf(gaps: readonly Gap[], practice: Practice = USUAL_PRACTICE): Returns | undefined {
  const came = gaps.reduce((sum, gap) => sum + (gap.came ? gap.count : 0), 0);
  if (came < practice.returnsLeast) return undefined;
  const steps = shareOverTime(
    gaps.map(({ days, came: again, count }) => ({ time: days, failed: again, count })),
  );
  const share = 1 - steps.at(-1)!.share;
  return {
    came,
    visits: gaps.reduce((sum, { count }) => sum + count, 0),
    share,
    comes: (days) => {
      const notYet = steps.findLast((step) => step.time <= days)?.share ?? 1;
      return notYet > 0 ? Math.max(0, (share - (1 - notYet)) / notYet) : 0;
    },
  };
}
