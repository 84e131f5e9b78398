import { describe, expect, test } from 'vitest';
import { fitWeibull, type EarlyJudged, type Standing } from '@radiatrix/core/failure';
import { standingSentences, weibullSentence } from '../src/failures.ts';

const early: EarlyJudged = {
  partId: 1, vehicles: 8, early: 5, owners: 5, others: { vehicles: 160, early: 6, owners: 6 }, expected: { seen: 0.5, runOn: 0.5 },
  chance: 0.0002, adjusted: 0.0018, flagged: true, likely: null,
}; // prettier-ignore
const standing: Standing = { fitted: 8, failed: 6, early, noisy: { noisy: 3, of: 9, lo: 0.07, hi: 0.7 }, again: { vehicles: 1, most: 2 } }; // prettier-ignore
const calm: Standing = { ...standing, noisy: null, again: { vehicles: 0, most: 0 } };

describe('what is said of a part that fails', () => {
  test('carries the counts it rests on', () => {
    expect(standingSentences(standing)).toEqual([
      'Fails early: in 5 of 8 vehicles within 90 days, of others of its kind in 6 of 160. Luck alone does that in 0.2 % of cases.',
      'Failed twice in one vehicle: find what kills it before another goes in.',
      'Noisy from new: 3 of 9 (between 7.0 % and 70 % of all).',
    ]);
    expect(standingSentences({ ...calm, failed: 0, early: { ...early, early: 0, owners: 0, flagged: false } })).toEqual([]); // prettier-ignore
  });
  test('says why nothing can be told', () => {
    const few = { ...early, flagged: false, chance: null, adjusted: null, others: { vehicles: 160, early: 2, owners: 2 } }; // prettier-ignore
    expect(standingSentences({ ...calm, early: few })).toEqual([
      '6 failed; 8 went in here, in 5 of 8 vehicles within 90 days, of others of its kind in 2 of 160: failures of 7 owners in the whole kind are too few to compare.',
    ]);
    expect(standingSentences({ ...calm, fitted: 0, failed: 1, early: null })).toEqual(['1 failed; none was seen to go in: too few to tell.']); // prettier-ignore
    expect(standingSentences({ ...calm, early: { ...early, flagged: false, chance: 0.4, vehicles: 20 } })[0]).toMatch(/in 5 of 20 vehicles .*: no worse than others/); // prettier-ignore
  });
  test('a curve is said where both ways of counting agree, its limits the widest of them', () => {
    const lives = (times: readonly number[], ran: number) =>
      [...times.map((time) => ({ time, failed: true })), ...Array.from({ length: 30 }, () => ({ time: ran, failed: false }))].map((life, at) => ({ ...life, cluster: String(at) })); // prettier-ignore
    const wears = [300, 320, 345, 350, 380, 390, 395];
    expect(weibullSentence([fitWeibull(lives(wears, 200)), fitWeibull(lives(wears, 400))], 'days')).toMatch(/^They wear out/); // prettier-ignore
    expect(weibullSentence([fitWeibull(lives([3, 9], 20))], 'days')).toBe('2 have failed: a curve takes 3 failures.'); // prettier-ignore
  });
});
