import type { FigureSet, QuantityFigure } from '../fit/index.ts';
import type { Clearance, Figure } from './depth-stack.ts';
import { PRACTICE } from './practice.ts';

/** Parts as they stand one behind the other in a bay; what is not there is not looked at. */
export interface Assembly {
  radiator?: FigureSet<'radiator'> | undefined;
  shroud?: FigureSet<'shroud'> | undefined;
  fan?: FigureSet<'fan'> | undefined;
}

export type LayerId = 'condenser' | 'radiator' | 'core' | 'seal' | 'shroud' | 'fan' | 'blades' | 'engine';
/** One thing from the condenser's rear face (0) toward the engine, mm. */
export interface Layer {
  id: LayerId;
  label: string;
  fromMm: number;
  toMm: number;
  /** Expanded, of its own size; undefined where the figure is not on record and the place is only a stand-in. */
  u: number | undefined;
}

export interface Stack {
  layers: Layer[];
  clearances: Clearance[];
  /** What is not on record and what it leaves open. */
  missing: {
    figure: string;
    where: 'bay' | 'radiator' | 'fan' | 'shroud';
    key: string;
    leavesOpen: string;
  }[];
}

/** Where a figure is missing a stand-in of about this size is drawn broken; no sum uses it. */
const STAND_IN = { radiator: 45, core: 26, fan: 90, shroud: 70, bay: 190 } as const;

const plain = (figure: QuantityFigure | undefined): Figure | undefined =>
  figure && { value: figure.value, u: figure.u };
const less = (figure: Figure, mm: number): Figure => ({ value: figure.value - mm, u: figure.u });

/** How far the engine rocks toward the radiator, mm: measured, or what is usual for the way it lies. */
export function engineRock(bay: FigureSet<'bay'>): number {
  return (
    bay.quantities.engineRock?.value ??
    (bay.words.engineLies?.word === 'across' ? PRACTICE.transverseRockMm : PRACTICE.engineRockMm)
  );
}

/**
 * The depth stack of an assembly in a bay.
 *
 * @param spacerMm under the fan's feet, in place of the one it is supplied with
 */
