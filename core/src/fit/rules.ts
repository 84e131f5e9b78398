import { PART_KINDS, type PartKind } from './attributes.ts';

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
  /** What is laid out for it: parts, stock and tools beyond the usual. */
  takes: readonly string[];
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
const only = (...kinds: PartKind[]): readonly PartKind[] => kinds;

export const RULES = {
  listed: { label: 'Listed for this vehicle', kinds: PART_KINDS, decisive: false, tolerance: 0 },
  width: {
    // Rubber blocks want about 2 mm a side; re-slotting a bracket by 6 mm was enough in practice.
    label: 'Width in the support', kinds: RADIATOR, decisive: true, tolerance: 4,
    change: { reach: 6, effort: 'modify', what: 'Re-slot the side bracket and trim the support lip; seal bare metal against rust', takes: ['round file or die grinder', 'cold-galvanising paint'], minutes: 40 },
  },
  height: {
    label: 'Height under the tie bar', kinds: RADIATOR, decisive: true, tolerance: 2,
    change: { reach: 5, effort: 'modify', what: 'Shim or re-slot the upper brackets', takes: ['flat washers or 3 mm shim', 'round file'], minutes: 30 },
  },
  depthWithFan: {
    // About 20 mm (3/4 in) from an electric motor to the nearest engine part.
    label: 'Fan motor to engine', kinds: RADIATOR, decisive: true, tolerance: 20,
    change: { reach: 8, effort: 'bolt-on', what: 'Move the fan back to the low-profile spacers', takes: ['low-profile spacers, one for each foot', 'shorter screws'], minutes: 15 },
  },
  depthWithoutFan: { label: 'Radiator alone in the bay', kinds: RADIATOR, decisive: true, tolerance: 25 },
  pinSpacing: { label: 'Bottom pins apart', kinds: RADIATOR, decisive: true, tolerance: 3 },
  pinDiameter: {
    label: 'Bottom pins in grommets', kinds: RADIATOR, decisive: true, tolerance: 1.5,
    change: { reach: 5, effort: 'bolt-on', what: 'Fit lower grommets of the other bore', takes: ['two lower grommets of the pin’s size'], minutes: 5 },
  },
  topMount: { label: 'Top mount style', kinds: RADIATOR, decisive: true, tolerance: 0, change: { reach: 0, effort: 'fabricate', what: 'Make upper brackets for the other mount style', takes: ['3 mm angle', 'drill', 'rubber strip', 'M6 fasteners'], minutes: 90 } },
  topMountSpacing: {
    label: 'Top mounts apart', kinds: RADIATOR, decisive: true, tolerance: 4,
    change: { reach: 6, effort: 'modify', what: 'Slot the upper brackets', takes: ['round file'], minutes: 25 },
  },
  inletSide: { label: 'Upper hose side', kinds: RADIATOR, decisive: true, tolerance: 0 },
  inletDiameter: {
    label: 'Upper hose on neck', kinds: RADIATOR, decisive: true, tolerance: 1.2,
    change: { reach: 4, effort: 'bolt-on', what: 'Fit a stepped hose or reducer at the upper neck', takes: ['stepped hose or reducer', 'two clamps'], minutes: 10 },
  },
  outletSide: { label: 'Lower hose side', kinds: RADIATOR, decisive: true, tolerance: 0 },
  outletDiameter: {
    label: 'Lower hose on neck', kinds: RADIATOR, decisive: true, tolerance: 1.2,
    change: { reach: 4, effort: 'bolt-on', what: 'Fit a stepped hose or reducer at the lower neck', takes: ['stepped hose or reducer', 'two clamps', 'anti-collapse spring if the hose has none'], minutes: 10 },
  },
  oilCooler: { label: 'Transmission oil cooler', kinds: RADIATOR, decisive: true, tolerance: 0 },
  oilCoolerFitting: {
    label: 'Cooler line ends', kinds: RADIATOR, decisive: false, tolerance: 0,
    change: { reach: 0, effort: 'bolt-on', what: 'Fit cooler line adapters with new seals', takes: ['two line adapters', 'new seals'], minutes: 15 },
  },
  bottle: {
    label: 'Filler neck and bottle', kinds: RADIATOR, decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'bolt-on', what: 'Close the spare filler neck with a blind cap; the pressure cap stays on the tank', takes: ['blind cap'], minutes: 2 },
  },
  capPressure: {
    label: 'Cap rating', kinds: RADIATOR, decisive: false, tolerance: 8,
    change: { reach: 200, effort: 'transfer', what: 'Use a cap of the vehicle’s own rating, not the one in the box', takes: ['cap of the vehicle’s rating'], minutes: 1 },
  },
  condenserTabs: { label: 'Condenser tabs', kinds: RADIATOR, decisive: true, tolerance: 0, change: { reach: 0, effort: 'fabricate', what: 'Make straps to carry the condenser', takes: ['3 mm strap', 'rubber strip', 'M6 fasteners'], minutes: 60 } },
  fanMountWidth: {
    label: 'Fan holes across', kinds: ['radiator', 'shroud', 'fan'], decisive: true, tolerance: 3,
    change: { reach: 6, effort: 'modify', what: 'Slot the mounting feet across', takes: ['round file', 'flat washers'], minutes: 20 },
  },
  fanMountHeight: {
    label: 'Fan holes up', kinds: ['radiator', 'shroud', 'fan'], decisive: true, tolerance: 3,
    change: { reach: 6, effort: 'modify', what: 'Slot the mounting feet upward', takes: ['round file', 'flat washers'], minutes: 20 },
  },
  shroudDepth: { label: 'Shroud to engine', kinds: ['shroud'], decisive: true, tolerance: 25 },
  holdsRadiator: { label: 'Radiator mounting', kinds: ['shroud'], decisive: true, tolerance: 0, change: { reach: 0, effort: 'fabricate', what: 'Make upper brackets: the old shroud held the radiator and this one does not', takes: ['3 mm angle', 'drill', 'rubber strip', 'M6 fasteners'], minutes: 75 } },
  fanDepth: { label: 'Fan motor to engine', kinds: FAN, decisive: true, tolerance: 20 },
  fanConnector: {
    label: 'Fan plug', kinds: FAN, decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'modify', what: 'Cut and re-terminate into the loom’s plug, wire by wire by function', takes: ['plug housing of the loom’s kind', 'terminals and seals', 'crimp tool', 'wire tags'], minutes: 25 },
  },
  fanStandoff: {
    // Pulled down over a gap, the ring bends and the blades touch. Common practice.
    label: 'Feet flat on the radiator', kinds: FAN, decisive: true, tolerance: 1,
    change: { reach: 60, effort: 'bolt-on', what: 'Fill the gap under each foot with a spacer cut to it; never pull the feet down over it', takes: ['spacers cut to the measured gap', 'screws longer by as much'], minutes: 20 },
  },
  fanCurrent: { label: 'Current on the fuse', kinds: only('fan', 'motor'), decisive: false, tolerance: 0 },
  hoseCoupling: {
    label: 'Hose ends on necks', kinds: RADIATOR, decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'bolt-on', what: 'Fit coupler adapters, or hoses of the other end', takes: ['two coupler adapters or two hoses', 'clamps'], minutes: 20 },
  },
  sensorPort: {
    label: 'Sensor port', kinds: RADIATOR, decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'bolt-on', what: 'Fit an inline sensor adapter in a straight part of the upper hose, or the kit’s other plug', takes: ['inline hose adapter of the sensor’s thread', 'two clamps'], minutes: 20 },
  },
  ventNipple: {
    label: 'Vent hose', kinds: RADIATOR, decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'bolt-on', what: 'Tee the vent hose into the upper hose at its highest point', takes: ['hose tee', 'two clamps'], minutes: 15 },
  },
  inletDirection: {
    label: 'Upper neck direction', kinds: RADIATOR, decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'bolt-on', what: 'Fit an upper hose formed for the other direction', takes: ['formed or trimmed hose', 'two clamps'], minutes: 15 },
  },
  outletDirection: {
    label: 'Lower neck direction', kinds: RADIATOR, decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'bolt-on', what: 'Fit a lower hose formed for the other direction, with its anti-collapse spring', takes: ['formed or trimmed hose', 'two clamps'], minutes: 20 },
  },
  // Somewhere else it drains just as well, only not into the same pan: said, and no reason to turn a part away.
  drainSide: { label: 'Drain cock within reach', kinds: RADIATOR, decisive: false, tolerance: 0 },
  engineOilCooler: { label: 'Engine oil cooler', kinds: RADIATOR, decisive: true, tolerance: 0 },
  fanThrow: { label: 'Puller or pusher', kinds: FAN, decisive: true, tolerance: 0 },
  voltage: { label: 'Voltage', kinds: only('fan', 'motor', 'relay'), decisive: true, tolerance: 0 },
  fanControl: {
    label: 'Driven as the vehicle drives it', kinds: only('fan', 'module'), decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'modify', what: 'Rewire the drive: relay, controller or module of the other sort', takes: ['controller or relay set', 'fused feed', 'crimp tool'], minutes: 90 },
  },
  motorShaft: { label: 'Shaft end', kinds: only('motor'), decisive: true, tolerance: 0 },
  shaftDiameter: { label: 'Blade on shaft', kinds: only('motor'), decisive: true, tolerance: 0.15 },
  motorBoltCircle: {
    label: 'Motor screws', kinds: only('motor'), decisive: true, tolerance: 1,
    change: { reach: 2, effort: 'modify', what: 'Slot the motor’s holes in the frame', takes: ['round file', 'thread lock'], minutes: 20 },
  },
  motorRoom: { label: 'Motor in its ring', kinds: only('motor'), decisive: true, tolerance: 1.5 },
  motorRotation: { label: 'Direction of turning', kinds: only('motor'), decisive: true, tolerance: 0 },
  motorConnector: {
    label: 'Motor plug', kinds: only('motor'), decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'modify', what: 'Cut and re-terminate into the loom’s plug, wire by wire by function', takes: ['plug housing of the loom’s kind', 'terminals and seals', 'crimp tool', 'wire tags'], minutes: 25 },
  },
  relayFoot: {
    label: 'Relay in its socket', kinds: only('relay'), decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'modify', what: 'Wire in a socket of the relay’s kind, by function', takes: ['relay socket', 'terminals', 'crimp tool'], minutes: 30 },
  },
  // The fuse must blow before the contacts weld: rated at or above the fuse.
  relayRating: { label: 'Contacts above the fuse', kinds: only('relay'), decisive: true, tolerance: 0 },
  moduleConnector: {
    label: 'Module plug', kinds: only('module'), decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'modify', what: 'Cut and re-terminate into the loom’s plug, wire by wire by function', takes: ['plug housing of the loom’s kind', 'terminals and seals', 'crimp tool', 'wire tags'], minutes: 30 },
  },
  moduleHoles: {
    label: 'Module on its seat', kinds: only('module'), decisive: true, tolerance: 1,
    change: { reach: 60, effort: 'modify', what: 'Drill the flat metal seat for the module; it needs the whole seat and thermal compound', takes: ['drill', 'thermal compound'], minutes: 25 },
  },
  moduleRating: { label: 'Module above the fuse', kinds: only('module'), decisive: true, tolerance: 0 },
  capStyle: { label: 'Cap on the neck', kinds: only('cap'), decisive: true, tolerance: 0 },
  capBore: { label: 'Cap in the bore', kinds: only('cap'), decisive: true, tolerance: 1 },
  // A seat a millimetre too deep leaves the spring slack: the cap opens early or never seals.
  capSeatDepth: { label: 'Cap on its seat', kinds: only('cap'), decisive: true, tolerance: 1 },
  capRating: { label: 'Cap rating', kinds: only('cap', 'tank'), decisive: true, tolerance: 8 },
  thermostatFlange: { label: 'Thermostat in its seat', kinds: only('thermostat'), decisive: true, tolerance: 0.6 },
  thermostatSeal: {
    label: 'Thermostat seal', kinds: only('thermostat'), decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'bolt-on', what: 'Seal with the housing’s own kind of ring or gasket', takes: ['ring or gasket of the housing’s kind'], minutes: 5 },
  },
  thermostatRating: {
    label: 'Opens at', kinds: only('thermostat'), decisive: true, tolerance: 2.5,
    change: { reach: 12, effort: 'modify', what: 'Another opening temperature than the vehicle’s own: a cooler one can leave a closed-loop engine in warm-up mode, a hotter one takes margin; check fan switching before it goes in', takes: ['fan switch points of this vehicle'], minutes: 20 },
  },
  hoseRadiatorEnd: { label: 'Hose on the radiator neck', kinds: only('hose'), decisive: true, tolerance: 1.2, change: { reach: 3, effort: 'bolt-on', what: 'Fit a reducer at the radiator end', takes: ['reducer', 'two clamps'], minutes: 10 } },
  hoseEngineEnd: { label: 'Hose on the engine neck', kinds: only('hose'), decisive: true, tolerance: 1.2, change: { reach: 3, effort: 'bolt-on', what: 'Fit a reducer at the engine end', takes: ['reducer', 'two clamps'], minutes: 10 } },
  hoseLength: {
    // A hose gives about this much before it kinks or pulls.
    label: 'Hose length', kinds: only('hose'), decisive: true, tolerance: 12,
    change: { reach: 150, effort: 'modify', what: 'Trim the hose to length at its straight end', takes: ['sharp knife or hose cutter'], minutes: 5 },
  },
  hoseSpring: {
    label: 'Spring in the lower hose', kinds: only('hose'), decisive: true, tolerance: 0,
    change: { reach: 0, effort: 'transfer', what: 'Move the anti-collapse spring over from the old lower hose: suction flattens it without', takes: [], minutes: 3 },
  },
  tankSort: { label: 'Sort of bottle', kinds: only('tank'), decisive: true, tolerance: 0 },
  tankHoles: {
    label: 'Bottle on its screws', kinds: only('tank'), decisive: true, tolerance: 3,
    change: { reach: 60, effort: 'fabricate', what: 'Make a bracket for the bottle', takes: ['2 mm strap', 'M6 fasteners'], minutes: 45 },
  },
  tankHose: { label: 'Bottle hose', kinds: only('tank'), decisive: true, tolerance: 1, change: { reach: 4, effort: 'bolt-on', what: 'Fit a reducer in the bottle hose', takes: ['reducer', 'two clamps'], minutes: 5 } },
  mountBore: { label: 'Mount on the pin', kinds: only('mount'), decisive: true, tolerance: 1.2 },
  mountHole: { label: 'Mount in the support', kinds: only('mount'), decisive: true, tolerance: 0.8 },
  adapterPlug: { label: 'Adapter on the loom', kinds: only('adapter'), decisive: true, tolerance: 0 },
  adapterHose: { label: 'Adapter in the hose', kinds: only('adapter'), decisive: true, tolerance: 1.2 },
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
