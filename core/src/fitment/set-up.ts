import type { CoreClassName, SetUp, VehicleClass } from '../cooling/index.ts';
import type { CoolantBase } from '../fluid/index.ts';
import type { FigureSet } from '../figures/index.ts';
import { edgeGaps, fanRatingOf, radiatorOf, type Assembly, type CoolingNeed } from '../fit/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';

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

/** What a set-up takes for granted because no record says it. */
export type SetUpNote =
  'no-fan-diameter' | 'usual-ratio' | 'no-clutch' | 'no-current' | 'no-shroud' | 'usual-cap';

export type Ready = { ok: true; setUp: SetUp; notes: SetUpNote[] } | { ok: false; missing: CoolingNeed[] };

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
  if (!assembly.radiator) return { ok: false, missing: ['radiator'] };
  const read = radiatorOf(assembly.radiator, assumed.coreClass);
  if (!read.ok) return read;
  const notes: SetUpNote[] = [];
  const ratio = bay.quantities.fanRatio;
  const fans =
    assembly.fan && fanRatingOf(assembly.fan, ratio ? ratio.value / 100 : practice.fanRatio, practice);
  if (assembly.fan && !fans) notes.push('no-fan-diameter');
  if (fans?.engineDriven && !ratio) notes.push('usual-ratio');
  if (fans?.engineDriven && !assembly.fan?.words.clutch) notes.push('no-clutch');
  if (fans && !fans.engineDriven && fans.currentA === undefined) notes.push('no-current');
  const covered = coveredShare(assembly);
  if (fans && covered === undefined) notes.push('no-shroud');
  const cap = assumed.capKPa ?? capOf(bay, assembly.radiator);
  if (cap === undefined) notes.push('usual-cap');
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
