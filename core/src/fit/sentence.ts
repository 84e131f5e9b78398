import { ATTRIBUTES, PART_KIND_LABELS, type Attribute } from '../figures/index.ts';
import { workSentence, type Work } from '../practice/index.ts';
import { formatQuantity, type UnitSystem } from '../quantity/index.ts';
import type { Shown } from './checks/shown.ts';
import { RULES, type CheckId } from './checks/rules.ts';
import type { ToMeasure } from './measure.ts';
import type { Deciding, SaidRow, VerdictLine, VerdictWord } from './verdict.ts';

export const VERDICT_WORDS: Readonly<Record<VerdictWord, string>> = {
  'straight-in': 'Goes straight in',
  changes: 'Goes in with changes',
  'not-proven': 'Not proven',
  no: 'Does not go in',
};

/** How each check begins its sentence, and what it calls success and the two ways of missing. */
const PHRASES: Record<Exclude<CheckId, 'listed' | 'coherent'>, { have: string; need: string; good: string; short: string; small?: string }> = {
  width: { have: 'Overall width', need: 'opening', good: 'to spare', short: 'too wide' },
  height: { have: 'Overall height', need: 'opening', good: 'to spare', short: 'too tall', small: 'too low to meet its upper mounts' },
  sideGap: { have: 'Gap beside it', need: 'foam strip closes up to', good: 'less than that', short: 'more: it does not cover the opening', small: 'more: it does not cover the opening' },
  topGap: { have: 'Gap above it', need: 'foam strip closes up to', good: 'less than that', short: 'more: it does not cover the opening', small: 'more: it does not cover the opening' },
  coreShare: { have: 'Core covers', need: 'of the opening, at least', good: 'more than that', short: 'too little: made for another vehicle', small: 'too little: made for another vehicle' },
  bladesWithFan: { have: 'Core', need: 'blades of the fan as built, to the radiator’s face', good: 'more than the gap they want', short: 'too close to the blades' },
  inletHeight: { have: 'Inlet at', need: 'the upper hose comes at', good: 'of give left', short: 'beyond what the hose follows' },
  outletHeight: { have: 'Outlet at', need: 'the lower hose comes at', good: 'of give left', short: 'beyond what the hose follows' },
  neckBore: { have: 'Neck bore', need: 'the vehicle’s own', good: 'of play left', short: 'the old cap does not go on' },
  neckSeat: { have: 'Seat at a depth of', need: 'the vehicle’s own', good: 'of tolerance left', short: 'the old cap does not seal' },
  frameWidth: { have: 'Frame width', need: 'what it lies on', good: 'to spare', short: 'too wide' },
  frameHeight: { have: 'Frame height', need: 'what it lies on', good: 'to spare', short: 'too tall' },
  bladesInShroud: { have: 'Blades', need: 'opening they turn in', good: 'more than the gap they want', short: 'the tips touch' },
  bladeToCore: { have: 'Blades to the radiator’s face', need: 'core', good: 'more than the gap they want', short: 'too close to the core' },
  sweptShare: { have: 'Blades sweep', need: 'of their frame, at least', good: 'more than that', short: 'too little: made for another frame', small: 'too little: made for another frame' },
  fanWire: { have: 'Draws', need: 'the wire is', good: 'it carries that', short: 'it does not carry that' },
  thermostatAndFan: { have: 'Goes off at', need: 'the thermostat opens at', good: 'above it', short: 'too low: the fan may never stop, or comes on too late' },
  thermostatSpan: { have: 'Fully open at', need: 'at most', good: 'below it', short: 'too late' },
  depthWithFan: { have: 'Radiator', need: 'room in front of the fan', good: 'more than the gap the motor wants', short: 'too close for the fan motor' },
  depthWithoutFan: { have: 'Radiator', need: 'bay', good: 'to spare with the fan off', short: 'too thick for the bay' },
  pinSpacing: { have: 'Bottom pins apart', need: 'this vehicle', good: 'to spare: seats', short: 'beyond what the grommets take' },
  pinDiameter: { have: 'Bottom pins', need: 'grommets', good: 'of give left', short: 'beyond what the grommets take' },
  topMount: { have: 'Top mounts:', need: 'this vehicle has', good: 'meets it', short: 'does not match' },
  topMountSpacing: { have: 'Top mounts apart', need: 'this vehicle', good: 'to spare', short: 'beyond what the brackets take' },
  inletSide: { have: 'Inlet on the', need: 'the upper hose comes from the', good: 'meets it', short: 'the hose does not reach' },
  inletDiameter: { have: 'Inlet neck', need: 'hose', good: 'of give left', short: 'off what the hose takes' },
  outletSide: { have: 'Outlet on the', need: 'the lower hose comes from the', good: 'meets it', short: 'the hose does not reach' },
  outletDiameter: { have: 'Outlet neck', need: 'hose', good: 'of give left', short: 'off what the hose takes' },
  oilCooler: { have: 'Oil cooler in the tank:', need: 'transmission oil cooled by', good: 'meets it', short: 'no transmission cooler in the tank, and this vehicle needs one' },
  oilCoolerFitting: { have: 'Cooler fittings:', need: 'lines end in', good: 'meets it', short: 'does not match' },
  bottle: { have: 'Filler neck:', need: 'the vehicle has a', good: 'meets it', short: 'nothing to hang the recovery bottle on' },
  capPressure: { have: 'Cap', need: 'vehicle', good: 'within the seat’s tolerance', short: 'off the vehicle’s rating' },
  condenserTabs: { have: 'Condenser', need: 'the condenser hangs on', good: 'meets it', short: 'nothing to hang the condenser on' },
  fanMountWidth: { have: 'Holes across', need: 'this vehicle', good: 'to spare', short: 'beyond the feet' },
  fanMountHeight: { have: 'Holes up', need: 'this vehicle', good: 'to spare', short: 'beyond the feet' },
  shroudDepth: { have: 'Shroud', need: 'room behind the radiator', good: 'more than the gap it wants', short: 'too deep' },
  holdsRadiator: { have: 'Holds the radiator:', need: 'upper mounts here are', good: 'meets it', short: 'the old shroud held the radiator' },
  fanDepth: { have: 'Fan', need: 'room behind the radiator', good: 'more than the gap the motor wants', short: 'too close to the engine' },
  fanConnector: { have: 'Plug', need: 'loom has', good: 'plugs straight in', short: 'another plug' },
  hoseCoupling: { have: 'Necks:', need: 'the hoses have', good: 'meets it', short: 'the hose ends do not go on' },
  sensorPort: { have: 'Sensor port:', need: 'this vehicle’s sensor has', good: 'screws in', short: 'the sensor does not screw in' },
  ventNipple: { have: 'Vent nipple:', need: 'the vehicle has a', good: 'meets it', short: 'nowhere for the vent hose' },
  inletDirection: { have: 'Inlet points', need: 'the upper hose arrives', good: 'meets it', short: 'the hose would kink' },
  outletDirection: { have: 'Outlet points', need: 'the lower hose arrives', good: 'meets it', short: 'the hose would kink' },
  drainSide: { have: 'Drain cock:', need: 'reached from the', good: 'within reach', short: 'out of reach: drain by the lower hose' },
  engineOilCooler: { have: 'Oil cooler in the tank:', need: 'engine oil cooled', good: 'meets it', short: 'no engine oil cooler in the tank, and this vehicle needs one' },
  fanThrow: { have: 'It is a', need: 'this vehicle wants a', good: 'meets it', short: 'it would blow against the ram air' },
  voltage: { have: 'Made for', need: 'the vehicle runs on', good: 'meets it', short: 'another voltage' },
  fanControl: { have: 'Driven by', need: 'the vehicle drives its fan by', good: 'meets it', short: 'another drive' },
  motorShaft: { have: 'Shaft end:', need: 'the blade wants', good: 'the blade goes on', short: 'the blade does not go on' },
  shaftDiameter: { have: 'Shaft', need: 'blade', good: 'of play left', short: 'off what the blade takes' },
  motorBoltCircle: { have: 'Screws on a circle of', need: 'the frame has', good: 'to spare', short: 'beyond the holes' },
  motorRoom: { have: 'Body', need: 'ring', good: 'more than the play it wants', short: 'too thick for the ring', small: 'too thin: the ring does not hold it' },
  motorRotation: { have: 'Turns', need: 'the blade wants', good: 'meets it', short: 'blows the wrong way' },
  motorConnector: { have: 'Plug', need: 'loom has', good: 'plugs straight in', short: 'another plug' },
  relayFoot: { have: 'Foot:', need: 'the socket takes', good: 'plugs straight in', short: 'another foot' },
  relayRating: { have: 'Contacts carry', need: 'the fuse blows at', good: 'above the fuse', short: 'below the fuse: the contacts weld first' },
  moduleConnector: { have: 'Plug', need: 'loom has', good: 'plugs straight in', short: 'another plug' },
  moduleHoles: { have: 'Screws apart', need: 'the seat has', good: 'to spare', short: 'off the seat’s holes' },
  moduleRating: { have: 'Carries', need: 'the fuse blows at', good: 'above the fuse', short: 'below the fuse: the module burns first' },
  capStyle: { have: 'Cap held by', need: 'the neck has', good: 'goes on', short: 'does not go on' },
  capBore: { have: 'Cap', need: 'bore', good: 'of play left', short: 'off what the bore takes' },
  capSeatDepth: { have: 'Seal at a depth of', need: 'the seat lies at', good: 'of the spring’s tolerance left', short: 'off the seat: opens early or never seals' },
  capRating: { have: 'Rated', need: 'this vehicle', good: 'within the tolerance', short: 'off the vehicle’s rating' },
  thermostatFlange: { have: 'Flange', need: 'recess', good: 'of play left', short: 'off the recess' },
  thermostatSeal: { have: 'Sealed by', need: 'the housing wants', good: 'meets it', short: 'another seal' },
  thermostatRating: { have: 'Opens at', need: 'this vehicle', good: 'within the tolerance', short: 'off the vehicle’s own' },
  hoseRadiatorEnd: { have: 'Bore', need: 'radiator neck', good: 'of give left', short: 'off what the neck takes' },
  hoseEngineEnd: { have: 'Bore', need: 'engine neck', good: 'of give left', short: 'off what the neck takes' },
  hoseLength: { have: 'Length', need: 'the old hose', good: 'of give left', short: 'off the old hose’s length' },
  hoseSpring: { have: 'Inside:', need: 'suction wants', good: 'meets it', short: 'the hose would be sucked flat' },
  tankSort: { have: 'It is a', need: 'the vehicle has a', good: 'meets it', short: 'another sort: it fills and bleeds differently' },
  tankHoles: { have: 'Screws apart', need: 'this vehicle', good: 'to spare', short: 'off the holes' },
  tankHose: { have: 'Barb', need: 'hose', good: 'of give left', short: 'off what the hose takes' },
  mountBore: { have: 'Bore', need: 'pin', good: 'of give left', short: 'off the pin' },
  mountHole: { have: 'Groove', need: 'hole in the support', good: 'of give left', short: 'off the hole' },
  fanStandoff: { have: 'Feet stand off by', need: 'it wants', good: 'lies flat', short: 'the ring would bend' },
  adapterPlug: { have: 'End for the loom', need: 'loom has', good: 'plugs in', short: 'another plug' },
  adapterHose: { have: 'Stub', need: 'hose', good: 'of give left', short: 'off what the hose takes' },
  fanDrive: { have: 'Driven by', need: 'the vehicle’s fan is driven by', good: 'meets it', short: 'another drive' },
  fanKit: { have: 'Switched and fused by', need: 'a fan in place of the engine’s wants', good: 'meets it', short: 'no fused and switched feed' },
  hubThread: { have: 'Held by', need: 'the hub takes', good: 'goes on', short: 'does not go on' },
  hubCircle: { have: 'Bolts on a circle of', need: 'the hub has', good: 'to spare', short: 'off the hub’s bolts' },
  hubPilot: { have: 'Pilot bore', need: 'the hub’s pilot', good: 'of play left', short: 'not centred: it would shake' },
  drivenBlade: { have: 'Blades before the core', need: 'an engine-driven fan wants', good: 'more than that', short: 'too close: the engine rocks' },
  bladeShaft: { have: 'Bore for', need: 'the shaft has', good: 'goes on', short: 'does not go on' },
  bladeBore: { have: 'Bore', need: 'shaft', good: 'of play left', short: 'off the shaft' },
  bladeTips: { have: 'Tip to tip', need: 'opening it turns in', good: 'more than the gap it wants', short: 'the tips touch', small: 'too small for its ring' },
  bladeCount: { have: 'Blades:', need: 'that side has', good: 'as built', short: 'another number: it sounds and blows otherwise' },
  kitPlug: { have: 'End for the fan', need: 'the fan has', good: 'plugs in', short: 'another plug' },
  kitRating: { have: 'Its relay carries', need: 'the fan draws', good: 'in hand', short: 'less than the fan draws: the contacts weld' },
  kitFuse: { have: 'Its fuse carries for hours', need: 'the fan draws', good: 'in hand', short: 'less than the fan draws: it blows' },
  kitWire: { have: 'Its fuse is', need: 'its own feed carries', good: 'protected', short: 'more than the wire carries lies behind the fuse' },
  kitProbe: { have: 'Probe:', need: 'the port has', good: 'screws in', short: 'does not screw in' },
  kitRequest: { have: 'End for the A/C:', need: 'air conditioning wants one:', good: 'meets it', short: 'the condenser gets no air at a standstill' },
  kitByHand: { have: 'Probe:', need: 'a temperature that nobody has to watch:', good: 'meets it', short: 'somebody has to think of the switch' },
  setUpperRadiator: { have: 'Upper hose', need: 'radiator neck', good: 'of give left', short: 'off what the neck takes' },
  setUpperEngine: { have: 'Upper hose', need: 'engine neck', good: 'of give left', short: 'off what the neck takes' },
  setUpperLength: { have: 'Upper hose', need: 'the old one', good: 'of give left', short: 'off the old one’s length' },
  setLowerRadiator: { have: 'Lower hose', need: 'radiator neck', good: 'of give left', short: 'off what the neck takes' },
  setLowerEngine: { have: 'Lower hose', need: 'engine neck', good: 'of give left', short: 'off what the neck takes' },
  setLowerLength: { have: 'Lower hose', need: 'the old one', good: 'of give left', short: 'off the old one’s length' },
  reroutePlate: { have: 'Plate’s bolts apart', need: 'the head has', good: 'to spare', short: 'off the head’s bolts' },
  rerouteSeat: { have: 'Thermostat seat', need: 'this vehicle', good: 'of play left', short: 'the vehicle’s thermostat does not sit in it' },
  reroutePort: { have: 'Port:', need: 'this vehicle’s sensor has', good: 'screws in', short: 'nowhere for the sensor' },
  adapterPort: { have: 'Port:', need: 'the sensor has', good: 'screws in', short: 'the sensor does not screw in' },
  adapterGround: { have: 'Lug for a ground:', need: 'wires at the sender:', good: 'it has its ground', short: 'between rubber it has no ground' },
  fanCurrent: { have: 'Draws', need: 'the fuse carries for hours', good: 'in hand', short: 'more than the fuse carries' },
}; // prettier-ignore

