import type { TubeInside } from './ducts.ts';

/**
 * What a core looks like below its outside dimensions. Nobody measures it on a bench, so where the record has no
 * figure a named class stands in, and what it may be off by is carried on to every answer.
 *
 * Lengths in mm. Common practice throughout, no source; spreads are relative and expanded (k = 2).
 */
export interface CoreClass {
  readonly label: string;
  readonly about: string;
  /** Rows of tubes for each so many millimetres of core depth, where the rows are not on record. */
  readonly rowPitchMm: number;
  /** Between rows. */
  readonly rowGapMm: number;
  readonly tubeHeightMm: number;
  readonly wallMm: number;
  readonly tubePitchMm: number;
  readonly finPitchMm: number;
  readonly finThicknessMm: number;
  readonly louvreAngleDeg: number;
  readonly louvrePitchMm: number;
  /** Length of the louvres as a share of the fin height. */
  readonly louvreShare: number;
  /** W/(m·K) */
  readonly finConductivity: number;
  readonly wallConductivity: number;
  /** On the coolant side, m²·K/W. */
  readonly fouling: number;
  /** What its maker most likely put into the tubes: something into wide ones, nothing into narrow brass ones. */
  readonly tubeInside: TubeInside;
  /** On the heat from coolant to tube, beside the formula: how far such tubes differ from maker to maker. */
  readonly insideSpread: number;
  readonly spread: Readonly<Partial<Record<SpreadKey, number>>>;
}
export type SpreadKey =
  'tubeHeightMm' | 'tubePitchMm' | 'finPitchMm' | 'louvreAngleDeg' | 'louvrePitchMm' | 'fouling';

const brazed = {
  rowPitchMm: 32,
  rowGapMm: 2,
  tubeHeightMm: 1.8,
  wallMm: 0.28,
  tubePitchMm: 9.6,
  finPitchMm: 1.5,
  finThicknessMm: 0.09,
  louvreAngleDeg: 27,
  louvrePitchMm: 1.1,
  louvreShare: 0.85,
  finConductivity: 170,
  wallConductivity: 160,
  fouling: 2e-5,
  tubeInside: 'dimpled',
  insideSpread: 0.25,
  spread: {
    tubeHeightMm: 0.1,
    tubePitchMm: 0.08,
    finPitchMm: 0.15,
    louvreAngleDeg: 0.12,
    louvrePitchMm: 0.15,
    fouling: 0.8,
  },
} as const;

export const CORE_CLASSES = {
  'brazed-thin': {
    ...brazed,
    label: 'brazed, plastic tanks',
    about: 'one row of flat tubes the full depth of the core, as most vehicles leave the works',
  },
  'brazed-thick': {
    ...brazed,
    label: 'brazed, welded tanks',
    about: 'two or more rows of wide tubes, coarser fins, as thick replacement cores are made',
    rowPitchMm: 28,
    tubeHeightMm: 2,
    wallMm: 0.4,
    tubePitchMm: 10.8,
    finPitchMm: 1.8,
    finThicknessMm: 0.1,
    louvreAngleDeg: 25,
    louvrePitchMm: 1.3,
  },
  'soldered-brass': {
    ...brazed,
    label: 'copper and brass',
    about: 'three or four rows of narrow brass tubes, copper fins',
    rowPitchMm: 15,
    rowGapMm: 2.5,
    tubeHeightMm: 2.4,
    wallMm: 0.15,
    tubePitchMm: 12.5,
    finPitchMm: 2.1,
    finThicknessMm: 0.07,
    louvreAngleDeg: 22,
    louvrePitchMm: 1.6,
    louvreShare: 0.75,
    finConductivity: 380,
    wallConductivity: 110,
    fouling: 5e-5,
    tubeInside: 'smooth',
    insideSpread: 0.1,
  },
} as const satisfies Record<string, CoreClass>;
export type CoreClassName = keyof typeof CORE_CLASSES;
export const CORE_CLASS_NAMES = Object.keys(CORE_CLASSES) as CoreClassName[];

/** Thicker than this, an aluminium core with welded tanks is of the coarser sort. */
const THIN_UP_TO_MM = 36;

/** The class a core most likely belongs to, from what a look tells. */
export function likelyCoreClass(look: {
  coreMaterial?: string | undefined;
  tankMaterial?: string | undefined;
  coreThicknessMm?: number | undefined;
}): CoreClassName {
  if (look.coreMaterial === 'copper-brass' || look.tankMaterial === 'brass') return 'soldered-brass';
  if (look.tankMaterial === 'aluminium' || (look.coreThicknessMm ?? 0) > THIN_UP_TO_MM) return 'brazed-thick';
  return 'brazed-thin';
}
