import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  correct,
  describeVehicle,
  FIELDS,
  labelFor,
  readsOf,
  suits,
  tellApart,
  type Configuration,
  type Field,
  type Vocabulary,
} from '../src/vehicle/index.ts';

/**
 * Descriptions that nobody wrote down: details are drawn, each is said in one of the ways it is said, and the order
 * is shuffled. Right means that every stated detail is kept and none is invented.
 */
const vocabulary: Vocabulary = {
  makes: [
    { id: 1, name: 'Quillon' },
    { id: 2, name: 'Pellworth' },
    { id: 3, name: 'Veldara' },
  ],
  models: [
    { id: 11, makeId: 1, name: 'Tussock', nicknames: ['tuss'], life: [2008, 2014] },
    { id: 12, makeId: 2, name: 'Haulden', nicknames: ['haul'], life: [2010, 2016] },
    { id: 13, makeId: 3, name: 'Merlet', nicknames: ['merl'], life: [2006, 2012] },
  ],
  engines: [
    {
      id: 21,
      code: 'QD22',
      displacementL: 2.2,
      cylinders: 4,
      layout: 'straight',
      fuel: 'diesel',
      aspiration: 'turbo',
    },
    {
      id: 22,
      code: 'PP24',
      displacementL: 2.4,
      cylinders: 4,
      layout: 'straight',
      fuel: 'petrol',
      aspiration: 'natural',
    },
    {
      id: 23,
      code: 'VX30',
      displacementL: 3,
      cylinders: 6,
      layout: 'vee',
      fuel: 'petrol',
      aspiration: 'supercharged',
    },
  ],
  transmissions: [
    { id: 31, code: 'QM5', kind: 'manual', gears: 5 },
    { id: 32, code: 'QA5', kind: 'automatic', gears: 5 },
    { id: 33, code: 'VCX', kind: 'cvt', gears: 0 },
    { id: 34, code: 'TD7', kind: 'dual-clutch', gears: 7 },
  ],
};

/** Ways to say a detail, all of which mean the same. */
const SAID: [field: Field, value: string, ways: string[]][] = [
  ['year', '2009', ['09', '2009', 'an 09', "it's a 2009"]],
  ['year', '2011', ['2011', '11 model year', 'twenty eleven']],
  ['year', '2008-2011', ['between 08 and 11', '2008 to 2011', '2008-2011', '08-11']],
  ['model', '11', ['tussock', 'Tussock', 'tuss', 'TUSSOCK', 'tussok']],
  ['model', '12', ['haulden', 'Haulden', 'haul', 'hauldan']],
  ['model', '13', ['merlet', 'MERLET', 'merl']],
  ['make', '1', ['quillon', 'Quillon']],
  ['make', '3', ['veldara']],
  ['fuel', 'diesel', ['diesel', 'dsl', 'derv']],
  ['fuel', 'petrol', ['petrol', 'gasoline']],
  ['displacement', '2.2', ['2.2', '2.2L', '2.2 litre', '2200cc', '2200 cc', '134 cu in']],
  ['displacement', '2.4', ['2.4', '2.4 l', '2400cc']],
  ['transmission', 'manual', ['manual', 'stick', 'stick shift']],
  ['transmission', 'automatic', ['auto', 'automatic', 'auto box', 'slushbox']],
  ['transmission', 'cvt', ['cvt', 'CVT']],
  ['transmission', 'dual-clutch', ['dual clutch', 'dct', 'DSG-style dual clutch'].slice(0, 2)],
  ['gears', '5', ['5 speed', '5-speed', 'five speed']],
  ['gears', '6', ['6-speed', 'six speed']],
  ['airConditioning', 'yes', ['aircon', 'with air conditioning', 'a/c', 'with a/c']],
  ['airConditioning', 'no', ['no aircon', 'without air conditioning', 'no a/c', 'no air']],
  ['package', 'towing', ['towing package', 'tow package']],
  ['package', 'heavy-duty', ['heavy duty', 'heavy-duty', 'heavy duty cooling']],
  ['body', 'pickup', ['pickup', 'pick-up']],
  ['body', 'van', ['van']],
  ['body', 'saloon', ['saloon', 'sedan']],
  ['drive', 'all', ['4x4', '4wd', 'all wheel drive']],
  ['drive', 'front', ['fwd', 'front wheel drive']],
  ['steering', 'left', ['left hand drive', 'lhd']],
  ['steering', 'right', ['right hand drive', 'rhd']],
  ['part', 'radiator', ['radiator', 'rad']],
  ['part', 'fan', ['fan', 'fan assembly']],
  ['part', 'thermostat', ['thermostat', 'stat']],
  ['built', '2010-04..', ['built after march 2010', 'built after March 10']],
];

const byField = new Map<Field, typeof SAID>();
for (const each of SAID) byField.set(each[0], [...(byField.get(each[0]) ?? []), each]);

