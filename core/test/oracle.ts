import type loadHighs from 'highs';
import type { Cell } from '../src/application/index.ts';
import { random } from './random.ts';

/**
 * The oracle: HiGHS (npm `highs`, an exact solver of mixed-integer programs) over every box there is, written without
 * any of the shortcuts of the product: x a line is used, y an exception is made in it, z it serves a vehicle.
 */
export type Highs = Awaited<ReturnType<typeof loadHighs>>;

export interface Small {
  years: number;
  engines: number;
  transmissions: number;
}
export type Point = [year: number, engine: number, transmission: number];

const subsets = (count: number): number[] =>
  Array.from({ length: (1 << count) - 1 }, (_, index) => index + 1);
const spans = (count: number): number[] =>
  subsets(count).filter((mask) => /^0*1+0*$/.test(mask.toString(2).padStart(count, '0')));

export function oracle(highs: Highs, size: Small, must: Point[], never: Point[]): number {
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
        rows.push(
          `${holes
            .filter((h) => has(boxes[h]!, p))
            .map((h) => `y${b}_${h}`)
            .join(' + ')} - x${b} >= 0`,
        );
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

export const cellAt = ([year, engine, transmission]: Point, state: Cell['state']): Cell => ({
  year: 2005 + year,
  engineId: engine + 1,
  transmissionId: transmission + 1,
  airConditioning: true,
  package: 'standard',
  built: [`${2004 + year}-09`, `${2005 + year}-08`],
  state,
});

/** A small random catalogue: what fits, what does not, and what was never built. */
export function smallCatalogue(seed: number): { size: Small; must: Point[]; never: Point[]; cells: Cell[] } {
  const sizes: Small[] = [
    { years: 3, engines: 2, transmissions: 2 },
    { years: 5, engines: 2, transmissions: 1 },
    { years: 4, engines: 3, transmissions: 1 },
  ];
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
  const cells = [...must.map((p) => cellAt(p, 'must')), ...never.map((p) => cellAt(p, 'never'))];
  return { size, must, never, cells };
}
