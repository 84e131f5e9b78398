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

/** The one word of it: what is said to whoever is about to sell or fit it. */
export type StandingWord =
  'fails early' | 'failed again' | 'too few to tell' | 'as its kind' | 'never failed' | 'not seen';

/** Words that whoever sells or fits it is stopped by. */
export const FAILING = ['fails early', 'failed again'] as const satisfies readonly StandingWord[];
export type Failing = (typeof FAILING)[number];
export const failingOf = (word: StandingWord): Failing | null =>
  FAILING.find((each) => each === word) ?? null;

export function standingWord({ fitted, failed, early, again }: Standing, practice: Practice = USUAL_PRACTICE): StandingWord {
  if (early?.flagged) return 'fails early';
  if (again.vehicles > 0) return 'failed again';
  if (fitted === 0 && failed === 0) return 'not seen';
  const could = early?.days ? early.others.days > 0 : false;
  // As its kind is said of what could have been told apart: enough vehicles were followed for it.
  if (!could || early!.vehicles < practice.enoughSeen) return 'too few to tell';
  return failed === 0 ? 'never failed' : 'as its kind';
} // prettier-ignore

const percent = (share: number): string => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;
const times = (n: number): string => (n === 1 ? 'once' : n === 2 ? 'twice' : `${n} times`);
const vehicles = (n: number): string => (n === 1 ? '1 vehicle' : `${n} vehicles`);

/**
 * What is said of a part that has something against it, with the counts it rests on; nothing where nothing failed. The
 * first sentence is for whoever is about to sell or fit it.
 */
export function standingWords(standing: Standing, practice: Practice = USUAL_PRACTICE): string[] {
  const { early, noisy, again, failed, fitted } = standing;
  const said: string[] = [];
  const word = standingWord(standing, practice);
  const days = practice.earlyDays;
  if (early?.flagged)
    said.push(
      `Fails early: in ${early.early} of ${vehicles(early.vehicles)} within ${days} days, of others of its kind in ${early.others.early} of ${early.others.vehicles}; luck alone does that in ${percent(early.adjusted!)}.`,
    );
  if (again.vehicles > 0)
    said.push(
      `Failed ${times(again.most)} in ${again.vehicles === 1 ? 'one vehicle' : `each of ${again.vehicles} vehicles or more often`}: look for what kills it before another goes in.`,
    );
  if (!early?.flagged && failed > 0) {
    const counts = fitted > 0 ? `${failed} failed; ${fitted} went in here` : `${failed} failed; none was seen to go in`;
    const against = early && early.days > 0
      ? `, in ${early.early} of ${vehicles(early.vehicles)} within ${days} days, of others of its kind in ${early.others.early} of ${early.others.vehicles}`
      : '';
    said.push(`${counts}${against}${word === 'as its kind' ? ': no worse than others, so far as these tell' : ': too few to tell'}.`);
  }
  if (noisy && noisy.noisy > 0)
    said.push(`Noisy from new: ${noisy.noisy} of ${noisy.of} (between ${percent(noisy.lo)} and ${percent(noisy.hi)} of all).`);
  return said;
} // prettier-ignore
