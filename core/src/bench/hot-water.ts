import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';
import { failed, passed, untold, type BenchOutcome } from './outcome.ts';
import type { Seen } from './seen.ts';

/** A thermostat in water that is warmed with a thermometer beside it. */
export interface HotWaterReading {
  test: 'hot water';
  /** Where it begins to open, °C; null where it stayed shut in boiling water. */
  opensC: number | null;
  /** Where it is fully open, °C; null where nobody read it, or it never was. */
  fullC: number | null;
  /** Whether it shuts once it is cold. */
  shuts: Seen;
  /** By the record, °C; null where no record says. */
  rated: { opensC: number; fullC: number | null } | null;
}

/** Water boils here, °C, at sea level: a thermostat that is rated higher cannot be tested in an open pot. */
export const BOILS_C = 100;

/**
 * A thermostat before it goes in: opens at its rating within `practice.benchTemperature`, is fully open where the record
 * has it, and shuts when cold. What nobody looked at is not taken for good.
 */
export function judgeHotWater(
  { opensC, fullC, shuts, rated }: HotWaterReading,
  practice: Practice = USUAL_PRACTICE,
): BenchOutcome {
  if (shuts === 'no') return failed({ code: 'stands-open' });
  if (opensC === null) return rated && rated.opensC >= BOILS_C ? untold({ code: 'no-temperature' }) : failed({ code: 'stays-shut' });
  if (!(opensC > 0)) return untold({ code: 'no-temperature' });
  if (!rated) return untold({ code: 'no-rating' });
  const off = opensC - rated.opensC;
  const read = { opensC, ratedC: rated.opensC };
  if (off > practice.benchTemperature) return failed({ code: 'opens-late', ...read });
  if (off < -practice.benchTemperature) return failed({ code: 'opens-early', ...read });
  if (rated.fullC !== null && fullC !== null && fullC > rated.fullC + practice.benchTemperature)
    return failed({ code: 'not-full', fullC, recordC: rated.fullC });
  // One that is full only above boiling cannot be seen full in an open pot.
  if (fullC === null && !(rated.fullC !== null && rated.fullC >= BOILS_C)) return untold({ code: 'full-unseen' });
  if (shuts === 'unseen') return untold({ code: 'shuts-unseen' });
  return passed({ code: 'opens-right', ...read });
} // prettier-ignore
