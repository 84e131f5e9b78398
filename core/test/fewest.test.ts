import loadHighs from 'highs';
import { beforeAll, describe, expect, test } from 'vitest';
import {
  claimSentence,
  coverSet,
  Bits,
  fewestLines,
  inScope,
  type Cell,
  type Line,
} from '../src/application/index.ts';
import { cellAt, oracle, smallCatalogue } from './oracle.ts';
import { claim, configuration, emptyVocabulary, random, tradeLike } from './random.ts';

let highs: Awaited<ReturnType<typeof loadHighs>>;
beforeAll(async () => {
  highs = await loadHighs();
});

/** Whether the lines say exactly what is true of every vehicle built. */
function says(lines: readonly Line[], cell: Cell): boolean {
  const vehicle = configuration(1, { ...cell, modelId: 1 });
  return lines.some(
    (line) => inScope(line.scope, vehicle) && !line.exceptions.some((hole) => inScope(hole, vehicle)),
  );
}
const price = (lines: readonly Line[]): number =>
  lines.reduce((sum, line) => sum + 1 + line.exceptions.length, 0);

describe('fewest correct lines', () => {
  test('the same optimum as a mixed-integer program over every box, on random catalogues', () => {
    for (let seed = 1; seed <= 36; seed += 1) {
      const { size, must, never, cells } = smallCatalogue(seed);
      if (must.length === 0) continue;
      const { lines, cost, bound, exact } = fewestLines(cells);
      expect(cost, `seed ${seed}`).toBe(oracle(highs, size, must, never));
      expect([exact, bound, price(lines)]).toEqual([true, cost, cost]);
      // Every box parted at once, as those are that have too many ways.
      expect(fewestLines(cells, undefined, 0)).toMatchObject({ cost, exact: true });
      for (const cell of cells) expect(says(lines, cell), `seed ${seed}`).toBe(cell.state === 'must');
    }
  });

  test('at the density of a trade catalogue: exact, correct, and far fewer than a line each', () => {
    for (let seed = 1; seed <= 12; seed += 1) {
      const cells = tradeLike(seed);
      const { lines, cost, exact } = fewestLines(cells);
      expect(exact).toBe(true);
      expect(cost).toBeLessThan(cells.length / 4);
      for (const cell of cells) expect(says(lines, cell)).toBe(cell.state === 'must');
    }
  });

  test(
    'a box whose ways are too many to go through is parted by what may be lost: proven all the same',
    { timeout: 300_000 },
    () => {
      const cells = tradeLike(67);
      const { lines, cost, bound, exact } = fewestLines(cells);
      expect([exact, bound, price(lines), cost]).toEqual([true, cost, cost, 11]);
      for (const cell of cells) expect(says(lines, cell)).toBe(cell.state === 'must');
    },
  );

  test('an exception where it is cheaper than a split, in the words of the trade', () => {
    const cells = [2011, 2012, 2013, 2014].flatMap((year) =>
      [1, 2, 3].map((engine): Cell => ({
        ...cellAt([year - 2005, engine - 1, 0], 'must'),
        state: year === 2013 && engine === 2 ? 'never' : 'must',
      })),
    );
    const { lines } = fewestLines(cells);
    const [line] = lines;
    expect(lines).toHaveLength(1);
    expect(claimSentence(claim(1, { ...line!.scope, exceptions: line!.exceptions }), emptyVocabulary)).toBe(
      '2011–2014 Haulden; not 2013, E2',
    );
  });

  test('a break in the middle of a model year goes by build month, not by year', () => {
    const half = (built: [string, string], state: Cell['state']): Cell => ({
      ...cellAt([5, 0, 0], state),
      built,
    });
    const cells = [
      half(['2009-09', '2010-02'], 'must'),
      half(['2010-03', '2010-08'], 'never'),
      cellAt([4, 0, 0], 'must'),
    ];
    const { lines, cost } = fewestLines(cells);
    expect(cost).toBe(1);
    expect(lines[0]!.scope).toMatchObject({ years: [2009, 2010], built: ['2008-09', '2010-02'] });
  });

  test('nothing fits, nothing is said; stopped early, what was found is correct and its bound is honest', () => {
    expect(fewestLines([cellAt([0, 0, 0], 'never')]).lines).toEqual([]);
    const cells = tradeLike(3);
    const whole = fewestLines(cells);
    let calls = 0;
    const stopped = fewestLines(cells, () => (calls += 1) < 3);
    for (const cell of cells) expect(says(stopped.lines, cell)).toBe(cell.state === 'must');
    expect(stopped.bound).toBeLessThanOrEqual(whole.cost);
    expect(stopped.cost).toBeGreaterThanOrEqual(whole.cost);
  });
});

describe('set cover', () => {
  test('the same optimum as HiGHS on random instances', () => {
    for (let seed = 1; seed <= 25; seed += 1) {
      const next = random(seed * 7);
      const count = 14;
      const columns = Array.from({ length: 26 }, () => ({
        cost: 1 + Math.floor(next() * 4),
        covers: Bits.of(
          count,
          Array.from({ length: count }, (_, item) => item).filter(() => next() < 0.3),
        ),
        piece: null,
      }));
      columns.push({
        cost: 9,
        covers: Bits.of(
          count,
          Array.from({ length: count }, (_, item) => item),
        ),
        piece: null,
      });
      const rows = Array.from({ length: count }, (_, item) =>
        columns.flatMap((column, j) => (column.covers.has(item) ? [`x${j}`] : [])).join(' + '),
      );
      const solution = highs.solve(
        `Minimize\n obj: ${columns.map((column, j) => `${column.cost} x${j}`).join(' + ')}\nSubject To\n${rows.map((row, i) => ` r${i}: ${row} >= 1`).join('\n')}\nBinary\n ${columns.map((_, j) => `x${j}`).join(' ')}\nEnd`,
      );
      const { cost, bound } = coverSet(columns, count);
      expect([cost, bound]).toEqual([Math.round(solution.ObjectiveValue), cost]);
    }
  });
  test('refuses what nothing covers', () => {
    expect(() => coverSet([], 1)).toThrow(RangeError);
  });
});
