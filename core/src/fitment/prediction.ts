import { likely, steady, type CoolingInputs } from '../cooling/index.ts';
import { combined } from '../figures/index.ts';
import { root } from '../fluid/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import type { CoolingNeed } from '../fit/index.ts';
import type { Between } from '../trial/index.ts';
import { attempt } from './attempt.ts';
import type { Choices } from './choices.ts';
import type { PlanRecord } from './record.ts';
import type { Side } from './sides.ts';
import { coolingWork } from './topics/cooling-topic.ts';

/** Why nothing is predicted: figures are missing, the sums refuse, or the coolant would never settle. */
export type NoPrediction =
  | { code: 'lacks'; needs: readonly CoolingNeed[] }
  | { code: 'sums'; problem: string }
  | { code: 'unsettled' };

/** What the cooling sums say of a pull-down at idle, held against what a log has shown. */
export type Prediction =
  | { ok: false; because: NoPrediction }
  | {
      ok: true;
      /** Where it would settle with the fans on, °C, and what that may be off by. */
      settlesC: number;
      u: number;
      agree: boolean;
      said: string;
      /** Figures of a class with which, each alone, the sums say what was measured, likeliest first; none where they agree. */
      corrections: Correction[];
    };

/** A figure that nobody has measured and that could be this vehicle's own, in place of its class's. */
export interface Correction {
  choice: 'idleHeat' | 'pumpIdle' | 'roundAir' | 'fanShare';
  label: string;
  unit: 'kW' | 'L/min' | '%';
  value: number;
  /** How many times what such a figure is usually off by it would have to be off. */
  times: number;
}

interface Correctable extends Omit<Correction, 'value' | 'times'> {
  /** The doubt that it takes the place of, as `likely` names it. */
  doubt: string;
  /** What it can be, in `unit`. */
  between: readonly [number, number];
  put(inputs: CoolingInputs, value: number): CoolingInputs;
}
/** What a pull-down at a standstill can tell of: the rest of the classes has no part in it, or is measured on the part. */
const CORRECTABLE: readonly Correctable[] = [
  { choice: 'idleHeat', doubt: 'heatFactor', label: 'heat at idle', unit: 'kW', between: [0.3, 40], put: (at, value) => ({ ...at, load: { ...at.load, idleHeatKW: value } }) },
  { choice: 'pumpIdle', doubt: 'pumpLMin', label: 'coolant flow at idle', unit: 'L/min', between: [1, 200], put: (at, value) => ({ ...at, load: { ...at.load, pumpIdleLMin: value } }) },
  { choice: 'roundAir', doubt: 'recirculation', label: 'air that comes round from behind', unit: '%', between: [0, 60], put: (at, value) => ({ ...at, load: { ...at.load, recirculation: value / 100 } }) },
  { choice: 'fanShare', doubt: 'fanEfficiency', label: 'fans’ efficiency', unit: '%', between: [3, 85], put: (at, value) => ({ ...at, fanEfficiency: value / 100 }) },
]; // prettier-ignore

function inputsAtIdle(
  record: PlanRecord,
  side: Side,
  asked: Choices,
  ambientC: number,
  practice: Practice,
): { inputs: CoolingInputs; known: ReadonlySet<string> } | { missing: readonly CoolingNeed[] } {
  const { setUps, inputsOf, known } = coolingWork(record, side, side, asked, practice);
  const ready = setUps.fresh;
  if (!ready.ok) return { missing: ready.missing };
  const idle = inputsOf(ready, 'idle')!;
  // A pull-down is driven with the A/C off, at a standstill, in the air that was measured.
  return { inputs: { ...idle, conditions: { ...idle.conditions, ambientC, airConditioning: false, speedKmh: 0 } }, known };
} // prettier-ignore

/**
 * Whether the cooling sums and a fitted pull-down agree, and where they do not, which figures of a class would make them, each
 * alone: any is offered as this vehicle's own, in place of its class's.
 *
 * @param side     the set-up that the log was taken with
 * @param settles  where the fitted curve would settle, °C
 * @param ambientC as measured, °C
 */
export function predictPullDown(
  record: PlanRecord,
  side: Side,
  asked: Choices,
  settles: Between,
  ambientC: number,
  practice: Practice = USUAL_PRACTICE,
): Prediction {
  const built = inputsAtIdle(record, side, asked, ambientC, practice);
  if ('missing' in built) return { ok: false, because: { code: 'lacks', needs: built.missing } };
  const { inputs, known } = built;
  const answer = attempt(() => likely(inputs, known));
  if (!answer.ok) return { ok: false, because: { code: 'sums', problem: answer.problem } };
  if (!answer.value.steady.settles || answer.value.u === undefined)
    return { ok: false, because: { code: 'unsettled' } };
  const settlesC = answer.value.steady.topTankC;
  const u = answer.value.u;
  const off = settles.value - settlesC;
  const agree = Math.abs(off) <= combined(u, (settles.hi - settles.lo) / 2);
  const effectOf = new Map(answer.value.from.map(({ key, k }) => [key, k]));
  const corrections = agree ? [] : CORRECTABLE.flatMap(({ doubt, between: [lo, hi], put, ...named }): Correction[] => {
    const effect = effectOf.get(doubt);
    // Written in by somebody, or without a part in this answer: nothing of a class is left to correct.
    if (!effect) return [];
    const found = attempt(() => root((value) => steady(put(inputs, value)).topTankC - settles.value, lo, hi, 1e-4));
    return found.ok && Number.isFinite(found.value) ? [{ ...named, value: found.value, times: Math.abs(off) / effect }] : [];
  }).sort((a, b) => a.times - b.times);
  return {
    ok: true,
    settlesC,
    u,
    agree,
    corrections,
    said: agree
      ? `The cooling sums say ${settlesC.toFixed(0)} ± ${Math.ceil(u)} °C: they agree.`
      : `The cooling sums say ${settlesC.toFixed(0)} ± ${Math.ceil(u)} °C, ${Math.abs(off).toFixed(0)} K ${off > 0 ? 'cooler' : 'hotter'} than was measured: they do not agree.`,
  };
} // prettier-ignore
