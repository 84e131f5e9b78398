import {
  likelyCoreClass,
  type CoreClassName,
  type FanClutch,
  type FanRating,
  type RadiatorFigures,
  type TubeInside,
} from '../cooling/index.ts';
import type { FigureSet } from '../figures/index.ts';
import { statedV, USUAL_PRACTICE, type Practice } from '../practice/index.ts';

const COUNT: Readonly<Record<string, number>> = { one: 1, two: 2, three: 3, four: 4 };

/** Figures that the cooling sums cannot do without; `radiator` where there is none at all. */
export type CoolingNeed = 'radiator' | 'coreWidth' | 'coreHeight' | 'coreThickness' | 'flow';

/** The radiator of a set-up, or the figures of it that are not on record. */
export function radiatorOf(
  figures: FigureSet<'radiator'>,
  coreClass?: CoreClassName,
): { ok: true; radiator: RadiatorFigures } | { ok: false; missing: CoolingNeed[] } {
  const { quantities: q, words: w } = figures;
  const missing: CoolingNeed[] = (['coreWidth', 'coreHeight', 'coreThickness'] as const).filter(
    (key) => !q[key],
  );
  if (!w.flow) missing.push('flow');
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
