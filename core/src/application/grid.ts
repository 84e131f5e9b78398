import { PACKAGES, type CoolingPackage } from '../vehicle/index.ts';
import { Bits } from './bits.ts';
import { monthNumber } from './region.ts';

/** The vehicles of a model as points of a grid, values that everything is alike for taken together, and boxes in it. */

export interface Cell {
  year: number;
  engineId: number;
  transmissionId: number;
  airConditioning: boolean;
  package: CoolingPackage;
  /** First and last build month, `YYYY-MM`. */
  built: readonly [string, string];
  /** `never` for "does not fit" and for "not known"; what was never built is no cell at all. */
  state: 'must' | 'never';
}

/** One value of each axis, as an index; spans first. */
export const SPAN_AXES = 2;
type Coordinates = readonly number[];

export interface Grid {
  /** Original values behind each index of each axis: year, build segment, engine, transmission, air, package. */
  axes: (readonly (readonly (number | string | boolean)[])[])[];
  must: Coordinates[];
  never: Coordinates[];
}

/** A product of a span or set of indexes on each axis; spans and sets are both bit masks. */
export type GridBox = readonly number[];

export const span = (from: number, to: number): number => ((1 << (to - from + 1)) - 1) << from;
const lowest = (mask: number): number => 31 - Math.clz32(mask & -mask);
const highest = (mask: number): number => 31 - Math.clz32(mask);
const hullWith = (box: GridBox, point: Coordinates): GridBox =>
  box.map((mask, axis) => {
    const joined = mask | (1 << point[axis]!);
    return axis < SPAN_AXES ? span(lowest(joined), highest(joined)) : joined;
  });
const pointBox = (point: Coordinates): GridBox => point.map((index) => 1 << index);
export const holds = (box: GridBox, point: Coordinates): boolean => {
  for (let axis = 0; axis < box.length; axis += 1) if (((box[axis]! >> point[axis]!) & 1) === 0) return false;
  return true;
};

/** Build windows that split a model year, as segments between all their ends; one segment where no year is split. */
function segmentsOf(cells: readonly Cell[]): [number, number][] {
  const windows = new Map<number, Set<string>>();
  for (const cell of cells)
    windows.set(cell.year, (windows.get(cell.year) ?? new Set()).add(cell.built.join('..')));
  if (![...windows.values()].some((own) => own.size > 1)) return [];
  const starts = new Set<number>();
  for (const cell of cells) {
    starts.add(monthNumber(cell.built[0]));
    starts.add(monthNumber(cell.built[1]) + 1);
  }
  const ends = [...starts].sort((a, b) => a - b);
  return ends.slice(0, -1).map((start, index) => [start, ends[index + 1]! - 1]);
}

export function gridOf(cells: readonly Cell[]): Grid {
  const segments = segmentsOf(cells);
  const distinct = <T>(values: T[]): T[] => [...new Set(values)];
  const values = [
    distinct(cells.map((cell) => cell.year)).sort((a, b) => a - b),
    segments.length === 0 ? ['any'] : segments.map((segment) => segment.join('..')),
    distinct(cells.map((cell) => cell.engineId)).sort((a, b) => a - b),
    distinct(cells.map((cell) => cell.transmissionId)).sort((a, b) => a - b),
    distinct(cells.map((cell) => cell.airConditioning)).sort(),
    PACKAGES.filter((name) => cells.some((cell) => cell.package === name)),
  ];
  const points = new Map<string, { at: number[]; state: Cell['state'] }>();
  for (const cell of cells) {
    const [from, to] = cell.built.map(monthNumber) as [number, number];
    const own = [cell.year, cell.engineId, cell.transmissionId, cell.airConditioning, cell.package];
    const [year, ...rest] = own.map((value, index) =>
      (values[index === 0 ? 0 : index + 1] as unknown[]).indexOf(value),
    );
    const places =
      segments.length === 0
        ? [0]
        : segments.flatMap(([start, end], index) => (start >= from && end <= to ? [index] : []));
    for (const place of places) {
      const at = [year!, place, ...rest];
      const held = points.get(at.join());
      // Two vehicles that a statement cannot tell apart: what must not be said of one is not said of both.
      if (!held || cell.state === 'never') points.set(at.join(), { at, state: cell.state });
    }
  }
  return compress(
    values.map((axis) => axis.map((value) => [value])),
    [...points.values()],
  );
}

/** Values that everything is alike for are one value: neighbours on a span, any two on a set. */
function compress(
  axes: (number | string | boolean)[][][],
  points: { at: number[]; state: Cell['state'] }[],
): Grid {
  let current = points;
  const merged = axes.map((axis) => axis.map((value) => [...value]));
  for (let axis = 0; axis < merged.length; axis += 1) {
    const pattern = merged[axis]!.map((_, index) =>
      current
        .filter((point) => point.at[axis] === index)
        .map((point) => `${point.at.filter((_each, other) => other !== axis).join()}${point.state}`)
        .sort()
        .join(' '),
    );
    const target: number[] = [];
    const kept: (number | string | boolean)[][] = [];
    const keptPattern: string[] = [];
    pattern.forEach((own, index) => {
      const same =
        axis < SPAN_AXES ? (keptPattern.at(-1) === own ? kept.length - 1 : -1) : keptPattern.indexOf(own);
      if (same >= 0) {
        kept[same]!.push(...merged[axis]![index]!);
        target.push(same);
      } else {
        kept.push(merged[axis]![index]!);
        keptPattern.push(own);
        target.push(kept.length - 1);
      }
    });
    merged[axis] = kept;
    const seen = new Map<string, { at: number[]; state: Cell['state'] }>();
    for (const point of current) {
      const at = point.at.map((index, other) => (other === axis ? target[index]! : index));
      seen.set(at.join(), { at, state: point.state });
    }
    current = [...seen.values()];
  }
  return {
    axes: merged,
    must: current.filter((point) => point.state === 'must').map((point) => point.at),
    never: current.filter((point) => point.state === 'never').map((point) => point.at),
  };
}

export interface Hull {
  box: GridBox;
  must: Bits;
  never: Bits;
}

/** Every box that is the smallest around some of the points; undefined beyond the limit. */
export function hullsOf(
  points: readonly Coordinates[],
  grid: Grid,
  limit: number,
  tick: (found: number) => boolean,
): { hulls: Hull[]; complete: boolean } {
  const seen = new Map<string, GridBox>();
  const queue: GridBox[] = [];
  const offer = (box: GridBox): void => {
    const key = box.join();
    if (seen.has(key)) return;
    seen.set(key, box);
    queue.push(box);
  };
  for (const point of points) offer(pointBox(point));
  let complete = true;
  for (let next = 0; next < queue.length; next += 1) {
    if (queue.length > limit || (next % 256 === 0 && !tick(next))) {
      complete = false;
      break;
    }
    for (const point of points) if (!holds(queue[next]!, point)) offer(hullWith(queue[next]!, point));
  }
  const { must, never } = grid;
  const members = (list: readonly Coordinates[], box: GridBox): Bits =>
    Bits.of(list.length, list.flatMap((point, index) => (holds(box, point) ? [index] : []))); // prettier-ignore
  return {
    hulls: queue.map((box) => ({ box, must: members(must, box), never: members(never, box) })),
    complete,
  };
}
