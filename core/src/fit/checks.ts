import { wordLabel, ATTRIBUTES, PART_KINDS, type PartKind, type SubjectKind } from './attributes.ts';
import { chanceClear, chanceWithin } from './chance.ts';
import type { FigureSet, FitPart, FitVehicle, QuantityFigure, Trace, WordFigure } from './figures.ts';
import { FUSE_CONTINUOUS_SHARE, RULES, type CheckId, type Rule, type Thresholds } from './rules.ts';

export type Outcome = 'pass' | 'change' | 'fail' | 'open' | 'unknown' | 'not-asked';

/**
 * What one check found, written into an object that is used again for the next: a library search judges hundreds
 * of thousands of parts, and an allocation a check would be most of its time.
 */
export interface Finding {
  outcome: Outcome;
  margin: number;
  u: number;
  chance: number;
  /** Chance that it is met once the rule's change is made; as `chance` where there is none. */
  chanceWithChange: number;
  missing: 'none' | 'vehicle' | 'part' | 'both';
}

export type ShownDimension = 'length' | 'pressure' | 'current' | 'temperature';

/** One side of a comparison, ready to be shown in any units. */
export type Shown =
  | {
      type: 'quantity';
      value: number;
      u: number;
      dimension: ShownDimension;
      prefix?: string;
    }
  | { type: 'words'; words: string };

export interface Missing {
  subject: SubjectKind;
  key: string;
}

export interface Check {
  id: CheckId;
  rule: Rule;
  /** `clearance`: need is the room there is; `match`: both should be alike; `words`: a yes or no. */
  family: 'clearance' | 'match' | 'words';
  /** The figure behind each side, for measuring it again. */
  keys: (part: FitPart) => { vehicle: string; part: string };
  judge: (vehicle: FitVehicle, part: never, finding: Finding, thresholds: Thresholds) => void;
  show: (
    vehicle: FitVehicle,
    part: FitPart,
  ) => {
    need?: Shown;
    have?: Shown;
    traces: { side: 'vehicle' | 'part'; trace: Trace }[];
    missing: Missing[];
  };
}

type Get<K extends SubjectKind, F> = (figures: FigureSet<K>) => F | undefined;

function settle(
  finding: Finding,
  rule: Rule,
  chance: number,
  chanceWithChange: number,
  { passAt, failAt }: Thresholds,
  /**
   * Chance that the nearer limit is kept, with the change if there is one: what a failure is judged by. Where both
   * limits count, a figure too coarse to lie between them with any chance is no evidence against the part.
   */
  nearerLimit = rule.change !== undefined ? chanceWithChange : chance,
): void {
  finding.chance = chance;
  finding.chanceWithChange = rule.change !== undefined ? chanceWithChange : chance;
  if (chance >= passAt) finding.outcome = 'pass';
  else if (rule.change !== undefined && chanceWithChange >= passAt) finding.outcome = 'change';
  else if (nearerLimit <= failAt) finding.outcome = 'fail';
  else finding.outcome = 'open';
}

function lacking(finding: Finding, vehicle: unknown, part: unknown): boolean {
  if (vehicle !== undefined && part !== undefined) return false;
  finding.outcome = 'unknown';
  finding.missing = vehicle === undefined ? (part === undefined ? 'both' : 'vehicle') : 'part';
  return true;
}

const measured = (
  figure: QuantityFigure | undefined,
  dimension: ShownDimension,
  prefix?: string,
): Shown | undefined => figure && { type: 'quantity', value: figure.value, u: figure.u, dimension, prefix };

const worded = (subject: SubjectKind, key: string, figure: WordFigure | undefined): Shown | undefined =>
  figure && {
    type: 'words',
    words: wordLabel(
      (ATTRIBUTES[subject] as Record<string, Parameters<typeof wordLabel>[0]>)[key]!,
      figure.word,
    ),
  };

function sides(
  pairs: [
    side: 'vehicle' | 'part',
    subject: SubjectKind,
    key: string,
    figure: QuantityFigure | WordFigure | undefined,
  ][],
) {
  return {
    traces: pairs.flatMap(([side, , , figure]) => (figure ? [{ side, trace: figure.trace }] : [])),
    missing: pairs.flatMap(([, subject, key, figure]) => (figure ? [] : [{ subject, key }])),
  };
}

