import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  ruledOutBy,
  correct,
  complaintIn,
  describeVehicle,
  suits,
  tellApart,
  type Configuration,
  type Vocabulary,
} from '../src/vehicle/index.ts';

const vocabulary: Vocabulary = {
  makes: [
    { id: 1, name: 'Quillon' },
    { id: 2, name: 'Veldara' },
  ],
  models: [
    { id: 10, makeId: 1, name: 'Tussock', nicknames: ['tuss'], life: [2005, 2014] },
    { id: 11, makeId: 2, name: 'Merlet', nicknames: ['merl'], life: [1998, 2016] },
  ],
  engines: [
    {
      id: 20,
      code: 'QD22',
      displacementL: 2.2,
      cylinders: 4,
      layout: 'straight',
      fuel: 'diesel',
      aspiration: 'turbo',
    },
    {
      id: 21,
      code: 'QP25',
      displacementL: 2.5,
      cylinders: 4,
      layout: 'straight',
      fuel: 'petrol',
      aspiration: 'natural',
    },
  ],
  transmissions: [
    { id: 30, code: 'QA5', kind: 'automatic', gears: 5 },
    { id: 31, code: 'QM5', kind: 'manual', gears: 5 },
  ],
};
const REFERENCE_YEAR = 2026;
const read = (text: string) => {
  const { chips, leftover } = describeVehicle(text, vocabulary, REFERENCE_YEAR);
  return {
    details: Object.fromEntries(chips.map((chip) => [chip.field, chip.value])),
    leftover: leftover.map((rest) => rest.text),
  };
};

describe('a vehicle as it is spoken', () => {
  const spoken: [string, Record<string, string>, string[]?][] = [
    [
      '09 tussock diesel auto aircon',
      { year: '2009', model: '10', fuel: 'diesel', transmission: 'automatic', airConditioning: 'yes' },
    ],
    [
      "auto '09 Tussock, 2.2L, no a/c",
      { year: '2009', model: '10', displacement: '2.2', transmission: 'automatic', airConditioning: 'no' },
    ],
    ['the 2.2, 06 to 11 or thereabouts', { displacement: '2.2', year: '2006-2011' }],
    ['between 08 and 11 quillon stick shift', { year: '2008-2011', make: '1', transmission: 'manual' }],
    ['an 09 or 10 tussok 134 cu in', { year: '2009-2010', model: '10', displacement: '2.2' }],
    [
      'merlet 2200 6-speed manual rhd',
      { model: '11', displacement: '2.2', gears: '6', transmission: 'manual', steering: 'right' },
    ],
    [
      '98 merl five speed straight six petrol',
      { year: '1998', model: '11', gears: '5', layout: 'straight', cylinders: '6', fuel: 'petrol' },
    ],
    [
      '2010 tussock built after March 10 not heavy duty',
      { year: '2010', model: '10', built: '2010-04..', package: '!heavy-duty' },
    ],
    [
      'V6 cvt awd estate towing package',
      { layout: 'vee', cylinders: '6', transmission: 'cvt', drive: 'all', body: 'estate', package: 'towing' },
    ],
    ['QD22 around 2008', { engineCode: 'QD22', year: '2007-2009' }],
    ['pre-08 tussock radiator', { year: '-2007', model: '10', part: 'radiator' }],
    ['tussock from 2013 on except 2015 and except 2014', { year: '2013|2016-', model: '10' }],
    ['merlet 2008, 2009 or 2011 except 2009', { year: '2008|2011', model: '11' }],
    ['tussock 2009 to 2013 except 2010 and 2012', { year: '2009|2011|2013', model: '10' }],
    ['tussock from 2009 except from 2012 on', { year: '2009-2011', model: '10' }],
    ['tussock 2.2 or 2.5, not the 2.5', { displacement: '2.2', model: '10' }],
    ['since 2010 merlet non turbo', { year: '2010-', model: '11', aspiration: 'natural' }],
    [
      'up to 12 Tussock 4x4 without air con',
      { year: '-2012', model: '10', drive: 'all', airConditioning: 'no' },
    ],
    [
      'after 09 veldara, dual clutch 7 speed',
      { year: '2010-', make: '2', transmission: 'dual-clutch', gears: '7' },
    ],
    [
      '1998 flat four 2.5 litre lhd saloon',
      { year: '1998', layout: 'flat', cylinders: '4', displacement: '2.5', steering: 'left', body: 'saloon' },
    ],
    [
      'tussock 2.2td auto 5-speed tow pack',
      {
        model: '10',
        displacement: '2.2',
        fuel: 'diesel',
        aspiration: 'turbo',
        transmission: 'automatic',
        gears: '5',
        package: 'towing',
      },
    ],
    ['72 merlet', { year: '1972', model: '11' }],
    ['fan assembly for a merlet, built in 03/2010', { part: 'fan', model: '11', built: '2010-03' }],
    ['fgh 99x', {}, ['fgh', '99x']],
    ['tussock <script>alert(1)</script> 🚚', { model: '10' }, ['script', 'alert', '1', '/script', '🚚']],
  ];
  test.each(spoken)('%s', (text, details, leftover = []) => {
    expect(read(text)).toEqual({ details, leftover });
  });

  test('word order does not matter', () => {
    const words = ['09', 'tussock', 'diesel', 'auto', 'aircon', '2.2'];
    const expected = read(words.join(' ')).details;
    fc.assert(
      fc.property(fc.shuffledSubarray(words, { minLength: words.length }), (mixed) => {
        expect(read(mixed.join(' ')).details).toEqual(expected);
      }),
      { seed: 3, numRuns: 60 },
    );
  });

  test('a mistyped name is marked likely; a second, different year is kept and reported', () => {
    const { chips } = describeVehicle('tusock', vocabulary, REFERENCE_YEAR);
    expect(chips[0]).toMatchObject({ field: 'model', certainty: 'likely' });
    const twice = describeVehicle('2009 tussock 2012', vocabulary, REFERENCE_YEAR);
    expect(twice.chips[0]).toMatchObject({ value: '2009', alternatives: [{ value: '2012' }] });
    expect(twice.leftover.map((rest) => rest.text)).toEqual(['2012']);
  });

  test('every character is accounted for, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.oneof(fc.string({ maxLength: 60 }), fc.string({ unit: 'grapheme', maxLength: 60 })),
        (text) => {
          const { chips, leftover } = describeVehicle(text, vocabulary, REFERENCE_YEAR);
          for (const piece of [...chips, ...leftover])
            expect(text.slice(piece.from, piece.to)).toBe(piece.text);
        },
      ),
      { seed: 5, numRuns: 2000 },
    );
    expect(describeVehicle('x'.repeat(5_000_000), vocabulary, REFERENCE_YEAR).leftover.at(-1)).toMatchObject({
      from: 400,
      to: 5_000_000,
    });
  });
});

