import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { MARGIN, LEAST_MM, drawnAt1to1, note, round } from './drawing.ts';

/** A point of what comes through: along the support's edge from a fixed hole, and how far into the support it reaches. mm. */
export interface ContourPoint {
  alongMm: number;
  /** Below 0 it stays clear of the edge. */
  intoMm: number;
}

export interface CutLine {
  contour: ContourPoint[];
  /** Along the edge, the depth of the cut; 0 where nothing is taken. Closed on both ends at the edge, 0.5 mm apart. */
  cut: ContourPoint[];
  /** How far the cut keeps from the contour, what the points are good to included. */
  clearMm: number;
  deepestMm: number;
  /** Of the support's width, what stays at its narrowest; undefined where the width is not known. */
  leavesMm: number | undefined;
  /** What is to be looked at before anybody cuts. */
  minds: string[];
}

/** Points along the cut, mm apart. */
const STEP = 0.5;
const MOST_POINTS = 200;
/** Longest and deepest that a support is. */
const MOST = { alongMm: 2000, intoMm: 150 };

/**
 * Contour points as somebody writes them down, a pair a line: `120 14`, along and into.
 *
 * @param mm of one of the units that it is written in
 * @throws RangeError that names the line which is none
 */
export function readContour(text: string, mm = 1): ContourPoint[] {
  return text.split('\n').flatMap((line, at): ContourPoint[] => {
    if (line.trim() === '') return [];
    const [along, into, ...more] = line.trim().split(/[\s;]+/).map((each) => Number(each.replace(',', '.'))); // prettier-ignore
    if (along === undefined || into === undefined || more.length > 0 || !Number.isFinite(along) || !Number.isFinite(into)) throw new RangeError(`line ${at + 1}, “${line.trim().slice(0, 30)}”, is no pair of figures`); // prettier-ignore
    return [{ alongMm: along * mm, intoMm: into * mm }];
  });
}

/**
 * Where a support is cut so that what comes through stands clear of it everywhere: the contour between its points is
 * straight, and the cut is the edge of all circles of the clearance along it. So no inside corner of the cut is sharper
 * than that circle; a crack begins at a sharp one.
 *
 * @param points in any order, at least two, each along once
 * @param widthMm of the support from its edge, where the cut is deepest
 * @throws RangeError where no line comes of it
 */
export function cutLine(
  points: readonly ContourPoint[],
  widthMm: number | undefined,
  practice: Practice = USUAL_PRACTICE,
): CutLine {
  const contour = [...points].sort((a, b) => a.alongMm - b.alongMm);
  if (contour.length < 2 || contour.length > MOST_POINTS) throw new RangeError(`a contour takes 2 to ${MOST_POINTS} points, not ${contour.length}`); // prettier-ignore
  for (const { alongMm, intoMm } of contour)
    if (!(Math.abs(alongMm) <= MOST.alongMm && Math.abs(intoMm) <= MOST.intoMm)) throw new RangeError(`no support has a point ${round(alongMm)} along and ${round(intoMm)} deep`); // prettier-ignore
  const pieces = contour.slice(1).map((to, at) => ({ from: contour[at]!.alongMm, to: to.alongMm }));
  const twice = pieces.find(({ from, to }) => from === to);
  if (twice)
    throw new RangeError(`two points lie ${round(twice.to)} along: the contour is measured from one side`);
  if (widthMm !== undefined && !(widthMm > 0 && widthMm <= 500)) throw new RangeError('the support’s width is more than nothing and at most 500 mm'); // prettier-ignore
  const clearMm = practice.trimClear + practice.trimTold;
  const [first, last] = [contour[0]!, contour.at(-1)!];
  const begin = Math.floor((first.alongMm - clearMm) / STEP);
  const end = Math.ceil((last.alongMm + clearMm) / STEP);
  const cut: ContourPoint[] = [];
  for (let at = begin; at <= end; at += 1) {
    const alongMm = at * STEP;
    cut.push({ alongMm, intoMm: Math.max(0, deepest(contour, alongMm, clearMm)) });
  }
  const deepestMm = Math.max(...cut.map(({ intoMm }) => intoMm));
  const leavesMm = widthMm === undefined ? undefined : widthMm - deepestMm;
  const wide = pieces.filter(({ from, to }) => to - from > practice.trimStations);
  const minds = [
    wide.length > 0 && `Measure between ${wide.map(({ from, to }) => `${round(from)} and ${round(to)}`).join(', ')} mm: further apart than ${round(practice.trimStations)} mm, what lies between is not known.`,
    (first.intoMm > -clearMm || last.intoMm > -clearMm) && 'The contour goes on beyond its outermost points: measure on until it is clear of the edge.',
    leavesMm === undefined && 'The support’s width is not told: what stays of it is not known.',
    leavesMm !== undefined && leavesMm < practice.trimLeaves && `Only ${round(Math.max(0, leavesMm))} mm of the support stay: a support carries the front of the vehicle. Ask a body shop, or choose a narrower part.`,
  ].filter((each): each is string => each !== false); // prettier-ignore
  return { contour, cut, clearMm, deepestMm, leavesMm, minds };
}