/** need − have must be at least the gap the rule wants: `margin` is what is left over. */
function clearance<K extends PartKind>(
  id: CheckId,
  kind: K,
  have: { key: string; get: Get<K, QuantityFigure> },
  need: { key: string; get: Get<'bay', QuantityFigure> },
  /** Something of the vehicle that takes up the same room. */
  beside?: { key: string; get: Get<'bay', QuantityFigure> },
): Check {
  const rule: Rule = RULES[id];
  const reach = rule.change?.reach ?? 0;
  return {
    id,
    rule,
    family: 'clearance',
    keys: () => ({ vehicle: need.key, part: have.key }),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding, thresholds) => {
      const room = need.get(vehicle.figures);
      const size = have.get(part.figures);
      const other = beside?.get(vehicle.figures);
      if (lacking(finding, room === undefined || (beside && other === undefined) ? undefined : room, size))
        return;
      const margin = room!.value - size!.value - (other?.value ?? 0) - rule.tolerance;
      const ou = other?.u ?? 0;
      const u = Math.sqrt(room!.u * room!.u + size!.u * size!.u + ou * ou);
      finding.margin = margin;
      finding.u = u;
      settle(finding, rule, chanceClear(margin, u), chanceClear(margin + reach, u), thresholds);
    },
    show: (vehicle, part) => {
      const figures = part.figures as FigureSet<K>;
      const room = need.get(vehicle.figures);
      const other = beside?.get(vehicle.figures);
      const free: QuantityFigure | undefined =
        room && beside
          ? other
            ? { ...room, value: room.value - other.value, u: Math.hypot(room.u, other.u) }
            : undefined
          : room;
      return {
        need: measured(free, 'length'),
        have: measured(have.get(figures), 'length'),
        ...sides([
          ['vehicle', 'bay', need.key, room],
          ...(beside
            ? ([['vehicle', 'bay', beside.key, other]] as const).map(
                (row) => [...row] as ['vehicle', 'bay', string, QuantityFigure | undefined],
              )
            : []),
          ['part', kind, have.key, have.get(figures)],
        ]),
      };
    },
  };
}

/** |need − have| must be within the tolerance: `margin` is how much of it is left. */
function match<K extends PartKind>(
  id: CheckId,
  kind: K,
  key: string,
  get: Get<K, QuantityFigure>,
  getNeed: Get<'bay', QuantityFigure>,
  options: {
    dimension?: ShownDimension;
    prefix?: string;
    asked?: (vehicle: FitVehicle) => boolean;
    /** Key of the vehicle's figure, where it is not the part's. */
    needKey?: string;
  } = {},
): Check {
  const rule: Rule = RULES[id];
  const reach = rule.change?.reach ?? 0;
  const dimension = options.dimension ?? 'length';
  return {
    id,
    rule,
    family: 'match',
    keys: () => ({ vehicle: options.needKey ?? key, part: key }),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding, thresholds) => {
      if (options.asked && !options.asked(vehicle)) {
        finding.outcome = 'not-asked';
        return;
      }
      const need = getNeed(vehicle.figures);
      const have = get(part.figures);
      if (lacking(finding, need, have)) return;
      const difference = have!.value - need!.value;
      const u = Math.sqrt(need!.u * need!.u + have!.u * have!.u);
      finding.margin = rule.tolerance - Math.abs(difference);
      finding.u = u;
      settle(
        finding,
        rule,
        chanceWithin(difference, rule.tolerance, u),
        chanceWithin(difference, rule.tolerance + reach, u),
        thresholds,
        chanceClear(rule.tolerance + reach - Math.abs(difference), u),
      );
    },
    show: (vehicle, part) => {
      const have = get(part.figures as FigureSet<K>);
      const need = getNeed(vehicle.figures);
      return {
        need: measured(need, dimension, options.prefix),
        have: measured(have, dimension, options.prefix),
        ...sides([
          ['vehicle', 'bay', options.needKey ?? key, need],
          ['part', kind, key, have],
        ]),
      };
    },
  };
}

