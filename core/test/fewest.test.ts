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
import { claim, configuration, emptyVocabulary, random, tradeLike } from './random.ts';

/**
 * The oracle: HiGHS (npm `highs`, an exact solver of mixed-integer programs) over every box there is, written without
 * any of the shortcuts of the product: x a line is used, y an exception is made in it, z it serves a vehicle.
 */
let highs: Awaited<ReturnType<typeof loadHighs>>;
beforeAll(async () => {
  highs = await loadHighs();
});

interface Small {
  years: number;
  engines: number;
  transmissions: number;
}
type Point = [year: number, engine: number, transmission: number];

const subsets = (count: number): number[] =>
  Array.from({ length: (1 << count) - 1 }, (_, index) => index + 1);
const spans = (count: number): number[] =>
  subsets(count).filter((mask) => /^0*1+0*$/.test(mask.toString(2).padStart(count, '0')));

function oracle(size: Small, must: Point[], never: Point[]): number {
  const boxes = spans(size.years).flatMap((y) =>
    subsets(size.engines).flatMap((e) => subsets(size.transmissions).map((t) => [y, e, t] as const)),
  );
  const has = ([y, e, t]: readonly [number, number, number], p: Point) =>
    ((y >> p[0]) & (e >> p[1]) & (t >> p[2]) & 1) === 1;
  const inside = (inner: readonly number[], outer: readonly number[]) =>
    inner.every((mask, axis) => (mask & ~outer[axis]!) === 0);
  const rows: string[] = [];
  const binaries: string[] = [];
  const objective: string[] = [];
  const served: string[][] = must.map(() => []);
  boxes.forEach((box, b) => {
    objective.push(`x${b}`);
    binaries.push(`x${b}`);
    const holes = boxes.flatMap((hole, h) =>
      inside(hole, box) && never.some((p) => has(hole, p)) ? [h] : [],
    );
    if (never.some((p) => has(box, p)))
      for (const h of holes) {
        objective.push(`y${b}_${h}`);
        binaries.push(`y${b}_${h}`);
      }
    never.forEach((p) => {
      if (has(box, p))
        rows.push(`${holes.filter((h) => has(boxes[h]!, p)).map((h) => `y${b}_${h}`).join(' + ')} - x${b} >= 0`); // prettier-ignore
    });
    must.forEach((p, c) => {
      if (!has(box, p)) return;
      const z = `z${b}_${c}`;
      binaries.push(z);
      served[c]!.push(z);
      rows.push(`${z} - x${b} <= 0`);
      if (never.some((q) => has(box, q)))
        for (const h of holes) if (has(boxes[h]!, p)) rows.push(`${z} + y${b}_${h} <= 1`);
    });
  });
  served.forEach((zs) => rows.push(`${zs.join(' + ')} >= 1`));
  const solution = highs.solve(
    `Minimize\n obj: ${objective.join(' + ')}\nSubject To\n${rows.map((row, i) => ` c${i}: ${row}`).join('\n')}\nBinary\n ${binaries.join(' ')}\nEnd`,
  );
  return Math.round(solution.ObjectiveValue);
}

const cellAt = ([year, engine, transmission]: Point, state: Cell['state']): Cell => ({
  year: 2005 + year,
  engineId: engine + 1,
  transmissionId: transmission + 1,
  airConditioning: true,
  package: 'standard',
  built: [`${2004 + year}-09`, `${2005 + year}-08`],
  state,
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
    const sizes: Small[] = [
      { years: 3, engines: 2, transmissions: 2 },
      { years: 5, engines: 2, transmissions: 1 },
      { years: 4, engines: 3, transmissions: 1 },
    ];
    for (let seed = 1; seed <= 36; seed += 1) {
      const next = random(seed);
      const size = sizes[seed % sizes.length]!;
      const [must, never]: [Point[], Point[]] = [[], []];
      for (let y = 0; y < size.years; y += 1)
        for (let e = 0; e < size.engines; e += 1)
          for (let t = 0; t < size.transmissions; t += 1) {
            const draw = next();
            if (draw < 0.6) must.push([y, e, t]);
            else if (draw < 0.85) never.push([y, e, t]);
          }
      if (must.length === 0) continue;
      const cells = [...must.map((p) => cellAt(p, 'must')), ...never.map((p) => cellAt(p, 'never'))];
      const { lines, cost, bound, exact } = fewestLines(cells);
      expect(cost, `seed ${seed}`).toBe(oracle(size, must, never));
      expect([exact, bound, price(lines)]).toEqual([true, cost, cost]);
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

  test('an exception where it is cheaper than a split, in the words of the trade', () => {
    const cells = [2011, 2012, 2013, 2014].flatMap((year) =>
      [1, 2, 3].map((engine): Cell => ({ ...cellAt([year - 2005, engine - 1, 0], 'must'), state: year === 2013 && engine === 2 ? 'never' : 'must' })),
    ); // prettier-ignore
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
    const cells = [half(['2009-09', '2010-02'], 'must'), half(['2010-03', '2010-08'], 'never'), cellAt([4, 0, 0], 'must')]; // prettier-ignore
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
      const rows = Array.from({ length: count }, (_, item) => columns.flatMap((column, j) => (column.covers.has(item) ? [`x${j}`] : [])).join(' + ')); // prettier-ignore
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
