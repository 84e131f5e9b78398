import {
  BACK_RULE_CODES,
  LIFTS,
  PLACES,
  PROOFS,
  THING_STATES,
  type AccessMap,
  type Fact,
  type MapStep,
  type Operation,
  type PastCount,
} from '@radiatrix/core/access';
import { PART_KINDS, attributesOf, type PartKind } from '@radiatrix/core/figures';
import type { CautionContext, Finding } from '@radiatrix/core/procedure';
import Joi from 'joi';
import { id, line, text, whole } from './common.ts';
import {
  cautionsSchema,
  fastenersSchema,
  minutesSchema,
  notesSchema,
  stepKeys,
  usesSchema,
  whenSchema,
  wordsSchema,
} from './procedure.ts';
import type { RevisionState, Stamp } from './revision.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';
import type { VehicleLine } from './vehicle.ts';

/** The access map of a bay: what can come off, and what must be out of its way first. */
export interface AccessRecord extends AccessMap {
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

export interface NewAccess {
  bayId: number;
  document: AccessMap;
}

/** A part that is to come off or go in, as a goal of the way in. */
export interface AccessGoal {
  thing: string;
  name: string;
  partKind: PartKind;
}

/** A related bay with a released map: the same model with another engine, or the same engine in another body. */
export interface AccessLender {
  mapId: number;
  bayName: string;
  why: 'model' | 'engine';
}
/** That a map is another bay's. */
export interface Borrowed {
  /** Moves of it that other vehicles have and this one does not. */
  leftOut: string[];
}

/** What the parts of the job change of the way back: kinds that stay off, and whether steps mount what no move does. */
export interface Refitted {
  staysOff: PartKind[];
  mounts: boolean;
}

/** The map as it holds for one vehicle, ready for ways in to be worked out. */
export interface VehicleAccess {
  vehicle: VehicleLine;
  /** What decides the cautions of work on it. */
  cautions: CautionContext;
  /** Null where no map of this bay is released yet, and none is borrowed. */
  map: { id: number; revisionId: number; revision: number; state: RevisionState; bayId: number; bayName: string; document: AccessMap; refit: Refitted; borrowed: Borrowed | null } | null;
  /** Related bays whose map may be borrowed; none where this bay has one. */
  lenders: AccessLender[];
  goals: AccessGoal[];
  /** What was missing or broken on jobs before that took a way of this map. */
  past: PastCount[];
  /** Of the job: the parts that go in. */
  wanted: string[];
  /** Of a job whose way stands on an older revision: what the newer one says otherwise. */
  revised: { revision: number; changes: string[]; withdrawnFor: string | null } | null;
} // prettier-ignore

const code = Joi.string()
  .pattern(/^[a-z0-9][a-z0-9-]{0,39}$/)
  .messages({ 'string.pattern.base': '{{#label}} is a short word of small letters, digits and dashes' });
const fact = Joi.object<Fact>({
  thing: code.required(),
  state: Joi.string()
    .valid(...THING_STATES)
    .required(),
});
const litres = Joi.number().min(0).max(60).unit('L').default(0);
/** More people than this is no way into an engine bay. */
const PEOPLE = 4;

const operationSchema = Joi.object<Operation>({
  code: code.required(),
  when: whenSchema,
  text: line(300).required(),
  detail: text(1000).default(''),
  place: Joi.string()
    .valid(...PLACES)
    .default('above'),
  tools: wordsSchema,
  consumables: wordsSchema,
  minutes: minutesSchema,
  waiting: Joi.boolean().default(false),
  gives: Joi.array().items(fact).min(1).max(12).required(),
  needs: Joi.array().items(Joi.array().items(fact).min(1).max(12)).max(12).default([]),
  uses: usesSchema,
  breaks: Joi.number().min(0).max(1).default(0),
  connector: line(40).allow('').default(''),
  connectorWhen: whenSchema,
  coolantL: litres,
  transmissionL: litres,
  people: Joi.number().integer().min(1).max(PEOPLE).default(1),
  lift: Joi.string()
    .valid(...LIFTS)
    .default('none'),
  cautions: cautionsSchema,
  measures: Joi.array()
    .items(Joi.string().valid(...attributesOf('bay').map(([key]) => key)))
    .unique()
    .min(1)
    .max(6),
  photoId: id.allow(null).default(null),
  back: Joi.object({
    text: line(300).required(),
    detail: text(1000).default(''),
    tools: wordsSchema,
    consumables: wordsSchema,
    minutes: minutesSchema,
    after: Joi.array().items(code).unique().max(30).default([]),
    rules: Joi.array()
      .items(Joi.string().valid(...BACK_RULE_CODES))
      .unique()
      .default([]),
    tightenWith: line(60).allow('').default(''),
    renew: wordsSchema,
    proof: Joi.string()
      .valid(...PROOFS)
      .default(''),
  })
    .allow(null)
    .default(null),
});

const mapStepSchema = Joi.object<MapStep>({
  ...stepKeys,
  lost: Joi.object({
    fluid: Joi.string().valid('coolant', 'transmission').required(),
    fromL: Joi.number().min(0).max(60).unit('L').required(),
    belowL: Joi.number().greater(0).max(60).unit('L').allow(null).default(null),
  })
    .allow(null)
    .default(null),
  onlyAfter: Joi.array().items(code).unique().max(12),
  onlyWith: Joi.array()
    .items(Joi.string().valid(...PART_KINDS))
    .unique()
    .min(1),
});

export const accessSchema = Joi.object<AccessMap>({
  title: line().required(),
  notes: notesSchema,
  things: Joi.array()
    .items(
      Joi.object({
        code: code.required(),
        name: line(80).required(),
        partKind: Joi.string()
          .valid(...PART_KINDS)
          .allow(null)
          .default(null),
        partOf: code,
        when: whenSchema,
      }),
    )
    .unique('code')
    .messages({ 'array.unique': '{{#value.code}} is given out twice' })
    .max(200)
    .default([]),
  fasteners: fastenersSchema,
  operations: Joi.array()
    .items(operationSchema)
    .unique('code')
    .messages({ 'array.unique': '{{#value.code}} is given out twice' })
    .max(200)
    .default([]),
  steps: Joi.array().items(mapStepSchema).max(100).default([]),
});

export const newAccessSchema = Joi.object<NewAccess>({
  bayId: id.required(),
  document: accessSchema.required(),
});
export const vehicleAccessQuery = Joi.object<{ job?: number; lend?: number }>({ job: id, lend: id });

export interface AccessAnswers {
  access: AccessRecord;
  newAccess: AccessRecord;
  saveAccess: AccessRecord;
  vehicleAccess: VehicleAccess;
}
export const accessRoutes = {
  access: { method: 'get', path: '/api/access/:id', summary: 'The access map of a bay', roles: EVERYONE },
  newAccess: { method: 'post', path: '/api/access', summary: 'Record the access map of a bay', roles: EDITORS, body: newAccessSchema },
  saveAccess: { method: 'put', path: '/api/access/:id', summary: 'Change an access map', roles: EDITORS, body: whole(accessSchema, 'notes', 'things', 'fasteners', 'operations', 'steps'), ifMatch: true },
  vehicleAccess: { method: 'get', path: '/api/vehicles/:id/access', summary: 'What can come off in a vehicle, for ways in to be worked out', roles: EVERYONE, query: vehicleAccessQuery },
} as const satisfies Routes; // prettier-ignore
