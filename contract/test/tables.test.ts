import { describe, expect, test } from 'vitest';
import { columnsOf, TABLE_KINDS } from '@radiatrix/core/table';
import { ROUTES } from '../src/schemas/index.ts';

const upload = ROUTES.newUpload.query;
const preview = ROUTES.previewUpload.body;
const rewrite = ROUTES.rewrite.body;
const marks = ROUTES.newMark.body;

describe('what a table may be called and hold', () => {
  test('a kind and a name, and nothing that is neither', () => {
    for (const kind of TABLE_KINDS) expect(upload.validate({ kind, name: 'a.csv' }).error).toBeUndefined();
    expect(upload.validate({ kind: 'people', name: 'a.csv' }).error).toBeDefined();
    expect(upload.validate({ kind: 'parts' }).error).toBeDefined();
    expect(upload.validate({ kind: 'parts', name: 'x'.repeat(300) }).error).toBeDefined();
  });
  test('a mapping names headings; a column that is left out has no field', () => {
    const mapping = [
      { heading: 'Part', field: 'part', unit: '' },
      { heading: '', field: '' },
    ];
    const { error, value } = preview.validate({ mapping });
    expect(error).toBeUndefined();
    expect(value).toMatchObject({ sourceId: null, mapping: [{ unit: '' }, { unit: '' }] });
    expect(preview.validate({ mapping: [{ field: 'part' }] }).error).toBeDefined();
    expect(preview.validate({ mapping, sourceId: -1 }).error).toBeDefined();
  });
  test('every kind of table has columns that must be there, and no field twice', () => {
    for (const kind of TABLE_KINDS) {
      const columns = columnsOf(kind);
      expect(columns.some((column) => column.required)).toBe(true);
      const fields = columns.map((column) => column.field);
      expect(new Set(fields).size).toBe(fields.length);
      // A heading that means two things means neither.
      const names = columns.flatMap((column) =>
        [...new Set(column.aliases)].map((alias) => [alias, column.field]),
      );
      const byAlias = new Map<string, string>();
      for (const [alias, field] of names as [string, string][]) {
        const held = byAlias.get(alias);
        if (held && kind !== 'parts') expect(`${alias} ${held}`).toBe(`${alias} ${field}`);
        byAlias.set(alias, field);
      }
    }
  });
});

describe('lines that are rewritten', () => {
  const line = { years: [2010, 2012], fits: true };
  test('each is a claim without its part, model and source, which stand above them all', () => {
    expect(rewrite.validate({ sourceId: 1, replaces: [], lines: [line] }).error).toBeUndefined();
    expect(
      rewrite.validate({ sourceId: 1, replaces: [], lines: [{ ...line, modelId: 2 }] }).error,
    ).toBeDefined();
    expect(
      rewrite.validate({ sourceId: 1, replaces: [], lines: [{ ...line, sourceId: 2 }] }).error,
    ).toBeDefined();
  });
  test('years run forward, months are months, sets are not empty', () => {
    for (const wrong of [
      { years: [2012, 2010] },
      { years: [2010] },
      { built: ['2010-13', '2011-01'] },
      { engineIds: [] },
      { packages: ['arctic'] },
      { exceptions: [{ years: [2012, 2010] }] },
    ])
      expect(
        rewrite.validate({ sourceId: 1, replaces: [], lines: [{ ...line, ...wrong }] }).error,
      ).toBeDefined();
  });
  test('a mark is a part and some vehicles', () => {
    expect(marks.validate({ partId: 1, vehicleIds: [1, 2] }).error).toBeUndefined();
    expect(marks.validate({ partId: 1, vehicleIds: [] }).error).toBeDefined();
    expect(marks.validate({ vehicleIds: [1] }).error).toBeDefined();
  });
});
