import { PART_KINDS } from '@radiatrix/core/figures';
import {
  CAUTIONS,
  FASTENER_POLICIES,
  PHASES,
  type Finding,
  type ProcedureDocument,
} from '@radiatrix/core/procedure';
import Joi from 'joi';
import type { Condition } from '@radiatrix/core/application';
import { PACKAGES } from '@radiatrix/core/vehicle';
import { id, line, month, text, whole, year } from './common.ts';
import type { RevisionState, Stamp } from './revision.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';

export interface ProcedureRecord extends ProcedureDocument {
  id: number;
  bayId: number;
  bayName: string;
  revisionId: number;
  revision: number;
  version: number;
  state: RevisionState;
  author: string;
  findings: Finding[];
  changed: Stamp | null;
}

export interface NewProcedure {
  bayId: number;
  document: ProcedureDocument;
}

const scope = {
  years: Joi.array().ordered(year.required(), year.required()).length(2),
  built: Joi.array().ordered(month.required(), month.required()).length(2),
  engines: Joi.array().items(line(40)).min(1).max(40),
  transmissions: Joi.array().items(line(40)).min(1).max(40),
  airConditioning: Joi.boolean(),
  packages: Joi.array().items(Joi.string().valid(...PACKAGES)).min(1).max(PACKAGES.length),
  steering: Joi.string().valid('left', 'right'),
  part: Joi.object().pattern(/^[a-zA-Z]{1,40}$/, Joi.array().items(line(40)).min(1).max(20)),
}; // prettier-ignore
/** Which vehicles and parts something concerns, by the algebra of claims. */
export const conditionSchema = Joi.object<Condition>({
  ...scope,
  except: Joi.array().items(Joi.object(scope).min(1)).max(20),
}).min(1);
export const whenSchema = conditionSchema.allow(null).default(null);

export const trayPlace = Joi.string()
  .pattern(/^[A-Z]$/)
  .messages({ 'string.pattern.base': 'A tray place is one letter, A to Z' });
export const wordsSchema = Joi.array().items(line(80)).max(30).default([]);

export const notesSchema = Joi.array()
  .items(Joi.object({ text: line(300).required(), when: whenSchema }))
  .max(40)
  .default([]);
export const fastenersSchema = Joi.array()
  .items(
    Joi.object({
      tray: trayPlace.required(),
      name: line(80).required(),
      thread: line(40).allow('').default(''),
      lengthMm: Joi.number().min(1).max(400).unit('mm').allow(null).default(null),
      tool: line(60).allow('').default(''),
      expected: Joi.number().integer().min(1).max(200).required(),
      torqueNm: Joi.number().greater(0).max(500).unit('N·m').allow(null).default(null),
      torqueSource: line(120).allow('').default(''),
      policy: Joi.string()
        .valid(...FASTENER_POLICIES)
        .default('reuse'),
      when: whenSchema,
    }),
  )
  .unique('tray')
  .messages({ 'array.unique': 'Tray {{#value.tray}} is given out twice' })
  .max(26)
  .default([]);
export const usesSchema = Joi.array()
  .items(Joi.object({ tray: trayPlace.required(), count: Joi.number().integer().min(1).max(200).required() }))
  .unique('tray')
  .default([]);
export const cautionsSchema = Joi.array()
  .items(Joi.string().valid(...CAUTIONS.map((caution) => caution.code)))
  .unique()
  .default([]);
export const minutesSchema = Joi.number().min(0).max(1440).unit('min').default(0);
export const stepKeys = {
  id: line(60).allow('').default(''),
  after: line(60).allow('').default(''),
  when: whenSchema,
  phase: Joi.string()
    .valid(...PHASES)
    .required(),
  text: line(300).required(),
  detail: text(1000).default(''),
  tools: wordsSchema,
  consumables: wordsSchema,
  minutes: minutesSchema,
  waiting: Joi.boolean().default(false),
  cautions: cautionsSchema,
  cautionsWhen: Joi.object()
    .pattern(Joi.string().valid(...CAUTIONS.map((caution) => caution.code)), conditionSchema)
    .default({}),
  uses: usesSchema,
  connector: line(40).allow('').default(''),
  connectorWhen: whenSchema,
};
const sameId = (a: { id: string } | null, b: { id: string } | null): boolean => !!a?.id && a.id === b?.id;

export const procedureSchema = Joi.object<ProcedureDocument>({
  title: line().required(),
  partKind: Joi.string()
    .valid(...PART_KINDS)
    .required(),
  way: text(200).default(''),
  notes: notesSchema,
  fasteners: fastenersSchema,
  steps: Joi.array()
    .items(Joi.object(stepKeys))
    .unique(sameId)
    .messages({ 'array.unique': 'Two steps have the same identity' })
    .max(200)
    .default([]),
});

export const newProcedureSchema = Joi.object<NewProcedure>({
  bayId: id.required(),
  document: procedureSchema.required(),
});

export interface ProcedureAnswers {
  procedure: ProcedureRecord;
  newProcedure: ProcedureRecord;
  saveProcedure: ProcedureRecord;
}
export const procedureRoutes = {
  procedure: { method: 'get', path: '/api/procedures/:id', summary: 'A procedure', roles: EVERYONE },
  newProcedure: { method: 'post', path: '/api/procedures', summary: 'Record a new procedure', roles: EDITORS, body: newProcedureSchema },
  saveProcedure: { method: 'put', path: '/api/procedures/:id', summary: 'Change a procedure', roles: EDITORS, body: whole(procedureSchema, 'way', 'notes', 'fasteners', 'steps'), ifMatch: true },
} as const satisfies Routes; // prettier-ignore
