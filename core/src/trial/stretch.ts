import type { Log } from '../instrument/index.ts';

/** A rise by so much is the fan going off, not noise, K. */
const TURNS_K = 1.5;

/**
 * The pull-down of a log: from the hottest reading to the lowest after it, while the thermostat is fully open; what lies outside is
 * another curve.
 *
 * @param fullyOpenC of the thermostat; null where no record says
 * @returns seconds from the top, °C, and the mean of the air outside where it was logged
 */
export function pullDownStretch(log: Log, fullyOpenC: number | null): { seconds: number[]; temps: number[]; ambientC: number | undefined } {
  const at = log.channels.findIndex(({ quantity }) => quantity === 'coolant');
  const column = log.values[at] ?? [];
  const air = log.channels.findIndex(({ quantity }) => quantity === 'ambient');
  let top = -1;
  column.forEach((value, i) => { if (value !== null && (top < 0 || value > column[top]!)) top = i; });
  const seconds: number[] = [];
  const temps: number[] = [];
  let low = Infinity;
  for (let i = Math.max(0, top); i < column.length; i += 1) {
    const value = column[i];
    if (value === null || value === undefined) continue;
    // It turns back up when the fan goes off.
    if (value > low + TURNS_K || (fullyOpenC !== null && value < fullyOpenC)) break;
    low = Math.min(low, value);
    seconds.push((log.ms[i]! - log.ms[top]!) / 1000);
    temps.push(value);
  }
  const outside = air < 0 ? [] : (log.values[air] ?? []).filter((each): each is number => each !== null);
  return { seconds, temps, ambientC: outside.length > 0 ? outside.reduce((a, b) => a + b, 0) / outside.length : undefined };
} // prettier-ignore
