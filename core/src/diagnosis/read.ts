import { benchTest } from '../electrical/index.ts';
import { judgeBleed, type BleedFinding, type BleedRecord } from '../coolant/index.ts';
import { USUAL_PRACTICE, type Practice } from '../practice/index.ts';

/** What a figure says, as an outcome of a check; undefined where it cannot be told, with the reason. */
export type Read =
  | { outcome: string; says: ReadSays }
  | { outcome: undefined; because: ReadFault | { finding: BleedFinding } };
/** What was read, with its figures: V, A and kPa. */
export type ReadSays =
  | { code: 'volts'; volts: number; shortV?: number }
  | { code: 'over-range' }
  | { code: 'amps'; amps: number }
  | { code: 'amps-against-label'; amps: number; atV: number; labelA: number }
  | { code: 'curve'; finding: BleedFinding }
  | { code: 'breaks-at-rating' }
  | { code: 'lets-go'; kPa: number; ratedKPa: number };
export type ReadFault =
  | 'no-battery-volts'
  | 'more-than-battery'
  | 'probes-changed'
  | 'clamp-reversed'
  | 'no-label'
  | 'no-plug-volts'
  | 'log-too-short'
  | 'no-pressure'
  | 'no-cap-rating'
  | 'no-coolant-channel'
  | 'log-not-fetched';
const untold = (because: ReadFault | { finding: BleedFinding }): Read => ({ outcome: undefined, because });

/** Below this a plug is dead, V. */
const DEAD_V = 1;

/**
 * Volts at a commanded plug.
 * @param volts at the plug, V
 * @param systemV at the battery in the same moment, V
 */
export function readVolts(volts: number, systemV: number, practice: Practice = USUAL_PRACTICE): Read {
  if (!(systemV > 8 && systemV < 32)) return untold('no-battery-volts');
  if (!Number.isFinite(volts) || volts > systemV + 0.5) return untold('more-than-battery');
  const short = systemV - volts;
  const says = { code: 'volts', volts, shortV: short } as const;
  if (Math.abs(volts) < DEAD_V) return { outcome: 'none', says: { code: 'volts', volts } };
  if (volts < 0) return untold('probes-changed');
  return { outcome: short <= practice.plugDrop ? 'full' : 'low', says };
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
  if (reading.amps === null) return { outcome: 'high', says: { code: 'over-range' } };
  if (!(reading.amps >= 0)) return untold('clamp-reversed');
  if (reading.amps < 0.3) return { outcome: 'none', says: { code: 'amps', amps: reading.amps } };
  if (!label) return untold('no-label');
  if (!(reading.volts > 0)) return untold('no-plug-volts');
  const { verdict, normalA } = benchTest({ volts: reading.volts, amps: reading.amps }, label, practice);
  const says = { code: 'amps-against-label', amps: normalA, atV: label.volts, labelA: label.amps } as const;
  return { outcome: verdict === 'healthy' ? 'right' : verdict === 'draws-much' ? 'high' : verdict === 'draws-nothing' ? 'none' : 'low', says };
} // prettier-ignore

/** What the findings of a warm-up curve are called among the outcomes of the check; the gravest first. */
const BY_CURVE = [['air', 'jumps'], ['never opens', 'never'], ['overheats', 'never'], ['stuck open', 'early'], ['opens late', 'late'], ['opens early', 'early']] as const; // prettier-ignore

/** A warm-up that was logged: where its curve breaks, held against the record's thermostat. */
export function readWarmUp(ms: readonly number[], coolantC: readonly (number | null)[], record: BleedRecord, practice: Practice = USUAL_PRACTICE): Read {
  const seen = judgeBleed(ms, coolantC, record, practice);
  const probe = seen.findings.find(({ code }) => code === 'probe out' || code === 'no readings');
  if (probe) return untold({ finding: probe });
  for (const [code, outcome] of BY_CURVE) {
    const found = seen.findings.find((each) => each.code === code);
    if (found) return { outcome, says: { code: 'curve', finding: found } };
  }
  if (!seen.met.includes('thermostat opened')) return untold('log-too-short');
  return { outcome: 'right', says: { code: 'breaks-at-rating' } };
} // prettier-ignore

/**
 * Pressure cap on the tester.
 * @param letsGoKPa where it lets go
 * @param ratedKPa by the record
 */
export function readCap(letsGoKPa: number, ratedKPa: number | null, practice: Practice = USUAL_PRACTICE): Read {
  if (!(letsGoKPa >= 0)) return untold('no-pressure');
  if (ratedKPa === null) return untold('no-cap-rating');
  const says = { code: 'lets-go', kPa: letsGoKPa, ratedKPa } as const;
  return { outcome: letsGoKPa >= practice.capHolds * ratedKPa ? 'holds' : 'weak', says };
} // prettier-ignore
