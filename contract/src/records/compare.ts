import type { FigureSet } from '@radiatrix/core/figures';
import type { Fastener } from '@radiatrix/core/procedure';
import Joi from 'joi';
import { id, line } from '../common.ts';
import type { Stamp } from '../revision.ts';
import type { ConnectorDocument } from './connector.ts';
import type { PartLine } from './part.ts';
import type { VehicleLine } from './vehicle.ts';

/** A part with the figures that count, each with where it came from. */
export interface BenchPart extends PartLine {
  figures: FigureSet<never>;
  inTheBox: { name: string; quantity: number }[];
}

/** Everything on record that comparing parts in one vehicle needs. */
export interface Bench {
  vehicle: VehicleLine;
  /** The bay's figures, those of the job's own vehicle laid over them. */
  bay: FigureSet<'bay'>;
  selfShifting: boolean;
  job: { id: number; label: string; alterations: string[] } | null;
  /** The parts asked for, in the order asked. */
  parts: BenchPart[];
  connectors: ConnectorDocument[];
  /** Plug adapters on record. */
  adapters: { id: number; number: string; loom: string; fan: string }[];
  /** Thermostats that a source names for the model, or whose flange the housing takes. */
  thermostats: { id: number; number: string; opensC: number; fullyOpenC: number | null }[];
  /** Fasteners of the procedures that take radiator and fan out. */
  fasteners: (Fastener & { procedureId: number; procedure: string })[];
}

export const benchQuery = Joi.object({
  part: Joi.array().items(id).single().max(8).default([]),
  job: id,
});

export const FINDING_WORDS = ['clear', 'work', 'open', 'stop'] as const;
/** What a comparison found about one thing: all is well, work to do, not known, does not go. */
export interface ComparisonFinding {
  about: string;
  word: (typeof FINDING_WORDS)[number];
  sentence: string;
}
export interface ComparisonDocument {
  title: string;
  /** Query of the Compare view that shows it again. */
  address: string;
  findings: ComparisonFinding[];
}
export interface Comparison extends ComparisonDocument {
  id: number;
  jobId: number;
  saved: Stamp;
}

export const comparisonSchema = Joi.object<ComparisonDocument>({
  title: line(200).required(),
  address: Joi.string()
    .max(4000)
    .pattern(/^\?[^<>"\s]*$/)
    .required(),
  findings: Joi.array()
    .items(
      Joi.object<ComparisonFinding>({
        about: line(120).required(),
        word: Joi.string()
          .valid(...FINDING_WORDS)
          .required(),
        sentence: line(1000).required(),
      }),
    )
    .min(1)
    .max(100)
    .required(),
});
