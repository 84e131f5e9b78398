import { LEAST_MM, MARGIN, drawnAt1to1, note, round } from './drawing.ts';

/**
 * An upper bracket that reaches down to a radiator that is lower than the vehicle holds it: a foot on the tie bar, a leg
 * down to the radiator's mount, bent once. All lengths in mm.
 */
export interface BracketInput {
  /** How far below the tie bar's face the radiator's mount lies, > 0. */
  dropMm: number;
  /** Centre to centre of the two mounts, on the vehicle and on the radiator. */
  vehicleSpacingMm: number;
  radiatorSpacingMm: number;
  thicknessMm?: number;
  /** Inside of the bend. */
  insideRadiusMm?: number;
  holeMm?: number;
}

export interface Bracket {
  thicknessMm: number;
  insideRadiusMm: number;
  /** What the bend takes of the flat. */
  allowanceMm: number;
  /** Developed length and width of the flat. */
  flatMm: number;
  widthMm: number;
  /** From the foot's end to the middle of the bend. */
  bendAtMm: number;
  /** Centres from the foot's end and from the middle of the foot; the leg's hole stands aside where the spacings differ. */
  holes: { alongMm: number; acrossMm: number; diameterMm: number; what: string }[];
}

/** 3 mm angle bends over about its own thickness; common practice. */
const THICKNESS = 3;
const HOLE = 9;
/** Where the neutral line lies, as a share of the thickness, for mild steel bent over about its thickness; from memory. */
const NEUTRAL = 0.44;
/** From a hole's centre to an edge at least so many of its diameters; common practice. */
const EDGE = 2;
const QUARTER_TURN = Math.PI / 2;

/**
 * The flat of one bracket, the other is its mirror image. Bend allowance BA = A (R + K T), with A in radians
 * (*Machinery's Handbook*, bend allowances; from memory).
 *
 * @throws RangeError where a figure is missing or no bracket comes of it
 */
export function upperBracket({
  dropMm,
  vehicleSpacingMm,
  radiatorSpacingMm,
  thicknessMm = THICKNESS,
  insideRadiusMm = thicknessMm,
  holeMm = HOLE,
}: BracketInput): Bracket {
  const set = thicknessMm + insideRadiusMm;
  if (!(dropMm > set && dropMm <= 300)) throw new RangeError(`a bracket reaches down more than ${set} mm and at most 300; not ${dropMm}`);
  if (!(vehicleSpacingMm > 0 && radiatorSpacingMm > 0)) throw new RangeError('both spacings of the mounts are needed');
  if (!(thicknessMm > 0 && insideRadiusMm >= 0 && holeMm > 0)) throw new RangeError('thickness, radius and holes are more than nothing');
  const edge = EDGE * holeMm;
  const asideMm = (radiatorSpacingMm - vehicleSpacingMm) / 2;
  if (Math.abs(asideMm) > 120) throw new RangeError('the mounts lie too far aside for a bracket of one piece');
  const allowanceMm = QUARTER_TURN * (insideRadiusMm + NEUTRAL * thicknessMm);
  // The foot's hole stands clear of the bend, so that a washer lies flat.
  const footMm = edge + edge;
  const legMm = dropMm - set + edge;
  return {
    thicknessMm,
    insideRadiusMm,
    allowanceMm,
    flatMm: footMm + allowanceMm + legMm,
    widthMm: 2 * edge + Math.abs(asideMm),
    bendAtMm: footMm + allowanceMm / 2,
    holes: [
      { alongMm: edge, acrossMm: 0, diameterMm: holeMm, what: 'to the tie bar' },
      { alongMm: footMm + allowanceMm + (dropMm - set), acrossMm: asideMm, diameterMm: holeMm, what: 'to the radiator' },
    ],
  };
} // prettier-ignore

/** The flat at 1:1. ISO 128: outline solid, bend and centres chain-dotted. */
export function bracketSvg(bracket: Bracket, title: string): string {
  const { flatMm, widthMm, bendAtMm, holes, thicknessMm, insideRadiusMm } = bracket;
  const aside = holes[1]!.acrossMm;
  // The foot lies to one side of the middle where the leg stands aside.
  const left = widthMm / 2 - aside / 2;
  const x = (across: number): number => MARGIN + left + across;
  const y = (along: number): number => MARGIN + 12 + along;
  const beside = MARGIN + widthMm + 6;
  return drawnAt1to1(Math.max(widthMm, LEAST_MM) + 2 * MARGIN + 46, flatMm + 3 * MARGIN + 22, title, [
    `<rect x="${MARGIN}" y="${round(y(0))}" width="${round(widthMm)}" height="${round(flatMm)}" fill="none" stroke="#000" stroke-width="0.5"/>`,
    `<path d="M${MARGIN - 4} ${round(y(bendAtMm))}H${round(MARGIN + widthMm + 4)}" stroke="#000" stroke-width="0.25" stroke-dasharray="6 1.5 1 1.5"/>`,
    note(beside, y(bendAtMm), `bend 90°, R ${round(insideRadiusMm)} inside`),
    ...holes.flatMap(({ alongMm, acrossMm, diameterMm, what }) => [
      `<circle cx="${round(x(acrossMm))}" cy="${round(y(alongMm))}" r="${round(diameterMm / 2)}" fill="none" stroke="#000" stroke-width="0.5"/>`,
      `<path d="M${round(x(acrossMm - 8))} ${round(y(alongMm))}H${round(x(acrossMm + 8))}M${round(x(acrossMm))} ${round(y(alongMm - 8))}V${round(y(alongMm + 8))}" stroke="#000" stroke-width="0.18" stroke-dasharray="4 1 1 1"/>`,
      note(beside, y(alongMm + 1.5), `⌀ ${round(diameterMm)}, ${round(alongMm)} from the end, ${what}`),
    ]),
    note(MARGIN, y(flatMm + 7), `flat ${round(flatMm)} × ${round(widthMm)}, ${round(thicknessMm)} thick; two, one a mirror image`),
  ]);
} // prettier-ignore
