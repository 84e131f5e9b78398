import type { Grade, Method } from '../quantity/index.ts';
import type { PartKind, QuantityKey, SubjectKind, WordKey } from './attributes.ts';

/** Where a figure came from: what *how do you know?* answers with. */
export interface Trace {
  /** Id of the measurement record; 0 for what was worked out. */
  figureId: number;
  method: Method;
  grade: Grade;
  source: string;
  /** As the hand wrote it. */
  text: string;
  by: string;
  /** ISO 8601 date and time. */
  at: string;
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

export interface FitVehicle {
  figures: FigureSet<'bay'>;
  /** An automatic, CVT or dual-clutch transmission whose oil wants cooling. */
  selfShifting: boolean;
  airConditioning: boolean;
  steering: 'left' | 'right';
}

export type FitPart = { [K in PartKind]: { kind: K; figures: FigureSet<K> } }[PartKind];

/**
 * The figure that counts among several sources': better grade first, then smaller uncertainty, then the latest.
 * The others ride along, so that a disagreement stays visible.
 */
export function best<F extends QuantityFigure | WordFigure>(figures: readonly F[]): F | undefined {
  const spread = (figure: F): number => ('u' in figure ? figure.u : 0);
  const [first, ...others] = [...figures].sort(
    (a, b) => a.trace.grade - b.trace.grade || spread(a) - spread(b) || (a.trace.at < b.trace.at ? 1 : -1),
  );
  return first && (others.length > 0 ? { ...first, others } : first);
}
