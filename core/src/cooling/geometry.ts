import { CORE_CLASSES, type CoreClassName } from './core-classes.ts';
import type { TubeInside } from './ducts.ts';
import { LouvreLaw, type LouvredFin } from './louvres.ts';

/** A radiator as the cooling sums need it: what is on record, the rest from its class. Lengths in mm. */
export interface RadiatorFigures {
  coreWidthMm: number;
  coreHeightMm: number;
  coreThicknessMm: number;
  /** Tubes lie across (tanks at the sides) or stand (tanks above and below). */
  flow: 'cross' | 'down';
  /** How many times the coolant goes through the face, one after the other. */
  passes: number;
  coreClass: CoreClassName;
  rows?: number | undefined;
  /** Depth of one tube along the air. */
  tubeDepthMm?: number | undefined;
  tubeHeightMm?: number | undefined;
  tubePitchMm?: number | undefined;
  finPitchMm?: number | undefined;
  louvreAngleDeg?: number | undefined;
  louvrePitchMm?: number | undefined;
  fouling?: number | undefined;
  tubeInside?: TubeInside | undefined;
  /** Share of its tubes that nothing goes through any more, by dirt outside or inside; 0 to 0.95. */
  blockedShare?: number | undefined;
}

/** What follows from them. SI. */
export interface CoreGeometry {
  faceAreaM2: number;
  depthM: number;
  rows: number;
  /** Tubes in one row, all passes. */
  tubesInRow: number;
  tubes: number;
  passes: number;
  tubeLengthM: number;
  tubeDepthM: number;
  tubePitchM: number;
  finPitchM: number;
  /** Narrowest free section over face area. */
  freeShare: number;
  finAreaM2: number;
  airAreaM2: number;
  wettedAreaM2: number;
  /** Inside of one tube. */
  bore: { areaM2: number; hydraulicM: number; aspect: number };
  tubeInside: TubeInside;
  wallM: number;
  /** Coolant in the tubes, tanks left out. */
  tubeVolumeM3: number;
  fin: LouvredFin;
  louvres: LouvreLaw;
  finConductivity: number;
  wallConductivity: number;
  fouling: number;
}

/** A radiator whose figures contradict each other: each sentence says which. */
export class ImpossibleRadiator extends RangeError {
  override readonly name = 'ImpossibleRadiator';
  readonly reasons: readonly string[];
  constructor(reasons: readonly string[]) {
    super(reasons.join('; '));
    this.reasons = reasons;
  }
}

/** What can be a core at all, mm and counts. */
const LIMITS = {
  coreWidthMm: [100, 2000, 'core width'],
  coreHeightMm: [100, 2000, 'core height'],
  coreThicknessMm: [8, 200, 'core thickness'],
  passes: [1, 4, 'passes'],
  rows: [1, 8, 'rows of tubes'],
  tubeDepthMm: [5, 150, 'tube depth'],
  tubeHeightMm: [0.8, 8, 'tube height'],
  tubePitchMm: [4, 30, 'tube pitch'],
  finPitchMm: [0.6, 6, 'fin pitch'],
  louvreAngleDeg: [5, 45, 'louvre angle'],
  louvrePitchMm: [0.5, 5, 'louvre pitch'],
  blockedShare: [0, 0.95, 'blocked share'],
} as const;

function assertPossible(radiator: RadiatorFigures): void {
  const reasons: string[] = [];
  for (const [key, [lo, hi, label]] of Object.entries(LIMITS)) {
    const value = radiator[key as keyof typeof LIMITS];
    if (value !== undefined && !(value >= lo && value <= hi))
      reasons.push(`${label} ${Number.isFinite(value) ? value : 'missing'} is outside ${lo} to ${hi}`);
  }
  if (reasons.length > 0) throw new ImpossibleRadiator(reasons);
}

/**
 * Areas and sections of a core.
 *
 * @throws ImpossibleRadiator when figures are out of range or leave no room for each other
 */