const PLUG_CHECKS: ReadonlySet<CheckId> = new Set([
  'fanConnector',
  'motorConnector',
  'moduleConnector',
  'kitPlug',
]);
const whose = (subject: keyof typeof ATTRIBUTES): string =>
  subject === 'bay' ? 'the vehicle’s' : `the ${PART_KIND_LABELS[subject].one}’s`;

/** What the room of a depth check is made of, so that the sum can be followed. */
const say = (shown: Shown | undefined, system: UnitSystem): string => {
  if (!shown) return 'not known';
  if (shown.type === 'words') return shown.words;
  return (
    (shown.prefix ?? '') +
    formatQuantity(shown.value, shown.dimension, system, {
      uncertainty: shown.u >= 0.05 ? shown.u : undefined,
    })
  );
};

const labelOf = (missing: { subject: keyof typeof ATTRIBUTES; key: string }): string =>
  (
    (ATTRIBUTES[missing.subject] as Record<string, Attribute>)[missing.key]?.label ?? missing.key
  ).toLowerCase();

const list = (items: readonly string[]): string =>
  items.length < 2 ? (items[0] ?? '') : `${items.slice(0, -1).join(', ')} and ${items.at(-1)}`;

function listingSentence({ listing }: SaidRow): string {
  if (!listing) return '';
  if (listing.for.length > 0 && listing.against.length > 0)
    return `Sources disagree. For: ${listing.for.join('; ')}. Against: ${listing.against.join('; ')}.`;
  if (listing.for.length > 0) return `Listed. ${listing.for.join('; ')}.`;
  if (listing.against.length > 0) return `Listed as not for this vehicle. ${listing.against.join('; ')}.`;
  return listing.elsewhere.length > 0
    ? `Not listed for this vehicle; listed for ${listing.elsewhere.join('; ')}.`
    : 'No source lists it for this vehicle.';
}

