import { combined } from '../figures/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import type { Account } from './account.ts';

/** Why less went in than was expected. */
export type Reason = 'nothing' | 'air' | 'figure' | 'arrived low';
export const REASON_WORDS: Readonly<Record<Reason, string>> = {
  nothing: 'nothing: it is within what was measured',
  air: 'trapped air',
  figure: 'the capacity on record is wrong',
  'arrived low': 'what stayed inside is more than was reckoned',
};

export interface Shortfall {
  /** What is missing, L, and what that may be off by. */
  litres: number;
  u: number;
  /** Each with its chance; they add to 1. */
  chances: { reason: Reason; chance: number }[];
  said: string;
  /** How to tell them apart. */
  tell: string[];
}

const density = (x: number, sigma: number): number =>
  Math.exp(-0.5 * (x / sigma) ** 2) / (sigma * Math.sqrt(2 * Math.PI));

/** Density at x of an exponential of mean m seen through normal noise: integrated, since both are wide. */
function airDensity(x: number, mean: number, sigma: number): number {
  const STEPS = 200;
  const top = Math.max(6 * mean, x + 6 * sigma);
  const step = top / STEPS;
  let sum = 0;
  for (let i = 0; i < STEPS; i += 1) {
    const air = (i + 0.5) * step;
    sum += (Math.exp(-air / mean) / mean) * density(x - air, sigma) * step;
  }
  return sum;
}

/**
 * Less in than expected: what the chances are, from the uncertainties of what was measured and how common each is (the
 * shop's practice), and how to tell them apart. Bayes over four reasons, one at a time.
 *
 * @param account as it stands once no more goes in
 */
export function shortfall(account: Account, practice: Practice = USUAL_PRACTICE): Shortfall {
  const { missing, total } = account;
  const sigma = Math.max(missing.u / 2, 0.02);
  const figureSigma = combined(sigma, practice.figureWrongBy * total.value);
  const prior = { air: practice.airLikely, figure: practice.figureWrong, low: practice.figureWrong / 2 };
  const weight: Record<Reason, number> = {
    nothing: Math.max(0, 1 - prior.air - prior.figure - prior.low) * density(missing.value, sigma),
    air: prior.air * airDensity(missing.value, practice.airUsual, sigma),
    figure: prior.figure * density(missing.value, figureSigma),
    'arrived low': prior.low * density(missing.value, combined(sigma, 0.1 * total.value)),
  };
  const sum = Object.values(weight).reduce((a, b) => a + b, 0);
  const chances = (Object.entries(weight) as [Reason, number][])
    .map(([reason, each]) => ({ reason, chance: sum > 0 ? each / sum : 0.25 }))
    .sort((a, b) => b.chance - a.chance);
  const [most] = chances;
  const litres = missing.value;
  return {
    litres,
    u: missing.u,
    chances,
    said:
      Math.abs(litres) <= missing.u
        ? `${litres.toFixed(1)} ± ${missing.u.toFixed(1)} L is missing: it may be full.`
        : litres < 0
          ? `${(-litres).toFixed(1)} ± ${missing.u.toFixed(1)} L more went in than it holds: most likely ${REASON_WORDS[most!.reason]}.`
          : `${litres.toFixed(1)} ± ${missing.u.toFixed(1)} L is missing: most likely ${REASON_WORDS[most!.reason]}, ${Math.round(100 * most!.chance)} %.`,
    tell: [
      'Squeeze the upper hose with the cap off: bubbles, or a level that falls, are air.',
      'Heater at its hottest: cold air from it with a hot engine is air in the heater.',
      'Look again after the next full cool-down: air goes to the top and the level falls; a wrong figure stays as it is.',
      'Read the strength: where the mix came out stronger than reckoned, less had stayed inside.',
    ],
  };
}

/** What goes in after warm-up and after the overnight cool-down, L: what the trade sees, and half of what seems to be missing. */
export function topUps(
  account: Account,
  practice: Practice = USUAL_PRACTICE,
): { warmL: number; coldL: number } {
  const missing = Math.max(0, account.missing.value);
  return {
    warmL: practice.topUpWarm * account.total.value + missing / 2,
    coldL: practice.topUpCold * account.total.value,
  };
}
