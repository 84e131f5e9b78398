import type { KnownEngine } from '../cooling/index.ts';
import type { FigureSet, PartKind } from '../figures/index.ts';
import type { Evidence, Replaces } from '../fit/index.ts';
import type { Fastener } from '../procedure/index.ts';

/** A part as a plan takes it: its figures, what is in its box, and what is known of it on such vehicles. */
export interface PlanPart {
  id: number;
  number: string;
  kind: PartKind;
  figures: FigureSet<never>;
  inTheBox: readonly { name: string; quantity: number; fromOld?: true }[];
  evidence?: Evidence;
}

/** A plug on record, cavity by cavity. */
export interface PlanConnector {
  code: string;
  cavities: readonly { position: string; function: string; colour: string; gauge: string }[];
}

/** A fastener, and the procedure that turns it. */
export interface PlanFastener extends Fastener {
  procedureId: number;
  procedure: string;
}

/** Everything on record that a plan is worked out from; nothing of it is judged yet. */
export interface PlanRecord {
  vehicle: {
    configuration: { body: string; package: string; airConditioning: boolean; steering: 'left' | 'right' };
  };
  /** The bay's figures, those of the vehicle in hand laid over them. */
  bay: FigureSet<'bay'>;
  selfShifting: boolean;
  /** The engine, and its power where that is on record; a class stands in where it is not there. */
  engine?: (KnownEngine & { ratedKW?: number }) | undefined;
  parts: readonly PlanPart[];
  /** Radiator and fan that come off, by which cooling is compared. */
  replaces?: Replaces | undefined;
  connectors: readonly PlanConnector[];
  /** Plug adapters on record. */
  adapters: readonly { id: number; number: string; loom: string; fan: string }[];
  /** Thermostats that a source names for the model, or whose flange the housing takes. */
  thermostats: readonly { id: number; number: string; opensC: number; fullyOpenC: number | null }[];
  /** Fasteners of the procedures that take radiator and fan out. */
  fasteners: readonly PlanFastener[];
}
