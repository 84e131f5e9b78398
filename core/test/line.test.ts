import { describe, expect, test } from 'vitest';
import { claimSentence, readLine, readSentence, type LineRead } from '../src/application/index.ts';
import type { Vocabulary } from '../src/vehicle/index.ts';
import { claim, configuration } from './random.ts';

const vocabulary: Vocabulary = {
  makes: [{ id: 1, name: 'Pellworth' }],
  models: [
    { id: 1, makeId: 1, name: 'Haulden', nicknames: ['haul'], life: [2010, 2018] },
    { id: 2, makeId: 1, name: 'Merlet', nicknames: [], life: [2006, 2012] },
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
      code: 'PD25',
      displacementL: 2.5,
      cylinders: 4,
      layout: 'straight',
      fuel: 'diesel',
      aspiration: 'turbo',
    },
    {
      id: 4,
      code: 'VX16',
      displacementL: 1.6,
      cylinders: 4,
      layout: 'straight',
      fuel: 'petrol',
      aspiration: 'natural',
    },
  ],
  transmissions: [
    { id: 1, code: 'PM6', kind: 'manual', gears: 6 },
    { id: 2, code: 'PA6', kind: 'automatic', gears: 6 },
  ],
};
const built = [1, 2, 3].flatMap((engineId) =>
  [1, 2].map((transmissionId) =>
    configuration(engineId * 10 + transmissionId, { year: 2012, engineId, transmissionId }),
  ),
);
const any = {
  years: null,
  built: null,
  engineIds: null,
  transmissionIds: null,
  airConditioning: null,
  packages: null,
};
const read = (text: string): LineRead => readLine(text, vocabulary, 2026, built);

describe('a statement as it is typed', () => {
  test.each<[string, object, object[]]>([
    [
      '2011-2016 Haulden 2.0 diesel auto, not heavy-duty',
      { years: [2011, 2016], engineIds: [1], transmissionIds: [2] },
      [{ packages: ['heavy-duty'] }],
    ],
    ['haulden 11 to 16 diesel', { years: [2011, 2016], engineIds: [1, 3] }, []],
    ['Haulden 2012 onwards', { years: [2012, 2018] }, []],
    [
      'Haulden up to 2012 manual with aircon',
      { years: [2010, 2012], transmissionIds: [1], airConditioning: true },
      [],
    ],
    [
      '2010-2018 Haulden except 2013; PP24 auto',
      { years: [2010, 2018] },
      [{ years: [2013, 2013] }, { engineIds: [2], transmissionIds: [2] }],
    ],
    [
      '2010-2018 Haulden not 2013 not PP24',
      { years: [2010, 2018] },
      [{ years: [2013, 2013] }, { engineIds: [2] }],
    ],
    ['Haulden petrol or diesel', { years: [2010, 2018], engineIds: null }, []],
    ['Haulden 2012 without aircon', { years: [2012, 2012], airConditioning: false }, []],
  ])('%s', (text, scope, exceptions) => {
    const got = read(text);
    expect(got.problem).toBe('');
    expect(got.notUnderstood).toEqual([]);
    expect(got.scope).toEqual({ ...any, ...scope });
    expect(got.exceptions).toEqual(exceptions.map((each) => ({ ...any, ...each })));
  });

  test('what it says comes back in the words of the trade', () => {
    const { scope, exceptions } = read('haul 11-16 2.0 diesel auto not heavy duty');
    expect(claimSentence(claim(1, { ...scope, exceptions }), vocabulary)).toBe(
      '2011–2016 Haulden, PD20, PA6; not heavy-duty cooling',
    );
  });

  test('a line that names no model is about the one that is open', () => {
    expect(readLine('2012 diesel', vocabulary, 2026, built, 1)).toMatchObject({
      modelId: 1,
      problem: '',
      scope: { years: [2012, 2012], engineIds: [1, 3] },
    });
  });

  test('a denial is one; what has no place in a line is handed back', () => {
    expect(read('does not fit 2012 Haulden diesel')).toMatchObject({ fits: false, problem: '' });
    expect(read('2012 Haulden van zzyq').notUnderstood).toEqual(expect.arrayContaining(['van', 'zzyq']));
  });

  test.each([
    ['2012 diesel', 'Say the model.'],
    ['Haulden 1999', 'was built 2010 to 2018'],
    ['Haulden VX16', 'No such engine was built'],
    ['2012 Haulden, not zzyq', 'What is excepted was not understood.'],
  ])('%s is no statement: %s', (text, problem) => {
    expect(read(text).problem).toContain(problem);
  });
});

