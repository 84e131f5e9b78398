import { standingWord, type Standing, type Weibull } from '@radiatrix/core/failure';
import { USUAL_PRACTICE, type Practice } from '@radiatrix/core/practice';
import { failureWords } from './en/failures.ts';

/** A share in whole percent, below 10 with one decimal. */
export const shareText = (share: number): string => `${(100 * share).toFixed(share < 0.1 ? 1 : 0)} %`;

/**
 * What is known against a part, with the counts it rests on; empty where nothing failed. The first sentence is for the
 * person about to sell or fit it.
 */
export function standingSentences(standing: Standing, practice: Practice = USUAL_PRACTICE): string[] {
  const { early, noisy, again, failed, fitted } = standing;
  const said: string[] = [];
  const word = standingWord(standing, practice);
  const counts = early && {
    early: early.early,
    vehicles: early.vehicles,
    days: practice.earlyDays,
    othersEarly: early.others.early,
    others: early.others.vehicles,
  };
  if (early?.flagged)
    said.push(failureWords('said:early', { ...counts!, chance: shareText(early.adjusted!) }));
  if (again.vehicles > 0)
    said.push(failureWords('said:again', { most: again.most, vehicles: again.vehicles }));
  if (!early?.flagged && failed > 0) {
    const owners = early ? early.owners + early.others.owners : 0;
    const end =
      word === 'as its kind'
        ? failureWords('said:as-kind')
        : early && early.others.vehicles > 0 && early.chance === null && owners < practice.ownersLeast
          ? failureWords('said:owners', { owners })
          : failureWords('said:few');
    said.push(
      `${failureWords('said:failed', { fitted, failed })}${counts && early.vehicles > 0 ? failureWords('said:against', counts) : ''}${end}`,
    );
  }
  if (noisy && noisy.noisy > 0)
    said.push(failureWords('said:noisy', { noisy: noisy.noisy, of: noisy.of, lo: shareText(noisy.lo), hi: shareText(noisy.hi) })); // prettier-ignore
  return said;
}

const rounded = (value: number): string =>
  value < 0.1 ? '< 0.1' : Number(value.toPrecision(2)).toLocaleString('en');

/** How many of 100 are likely to fail early, as a number in a table. */
export const of100Text = rounded;

/** What fitted curves say: whether new or old ones fail most where all agree, and by when most have failed. */
export function weibullSentence(fits: readonly Weibull[], unit: string): string {
  const bad = fits.find((fit) => !fit.ok);
  if (bad && !bad.ok) return failureWords(`shape:${bad.because}`, { failures: bad.failures });
  const good = fits.filter((fit) => fit.ok);
  const all = (holds: (fit: (typeof good)[number]) => boolean): boolean => good.every(holds);
  const word = all(({ shapeBetween }) => shapeBetween.hi < 1) ? 'new' : all(({ shapeBetween }) => shapeBetween.lo > 1) ? 'old' : 'none'; // prettier-ignore
  const [least, most] = [
    (of: readonly number[]) => Math.min(...of),
    (of: readonly number[]) => Math.max(...of),
  ];
  const middle = (pick: (fit: (typeof good)[number]) => number): number => Math.sqrt(least(good.map(pick)) * most(good.map(pick))); // prettier-ignore
  return `${failureWords(`shape:${word}`)} ${failureWords('shape:line', {
    scale: rounded(middle(({ scale }) => scale)),
    unit,
    lo: rounded(least(good.map(({ scaleBetween }) => scaleBetween.lo))),
    hi: rounded(most(good.map(({ scaleBetween }) => scaleBetween.hi))),
    shape: middle(({ shape }) => shape).toFixed(2),
    shapeLo: least(good.map(({ shapeBetween }) => shapeBetween.lo)).toFixed(2),
    shapeHi: most(good.map(({ shapeBetween }) => shapeBetween.hi)).toFixed(2),
    failures: good[0]!.failures,
  })}`;
}
