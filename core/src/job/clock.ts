/**
 * A hybrid clock (Kulkarni and others 2014): follows the wall clock, and never runs behind anything it has seen, so
 * that what was done knowing of something else is ordered after it on every device.
 */
export interface Clock {
  /** Milliseconds since 1970, whole. */
  ms: number;
  /** Counts what happened within one of them. */
  n: number;
}
export const CLOCK_START: Clock = { ms: 0, n: 0 };

export const compareClocks = (a: Clock, b: Clock): number => a.ms - b.ms || a.n - b.n;

/** The time of a new event of this device. @param nowMs the wall clock, which may stand wrong or go back */
export function tick(last: Clock, nowMs: number): Clock {
  const ms = Math.floor(nowMs);
  return ms > last.ms ? { ms, n: 0 } : { ms: last.ms, n: last.n + 1 };
}

/** The clock of a device that has seen another's event. */
export function seen(last: Clock, other: Clock, nowMs: number): Clock {
  const later = compareClocks(last, other) >= 0 ? last : other;
  const ms = Math.floor(nowMs);
  return ms > later.ms ? { ms, n: 0 } : { ms: later.ms, n: later.n + 1 };
}

/** How far ahead of the server's own time a clock is followed; phones stand minutes wrong, seldom hours. */
export const FOLLOWED_AHEAD_MS = 86_400_000;

/** Whether a clock runs so far ahead of the server's time that no other clock may follow it. */
export const runsAhead = ({ ms }: Pick<Clock, 'ms'>, nowMs: number): boolean =>
  ms > nowMs + FOLLOWED_AHEAD_MS;

/** The clock that was kept; one that runs too far ahead starts again. */
export const trusted = (clock: Clock, nowMs: number): Clock =>
  runsAhead(clock, nowMs) ? CLOCK_START : clock;
