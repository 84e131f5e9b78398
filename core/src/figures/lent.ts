import type { QuantityKey, WordKey } from './attributes.ts';
import type { FigureSet, QuantityFigure, WordFigure } from './figures.ts';

/** Any figure of a cooling bay. */
export type BayKey = QuantityKey<'bay'> | WordKey<'bay'>;

/** What a related bay has in common with a vehicle: its model with another engine, its engine in another body, or both. */
export type Kinship = 'model' | 'engine' | 'both';

/** Hoses, thermostat and fan logic go with the engine. Common practice, no source. */
const WITH_ENGINE: ReadonlySet<BayKey> = new Set([
  'inletDiameter', 'outletDiameter', 'upperEngineNeck', 'lowerEngineNeck', 'capPressure', 'coolantType', 'coolantMix',
  'thermostatFlange', 'thermostatSeal', 'thermostatRating', 'thermostatFull', 'warningLamp', 'senderWires', 'rerouteBolts',
  'fanOn', 'fanOff', 'fanHighOn', 'fanHighOff', 'fanSense', 'fanControl', 'fanDrivenBy', 'fanRatio', 'hubThread', 'hubCircle',
  'hubPilot', 'engineRock', 'bleedScrew', 'engineOilCooling',
]); // prettier-ignore
/** What lies between body and engine, or fills both, is a figure of the two together: a relative says nothing of it. */
const WITH_BOTH: ReadonlySet<BayKey> = new Set([
  'bayDepth', 'fanDepth', 'motorRoom', 'hubToCore', 'hubSpacerFitted', 'hoodLine', 'upperHoseLength', 'lowerHoseLength',
  'coolantCapacity', 'drainYield', 'radiatorVolume', 'bayAir', 'engineLies',
]); // prettier-ignore

/** With what a figure of a bay goes. */
export const goesWith = (key: BayKey): Kinship =>
  WITH_BOTH.has(key) ? 'both' : WITH_ENGINE.has(key) ? 'engine' : 'model';

export interface Relative {
  bay: string;
  why: Kinship;
  figures: FigureSet<'bay'>;
}
/** A figure that this bay lacks, as a related bay has it. Evidence for no verdict; it says what to expect. */
export interface LentFigure {
  key: BayKey;
  bay: string;
  why: Kinship;
  figure: QuantityFigure | WordFigure;
}

/**
 * Figures that related bays can lend: what this bay lacks, from the nearest relative that has it.
 * @param relatives nearest first
 */
export function lentFigures(own: FigureSet<'bay'>, relatives: readonly Relative[]): LentFigure[] {
  const lent = new Map<BayKey, LentFigure>();
  for (const { bay, why, figures } of relatives)
    for (const [key, figure] of [...Object.entries(figures.quantities), ...Object.entries(figures.words)] as [BayKey, QuantityFigure | WordFigure][])
      if (!(key in own.quantities) && !(key in own.words) && !lent.has(key) && (why === 'both' || goesWith(key) === why)) lent.set(key, { key, bay, why, figure });
  return [...lent.values()];
} // prettier-ignore

/** A bay as it would be were every lent figure its own: to rank with, and to judge nothing by. */
export function withLent(own: FigureSet<'bay'>, lent: readonly LentFigure[]): FigureSet<'bay'> {
  const quantities = { ...own.quantities } as Record<string, QuantityFigure>;
  const words = { ...own.words } as Record<string, WordFigure>;
  for (const { key, figure } of lent)
    if ('word' in figure) words[key] = figure;
    else quantities[key] = figure;
  return { quantities, words } as FigureSet<'bay'>;
}