describe('finding the vehicle', () => {
  const configuration = (id: number, change: Partial<Configuration>): Configuration => ({
    id,
    modelId: 10,
    year: 2009,
    engineId: 20,
    transmissionId: 30,
    airConditioning: true,
    package: 'standard',
    body: 'pickup',
    drive: 'all',
    steering: 'right',
    built: ['2008-09', '2009-08'],
    ...change,
  });
  const all = [
    configuration(1, {}),
    configuration(2, { transmissionId: 31 }),
    configuration(3, { year: 2010 }),
    configuration(4, { engineId: 21 }),
  ];
  const find = (text: string) => {
    const { chips } = describeVehicle(text, vocabulary, REFERENCE_YEAR);
    return all.filter((candidate) => suits(candidate, chips, vocabulary));
  };

  test('keeps what agrees with every stated detail', () => {
    expect(find('09 tussock diesel auto').map((c) => c.id)).toEqual([1]);
    expect(find('2008-2010 tussock diesel').map((c) => c.id)).toEqual([1, 2, 3]);
  });

  test('says what tells the rest apart, fewest values first, and nothing they share', () => {
    expect(tellApart(find('09 tussock'), vocabulary).map((difference) => difference.label)).toEqual([
      'Engine',
      'Transmission',
    ]);
  });

  test('names the detail that rules everything out, and takes a correction', () => {
    const description = describeVehicle('03 tussock diesel auto', vocabulary, REFERENCE_YEAR);
    expect(ruledOutBy(description.chips, all, vocabulary).map((chip) => chip.field)).toEqual(['year']);
    const corrected = correct(description, { year: '2009', fuel: null }, vocabulary);
    expect(all.filter((candidate) => suits(candidate, corrected.chips, vocabulary)).map((c) => c.id)).toEqual(
      [1, 4],
    );
    expect(correct(description, { year: 'drop table' }, vocabulary).chips[0]!.value).toBe('2003');
  });
  test('names the smallest set of details that rules everything out: none smaller does, and it does by itself', () => {
    const ways = [
      '2009',
      '2013',
      '1999',
      'diesel',
      'petrol',
      'auto',
      'manual',
      'aircon',
      'no air',
      'tussock',
      'merlet',
      'towing',
      'van',
    ];
    fc.assert(
      fc.property(fc.uniqueArray(fc.constantFrom(...ways), { minLength: 1, maxLength: 6 }), (said) => {
        const { chips } = describeVehicle(said.join(', '), vocabulary, REFERENCE_YEAR);
        const none = (some: readonly { field: string; value: string }[]): boolean =>
          !all.some((one) => suits(one, some as typeof chips, vocabulary));
        const found = ruledOutBy(chips, all, vocabulary);
        expect(found.length > 0).toBe(none(chips));
        if (found.length === 0) return;
        expect(none(found)).toBe(true);
        // Exhaustively: no smaller choice of what was said rules everything out.
        for (let bits = 0; bits < 2 ** chips.length; bits += 1) {
          const some = chips.filter((_, at) => bits & (1 << at));
          if (some.length < found.length)
            expect([said, some.map(({ field }) => field), none(some)]).toEqual([
              said,
              some.map(({ field }) => field),
              false,
            ]);
        }
      }),
      { seed: 9, numRuns: 300 },
    );
  });
  test('a line that speaks of two vehicles, of one before, and of several parts', () => {
    const line = describeVehicle(
      '2009 tussock diesel, also a merlet petrol and a 2010 tussock auto',
      vocabulary,
      REFERENCE_YEAR,
    );
    expect(line.others.map(({ text }) => text)).toEqual(['merlet petrol', '2010 tussock auto']);
    expect(line.chips.map(({ field, value }) => [field, value])).toEqual([
      ['year', '2009'],
      ['model', '10'],
      ['fuel', 'diesel'],
    ]);
    const former = describeVehicle('had a merlet, now a tussock', vocabulary, REFERENCE_YEAR).chips;
    expect(former.map(({ value, alternatives }) => [value, alternatives.map((each) => each.label)])).toEqual([
      ['10', ['Merlet']],
    ]);
    expect(describeVehicle('radiator and fan', vocabulary, REFERENCE_YEAR).chips[0]!.label).toBe(
      'radiator and fan assembly',
    );
  });
});

