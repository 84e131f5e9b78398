import { nominalPs } from './power.ts';

/** Fewer runs of a set-up have no spread of their own worth the name. */
export const LEAST_RUNS = 3;

/**
 * Of the chance of a false alarm, what the planned looks are laid out for. The rest goes to what the limits do not know
 * of: somebody looks after every run, not after every round, and Welch's test is a little generous with so few runs.
 */
const PLANNED = 0.65;
/**
 * What each later stretch, twice as long as the one before, settles at: a share of the chance, halved from stretch to
 * stretch. Looking after every run of a stretch costs about two and a half times this.
 */
const LATER = 0.04;

/** Where a trial stands among its looks, and below which p it is settled there. */
export interface Look {
  /** Planned looks taken, this one included. */
  at: number;
  of: number;
  /** Of all comparisons together. */
  p: number;
  /** The planned looks are over. */
  over: boolean;
}

/**
 * The look that a trial has come to. The first is at three runs of each set-up, the next each at one more; past the last
 * one a trial may go on, but settles only on far stronger evidence, so that carrying on does not make a false alarm
 * certain in the end.
 *
 * @param counts runs of each set-up
 * @param looks  planned, 1 or more
 * @param alpha  chance of a false alarm over the whole trial, however long
 * @returns undefined before the first look
 */
export function lookAt(counts: readonly number[], looks: number, alpha: number): Look | undefined {
  const at = Math.min(...counts) - LEAST_RUNS + 1;
  if (at < 1) return undefined;
  // Many runs of one set-up against few of the other are looks as well.
  const rounds = Math.floor(counts.reduce((sum, n) => sum + n, 0) / counts.length);
  const last = looks + LEAST_RUNS - 1;
  if (rounds <= last) return { at, of: looks, p: nominalPs(looks, PLANNED * alpha)[at - 1]!, over: false };
  const stretch = Math.floor(Math.log2(rounds / last));
  return { at: looks, of: looks, p: (LATER * alpha) / 2 ** stretch, over: true };
}
