import type { Log } from '../instrument/index.ts';

/** A rise by so much is the fan going off, not noise, K. */
export const TURNS_K = 1.5;

const meanOf = (log: Log, quantity: 'ambient'): number | undefined => {
  const at = log.channels.findIndex((each) => each.quantity === quantity);
  const known = (log.values[at] ?? []).filter((each): each is number => each !== null);
  return known.length > 0 ? known.reduce((a, b) => a + b, 0) / known.length : undefined;
};

/**
 * The pull-down of a log: from the hottest reading to the lowest after it, while the thermostat is fully open; what lies outside is
 * another curve.
 *
 * @param fullyOpenC of the thermostat; null where no record says
 * @returns seconds from the top, °C, the mean of the air outside where it was logged, and whether the fall came to its end: a log
 *   that stops while the coolant still falls is a run that was broken off
 */
export function pullDownStretch(log: Log, fullyOpenC: number | null): { seconds: number[]; temps: number[]; ambientC: number | undefined; ended: boolean } {
  const at = log.channels.findIndex(({ quantity }) => quantity === 'coolant');
  const column = log.values[at] ?? [];
  let top = -1;
  column.forEach((value, i) => { if (value !== null && (top < 0 || value > column[top]!)) top = i; });
  const seconds: number[] = [];
  const temps: number[] = [];
  let low = Infinity;
  let lowest = 0;
  let ended = false;
  for (let i = Math.max(0, top); i < column.length; i += 1) {
    const value = column[i];
    if (value === null || value === undefined) continue;
    // It turns back up when the fan goes off.
    if (value > low + TURNS_K || (fullyOpenC !== null && value < fullyOpenC)) {
      ended = true;
      // The rise that showed the turn is no longer the fall.
      seconds.length = temps.length = Math.min(seconds.length, lowest + 1);
      break;
    }
    if (value <= low) lowest = seconds.length;
    low = Math.min(low, value);
    seconds.push((log.ms[i]! - log.ms[top]!) / 1000);
    temps.push(value);
  }
  return { seconds, temps, ambientC: meanOf(log, 'ambient'), ended };
} // prettier-ignore

/** What a log says of a run whose peak counts. */
export interface PeakOfLog {
  peakC: number;
  /** Seconds from the first reading to the last. */
  seconds: number;
  startC: number;
  ambientC: number | undefined;
  /** The log stops before the coolant fell back from its peak: nobody knows how hot it would have become. */
  stillHot: boolean;
}

/** The peak of a log of coolant; undefined where it has fewer than two readings. */
export function peakOfLog(log: Log): PeakOfLog | undefined {
  const at = log.channels.findIndex(({ quantity }) => quantity === 'coolant');
  const readings = (log.values[at] ?? []).flatMap((value, i) => (value === null ? [] : [{ value, ms: log.ms[i]! }]));
  const [first, last] = [readings[0], readings.at(-1)];
  if (!first || !last || readings.length < 2) return undefined;
  const peakC = Math.max(...readings.map(({ value }) => value));
  return {
    peakC, startC: first.value, seconds: (last.ms - first.ms) / 1000,
    ambientC: meanOf(log, 'ambient'), stillHot: last.value > peakC - TURNS_K,
  };
} // prettier-ignore
