import { chanceClear, combined, type FigureSet } from '../../figures/index.ts';
import { FOOT_SPACERS_MM, workOf, type Practice, type Work } from '../../practice/index.ts';
import type { FitVehicle } from '../vehicle.ts';
import type { Finding } from './check.ts';
import { loweredBy, spacerFor, stackFigures, type Place } from './depth.ts';
import type { Missing, Term } from './shown.ts';

/** The stack as checks of a part: motor to engine and blades to core, their sums, what is missing, and the spacer they ask for. */

const NONE: Missing[] = [];
const gaps = (...places: Place[]): Missing[] =>
  places.every(({ figure }) => figure) ? NONE : places.filter(({ figure }) => !figure).map(({ at }) => at);

/** Motor to engine, as a check: on the spacers chosen, as supplied, or on a lower one from stock. */
export function judgeMotor(
  vehicle: FitVehicle,
  radiator: FigureSet<'radiator'> | undefined,
  fan: FigureSet<'fan'> | undefined,
  finding: Finding,
  practice: Practice,
): void {
  const figures = stackFigures(vehicle.figures, radiator, fan);
  const { depth, thickness } = { depth: figures.depth.figure, thickness: figures.thickness.figure };
  const behind = figures.fan.figure;
  finding.small = false;
  if (!depth || !thickness || !behind) {
    finding.outcome = 'unknown';
    finding.missing = 'both';
    return;
  }
  const chosen = vehicle.choices?.spacerMm;
  const spacer = figures.spacer.figure;
  const lower = loweredBy(figures, chosen);
  const margin = depth.value - thickness.value - behind.value + lower - practice.motorToEngine;
  const u = combined(depth.u, thickness.u, behind.u, lower === 0 ? 0 : (spacer?.u ?? 0));
  const chance = chanceClear(margin, u);
  finding.margin = margin;
  finding.u = u;
  finding.missing = 'none';
  finding.chance = finding.chanceWithChange = chance;
  if (chance >= practice.passAt) finding.outcome = lower === 0 ? 'pass' : 'change';
  else if (chance > practice.failAt) finding.outcome = 'open';
  else if (chosen !== undefined && spacer) finding.outcome = 'fail';
  else {
    const lowest = FOOT_SPACERS_MM[0];
    const most = spacer ? spacer.value - lowest : FOOT_SPACERS_MM.at(-1)! - lowest;
    const helps = figures.standsOn !== 'feet' && chanceClear(margin + most, u) > practice.failAt;
    if (!helps) finding.outcome = 'fail';
    else {
      const choice = spacerFor(vehicle.figures, { radiator, fan }, practice);
      finding.outcome = !choice ? 'unknown' : choice.kind === 'chosen' ? 'change' : 'fail';
      finding.missing = choice ? 'none' : 'both';
      if (choice?.kind === 'chosen')
        finding.chanceWithChange = chanceClear(
          margin + (spacer!.value - choice.spacerMm),
          combined(u, spacer!.u),
        );
    }
  }
}

/** The terms of `judgeMotor`'s margin; undefined where one is not on record. */
export function motorSum(
  vehicle: FitVehicle,
  radiator: FigureSet<'radiator'> | undefined,
  fan: FigureSet<'fan'> | undefined,
  practice: Practice,
): Term[] | undefined {
  const figures = stackFigures(vehicle.figures, radiator, fan);
  const [depth, thickness, behind] = [figures.depth.figure, figures.thickness.figure, figures.fan.figure];
  if (!depth || !thickness || !behind) return undefined;
  return [
    { sign: 1, what: 'bay-depth', value: depth.value },
    { sign: -1, what: 'radiator', value: thickness.value },
    { sign: -1, what: 'fan', value: behind.value },
    ...lowerTerm(loweredBy(figures, vehicle.choices?.spacerMm), 1),
    { sign: -1, what: 'gap-wanted', value: practice.motorToEngine },
  ];
}
/** Lower spacers give the motor room and take it from the blades. */
const lowerTerm = (lower: number, sign: 1 | -1): Term[] =>
  lower === 0 ? [] : [{ sign, what: 'lower-spacer', value: lower }];

