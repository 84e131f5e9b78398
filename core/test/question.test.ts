import { describe, expect, test } from 'vitest';
import { nextQuestion, type Prospect } from '../src/vehicle/index.ts';
import { configuration, emptyVocabulary, random } from './random.ts';

const vocabulary = {
  ...emptyVocabulary,
  transmissions: [
    { id: 1, code: 'T1', kind: 'manual' as const, gears: 5 },
    { id: 2, code: 'T2', kind: 'automatic' as const, gears: 5 },
  ],
};
const radiators = (count: number): string[] => Array.from({ length: count }, () => 'radiators');
const cooler = 'transmission oil cooler';

/** Five radiators, of which three have no oil cooler; years make no difference. */
const fleet: Prospect[] = [2008, 2009, 2010].flatMap((year) =>
  [1, 2].map((transmissionId) => ({
    configuration: configuration(year * 10 + transmissionId, { year, transmissionId }),
    verdicts:
      transmissionId === 1
        ? ['straight-in', 'straight-in', 'straight-in', 'straight-in', 'no']
        : ['no', 'no', 'no', 'straight-in', 'no'],
    reasons: transmissionId === 1 ? ['', '', '', '', 'height'] : [cooler, cooler, cooler, '', 'height'],
  })),
);

describe('the next question', () => {
  test('asks what decides, says why with counts, and where to look', () => {
    const question = nextQuestion(fleet, radiators(5), vocabulary)!;
    expect(question.field).toBe('transmission');
    // The fifth goes into none of them and is not counted.
    expect(question.why).toBe('decides the transmission oil cooler: 3 of 4 radiators drop out if automatic');
    expect(question.where).toContain('pedals');
    expect(question.answers.map(({ value, vehicles, out }) => [value, vehicles, out]).sort()).toEqual([
      ['automatic', 3, 3],
      ['manual', 3, 0],
    ]);
    expect(question.bits).toBeCloseTo(1, 12);
  });

  test('asks nothing when no answer can change the outcome, however many vehicles are left', () => {
    const same = fleet.map((prospect) => ({ ...prospect, verdicts: ['no', 'straight-in'] }));
    expect(nextQuestion(same, radiators(2), vocabulary)).toBeUndefined();
    expect(nextQuestion([], [], vocabulary)).toBeUndefined();
  });

  test('years that say the same are one answer; a year that differs stands alone', () => {
    const prospects = [2008, 2009, 2010, 2011, 2012].map((year) => ({
      configuration: configuration(year, { year }),
      verdicts: [year < 2011 ? 'straight-in' : 'no'],
      reasons: ['bottom pins apart'],
    }));
    const question = nextQuestion(prospects, radiators(1), vocabulary)!;
    expect(question.answers.map(({ value, label }) => [value, label])).toEqual([
      ['2008-2010', '2008 to 2010'],
      ['2011-2012', '2011 to 2012'],
    ]);
  });

  test('of two details that tell the same, the easier one to find out is asked', () => {
    const prospects = [1, 2].map((id) => ({
      configuration: configuration(id, { transmissionId: id, engineId: id }),
      verdicts: [id === 1 ? 'no' : 'changes'],
      reasons: [''],
    }));
    expect(nextQuestion(prospects, radiators(1), vocabulary)!.field).toBe('transmission');
  });

  test('information is the drop of Shannon entropy: never negative, never more than there is, and answers add up', () => {
    for (let seed = 1; seed <= 200; seed += 1) {
      const next = random(seed);
      const prospects: Prospect[] = Array.from({ length: 2 + Math.floor(next() * 20) }, (_, id) => ({
        configuration: configuration(id, {
          year: 2005 + Math.floor(next() * 4),
          transmissionId: 1 + Math.floor(next() * 2),
          engineId: 1 + Math.floor(next() * 3),
          airConditioning: next() < 0.5,
        }),
        verdicts: [0, 1].map(() => (next() < 0.5 ? 'no' : 'straight-in')),
        reasons: ['', ''],
      }));
      const counts = new Map<string, number>();
      for (const { verdicts } of prospects)
        counts.set(verdicts.join(), (counts.get(verdicts.join()) ?? 0) + 1);
      const entropy = -[...counts.values()].reduce(
        (sum, count) => sum + (count / prospects.length) * Math.log2(count / prospects.length),
        0,
      );
      const question = nextQuestion(prospects, radiators(2), vocabulary);
      if (!question) continue;
      expect(question.bits).toBeGreaterThan(0);
      expect(question.bits).toBeLessThanOrEqual(entropy + 1e-9);
      expect(question.answers.reduce((sum, answer) => sum + answer.vehicles, 0)).toBe(prospects.length);
    }
  });
});
