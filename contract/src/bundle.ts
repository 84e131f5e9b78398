import { PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import type { AccessMap } from '@radiatrix/core/access';
import type { ProcedureDocument } from '@radiatrix/core/procedure';
import { METHODS, type Method } from '@radiatrix/core/quantity';
import {
  ASPIRATIONS,
  BODIES,
  DRIVES,
  FUELS,
  LAYOUTS,
  PACKAGES,
  SIDES,
  TRANSMISSION_KINDS,
  type Configuration,
  type Engine,
  type Transmission,
} from '@radiatrix/core/vehicle';
import Joi from 'joi';
import { line, month, text, year } from './common.ts';
import { connectorSchema, type ConnectorDocument } from './connector.ts';
import { partDetailsSchema, newPartSchema, type PartDetails, type ScopeEntry } from './part.ts';
import { accessSchema } from './access.ts';
import { procedureSchema } from './procedure.ts';
import { vinPatternSchema, type NewVinPattern } from './vin-pattern.ts';
import { BUNDLE_LIMIT_BYTES } from './limits.ts';
import { EDITORS, type Routes } from './route.ts';

/**
 * The open exchange format: one JSON document, records named by what people call them (a model by make and name,
 * an engine by its code, a part by its number) instead of by our ids. Every list may be absent.
 */
export const BUNDLE_FORMAT = 'radiatrix-bundle/1';

export interface BundleFigure {
  key: string;
  text: string;
  method: Method;
  source: string;
}

export interface BundleScope extends Omit<ScopeEntry, 'engineIds' | 'transmissionIds'> {
  engines: string[] | null;
  transmissions: string[] | null;
}

export interface BundleClaim extends BundleScope {
  part: string;
  model: string;
  years: [number, number];
  fits: boolean;
  /** The source says that the vehicle left the works with it. */
  original?: boolean;
  note?: string;
  source: string;
  exceptions: BundleScope[];
}

export interface Bundle {
  format: typeof BUNDLE_FORMAT;
  sources: { name: string; kind: string; grade: number; note: string }[];
  makes: { name: string }[];
  models: { make: string; name: string; nicknames: string[]; years: [number, number] }[];
  engines: Omit<Engine, 'id'>[];
  transmissions: Omit<Transmission, 'id'>[];
  connectors: ConnectorDocument[];
  bays: { name: string; figures: BundleFigure[] }[];
  vehicles: (Omit<Configuration, 'id' | 'modelId' | 'engineId' | 'transmissionId' | 'built'> & {
    model: string;
    engine: string;
    transmission: string;
    built: [string, string];
    bay: string;
  })[];
  parts: ({ number: string; maker: string; kind: PartKind; figures: BundleFigure[] } & PartDetails)[];
  claims: BundleClaim[];
  procedures: (ProcedureDocument & { bay: string })[];
  accessMaps: (AccessMap & { bay: string })[];
  outcomes: {
    part: string;
    bay: string;
    vehicle: string;
    result: 'straight in' | 'with changes' | 'did not fit';
    altered: boolean;
    note: string;
    on: string;
  }[];
  vinPatterns: NewVinPattern[];
}

export const BUNDLE_LISTS = [
  'sources',
  'makes',
  'models',
  'engines',
  'transmissions',
  'connectors',
  'bays',
  'vehicles',
  'parts',
  'claims',
  'procedures',
  'accessMaps',
  'outcomes',
  'vinPatterns',
] as const;
export type BundleList = (typeof BUNDLE_LISTS)[number];

/** What bringing a bundle in would do, or did. */
export interface ImportReport {
  applied: boolean;
  counts: Record<BundleList, { new: number; changed: number; same: number }>;
  wrong: { path: string; message: string }[];
}

const name = line(80).required();
const code = line(40).required();
const span = (item: Joi.Schema) => Joi.array().ordered(item.required(), item.required());
const figure = Joi.object<BundleFigure>({
  key: line(60).required(),
  text: line(200).required(),
  method: Joi.string()
    .valid(...METHODS)
    .required(),
  source: name,
});
const scope = {
  built: span(month).allow(null).default(null),
  engines: Joi.array().items(code).min(1).allow(null).default(null),
  transmissions: Joi.array().items(code).min(1).allow(null).default(null),
  airConditioning: Joi.boolean().allow(null).default(null),
  packages: Joi.array()
    .items(Joi.string().valid(...PACKAGES))
    .min(1)
    .allow(null)
    .default(null),
};
const list = (item: Joi.Schema) => Joi.array().items(item).max(200_000).default([]);

export const bundleSchema = Joi.object<Bundle>({
  format: Joi.string().valid(BUNDLE_FORMAT).required(),
  sources: list(Joi.object({ name, kind: line(40).required(), grade: Joi.number().integer().min(1).max(5).required(), note: text(300).default('') })),
  makes: list(Joi.object({ name })),
  models: list(Joi.object({ make: name, name, nicknames: Joi.array().items(line(40).lowercase()).default([]), years: span(year).required() })),
  engines: list(
    Joi.object({
      code,
      displacementL: Joi.number().min(0).max(20).unit('L').required(),
      cylinders: Joi.number().integer().min(0).max(16).required(),
      layout: Joi.string().valid(...LAYOUTS).required(),
      fuel: Joi.string().valid(...FUELS).required(),
      aspiration: Joi.string().valid(...ASPIRATIONS).required(),
      powerKW: Joi.number().min(5).max(1000).unit('kW').allow(null),
    }),
  ),
  transmissions: list(Joi.object({ code, kind: Joi.string().valid(...TRANSMISSION_KINDS).required(), gears: Joi.number().integer().min(0).max(12).required() })),
  connectors: list(connectorSchema),
  bays: list(Joi.object({ name, figures: list(figure) })),
  vehicles: list(
    Joi.object({
      model: name,
      year: year.required(),
      engine: code,
      transmission: code,
      airConditioning: Joi.boolean().required(),
      package: Joi.string().valid(...PACKAGES).default('standard'),
      body: Joi.string().valid(...BODIES).required(),
      drive: Joi.string().valid(...DRIVES).required(),
      steering: Joi.string().valid(...SIDES).required(),
      built: span(month).required(),
      bay: name,
    }),
  ),
  parts: list((newPartSchema as Joi.ObjectSchema).concat(partDetailsSchema as Joi.ObjectSchema).keys({ kind: Joi.string().valid(...PART_KINDS).required(), figures: list(figure) })),
  claims: list(
    Joi.object({
      part: line(60).required(),
      model: name,
      years: span(year).required(),
      ...scope,
      fits: Joi.boolean().default(true),
      original: Joi.boolean().default(false),
      source: name,
      note: line(200).allow('').default(''),
      exceptions: list(Joi.object({ years: span(year).allow(null).default(null), ...scope })),
    }),
  ),
  procedures: list((procedureSchema as Joi.ObjectSchema).keys({ bay: name })),
  accessMaps: list((accessSchema as Joi.ObjectSchema).keys({ bay: name })),
  outcomes: list(
    Joi.object({
      part: line(60).required(),
      bay: name,
      vehicle: line(120).required(),
      result: Joi.string().valid('straight in', 'with changes', 'did not fit').required(),
      altered: Joi.boolean().default(false),
      note: text(500).default(''),
      on: Joi.string().isoDate().required(),
    }),
  ),
  vinPatterns: list(vinPatternSchema as Joi.ObjectSchema),
}); // prettier-ignore

export interface BundleAnswers {
  importPreview: ImportReport;
  importApply: ImportReport;
}
export const bundleRoutes = {
  importPreview: { method: 'post', path: '/api/import/preview', summary: 'What bringing in a bundle would change', roles: EDITORS, limitBytes: BUNDLE_LIMIT_BYTES, body: bundleSchema },
  importApply: { method: 'post', path: '/api/import', summary: 'Bring in a bundle, all or nothing', roles: EDITORS, limitBytes: BUNDLE_LIMIT_BYTES, body: bundleSchema, reviewed: 'from-specialist' },
} as const satisfies Routes; // prettier-ignore