describe('what of a line is the complaint', () => {
  const kept = (line: string): string => complaintIn(line, describeVehicle(line, vocabulary, 2026).chips);
  test.each([
    ['10 tussock diesel, fan is dead', 'fan is dead'],
    ["10 tussock diesel. Radiator fan doesn't come on when it gets hot. The fuse is fine.", "Radiator fan doesn't come on when it gets hot. The fuse is fine."],
    ['need a radiator for a 2010 tussock', ''],
    // A stray word is handed back, and kept for no job.
    ['09 tussock diesel auto aircon blue', ''],
    ['fgh 99x', ''],
    // What stands between two parts that are wanted is not part of them; nor between two years.
    ['2010 tussock radiator, overheats on the hill, and a fan please', 'overheats on the hill'],
    ['tussock 2010, boils over at idle, or it may be a 2011', 'boils over at idle'],
    ['tussock 2010 overheats in town, rad please', 'tussock 2010 overheats in town'],
    // Two words belong to what was said before them, and to nothing by themselves.
    ['10 tussock, overheats in traffic, level was full', 'overheats in traffic, level was full'],
    ['10 tussock diesel, leaks. Radiator renewed twice.', 'leaks. Radiator renewed twice.'],
    ['10 tussock, fan dead with the A/C on, no current at it, fuse is whole, relay swapped and no help', 'fan dead with the A/C on, no current at it, fuse is whole, relay swapped and no help'],
    ['10 tussock diesel, blue paint', ''],
    // Names that nobody has recorded are no complaint.
    ['2016 Orvane Kestle 1.6 petrol, fan does not run', 'fan does not run'],
    ['', ''],
  ])('“%s”', (line, complaint) => expect(kept(line)).toBe(complaint)); // prettier-ignore
});