/** The deepest that a circle round any point of the contour reaches at one place along. */
function deepest(contour: readonly ContourPoint[], alongMm: number, radius: number): number {
  let most = -Infinity;
  const reach = (x: number, y: number): void => {
    const away = Math.abs(x - alongMm);
    if (away <= radius) most = Math.max(most, y + Math.sqrt(radius ** 2 - away ** 2));
  };
  contour.slice(1).forEach((b, at) => {
    const a = contour[at]!;
    reach(a.alongMm, a.intoMm);
    reach(b.alongMm, b.intoMm);
    // Of a straight piece the circle whose slope is the piece's own reaches deepest.
    const slope = (b.intoMm - a.intoMm) / (b.alongMm - a.alongMm);
    const x = alongMm + (radius * slope) / Math.hypot(1, slope);
    if (x > a.alongMm && x < b.alongMm) reach(x, a.intoMm + slope * (x - a.alongMm));
  });
  return most;
}

/** The cut at 1:1, edge of the support on top: what goes hatched, the contour dotted. ISO 128: cut solid, contour behind it dashed. */
export function cutLineSvg(line: CutLine, title: string): string {
  const { contour, cut, clearMm, deepestMm, leavesMm } = line;
  const [from, to] = [cut[0]!.alongMm, cut.at(-1)!.alongMm];
  const above = Math.max(0, ...contour.map(({ intoMm }) => -intoMm));
  const top = MARGIN + 16 + above;
  const x = (along: number): number => MARGIN + along - from;
  const y = (into: number): number => top + into;
  const path = (points: readonly ContourPoint[]): string => points.map(({ alongMm, intoMm }, at) => `${at === 0 ? 'M' : 'L'}${round(x(alongMm))} ${round(y(intoMm))}`).join('');
  const below = y(deepestMm) + 8;
  return drawnAt1to1(Math.max(to - from, LEAST_MM) + 2 * MARGIN + 20, below + 52, title, [
    '<defs><pattern id="goes" width="3" height="3" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><path d="M0 0V3" stroke="#888" stroke-width="0.3"/></pattern></defs>',
    `<path d="${path(cut)}L${round(x(to))} ${round(y(0))}L${round(x(from))} ${round(y(0))}Z" fill="url(#goes)"/>`,
    `<path d="M${round(x(from) - 6)} ${round(y(0))}H${round(x(to) + 6)}" stroke="#000" stroke-width="0.25"/>`,
    `<path d="${path(cut)}" fill="none" stroke="#000" stroke-width="0.5"/>`,
    `<path d="${path(contour)}" fill="none" stroke="#000" stroke-width="0.25" stroke-dasharray="2 1"/>`,
    ...contour.flatMap(({ alongMm, intoMm }) => [
      `<path d="M${round(x(alongMm) - 1.5)} ${round(y(intoMm))}h3m-1.5 -1.5v3" stroke="#000" stroke-width="0.25"/>`,
      note(x(alongMm) - 3, below, round(alongMm), 3),
    ]),
    ...(from <= 0 && to >= 0 ? [`<path d="M${round(x(0))} ${round(y(0) - 6)}v12" stroke="#000" stroke-width="0.25" stroke-dasharray="4 1 1 1"/>`, note(x(0) + 1.5, y(0) - 3, 'hole', 3)] : []),
    note(MARGIN, below + 7, 'mm along the edge from the hole; hatched goes,'),
    note(MARGIN, below + 13, 'dashed is what comes through'),
    note(MARGIN, below + 19, `clear by ${round(clearMm)}, deepest ${round(deepestMm)}${leavesMm === undefined ? ', what stays not known' : `, ${round(leavesMm)} of the support stay`}`),
    note(MARGIN, below + 25, 'core covered, fan and battery off; bare metal sealed'),
  ]);
} // prettier-ignore