/** A yes or no between two words. */
function words<K extends PartKind>(
  id: CheckId,
  kind: K,
  keys: { need: string; have: string },
  getNeed: (vehicle: FitVehicle) => WordFigure | undefined,
  get: Get<K, WordFigure>,
  agree: (need: string, have: string) => 'pass' | 'change' | 'fail',
  /** Whether the vehicle asks for it at all; undefined when that is not known. */
  asked: (vehicle: FitVehicle) => boolean | undefined = () => true,
): Check {
  const rule: Rule = RULES[id];
  return {
    id,
    rule,
    family: 'words',
    keys: () => ({ vehicle: keys.need, part: keys.have }),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding) => {
      if (asked(vehicle) === false) {
        finding.outcome = 'not-asked';
        return;
      }
      const need = getNeed(vehicle);
      const have = get(part.figures);
      if (lacking(finding, need, have)) return;
      finding.outcome = agree(need!.word, have!.word);
      finding.chance = finding.outcome === 'pass' ? 1 : 0;
      finding.chanceWithChange = finding.outcome === 'fail' ? 0 : 1;
    },
    show: (vehicle, part) => {
      const need = getNeed(vehicle);
      const have = get(part.figures as FigureSet<K>);
      return {
        need: worded('bay', keys.need, need),
        have: worded(kind, keys.have, have),
        ...sides([
          ['vehicle', 'bay', keys.need, need],
          ['part', kind, keys.have, have],
        ]),
      };
    },
  };
}

const WORKED_OUT: Omit<Trace, 'text'> = {
  figureId: 0,
  method: 'worked',
  grade: 3,
  source: 'the vehicle’s configuration',
  by: '',
  at: '',
};
const NO_COOLER: WordFigure = {
  word: 'none',
  trace: { ...WORKED_OUT, text: 'manual transmission: no oil cooler needed' },
};
const TANK_COOLER: WordFigure = {
  word: 'radiator',
  trace: { ...WORKED_OUT, text: 'self-shifting transmission: cooler taken to be in the tank' },
};

/** A manual needs none; a self-shifting transmission is taken to need one in the tank until the record says otherwise. */
function oilCooling(vehicle: FitVehicle): WordFigure {
  if (!vehicle.selfShifting) return NO_COOLER;
  return vehicle.figures.words.oilCooling ?? TANK_COOLER;
}

const same = (need: string, have: string) => (need === have ? 'pass' : 'fail');
const sameOrChange = (need: string, have: string) => (need === have ? 'pass' : 'change');