export function stackOf(bay: FigureSet<'bay'>, assembly: Assembly, spacerMm?: number): Stack {
  const { radiator, shroud, fan } = assembly;
  const missing: Stack['missing'] = [];
  const depth = plain(bay.quantities.bayDepth);
  if (!depth)
    missing.push({
      figure: 'Condenser to engine',
      where: 'bay',
      key: 'bayDepth',
      leavesOpen: 'every clearance to the engine',
    });
  // What belongs there stands in for a part that is not named.
  const thickness = plain(radiator ? radiator.quantities.thickness : bay.quantities.radiatorDepth);
  if (!thickness)
    missing.push({
      figure: 'Overall thickness',
      where: radiator ? 'radiator' : 'bay',
      key: radiator ? 'thickness' : 'radiatorDepth',
      leavesOpen: 'every clearance behind the radiator',
    });
  const core = plain(radiator?.quantities.coreThickness);
  const supplied = plain(fan?.quantities.spacer);
  const lower = spacerMm !== undefined && supplied ? supplied.value - spacerMm : 0;
  const motor = plain(fan ? fan.quantities.depth : bay.quantities.fanDepth);
  const fanDepth = motor && less(motor, lower);
  if (!fanDepth)
    missing.push({
      figure: 'Depth at the motor',
      where: fan ? 'fan' : 'bay',
      key: fan ? 'depth' : 'fanDepth',
      leavesOpen: 'motor to engine',
    });
  const blades = plain(fan?.quantities.bladeGap);
  const bladeGap = blades && less(blades, lower);
  if (fan && !bladeGap)
    missing.push({
      figure: 'Blades to radiator face',
      where: 'fan',
      key: 'bladeGap',
      leavesOpen: 'blades to core',
    });
  // The shroud's own depth is from the radiator's face, its seal between: it is drawn, and taken off nothing.
  const seal = plain(shroud?.quantities.seal);
  const shroudDepth = plain(shroud?.quantities.depth);

  const back = thickness?.value ?? STAND_IN.radiator;
  const coreDeep = core?.value ?? STAND_IN.core;
  const engine = depth?.value ?? STAND_IN.bay;
  const fanTo = back + (fanDepth?.value ?? STAND_IN.fan);
  const layers: Layer[] = [
    { id: 'condenser', label: 'condenser', fromMm: -18, toMm: 0, u: 0 },
    { id: 'radiator', label: 'radiator', fromMm: 0, toMm: back, u: thickness?.u },
    { id: 'core', label: 'core', fromMm: (back - coreDeep) / 2, toMm: (back + coreDeep) / 2, u: core?.u },
  ];
  if (seal) layers.push({ id: 'seal', label: 'seal', fromMm: back, toMm: back + seal.value, u: seal.u });
  if (shroud)
    layers.push({
      id: 'shroud',
      label: 'shroud',
      fromMm: back + (seal?.value ?? 0),
      toMm: back + (shroudDepth?.value ?? STAND_IN.shroud),
      u: shroudDepth?.u,
    });
  layers.push({ id: 'fan', label: 'fan motor', fromMm: back, toMm: fanTo, u: fanDepth?.u });
  if (fan)
    layers.push({
      id: 'blades',
      label: 'blades',
      fromMm: back + (bladeGap?.value ?? STAND_IN.fan / 3),
      toMm: back + (bladeGap?.value ?? STAND_IN.fan / 3) + 12,
      u: bladeGap?.u,
    });
  layers.push({ id: 'engine', label: 'nearest engine part', fromMm: engine, toMm: engine + 24, u: depth?.u });

  const rock = engineRock(bay);
  const clearances: Clearance[] = [];
  if (depth && thickness && fanDepth)
    clearances.push({
      key: 'motor',
      label: 'Fan motor to engine',
      wantedMm: PRACTICE.motorToEngineMm,
      rockMm: rock,
      parts: [
        { label: 'condenser to engine', figure: depth, sign: 1 },
        { label: 'radiator', figure: thickness, sign: -1 },
        { label: 'fan', figure: fanDepth, sign: -1 },
      ],
    });
  if (depth && thickness)
    clearances.push({
      key: 'bare',
      label: 'Radiator alone to engine',
      wantedMm: PRACTICE.radiatorToEngineMm,
      rockMm: rock,
      parts: [
        { label: 'condenser to engine', figure: depth, sign: 1 },
        { label: 'radiator', figure: thickness, sign: -1 },
      ],
    });
  if (depth && thickness && shroudDepth)
    clearances.push({
      key: 'shroud',
      label: 'Shroud to engine',
      wantedMm: PRACTICE.motorToEngineMm,
      rockMm: rock,
      parts: [
        { label: 'condenser to engine', figure: depth, sign: 1 },
        { label: 'radiator', figure: thickness, sign: -1 },
        { label: 'shroud', figure: shroudDepth, sign: -1 },
      ],
    });
  if (bladeGap && thickness && core)
    clearances.push({
      key: 'blades',
      label: 'Blades to core',
      wantedMm: PRACTICE.electricBladeToCoreMm,
      rockMm: 0,
      // The core stands in the middle of the tanks: half of what they are thicker lies before the blades.
      parts: [
        { label: 'blades to radiator face', figure: bladeGap, sign: 1 },
        { label: 'half the tanks', figure: { value: thickness.value / 2, u: thickness.u / 2 }, sign: 1 },
        { label: 'half the core', figure: { value: core.value / 2, u: core.u / 2 }, sign: -1 },
      ],
    });
  return { layers, clearances, missing };
}

/**
 * How far the new core's rear face lies behind the old one's, mm: cores stand in the middle of their tanks, radiators
 * against the condenser. Undefined where a thickness is not on record.
 */
export function comesNearerMm(
  old: FigureSet<'radiator'> | undefined,
  fresh: FigureSet<'radiator'> | undefined,
): number | undefined {
  const rearOf = (radiator: FigureSet<'radiator'> | undefined): number | undefined => {
    const { thickness, coreThickness } = radiator?.quantities ?? {};
    return thickness && coreThickness && (thickness.value + coreThickness.value) / 2;
  };
  const [before, now] = [rearOf(old), rearOf(fresh)];
  return before === undefined || now === undefined ? undefined : now - before;
}
