import type { FigureSet } from '../figures/index.ts';
import { statedV, type Practice } from '../practice/index.ts';

/**
 * What the record says a fan or a motor takes, whole and on the core, A at its rated V; null where no record says.
 * @param systemV word of the vehicle's voltage, where the part's own record gives none
 */
export function takesOnRecord(figures: FigureSet<never>, systemV: string | undefined, practice: Practice): { volts: number; amps: number } | null {
  const amps = (figures.quantities as Record<string, { value: number } | undefined>).current?.value;
  const own = (figures.words as Record<string, { word: string } | undefined>).voltage?.word;
  return amps === undefined ? null : { amps, volts: statedV(own ?? systemV, practice) };
} // prettier-ignore
