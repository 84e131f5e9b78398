import { benchTest } from '../electrical/index.ts';
import { judgeBleed, type BleedRecord } from '../coolant/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';

/** What a figure says, as an outcome of a check; undefined where it cannot be told, with the reason. */
export type Read = { outcome: string; said: string } | { outcome: undefined; because: string };
const untold = (because: string): Read => ({ outcome: undefined, because });

/** Below this a plug is dead, V. */
const DEAD_V = 1;

/**
 * Volts at a commanded plug.
 * @param volts at the plug, V
 * @param systemV at the battery in the same moment, V
 */
export function readVolts(volts: number, systemV: number, practice: Practice = USUAL_PRACTICE): Read {
  if (!(systemV > 8 && systemV < 32)) return untold('the battery’s own volts are needed: read them in the same moment');
  if (!Number.isFinite(volts) || volts > systemV + 0.5) return untold('that is more than the battery has: measured somewhere else');
  const short = systemV - volts;
  const said = `${volts.toFixed(1)} V, ${short.toFixed(1)} V short of the battery`;
  if (Math.abs(volts) < DEAD_V) return { outcome: 'none', said: `${volts.toFixed(1)} V` };
  if (volts < 0) return untold('less than nothing: the probes are changed over');
  return { outcome: short <= practice.plugDrop ? 'full' : 'low', said };
} // prettier-ignore

/**
 * Amps of a fan against its record, brought to the volts it had.
 * @param amps A; null where the meter ran over its range
 * @param label what the record says that it takes; null where no record does
 */
export function readAmps(
  reading: { volts: number; amps: number | null },
  label: { volts: number; amps: number } | null,
  practice: Practice = USUAL_PRACTICE,
): Read {
  if (reading.amps === null) return { outcome: 'high', said: 'over the range of the meter' };
  if (!(reading.amps >= 0)) return untold('less than nothing: the clamp is turned round');
  if (reading.amps < 0.3) return { outcome: 'none', said: `${reading.amps.toFixed(1)} A` };
  if (!label) return untold('no record says what it takes: hold it against its twin');
  if (!(reading.volts > 0)) return untold('volts at the plug are needed beside the amps');
  const { verdict, normalA } = benchTest({ volts: reading.volts, amps: reading.amps }, label, practice);
  const said = `${normalA.toFixed(1)} A at ${label.volts} V, where the record has ${label.amps}`;
  return { outcome: verdict === 'healthy' ? 'right' : verdict === 'draws-much' ? 'high' : verdict === 'draws-nothing' ? 'none' : 'low', said };
} // prettier-ignore

/** What the findings of a warm-up curve are called among the outcomes of the check; the gravest first. */
const BY_CURVE = [['air', 'jumps'], ['never opens', 'never'], ['overheats', 'never'], ['stuck open', 'early'], ['opens late', 'late'], ['opens early', 'early']] as const; // prettier-ignore

/** A warm-up that was logged: where its curve breaks, held against the record's thermostat. */
export function readWarmUp(ms: readonly number[], coolantC: readonly (number | null)[], record: BleedRecord, practice: Practice = USUAL_PRACTICE): Read {
  const seen = judgeBleed(ms, coolantC, record, practice);
  const probe = seen.findings.find(({ code }) => code === 'probe out' || code === 'no readings');
  if (probe) return untold(probe.said);
  for (const [code, outcome] of BY_CURVE) {
    const found = seen.findings.find((each) => each.code === code);
    if (found) return { outcome, said: found.said };
  }
  if (!seen.met.includes('thermostat opened')) return untold('the log ends before the thermostat could open: go on');
  return { outcome: 'right', said: 'it breaks where the record has the rating' };
} // prettier-ignore

/**
 * Pressure cap on the tester.
 * @param letsGoKPa where it lets go
 * @param ratedKPa by the record
 */
export function readCap(letsGoKPa: number, ratedKPa: number | null, practice: Practice = USUAL_PRACTICE): Read {
  if (!(letsGoKPa >= 0)) return untold('that is no pressure');
  if (ratedKPa === null) return untold('no record says what the cap is rated at: read it on the cap');
  const said = `lets go at ${letsGoKPa.toFixed(0)} kPa, rated ${ratedKPa.toFixed(0)}`;
  return { outcome: letsGoKPa >= practice.capHolds * ratedKPa ? 'holds' : 'weak', said };
} // prettier-ignore
