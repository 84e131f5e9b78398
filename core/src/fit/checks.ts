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
  missing: 'none' | 'vehicle' | 'part' | 'both';
}

/** One side of a comparison, ready to be shown in any units. */
export type Shown =
  | {
      type: 'quantity';
      value: number;
      u: number;
      dimension: 'length' | 'pressure' | 'current';
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
): void {
  finding.chance = chance;
  if (chance >= passAt) finding.outcome = 'pass';
  else if (rule.change !== undefined && chanceWithChange >= passAt) finding.outcome = 'change';
  else if ((rule.change !== undefined ? chanceWithChange : chance) <= failAt) finding.outcome = 'fail';
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
  dimension: 'length' | 'pressure' | 'current',
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
    dimension?: 'length' | 'pressure';
    prefix?: string;
    asked?: (vehicle: FitVehicle) => boolean;
  } = {},
): Check {
  const rule: Rule = RULES[id];
  const reach = rule.change?.reach ?? 0;
  const dimension = options.dimension ?? 'length';
  return {
    id,
    rule,
    family: 'match',
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
      );
    },
    show: (vehicle, part) => {
      const have = get(part.figures as FigureSet<K>);
      const need = getNeed(vehicle.figures);
      return {
        need: measured(need, dimension, options.prefix),
        have: measured(have, dimension, options.prefix),
        ...sides([
          ['vehicle', 'bay', key, need],
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
  words('oilCooler', 'radiator', { need: 'oilCooling', have: 'oilCooler' }, oilCooling, (f) => f.words.oilCooler, (need, have) => (need === 'radiator' && have !== 'transmission' ? 'fail' : 'pass')),
  words('oilCoolerFitting', 'radiator', { need: 'oilCoolerFitting', have: 'oilCoolerFitting' }, (v) => v.figures.words.oilCoolerFitting, (f) => f.words.oilCoolerFitting, sameOrChange, (v) => oilCooling(v).word === 'radiator'),
  // A pressurised tank carries the cap itself, so a neck on the radiator is spare; without a neck a recovery bottle has nothing to hang on.
  words('bottle', 'radiator', { need: 'bottle', have: 'fillerNeck' }, (v) => v.figures.words.bottle, (f) => f.words.fillerNeck, (need, have) => (need === 'recovery' ? (have === 'neck' ? 'pass' : 'fail') : have === 'none' ? 'pass' : 'change')),
  match('capPressure', 'radiator', 'capPressure', (f) => f.quantities.capPressure, (f) => f.quantities.capPressure, { dimension: 'pressure', asked: (v) => v.figures.words.bottle?.word === 'recovery' }),
  words('condenserTabs', 'radiator', { need: 'condenserMount', have: 'condenserTabs' }, (v) => v.figures.words.condenserMount, (f) => f.words.condenserTabs, (need, have) => (need === 'support' || have === 'yes' ? 'pass' : 'change'), (v) => v.airConditioning),
]; // prettier-ignore

const mountChecks = (kind: PartKind): Check[] => [
  match(
    'fanMountWidth',
    kind,
    'fanMountWidth',
    (f: FigureSet<PartKind>) => f.quantities.fanMountWidth,
    (f) => f.quantities.fanMountWidth,
  ),
  match(
    'fanMountHeight',
    kind,
    'fanMountHeight',
    (f: FigureSet<PartKind>) => f.quantities.fanMountHeight,
    (f) => f.quantities.fanMountHeight,
  ),
];

const shroudChecks: Check[] = [
  clearance('shroudDepth', 'shroud', { key: 'depth', get: (f) => f.quantities.depth }, { key: 'bayDepth', get: (f) => f.quantities.bayDepth }, { key: 'radiatorDepth', get: (f) => f.quantities.radiatorDepth }),
  words('holdsRadiator', 'shroud', { need: 'topMount', have: 'holdsRadiator' }, (v) => v.figures.words.topMount, (f) => f.words.holdsRadiator, (need, have) => (need === 'shroud' && have === 'no' ? 'change' : 'pass')),
]; // prettier-ignore

const fuseCheck: Check = {
  id: 'fanCurrent',
  rule: RULES.fanCurrent,
  family: 'clearance',
  judge: (vehicle, part: { figures: FigureSet<'fan'> }, finding, thresholds) => {
    const fuse = vehicle.figures.quantities.fanFuse;
    const draw = part.figures.quantities.current;
    if (lacking(finding, fuse, draw)) return;
    finding.margin = fuse!.value * FUSE_CONTINUOUS_SHARE - draw!.value;
    finding.u = draw!.u;
    const chance = chanceClear(finding.margin, finding.u);
    settle(finding, RULES.fanCurrent, chance, chance, thresholds);
  },
  show: (vehicle, part) => {
    const fuse = vehicle.figures.quantities.fanFuse;
    const draw = (part.figures as FigureSet<'fan'>).quantities.current;
    return {
      need: measured(fuse && { ...fuse, value: fuse.value * FUSE_CONTINUOUS_SHARE, u: 0 }, 'current'),
      have: measured(draw, 'current'),
      ...sides([
        ['vehicle', 'bay', 'fanFuse', fuse],
        ['part', 'fan', 'current', draw],
      ]),
    };
  },
};

const fanChecks: Check[] = [
  clearance('fanDepth', 'fan', { key: 'depth', get: (f) => f.quantities.depth }, { key: 'bayDepth', get: (f) => f.quantities.bayDepth }, { key: 'radiatorDepth', get: (f) => f.quantities.radiatorDepth }),
  words('fanConnector', 'fan', { need: 'fanConnector', have: 'fanConnector' }, (v) => v.figures.words.fanConnector, (f) => f.words.fanConnector, sameOrChange),
  fuseCheck,
]; // prettier-ignore

const order = Object.keys(RULES);
const inOrder = (checks: Check[]): Check[] =>
  checks.sort((a, b) => order.indexOf(a.id) - order.indexOf(b.id));

/** The dimensional checks of each kind of part, in ledger order; the listing is evidence and judged apart. */
export const CHECKS: Readonly<Record<PartKind, readonly Check[]>> = {
  radiator: inOrder([...radiatorChecks, ...mountChecks('radiator')]),
  shroud: inOrder([...shroudChecks, ...mountChecks('shroud')]),
  fan: inOrder([...fanChecks, ...mountChecks('fan')]),
};

for (const kind of PART_KINDS)
  for (const check of CHECKS[kind])
    if (!check.rule.kinds.includes(kind)) throw new Error(`rule ${check.id} does not list ${kind}`);
