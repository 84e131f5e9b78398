import { PART_KINDS } from '@radiatrix/core/figures';
import {
  CAUTIONS,
  FASTENER_POLICIES,
  PHASES,
  type Finding,
  type ProcedureDocument,
  type Sheet,
} from '@radiatrix/core/procedure';
import Joi from 'joi';
import { id, line, text } from '../common.ts';
import type { RevisionState, Stamp } from '../revision.ts';
import type { ConnectorDocument } from './connector.ts';
import type { VehicleLine } from './vehicle.ts';
import type { PartLine } from './part.ts';

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
      }),
    )
    .unique('tray')
    .messages({ 'array.unique': 'Tray {{#value.tray}} is given out twice' })
    .max(26)
    .default([]),
  steps: Joi.array()
    .items(
      Joi.object({
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
        uses: Joi.array()
          .items(
            Joi.object({ tray: tray.required(), count: Joi.number().integer().min(1).max(200).required() }),
          )
          .unique('tray')
          .default([]),
        connector: line(40).allow('').default(''),
      }),
    )
    .max(200)
    .default([]),
});

export const newProcedureSchema = Joi.object<NewProcedure>({
  bayId: id.required(),
  document: procedureSchema.required(),
});

export interface SheetRecord {
  vehicle: VehicleLine;
  part: PartLine & { inTheBox: { name: string; quantity: number }[] };
  procedure: {
    id: number;
    title: string;
    way: string;
    revision: number;
    state: RevisionState;
    released: Stamp | null;
  };
  verdictText: string;
  sheet: Sheet;
  coolantType: string;
  connectors: ConnectorDocument[];
  /** Everything on it is released, so installers may see it. */
  released: boolean;
}