/** A handful of details of different fields, each said in one of its ways, in any order. */
const descriptions = fc
  .subarray([...byField.keys()], { minLength: 1, maxLength: 7 })
  .chain((fields) =>
    fc.tuple(
      ...fields.map((field) =>
        fc
          .constantFrom(...byField.get(field)!)
          .chain(([, value, ways]) => fc.constantFrom(...ways).map((words) => ({ field, value, words }))),
      ),
    ),
  )
  .chain((said) => fc.shuffledSubarray(said, { minLength: said.length, maxLength: said.length }));

const spokenOf = (text: string): [string, string][] =>
  describeVehicle(text, vocabulary, 2026).chips.map(({ field, value }): [string, string] => [field, value]);

/** The details of one engine that follow from a code or a V6 are said by it; none of ours do. */
const sorted = (pairs: [string, string][]): string[] => pairs.map((pair) => pair.join('=')).sort();

describe('spoken descriptions that nobody wrote down', () => {
  test.each(SAID.flatMap(([field, value, ways]) => ways.map((words) => [words, field, value] as const)))(
    '“%s” alone is %s %s',
    (words, field, value) => {
      const { chips, leftover } = describeVehicle(words, vocabulary, 2026);
      expect(chips.map((chip) => [chip.field, chip.value])).toEqual([[field, value]]);
      expect(leftover).toEqual([]);
    },
  );

  test('in any order, parted by commas, every detail is kept and none is invented', () => {
    let [right, all] = [0, 0];
    const misses: string[] = [];
    fc.assert(
      fc.property(descriptions, (said) => {
        const text = said.map((each) => each.words).join(', ');
        const got = sorted(spokenOf(text));
        const wanted = sorted(said.map(({ field, value }) => [field, value]));
        all += 1;
        if (JSON.stringify(got) === JSON.stringify(wanted)) right += 1;
        else misses.push(`${text} → ${got.join(' ')}`);
      }),
      { seed: 21, numRuns: 500 },
    );
    expect(right / all, misses.slice(0, 8).join('\n')).toBeGreaterThanOrEqual(0.97);
  });

  test('run together without a comma it is still nearly all', () => {
    let [right, all] = [0, 0];
    const misses: string[] = [];
    fc.assert(
      fc.property(descriptions, (said) => {
        const text = said.map((each) => each.words).join(' ');
        const got = sorted(spokenOf(text));
        const wanted = sorted(said.map(({ field, value }) => [field, value]));
        all += 1;
        if (JSON.stringify(got) === JSON.stringify(wanted)) right += 1;
        else misses.push(`${text} → ${got.join(' ')}`);
      }),
      { seed: 22, numRuns: 500 },
    );
    expect(right / all, misses.slice(0, 8).join('\n')).toBeGreaterThanOrEqual(0.93);
  });

  const BEFORE = [
    'not', 'not a', 'not the', "isn't a", "isn't the", 'anything but the', 'anything but a', 'except the', 'excluding', 'other than the', 'no longer a',
    'never a', 'rather than the', 'instead of the', 'apart from the', 'with the exception of the', 'definitely not', "can't be a", 'bar the', 'sans',
    'not the noisy', "isn't the usual", 'scratch the', 'forget the', "i'd rule out the", 'not counting the', 'everything bar the',
  ]; // prettier-ignore
  const AFTER = ['excluded', 'is excluded', 'are ruled out', 'is out of the question', 'is not an option'];
  const deniable = SAID.filter(
    ([field, value]) => field !== 'model' && `${field}=${value}` !== 'airConditioning=no',
  );
  const WHOLE = [
    'tussock, %, left over',
    '% tussock',
    'a tussock and %',
    'tussock %',
    'hello, %, thanks: tussock',
  ];
  test.each([...BEFORE.map((words) => `${words} ~`), ...AFTER.map((words) => `~ ${words}`)])(
    'what “%s” says of a detail is never that it is so',
    (denial) => {
      const wrong = deniable.flatMap(([field, value, ways]) =>
        // Nobody says “not the it's a 2009”.
        ways.filter((way) => !/^(?:it's|an) /.test(way)).flatMap((way) =>
          WHOLE.filter((whole) => !(denial.startsWith('~') && field === 'part' && whole.length > 0)).flatMap((whole) => {
            const text = whole.replace('%', denial.replace('~', way));
            return spokenOf(text).some(([of, read]) => of === field && read.split('|').includes(value)) ? [text] : [];
          }),
        ),
      ); // prettier-ignore
      expect(wrong).toEqual([]);
    },
  );

  test.each([
    ', no,',
    'no wait,',
    'sorry,',
    ', i mean',
    ', actually',
    ', scratch that,',
    ', my mistake,',
    '... no,',
    ', hmm,',
    ', i tell a lie,',
    ', should be',
    ', oops,',
  ])('what is said after “%s” stands in place of what was said before', (words) => {
    const wrong = SAID.filter(([field]) => !['part', 'model', 'built', 'package'].includes(field)).flatMap(([field, first, firstWays]) =>
      SAID.filter(([other, second]) => other === field && second !== first).flatMap(([, second, ways]) => {
        const text = `tussock ${firstWays[0]!} ${words} ${ways[0]!}`.replace(/ (?=,|\.)/g, '');
        const got = spokenOf(text).find(([of]) => of === field)?.[1];
        return got === second ? [] : [`${text} → ${got}`];
      }),
    ); // prettier-ignore
    expect(wrong).toEqual([]);
  });

  test('every word is accounted for: in a chip, left over, or of no meaning; spans lie inside the text', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme', maxLength: 80 }), descriptions, (noise, said) => {
        const text = `${said[0]!.words} ${noise} ${said.at(-1)!.words}`;
        const { chips, leftover } = describeVehicle(text, vocabulary, 2026);
        for (const { from, to } of [...chips.filter((chip) => chip.from >= 0), ...leftover]) {
          expect(from).toBeGreaterThanOrEqual(0);
          expect(to).toBeLessThanOrEqual(text.length);
          expect(from).toBeLessThan(to);
        }
        // One chip a field, and each has something to say.
        expect(new Set(chips.map((chip) => chip.field)).size).toBe(chips.length);
        for (const chip of chips) expect(chip.label).not.toBe('');
      }),
      { seed: 23, numRuns: 300 },
    );
  });

  test.each([
    ['ten thousand characters', 'tussock '.repeat(1250)],
    ['right to left', 'tussock \u202eleseid\u202c \u05d0\u05d1\u05d2 2009'],
    ['emoji', '🚗💨 tussock 🔥 2009'],
    ['SQL', "tussock'; drop table part; -- 2009"],
    ['HTML', '<script>alert(1)</script> tussock <b>2009</b>'],
    ['control characters', 'tussock\u0000\u0007\u001b[31m 2009 \u0000zzq'],
    ['a number beyond numbers', `tussock ${'9'.repeat(400)}`],
  ])('%s is answered, and what means nothing is handed back', (_name, text) => {
    const { chips, leftover } = describeVehicle(text, vocabulary, 2026);
    expect(chips.some((chip) => chip.field === 'model' && chip.value === '11')).toBe(true);
    if (text.length > 100 || /[<;]|zzq|\p{Script=Hebrew}/u.test(text))
      expect(leftover.length).toBeGreaterThan(0);
  });
});

