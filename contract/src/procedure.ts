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
const when = conditionSchema.allow(null).default(null);

const tray = Joi.string()
  .pattern(/^[A-Z]$/)
  .messages({ 'string.pattern.base': 'A tray place is one letter, A to Z' });
const words = Joi.array().items(line(80)).max(30).default([]);

export const procedureSchema = Joi.object<ProcedureDocument>({
  title: line().required(),
  partKind: Joi.string()
    .valid(...PART_KINDS)
    .required(),
  way: text(200).default(''),
  notes: Joi.array()
    .items(Joi.object({ text: line(300).required(), when }))
    .max(40)
    .default([]),
  fasteners: Joi.array()
    .items(
      Joi.object({
        tray: tray.required(),
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
        when,
      }),
    )
    .unique('tray')
    .messages({ 'array.unique': 'Tray {{#value.tray}} is given out twice' })
    .max(26)
    .default([]),
  steps: Joi.array()
    .items(
      Joi.object({
        id: line(60).allow('').default(''),
        after: line(60).allow('').default(''),
        when,
        phase: Joi.string()
          .valid(...PHASES)
          .required(),
        text: line(300).required(),
        detail: text(1000).default(''),
        tools: words,
        consumables: words,
        minutes: Joi.number().min(0).max(1440).unit('min').default(0),
        waiting: Joi.boolean().default(false),
        cautions: Joi.array()
          .items(Joi.string().valid(...CAUTIONS.map((caution) => caution.code)))
          .unique()
          .default([]),
        cautionsWhen: Joi.object()
          .pattern(Joi.string().valid(...CAUTIONS.map((caution) => caution.code)), conditionSchema)
          .default({}),
        uses: Joi.array()
          .items(
            Joi.object({ tray: tray.required(), count: Joi.number().integer().min(1).max(200).required() }),
          )
          .unique('tray')
          .default([]),
        connector: line(40).allow('').default(''),
        connectorWhen: when,
      }),
    )
    .unique((a: { id: string } | null, b: { id: string } | null) => !!a?.id && a.id === b?.id)
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