/** The terms of `judgeBlades`' margin; undefined where the blades are not on record. */
export function bladesSum(
  vehicle: FitVehicle,
  radiator: FigureSet<'radiator'> | undefined,
  fan: FigureSet<'fan'> | undefined,
  practice: Practice,
): Term[] | undefined {
  const figures = stackFigures(vehicle.figures, radiator, fan);
  const blades = figures.blades.figure;
  if (!blades) return undefined;
  const [thick, core] = [figures.thickness.figure, figures.core.figure];
  return [
    { sign: 1, what: 'blades-to-face', value: blades.value },
    ...(thick && core ? [{ sign: 1, what: 'core-behind-face', value: (thick.value - core.value) / 2 } as const] : []),
    ...lowerTerm(loweredBy(figures, vehicle.choices?.spacerMm), -1),
    { sign: -1, what: 'gap-wanted', value: practice.electricBladeToCore },
  ];
} // prettier-ignore

/** What is missing for `judgeMotor`, with what a spacer would want where one could help. */
export function missingForMotor(
  vehicle: FitVehicle,
  radiator: FigureSet<'radiator'> | undefined,
  fan: FigureSet<'fan'> | undefined,
): Missing[] {
  const figures = stackFigures(vehicle.figures, radiator, fan);
  const gone = gaps(figures.depth, figures.thickness, figures.fan);
  if (gone.length > 0) return gone;
  if (figures.standsOn === 'feet') return NONE;
  if (!figures.spacer.figure)
    return [
      figures.standsOn ? figures.spacer.at : figures.standsAt,
      ...(figures.standsOn ? [] : [figures.spacer.at]),
    ];
  return gaps(figures.blades, figures.core);
}

/** The spacer that a motor's clearance asks for: the one chosen, or the thickest from stock that does it. */
export function spacerWork(
  vehicle: FitVehicle,
  radiator: FigureSet<'radiator'> | undefined,
  fan: FigureSet<'fan'> | undefined,
  practice: Practice,
): Work | undefined {
  const supplied = stackFigures(vehicle.figures, radiator, fan).spacer.figure?.value;
  const chosen = vehicle.choices?.spacerMm;
  const choice = chosen === undefined ? spacerFor(vehicle.figures, { radiator, fan }, practice) : undefined;
  const to = chosen ?? (choice?.kind === 'chosen' ? choice.spacerMm : undefined);
  return to === undefined || supplied === undefined
    ? undefined
    : workOf('fit-spacer', 'fan', { by: supplied, to });
}

/**
 * Blades to core, as a check. Without the core's own depth the radiator's face stands in for it: what clears the face
 * clears the core behind it, and what does not is unknown.
 */
export function judgeBlades(
  vehicle: FitVehicle,
  radiator: FigureSet<'radiator'> | undefined,
  fan: FigureSet<'fan'> | undefined,
  finding: Finding,
  practice: Practice,
): void {
  const figures = stackFigures(vehicle.figures, radiator, fan);
  const blades = figures.blades.figure;
  finding.small = false;
  finding.missing = 'none';
  if (!blades) {
    finding.outcome = 'unknown';
    finding.missing = 'both';
    return;
  }
  const lower = loweredBy(figures, vehicle.choices?.spacerMm);
  const [thick, core] = [figures.thickness.figure, figures.core.figure];
  const recess = thick && core ? (thick.value - core.value) / 2 : 0;
  const margin = blades.value - lower + recess - practice.electricBladeToCore;
  const u = combined(
    blades.u,
    thick && core ? thick.u / 2 : 0,
    thick && core ? core.u / 2 : 0,
    lower === 0 ? 0 : (figures.spacer.figure?.u ?? 0),
  );
  finding.margin = margin;
  finding.u = u;
  finding.chance = finding.chanceWithChange = chanceClear(margin, u);
  if (finding.chance >= practice.passAt) finding.outcome = 'pass';
  else if (!thick || !core) {
    finding.outcome = 'unknown';
    finding.missing = 'both';
  } else finding.outcome = finding.chance <= practice.failAt ? 'fail' : 'open';
}

export const missingForBlades = (
  vehicle: FitVehicle,
  radiator: FigureSet<'radiator'> | undefined,
  fan: FigureSet<'fan'> | undefined,
): Missing[] => {
  const { blades, thickness, core } = stackFigures(vehicle.figures, radiator, fan);
  return gaps(blades, thickness, core);
};
