import type { FigureSet } from '../../figures/index.ts';
import { USUAL_PRACTICE, type Practice } from '../../practice/index.ts';

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
export function leakage(
  gaps: EdgeGaps,
  practice: Practice = USUAL_PRACTICE,
): { areaMm2: number; shareOfFace: number; close: string[]; stripMm: number } {
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
  const close = sides.filter(([, gap]) => gap >= practice.gapWorthClosing);
  return {
    areaMm2: area,
    shareOfFace: area / (widthMm * heightMm),
    close: close.map(([side]) => side),
    stripMm: close.reduce((sum, [, , length]) => sum + length, 0),
  };
}

/** Gaps between a radiator and its opening, both sides alike; undefined where a size is not on record. */
export function edgeGaps(
  bay: FigureSet<'bay'>,
  radiator: FigureSet<'radiator'>,
  practice: Practice = USUAL_PRACTICE,
): ReturnType<typeof leakage> | undefined {
  const { openingWidth, openingHeight } = bay.quantities;
  const { overallWidth, overallHeight } = radiator.quantities;
  if (!openingWidth || !openingHeight || !overallWidth || !overallHeight) return undefined;
  const side = Math.max(0, (openingWidth.value - overallWidth.value) / 2);
  return leakage(
    {
      widthMm: overallWidth.value,
      heightMm: overallHeight.value,
      leftMm: side,
      rightMm: side,
      topMm: Math.max(0, openingHeight.value - overallHeight.value),
      bottomMm: 0,
    },
    practice,
  );
}
