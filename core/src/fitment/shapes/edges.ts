import { USUAL_PRACTICE, type Practice } from '../../practice/index.ts';

export type SupportWork =
  { kind: 'fits'; spareMm: number } | { kind: 'slot'; shiftMm: number } | { kind: 'too-wide'; byMm: number };

/**
 * What it takes to seat a radiator of this width in that opening: nothing, or a bracket slotted.
 */
export function supportWork(
  openingMm: number,
  widthMm: number,
  practice: Practice = USUAL_PRACTICE,
): SupportWork {
  if (!(openingMm > 0 && widthMm > 0)) throw new RangeError('an opening and a radiator have a width');
  const spare = openingMm - widthMm - practice.openingSides;
  if (spare >= 0) return { kind: 'fits', spareMm: spare };
  return -spare <= practice.bracketSlot
    ? { kind: 'slot', shiftMm: -spare }
    : { kind: 'too-wide', byMm: -spare };
}

export interface HosePlan {
  trimMm: number;
  stepped: boolean;
  spring: boolean;
  sentence: 'as-it-is' | 'trim' | 'too-short';
}
export function hosePlan(hose: {
  /** Undefined for the old hose kept. */
  lengthMm: number | undefined;
  /** Undefined where it is not on record: then nothing is said of trimming. */
  oldLengthMm: number | undefined;
  boreMm: number;
  neckMm: number;
  suction: boolean;
  hasSpring: boolean;
  practice?: Practice;
}): HosePlan {
  const practice = hose.practice ?? USUAL_PRACTICE;
  const { lengthMm, oldLengthMm } = hose;
  const bothKnown = lengthMm !== undefined && oldLengthMm !== undefined;
  assertPositive(hose.boreMm, hose.neckMm, ...(bothKnown ? [lengthMm, oldLengthMm] : []));
  const over = bothKnown ? lengthMm - oldLengthMm : 0;
  return {
    trimMm: Math.max(0, over),
    stepped: Math.abs(hose.neckMm - hose.boreMm) > practice.hoseOnNeck,
    spring: hose.suction && !hose.hasSpring,
    sentence: over > practice.hoseTrim ? 'trim' : over < -practice.hoseTrim ? 'too-short' : 'as-it-is',
  };
}
const assertPositive = (...lengths: number[]): void => {
  if (!lengths.every((length) => length > 0)) throw new RangeError('every length and bore is more than 0 mm');
};
