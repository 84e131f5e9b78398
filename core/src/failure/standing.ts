import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import type { EarlyJudged, NoisyShare } from './early.ts';

/** How a part stands in the log of failures. */
export interface Standing {
  /** Units that went in here, and how many of all units failed, those that were never seen to go in included. */
  fitted: number;
  failed: number;
  early: EarlyJudged | null;
  noisy: NoisyShare | null;
  /** Vehicles in which it failed more than once, and the most in any. */
  again: { vehicles: number; most: number };
}

/** The one word of it, for the person about to sell or fit the part. */
export type StandingWord =
  'fails early' | 'failed again' | 'too few to tell' | 'as its kind' | 'never failed' | 'not seen';

/** Words that stop a sale or an installation. */
export const FAILING = ['fails early', 'failed again'] as const satisfies readonly StandingWord[];
export type Failing = (typeof FAILING)[number];
export const failingOf = (word: StandingWord): Failing | null =>
  FAILING.find((each) => each === word) ?? null;

export function standingWord({ fitted, failed, early, again }: Standing, practice: Practice = USUAL_PRACTICE): StandingWord {
  if (early?.flagged) return 'fails early';
  if (again.vehicles > 0) return 'failed again';
  if (fitted === 0 && failed === 0) return 'not seen';
  if (!early || early.vehicles < practice.enoughSeen) return 'too few to tell';
  if (failed === 0) return 'never failed';
  // As its kind is said of what could have been told apart: enough owners had a failure.
  return early.chance === null ? 'too few to tell' : 'as its kind';
} // prettier-ignore
