import type { AccessMap, Fact } from '@radiatrix/core/access';
import type { KitEnd, TransferLine } from '@radiatrix/core/fitment';
import type { JobHold } from '@radiatrix/core/job';
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
  /** What it is written from: a procedure somebody wrote, or a way in of the access map. */
  procedure: {
    from: 'procedure' | 'map';
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
  /** Of a way in of the map: what its moves need, so that another order is offered only where the map allows it. */
  run: { mapId: number; revisionId: number; map: AccessMap; operations: string[]; already: Fact[] } | null;
  /** Procedures for this kind of part. */
  ways: { id: number; title: string }[];
  sheet: Sheet;
  /** Parts of the job, or this one, that are tried on the bench: what the record says they take, whole and on the core. */
  bench: { partId: number; label: { volts: number; amps: number } | null }[];
  /** What the job holds besides parts: hoses made, consumables, rags and guards; what is done with left out. */
  holds: JobHold[];
  /** What becomes of what sits on the old part. */
  transfers: TransferLine[];
  coolantType: string;
  connectors: ConnectorDocument[];
  /** A controller kit that goes in, or that the job has going in beside the fan: where each of its ends goes. */
  kit: { number: string; ends: KitEnd[] } | null;
  /** Everything on it is released, so installers may see it. */
  released: boolean;
}

export const sheetQuery = Joi.object<{
  procedure?: number;
  job?: number;
  operations?: string;
  units: UnitSystem;
}>({
  procedure: id,
  job: id,
  operations: Joi.string().pattern(/^[a-z0-9-]{1,40}(,[a-z0-9-]{1,40}){0,199}$/),
  units,
});

export interface SheetAnswers {
  sheet: SheetRecord;
}
export const sheetRoutes = {
  sheet: { method: 'get', path: '/api/vehicles/:id/sheet/:partId', summary: 'The install sheet of a part in a vehicle', roles: EVERYONE, query: sheetQuery },
} as const satisfies Routes; // prettier-ignore
