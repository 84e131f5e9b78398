import type { Grade, Method } from '../quantity/index.ts';
import type { QuantityKey, SubjectKind, WordKey } from './attributes.ts';

/** Where a figure came from: what *how do you know?* answers with. */
/** What a figure follows from that is on no record. */
export type WorkedFrom =
  | 'manual-transmission' | 'self-shifting' | 'suction-side' | 'air-conditioning' | 'switches-itself' | 'switched-by-kit' | 'motor-figures' | 'fuse-chosen'
  | 'current-written'; // prettier-ignore

export interface Trace {
  /** Id of the measurement record; 0 for what was worked out. */
  figureId: number;
  method: Method;
  grade: Grade;
  source: string;
  /** As the hand wrote it; empty where it was worked out. */
  text: string;
  /** What it follows from, where no hand wrote it. */
  worked?: WorkedFrom;
  by: string;
  /** ISO 8601 date and time. */
  at: string;
  /** Of the very vehicle in hand, not of its type. */
  own?: true;
}

export interface QuantityFigure {
  /** Record unit of the attribute's dimension. */
  value: number;
  /** Expanded uncertainty, k = 2, record unit. */
  u: number;
  trace: Trace;
  /** Other sources' figures for the same thing, best first; data, not errors. */
  others?: QuantityFigure[];
}

export interface WordFigure {
  word: string;
  trace: Trace;
  others?: WordFigure[];
}

export interface FigureSet<K extends SubjectKind> {
  quantities: { [A in QuantityKey<K>]?: QuantityFigure };
  words: { [A in WordKey<K>]?: WordFigure };
}

/**
 * The figure that counts among several sources': better grade first, then the vehicle in hand before its type, then
 * smaller uncertainty, then the latest. The others ride along, so that a disagreement stays visible. A told figure
 * weighs as told wherever it lies: on the vehicle in hand, too.
 */
export function best<F extends QuantityFigure | WordFigure>(figures: readonly F[]): F | undefined {
  const spread = (figure: F): number => ('u' in figure ? figure.u : 0);
  const [first, ...others] = [...figures].sort(
    (a, b) =>
      a.trace.grade - b.trace.grade ||
      Number(b.trace.own ?? false) - Number(a.trace.own ?? false) ||
      spread(a) - spread(b) ||
      (a.trace.at < b.trace.at ? 1 : -1),
  );
  return first && (others.length > 0 ? { ...first, others } : first);
}

const pooled = <F extends QuantityFigure | WordFigure>(a: F | undefined, b: F | undefined): F | undefined =>
  a && b
    ? best([a, ...(a.others ?? []), b, ...(b.others ?? [])].map(({ others: _, ...figure }) => figure as F))
    : (a ?? b);

/** The figures of the vehicle in hand laid over its type's, figure by figure as `best` has it. */
export function overlaid<K extends SubjectKind>(
  type: FigureSet<K>,
  own: FigureSet<K> | undefined,
): FigureSet<K> {
  if (!own) return type;
  const merge = <F extends QuantityFigure | WordFigure>(
    below: Record<string, F | undefined>,
    above: Record<string, F | undefined>,
  ) =>
    Object.fromEntries(
      [...new Set([...Object.keys(below), ...Object.keys(above)])].map((key) => [
        key,
        pooled(above[key], below[key]),
      ]),
    );
  return {
    quantities: merge<QuantityFigure>(type.quantities, own.quantities),
    words: merge<WordFigure>(type.words, own.words),
  } as FigureSet<K>;
}
