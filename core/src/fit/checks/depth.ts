import { chanceClear, combined, type FigureSet, type QuantityFigure } from '../../figures/index.ts';
import { FOOT_SPACERS_MM, USUAL_PRACTICE, type Practice } from '../../practice/index.ts';
import type { Missing } from './shown.ts';
import type { Assembly } from '../vehicle.ts';

/**
 * What stands one behind the other in a bay, and the room left between: the one place that works it out, for the
 * checks of a part, for sets and for the drawn stack.
 */

/** One length on the way from the condenser to the engine, mm. `u` is expanded (k = 2). */
export interface Figure {
  value: number;
  u: number;
}

/** A clearance: what is there, less what takes it up, against what practice wants. */
export interface Clearance {
  key: 'motor' | 'bare' | 'shroud' | 'blades';
  label: string;
  /** The figures that leave room (sign 1) and those that take it (sign −1). */
  parts: readonly { label: string; figure: Figure; sign: 1 | -1 }[];
  /** Practice wants this much, standing still. */
  wantedMm: number;
  /** The engine rocks toward it by up to this much; even chances over it. */
  rockMm: number;
}

export interface Cleared {
  key: Clearance['key'];
  label: string;
  /** Standing still. */
  nominalMm: number;
  wantedMm: number;
  /** Every figure off to the wrong side at once. */
  worstMm: number;
  /** Independent errors as a root of squares (95 %). */
  rssMm: number;
  /** Chance that what practice wants is kept, errors normal: closed form. What practice wants has rocking in it. */
  chance: number;
  /** What 95 % of such vehicles have left with the engine rocked all the way. */
  rockedMm: number;
}

/** @throws RangeError for a figure that is not a number or an uncertainty below nothing */
export function assertFigures(clearance: Clearance): void {
  for (const { label, figure } of clearance.parts)
    if (!(Number.isFinite(figure.value) && figure.u >= 0)) throw new RangeError(`${label} is not a length`);
  if (!(clearance.rockMm >= 0)) throw new RangeError('an engine rocks by 0 mm or more');
}

export function clear(clearance: Clearance): Cleared {
  assertFigures(clearance);
  const still = clearance.parts.reduce((sum, part) => sum + part.sign * part.figure.value, 0);
  const spread = combined(...clearance.parts.map((part) => part.figure.u));
  return {
    key: clearance.key,
    label: clearance.label,
    nominalMm: still,
    wantedMm: clearance.wantedMm,
    worstMm: still - clearance.parts.reduce((sum, part) => sum + part.figure.u, 0),
    rssMm: still - spread,
    chance: chanceClear(still - clearance.wantedMm, spread),
    rockedMm: still - spread - clearance.rockMm,
  };
}

/** How far the engine rocks toward the radiator, mm: measured, or what is usual for the way it lies. */
export const engineRock = (bay: FigureSet<'bay'>, practice: Practice = USUAL_PRACTICE): number =>
  bay.quantities.engineRock?.value ??
  (bay.words.engineLies?.word === 'across' ? practice.transverseRock : practice.engineRock);

/** A figure of the stack with where it is kept, so that a missing one can be asked for. */
export interface Place {
  figure: QuantityFigure | undefined;
  at: Missing;
}
/** Where each figure of a stack is kept: of the part, and of the vehicle as it was built. Made once, asked for in every check. */
const AT = {
  depth: { subject: 'bay', key: 'bayDepth' },
  thickness: { own: { subject: 'radiator', key: 'thickness' }, built: { subject: 'bay', key: 'radiatorDepth' } },
  core: { own: { subject: 'radiator', key: 'coreThickness' }, built: { subject: 'bay', key: 'coreDepth' } },
  fan: { own: { subject: 'fan', key: 'depth' }, built: { subject: 'bay', key: 'fanDepth' } },
  blades: { own: { subject: 'fan', key: 'bladeGap' }, built: { subject: 'bay', key: 'fanBladeGap' } },
  spacer: { own: { subject: 'fan', key: 'spacer' }, built: { subject: 'bay', key: 'fanSpacer' } },
  stands: { own: { subject: 'fan', key: 'standsOn' }, built: { subject: 'bay', key: 'fanStandsOn' } },
} as const; // prettier-ignore