export function coreGeometry(radiator: RadiatorFigures): CoreGeometry {
  assertPossible(radiator);
  const kind = CORE_CLASSES[radiator.coreClass];
  const mm = (value: number): number => value / 1000;
  const rows = radiator.rows ?? Math.max(1, Math.round(radiator.coreThicknessMm / kind.rowPitchMm));
  const tubeHeight = radiator.tubeHeightMm ?? kind.tubeHeightMm;
  const tubePitch = radiator.tubePitchMm ?? kind.tubePitchMm;
  const finPitch = radiator.finPitchMm ?? kind.finPitchMm;
  const tubeDepth = radiator.tubeDepthMm ?? (radiator.coreThicknessMm - (rows - 1) * kind.rowGapMm) / rows;
  const [along, across] =
    radiator.flow === 'cross'
      ? [radiator.coreWidthMm, radiator.coreHeightMm]
      : [radiator.coreHeightMm, radiator.coreWidthMm];
  const reasons: string[] = [];
  if (rows * tubeDepth > radiator.coreThicknessMm + 1e-9)
    reasons.push(
      `${rows} rows of ${tubeDepth} mm tubes do not go into a core ${radiator.coreThicknessMm} mm thick`,
    );
  if (!(tubePitch - tubeHeight > 1))
    reasons.push(`tubes ${tubeHeight} mm high every ${tubePitch} mm leave no room for fins`);
  if (!(finPitch > 2 * kind.finThicknessMm)) reasons.push(`fins every ${finPitch} mm leave no room for air`);
  if (!(tubeHeight > 2.5 * kind.wallMm))
    reasons.push(`tubes ${tubeHeight} mm high leave no room for coolant`);
  if (!(tubeDepth > 2 * tubeHeight))
    reasons.push(`rows of tubes ${tubeDepth.toFixed(1)} mm deep are no flat tubes`);
  if (reasons.length > 0) throw new ImpossibleRadiator(reasons);

  const open = 1 - (radiator.blockedShare ?? 0);
  const tubesInRow = Math.max(radiator.passes, Math.floor((open * across) / tubePitch));
  const finHeight = tubePitch - tubeHeight;
  const finThickness = kind.finThicknessMm;
  const depth = mm(radiator.coreThicknessMm);
  const face = mm(along) * mm(across) * open;
  // Cells of one tube pitch by one fin pitch.
  const cells = face / (mm(tubePitch) * mm(finPitch));
  const finArea = cells * 2 * mm(finHeight) * depth;
  const tubeArea = cells * 2 * mm(finPitch - finThickness) * rows * mm(tubeDepth);
  const wall = kind.wallMm;
  const [inner, deep] = [mm(tubeHeight - 2 * wall), mm(tubeDepth - 2 * wall)];
  const tubes = tubesInRow * rows;
  const tubeLength = mm(along);
  const fin: LouvredFin = {
    angleDeg: radiator.louvreAngleDeg ?? kind.louvreAngleDeg,
    finPitch: mm(finPitch),
    finHeight: mm(finHeight),
    finThickness: mm(finThickness),
    finDepth: depth,
    louvrePitch: mm(radiator.louvrePitchMm ?? kind.louvrePitchMm),
    louvreLength: mm(finHeight) * kind.louvreShare,
    tubePitch: mm(tubePitch),
    tubeHeight: mm(tubeHeight),
    tubeDepth: mm(tubeDepth) * rows,
  };
  return {
    faceAreaM2: face,
    depthM: depth,
    rows,
    tubesInRow,
    tubes,
    passes: radiator.passes,
    tubeLengthM: tubeLength,
    tubeDepthM: mm(tubeDepth),
    tubePitchM: mm(tubePitch),
    finPitchM: mm(finPitch),
    freeShare: (finHeight / tubePitch) * ((finPitch - finThickness) / finPitch),
    finAreaM2: finArea,
    airAreaM2: finArea + tubeArea,
    wettedAreaM2: tubes * tubeLength * 2 * (inner + deep),
    bore: { areaM2: inner * deep, hydraulicM: (2 * inner * deep) / (inner + deep), aspect: inner / deep },
    tubeInside: radiator.tubeInside ?? kind.tubeInside,
    wallM: mm(wall),
    tubeVolumeM3: tubes * tubeLength * inner * deep,
    fin,
    louvres: new LouvreLaw(fin),
    finConductivity: kind.finConductivity,
    wallConductivity: kind.wallConductivity,
    fouling: radiator.fouling ?? kind.fouling,
  };
}
