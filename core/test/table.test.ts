import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  placeInFile,
  ApplicationReader,
  csvLine,
  guardCell,
  guessByCells,
  guessLayout,
  guessMapping,
  heldText,
  isHeadingOf,
  isTotals,
  joinedHeadings,
  plainCell,
  readBuilt,
  readYears,
  saidYes,
  separatorOf,
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
  test('a plain width is the shroud’s own, and the overall one of a radiator', () => {
    const [width, core] = guessMapping('parts', ['Width (in)', 'Core width'], ({ figure, label }) => (figure?.key === 'coreWidth' ? 'Core width' : label)); // prettier-ignore
    expect(width).toEqual({ heading: 'Width (in)', field: 'width', unit: 'in', byKind: { radiator: 'overallWidth' } }); // prettier-ignore
    expect(core).toEqual({ heading: 'Core width', field: 'coreWidth', unit: '' });
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
    const years = (cells: object, choices = {}) =>
      new ApplicationReader(emptyVocabulary, choices).read({ part: 'X 1', model: 'Pellworth Haulden', ...cells }).row?.scope.years; // prettier-ignore
    expect([
      years({ years: '2010–2012' }),
      years({ yearFrom: '2010', yearTo: '2012' }),
      years({}),
      years({ years: '2010+' }),
      years({ yearFrom: '', yearTo: '2012.0' }),
      years({ yearFrom: '2011', yearTo: '' }, { openYears: 'only' }),
      years({ yearFrom: '2011', yearTo: '' }, { openYears: 'onwards' }),
      years({ yearFrom: '2011', yearTo: '' }),
    ]).toEqual([
      [2010, 2012],
      [2010, 2012],
      [2000, 2020],
      [2010, 2020],
      [2000, 2012],
      [2011, 2011],
      [2011, 2020],
      undefined,
    ]);
    // What a list does not name is left out, not filled in.
    expect(reader.read({ ...base, years: '2010, 2012' }).row).toMatchObject({
      scope: { years: [2010, 2012] },
      exceptions: [{ years: [2011, 2011], engineIds: null }],
    });
  });
  test.each([
    [{ part: '' }, 'part', 'part-empty'],
    [{ model: 'Tussock' }, 'model', 'model-unknown'],
    [{ make: 'Nobody' }, 'make', 'make-unknown'],
    [{ years: '10-12' }, 'years', 'years-short'],
    [{ years: 'lately' }, 'years', 'years-unread'],
    [{ years: '2012-2010' }, 'years', 'years-backwards'],
    [{ years: '1990-2012' }, 'years', 'years-life'],
    [{ years: '', yearFrom: '2010', yearTo: '' }, 'yearTo', 'years-open'],
    [{ engine: 'E1 | E9' }, 'engine', 'engine-unknown'],
    [{ airConditioning: 'maybe' }, 'airConditioning', 'yes-no'],
    [{ package: 'arctic' }, 'package', 'package-unknown'],
    [{ built: '2011-13' }, 'built', 'built-unread'],
    [{ built: '03/04/2011' }, 'built', 'built-two-ways'],
    [{ fits: 'no', original: 'yes' }, 'original', 'original-does-not-fit'],
    [{ exceptions: 'not on sundays' }, 'exceptions', 'exceptions-unread'],
    [{ exceptions: 'not' }, 'exceptions', 'exceptions-empty'],
    [{ exceptions: 'Except: ' }, 'exceptions', 'exceptions-empty'],
    [{ exceptions: 'NA' }, 'exceptions', 'exceptions-na'],
  ])('%o is wrong in %s', (cells, field, code) => {
    const { row, problems } = reader.read({ ...base, ...cells });
    expect(row).toBeUndefined();
    expect(problems[0]).toMatchObject({ field, code });
  });
  test.each(['', 'n/a', 'N/A', 'none', '-', 'any', 'no'])('“%s” leaves nothing out', (exceptions) => {
    expect(reader.read({ ...base, exceptions })).toMatchObject({ problems: [], row: { exceptions: [] } });
  });
  test('every wrong cell of a row is named', () => {
    expect(reader.read({ ...base, engine: 'E9', package: 'arctic', years: '' }).problems).toHaveLength(2);
  });
  test('what a cell means is said once for the file', () => {
    const choices = { values: { make: { 'pell worth': 'Pellworth' }, engine: { '2.0 big one': 'E2', 'e1, e3': 'E4' } } }; // prettier-ignore
    const own = (cells: object) =>
      new ApplicationReader(emptyVocabulary, choices).read({ ...base, ...cells });
    expect(own({ make: 'PELL  WORTH', engine: '2.0 Big One | E1' }).row?.scope.engineIds).toEqual([1, 2]);
    expect(own({ engine: 'E1, E3' }).row?.scope.engineIds).toEqual([4]);
  });
});

