import type { KitEnd } from '@radiatrix/core/plan';
import type { Sheet } from '@radiatrix/core/procedure';
import type { UnitSystem } from '@radiatrix/core/quantity';
import Joi from 'joi';
import { id, units } from './common.ts';
import type { ConnectorDocument } from './connector.ts';
import type { BoxItem, PartLine } from './part.ts';
import type { RevisionState, Stamp } from './revision.ts';
import type { VehicleLine } from './vehicle.ts';
import { EVERYONE, type Routes } from './route.ts';

export interface SheetPart extends PartLine {
  inTheBox: BoxItem[];
}

export interface SheetRecord {
  vehicle: VehicleLine;
  part: SheetPart;
  procedure: {
    id: number;
    title: string;
    way: string;
    revision: number;
    state: RevisionState;
    released: Stamp | null;
  };
  verdictText: string;
  /** Said first: why a specialist let it out before it was proven. */
  allowed: { reason: string; by: string; at: string } | null;
  /** Notes of the claims that list it, and what is known of the part: superseded, failed, withdrawn. */
  notices: string[];
  job: { id: number; label: string } | null;
  /** Other ways in for this kind of part. */
  ways: { id: number; title: string }[];
  sheet: Sheet;
  coolantType: string;
  connectors: ConnectorDocument[];
  /** A controller kit that goes in, or that the job has going in beside the fan: where each of its ends goes. */
  kit: { number: string; ends: KitEnd[] } | null;
  /** Everything on it is released, so installers may see it. */
  released: boolean;
}

export const sheetQuery = Joi.object<{ procedure?: number; job?: number; units: UnitSystem }>({
  procedure: id,
  job: id,
  units,
});

export interface SheetAnswers {
  sheet: SheetRecord;
}
export const sheetRoutes = {
  sheet: { method: 'get', path: '/api/vehicles/:id/sheet/:partId', summary: 'The install sheet of a part in a vehicle', roles: EVERYONE, query: sheetQuery },
} as const satisfies Routes; // prettier-ignore