describe('fields, values and labels are one language', () => {
  const configurations: Configuration[] = vocabulary.models.flatMap((model) =>
    vocabulary.engines.flatMap((engine) =>
      vocabulary.transmissions.map((transmission, at) => ({
        id: model.id * 10_000 + engine.id * 100 + transmission.id,
        modelId: model.id,
        year: model.life[0] + at,
        engineId: engine.id,
        transmissionId: transmission.id,
        airConditioning: at % 2 === 0,
        package: (['standard', 'heavy-duty', 'towing'] as const)[at % 3]!,
        body: 'van' as const,
        drive: (['front', 'rear', 'all'] as const)[at % 3]!,
        steering: 'left' as const,
        built: [`${model.life[0] + at - 1}-09`, `${model.life[0] + at}-08`] as const,
      })),
    ),
  );

  test('what a field reads of a vehicle, the vehicle suits; what it reads of another it mostly does not', () => {
    for (const field of FIELDS)
      for (const configuration of configurations) {
        const value = readsOf(field, configuration, vocabulary);
        if (value === undefined) continue;
        expect(suits(configuration, [{ field, value }], vocabulary), `${field} ${value}`).toBe(true);
        expect(suits(configuration, [{ field, value: `!${value}` }], vocabulary)).toBe(false);
        expect(labelFor(field, value, vocabulary), `${field} ${value}`).not.toBe('');
        const others = configurations.filter((each) => readsOf(field, each, vocabulary) !== value);
        if (field === 'built') continue;
        for (const other of others.slice(0, 4))
          expect(suits(other, [{ field, value }], vocabulary), `${field} ${value}`).toBe(false);
      }
  });

  test('a value set by hand stays what it was set to, and a detail taken away is gone', () => {
    const described = describeVehicle('09 tussock diesel auto', vocabulary, 2026);
    const fixed = correct(described, { year: '2010', fuel: null }, vocabulary);
    expect(fixed.chips.map((chip) => [chip.field, chip.value, chip.certainty])).toEqual(
      expect.arrayContaining([['year', '2010', 'set']]),
    );
    expect(fixed.chips.some((chip) => chip.field === 'fuel')).toBe(false);
  });

  test('what tells vehicles apart names every one of them once', () => {
    for (const { values } of tellApart(configurations, vocabulary)) {
      const ids = values.flatMap((value) => value.ids);
      expect(new Set(ids).size).toBe(ids.length);
      expect(ids.length).toBe(configurations.length);
    }
  });
});
