import {
  likelyCoreClass,
  type CoreClassName,
  type FanClutch,
  type FanRating,
  type RadiatorFigures,
  type SetUp,
  type TubeInside,
  type VehicleClass,
} from '../cooling/index.ts';
import type { CoolantBase } from '../fluid/index.ts';
import type { FigureSet } from '../figures/index.ts';
import { edgeGaps, type Assembly } from '../fit/index.ts';
import { statedV, USUAL_PRACTICE, type Practice } from '../practice/index.ts';

const COUNT: Readonly<Record<string, number>> = { one: 1, two: 2, three: 3, four: 4 };

/** What cooling is reckoned from that no part's record holds. */
export interface Assumed {
  /** Where it is not the likeliest. */
  coreClass?: CoreClassName | undefined;
  capKPa?: number | undefined;
  base: CoolantBase;
  volumeShare: number;
  /** Open gap round the core, mm²; worked out from opening and overall size where not given. */
  gapMm2?: number | undefined;
}

/** The cap of a system, kPa: the vehicle's before the radiator's. */
export const capOf = (
  bay: FigureSet<'bay'>,
  radiator: FigureSet<'radiator'> | undefined,
): number | undefined => bay.quantities.capPressure?.value ?? radiator?.quantities.capPressure?.value;

export type Ready = { ok: true; setUp: SetUp; notes: string[] } | { ok: false; missing: string[] };

/** The radiator of a set-up, or what of it is not on record. */
export function radiatorOf(
  figures: FigureSet<'radiator'>,
  coreClass?: CoreClassName,
): { ok: true; radiator: RadiatorFigures } | { ok: false; missing: string[] } {
  const { quantities: q, words: w } = figures;
  const missing = [
    q.coreWidth ? '' : 'core width',
    q.coreHeight ? '' : 'core height',
    q.coreThickness ? '' : 'core thickness',
    w.flow ? '' : 'flow (across or down)',
  ].filter(Boolean);
  if (missing.length > 0) return { ok: false, missing };
  return {
    ok: true,
    radiator: {
      coreWidthMm: q.coreWidth!.value,
      coreHeightMm: q.coreHeight!.value,
      coreThicknessMm: q.coreThickness!.value,
      flow: w.flow!.word === 'down' ? 'down' : 'cross',
      passes: COUNT[w.passes?.word ?? 'one'] ?? 1,
      coreClass:
        coreClass ??
        likelyCoreClass({
          coreMaterial: w.coreMaterial?.word,
          tankMaterial: w.tankMaterial?.word,
          coreThicknessMm: q.coreThickness!.value,
        }),
      tubeInside: w.tubeInside?.word as TubeInside | undefined,
      rows: w.rows ? COUNT[w.rows.word] : undefined,
      tubeDepthMm: q.tubeDepth?.value,
      tubePitchMm: q.tubePitch?.value,
      finPitchMm: q.finPitch?.value,
    },
  };
}

/**
 * The fans of a set-up as their record rates them; undefined where no diameter is on record.
 *
 * @param ratio of an engine-driven one, over engine speed, as the bay has it
 */
export function fanRatingOf(
  fan: FigureSet<'fan'>,
  ratio: number | undefined = undefined,
  practice: Practice = USUAL_PRACTICE,
): FanRating | undefined {
  const { quantities: q, words: w } = fan;
  if (!q.diameter) return undefined;
  if (w.drivenBy?.word === 'engine')
    return {
      count: 1,
      diameterMm: q.diameter.value,
      voltageV: statedV(w.voltage?.word, practice),
      engineDriven: { ratio: ratio ?? practice.fanRatio, clutch: (w.clutch?.word ?? 'none') as FanClutch },
    };
  return {
    count: COUNT[w.fans?.word ?? 'one'] ?? 1,
    diameterMm: q.diameter.value,
    voltageV: statedV(w.voltage?.word, practice),
    currentA: q.current?.value,
    airflowM3H: q.airflow?.value,
  };
}

/** Share of the core under shroud or frame; undefined where neither has a size on record. */
export function coveredShare({ radiator, shroud, fan }: Assembly): number | undefined {
  const core = radiator?.quantities;
  if (!core?.coreWidth || !core.coreHeight) return undefined;
  const face = core.coreWidth.value * core.coreHeight.value;
  const sizes = [
    [shroud?.quantities.width, shroud?.quantities.height],
    [fan?.quantities.width, fan?.quantities.height],
  ] as const;
  for (const [wide, high] of sizes)
    if (wide && high)
      return Math.min(
        1,
        (Math.min(wide.value, core.coreWidth.value) * Math.min(high.value, core.coreHeight.value)) / face,
      );
  return undefined;
}

/** Parts in a bay as the cooling sums take them. */
export function setUpOf(
  bay: FigureSet<'bay'>,
  assembly: Assembly,
  assumed: Assumed,
  practice: Practice = USUAL_PRACTICE,
): Ready {
  if (!assembly.radiator) return { ok: false, missing: ['a radiator'] };
  const read = radiatorOf(assembly.radiator, assumed.coreClass);
  if (!read.ok) return read;
  const notes: string[] = [];
  const ratio = bay.quantities.fanRatio;
  const fans =
    assembly.fan && fanRatingOf(assembly.fan, ratio ? ratio.value / 100 : practice.fanRatio, practice);
  if (assembly.fan && !fans) notes.push('The fan has no diameter on record: it is left out.');
  if (fans?.engineDriven && !ratio)
    notes.push('How fast the engine turns its fan is not on record: the usual ratio is taken.');
  if (fans?.engineDriven && !assembly.fan?.words.clutch)
    notes.push('Whether the fan has a clutch is not on record: it is taken to be bolted to its hub.');
  if (fans && !fans.engineDriven && fans.currentA === undefined)
    notes.push('The fan has no current on record: its power is taken from its size.');
  const covered = coveredShare(assembly);
  if (fans && covered === undefined)
    notes.push('No shroud or frame has a size on record: the fan is taken to stand free.');
  const cap = assumed.capKPa ?? capOf(bay, assembly.radiator);
  if (cap === undefined) notes.push(`No cap is on record: ${practice.usualCap} kPa is taken.`);
  return {
    ok: true,
    notes,
    setUp: {
      radiator: read.radiator,
      fans,
      shroud: covered === undefined ? undefined : { covered: Math.max(0.05, covered) },
      capKPa: cap ?? practice.usualCap,
      coolant: { base: assumed.base, volumeShare: assumed.volumeShare },
      gapMm2: assumed.gapMm2 ?? edgeGaps(bay, assembly.radiator, practice)?.areaMm2 ?? 0,
    },
  };
}

/** The class of load a body most likely is. */
export const likelyVehicleClass = (body: string, tows = false): VehicleClass =>
  /pickup/i.test(body) && tows
    ? 'towing'
    : /pickup/i.test(body)
      ? 'pickup'
      : /van/i.test(body)
        ? 'van'
        : /hatch/i.test(body)
          ? 'small'
          : 'middle';