const radiatorChecks: Check[] = [
  clearance('width', 'radiator', { key: 'overallWidth', get: (f) => f.quantities.overallWidth }, { key: 'openingWidth', get: (f) => f.quantities.openingWidth }),
  clearance('height', 'radiator', { key: 'overallHeight', get: (f) => f.quantities.overallHeight }, { key: 'openingHeight', get: (f) => f.quantities.openingHeight }),
  clearance('depthWithFan', 'radiator', { key: 'thickness', get: (f) => f.quantities.thickness }, { key: 'bayDepth', get: (f) => f.quantities.bayDepth }, { key: 'fanDepth', get: (f) => f.quantities.fanDepth }),
  clearance('depthWithoutFan', 'radiator', { key: 'thickness', get: (f) => f.quantities.thickness }, { key: 'bayDepth', get: (f) => f.quantities.bayDepth }),
  match('pinSpacing', 'radiator', 'pinSpacing', (f) => f.quantities.pinSpacing, (f) => f.quantities.pinSpacing),
  match('pinDiameter', 'radiator', 'pinDiameter', (f) => f.quantities.pinDiameter, (f) => f.quantities.pinDiameter, { prefix: 'Ø' }),
  words('topMount', 'radiator', { need: 'topMount', have: 'topMount' }, (v) => v.figures.words.topMount, (f) => f.words.topMount, sameOrChange),
  match('topMountSpacing', 'radiator', 'topMountSpacing', (f) => f.quantities.topMountSpacing, (f) => f.quantities.topMountSpacing, { asked: (v) => v.figures.words.topMount?.word !== 'shroud' }),
  words('inletSide', 'radiator', { need: 'inletSide', have: 'inletSide' }, (v) => v.figures.words.inletSide, (f) => f.words.inletSide, same),
  match('inletDiameter', 'radiator', 'inletDiameter', (f) => f.quantities.inletDiameter, (f) => f.quantities.inletDiameter, { prefix: 'Ø' }),
  words('outletSide', 'radiator', { need: 'outletSide', have: 'outletSide' }, (v) => v.figures.words.outletSide, (f) => f.words.outletSide, same),
  match('outletDiameter', 'radiator', 'outletDiameter', (f) => f.quantities.outletDiameter, (f) => f.quantities.outletDiameter, { prefix: 'Ø' }),
  // A spare cooler is left capped and still is a fit; a missing one is not.
  words('oilCooler', 'radiator', { need: 'oilCooling', have: 'oilCooler' }, oilCooling, (f) => f.words.oilCooler, (need, have) => (need === 'radiator' && have !== 'transmission' && have !== 'both' ? 'fail' : 'pass')),
  words('oilCoolerFitting', 'radiator', { need: 'oilCoolerFitting', have: 'oilCoolerFitting' }, (v) => v.figures.words.oilCoolerFitting, (f) => f.words.oilCoolerFitting, sameOrChange, (v) => oilCooling(v).word === 'radiator'),
  // A pressurised tank carries the cap itself, so a neck on the radiator is spare; without a neck a recovery bottle has nothing to hang on.
  words('bottle', 'radiator', { need: 'bottle', have: 'fillerNeck' }, (v) => v.figures.words.bottle, (f) => f.words.fillerNeck, (need, have) => (need === 'recovery' ? (have === 'neck' ? 'pass' : 'fail') : have === 'none' ? 'pass' : 'change')),
  match('capPressure', 'radiator', 'capPressure', (f) => f.quantities.capPressure, (f) => f.quantities.capPressure, { dimension: 'pressure', asked: (v) => v.figures.words.bottle?.word === 'recovery' }),
  // Asked where the vehicle's record says what it has: a plain bead is so usual that few records mention it.
  words('hoseCoupling', 'radiator', { need: 'hoseCoupling', have: 'hoseCoupling' }, (v) => v.figures.words.hoseCoupling, (f) => f.words.hoseCoupling, sameOrChange, (v) => v.figures.words.hoseCoupling !== undefined),
  words('ventNipple', 'radiator', { need: 'vent', have: 'vent' }, (v) => v.figures.words.vent, (f) => f.words.vent, sameOrChange, (v) => (v.figures.words.vent?.word ?? 'none') !== 'none'),
  words('inletDirection', 'radiator', { need: 'inletDirection', have: 'inletDirection' }, (v) => v.figures.words.inletDirection, (f) => f.words.inletDirection, sameOrChange, (v) => v.figures.words.inletDirection !== undefined),
  words('outletDirection', 'radiator', { need: 'outletDirection', have: 'outletDirection' }, (v) => v.figures.words.outletDirection, (f) => f.words.outletDirection, sameOrChange, (v) => v.figures.words.outletDirection !== undefined),
  words('drainSide', 'radiator', { need: 'drainAccess', have: 'drainSide' }, (v) => v.figures.words.drainAccess, (f) => f.words.drainSide, same, (v) => v.figures.words.drainAccess !== undefined),
  words('engineOilCooler', 'radiator', { need: 'engineOilCooling', have: 'oilCooler' }, (v) => v.figures.words.engineOilCooling, (f) => f.words.oilCooler, (_need, have) => (have === 'engine' || have === 'both' ? 'pass' : 'fail'), (v) => v.figures.words.engineOilCooling?.word === 'radiator'),
  words('sensorPort', 'radiator', { need: 'sensorPort', have: 'sensorPort' }, (v) => v.figures.words.sensorPort, (f) => f.words.sensorPort, sameOrChange, (v) => (v.figures.words.sensorPort?.word ?? 'none') !== 'none'),
  words('condenserTabs', 'radiator', { need: 'condenserMount', have: 'condenserTabs' }, (v) => v.figures.words.condenserMount, (f) => f.words.condenserTabs, (need, have) => (need === 'support' || have === 'yes' ? 'pass' : 'change'), (v) => v.airConditioning),
]; // prettier-ignore

const mountChecks = (kind: 'radiator' | 'shroud' | 'fan'): Check[] => [
  match(
    'fanMountWidth',
    kind,
    'fanMountWidth',
    (f: FigureSet<'radiator' | 'shroud' | 'fan'>) => f.quantities.fanMountWidth,
    (f) => f.quantities.fanMountWidth,
  ),
  match(
    'fanMountHeight',
    kind,
    'fanMountHeight',
    (f: FigureSet<'radiator' | 'shroud' | 'fan'>) => f.quantities.fanMountHeight,
    (f) => f.quantities.fanMountHeight,
  ),
];

