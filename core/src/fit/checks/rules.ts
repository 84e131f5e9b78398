import { PART_KINDS, type PartKind } from '../../figures/index.ts';
import type { PracticeName, WorkCode } from '../../practice/index.ts';

/** Work that makes a shortfall good, up to `reach` of practice; without a reach, whatever the difference of words. */
export interface Remedy {
  readonly code: WorkCode;
  readonly concerns: string;
  readonly reach?: PracticeName;
}

/**
 * The trade's rules for every check, in the order a ledger lists them. Decisive checks settle a verdict; advisory
 * ones are said and counted as work but never turn a part away. The numbers are lines of practice.
 */
export interface Rule {
  readonly label: string;
  readonly kinds: readonly PartKind[];
  readonly decisive: boolean;
  /** Half-width of what the mounting takes up (matching), or the gap wanted (clearance). */
  readonly keep?: PracticeName;
  /** The other side of a clearance: more room than this and the part is too small. */
  readonly most?: PracticeName;
  readonly work?: Remedy;
  /** For a part that is too small. */
  readonly smallWork?: Remedy;
}

const rule = (label: string, kinds: PartKind | readonly PartKind[], more: Partial<Rule> = {}): Rule => ({
  label, kinds: typeof kinds === 'string' ? [kinds] : kinds, decisive: true, ...more,
}); // prettier-ignore
const advisory = { decisive: false } as const;
const by = (code: WorkCode, concerns: string, reach?: PracticeName): Remedy => ({
  code,
  concerns,
  ...(reach ? { reach } : {}),
});

