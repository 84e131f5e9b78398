import { likely, steady, type CoolingInputs } from '../cooling/index.ts';
import { combined } from '../figures/index.ts';
import { root } from '../fluid/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import type { Between } from '../trial/index.ts';
import { attempt } from './attempt.ts';
import type { Choices } from './choices.ts';
import type { PlanRecord } from './record.ts';
import type { Side } from './sides.ts';
import { coolingWork } from './topics/cooling-topic.ts';

/** What the cooling sums say of a pull-down at idle, held against what a log has shown. */
export type Prediction =
  | { ok: false; because: string }
  | {
      ok: true;
      /** Where it would settle with the fans on, °C, and what that may be off by. */
      settlesC: number;
      u: number;
      agree: boolean;
      said: string;
      /** The engine's heat at idle with which the sums say what was measured, kW; where they disagree and one does. */
      idleHeatKW: number | undefined;
    };

/** Heat at idle that an engine gives its coolant lies between these, kW. */
const IDLE_HEAT_KW = [0.3, 40] as const;

function inputsAtIdle(
  record: PlanRecord,
  side: Side,
  asked: Choices,
  ambientC: number,
  practice: Practice,
): { inputs: CoolingInputs; known: ReadonlySet<string> } | { missing: string } {
  const { setUps, inputsOf, known } = coolingWork(record, side, side, asked, practice);
  const ready = setUps.fresh;
  if (!ready.ok) return { missing: ready.missing.join(', ') };
  const idle = inputsOf(ready, 'idle')!;
  // A pull-down is driven with the A/C off, at a standstill, in the air that was measured.
  return { inputs: { ...idle, conditions: { ...idle.conditions, ambientC, airConditioning: false, speedKmh: 0 } }, known };
} // prettier-ignore

/**
 * Whether the cooling sums and a fitted pull-down agree, and where they do not, which heat at idle would make them: that
 * is offered as a figure of this vehicle, in place of its class's.
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
  if ('missing' in built) return { ok: false, because: `The cooling sums want ${built.missing}.` };
  const { inputs, known } = built;
  const answer = attempt(() => likely(inputs, known));
  if (!answer.ok) return { ok: false, because: answer.problem };
  if (!answer.value.steady.settles || answer.value.u === undefined)
    return { ok: false, because: 'By the cooling sums it would not settle at all: something of the record is wrong, or the fan is too small.' };
  const settlesC = answer.value.steady.topTankC;
  const u = answer.value.u;
  const off = settles.value - settlesC;
  const agree = Math.abs(off) <= combined(u, (settles.hi - settles.lo) / 2);
  const at = (heat: number): number => steady({ ...inputs, load: { ...inputs.load, idleHeatKW: heat } }).topTankC - settles.value;
  const found = attempt(() => root(at, IDLE_HEAT_KW[0], IDLE_HEAT_KW[1], 1e-4));
  const idleHeatKW = !agree && found.ok && Number.isFinite(found.value) ? found.value : undefined;
  return {
    ok: true,
    settlesC,
    u,
    agree,
    idleHeatKW,
    said: agree
      ? `The cooling sums say ${settlesC.toFixed(0)} ± ${Math.ceil(u)} °C: they agree.`
      : `The cooling sums say ${settlesC.toFixed(0)} ± ${Math.ceil(u)} °C, ${Math.abs(off).toFixed(0)} K ${off > 0 ? 'cooler' : 'hotter'} than was measured: they do not agree.`,
  };
} // prettier-ignore