const shroudChecks: Check[] = [
  clearance('shroudDepth', 'shroud', { key: 'depth', get: (f) => f.quantities.depth }, { key: 'bayDepth', get: (f) => f.quantities.bayDepth }, { key: 'radiatorDepth', get: (f) => f.quantities.radiatorDepth }),
  words('holdsRadiator', 'shroud', { need: 'topMount', have: 'holdsRadiator' }, (v) => v.figures.words.topMount, (f) => f.words.holdsRadiator, (need, have) => (need === 'shroud' && have === 'no' ? 'change' : 'pass')),
]; // prettier-ignore

/** A rating or a draw against the fan fuse: `margin` is what is in hand. */
function againstFuse<K extends PartKind>(
  id: CheckId,
  kind: K,
  key: string,
  get: Get<K, QuantityFigure>,
  /** `draw`: the part draws it and the fuse carries it for hours. `rating`: the fuse must give way before the part. */
  sense: 'draw' | 'rating',
): Check {
  const share = sense === 'draw' ? FUSE_CONTINUOUS_SHARE : 1;
  return {
    id,
    rule: RULES[id],
    family: 'clearance',
    keys: () => ({ vehicle: 'fanFuse', part: key }),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding, thresholds) => {
      const fuse = vehicle.figures.quantities.fanFuse;
      const own = get(part.figures);
      if (lacking(finding, fuse, own)) return;
      const spare = fuse!.value * share - own!.value;
      finding.margin = sense === 'draw' ? spare : -spare;
      finding.u = sense === 'draw' ? own!.u : 0;
      const chance = chanceClear(finding.margin, finding.u);
      settle(finding, RULES[id], chance, chance, thresholds);
    },
    show: (vehicle, part) => {
      const fuse = vehicle.figures.quantities.fanFuse;
      const own = get(part.figures as FigureSet<K>);
      return {
        need: measured(fuse && { ...fuse, value: fuse.value * share, u: 0 }, 'current'),
        have: measured(own, 'current'),
        ...sides([
          ['vehicle', 'bay', 'fanFuse', fuse],
          ['part', kind, key, own],
        ]),
      };
    },
  };
}

const voltage = <K extends 'fan' | 'motor' | 'relay'>(kind: K, key: string, get: Get<K, WordFigure>): Check =>
  words('voltage', kind, { need: 'systemVoltage', have: key }, (v) => v.figures.words.systemVoltage, get, same, (v) => v.figures.words.systemVoltage !== undefined); // prettier-ignore

/** Asked once somebody found a gap: feet that lie flat are so usual that few records mention it. */
const fanStandoff: Check = {
  id: 'fanStandoff',
  rule: RULES.fanStandoff,
  family: 'words',
  keys: () => ({ vehicle: 'fanMountWidth', part: 'standoff' }),
  judge: (_vehicle: FitVehicle, part: { figures: FigureSet<'fan'> }, finding: Finding) => {
    const gap = part.figures.quantities.standoff;
    finding.outcome = gap && gap.value > RULES.fanStandoff.tolerance ? 'change' : 'not-asked';
  },
  show: (_vehicle: FitVehicle, part: FitPart) => {
    const gap = (part.figures as FigureSet<'fan'>).quantities.standoff;
    return { need: { type: 'words', words: 'feet that lie flat' }, have: measured(gap, 'length'), ...sides([['part', 'fan', 'standoff', gap]]) };
  },
}; // prettier-ignore

const fanChecks: Check[] = [
  fanStandoff,
  clearance('fanDepth', 'fan', { key: 'depth', get: (f) => f.quantities.depth }, { key: 'bayDepth', get: (f) => f.quantities.bayDepth }, { key: 'radiatorDepth', get: (f) => f.quantities.radiatorDepth }),
  words('fanConnector', 'fan', { need: 'fanConnector', have: 'fanConnector' }, (v) => v.figures.words.fanConnector, (f) => f.words.fanConnector, sameOrChange),
  againstFuse('fanCurrent', 'fan', 'current', (f) => f.quantities.current, 'draw'),
  voltage('fan', 'voltage', (f) => f.words.voltage),
  words('fanThrow', 'fan', { need: 'fanThrow', have: 'throw' }, (v) => v.figures.words.fanThrow, (f) => f.words.throw, same, (v) => v.figures.words.fanThrow !== undefined),
  words('fanControl', 'fan', { need: 'fanControl', have: 'control' }, (v) => v.figures.words.fanControl, (f) => f.words.control, sameOrChange, (v) => v.figures.words.fanControl !== undefined),
]; // prettier-ignore

