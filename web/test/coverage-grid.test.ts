import { describe, expect, test } from 'vitest';
import type { CoverageClaim, ModelCoverage } from '@radiatrix/contract';
import type { Configuration, Vocabulary } from '@radiatrix/core/vehicle';
import { gridOf } from '../src/library/coverage/grid.ts';

const vocabulary: Vocabulary = {
  makes: [{ id: 1, name: 'Pellworth' }],
  models: [{ id: 1, makeId: 1, name: 'Haulden', nicknames: [], life: [2010, 2014] }],
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
  ],
  transmissions: [{ id: 1, code: 'PM6', kind: 'manual', gears: 6 }],
};

let next = 0;
const vehicle = (year: number, engineId: number, change: Partial<Configuration> = {}): Configuration => ({
  id: (next += 1),
  modelId: 1,
  year,
  engineId,
  transmissionId: 1,
  airConditioning: true,
  package: 'standard',
  body: 'van',
  drive: 'front',
  steering: 'left',
  built: [`${year - 1}-09`, `${year}-08`],
  ...change,
});
const claim = (id: number, change: Partial<CoverageClaim> = {}): CoverageClaim => ({
  id,
  partId: 1,
  modelId: 1,
  note: '',
  years: [2010, 2012],
  built: null,
  engineIds: null,
  transmissionIds: null,
  airConditioning: null,
  packages: null,
  fits: true,
  original: false,
  sourceId: 1,
  exceptions: [],
  number: 'NT-R 1',
  kind: 'radiator',
  source: 'list',
  grade: 4,
  ...change,
});
const coverage = (vehicles: Configuration[], claims: CoverageClaim[]): ModelCoverage => ({
  modelId: 1,
  vehicles,
  claims,
  installed: [],
  marks: [],
});
const diesel = [2010, 2011, 2012, 2013].map((year) => vehicle(year, 1));
const petrol = [2010, 2013].map((year) => vehicle(year, 2));

describe('the coverage grid', () => {
  const grid = gridOf(
    coverage([...diesel, ...petrol], [claim(1, { engineIds: [1] })]),
    vocabulary,
    'radiator',
    undefined,
  );

  test('years across without a hole, engines and transmissions down', () => {
    expect(grid.years).toEqual([2010, 2011, 2012, 2013]);
    expect(grid.rows.map((row) => [row.engine, row.transmission])).toEqual([
      ['2.0 diesel turbo, straight 4', 'manual, 6-speed'],
      ['2.4 petrol, straight 4', 'manual, 6-speed'],
    ]);
  });
  test('a vehicle that was never built has no cell', () => {
    expect(grid.rows[1]!.cells.map((cell) => cell !== undefined)).toEqual([true, false, false, true]);
  });
  test('a cell counts parts and takes the best grade; what is beside a covered one and bare is a gap', () => {
    expect(grid.rows[0]!.cells.map((cell) => cell!.parts)).toEqual([1, 1, 1, 0]);
    expect(grid.rows[0]!.cells.map((cell) => cell!.grade)).toEqual([4, 4, 4, 0]);
    expect(grid.rows[0]!.cells.map((cell) => cell!.gap)).toEqual([false, false, false, true]);
    // The petrol of 2010 stands beside the covered diesel of 2010; that of 2013 stands beside nothing covered.
    expect(grid.rows[1]!.cells.map((cell) => cell?.gap)).toEqual([true, undefined, undefined, false]);
  });
  test('vehicles of one cell that differ cover it in part', () => {
    const pair = [vehicle(2010, 1), vehicle(2010, 1, { package: 'towing' })];
    const [cell] = gridOf(
      coverage(pair, [claim(1, { packages: ['standard'] })]),
      vocabulary,
      'radiator',
      undefined,
    ).rows[0]!.cells;
    expect([cell!.vehicles.length, cell!.covered]).toEqual([2, 1]);
  });
  test('a closed job makes the evidence the best there is, where some line covers', () => {
    const held = {
      ...coverage(diesel, [claim(1)]),
      installed: [{ partId: 1, vehicleIds: [diesel[0]!.id, diesel[3]!.id], fitted: true }],
    };
    expect(gridOf(held, vocabulary, 'radiator', undefined).rows[0]!.cells.map((cell) => cell!.grade)).toEqual(
      [1, 4, 4, 0],
    );
  });
  test('a contradiction stands in the cells it is about, and nowhere else', () => {
    const no = claim(2, { years: [2011, 2011], fits: false, sourceId: 2 });
    const cells = gridOf(coverage(diesel, [claim(1), no]), vocabulary, 'radiator', undefined).rows[0]!.cells;
    expect(cells.map((cell) => cell!.conflicts.length)).toEqual([0, 1, 0, 0]);
    expect(cells[1]!.claims.map((each) => each.id)).toEqual([1, 2]);
  });
  test('one part alone, or another kind, is a grid of its own', () => {
    const claims = [
      claim(1),
      claim(2, { partId: 2, number: 'NT-R 2', years: [2013, 2013] }),
      claim(3, { partId: 3, kind: 'fan' }),
    ];
    const only = gridOf(coverage(diesel, claims), vocabulary, 'radiator', 2);
    expect(only.rows[0]!.cells.map((cell) => cell!.parts)).toEqual([0, 0, 0, 1]);
    expect(only.kinds).toEqual(['radiator', 'fan']);
    expect(gridOf(coverage(diesel, claims), vocabulary, 'thermostat', undefined).findings).toEqual([]);
  });
  test('what is marked for measuring shows on its vehicle', () => {
    const marked = {
      ...coverage(diesel, [claim(1)]),
      marks: [{ id: 1, partId: 1, vehicleId: diesel[1]!.id, note: '' }],
    };
    const cells = gridOf(marked, vocabulary, 'radiator', undefined).rows[0]!.cells;
    expect(cells.map((cell) => cell!.marked)).toEqual([false, true, false, false]);
  });
  test('a model without vehicles has no grid', () => {
    expect(gridOf(coverage([], []), vocabulary, 'radiator', undefined)).toMatchObject({
      years: [],
      rows: [],
    });
  });
});
