import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  labelFor,
  nextQuestion,
  readValue,
  suits,
  type Configuration,
  type Field,
  type Prospect,
  type Vocabulary,
} from '../src/vehicle/index.ts';
import { configuration } from './random.ts';

/**
 * The question as a dialogue: answered truthfully, again and again, it must come to an end, never ask for what was
 * answered, and leave only vehicles that get the same verdicts as the one that is really meant.
 */
const vocabulary: Vocabulary = {
  makes: [{ id: 1, name: 'Pellworth' }],
  models: [
    { id: 1, makeId: 1, name: 'Haulden', nicknames: [], life: [2005, 2014] },
    { id: 2, makeId: 1, name: 'Merlet', nicknames: [], life: [2005, 2014] },
  ],
  engines: [
    {
      id: 1,
      code: 'PD20',
      displacementL: 2,
      cylinders: 4,
      layout: 'straight',
      fuel: 'diesel',
      aspiration: 'turbo',
    },
    {
      id: 2,
      code: 'PP24',
      displacementL: 2.4,
      cylinders: 4,
      layout: 'straight',
      fuel: 'petrol',
      aspiration: 'natural',
    },
    {
      id: 3,
      code: 'PV30',
      displacementL: 3,
      cylinders: 6,
      layout: 'vee',
      fuel: 'petrol',
      aspiration: 'natural',
    },
  ],
  transmissions: [
    { id: 1, code: 'PM6', kind: 'manual', gears: 6 },
    { id: 2, code: 'PA6', kind: 'automatic', gears: 6 },
    { id: 3, code: 'PA8', kind: 'automatic', gears: 8 },
  ],
};

const fleets = fc
  .uniqueArray(
    fc.record({
      modelId: fc.constantFrom(1, 2),
      year: fc.integer({ min: 2008, max: 2013 }),
      engineId: fc.constantFrom(1, 2, 3),
      transmissionId: fc.constantFrom(1, 2, 3),
      airConditioning: fc.boolean(),
      package: fc.constantFrom('standard' as const, 'towing' as const),
    }),
    { minLength: 2, maxLength: 30, selector: (each) => JSON.stringify(each) },
  )
  .map((list) =>
    list.map((each, at) =>
      configuration(at + 1, { ...each, built: [`${each.year - 1}-09`, `${each.year}-08`] }),
    ),
  );
/** Verdicts that hang on a few details, as those of real parts do. */
const judged = (vehicle: Configuration, salt: number): string[] => [
  vehicle.transmissionId === 1 ? 'straight-in' : 'no',
  (vehicle.engineId + salt) % 3 === 0 ? 'no' : 'changes',
  vehicle.year < 2008 + (salt % 6) ? 'straight-in' : 'no',
  vehicle.airConditioning && salt % 2 === 0 ? 'not-proven' : 'straight-in',
];

const prospectsOf = (vehicles: readonly Configuration[], salt: number): Prospect[] =>
  vehicles.map((vehicle) => ({
    configuration: vehicle,
    verdicts: judged(vehicle, salt),
    reasons: ['transmission oil cooler', 'upper hose on neck', 'bottom pins apart', ''],
  }));
const kinds = ['radiators', 'radiators', 'radiators', 'fan assemblies'];

describe('the question as a dialogue', () => {
  test('truthful answers lead to vehicles that all get the verdicts of the one that is meant', () => {
    const lengths: number[] = [];
    fc.assert(
      fc.property(fleets, fc.nat(), fc.nat({ max: 11 }), (fleet, pick, salt) => {
        const meant = fleet[pick % fleet.length]!;
        let left = [...fleet];
        const asked: Field[] = [];
        for (;;) {
          const question = nextQuestion(prospectsOf(left, salt), kinds, vocabulary);
          if (!question) break;
          asked.push(question.field);
          expect(asked.length).toBeLessThanOrEqual(12);
          const answer = question.answers.find(({ value }) =>
            suits(meant, [{ field: question.field, value }], vocabulary),
          );
          expect(answer, `${question.field} has an answer for what is meant`).toBeDefined();
          const next = left.filter((vehicle) =>
            suits(vehicle, [{ field: question.field, value: answer!.value }], vocabulary),
          );
          // An answer narrows, and as much as it said it would.
          expect(next.length).toBeLessThan(left.length);
          expect(next.length).toBe(answer!.vehicles);
          expect(next).toContain(meant);
          left = next;
        }
        lengths.push(asked.length);
        const wanted = JSON.stringify(judged(meant, salt));
        for (const vehicle of left) expect(JSON.stringify(judged(vehicle, salt))).toBe(wanted);
      }),
      { seed: 31, numRuns: 250 },
    );
    // Four details decide; most callers are asked fewer.
    expect(lengths.reduce((sum, each) => sum + each, 0) / lengths.length).toBeLessThan(4);
  });

  test('a caller who can say nothing is asked each thing once, and then left alone', () => {
    fc.assert(
      fc.property(fleets, fc.nat({ max: 11 }), (fleet, salt) => {
        const unknown: Field[] = [];
        for (;;) {
          const question = nextQuestion(prospectsOf(fleet, salt), kinds, vocabulary, unknown);
          if (!question) break;
          expect(unknown).not.toContain(question.field);
          unknown.push(question.field);
        }
        expect(new Set(unknown).size).toBe(unknown.length);
      }),
      { seed: 32, numRuns: 100 },
    );
  });

  test('whatever is asked can be read: a question, a place to look, a reason with counts, answers in words', () => {
    fc.assert(
      fc.property(fleets, fc.nat({ max: 11 }), (fleet, salt) => {
        const question = nextQuestion(prospectsOf(fleet, salt), kinds, vocabulary);
        if (!question) return;
        expect(question.ask).toMatch(/\?$/);
        expect(question.where.length).toBeGreaterThan(10);
        expect(question.why).toMatch(/\d of \d/);
        expect(question.answers.length).toBeGreaterThan(1);
        for (const { value, label, out } of question.answers) {
          expect(label).toBe(labelFor(question.field, value, vocabulary));
          expect(label).not.toBe('');
          expect(readValue(value).denied).toBe(false);
          expect(out).toBeLessThanOrEqual(kinds.length);
        }
      }),
      { seed: 33, numRuns: 200 },
    );
  });

  test('of many vehicles that get one answer nothing is asked; of two that do not, something is', () => {
    fc.assert(
      fc.property(fleets, (fleet) => {
        const same = fleet.map((vehicle) => ({
          configuration: vehicle,
          verdicts: ['changes', 'no'],
          reasons: ['', ''],
        }));
        expect(nextQuestion(same, ['radiators', 'radiators'], vocabulary)).toBeUndefined();
        const [first, ...rest] = same;
        const odd = [{ ...first!, verdicts: ['no', 'no'] }, ...rest];
        const question = nextQuestion(odd, ['radiators', 'radiators'], vocabulary);
        expect(question).toBeDefined();
        expect(question!.bits).toBeGreaterThan(0);
      }),
      { seed: 34, numRuns: 150 },
    );
  });
});
