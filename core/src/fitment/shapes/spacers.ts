import type { Choice } from '../../fit/index.ts';
import { FOOT_SPACERS_MM, HUB_SPACERS_MM, USUAL_PRACTICE } from '../../practice/index.ts';

const assertLengths = (...lengths: number[]): void => {
  if (!lengths.every((length) => length >= 0 && length <= 2000))
    throw new RangeError('a length of 0 to 2,000 mm');
};

/**
 * Engine-driven fan: the thickest hub spacer that keeps the blades off a core that comes nearer. A shorter spacer
 * moves the fan toward the engine.
 *
 * @param bladeToCoreMm   with the fitted spacer and the old core
 * @param comesNearerMm   how far the new core's face lies behind the old one's
 */
export function hubSpacer(
  bladeToCoreMm: number,
  fittedMm: number,
  comesNearerMm: number,
  stock: readonly number[] = HUB_SPACERS_MM,
  wantedMm: number = USUAL_PRACTICE.drivenBladeToCore,
): Choice {
  assertLengths(bladeToCoreMm, fittedMm, wantedMm);
  const leaves = (spacer: number): number => bladeToCoreMm - comesNearerMm + (fittedMm - spacer);
  const good = stock.filter((spacer) => leaves(spacer) >= wantedMm);
  if (good.length > 0) {
    const spacer = Math.max(...good);
    return {
      kind: 'chosen',
      spacerMm: spacer,
      leavesMm: leaves(spacer),
      sparesMm: leaves(spacer) - wantedMm,
    };
  }
  const least = Math.min(...stock);
  return stock.length === 0
    ? { kind: 'none' }
    : { kind: 'none', best: { spacerMm: least, shortMm: wantedMm - leaves(least) } };
}

export interface FootPlan {
  /** Fills the gap exactly or with the rest made up by shims. */
  spacerMm: number | undefined;
  shimMm: number;
  /** What happens at each foot when the bolts are pulled down without. */
  bendsMm: number;
}

/** The thickest stock spacer that goes into the gap under fan feet, and the shim that fills the rest. */
export function footSpacer(
  standoffMm: number,
  stock: readonly number[] = FOOT_SPACERS_MM,
  slackMm: number = USUAL_PRACTICE.spacerSlack,
): FootPlan {
  assertLengths(standoffMm);
  const spacer = Math.max(0, ...stock.filter((each) => each <= standoffMm + slackMm));
  return {
    spacerMm: spacer > 0 ? spacer : undefined,
    shimMm: Math.max(0, standoffMm - spacer),
    bendsMm: standoffMm,
  };
}
