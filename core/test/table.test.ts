import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  placeInFile,
  ApplicationReader,
  csvLine,
  guardCell,
  guessMapping,
  unguardCell,
} from '../src/table/index.ts';
import { emptyVocabulary } from './random.ts';

describe('cells', () => {
  // Beginnings that spreadsheets take for formulas: OWASP, "CSV Injection", owasp.org/www-community/attacks/CSV_Injection.
  test.each(['=1+1', '+1', '-2', '@SUM(A1)', '\tx', '\rx', "'=1", "''@x"])('%j goes out as text', (text) => {
    expect(guardCell(text)).toBe(`'${text}`);
  });
  test.each(['NT-R 4402', "'s-Gravenzande", '', ' =1', '12 mm'])('%j goes out as it is', (text) => {
    expect(guardCell(text)).toBe(text);
  });
  test('whatever a cell says, it comes back as it was, and never as a formula', () => {
    const texts = fc.oneof(
      fc.string(),
      fc.string({ unit: fc.constantFrom("'", '=', '+', '-', '@', '\t', 'a', '"', ',') }),
    );
    fc.assert(
      fc.property(texts, (text) => {
        expect(unguardCell(guardCell(text))).toBe(text);
        expect(guardCell(text)).not.toMatch(/^[=+\-@\t\r]/);
      }),
      { seed: 4, numRuns: 600 },
    );
  });
  test('a record is quoted where it must be (RFC 4180)', () => {
    expect(csvLine(['a', 'b,c', 'say "so"', 'two\nlines', ''])).toBe(
      'a,"b,c","say ""so""","two\nlines",\r\n',
    );
  });
});

describe('headings', () => {
  const fields = (headings: string[]) => guessMapping('applications', headings).map((each) => each.field);
  test('in any order, under the names they go by', () => {
    expect(fields(['Source', 'PART NO.', 'year_from', 'Year To', 'A/C', 'Model', 'Gearbox'])).toEqual([
      'source',
      'part',
      'yearFrom',
      'yearTo',
      'airConditioning',
      'model',
      'transmission',
    ]);
  });
  test('what means nothing is left out, and no field is given twice', () => {
    expect(fields(['Part', 'Part number', 'Shelf'])).toEqual(['part', '', '']);
  });
  test('a unit in brackets is the unit of the column', () => {
    expect(
      guessMapping(
        'parts',
        ['Overall width (in)', 'Cap rating [psi]', 'Running current', 'Overall height (furlong)'],
        ({ figure, label }) =>
          figure
            ? ({
                overallWidth: 'Overall width',
                capPressure: 'Cap rating',
                current: 'Running current',
                overallHeight: 'Overall height',
              }[figure.key] ?? figure.key)
            : label,
      ),
    ).toEqual([
      { heading: 'Overall width (in)', field: 'overallWidth', unit: 'in' },
      { heading: 'Cap rating [psi]', field: 'capPressure', unit: 'psi' },
      { heading: 'Running current', field: 'current', unit: '' },
      { heading: 'Overall height (furlong)', field: 'overallHeight', unit: '' },
    ]);
  });
});

