import type {
  Vocabulary,
  Configuration,
  Difference,
  Chip,
  Choice,
  Field,
  Question,
  VinReading,
} from '@radiatrix/core/vehicle';
import type { Stamp } from './revision.ts';
import type { FigureRecord } from './figure.ts';
import type { Photo } from './photo.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';
import { figuresChangeSchema } from './figure.ts';

/** A vehicle as a list shows it. */
export interface VehicleLine {
  id: number;
  title: string;
  engine: string;
  transmission: string;
  options: string[];
  configuration: Configuration;
}

/** The space several configurations share: support, mounts, hoses, loom. Its figures are theirs. */
export interface BayRecord {
  /** Figures that wait for a reviewer, by id. */
  waiting: number[];
  /** Why a reviewer sent them back; null otherwise. */
  sentBackFor: string | null;
  id: number;
  name: string;
  version: number;
  figures: FigureRecord[];
  sharedBy: { id: number; title: string; engine: string; transmission: string }[];
  photos: Photo[];
  changed: Stamp | null;
}

export interface VehicleRecord extends VehicleLine {
  bay: BayRecord;
  procedures: { id: number; title: string; partKind: string; state: string }[];
  /** The access map of its bay; null where there is none to see. */
  access: { id: number; title: string; state: string } | null;
}

export interface FoundChip extends Chip {
  choices: Choice[];
}

export interface FindResult {
  text: string;
  chips: FoundChip[];
  leftover: { text: string; from: number; to: number }[];
  /** What the line says besides the vehicle and the part asked for, as it was said; a job that is opened keeps it. */
  complaint: string;
  /** Other vehicles that were spoken of in the same line, each to be asked for by itself. */
  others: string[];
  /** At most `LIST_LIMIT` of them; `total` counts all. */
  vehicles: VehicleLine[];
  total: number;
  /** So many agree that not all were gone through; `total` is a lower bound. */
  capped: boolean;
  differences: Difference[];
  /** When no vehicle agrees with everything: the smallest set of details that already rules all of them out. */
  blamed: Field[];
  /** The detail whose answer would change which parts go in; null when none would. */
  question: Question | null;
  /** Parts that could concern these vehicles, and how many of them still could go in. */
  considered: { parts: number; open: number };
  vin: VinReading | null;
  /** Parts and connectors whose number or code was typed. */
  parts: { id: number; number: string; maker: string; kind: string; why: string }[];
  connectors: { code: string; name: string }[];
}

export interface SourceLine {
  id: number;
  name: string;
  kind: string;
  grade: number;
}

export interface VehicleAnswers {
  vocabulary: Vocabulary;
  sources: SourceLine[];
  vehicles: VehicleLine[];
  vehicle: VehicleRecord;
  bayFigures: BayRecord;
}
export const vehicleRoutes = {
  vocabulary: { method: 'get', path: '/api/vocabulary', summary: 'Makes, models, engines, transmissions', roles: EVERYONE, steady: true },
  sources: { method: 'get', path: '/api/sources', summary: 'Where figures and claims come from', roles: EVERYONE },
  vehicles: { method: 'get', path: '/api/vehicles', summary: 'All vehicle configurations', roles: EVERYONE },
  vehicle: { method: 'get', path: '/api/vehicles/:id', summary: 'A vehicle and its bay', roles: EVERYONE, steady: true },
  bayFigures: { method: 'put', path: '/api/bays/:id/figures', summary: 'Record figures of a bay', roles: EDITORS, body: figuresChangeSchema, ifMatch: true },
} as const satisfies Routes; // prettier-ignore
