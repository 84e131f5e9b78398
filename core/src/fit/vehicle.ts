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

/** A part that comes off, by which cooling is compared: the one on the vehicle where that is known, else the record's original. */
export interface Replaced<K extends PartKind> {
  number: string;
  as: 'on-vehicle' | 'original';
  figures: FigureSet<K>;
}

/** Radiator and fan that come off; what nobody knows is not there. */
export type Replaces = { [K in 'radiator' | 'fan']?: Replaced<K> | undefined };

/** A vehicle as a part meets it: its bay as built, with the parts and choices that take the place of what was built. */
export interface FitVehicle {
  figures: FigureSet<'bay'>;
  /** An automatic, CVT or dual-clutch transmission whose oil wants cooling. */
  selfShifting: boolean;
  airConditioning: boolean;
  steering: 'left' | 'right';
  beside?: Beside;
  replaces?: Replaces | undefined;
  choices?: FitChoices;
  /** Plugs on record by code, so that wires are joined by what they do. */
  plugs?: ReadonlyMap<string, Plug>;
}

export type FitPart = { [K in PartKind]: { kind: K; figures: FigureSet<K> } }[PartKind];
