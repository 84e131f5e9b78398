import type { PartKind } from './attributes.ts';

/**
 * The trade's rules for every check, in the order a ledger lists them. Decisive checks settle a verdict; advisory
 * ones are said and counted as work but never turn a part away. All figures are common practice, without a
 * published source, unless the remark says otherwise; the user may change them.
 */

export const EFFORTS = ['transfer', 'bolt-on', 'modify', 'fabricate'] as const;
export type Effort = (typeof EFFORTS)[number];

export interface Change {
  effort: Effort;
  /** What is done, as an order to the installer. */
  what: string;
  minutes: number;
}

export interface Rule {
  readonly label: string;
  readonly kinds: readonly PartKind[];
  readonly decisive: boolean;
  /** Half-width of what the mounting takes up (matching checks), or the gap wanted (clearance checks); record unit. */
  readonly tolerance: number;
  /** A shortfall up to `reach` (record unit) can be made good by this work. */
  readonly change?: Change & { readonly reach: number };
}

const RADIATOR: readonly PartKind[] = ['radiator'];
const FAN: readonly PartKind[] = ['fan'];

export const RULES = {
  listed: { label: 'Listed for this vehicle', kinds: ['radiator', 'shroud', 'fan'], decisive: false, tolerance: 0 },
  width: {
    // Rubber blocks want about 2 mm a side; re-slotting a bracket by 6 mm was enough in practice.
    label: 'Width in the support', kinds: RADIATOR, decisive: true, tolerance: 4,
    change: { reach: 6, effort: 'modify', what: 'Re-slot the side bracket and trim the support lip; seal bare metal against rust', minutes: 40 },
  },
  height: {
    label: 'Height under the tie bar', kinds: RADIATOR, decisive: true, tolerance: 2,
    change: { reach: 5, effort: 'modify', what: 'Shim or re-slot the upper brackets', minutes: 30 },
  },
  depthWithFan: {
    // About 20 mm (3/4 in) from an electric motor to the nearest engine part.
    label: 'Fan motor to engine', kinds: RADIATOR, decisive: true, tolerance: 20,
    change: { reach: 8, effort: 'bolt-on', what: 'Move the fan back to the low-profile spacers', minutes: 15 },
  },
  depthWithoutFan: { label: 'Radiator alone in the bay', kinds: RADIATOR, decisive: true, tolerance: 25 },
  pinSpacing: { label: 'Bottom pins apart', kinds: RADIATOR, decisive: true, tolerance: 3 },
  pinDiameter: {
    label: 'Bottom pins in grommets', kinds: RADIATOR, decisive: true, tolerance: 1.5,
    change: { reach: 5, effort: 'bolt-on', what: 'Fit lower grommets of the other bore', minutes: 5 },
  },
  topMount: { label: 'Top mount style', kinds: RADIATOR, decisive: true, tolerance: 0, change: { reach: 0, effort: 'fabricate', what: 'Make upper brackets for the other mount style', minutes: 90 } },
  topMountSpacing: {
    label: 'Top mounts apart', kinds: RADIATOR, decisive: true, tolerance: 4,
    change: { reach: 6, effort: 'modify', what: 'Slot the upper brackets', minutes: 25 },
  },
  inletSide: { label: 'Upper hose side', kinds: RADIATOR, decisive: true, tolerance: 0 },
  inletDiameter: {
    label: 'Upper hose on neck', kinds: RADIATOR, decisive: true, tolerance: 1.2,
    change: { reach: 4, effort: 'bolt-on', what: 'Fit a stepped hose or reducer at the upper neck', minutes: 10 },
  },
  outletSide: { label: 'Lower hose side', kinds: RADIATOR, decisive: true, tolerance: 0 },
  outletDiameter: {
    label: 'Lower hose on neck', kinds: RADIATOR, decisive: true, tolerance: 1.2,
    change: { reach: 4, effort: 'bolt-on', what: 'Fit a stepped hose or reducer at the lower neck', minutes: 10 },
  },
  oilCooler: { label: 'Transmission oil cooler', kinds: RADIATOR, decisive: true, tolerance: 0 },
  oilCoolerFitting: {
    label: 'Cooler line ends', kinds: RADIATOR, decisive: false, tolerance: 0,
    change: { reach: 0, effort: 'bolt-on', what: 'Fit cooler line adapters with new seals', minutes: 15 },
  },
  bottle: {
    label: 'Filler neck and bottle', kinds: RADIATOR, decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'bolt-on', what: 'Close the spare filler neck with a blind cap; the pressure cap stays on the tank', minutes: 2 },
  },
  capPressure: {
    label: 'Cap rating', kinds: RADIATOR, decisive: false, tolerance: 8,
    change: { reach: 200, effort: 'transfer', what: 'Use a cap of the vehicle’s own rating, not the one in the box', minutes: 1 },
  },
  condenserTabs: { label: 'Condenser tabs', kinds: RADIATOR, decisive: true, tolerance: 0, change: { reach: 0, effort: 'fabricate', what: 'Make straps to carry the condenser', minutes: 60 } },
  fanMountWidth: {
    label: 'Fan holes across', kinds: ['radiator', 'shroud', 'fan'], decisive: true, tolerance: 3,
    change: { reach: 6, effort: 'modify', what: 'Slot the mounting feet across', minutes: 20 },
  },
  fanMountHeight: {
    label: 'Fan holes up', kinds: ['radiator', 'shroud', 'fan'], decisive: true, tolerance: 3,
    change: { reach: 6, effort: 'modify', what: 'Slot the mounting feet upward', minutes: 20 },
  },
  shroudDepth: { label: 'Shroud to engine', kinds: ['shroud'], decisive: true, tolerance: 25 },
  holdsRadiator: { label: 'Radiator mounting', kinds: ['shroud'], decisive: true, tolerance: 0, change: { reach: 0, effort: 'fabricate', what: 'Make upper brackets: the old shroud held the radiator and this one does not', minutes: 75 } },
  fanDepth: { label: 'Fan motor to engine', kinds: FAN, decisive: true, tolerance: 20 },
  fanConnector: {
    label: 'Fan plug', kinds: FAN, decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'modify', what: 'Cut and re-terminate into the loom’s plug, wire by wire by function', minutes: 25 },
  },
  fanCurrent: { label: 'Current on the fuse', kinds: FAN, decisive: false, tolerance: 0 },
} as const satisfies Record<string, Rule>; // prettier-ignore

export type CheckId = keyof typeof RULES;

/** A fuse carries about three quarters of its rating for hours on end; common practice. */
export const FUSE_CONTINUOUS_SHARE = 0.75;

/** A check passes from this chance on, fails up to that one, and is open between; adjustable. */
export interface Thresholds {
  passAt: number;
  failAt: number;
}
export const THRESHOLDS: Thresholds = { passAt: 0.95, failAt: 0.05 };
