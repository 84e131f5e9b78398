import type { PlanPart, PlanRecord } from '@radiatrix/core/fitment';
import type { PracticeName } from '@radiatrix/core/practice';
import Joi from 'joi';
import { id } from './common.ts';
import type { ConnectorDocument } from './connector.ts';
import type { PartLine } from './part.ts';
import type { VehicleLine } from './vehicle.ts';
import { EVERYONE, type Routes } from './route.ts';

/** A part with the figures that count, each with where it came from. */
export interface PlanningPart extends PartLine, PlanPart {
  /** Something to know before it goes in: superseded, withdrawn, failed elsewhere. */
  notices: string[];
  revisionId: number;
  number: string;
  id: number;
  kind: PartLine['kind'];
}

/** Everything on record that a plan in one vehicle is worked out from, nothing judged. */
export interface PlanningRecord extends PlanRecord {
  vehicle: VehicleLine;
  job: { id: number; label: string; alterations: string[] } | null;
  /** The parts asked for, in the order asked. */
  parts: PlanningPart[];
  connectors: ConnectorDocument[];
  /** What the shop has set for itself. */
  practice: Partial<Record<PracticeName, number>>;
}

export const planningQuery = Joi.object<{ part: number[]; job?: number }>({
  part: Joi.array().items(id).single().max(8).default([]),
  job: id,
});

export interface CompareAnswers {
  planning: PlanningRecord;
}
export const compareRoutes = {
  planning: { method: 'get', path: '/api/vehicles/:id/planning', summary: 'Everything on record that a plan in a vehicle is worked out from', roles: EVERYONE, query: planningQuery },
} as const satisfies Routes; // prettier-ignore
