import { PRACTICE } from './practice.ts';

/** Gaps between core and support along the four edges, mm, and the core they lie round. */
export interface EdgeGaps {
  widthMm: number;
  heightMm: number;
  leftMm: number;
  rightMm: number;
  topMm: number;
  bottomMm: number;
}

/** Open area round the core, mm², and the edges worth closing. */
export function leakage(gaps: EdgeGaps): {
  areaMm2: number;
  shareOfFace: number;
  close: string[];
  stripMm: number;
} {
  const { widthMm, heightMm, leftMm, rightMm, topMm, bottomMm } = gaps;
  if (!(widthMm > 0 && heightMm > 0)) throw new RangeError('a core has a width and a height');
  if (![leftMm, rightMm, topMm, bottomMm].every((gap) => gap >= 0))
    throw new RangeError('a gap is 0 mm or more');
  const sides: [string, number, number][] = [
    ['left', leftMm, heightMm],
    ['right', rightMm, heightMm],
    ['top', topMm, widthMm],
    ['bottom', bottomMm, widthMm],
  ];
  const area = sides.reduce((sum, [, gap, length]) => sum + gap * length, 0);
  const close = sides.filter(([, gap]) => gap >= PRACTICE.gapWorthClosingMm);
  return {
    areaMm2: area,
    shareOfFace: area / (widthMm * heightMm),
    close: close.map(([side]) => side),
    stripMm: close.reduce((sum, [, , length]) => sum + length, 0),
  };
}

export type SupportWork =
  | { kind: 'fits'; spareMm: number }
  | { kind: 'slot'; shiftMm: number }
  | { kind: 'trim'; trimEachSideMm: number };

/**
 * What it takes to seat a radiator of this width in that opening: shifting in its brackets' slots, or trimming.
 *
 * @param wantedMm left over in all for rubber, both sides together
 */
export function supportWork(openingMm: number, widthMm: number, wantedMm = 4): SupportWork {
  if (!(openingMm > 0 && widthMm > 0)) throw new RangeError('an opening and a radiator have a width');
  const spare = openingMm - widthMm - wantedMm;
  if (spare >= 0) return { kind: 'fits', spareMm: spare };
  return -spare <= PRACTICE.slotMm
    ? { kind: 'slot', shiftMm: -spare }
    : { kind: 'trim', trimEachSideMm: -spare / 2 };
}

export interface HosePlan {
  trimMm: number;
  stepped: boolean;
  spring: boolean;
  sentence: 'as-it-is' | 'trim' | 'too-short';
}
/** Hoses give a few millimetres; longer ones are trimmed, shorter ones left. */
const HOSE_GIVES_MM = 10;
/** A hose goes over a neck this much larger or smaller than its bore. */
const BORE_GIVES_MM = 1.2;
export function hosePlan(hose: {
  /** Undefined for the old hose kept. */
  lengthMm: number | undefined;
  /** Undefined where it is not on record: then nothing is said of trimming. */
  oldLengthMm: number | undefined;
  boreMm: number;
  neckMm: number;
  suction: boolean;
  hasSpring: boolean;
}): HosePlan {
  const { lengthMm, oldLengthMm } = hose;
  const bothKnown = lengthMm !== undefined && oldLengthMm !== undefined;
  assertPositive(hose.boreMm, hose.neckMm, ...(bothKnown ? [lengthMm, oldLengthMm] : []));
  const over = bothKnown ? lengthMm - oldLengthMm : 0;
  return {
    trimMm: Math.max(0, over),
    stepped: Math.abs(hose.neckMm - hose.boreMm) > BORE_GIVES_MM,
    spring: hose.suction && !hose.hasSpring,
    sentence: over > HOSE_GIVES_MM ? 'trim' : over < -HOSE_GIVES_MM ? 'too-short' : 'as-it-is',
  };
}
const assertPositive = (...lengths: number[]): void => {
  if (!lengths.every((length) => length > 0)) throw new RangeError('every length and bore is more than 0 mm');
};