describe('rows of applications', () => {
  const reader = new ApplicationReader(emptyVocabulary);
  const base = { part: 'X 1', model: 'Haulden', years: '2010-2012' };
  test('a full row', () => {
    const { row, problems } = reader.read({
      ...base,
      make: 'pellworth',
      engine: 'E1 | e3',
      transmission: 'T2',
      airConditioning: 'no',
      package: 'heavy duty',
      built: '2010-03 to 2011-02',
      fits: 'yes',
      original: 'x',
      exceptions: 'not 2011; not T2',
      note: ' small plug ',
      source: 'List',
    });
    expect(problems).toEqual([]);
    expect(row).toEqual({
      part: 'X 1',
      modelId: 1,
      scope: {
        years: [2010, 2012],
        built: ['2010-03', '2011-02'],
        engineIds: [1, 3],
        transmissionIds: [2],
        airConditioning: false,
        packages: ['heavy-duty'],
      },
      exceptions: [
        {
          years: [2011, 2011],
          built: null,
          engineIds: null,
          transmissionIds: null,
          airConditioning: null,
          packages: null,
        },
        {
          years: null,
          built: null,
          engineIds: null,
          transmissionIds: [2],
          airConditioning: null,
          packages: null,
        },
      ],
      fits: true,
      original: true,
      note: 'small plug',
      source: 'List',
    });
  });
  test('engine and transmission in the words that Ask reads', () => {
    const scope = (cells: object) => reader.read({ ...base, ...cells }).row?.scope;
    expect(scope({ engine: '2.0 diesel' })?.engineIds).toEqual([1, 2, 3, 4]);
    expect(scope({ engine: 'E2 or 2.0', transmission: 'manual' })).toMatchObject({
      engineIds: [1, 2, 3, 4],
      transmissionIds: [1, 2, 3],
    });
    // None such on record, a cell about something else, words of no meaning.
    for (const cells of [{ transmission: 'auto' }, { engine: 'manual' }, { engine: '2.0 of sorts' }])
      expect(scope(cells)).toBeUndefined();
  });
  test('years as a span, as two columns, as one year, or left to the life of the model', () => {
    const years = (cells: object) =>
      reader.read({ part: 'X 1', model: 'Pellworth Haulden', ...cells }).row?.scope.years;
    expect([
      years({ years: '2010–2012' }),
      years({ yearFrom: '2010', yearTo: '2012' }),
      years({ yearFrom: '2011' }),
      years({}),
    ]).toEqual([
      [2010, 2012],
      [2010, 2012],
      [2011, 2011],
      [2000, 2020],
    ]);
  });
  test.each([
    [{ part: '' }, 'part', 'no part number'],
    [{ model: 'Tussock' }, 'model', 'no model “Tussock”'],
    [{ make: 'Nobody' }, 'make', 'no make “Nobody”'],
    [{ years: '10-12' }, 'years', 'not a span of model years'],
    [{ years: '2012-2010' }, 'years', 'runs backwards'],
    [{ years: '1990-2012' }, 'years', 'was built for 2000 to 2020'],
    [{ engine: 'E1 | E9' }, 'engine', 'no engine “E9”'],
    [{ airConditioning: 'maybe' }, 'airConditioning', 'neither yes nor no'],
    [{ package: 'arctic' }, 'package', 'no cooling package'],
    [{ built: '2011-13' }, 'built', 'not a span of build months'],
    [{ fits: 'no', original: 'yes' }, 'original', 'does not fit'],
    [{ exceptions: 'not on sundays' }, 'exceptions', ''],
    [{ exceptions: 'not' }, 'exceptions', 'does not say what is left out'],
    [{ exceptions: 'Except: ' }, 'exceptions', 'does not say what is left out'],
    [{ exceptions: 'NA' }, 'exceptions', 'naturally aspirated'],
  ])('%o is wrong in %s', (cells, field, reason) => {
    const { row, problems } = reader.read({ ...base, ...cells });
    expect(row).toBeUndefined();
    expect(problems[0]).toMatchObject({ field, reason: expect.stringContaining(reason) as string });
    expect(problems[0]!.fix).not.toBe('');
  });
  test.each(['', 'n/a', 'N/A', 'none', '-', 'any', 'no'])('“%s” leaves nothing out', (exceptions) => {
    expect(reader.read({ ...base, exceptions })).toMatchObject({ problems: [], row: { exceptions: [] } });
  });
  test('every wrong cell of a row is named', () => {
    expect(reader.read({ ...base, engine: 'E9', package: 'arctic', years: '' }).problems).toHaveLength(2);
  });
});

describe('a place in a file', () => {
  const file = {
    parts: [{}, { number: 'NT-R 1', figures: [{ key: 'coreWidth', text: 'wide' }] }],
    claims: [{ part: 'NT-R 2', exceptions: [{}, {}] }],
  };
  test.each([
    ['parts.1.figures.0.text', 'part 2 (NT-R 1), figure 1 (coreWidth), text'],
    ['claims.0.exceptions.1.engines', 'claim 1 (NT-R 2), exception 2, engines'],
    ['claims.7.sourceId', 'claim 8, source id'],
    ['vehicles.0', 'vehicle 1'],
    ['', 'the file'],
  ])('%s is said as “%s”', (path, words) => expect(placeInFile(path, file)).toBe(words));
  test('of a file that is none it still says where', () =>
    expect(placeInFile('bays.2.name', null)).toBe('bay 3, name'));
});
