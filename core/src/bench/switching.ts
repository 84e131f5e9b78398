import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { failed, passed, untold, type BenchOutcome } from './outcome.ts';

export const SWITCHED = ['all', 'some', 'none', 'unseen'] as const;
export type Switched = (typeof SWITCHED)[number];

/** What switches a fan, with a fan or a lamp at its outlet: a kit, a module, a relay. */
export interface SwitchingReading {
  test: 'switching';
  /** Every step of it, commanded one after the other. */
  steps: Switched;
  /** It gets too hot to touch, smells or buzzes. */
  hot: boolean;
  /** Its probe in warm water: where it switches on and off, °C; null where nobody read it. */
  onC: number | null;
  offC: number | null;
  /** By the record, °C; null where no record says. */
  rated: { onC: number | null; offC: number | null } | null;
}

/** Set points are held against the record within `practice.benchTemperature`; one that nobody read says nothing. */
export function judgeSwitching({ steps, hot, onC, offC, rated }: SwitchingReading, practice: Practice = USUAL_PRACTICE): BenchOutcome {
  if (steps === 'none') return failed({ code: 'switches-nothing' });
  if (steps === 'some') return failed({ code: 'switches-some' });
  if (hot) return failed({ code: 'gets-hot' });
  for (const [which, readC, recordC] of [['on', onC, rated?.onC], ['off', offC, rated?.offC]] as const)
    if (readC !== null && typeof recordC === 'number' && Math.abs(readC - recordC) > practice.benchTemperature)
      return failed({ code: 'set-point-off', which, readC, recordC });
  if (steps === 'unseen') return untold({ code: 'no-reading' });
  return passed(onC === null && offC === null ? { code: 'switches-all' } : { code: 'set-points-right', onC, offC });
} // prettier-ignore
