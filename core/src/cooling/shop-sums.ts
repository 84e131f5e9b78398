import { coreGeometry, type RadiatorFigures } from './geometry.ts';

const SQUARE_INCH_MM2 = 645.16;
const CUBIC_INCH_MM3 = 16_387.064;
/** W */
export const HORSEPOWER = 745.699_871_582;

/** The sums people ask for. */
export interface ShopSums {
  faceMm2: number;
  faceSqIn: number;
  /** Space the core fills: not the coolant it holds. */
  envelopeMm3: number;
  envelopeCuIn: number;
  /** Coolant in the tubes alone, L. */
  tubesHoldL: number;
  finnedM2: number;
  wettedM2: number;
  tubes: number;
  /** Rule of thumb of one square inch of face a horsepower (common practice): horsepower the face is good for. */
  ruleHp: number;
}

/** What each of them leaves out. */
export const LEFT_OUT = {
  face: 'Face area leaves out fins, tubes, airflow and coolant flow.',
  envelope:
    'Area times thickness is the space the core fills. It is not the coolant it holds, and air that has gone through the first row cools the next ones less.',
  rule: 'One square inch a horsepower leaves out how long the power is asked for, how thick the core is, and the air that reaches it.',
} as const;

/** @throws ImpossibleRadiator */
export function shopSums(radiator: RadiatorFigures): ShopSums {
  const core = coreGeometry(radiator);
  const face = radiator.coreWidthMm * radiator.coreHeightMm;
  const envelope = face * radiator.coreThicknessMm;
  return {
    faceMm2: face,
    faceSqIn: face / SQUARE_INCH_MM2,
    envelopeMm3: envelope,
    envelopeCuIn: envelope / CUBIC_INCH_MM3,
    tubesHoldL: core.tubeVolumeM3 * 1000,
    finnedM2: core.finAreaM2,
    wettedM2: core.wettedAreaM2,
    tubes: core.tubes,
    ruleHp: face / SQUARE_INCH_MM2,
  };
}
