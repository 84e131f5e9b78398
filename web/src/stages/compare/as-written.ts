import {
  formatQuantity,
  parseQuantity,
  preferredUnit,
  type Dimension,
  type UnitSystem,
} from '@radiatrix/core/quantity';
import type { Attempt } from '@radiatrix/core/fitment';
import { quantityProblem } from '@radiatrix/words/faults';

/** How a figure is shown in its box, and how what is written there is read. */
export interface AsWritten {
  show: (value: number) => string;
  /** The figure, or the sentence that says what is wrong with it. */
  read: (text: string) => number | string;
}
type Range = readonly [number, number] | undefined;

const within = (value: number, range: Range, show: (value: number) => string): number | string =>
  range && !(value >= range[0] && value <= range[1])
    ? `${show(value)} is out of range. Enter ${show(range[0])} to ${show(range[1])}.`
    : value;

/** A quantity of the record: any unit a hand would write; in the reader's own where none is written. */
export function quantityAsWritten(dimension: Dimension, units: UnitSystem, range: Range): AsWritten {
  const system = units === 'both' ? 'metric' : units;
  const show = (value: number): string => formatQuantity(value, dimension, system);
  return {
    show,
    read: (text) => {
      const read = parseQuantity(text, dimension, preferredUnit(dimension, system));
      return read.ok ? within(read.value, range, show) : quantityProblem(read);
    },
  };
}

/** A number in one unit, which may be written behind it; a comma is a decimal point. */
export function numberAsWritten(unit: string, places: number, range: Range): AsWritten {
  const show = (value: number): string => `${Number(value.toFixed(places))} ${unit}`.trim();
  return {
    show,
    read: (text) => {
      const bare = text.replace(unit, '').replace(',', '.').replace('−', '-').trim();
      const value = bare === '' ? NaN : Number(bare);
      return Number.isFinite(value)
        ? within(value, range, show)
        : `Enter a number${unit && ` in ${unit}`}, for example ${show(range ? Math.max(range[0], Math.min(range[1], 10)) : 10)}.`;
    },
  };
}

/** A curve, flow and pressure a line; nothing is a curve of no points. */
export function curveAsWritten(text: string): Attempt<[number, number][]> {
  const pairs: [number, number][] = [];
  const lines = text.split('\n').map((line) => line.trim());
  for (const [i, line] of lines.entries()) {
    if (line === '') continue;
    const [flow, pressure, ...more] = line.split(/[\s;]+/).map((each) => Number(each.replace(',', '.')));
    if (!(flow! >= 0 && pressure! >= 0 && more.length === 0))
      return { ok: false, problem: `Line ${i + 1} is not a flow and a pressure, such as 1200 150.` };
    pairs.push([flow!, pressure!]);
  }
  return pairs.length === 0 || pairs.length >= 3
    ? { ok: true, value: pairs }
    : { ok: false, problem: 'A curve has three points or more.' };
}