describe('a sentence of several models', () => {
  const several: Vocabulary = { ...vocabulary, models: [...vocabulary.models, { id: 3, makeId: 1, name: 'Tarn', nicknames: [], life: [2008, 2014] }, { id: 4, makeId: 1, name: 'Skerry', nicknames: [], life: [2000, 2020] }] };
  const bodies = { 1: 'van', 2: 'hatchback', 3: 'pickup', 4: 'van' } as const;
  const all = (only: readonly number[]) => only.flatMap((modelId) => [1, 2].map((engineId) => configuration(modelId * 10 + engineId, { modelId, year: 2012, engineId, transmissionId: 1, body: bodies[modelId as 1] })));
  const lines = (text: string, models = [1, 2, 3]) => {
    const { lines: own, refused } = readSentence(text, several, 2026, all(models), 1);
    return [own.map(({ modelId, scope, note, problem }) => [modelId, ...scope.years, note, ...(problem ? [problem] : [])]), refused.map(({ words, because }) => [words, because])];
  };
  test.each<[string, unknown[][], unknown[][]]>([
    // A supplier's own words; the plug stands only in the years that were said.
    ['08–14 pickup 2.0 diesel, 10–16 van as well as 06–12 hatch; small plug up to 2010 on the hatch.', [[3, 2008, 2014, ''], [1, 2010, 2016, ''], [2, 2006, 2010, 'small plug'], [2, 2011, 2012, '']], []],
    ['2011-2012 Tarn, Haulden 2013 manual, not heavy-duty', [[3, 2011, 2012, ''], [1, 2013, 2013, '']], []],
    ['Tarn and Merlet 2010', [[3, 2010, 2010, ''], [2, 2010, 2010, '']], []],
    // What stands in front of a list is said of all of it, what stands behind a model of that one.
    ['2010 Tarn, Merlet and Haulden', [[3, 2010, 2010, ''], [2, 2010, 2010, ''], [1, 2010, 2010, '']], []],
    ['2010-2012 diesel pickup and hatch', [[3, 2010, 2012, ''], [2, 2010, 2012, '']], []],
    ['Tarn 2010, Merlet', [[3, 2010, 2010, ''], [2, 2006, 2012, '']], []],
    ['2012 Tarn, Merlet and Haulden 2014', [[3, 2012, 2012, ''], [2, 0, 0, '', 'The Merlet was built 2006 to 2012; none of these years is among them.'], [1, 2014, 2014, '']], []],
    ['2010 Tarn, 2011 Merlet; with a bracket on the Tarn', [[3, 2010, 2010, 'bracket'], [2, 2011, 2011, '']], []],
    ['2010 Tarn, 2011 Merlet, and a zork thing', [[3, 2010, 2010, ''], [2, 2011, 2011, '']], [['a zork thing', 'not-understood']]],
    ['2010 Tarn diesel, 2012 Tarn petrol', [[3, 2010, 2010, ''], [3, 2012, 2012, '']], []],
    ['2010 Tarn, 2011 Merlet; small plug up to 1999 on the Tarn', [[3, 2010, 2010, ''], [2, 2011, 2011, '']], [['small plug up to 1999 on the Tarn', 'not-understood']]],
    ['2010 Tarn, 2011 Merlet; bracket on the Merlet with diesel', [[3, 2010, 2010, ''], [2, 2011, 2011, 'bracket on the Merlet with diesel']], []],
    ['2012 pickup', [[3, 2012, 2012, '']], []],
    ['2012 Haulden van diesel', [[1, 2012, 2012, '']], []],
    ['2012 Haulden diesel, and the blue one', [[1, 2012, 2012, '']], [['the blue one', 'not-understood']]],
    ['2012 Haulden diesel and petrol', [[1, 2012, 2012, '']], []],
    ['1999 Tarn, 2011 Merlet', [[3, 0, 0, '', 'The Tarn was built 2008 to 2014; none of these years is among them.'], [2, 2011, 2011, '']], []],
  ])('%s', (text, read, refused) => expect(lines(text)).toEqual([read, refused])); // prettier-ignore
  test('a body that two models have names neither', () => {
    expect(lines('2012 Tarn, 2013 van', [1, 2, 3, 4])).toEqual([[[3, 2012, 2012, '']], [['2013 van', 'which-model']]]);
  });
}); // prettier-ignore
