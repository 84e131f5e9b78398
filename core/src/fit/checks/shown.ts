import type { Incoherent, QuantityFigure, SubjectKind, Trace, WordFigure } from '../../figures/index.ts';

// What a check shows of its two sides, and where a figure is missing.

export type ShownDimension = 'length' | 'pressure' | 'current' | 'temperature' | 'share';

/** One side of a comparison, ready to be shown in any units. */
export type Shown =
  | { type: 'quantity'; value: number; u: number; dimension: ShownDimension; prefix?: string }
  | { type: 'word'; subject: SubjectKind; key: string; word: string }
  | { type: 'said'; codes: readonly ShownCode[]; amounts?: Readonly<Record<string, number | string>> }
  | { type: 'incoherent'; pairs: readonly Incoherent[] };

/** What a check compares with where no figure and no word of a record stands on that side. */
export type ShownCode =
  | 'a-spring' | 'flat-feet' | 'a-kit' | 'kit-beside' | 'no-kit' | 'kit-wires' | 'wire'
  | 'fuse-over-wire' | 'wire-too-thin' | 'drop' | 'beyond' | 'relay-too-small'
  | 'original' | 'on-vehicle'; // prettier-ignore

/** One amount of a margin and the sign it counts with, in the margin's unit. */
export interface Term {
  readonly sign: 1 | -1;
  readonly what: TermCode;
  readonly value: number;
}
export type TermCode =
  | 'bay-depth' | 'radiator' | 'fan' | 'lower-spacer' | 'gap-wanted' | 'blades-to-face' | 'core-behind-face'
  | 'fan-on-at-most' | 'fan-on' | 'fan-off' | 'opens' | 'above-opening' | 'drop-at-idle' | 'most-allowed' | 'room-left' | 'heat-new' | 'heat-replaced'; // prettier-ignore

export interface Missing {
  subject: SubjectKind;
  key: string;
}

export interface ShownSides {
  need?: Shown | undefined;
  have?: Shown | undefined;
  traces: { side: 'vehicle' | 'part'; trace: Trace }[];
  missing: Missing[];
  sum?: readonly Term[] | undefined;
}

export const measured = (
  figure: Pick<QuantityFigure, 'value' | 'u'> | undefined,
  dimension: ShownDimension,
  prefix?: string,
): Shown | undefined =>
  figure &&
  (prefix
    ? { type: 'quantity', value: figure.value, u: figure.u, dimension, prefix }
    : { type: 'quantity', value: figure.value, u: figure.u, dimension });

export const worded = (
  subject: SubjectKind,
  key: string,
  figure: WordFigure | undefined,
): Shown | undefined =>
  figure && {
    type: 'word',
    subject,
    key,
    word: figure.word,
  };

export function sides(
  pairs: readonly (readonly ['vehicle' | 'part', Missing, QuantityFigure | WordFigure | undefined])[],
): Pick<ShownSides, 'traces' | 'missing'> {
  const traces: ShownSides['traces'] = [];
  const missing: Missing[] = [];
  // By index: this is called for every row of every part of a list.
  for (let i = 0; i < pairs.length; i += 1) {
    const pair = pairs[i]!;
    const figure = pair[2];
    if (figure) traces.push({ side: pair[0], trace: figure.trace });
    else missing.push(pair[1]);
  }
  return { traces, missing };
}

/** The usual two: a figure of the vehicle and one of the part; made without anything in between. */
export function shownSides(
  need: Shown | undefined,
  have: Shown | undefined,
  vehicleAt: Missing,
  ofVehicle: QuantityFigure | WordFigure | undefined,
  partAt: Missing,
  ofPart: QuantityFigure | WordFigure | undefined,
): ShownSides {
  const traces: ShownSides['traces'] = [];
  const missing: Missing[] = [];
  if (ofVehicle) traces.push({ side: 'vehicle', trace: ofVehicle.trace });
  else missing.push(vehicleAt);
  if (ofPart) traces.push({ side: 'part', trace: ofPart.trace });
  else missing.push(partAt);
  return { need, have, traces, missing };
}
