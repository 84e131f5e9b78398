import { renderToStaticMarkup } from 'react-dom/server';
import { describe, expect, test } from 'vitest';
import { readVin } from '@radiatrix/core/vehicle';
import type { Grid, GridCell } from '../src/library/coverage/grid.ts';
import { CoverageGrid } from '../src/library/coverage/CoverageGrid.tsx';
import { bodyOf } from '../src/library/coverage/useRewrite.ts';
import { VinPanel } from '../src/stages/ask/VinPanel.tsx';
import { MarginBar } from '../src/ui/MarginBar.tsx';

const plain = (html: string): string =>
  html
    .replace(/<[^>]+>/g, ' ')
    .replaceAll('&#x27;', "'")
    .replace(/\s+/g, ' ');

describe('an identification number as it was read', () => {
  const show = (typed: string): string =>
    renderToStaticMarkup(<VinPanel vin={readVin(typed, [], 2026)} onRepair={() => {}} />);

  test('right: its year, and nothing to put right', () => {
    const text = plain(show('4ZT8C5D5X9S104417'));
    expect(text).toContain('reads right');
    expect(text).toContain('model year 2009');
    expect(text).not.toContain('Likely meant');
  });
  test('a wrong digit is marked, said not to be the place for certain, and repairs are ranked', () => {
    const html = show('4ZTBC5D5X9S104417');
    expect(plain(html)).toContain('it need not be that one');
    expect(html.match(/text-no font-semibold/g)!.length).toBeGreaterThan(0);
    expect(html.indexOf('4ZT8C5D5X9S104417')).toBeLessThan(html.indexOf('neighbouring key'));
  });
  test('I, O and Q are marked where they stand', () => {
    const html = show('4ZTBC5D5XOSI04417');
    expect(plain(html)).toContain('not a VIN as it stands');
    expect(html.match(/bg-wash-no/g)).toHaveLength(2);
  });
  test('a foreign number is not refused', () => {
    expect(plain(show('ZW9AA1AA0A1000001'))).toContain('form only');
  });
});

describe('the margin bar', () => {
  const bar = (value: number, u: number): string =>
    renderToStaticMarkup(<MarginBar value={value} u={u} outcome={value < 0 ? 'fail' : 'pass'} />);
  const zero = 74;
  const rect = (html: string) => {
    const [, x, , , width] = /<rect x="([\d.]+)" y="(\d+)" width="([\d.]+)"()/.exec(html) ?? [];
    return { x: Number(x), width: Number(/width="([\d.]+)" height="6"/.exec(html)?.[1] ?? width) };
  };
  test('spare grows to the right of the zero line, short to the left', () => {
    expect(rect(bar(10, 0)).x).toBe(zero);
    const short = rect(bar(-10, 0));
    expect(short.x + short.width).toBeCloseTo(zero, 9);
  });
  test('twice as much is twice as long, until it runs off and says so', () => {
    expect(rect(bar(8, 0)).width).toBeCloseTo(2 * rect(bar(4, 0)).width, 9);
    expect(bar(200, 1)).toContain('l5 5-5 5');
    expect(bar(-200, 1)).toContain('l-5 5 5 5');
  });
  test('a whisker stands for the uncertainty, and there is none without it', () => {
    expect(bar(5, 2)).toMatch(/M[\d.]+ 4v8M[\d.]+ 4v8/);
    expect(bar(5, 0)).not.toContain('4v8');
  });
  test('a figure that is no number draws no hole', () => {
    expect(bar(0, 0)).not.toMatch(/NaN|Infinity/);
  });
});

describe('the coverage grid in words', () => {
  const cell = (change: Partial<GridCell>): GridCell => ({
    year: 2010,
    vehicles: [{ id: 1 } as never],
    claims: [],
    covered: 0,
    grade: 0,
    parts: 0,
    conflicts: [],
    gap: false,
    marked: false,
    ...change,
  });
  const grid = (...cells: (GridCell | undefined)[]): Grid => ({
    years: cells.map((_, at) => 2010 + at),
    rows: [{ key: '1-1', engine: '2.0 diesel', transmission: 'manual', cells }],
    findings: [],
    kinds: ['radiator'],
  });
  const labels = (own: Grid, paint?: Record<number, 'must' | 'never'>): string[] =>
    [
      ...renderToStaticMarkup(
        <CoverageGrid grid={own} at={undefined} paint={paint} onChoose={() => {}} />,
      ).matchAll(/aria-label="([^"]*)"/g),
    ].map((each) => each[1]!);

  test('a reader who sees nothing hears parts, evidence, gaps, conflicts and marks', () => {
    const words = labels(
      grid(
        cell({ parts: 2, covered: 1, grade: 1 }),
        cell({ year: 2011, gap: true }),
        cell({ year: 2012, parts: 1, covered: 1, grade: 4, conflicts: [{} as never], marked: true }),
        undefined,
      ),
    ).join('\n');
    expect(words).toContain('2010 2.0 diesel manual: 2 parts, best evidence installed');
    expect(words).toContain('2011 2.0 diesel manual: gap, no part');
    expect(words).toContain(
      '2012 2.0 diesel manual: 1 part, best evidence listed, 1 conflicts, marked for measuring',
    );
    expect(words).toContain('never built');
  });
  test('while painting it hears what fits', () => {
    const two = cell({ vehicles: [{ id: 1 } as never, { id: 2 } as never] });
    expect(labels(grid(two), { 1: 'must', 2: 'never' }).join()).toContain('fits some');
    expect(labels(grid(two), { 1: 'must', 2: 'must' }).join()).toContain(': fits');
    expect(labels(grid(two), { 1: 'never', 2: 'never' }).join()).toContain('does not fit');
  });
});

test('a line is sent as it stands, without what only the record has', () => {
  const body = bodyOf({
    id: 5,
    partId: 1,
    modelId: 1,
    years: [2010, 2012],
    built: ['2010-03', '2011-02'],
    engineIds: [1],
    transmissionIds: null,
    airConditioning: null,
    packages: ['towing'],
    fits: true,
    original: true,
    note: 'small plug to 2012',
    sourceId: 2,
    exceptions: [
      {
        years: [2011, 2011],
        built: null,
        engineIds: null,
        transmissionIds: null,
        airConditioning: null,
        packages: null,
      },
    ],
    number: 'NT-R 1',
    kind: 'radiator',
    source: 'list',
    grade: 4,
  });
  expect(Object.keys(body).sort()).toEqual([
    'airConditioning',
    'built',
    'engineIds',
    'exceptions',
    'fits',
    'note',
    'original',
    'packages',
    'transmissionIds',
    'years',
  ]);
  expect(body.exceptions).toHaveLength(1);
});
