import type { FigureSet, QuantityFigure, SubjectKind } from '../../figures/index.ts';
import {
  drivenClearance,
  clearancesOf,
  drivenGap,
  engineTurns,
  loweredBy,
  stackFigures,
  type Assembly,
  type Clearance,
  type Figure,
} from '../../fit/index.ts';
import { USUAL_PRACTICE, type Practice } from '../../practice/index.ts';

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

export type LeavesOpen = 'engine-clearances' | 'behind-radiator' | 'motor-to-engine' | 'blades-to-core';

export interface Stack {
  layers: Layer[];
  clearances: Clearance[];
  /** What is not on record and what it leaves open. */
  missing: { where: SubjectKind; key: string; leavesOpen: LeavesOpen }[];
}

/** Where a figure is missing a stand-in of about this size is drawn broken; no sum uses it. */
const STAND_IN = { radiator: 45, core: 26, fan: 90, shroud: 70, bay: 190 } as const;

const less = (figure: QuantityFigure | undefined, mm: number): Figure | undefined =>
  figure && { value: figure.value - mm, u: figure.u };

/**
 * The depth stack of an assembly in a bay.
 *
 * @param spacerMm under the fan's feet, in place of the one it is supplied with
 */
export function stackOf(
  bay: FigureSet<'bay'>,
  assembly: Assembly,
  spacerMm?: number,
  practice: Practice = USUAL_PRACTICE,
): Stack {
  const { radiator, shroud, fan } = assembly;
  const figures = stackFigures(bay, radiator, fan);
  const lower = loweredBy(figures, spacerMm);
  const missing: Stack['missing'] = [];
  const lacks = (
    place: { figure: QuantityFigure | undefined; at: { subject: SubjectKind; key: string } },
    leavesOpen: LeavesOpen,
  ): void => {
    if (!place.figure) missing.push({ where: place.at.subject, key: place.at.key, leavesOpen });
  };
  lacks(figures.depth, 'engine-clearances');
  // What belongs there stands in for a part that is not named.
  lacks(figures.thickness, 'behind-radiator');
  const driven = engineTurns(bay, fan) ? { gap: drivenGap(bay, radiator, fan) } : undefined;
  if (driven) {
    // A fan that stays is measured where it stands; nothing electric is asked of it.
    if (!driven.gap && !fan) lacks(figures.blades, 'blades-to-core');
  } else {
    lacks(figures.fan, 'motor-to-engine');
    lacks(figures.blades, 'blades-to-core');
  }
  const [depth, thickness, core] = [figures.depth.figure, figures.thickness.figure, figures.core.figure];
  const fanDepth = less(figures.fan.figure, lower);
  const bladeGap = driven ? driven.gap : less(figures.blades.figure, lower);
  // The shroud's own depth is from the radiator's face, its seal between: it is drawn, and taken off nothing.
  const seal = shroud?.quantities.seal;
  const shroudDepth = shroud?.quantities.depth;

  const back = thickness?.value ?? STAND_IN.radiator;
  const coreDeep = core?.value ?? STAND_IN.core;
  const engine = depth?.value ?? STAND_IN.bay;
  // An engine-driven fan stands on the engine: from its blades back to the hub.
  const fanTo = driven ? engine : back + (fanDepth?.value ?? STAND_IN.fan);
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
  layers.push(
    driven
      ? {
          id: 'fan',
          label: 'clutch and hub',
          fromMm: back + (driven.gap?.value ?? STAND_IN.fan / 3),
          toMm: fanTo,
          u: driven.gap?.u,
        }
      : { id: 'fan', label: 'fan motor', fromMm: back, toMm: fanTo, u: fanDepth?.u },
  );
  if (fan || driven)
    layers.push({
      id: 'blades',
      label: 'blades',
      fromMm: back + (bladeGap?.value ?? STAND_IN.fan / 3),
      toMm: back + (bladeGap?.value ?? STAND_IN.fan / 3) + 12,
      u: bladeGap?.u,
    });
  layers.push({ id: 'engine', label: 'nearest engine part', fromMm: engine, toMm: engine + 24, u: depth?.u });

  const clearances = clearancesOf(bay, assembly, spacerMm, practice);
  if (!driven) return { layers, clearances, missing };
  const blades = drivenClearance(bay, radiator, fan, practice);
  // Neither a motor nor feet on spacers stand behind this core.
  const others = clearances.filter(({ key }) => key !== 'motor' && key !== 'blades');
  return { layers, clearances: blades ? [...others, blades] : others, missing };
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
