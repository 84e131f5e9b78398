import Joi from 'joi';
import {
  ASPIRATIONS,
  BODIES,
  DRIVES,
  FUELS,
  LAYOUTS,
  PACKAGES,
  SIDES,
  TRANSMISSION_KINDS,
  type Aspiration,
  type Body,
  type CoolingPackage,
  type Drive,
  type Fuel,
  type Layout,
  type TransmissionKind,
} from '@radiatrix/core/vehicle';
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
import { id, line, text, year } from './common.ts';
import { COUNTER, EDITORS, EVERYONE, type Routes } from './route.ts';
import { figuresChangeSchema } from './figure.ts';

/** A vehicle as a list shows it. */
export interface VehicleLine {
  id: number;
  title: string;
  engine: string;
  transmission: string;
  options: string[];
  configuration: Configuration;
  /** Recorded as it was told, and not reviewed yet. */
  told: boolean;
}

/** An engine as somebody describes it; its code where it is known. */
export interface ToldEngine {
  code: string;
  displacementL: number;
  cylinders: number;
  layout: Layout;
  fuel: Fuel;
  aspiration: Aspiration;
}
export interface ToldTransmission {
  code: string;
  kind: TransmissionKind;
  /** Forward speeds; 0 where there are none to count. */
  gears: number;
}
/**
 * A vehicle that nobody has recorded, as it was told. What is on record is named by its id; what is not is named or
 * described, and brought along.
 */
export interface ToldVehicle {
  /** The caller's words. */
  said: string;
  makeId: number | null;
  makeName: string;
  modelId: number | null;
  modelName: string;
  year: number;
  engineId: number | null;
  engine: ToldEngine | null;
  transmissionId: number | null;
  transmission: ToldTransmission | null;
  airConditioning: boolean;
  package: CoolingPackage;
  body: Body;
  drive: Drive;
  steering: 'left' | 'right';
}

const toldEngineSchema = Joi.object<ToldEngine>({
  code: text(120).default(''),
  displacementL: Joi.number().min(0).max(20).required().label('Displacement'),
  cylinders: Joi.number().integer().min(0).max(16).required().label('Cylinders'),
  layout: Joi.string().valid(...LAYOUTS).required().label('Layout'),
  fuel: Joi.string().valid(...FUELS).required().label('Fuel'),
  aspiration: Joi.string().valid(...ASPIRATIONS).required().label('Aspiration'),
}); // prettier-ignore
const toldTransmissionSchema = Joi.object<ToldTransmission>({
  code: text(120).default(''),
  kind: Joi.string().valid(...TRANSMISSION_KINDS).required().label('Transmission'),
  gears: Joi.number().integer().min(0).max(12).required().label('Forward speeds'),
}); // prettier-ignore
/** On record and named by its id, or described. */
const either = (key: string, described: Joi.Schema): Joi.Schema =>
  Joi.when(key, { is: Joi.valid(null), then: described, otherwise: Joi.any() });
export const toldSchema = Joi.object<ToldVehicle>({
  said: text(2000).default(''),
  makeId: id.allow(null).default(null),
  makeName: either('makeId', line(120).required().label('Make')).default(''),
  modelId: id.allow(null).default(null),
  modelName: either('modelId', line(120).required().label('Model')).default(''),
  year: year.required().label('Model year'),
  engineId: id.allow(null).default(null),
  engine: either('engineId', toldEngineSchema.required().label('Engine')).default(null),
  transmissionId: id.allow(null).default(null),
  transmission: either('transmissionId', toldTransmissionSchema.required().label('Transmission')).default(null),
  airConditioning: Joi.boolean().required().label('Air conditioning'),
  package: Joi.string().valid(...PACKAGES).required().label('Cooling package'),
  body: Joi.string().valid(...BODIES).required().label('Body'),
  drive: Joi.string().valid(...DRIVES).required().label('Driven wheels'),
  steering: Joi.string().valid(...SIDES).required().label('Steering side'),
}); // prettier-ignore

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
  /** `already`: a vehicle alike was on record, and is answered in place of a second one. */
  recordTold: { vehicle: VehicleLine; already: boolean };
}
export const vehicleRoutes = {
  vocabulary: { method: 'get', path: '/api/vocabulary', summary: 'Makes, models, engines, transmissions', roles: EVERYONE, steady: true },
  sources: { method: 'get', path: '/api/sources', summary: 'Where figures and claims come from', roles: EVERYONE },
  vehicles: { method: 'get', path: '/api/vehicles', summary: 'All vehicle configurations', roles: EVERYONE },
  vehicle: { method: 'get', path: '/api/vehicles/:id', summary: 'A vehicle and its bay', roles: EVERYONE, steady: true },
  recordTold: { method: 'post', path: '/api/vehicles/told', summary: 'Record a vehicle as it was told; a reviewer looks at it afterwards', roles: COUNTER, body: toldSchema },
  bayFigures: { method: 'put', path: '/api/bays/:id/figures', summary: 'Record figures of a bay', roles: EDITORS, body: figuresChangeSchema, ifMatch: true },
} as const satisfies Routes; // prettier-ignore
