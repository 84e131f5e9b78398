import { attributesOf, type Attribute, type FigureSet, type PartKind, type QuantityFigure, type WordFigure } from '../figures/index.ts'; // prettier-ignore
import type { PlanConnector } from './record.ts';

/** How two values of one figure stand: within what both may be off by, apart by more, or known of one part alone. */
export type Beside = 'same' | 'differs' | 'old-only' | 'new-only' | 'neither';

/** One figure of two parts of a kind, in record units. */
export interface BesideRow {
  key: string;
  attribute: Attribute;
  old: QuantityFigure | WordFigure | undefined;
  fresh: QuantityFigure | WordFigure | undefined;
  beside: Beside;
  /** New less old, with its expanded uncertainty; only of two quantities. */
  by?: { value: number; u: number };
}

type AnyFigure = QuantityFigure | WordFigure;
const figureOf = (set: FigureSet<never>, key: string): AnyFigure | undefined =>
  (set.quantities as Record<string, QuantityFigure | undefined>)[key] ??
  (set.words as Record<string, WordFigure | undefined>)[key];

function besideOf(old: AnyFigure | undefined, fresh: AnyFigure | undefined): Pick<BesideRow, 'beside' | 'by'> {
  if (!old || !fresh) return { beside: old ? 'old-only' : fresh ? 'new-only' : 'neither' };
  if (!('value' in old) || !('value' in fresh))
    return { beside: 'word' in old && 'word' in fresh && old.word === fresh.word ? 'same' : 'differs' };
  // Independent readings: their uncertainties add in squares.
  const by = { value: fresh.value - old.value, u: Math.hypot(old.u, fresh.u) };
  return { beside: Math.abs(by.value) <= by.u ? 'same' : 'differs', by };
} // prettier-ignore

/** Two parts of a kind, figure by figure, in the order of the kind's own list. What is apart comes with how far. */
export const sideBySide = (kind: PartKind, old: FigureSet<never>, fresh: FigureSet<never>): BesideRow[] =>
  attributesOf(kind).map(([key, attribute]) => {
    const [was, is] = [figureOf(old, key), figureOf(fresh, key)];
    return { key, attribute, old: was, fresh: is, ...besideOf(was, is) };
  });

type Cavity = PlanConnector['cavities'][number];
export interface WireRow {
  function: string;
  old: Cavity[];
  fresh: Cavity[];
  /** The same function in the same cavities; the colour may be another all the same. */
  moves: boolean;
}

/** Two plugs, wire by wire: a function finds its like, never a colour or a place. */
export function wiresBeside(old: PlanConnector, fresh: PlanConnector): WireRow[] {
  const functions = [...new Set([...old.cavities, ...fresh.cavities].map((each) => each.function))];
  const of = (plug: PlanConnector, duty: string): Cavity[] => plug.cavities.filter((each) => each.function === duty); // prettier-ignore
  const places = (cavities: readonly Cavity[]): string => cavities.map(({ position }) => position).sort().join(); // prettier-ignore
  return functions.map((duty) => {
    const [was, is] = [of(old, duty), of(fresh, duty)];
    return { function: duty, old: was, fresh: is, moves: places(was) !== places(is) };
  });
}