describe('what other programs write', () => {
  test.each([
    ['2008.0', [2008, 2008], []],
    ['2010,2011', [2010, 2011], []],
    ['2008 - 2010 and 2013', [2008, 2013], [2011, 2012]],
    ['2008/2012', [2008, 2012], []],
    ['MY 2009', [2009, 2009], []],
    ['2008 thru 2012', [2008, 2012], []],
  ])('%s', (text, years, gaps) => expect(readYears(text)).toEqual({ read: 'span', years, gaps }));
  test.each(['2010-', '2010+', '2010-on', '2010 on', '2010 onwards', '2010–present', 'from 2010'])(
    '%s is open, and says so',
    (text) => expect(readYears(text)).toEqual({ read: 'open', from: 2010 }),
  );
  test.each([
    ['to 2012', { read: 'open', to: 2012 }],
    ['2008-12', { read: 'short' }],
    ["'08-'12", { read: 'short' }],
    ['2012-2008', { read: 'backwards' }],
    ['every year', { read: 'none' }],
  ])('%s is not guessed', (text, read) => expect(readYears(text)).toEqual(read));
  test.each([
    ['2010-03 to 2011-02', ['2010-03', '2011-02']],
    ['2010-03-15', ['2010-03', '2010-03']],
    ['15.03.2010 - 01.02.2011', ['2010-03', '2011-02']],
    ['03/2010', ['2010-03', '2010-03']],
    ['Mar 2010 – Feb. 2011', ['2010-03', '2011-02']],
    ['2010-03-15T00:00:00', ['2010-03', '2010-03']],
    ['2010-03-2011-02', ['2010-03', '2011-02']],
  ])('built %s', (text, months) => expect(readBuilt(text)).toEqual({ months }));
  test.each([
    ['w/ A/C', true],
    ['with air con', true],
    ['w/o A/C', false],
    ['less AC', false],
    ['sin aire', false],
    ['perhaps', undefined],
  ])('%s', (text, said) => expect(saidYes(text, false)).toBe(said));
  test('texts held back from a spreadsheet, and hard blanks', () => {
    expect([heldText('="0440"'), heldText('="0""1"'), heldText('=1+1'), plainCell('\u00a0NT-R\u00a04402 ')]).toEqual(['0440', '0"1', undefined, 'NT-R 4402']); // prettier-ignore
  });
});

describe('where a table begins', () => {
  const rows = (...lines: string[]) => lines.map((line, at) => ({ row: at + 1, cells: line.split(';') }));
  const heading = isHeadingOf('applications', ({ label }) => label);
  test('under titles and blank rows', () =>
    expect(guessLayout(rows('Price list 2026;;', ';;', 'Part no.;Model;Years', 'X 1;Haulden;2010'), heading)).toEqual({ headingRow: 3, headingRows: 1 })); // prettier-ignore
  test('headings of two rows, the upper one over several columns', () => {
    const two = rows('Vehicle;;;Article', 'Make;Model;Years;No.', 'Pellworth;Haulden;2010;X 1');
    expect(guessLayout(two, heading)).toEqual({ headingRow: 1, headingRows: 2 }); // prettier-ignore
    const named = rows('Year;;Part', 'from;to;number', '2010;2012;X 1');
    expect(guessLayout(named, heading)).toEqual({ headingRow: 1, headingRows: 2 });
    expect(joinedHeadings(named[0]!.cells, named[1]!.cells)).toEqual(['Year from', 'Year to', 'Part number']);
  });
  test('where no heading is known: the first of the widest rows', () =>
    expect(guessLayout(rows('Something', 'a;b;c', 'd;e;f'), heading)).toEqual({ headingRow: 2, headingRows: 1 })); // prettier-ignore
  test.each([
    [['sep=|', 'a,b|c'], '|'],
    [['Title, of a list', 'a;b;c', '1;2;3'], ';'],
    [['part|model|years', 'X 1|Haulden|2010'], '|'],
    [['part,engine', 'X 1,E1 | E2 | E3'], ','],
    [['one column'], ','],
  ])('%o is parted by %s', (lines, separator) => expect(separatorOf(lines)).toBe(separator));
  test('totals are no rows of the table', () => {
    expect([isTotals(['Total', '1200', ''], [0, 2]), isTotals(['Total Eclipse 7', 'X', 'Y'], [0, 2])]).toEqual([true, false]); // prettier-ignore
  });
  test('columns under headings that say nothing, by what they hold', () => {
    const known = { make: (cell: string) => cell === 'Pellworth', part: (cell: string) => /^X/.test(cell) };
    const mapping = guessMapping('applications', ['c1', 'c2', 'Model']);
    const columns = [['X 1', 'X 2', ''], ['Pellworth', 'Pellworth', 'Odd one'], ['Haulden']];
    expect(guessByCells(mapping, columns, known).map(({ field }) => field)).toEqual([
      'part',
      'make',
      'model',
    ]);
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