/**
 * A ledger row as one sentence with its figures, in the units asked for, and the work a change takes unless left out.
 * @example "Bottom pins apart 612 mm, this vehicle 610 ± 3 mm: 1 mm to spare: seats."
 */
export function rowSentence(row: SaidRow, system: UnitSystem, withWork = true): string {
  if (row.check === 'listed') return listingSentence(row);
  if (row.check === 'coherent') return row.have?.type === 'words' ? row.have.words : '';
  const phrase = PHRASES[row.check];
  if (row.outcome === 'unknown') {
    const subjects = [...new Set(row.missing.map(({ subject }) => subject))];
    const lacks = subjects.map(
      (subject) =>
        `${whose(subject)} ${list(row.missing.filter((each) => each.subject === subject).map(labelOf))}`,
    );
    return lacks.length > 0
      ? `${RULES[row.check].label}: measure or look at ${list(lacks)}.`
      : `${RULES[row.check].label}: ${PLUG_CHECKS.has(row.check) ? 'one of the two plugs is not on record, so its wires cannot be joined by what they do' : 'it cannot be told from what is on record'}.`;
  }
  const comparison = `${phrase.have} ${say(row.have, system)}, ${phrase.need} ${say(row.need, system)}`;
  const { margin } = row;
  if (!margin) {
    const end = row.outcome === 'pass' ? (spareCooler(row) ?? phrase.good) : phrase.short;
    return `${comparison}: ${end}${withWork ? changeText(row, system) : ''}.`;
  }
  const wanted = WANTS.has(row.check)
    ? ` (wants ${formatQuantity(margin.tolerance, 'length', system)} clear)`
    : '';
  const shop = row.own ? ', by this shop’s own practice' : '';
  const amount = formatQuantity(Math.abs(margin.value), margin.dimension, system, { difference: true });
  const doubt = `at ± ${formatQuantity(margin.u, margin.dimension, system, { difference: true })}`;
  if (row.outcome === 'open')
    return `${comparison}${wanted}: too close to call ${doubt}${shop}; measure more finely.`;
  const miss = row.small ? (phrase.small ?? phrase.short) : phrase.short;
  const met = row.outcome === 'pass' || (row.outcome === 'change' && margin.value >= 0);
  return `${comparison}${wanted}: ${met && margin.value >= 0 ? `${amount} ${phrase.good}` : met ? phrase.good : `${amount} ${miss}`}${shop}${withWork ? changeText(row, system) : ''}.`;
}
const WANTS: ReadonlySet<CheckId> = new Set([
  'depthWithFan', 'fanDepth', 'shroudDepth', 'bladesWithFan', 'bladeToCore', 'bladesInShroud',
]); // prettier-ignore

