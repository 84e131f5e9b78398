import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  claimSentence,
  coverageOf,
  fewestLines,
  inScope,
  readLine,
  regionOf,
  spaceOf,
  type Cell,
  type Scope,
} from '../src/application/index.ts';
import { ApplicationReader } from '../src/table/index.ts';
import { PACKAGES, type Configuration, type CoolingPackage, type Vocabulary } from '../src/vehicle/index.ts';
import { claim, configuration } from './random.ts';

/** What one part of the product writes, another reads: sentences, table cells, lines worked out. */
const vocabulary: Vocabulary = {
  makes: [{ id: 1, name: 'Pellworth' }],
  models: [{ id: 1, makeId: 1, name: 'Haulden', nicknames: ['haul'], life: [2005, 2018] }],
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
const built: Configuration[] = [1, 2, 3].flatMap((engineId) =>
  [1, 2, 3].map((transmissionId) =>
    configuration(engineId * 10 + transmissionId, { year: 2012, engineId, transmissionId }),
  ),
);

const years = fc
  .tuple(fc.integer({ min: 2005, max: 2018 }), fc.nat({ max: 6 }))
  .map(([from, length]): [number, number] => [from, Math.min(2018, from + length)]);
const some = (ids: number[]) =>
  fc.option(fc.subarray(ids, { minLength: 1, maxLength: ids.length - 1 }), { nil: null });
const scopes = fc.record({
  years,
  built: fc.constant(null),
  engineIds: some([1, 2, 3]),
  transmissionIds: some([1, 2, 3]),
  airConditioning: fc.option(fc.boolean(), { nil: null }),
  packages: fc.option(
    fc.subarray([...PACKAGES], { minLength: 1, maxLength: 2 }) as fc.Arbitrary<CoolingPackage[]>,
    { nil: null },
  ),
});
/** An exception says something, or it excepts nothing. */
const exceptions = fc
  .record({ ...{}, years: fc.option(years, { nil: null }) })
  .chain(({ years: own }) => scopes.map((scope): Scope => ({ ...scope, years: own })))
  .filter((scope) => Object.values(scope).some((value) => value !== null));

describe('a sentence of the trade', () => {
  test('read back as a line it says the same of every vehicle', () => {
    fc.assert(
      fc.property(scopes, fc.array(exceptions, { maxLength: 2 }), fc.boolean(), (scope, except, fits) => {
        const original = claim(1, { ...scope, exceptions: except, fits });
        const sentence = claimSentence(original, vocabulary);
        const read = readLine(sentence, vocabulary, 2026, built);
        expect(read.problem, sentence).toBe('');
        expect(read.notUnderstood, sentence).toEqual([]);
        expect(read.fits).toBe(fits);
        const again = claim(2, { ...read.scope, exceptions: read.exceptions, fits: read.fits });
        const says = (one: typeof original, vehicle: Configuration): boolean =>
          inScope(one, vehicle) && !one.exceptions.some((each) => inScope(each, vehicle));
        for (const vehicle of built)
          for (const year of [2005, 2008, 2011, 2014, 2018])
            for (const airConditioning of [true, false])
              for (const name of PACKAGES) {
                const one = { ...vehicle, year, airConditioning, package: name };
                expect(says(again, one), `${sentence} → ${claimSentence(again, vocabulary)}`).toBe(
                  says(original, one),
                );
              }
        // Said again it is the same sentence.
        expect(claimSentence(again, vocabulary)).toBe(sentence);
      }),
      { seed: 41, numRuns: 250 },
    );
  });
});

describe('a row of a table', () => {
  const reader = new ApplicationReader(vocabulary);
  const codes = (ids: readonly number[] | null, list: readonly { id: number; code: string }[]): string =>
    (ids ?? []).map((id) => list.find((each) => each.id === id)!.code).join(' | ');
  const yes = (value: boolean | null): string => (value === null ? '' : value ? 'yes' : 'no');

  test('whatever a claim says, its row is read as the same claim', () => {
    fc.assert(
      fc.property(scopes, fc.boolean(), fc.boolean(), (scope, fits, original) => {
        const { row, problems } = reader.read({
          part: 'X 1',
          make: 'Pellworth',
          model: 'Haulden',
          years: `${scope.years[0]}-${scope.years[1]}`,
          engine: codes(scope.engineIds, vocabulary.engines),
          transmission: codes(scope.transmissionIds, vocabulary.transmissions),
          airConditioning: yes(scope.airConditioning),
          package: (scope.packages ?? []).join(' | '),
          fits: yes(fits),
          original: yes(fits && original),
          source: 'list',
        });
        expect(problems).toEqual([]);
        const packages = scope.packages && PACKAGES.filter((name) => scope.packages!.includes(name));
        expect(row!.scope).toEqual({ ...scope, packages });
        expect([row!.fits, row!.original]).toEqual([fits, fits && original]);
      }),
      { seed: 42, numRuns: 250 },
    );
  });

  test('a row that is wrong somewhere is never half right', () => {
    const wrong = fc.constantFrom(
      { years: 'always' },
      { engine: 'PD20 | ZZ' },
      { transmission: 'four on the floor' },
      { package: 'arctic' },
      { airConditioning: 'perhaps' },
      { built: '2010' },
      { fits: 'mostly' },
    );
    fc.assert(
      fc.property(scopes, wrong, (scope, cells) => {
        const { row, problems } = reader.read({
          part: 'X 1',
          model: 'Haulden',
          years: `${scope.years[0]}-${scope.years[1]}`,
          ...cells,
        });
        expect(row).toBeUndefined();
        expect(problems.map((each) => each.field)).toEqual(Object.keys(cells));
      }),
      { seed: 43, numRuns: 100 },
    );
  });
});

describe('lines that were worked out', () => {
  const space = spaceOf(vocabulary);

  test('written as sentences and read back they still say what was painted, and nothing else', () => {
    fc.assert(
      fc.property(
        fc.array(fc.boolean(), { minLength: 27, maxLength: 27 }),
        fc.integer({ min: 2006, max: 2014 }),
        (fits, first) => {
          const cells: Cell[] = fits.map((must, at) => ({
            year: first + Math.floor(at / 9),
            engineId: 1 + (Math.floor(at / 3) % 3),
            transmissionId: 1 + (at % 3),
            airConditioning: true,
            package: 'standard',
            built: [`${first + Math.floor(at / 9) - 1}-09`, `${first + Math.floor(at / 9)}-08`],
            state: must ? 'must' : 'never',
          }));
          const { lines } = fewestLines(cells);
          const regions = lines.map((line, at) => {
            const worked = claim(at, { ...line.scope, exceptions: line.exceptions });
            const read = readLine(claimSentence(worked, vocabulary), vocabulary, 2026, built);
            expect(read.problem).toBe('');
            return regionOf(space, claim(at, { ...read.scope, exceptions: read.exceptions }));
          });
          for (const cell of cells) {
            const vehicle = configuration(1, { ...cell, modelId: 1 });
            const covered = regions.some((region) => coverageOf(space, vehicle, region) === 'whole');
            expect(covered).toBe(cell.state === 'must');
          }
        },
      ),
      { seed: 44, numRuns: 25 },
    );
  });

  test('more that fits never needs a statement for what was already said: the cost is that of the cells, not of their order', () => {
    fc.assert(
      fc.property(
        fc.array(fc.boolean(), { minLength: 12, maxLength: 12 }),
        fc.shuffledSubarray([...Array(12).keys()], { minLength: 12, maxLength: 12 }),
        (fits, order) => {
          const cells = fits.map((must, at): Cell => {
            const year = 2008 + Math.floor(at / 4);
            return {
              year,
              engineId: 1 + (at % 2),
              transmissionId: 1 + (Math.floor(at / 2) % 2),
              airConditioning: true,
              package: 'standard',
              built: [`${year - 1}-09`, `${year}-08`],
              state: must ? 'must' : 'never',
            };
          });
          const [one, other] = [fewestLines(cells), fewestLines(order.map((at) => cells[at]!))];
          expect(other.cost).toBe(one.cost);
          expect(one.bound).toBe(one.cost);
          // Never dearer than a line for each vehicle.
          expect(one.cost).toBeLessThanOrEqual(fits.filter(Boolean).length);
        },
      ),
      { seed: 45, numRuns: 60 },
    );
  });
});