const motorChecks: Check[] = [
  words('motorShaft', 'motor', { need: 'motorShaft', have: 'shaft' }, (v) => v.figures.words.motorShaft, (f) => f.words.shaft, same),
  match('shaftDiameter', 'motor', 'shaftDiameter', (f) => f.quantities.shaftDiameter, (f) => f.quantities.shaftDiameter, { prefix: 'Ø' }),
  match('motorBoltCircle', 'motor', 'boltCircle', (f) => f.quantities.boltCircle, (f) => f.quantities.motorBoltCircle, { needKey: 'motorBoltCircle', prefix: 'Ø' }),
  clearance('motorRoom', 'motor', { key: 'body', get: (f) => f.quantities.body }, { key: 'motorRoom', get: (f) => f.quantities.motorRoom }),
  words('motorRotation', 'motor', { need: 'motorRotation', have: 'rotation' }, (v) => v.figures.words.motorRotation, (f) => f.words.rotation, same),
  words('motorConnector', 'motor', { need: 'fanConnector', have: 'motorConnector' }, (v) => v.figures.words.fanConnector, (f) => f.words.motorConnector, sameOrChange),
  voltage('motor', 'voltage', (f) => f.words.voltage),
  againstFuse('fanCurrent', 'motor', 'current', (f) => f.quantities.current, 'draw'),
]; // prettier-ignore

const relayChecks: Check[] = [
  words('relayFoot', 'relay', { need: 'relayFoot', have: 'foot' }, (v) => v.figures.words.relayFoot, (f) => f.words.foot, sameOrChange),
  againstFuse('relayRating', 'relay', 'rating', (f) => f.quantities.rating, 'rating'),
  voltage('relay', 'coil', (f) => f.words.coil),
]; // prettier-ignore

const moduleChecks: Check[] = [
  words('moduleConnector', 'module', { need: 'moduleConnector', have: 'moduleConnector' }, (v) => v.figures.words.moduleConnector, (f) => f.words.moduleConnector, sameOrChange),
  match('moduleHoles', 'module', 'holes', (f) => f.quantities.holes, (f) => f.quantities.moduleHoles, { needKey: 'moduleHoles' }),
  words('fanControl', 'module', { need: 'fanControl', have: 'drives' }, (v) => v.figures.words.fanControl, (f) => f.words.drives, same),
  againstFuse('moduleRating', 'module', 'rating', (f) => f.quantities.rating, 'rating'),
]; // prettier-ignore

const capChecks: Check[] = [
  words('capStyle', 'cap', { need: 'capStyle', have: 'style' }, (v) => v.figures.words.capStyle, (f) => f.words.style, same),
  match('capBore', 'cap', 'plug', (f) => f.quantities.plug, (f) => f.quantities.capBore, { needKey: 'capBore', prefix: 'Ø' }),
  match('capSeatDepth', 'cap', 'seatDepth', (f) => f.quantities.seatDepth, (f) => f.quantities.capSeatDepth, { needKey: 'capSeatDepth' }),
  match('capRating', 'cap', 'capPressure', (f) => f.quantities.capPressure, (f) => f.quantities.capPressure, { dimension: 'pressure' }),
]; // prettier-ignore

const thermostatChecks: Check[] = [
  match('thermostatFlange', 'thermostat', 'flange', (f) => f.quantities.flange, (f) => f.quantities.thermostatFlange, { needKey: 'thermostatFlange', prefix: 'Ø' }),
  words('thermostatSeal', 'thermostat', { need: 'thermostatSeal', have: 'seal' }, (v) => v.figures.words.thermostatSeal, (f) => f.words.seal, sameOrChange),
  match('thermostatRating', 'thermostat', 'rating', (f) => f.quantities.rating, (f) => f.quantities.thermostatRating, { needKey: 'thermostatRating', dimension: 'temperature' }),
]; // prettier-ignore

