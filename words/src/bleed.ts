import type { BleedCode } from '@radiatrix/core/coolant';
import type { Read } from '@radiatrix/core/diagnosis';
import type { BledFinding } from '@radiatrix/core/job';
import type { UnitSystem } from '@radiatrix/core/quantity';
import type { Amount, Argument } from './arguments.ts';
import { bleedWords, readingWords } from './en/bleed.ts';
import { kelvins } from './temperature.ts';

/** @example clockTime(605) // '10:05' */
const clockTime = (s: number): string =>
  `${Math.floor(s / 60)}:${String(Math.round(s) % 60).padStart(2, '0')}`;
const degrees = (value: number | null | undefined): Amount => ({
  value: value ?? NaN,
  dimension: 'temperature',
});

/** What a curve showed, in the reader's units; of runs that were kept with their sentence, that sentence. */
export function bleedText({ code, seen, said }: BledFinding, units: UnitSystem): string {
  if (!seen) return said ?? '';
  const { atS = 0, tempC, u = 0, ratedC, byK = 0, times = 1, topC, bottomC } = seen;
  const temp = degrees(tempC);
  const rated = degrees(ratedC);
  switch (code) {
    case 'no readings':
      return bleedWords('no readings');
    case 'probe out':
      return bleedWords('probe out', { at: clockTime(atS) });
    case 'air':
      return bleedWords('air', { by: kelvins(byK, units), at: clockTime(atS), times });
    case 'overheats':
      return bleedWords('overheats', { limit: rated, at: clockTime(atS) }, units);
    case 'opened':
    case 'opens late':
    case 'opens early':
      return bleedWords(code, { temp, u: kelvins(u, units), rated }, units);
    case 'opened somewhere':
      return bleedWords('opened somewhere', { temp, u: kelvins(u, units) }, units);
    case 'never opens':
      return bleedWords('never opens', { temp }, units);
    case 'stuck open':
      return tempC === undefined
        ? bleedWords('stuck open', { rated }, units)
        : bleedWords(tempC < (ratedC ?? Infinity) ? 'stuck open:level' : 'stuck open:above', { temp, rated }, units);
    case 'fan cycled':
      return topC === undefined
        ? bleedWords('fan cycled:told')
        : bleedWords('fan cycled', { top: degrees(topC), bottom: degrees(bottomC), times }, units);
  }
} // prettier-ignore

/** The heading of an alert. */
export function bleedName(code: BleedCode): string {
  const key = `name:${code}`;
  return key in bleedWords.messages ? (bleedWords as (key: string) => string)(key) : code;
}

/** What was read of a check, or why it says nothing. */
export function readText(read: Read, units: UnitSystem): string {
  if (read.outcome === undefined)
    return typeof read.because === 'string' ? readingWords(read.because) : bleedText(read.because.finding, units);
  const { says } = read;
  const amps = (value: number): Argument => ({ value, dimension: 'current' });
  switch (says.code) {
    case 'volts': {
      const volts = says.volts.toFixed(1);
      return says.shortV === undefined
        ? readingWords('volts', { volts })
        : readingWords('volts:short', { volts, short: says.shortV.toFixed(1) });
    }
    case 'over-range':
    case 'breaks-at-rating':
      return readingWords(says.code);
    case 'amps':
      return readingWords('amps', { amps: amps(says.amps) }, units);
    case 'amps-against-label':
      return readingWords('amps-against-label', { amps: amps(says.amps), at: says.atV, label: amps(says.labelA) }, units);
    case 'curve':
      return bleedText(says.finding, units);
    case 'lets-go': {
      const pressure = (value: number): Argument => ({ value, dimension: 'pressure' });
      return readingWords('lets-go', { pressure: pressure(says.kPa), rated: pressure(says.ratedKPa) }, units);
    }
  }
} // prettier-ignore
