/** A run that ended before its end: at least so hot, or at least so long. */
export interface BrokenOff {
  /** So long after its beginning, s; null where nobody says. */
  afterS: number | null;
}

/** Runs counted up to one limit, so that one that was broken off is known as exactly as the others. */
export interface Cut {
  /** Lowest value at which a run was broken off; null where all ran to their end. */
  limit: number | null;
  values: number[];
  /** The run reached the limit: what it would have come to is "at least". */
  cut: boolean[];
}

/**
 * Counts every run up to the lowest value at which one was broken off. A difference in these is a difference in the
 * runs themselves, and no smaller there: what lies above the limit only adds to the worse set-up. Values above it cannot
 * be told apart any more, so nothing is said of which set-up of two that both reached it is the better one.
 *
 * @param values one a run, brought to the same air; less is better
 * @param broken the same length
 */
export function cutAtLimit(values: readonly number[], broken: readonly boolean[]): Cut {
  const limits = values.filter((_, i) => broken[i]);
  if (limits.length === 0) return { limit: null, values: [...values], cut: values.map(() => false) };
  const limit = Math.min(...limits);
  return {
    limit,
    values: values.map((each) => Math.min(each, limit)),
    cut: values.map((each) => each >= limit),
  };
}