type Ends = 'radiatorEnd' | 'engineEnd' | 'length';
/** A hose is upper or lower: which of the vehicle's figures it must meet depends on that. */
const HOSE_NEEDS = {
  upper: { radiatorEnd: 'inletDiameter', engineEnd: 'upperEngineNeck', length: 'upperHoseLength' },
  lower: { radiatorEnd: 'outletDiameter', engineEnd: 'lowerEngineNeck', length: 'lowerHoseLength' },
} as const;

function hoseCheck(id: CheckId, end: Ends, key: 'radiatorBore' | 'engineBore' | 'length'): Check {
  const rule: Rule = RULES[id];
  const reach = rule.change!.reach;
  const position = (figures: FigureSet<'hose'>): WordFigure | undefined => figures.words.position;
  const needKey = (figures: FigureSet<'hose'>) =>
    HOSE_NEEDS[position(figures)?.word === 'lower' ? 'lower' : 'upper'][end];
  return {
    id,
    rule,
    family: 'match',
    keys: (part) => ({ vehicle: needKey(part.figures as FigureSet<'hose'>), part: key }),
    judge: (vehicle, part: { figures: FigureSet<'hose'> }, finding, thresholds) => {
      const need = vehicle.figures.quantities[needKey(part.figures)];
      const have = position(part.figures) && part.figures.quantities[key];
      if (lacking(finding, need, have)) return;
      const difference = have!.value - need!.value;
      finding.u = Math.sqrt(need!.u * need!.u + have!.u * have!.u);
      finding.margin = rule.tolerance - Math.abs(difference);
      // A hose is trimmed, never stretched.
      const change =
        end === 'length'
          ? chanceClear(difference + rule.tolerance, finding.u) *
            chanceClear(rule.tolerance + reach - difference, finding.u)
          : chanceWithin(difference, rule.tolerance + reach, finding.u);
      // Too short by more than it gives, or too long by more than can be trimmed.
      const limit =
        end === 'length' && difference < 0
          ? rule.tolerance + difference
          : rule.tolerance + reach - Math.abs(difference);
      settle(
        finding,
        rule,
        chanceWithin(difference, rule.tolerance, finding.u),
        change,
        thresholds,
        chanceClear(limit, finding.u),
      );
    },
    show: (vehicle, part) => {
      const figures = part.figures as FigureSet<'hose'>;
      const need = vehicle.figures.quantities[needKey(figures)];
      const have = position(figures) && figures.quantities[key];
      const prefix = end === 'length' ? undefined : 'Ø';
      return {
        need: measured(need, 'length', prefix),
        have: measured(have, 'length', prefix),
        ...sides([
          ['vehicle', 'bay', needKey(figures), need],
          ['part', 'hose', position(figures) ? key : 'position', have],
        ]),
      };
    },
  };
}

const hoseSpring: Check = (() => {
  const needed = (figures: FigureSet<'hose'>): boolean => figures.words.position?.word === 'lower';
  const trace: Trace = { ...WORKED_OUT, text: 'lower hose: on the suction side of the pump', source: 'the hose’s position' };
  const inner = words('hoseSpring', 'hose', { need: 'oilCooling', have: 'spring' }, () => ({ word: 'yes', trace }), (f) => f.words.spring, sameOrChange);
  return {
    ...inner,
    judge: (vehicle: FitVehicle, part: { figures: FigureSet<'hose'> }, finding: Finding, thresholds: Thresholds) => {
      if (!needed(part.figures)) finding.outcome = 'not-asked';
      else inner.judge(vehicle, part as never, finding, thresholds);
    },
    show: (vehicle: FitVehicle, part: FitPart) => ({ ...inner.show(vehicle, part), need: { type: 'words' as const, words: 'a spring inside' } }),
  };
})(); // prettier-ignore

const hoseChecks: Check[] = [
  hoseCheck('hoseRadiatorEnd', 'radiatorEnd', 'radiatorBore'),
  hoseCheck('hoseEngineEnd', 'engineEnd', 'engineBore'),
  hoseCheck('hoseLength', 'length', 'length'),
  hoseSpring,
];

