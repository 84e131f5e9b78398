import type { FigureSet, PartKind } from '../figures/index.ts';
import type { Plug } from '../electrical/index.ts';

/** Parts that stand beside the one in question, by kind: what goes in with it, or is known to stay. */
export type Beside = { [K in PartKind]?: FigureSet<K> | undefined };
/** Parts as they stand one behind the other in a bay; what is not there is not looked at. */
export type Assembly = Pick<Beside, 'radiator' | 'shroud' | 'fan'>;

/** What somebody decided for this fitment, in record units. */
export interface FitChoices {
  /** Under the fan's feet, in place of what it is supplied with. */
  spacerMm?: number | undefined;
  /** In place of the fan fuse on record. */
  fuseA?: number | undefined;
  /** The fan's current as somebody measured it, at the voltage it is stated at. */
  currentA?: number | undefined;
  /** Along the loom, in place of what is on record. */
  feedMm?: number | undefined;
  groundMm?: number | undefined;
}

/** A vehicle as a part meets it: its bay as built, with the parts and choices that take the place of what was built. */
export interface FitVehicle {
  figures: FigureSet<'bay'>;
  /** An automatic, CVT or dual-clutch transmission whose oil wants cooling. */
  selfShifting: boolean;
  airConditioning: boolean;
  steering: 'left' | 'right';
  beside?: Beside;
  choices?: FitChoices;
  /** Plugs on record by code, so that wires are joined by what they do. */
  plugs?: ReadonlyMap<string, Plug>;
}

export type FitPart = { [K in PartKind]: { kind: K; figures: FigureSet<K> } }[PartKind];