/** The figures of a stack: a part's own where it is named, else those of what was built. */
export interface StackFigures {
  depth: Place;
  thickness: Place;
  core: Place;
  /** Radiator face to the rearmost point of fan, on the spacers it is supplied with. */
  fan: Place;
  blades: Place;
  /** Undefined figure where it stands on its own feet, or nobody looked. */
  spacer: Place;
  standsOn: 'feet' | 'spacers' | undefined;
  standsAt: Missing;
}

export function stackFigures(
  bay: FigureSet<'bay'>,
  radiator: FigureSet<'radiator'> | undefined,
  fan: FigureSet<'fan'> | undefined,
): StackFigures {
  const q = bay.quantities;
  const depth = fan?.quantities.depth;
  const edge = fan?.quantities.edgeDepth;
  const stands = (fan ? fan.words.standsOn : bay.words.fanStandsOn)?.word;
  const spacer = fan ? fan.quantities.spacer : q.fanSpacer;
  return {
    depth: { figure: q.bayDepth, at: AT.depth },
    thickness: radiator
      ? { figure: radiator.quantities.thickness, at: AT.thickness.own }
      : { figure: q.radiatorDepth, at: AT.thickness.built },
    core: radiator
      ? { figure: radiator.quantities.coreThickness, at: AT.core.own }
      : { figure: q.coreDepth, at: AT.core.built },
    fan: fan
      ? { figure: depth && edge && edge.value > depth.value ? edge : depth, at: AT.fan.own }
      : { figure: q.fanDepth, at: AT.fan.built },
    blades: fan
      ? { figure: fan.quantities.bladeGap, at: AT.blades.own }
      : { figure: q.fanBladeGap, at: AT.blades.built },
    spacer: { figure: spacer, at: fan ? AT.spacer.own : AT.spacer.built },
    standsOn: spacer ? 'spacers' : stands === 'feet' || stands === 'spacers' ? stands : undefined,
    standsAt: fan ? AT.stands.own : AT.stands.built,
  };
}

const moved = (figure: QuantityFigure | undefined, lower: number, spacerU: number): Figure | undefined =>
  figure && { value: figure.value - lower, u: lower === 0 ? figure.u : combined(figure.u, spacerU) };

/** How much lower a fan comes to stand on other spacers than those supplied, mm; 0 where there are none to change. */
export const loweredBy = (figures: StackFigures, spacerMm: number | undefined): number =>
  spacerMm !== undefined && figures.spacer.figure ? figures.spacer.figure.value - spacerMm : 0;

/** What lies between hub and core of an engine-driven fan. */
const ON_THE_WAY: Readonly<Record<string, string>> = {
  hubToCore: 'hub to core', hubSpacerFitted: 'hub spacer', bladeAhead: 'blades before the hub',
  fanBladeGap: 'blades to core as built', radiatorDepth: 'radiator as built', thickness: 'radiator',
}; // prettier-ignore

/** Blades of an engine-driven fan to the core. What the engine rocks is in the clearance that is wanted. */
export const drivenBlades = (parts: readonly { key: string; figure: Figure; sign: 1 | -1 }[], wantedMm: number): Clearance => ({
  key: 'blades',
  label: 'Engine-driven blades to core',
  wantedMm,
  rockMm: 0,
  parts: parts.map(({ key, figure, sign }) => ({ label: ON_THE_WAY[key] ?? key, figure, sign })),
}); // prettier-ignore

