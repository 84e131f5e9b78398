import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import {
  connectorBack,
  differences,
  figuresBack,
  merge,
  standingAfter,
  versionsOf,
  type Change,
  type Standing,
} from '../src/revision/index.ts';

describe('two people on one record', () => {
  const base = { name: 'Tussock', nicknames: ['tuss'], life: [2008, 2014] };
  test('what only one of them changed is kept from that one', () => {
    const merged = merge(base, { ...base, nicknames: ['tuss', 'tussy'] }, { ...base, life: [2008, 2015] });
    expect(merged).toEqual({
      values: { ...base, nicknames: ['tuss', 'tussy'], life: [2008, 2015] },
      theirs: ['life'],
      both: [],
    });
  });
  test('what both changed differently is for this one to choose; the same change is no quarrel', () => {
    const merged = merge(
      base,
      { ...base, name: 'A', life: [2009, 2014] },
      { ...base, name: 'B', life: [2009, 2014] },
    );
    expect([merged.values.name, merged.both, merged.theirs]).toEqual(['A', ['name'], []]);
  });
  test('nobody’s work is lost: every changed field is as one of them made it, and nothing is invented', () => {
    const record = fc.record({
      a: fc.integer({ max: 3, min: 0 }),
      b: fc.integer({ max: 3, min: 0 }),
      c: fc.integer({ max: 3, min: 0 }),
    });
    fc.assert(
      fc.property(record, record, record, (start, mine, now) => {
        const { values, both, theirs } = merge(start, mine, now);
        for (const key of ['a', 'b', 'c'] as const) {
          if (mine[key] === start[key]) expect(values[key]).toBe(now[key]);
          else expect(values[key]).toBe(mine[key]);
          expect(both.includes(key)).toBe(
            mine[key] !== start[key] && now[key] !== start[key] && mine[key] !== now[key],
          );
          expect(theirs.includes(key)).toBe(mine[key] === start[key] && now[key] !== start[key]);
        }
      }),
      { seed: 2, numRuns: 300 },
    );
  });
});

describe('versions of a record', () => {
  const at = (minute: number) => `2026-01-01T10:0${minute}:00Z`;
  const change = (minute: number, table: string, before: object | null, after: object | null): Change =>
    ({ at: at(minute), by: 'Mara', table, before, after }) as Change;
  const depth = { id: 4, key: 'depth', text: '100 mm' };
  const entries = [
    change(0, 'part', null, { id: 1, number: 'X 1', maker: 'A' }),
    change(0, 'measurement', null, depth),
    change(1, 'part', { id: 1, number: 'X 1', maker: 'A' }, { id: 1, number: 'X 1', maker: 'B' }),
    change(2, 'measurement', depth, null),
  ];
  test('changes of one save are one version', () => {
    expect(versionsOf(entries).map(({ upTo }) => upTo)).toEqual([2, 3, 4]);
  });
  test('any two can be compared: rows added, taken away, and fields that differ', () => {
    expect(differences(standingAfter(entries, 2), standingAfter(entries, 4))).toEqual([
      { what: 'part X 1: maker', before: 'A', after: 'B' },
      { what: 'depth', before: '100 mm', after: 'taken away' },
    ]);
    expect(differences(standingAfter(entries, 3), standingAfter(entries, 3))).toEqual([]);
    expect(
      differences(standingAfter(entries, 0), standingAfter(entries, 2)).map((each) => each.before),
    ).toEqual(['nothing', 'nothing']);
  });
});

describe('figures put back', () => {
  const row = (id: number, key: string, text: string, change: object = {}) => ({
    table: 'measurement',
    row: { id, key, text, method: 'caliper', source_id: 1, part_revision_id: 7, choice: null, ...change },
  });
  const then: Standing = new Map<string, { table: string; row: Record<string, unknown> }>([
    ['measurement 1', row(1, 'depth', '100 mm')],
    ['measurement 2', row(2, 'width', '600 mm')],
    ['measurement 3', row(3, 'control', 'relay', { choice: 'relay', method: 'bench' })],
    // An older revision of that time does not count.
    ['measurement 4', row(4, 'height', '400 mm', { part_revision_id: 6 })],
    ['part 1', { table: 'part', row: { id: 1, number: 'X 1' } }],
  ]);
  const held = (key: string, text: string, change: object = {}) => ({
    key,
    text,
    word: '',
    value: 1,
    method: 'caliper',
    sourceId: 1,
    ...change,
  });

  test('what changed is sent as it was, what is new is taken away, what is gone comes back, what is the same is left', () => {
    const now = [
      held('depth', '105 mm'),
      held('width', '600 mm'),
      held('current', '10 A'),
      held('depth', '99 mm', { sourceId: 2 }),
    ];
    expect(figuresBack(now, then)).toEqual([
      { key: 'depth', text: '100 mm', method: 'caliper', sourceId: 1 },
      { key: 'current', text: '', method: 'caliper', sourceId: 1 },
      { key: 'depth', text: '', method: 'caliper', sourceId: 2 },
      { key: 'control', text: 'relay', method: 'bench', sourceId: 1 },
    ]);
  });
  test('figures that are as they were are nothing to send', () => {
    const now = [
      held('depth', '100 mm'),
      held('width', '600 mm'),
      held('control', '', { value: null, word: 'relay', method: 'bench' }),
    ];
    expect(figuresBack(now, then)).toEqual([]);
  });
});

test('a connector comes back with its cavities in their order', () => {
  const cavity = (position: string, ordinal: number, work: string) => ({
    table: 'cavity',
    row: { connector_id: 4, position, ordinal, function: work, colour: 'red', gauge: null },
  });
  const then: Standing = new Map<string, { table: string; row: Record<string, unknown> }>([
    ['cavity B', cavity('B', 1, 'ground')],
    ['cavity A', cavity('A', 0, 'feed')],
    ['connector 4', { table: 'connector', row: { id: 4, code: 'FAN-2A', name: 'Fan', description: null } }],
  ]);
  expect(connectorBack(then)).toEqual({
    code: 'FAN-2A',
    name: 'Fan',
    description: '',
    cavities: [
      { position: 'A', function: 'feed', colour: 'red', gauge: '' },
      { position: 'B', function: 'ground', colour: 'red', gauge: '' },
    ],
  });
  expect(connectorBack(new Map())).toBeUndefined();
});
