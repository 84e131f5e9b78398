import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { PART_KINDS } from '@radiatrix/core/figures';
import { CHECK_IDS, RULES, judgeFit, type FitPart } from '@radiatrix/core/fit';
import { WORK_CODES, workOf } from '@radiatrix/core/practice';
import { SOUND, VEHICLE, soundPart, value, vehicleWith, word } from '../../core/test/sound.ts';
import { checkName, decidingSentence, rowSentence } from '../src/fit.ts';
import { marginText } from '../src/margin.ts';
import { workSentence } from '../src/work.ts';

const rowOf = (check: string, part: FitPart, vehicle = VEHICLE) =>
  judgeFit(vehicle, part).ledger.find((row) => row.check === check)!;

describe('a row of the ledger as a sentence', () => {
  test('says what is spare or short, with both figures, in the reader’s units', () => {
    const pins = rowOf('pinSpacing', soundPart('radiator', { pinSpacing: value(611) }));
    expect(rowSentence(pins, 'metric')).toMatch(/^Bottom pins 611 ± [\d.]+ mm apart, this vehicle 610 ± [\d.]+ mm: seats, 2 mm to spare\.$/); // prettier-ignore
    const wide = rowOf('width', soundPart('radiator', { overallWidth: value(760) }));
    expect(rowSentence(wide, 'us')).toMatch(/^Overall width 29\.92 ± [\d.]+ in, opening [\d.]+ ± [\d.]+ in: [\d.]+ in too wide\.$/); // prettier-ignore
  });
  test.each([
    ['motor', { body: value(99) }, {}, 'too thick for the ring'],
    ['motor', {}, { rotation: word('anticlockwise') }, 'blows the wrong way'],
    ['motor', { boltCircle: value(82.4) }, {}, 'outside the holes'],
    ['relay', { rating: value(20, 0) }, {}, 'the contacts weld first'],
    ['relay', {}, { foot: word('five-narrow') }, 'another foot'],
    ['module', {}, { drives: word('two-speed') }, 'another drive'],
    ['cap', { seatDepth: value(26) }, {}, 'opens early or never seals'],
    ['thermostat', { flange: value(56, 0.1) }, {}, 'off the recess'],
    ['tank', {}, { sort: word('expansion') }, 'fills and bleeds differently'],
  ] as const)('the fact that decides: a %s with %o %o', (kind, quantities, words, says) => {
    const verdict = judgeFit(VEHICLE, soundPart(kind, quantities, words));
    expect(decidingSentence(verdict, 'metric')).toContain(says);
  });
  test('a spare cooler is said to be one; what is not known is asked for by name', () => {
    const manual = { ...VEHICLE, selfShifting: false };
    expect(rowSentence(rowOf('oilCooler', soundPart('radiator'), manual), 'metric')).toContain('spare cooler stays capped'); // prettier-ignore
    const unknown = rowOf('width', soundPart('radiator', { overallWidth: undefined }));
    expect(rowSentence(unknown, 'metric')).toBe('Width in the support: not known. Measure the radiator’s overall width.'); // prettier-ignore
  });
});

/** Any part of any kind, each figure as it is, off, coarse or gone, in a vehicle with the same. */
const moved = fc.record({
  kind: fc.constantFrom(...PART_KINDS),
  factors: fc.array(fc.constantFrom(1, 1, 1, 1.03, 0.97, 1.4, 0.6), { minLength: 60, maxLength: 60 }),
  gone: fc.integer({ min: -1, max: 40 }),
  spacer: fc.constantFrom(undefined, 4, 10),
});
function drawn({ kind, factors, gone, spacer }: typeof moved extends fc.Arbitrary<infer T> ? T : never) {
  const shift = (quantities: object) =>
    Object.fromEntries(
      Object.entries(quantities).map(([key, held], i) => [key, i === gone ? undefined : { ...held, value: held.value * factors[i % 60]! }]), // prettier-ignore
    );
  const part = soundPart(kind, shift(SOUND[kind].quantities));
  const vehicle = vehicleWith(
    shift(VEHICLE.figures.quantities) as never,
    {},
    { choices: { spacerMm: spacer } },
  );
  return judgeFit(vehicle, part);
}

describe('every row of any part in any vehicle', () => {
  test('is a whole sentence in both unit systems, and its margin is explained by figures that add up to it', () => {
    let explained = 0;
    fc.assert(
      fc.property(moved, (own) => {
        const verdict = drawn(own);
        for (const units of ['metric', 'us'] as const) {
          const said = [
            decidingSentence(verdict, units),
            ...verdict.ledger.map((row) => rowSentence(row, units)),
          ];
          for (const sentence of said) {
            expect(sentence).not.toMatch(/NaN|undefined|Infinity|\[object|[{}]| {2}/);
            expect(sentence).toMatch(/^[“A-Z0-9].*\.$/s);
          }
          // No metric length in the sentence of a reader of inches, apart from wires, threads and what a hand wrote.
          if (units === 'us') for (const sentence of said) expect(sentence).not.toMatch(/\d mm(?!²)/);
        }
        for (const row of verdict.ledger) {
          if (!row.margin) continue;
          expect(marginText(row, 'metric'), row.check).toBeDefined();
          explained += 1;
        }
      }),
      { seed: 25, numRuns: 400 },
    );
    expect(explained).toBeGreaterThan(1500);
  });
  test('the margin that could not be followed: blades to a core that lies behind the radiator’s face', () => {
    const blades = rowOf('bladesWithFan', soundPart('radiator'));
    expect(marginText(blades, 'metric')).toMatch(/blades to the radiator’s rear face\) \+ .*core behind that face\) − 10 mm \(clearance wanted\) = /); // prettier-ignore
  });
});

test('every check has a name and the sentences its rule can need', () => {
  for (const id of CHECK_IDS) expect(checkName(id).length, id).toBeGreaterThan(3);
  expect(new Set(CHECK_IDS.map((id) => RULES[id].id)).size).toBe(CHECK_IDS.length);
});

test('work carries its amounts in the reader’s units, and every kind of work is an order', () => {
  const spacer = workOf('fit-spacer', 'fan', { by: 12, to: 8 });
  expect(workSentence(spacer, 'metric')).toBe('Put the fan on 8 mm spacers in place of the 12 mm ones');
  expect(workSentence(spacer, 'us')).toBe('Put the fan on 0.31 in spacers in place of the 0.47 in ones');
  expect(workSentence(workOf('change-fuse', 'fan', { to: 40 }), 'us')).toContain('to 40 A');
  for (const code of WORK_CODES) expect(workSentence(workOf(code, 'upper'), 'metric')).toMatch(/^[A-Z]/);
});