/** Clearances of a stack, those whose figures are all on record. */
export function clearancesOf(
  bay: FigureSet<'bay'>,
  { radiator, shroud, fan }: Assembly,
  spacerMm?: number,
  practice: Practice = USUAL_PRACTICE,
): Clearance[] {
  const figures = stackFigures(bay, radiator, fan);
  const lower = loweredBy(figures, spacerMm);
  const spacerU = figures.spacer.figure?.u ?? 0;
  const { depth, thickness } = { depth: figures.depth.figure, thickness: figures.thickness.figure };
  const motor = moved(figures.fan.figure, lower, spacerU);
  const blades = moved(figures.blades.figure, lower, spacerU);
  const core = figures.core.figure;
  const shroudDepth = shroud?.quantities.depth;
  const rockMm = engineRock(bay, practice);
  const room = depth && { label: 'condenser to engine', figure: depth, sign: 1 as const };
  const before = thickness && { label: 'radiator', figure: thickness, sign: -1 as const };
  const clearances: Clearance[] = [];
  if (room && before && motor)
    clearances.push({
      key: 'motor',
      label: 'Fan motor to engine',
      wantedMm: practice.motorToEngine,
      rockMm,
      parts: [room, before, { label: 'fan', figure: motor, sign: -1 }],
    });
  if (room && before)
    clearances.push({
      key: 'bare',
      label: 'Radiator alone to engine',
      wantedMm: practice.radiatorToEngine,
      rockMm,
      parts: [room, before],
    });
  if (room && before && shroudDepth)
    clearances.push({
      key: 'shroud',
      label: 'Shroud to engine',
      wantedMm: practice.shroudToEngine,
      rockMm,
      parts: [room, before, { label: 'shroud', figure: shroudDepth, sign: -1 }],
    });
  if (blades && thickness && core)
    clearances.push({
      key: 'blades',
      label: 'Blades to core',
      wantedMm: practice.electricBladeToCore,
      rockMm: 0,
      // The core stands in the middle of the tanks: half of what they are thicker lies before the blades.
      parts: [
        { label: 'blades to radiator face', figure: blades, sign: 1 },
        { label: 'half the tanks', figure: { value: thickness.value / 2, u: thickness.u / 2 }, sign: 1 },
        { label: 'half the core', figure: { value: core.value / 2, u: core.u / 2 }, sign: -1 },
      ],
    });
  return clearances;
}

/** A choice from a stock list, or why there is none. */
export type Choice =
  | { kind: 'chosen'; spacerMm: number; leavesMm: number; sparesMm: number }
  | { kind: 'none'; best?: { spacerMm: number; shortMm: number } };

/**
 * The spacer under an electric fan's feet on which motor and blades both keep their distance as surely as a check
 * wants: the thickest from stock, since a lower one gives the motor room and takes it from the blades.
 *
 * @returns undefined where one of the two clearances, or the spacers supplied, are not on record
 */
export function spacerFor(
  bay: FigureSet<'bay'>,
  assembly: Assembly,
  practice: Practice = USUAL_PRACTICE,
  stock: readonly number[] = FOOT_SPACERS_MM,
): Choice | undefined {
  const at = (spacerMm: number): { motor: Cleared; blades: Cleared } | undefined => {
    const cleared = clearancesOf(bay, assembly, spacerMm, practice).map(clear);
    const [motor, blades] = [
      cleared.find(({ key }) => key === 'motor'),
      cleared.find(({ key }) => key === 'blades'),
    ];
    return motor && blades && { motor, blades };
  };
  if (!stackFigures(bay, assembly.radiator, assembly.fan).spacer.figure) return undefined;
  const tried = stock.flatMap((spacerMm) => {
    const found = at(spacerMm);
    return found ? [{ spacerMm, ...found }] : [];
  });
  if (tried.length === 0) return stock.length === 0 ? { kind: 'none' } : undefined;
  const good = tried.filter(
    ({ motor, blades }) => motor.chance >= practice.passAt && blades.chance >= practice.passAt,
  );
  const best = good.at(-1);
  if (best)
    return {
      kind: 'chosen',
      spacerMm: best.spacerMm,
      leavesMm: best.motor.nominalMm,
      sparesMm: best.motor.nominalMm - best.motor.wantedMm,
    };
  const shortOf = ({ motor, blades }: { motor: Cleared; blades: Cleared }): number =>
    Math.max(motor.wantedMm - motor.nominalMm, blades.wantedMm - blades.nominalMm);
  const least = tried.reduce((one, other) => (shortOf(other) < shortOf(one) ? other : one));
  return { kind: 'none', best: { spacerMm: least.spacerMm, shortMm: shortOf(least) } };
}