export const RULES = {
  listed: rule('Listed for this vehicle', PART_KINDS, advisory),
  coherent: rule('Figures agree with each other', PART_KINDS),
  width: rule('Width in the support', 'radiator', { keep: 'openingSides', work: by('slot-side-bracket', 'radiator', 'bracketSlot') }),
  height: rule('Height under the tie bar', 'radiator', { keep: 'openingTop', most: 'bracketReach', work: by('shim-upper-brackets', 'radiator', 'bracketShim'), smallWork: by('extend-upper-brackets', 'radiator', 'bracketExtend') }),
  sideGap: rule('Gap beside the radiator', 'radiator', { keep: 'gapWorthClosing', most: 'gapClosable', work: by('close-gap', 'sides') }),
  topGap: rule('Gap above the radiator', 'radiator', { keep: 'gapWorthClosing', most: 'gapClosable', work: by('close-gap', 'top') }),
  coreShare: rule('Core in the opening', 'radiator', { keep: 'coreShare' }),
  depthWithFan: rule('Fan motor to engine', 'radiator', { keep: 'motorToEngine', work: by('fit-spacer', 'fan') }),
  bladesWithFan: rule('Fan blades to core', 'radiator', { keep: 'electricBladeToCore' }),
  depthWithoutFan: rule('Radiator alone in the bay', 'radiator', { keep: 'radiatorToEngine' }),
  pinSpacing: rule('Bottom pins apart', 'radiator', { keep: 'pinSpacing' }),
  pinDiameter: rule('Bottom pins in grommets', 'radiator', { keep: 'pinInGrommet', work: by('other-grommets', 'radiator', 'otherGrommet') }),
  topMount: rule('Top mount style', 'radiator', { work: by('make-upper-brackets', 'radiator') }),
  topMountSpacing: rule('Top mounts apart', 'radiator', { keep: 'topMountSpacing', work: by('slot-upper-brackets', 'radiator', 'bracketSlot') }),
  inletSide: rule('Upper hose side', 'radiator'),
  inletDiameter: rule('Upper hose on neck', 'radiator', { keep: 'hoseOnNeck', work: by('stepped-hose', 'upper', 'steppedHose') }),
  inletHeight: rule('Upper neck height', 'radiator', { keep: 'neckHeight', work: by('formed-hose', 'upper', 'neckHeightFormed') }),
  outletSide: rule('Lower hose side', 'radiator'),
  outletDiameter: rule('Lower hose on neck', 'radiator', { keep: 'hoseOnNeck', work: by('stepped-hose', 'lower', 'steppedHose') }),
  outletHeight: rule('Lower neck height', 'radiator', { keep: 'neckHeight', work: by('formed-hose', 'lower', 'neckHeightFormed') }),
  oilCooler: rule('Transmission oil cooler', 'radiator'),
  oilCoolerFitting: rule('Cooler line ends', 'radiator', { work: by('cooler-line-adapters', 'radiator') }),
  bottle: rule('Filler neck and bottle', 'radiator', { work: by('blind-cap', 'radiator') }),
  capPressure: rule('Cap rating', 'radiator', { ...advisory, keep: 'capRating', work: by('own-cap', 'radiator') }),
  neckBore: rule('Old cap in the new neck', 'radiator', { ...advisory, keep: 'capBore', work: by('cap-of-neck', 'radiator') }),
  neckSeat: rule('Old cap on the new seat', 'radiator', { ...advisory, keep: 'capSeat', work: by('cap-of-neck', 'radiator') }),
  condenserTabs: rule('Condenser tabs', 'radiator', { work: by('condenser-straps', 'radiator') }),
  fanMountWidth: rule('Fan holes across', ['radiator', 'shroud', 'fan'], { keep: 'fanHoles', work: by('slot-feet', 'of the fan across', 'bracketSlot') }),
  fanMountHeight: rule('Fan holes up', ['radiator', 'shroud', 'fan'], { keep: 'fanHoles', work: by('slot-feet', 'of the fan upward', 'bracketSlot') }),
  shroudDepth: rule('Shroud to engine', 'shroud', { keep: 'shroudToEngine' }),
  frameWidth: rule('Frame across the radiator', ['shroud', 'fan'], { keep: 'frameOverhang' }),
  frameHeight: rule('Frame up the radiator', ['shroud', 'fan'], { keep: 'frameOverhang' }),
  holdsRadiator: rule('Radiator mounting', 'shroud', { work: by('make-upper-brackets', 'radiator') }),
  bladesInShroud: rule('Blades inside the shroud’s opening', ['shroud', 'fan'], { keep: 'bladesToShroud' }),
  fanDrive: rule('Driven by motor or engine', 'fan', { work: by('convert-to-electric', 'fan') }),
  fanKit: rule('Switched and fused by', 'fan', { work: by('fit-controller-kit', 'fan') }),
  hubThread: rule('Held on the hub', 'fan'),
  hubCircle: rule('Hub bolts', 'fan', { keep: 'hubBolts' }),
  hubPilot: rule('Hub pilot', 'fan', { keep: 'hubPilot' }),
  drivenBlade: rule('Engine-driven blades to core', ['fan', 'radiator'], { keep: 'drivenBladeToCore', work: by('hub-spacer', 'fan') }),
  fanDepth: rule('Fan motor to engine', 'fan', { keep: 'motorToEngine', work: by('fit-spacer', 'fan') }),
  bladeToCore: rule('Blades to core', 'fan', { keep: 'electricBladeToCore' }),
  sweptShare: rule('Blades in their frame', 'fan', { keep: 'sweptShare' }),
  fanConnector: rule('Fan plug', 'fan', { work: by('re-terminate', 'fan plug') }),
  fanStandoff: rule('Feet flat on the radiator', 'fan', { keep: 'feetFlat', work: by('fill-under-feet', 'fan', 'feetFilled') }),
  fanCurrent: rule('Current on the fuse', ['fan', 'motor']),
  fanWire: rule('Wire behind the fuse', ['fan', 'motor']),
  hoseCoupling: rule('Hose ends on necks', 'radiator', { work: by('coupler-adapters', 'radiator') }),
  sensorPort: rule('Sensor port', 'radiator', { work: by('sensor-adapter', 'radiator') }),
  ventNipple: rule('Vent hose', 'radiator', { work: by('tee-vent', 'radiator') }),
  inletDirection: rule('Upper neck direction', 'radiator', { work: by('formed-hose', 'upper') }),
  outletDirection: rule('Lower neck direction', 'radiator', { work: by('formed-hose', 'lower') }),
  // Somewhere else it drains just as well, only not into the same pan: said, and no reason to turn a part away.
  drainSide: rule('Drain cock within reach', 'radiator', advisory),
  engineOilCooler: rule('Engine oil cooler', 'radiator'),
  fanThrow: rule('Puller or pusher', 'fan'),
  voltage: rule('Voltage', ['fan', 'motor', 'relay', 'kit']),
  fanControl: rule('Driven as the vehicle drives it', ['fan', 'module'], { work: by('rewire-drive', 'fan') }),
  thermostatAndFan: rule('Thermostat opens before the fan stops', ['fan', 'kit', 'thermostat'], { keep: 'aboveOpening', work: by('set-controller', 'fan') }),
  motorShaft: rule('Shaft end', 'motor'),
  shaftDiameter: rule('Blade on shaft', 'motor', { keep: 'shaftPlay' }),
  motorBoltCircle: rule('Motor screws', 'motor', { keep: 'motorScrews', work: by('slot-motor-holes', 'motor', 'motorScrewsSlot') }),
  motorRoom: rule('Motor in its ring', 'motor', { keep: 'motorPlay', most: 'motorPlayMost' }),
  motorRotation: rule('Direction of turning', ['motor', 'blade', 'fan']),
  bladeShaft: rule('Hub on the shaft’s form', 'blade'),
  bladeBore: rule('Hub on the shaft', 'blade', { keep: 'shaftPlay' }),
  bladeTips: rule('Blade tips in the opening', 'blade', { keep: 'bladesToShroud', most: 'bladesToShroudMost' }),
  bladeCount: rule('As many blades', 'blade', advisory),
  motorConnector: rule('Motor plug', 'motor', { work: by('re-terminate', 'motor plug') }),
  relayFoot: rule('Relay in its socket', 'relay', { work: by('wire-relay-socket', 'relay') }),
  // The fuse must blow before the contacts weld: rated at or above the fuse.
  relayRating: rule('Contacts above the fuse', 'relay'),
  moduleConnector: rule('Module plug', 'module', { work: by('re-terminate', 'module plug') }),
  moduleHoles: rule('Module on its seat', 'module', { keep: 'moduleHoles', work: by('drill-module-seat', 'module', 'moduleDrill') }),
  moduleRating: rule('Module above the fuse', 'module'),
  kitPlug: rule('Kit’s end on the fan', 'kit', { work: by('re-terminate', 'kit’s fan end') }),
  kitRating: rule('Kit’s relay above the fan', 'kit'),
  kitFuse: rule('Kit’s fuse carries the fan', 'kit'),
  kitWire: rule('Kit’s fuse protects its wire', 'kit'),
  kitProbe: rule('Probe in a port', 'kit', { work: by('sensor-adapter', 'probe') }),
  kitRequest: rule('Starts with the A/C', 'kit', { work: by('ac-request', 'kit') }),
  kitByHand: rule('Switches by itself', 'kit', { work: by('mind-the-switch', 'kit') }),
  capStyle: rule('Cap on the neck', 'cap'),
  capBore: rule('Cap in the bore', 'cap', { keep: 'capBore' }),
  capSeatDepth: rule('Cap on its seat', 'cap', { keep: 'capSeat' }),
  capRating: rule('Cap rating', ['cap', 'tank'], { keep: 'capRating' }),
  thermostatFlange: rule('Thermostat in its seat', 'thermostat', { keep: 'thermostatSeat' }),
  thermostatSeal: rule('Thermostat seal', 'thermostat', { work: by('housing-seal', 'thermostat') }),
  thermostatRating: rule('Opens at', 'thermostat', { keep: 'thermostatRating', work: by('other-temperature', 'thermostat', 'thermostatOther') }),
  thermostatSpan: rule('Fully open', 'thermostat', { keep: 'thermostatSpan' }),
  hoseRadiatorEnd: rule('Hose on the radiator neck', 'hose', { keep: 'hoseOnNeck', work: by('hose-reducer', 'radiator end', 'hoseReducer') }),
  hoseEngineEnd: rule('Hose on the engine neck', 'hose', { keep: 'hoseOnNeck', work: by('hose-reducer', 'engine end', 'hoseReducer') }),
  hoseLength: rule('Hose length', 'hose', { keep: 'hoseTrim', work: by('trim-hose', 'hose', 'hoseTrimMost') }),
  hoseSpring: rule('Spring in the lower hose', 'hose', { work: by('move-spring', 'hose') }),
  setUpperRadiator: rule('Upper hose on the radiator neck', 'hosekit', { keep: 'hoseOnNeck', work: by('hose-reducer', 'upper radiator end', 'hoseReducer') }),
  setUpperEngine: rule('Upper hose on the engine neck', 'hosekit', { keep: 'hoseOnNeck', work: by('hose-reducer', 'upper engine end', 'hoseReducer') }),
  setUpperLength: rule('Upper hose length', 'hosekit', { keep: 'hoseTrim', work: by('trim-hose', 'upper hose', 'hoseTrimMost') }),
  setLowerRadiator: rule('Lower hose on the radiator neck', 'hosekit', { keep: 'hoseOnNeck', work: by('hose-reducer', 'lower radiator end', 'hoseReducer') }),
  setLowerEngine: rule('Lower hose on the engine neck', 'hosekit', { keep: 'hoseOnNeck', work: by('hose-reducer', 'lower engine end', 'hoseReducer') }),
  setLowerLength: rule('Lower hose length', 'hosekit', { keep: 'hoseTrim', work: by('trim-hose', 'lower hose', 'hoseTrimMost') }),
  reroutePlate: rule('Plate on the far end of the head', 'hosekit', { keep: 'plateBolts' }),
  rerouteSeat: rule('Thermostat in its housing', 'hosekit', { keep: 'thermostatSeat' }),
  reroutePort: rule('Sensor moves over', 'hosekit', { work: by('sensor-bush', 'sensor') }),
  tankSort: rule('Sort of bottle', 'tank'),
  tankHoles: rule('Bottle on its screws', 'tank', { keep: 'bottleScrews', work: by('bottle-bracket', 'bottle', 'bottleBracket') }),
  tankHose: rule('Bottle hose', 'tank', { keep: 'bottleHose', work: by('bottle-reducer', 'bottle', 'bottleReducer') }),
  mountBore: rule('Mount on the pin', 'mount', { keep: 'mountOnPin' }),
  mountHole: rule('Mount in the support', 'mount', { keep: 'mountInHole' }),
  adapterPlug: rule('Adapter on the loom', 'adapter'),
  adapterHose: rule('Adapter in the hose', 'adapter', { keep: 'hoseOnNeck' }),
  adapterPort: rule('Port for the sensor', 'adapter', { work: by('sensor-bush', 'sensor') }),
  adapterGround: rule('Ground of the sender', 'adapter', { work: by('ground-strap', 'sender') }),
} as const satisfies Record<string, Rule>; // prettier-ignore

export type CheckId = keyof typeof RULES;