const tankChecks: Check[] = [
  words('tankSort', 'tank', { need: 'bottle', have: 'sort' }, (v) => v.figures.words.bottle, (f) => f.words.sort, same),
  match('tankHoles', 'tank', 'holes', (f) => f.quantities.holes, (f) => f.quantities.tankHoles, { needKey: 'tankHoles' }),
  match('tankHose', 'tank', 'hoseBarb', (f) => f.quantities.hoseBarb, (f) => f.quantities.tankHose, { needKey: 'tankHose', prefix: 'Ø' }),
  match('capRating', 'tank', 'capPressure', (f) => f.quantities.capPressure, (f) => f.quantities.capPressure, { dimension: 'pressure', asked: (v) => v.figures.words.bottle?.word === 'expansion' }),
]; // prettier-ignore

const grommetChecks: Check[] = [
  match('mountBore', 'mount', 'pinBore', (f) => f.quantities.pinBore, (f) => f.quantities.pinDiameter, { needKey: 'pinDiameter', prefix: 'Ø' }),
  match('mountHole', 'mount', 'outer', (f) => f.quantities.outer, (f) => f.quantities.supportHole, { needKey: 'supportHole', prefix: 'Ø' }),
]; // prettier-ignore

/** A hose adapter meets the hose that it is made for. */
const adapterHose: Check = (() => {
  const side = (figures: FigureSet<'adapter'>): 'inletDiameter' | 'outletDiameter' | undefined => {
    const sort = figures.words.bridges?.word;
    return sort === 'upper' ? 'inletDiameter' : sort === 'lower' ? 'outletDiameter' : undefined;
  };
  const checks = {
    inletDiameter: match('adapterHose', 'adapter', 'hoseEnd', (f) => f.quantities.hoseEnd, (f) => f.quantities.inletDiameter, { needKey: 'inletDiameter', prefix: 'Ø' }),
    outletDiameter: match('adapterHose', 'adapter', 'hoseEnd', (f) => f.quantities.hoseEnd, (f) => f.quantities.outletDiameter, { needKey: 'outletDiameter', prefix: 'Ø' }),
  };
  const of = (figures: FigureSet<'adapter'>): Check => checks[side(figures) ?? 'inletDiameter'];
  return {
    ...checks.inletDiameter,
    judge: (vehicle: FitVehicle, part: { figures: FigureSet<'adapter'> }, finding: Finding, thresholds: Thresholds) => {
      if (!side(part.figures)) finding.outcome = 'not-asked';
      else of(part.figures).judge(vehicle, part as never, finding, thresholds);
    },
    show: (vehicle: FitVehicle, part: FitPart) => of(part.figures as FigureSet<'adapter'>).show(vehicle, part),
  };
})(); // prettier-ignore

const adapterPlug: Check = (() => {
  const inner = words('adapterPlug', 'adapter', { need: 'fanConnector', have: 'loomPlug' }, (v) => v.figures.words.fanConnector, (f) => f.words.loomPlug, same);
  return {
    ...inner,
    judge: (vehicle: FitVehicle, part: { figures: FigureSet<'adapter'> }, finding: Finding, thresholds: Thresholds) => {
      // Until it is known what an adapter bridges, nothing can be said of it.
      const bridges = part.figures.words.bridges?.word;
      if (bridges !== undefined && bridges !== 'plug') finding.outcome = 'not-asked';
      else inner.judge(vehicle, part as never, finding, thresholds);
    },
  };
})(); // prettier-ignore

const order = Object.keys(RULES);
const inOrder = (checks: Check[]): Check[] =>
  checks.sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));

/** The dimensional checks of each kind of part, in ledger order; the listing is evidence and judged apart. */
export const CHECKS: Readonly<Record<PartKind, readonly Check[]>> = {
  radiator: inOrder([...radiatorChecks, ...mountChecks('radiator')]),
  shroud: inOrder([...shroudChecks, ...mountChecks('shroud')]),
  fan: inOrder([...fanChecks, ...mountChecks('fan')]),
  motor: inOrder(motorChecks),
  relay: inOrder(relayChecks),
  module: inOrder(moduleChecks),
  cap: inOrder(capChecks),
  thermostat: inOrder(thermostatChecks),
  hose: inOrder(hoseChecks),
  tank: inOrder(tankChecks),
  mount: inOrder(grommetChecks),
  adapter: inOrder([adapterPlug, adapterHose]),
  // Spacers and screws are between two parts: they have nothing of the vehicle to meet. See the relations of a set.
  fixings: [],
};

for (const kind of PART_KINDS)
  for (const check of CHECKS[kind])
    if (!check.rule.kinds.includes(kind)) throw new Error(`rule ${check.id} does not list ${kind}`);