const spareCooler = (row: SaidRow): string | undefined =>
  row.check === 'oilCooler' &&
  row.need?.type === 'words' &&
  row.need.words !== 'in the radiator tank' &&
  row.have?.type === 'words' &&
  row.have.words !== 'none'
    ? 'spare cooler stays capped, still a fit'
    : undefined;

const changeText = (row: SaidRow, system: UnitSystem): string =>
  row.work ? `. ${workText(row.work, system)}` : '';

/** Work with what it counts: effort and minutes, or that it is only worth doing. */
export const workText = (work: Work, system: UnitSystem): string =>
  `${work.optional ? 'Worth doing: ' : ''}${workSentence(work, system)} (${work.effort}, ${work.minutes} min)`;

function installedSentence(deciding: Extract<Deciding, { by: 'installed' }>): string {
  const note = deciding.note === '' ? '' : ` ${deciding.note}`;
  switch (deciding.result) {
    case 'fit':
      return `Fitted and confirmed on such a vehicle, ${deciding.on}.${note}`;
    case 'misfit':
      return `Tried on such a vehicle and did not fit, ${deciding.on}.${note}`;
    case 'both':
      return `One job says it fits and another that it does not (${deciding.on}).${note} Find out which vehicle differs.`;
    case 'against-figures':
      return `Confirmed in a job on ${deciding.on}, yet a figure says no: measure that figure again.${note}`;
  }
}

/** The one fact that decides a verdict, as a sentence. */
export function decidingSentence(verdict: VerdictLine, system: UnitSystem): string {
  const { deciding, decidingRow: row, unmeasured, measureFirst } = verdict;
  if (deciding.by === 'installed') return installedSentence(deciding);
  if (deciding.by === 'nothing-known' && verdict.verdict === 'straight-in')
    return 'Nothing of the vehicle has to meet it; the parts it goes between decide, see sets.';
  if (deciding.by === 'nothing-known' || !row)
    return `No figures are held yet${measureFirst ? `; start with ${measureText(measureFirst)}` : ''}.`;
  if (verdict.verdict === 'not-proven' && unmeasured > 1 && measureFirst)
    return `${unmeasured} deciding figures are not on record; what tells most first: ${measureText(measureFirst)}.`;
  if (verdict.verdict !== 'straight-in') return rowSentence(row, system, false);
  return `All ${verdict.met} deciding checks pass; least to spare: ${RULES[row.check].label.toLowerCase()}, ${formatQuantity(row.margin!.value, row.margin!.dimension, system, { difference: true })}.`;
}

export const measureText = (item: ToMeasure): string => `${whose(item.subject)} ${item.label.toLowerCase()}`;
