import {
  ATTRIBUTES, attributeOf, chanceClear, chanceWithin, combined, wordLabel,
  type FigureSet, type PartKind, type QuantityFigure, type QuantityKey, type SubjectKind, type Trace, type WordFigure, type WordKey,
} from '../../figures/index.ts'; // prettier-ignore
import { firstSize, lastSize, workOf, type Practice, type Work } from '../../practice/index.ts';
import { RULES, type CheckId, type Remedy, type Rule } from './rules.ts';
import type { FitPart, FitVehicle } from '../vehicle.ts';

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
  /** Chance that it is met once the work is done; as `chance` where there is none. */
  chanceWithChange: number;
  missing: 'none' | 'vehicle' | 'part' | 'both';
  /** The part is too small, low or short rather than too large. */
  small: boolean;
}
export const blankFinding = (): Finding => ({
  outcome: 'unknown', margin: 0, u: 0, chance: 0, chanceWithChange: 0, missing: 'none', small: false,
}); // prettier-ignore

export type ShownDimension = 'length' | 'pressure' | 'current' | 'temperature' | 'share';

/** One side of a comparison, ready to be shown in any units. */
export type Shown =
  | { type: 'quantity'; value: number; u: number; dimension: ShownDimension; prefix?: string }
  | { type: 'words'; words: string };

export interface Missing {
  subject: SubjectKind;
  key: string;
}

export interface ShownSides {
  need?: Shown | undefined;
  have?: Shown | undefined;
  traces: { side: 'vehicle' | 'part'; trace: Trace }[];
  missing: Missing[];
}

export interface Check {
  id: CheckId;
  rule: Rule;
  /** `clearance`: need is the room there is; `match`: both should be alike; `words`: a yes or no. */
  family: 'clearance' | 'match' | 'words';
  /** Kinds of part beside this one that it looks at instead of what was built. */
  beside: readonly PartKind[];
  /** Where a part of that kind goes in too, its own check asks the same. */
  leavesTo?: PartKind;
  /** The figure behind each side, for measuring it again. */
  keys: (part: FitPart) => { vehicle: string; part: string };
  judge: (vehicle: FitVehicle, part: never, finding: Finding, practice: Practice) => void;
  show: (vehicle: FitVehicle, part: FitPart, practice: Practice) => ShownSides;
  /** The work behind a finding of `change`, or worth doing behind a `pass`. */
  work?: (vehicle: FitVehicle, part: FitPart, finding: Finding, practice: Practice) => Work | undefined;
}

/** Where one side of a check takes its figure from. */
export interface Side<F> {
  get: (vehicle: FitVehicle) => F | undefined;
  at: (vehicle: FitVehicle) => Missing;
}

export const ofBay = (key: QuantityKey<'bay'>): Side<QuantityFigure> => {
  const at: Missing = { subject: 'bay', key };
  return { get: (vehicle) => vehicle.figures.quantities[key], at: () => at };
};
export const wordOfBay = (key: WordKey<'bay'>): Side<WordFigure> => {
  const at: Missing = { subject: 'bay', key };
  return { get: (vehicle) => vehicle.figures.words[key], at: () => at };
};
/** Of the part that stands beside where there is one, else as the vehicle was built. */
export const ofBeside = <K extends PartKind>(
  kind: K,
  key: QuantityKey<K>,
  built: QuantityKey<'bay'>,
): Side<QuantityFigure> => ({
  get: (vehicle) => {
    const part = vehicle.beside?.[kind] as FigureSet<K> | undefined;
    return part ? (part.quantities as Record<string, QuantityFigure | undefined>)[key] : vehicle.figures.quantities[built];
  },
  at: (vehicle) => (vehicle.beside?.[kind] ? { subject: kind, key } : { subject: 'bay', key: built }),
}); // prettier-ignore

export const quantityOf = (figures: FigureSet<never>, key: string): QuantityFigure | undefined =>
  (figures.quantities as Record<string, QuantityFigure | undefined>)[key];
export const wordOf = (figures: FigureSet<never>, key: string): WordFigure | undefined =>
  (figures.words as Record<string, WordFigure | undefined>)[key];

/**
 * A check passes at a chance of `passAt` or more and fails at `failAt` or less. Work is ordered only where it is as good
 * as certain that the part does not go in without: what may go in as it is stays open, and is measured.
 * @param nearerLimit chance that the nearer limit is kept, with the work if there is any: what a failure is judged by.
 *   Where both limits count, a figure too coarse to lie between them with any chance is no evidence against the part
 */
export function settle(
  finding: Finding,
  hasWork: boolean,
  chance: number,
  chanceWithWork: number,
  practice: Practice,
  nearerLimit = hasWork ? chanceWithWork : chance,
): void {
  const { passAt, failAt } = practice;
  finding.chance = chance;
  finding.chanceWithChange = hasWork ? chanceWithWork : chance;
  if (chance >= passAt) finding.outcome = 'pass';
  else if (hasWork && chance <= failAt && chanceWithWork >= passAt) finding.outcome = 'change';
  else if (nearerLimit <= failAt) finding.outcome = 'fail';
  else finding.outcome = 'open';
}

export function lacking(finding: Finding, vehicle: unknown, part: unknown): boolean {
  finding.small = false;
  if (vehicle !== undefined && part !== undefined) return false;
  finding.outcome = 'unknown';
  finding.missing = vehicle === undefined ? (part === undefined ? 'both' : 'vehicle') : 'part';
  return true;
}

export const measured = (
  figure: Pick<QuantityFigure, 'value' | 'u'> | undefined,
  dimension: ShownDimension,
  prefix?: string,
): Shown | undefined =>
  figure &&
  (prefix
    ? { type: 'quantity', value: figure.value, u: figure.u, dimension, prefix }
    : { type: 'quantity', value: figure.value, u: figure.u, dimension });

export const worded = (subject: SubjectKind, key: string, figure: WordFigure | undefined): Shown | undefined =>
  figure && {
    type: 'words',
    words: wordLabel((ATTRIBUTES[subject] as Record<string, Parameters<typeof wordLabel>[0]>)[key]!, figure.word),
  }; // prettier-ignore

export function sides(
  pairs: readonly (readonly ['vehicle' | 'part', Missing, QuantityFigure | WordFigure | undefined])[],
): Pick<ShownSides, 'traces' | 'missing'> {
  const traces: ShownSides['traces'] = [];
  const missing: Missing[] = [];
  // By index: this is called for every row of every part of a list.
  for (let i = 0; i < pairs.length; i += 1) {
    const pair = pairs[i]!;
    const figure = pair[2];
    if (figure) traces.push({ side: pair[0], trace: figure.trace });
    else missing.push(pair[1]);
  }
  return { traces, missing };
}

/** The usual two: a figure of the vehicle and one of the part; made without anything in between. */
export function shownSides(
  need: Shown | undefined,
  have: Shown | undefined,
  vehicleAt: Missing,
  ofVehicle: QuantityFigure | WordFigure | undefined,
  partAt: Missing,
  ofPart: QuantityFigure | WordFigure | undefined,
): ShownSides {
  const traces: ShownSides['traces'] = [];
  const missing: Missing[] = [];
  if (ofVehicle) traces.push({ side: 'vehicle', trace: ofVehicle.trace });
  else missing.push(vehicleAt);
  if (ofPart) traces.push({ side: 'part', trace: ofPart.trace });
  else missing.push(partAt);
  return { need, have, traces, missing };
}

const reachOf = (remedy: Remedy | undefined, practice: Practice): number =>
  remedy ? (remedy.reach ? practice[remedy.reach] : Infinity) : 0;
const keepOf = (rule: Rule, practice: Practice): number => (rule.keep ? practice[rule.keep] : 0);

/** Work of a rule for a shortfall, in tenths of the record unit. */
export const remedyOf = (rule: Rule, finding: Finding): Work | undefined => {
  const remedy = finding.small && rule.smallWork ? rule.smallWork : rule.work;
  if (!remedy || finding.outcome !== 'change') return undefined;
  const shortfall = Math.round(-finding.margin * 10) / 10;
  return workOf(remedy.code, remedy.concerns, remedy.reach && shortfall > 0 ? { by: shortfall } : {});
};

/** Whether the vehicle asks for a check at all; undefined where that is not known, which asks. */
export type Asked<K extends PartKind> = (vehicle: FitVehicle, figures: FigureSet<K>) => boolean | undefined;

/** What every check of a figure of the part against a side of the vehicle says of itself. */
const about = <K extends PartKind, F extends Check['family']>(
  id: CheckId,
  family: F,
  key: QuantityKey<K> | WordKey<K>,
  need: Side<QuantityFigure> | Side<WordFigure>,
  { beside = [], leavesTo }: { beside?: readonly PartKind[]; leavesTo?: PartKind } = {},
): Pick<Check, 'id' | 'rule' | 'family' | 'beside' | 'leavesTo' | 'keys'> => ({
  id,
  rule: RULES[id],
  family,
  beside,
  ...(leavesTo ? { leavesTo } : {}),
  keys: () => ({ vehicle: need.at(PLAIN).key, part: key }),
});

/**
 * need − have must be at least the gap the rule keeps, and, where a rule names the most, no more than that: a part
 * that is far too small is as wrong as one too large. `margin` is what is left over on the nearer side.
 */
export function clearance<K extends PartKind>(
  id: CheckId,
  kind: K,
  key: QuantityKey<K>,
  need: Side<QuantityFigure>,
  options: {
    less?: Side<QuantityFigure>;
    beside?: readonly PartKind[];
    leavesTo?: PartKind;
    asked?: Asked<K>;
    dimension?: ShownDimension;
  } = {},
): Check {
  const rule: Rule = RULES[id];
  const dimension = options.dimension ?? 'length';
  const own: Missing = { subject: kind, key };
  return {
    ...about(id, 'clearance', key, need, options),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding, practice) => {
      if (options.asked?.(vehicle, part.figures) === false) {
        finding.outcome = 'not-asked';
        return;
      }
      const room = need.get(vehicle);
      const size = quantityOf(part.figures as never, key);
      const other = options.less?.get(vehicle);
      if (lacking(finding, options.less && other === undefined ? undefined : room, size)) return;
      const keep = keepOf(rule, practice);
      const free = room!.value - size!.value - (other?.value ?? 0);
      const u = other ? combined(room!.u, size!.u, other.u) : combined(room!.u, size!.u);
      const margin = free - keep;
      finding.u = u;
      finding.margin = margin;
      if (!rule.most) {
        settle(
          finding,
          rule.work !== undefined,
          chanceClear(margin, u),
          chanceClear(margin + reachOf(rule.work, practice), u),
          practice,
        );
        return;
      }
      const over = practice[rule.most] - free;
      const small = over < margin;
      const both = Math.max(0, chanceClear(margin, u) + chanceClear(over, u) - 1);
      const remedy = small ? rule.smallWork : rule.work;
      const nearer = small
        ? remedy
          ? practice[remedy.reach!] - free
          : over
        : margin + reachOf(remedy, practice);
      finding.small = small;
      finding.margin = small ? over : margin;
      settle(finding, remedy !== undefined, both, chanceClear(nearer, u), practice, chanceClear(nearer, u));
    },
    show: (vehicle, part) => {
      const room = need.get(vehicle);
      const size = quantityOf(part.figures as never, key);
      const have = measured(size, dimension);
      if (!options.less)
        return shownSides(measured(room, dimension), have, need.at(vehicle), room, own, size);
      const other = options.less.get(vehicle);
      return {
        need: room && other && { type: 'quantity', value: room.value - other.value, u: combined(room.u, other.u), dimension },
        have,
        ...sides([
          ['vehicle', need.at(vehicle), room],
          ['vehicle', options.less.at(vehicle), other],
          ['part', own, size],
        ]),
      };
    }, // prettier-ignore
    work: (_vehicle, _part, finding) => remedyOf(rule, finding),
  };
}

/** A vehicle of no figures, to ask a side for its usual place. */
const PLAIN: FitVehicle = {
  figures: { quantities: {}, words: {} }, selfShifting: false, airConditioning: false, steering: 'left',
}; // prettier-ignore

/** Methods that print a size instead of measuring it. */
const PRINTED: ReadonlySet<string> = new Set(['drawing', 'sheet', 'listing', 'bench']);
const offBy = (figure: QuantityFigure): number => (PRINTED.has(figure.trace.method) ? 0 : figure.u);

/**
 * What two figures of a trade series are to each other: `same` and `other` where the sizes they can be leave no doubt,
 * `doubt` where they may be either, nothing where one of them is of no size of the series.
 */
export function sizesAgree(a: QuantityFigure, b: QuantityFigure): 'same' | 'other' | 'doubt' | undefined {
  const first = firstSize(a.value, offBy(a));
  const last = lastSize(a.value, offBy(a));
  const otherFirst = firstSize(b.value, offBy(b));
  const otherLast = lastSize(b.value, offBy(b));
  if (first > last || otherFirst > otherLast) return undefined;
  if (first > otherLast || otherFirst > last) return 'other';
  return first === last && otherFirst === otherLast ? 'same' : 'doubt';
}

interface MatchOptions<K extends PartKind> {
  dimension?: ShownDimension;
  prefix?: string;
  asked?: Asked<K>;
  beside?: readonly PartKind[];
  leavesTo?: PartKind;
  /** Both are sizes of the trade's series of hoses and necks: equal sizes pass and neighbouring ones do not. */
  series?: boolean;
}

/** |need − have| must be within the tolerance: `margin` is how much of it is left. */
export function match<K extends PartKind>(
  id: CheckId,
  kind: K,
  key: QuantityKey<K>,
  need: Side<QuantityFigure>,
  options: MatchOptions<K> = {},
): Check {
  const rule: Rule = RULES[id];
  const dimension = options.dimension ?? 'length';
  const own: Missing = { subject: kind, key };
  return {
    ...about(id, 'match', key, need, options),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding, practice) => {
      if (options.asked?.(vehicle, part.figures) === false) {
        finding.outcome = 'not-asked';
        return;
      }
      const wanted = need.get(vehicle);
      const have = quantityOf(part.figures as never, key);
      if (lacking(finding, wanted, have)) return;
      judgeAlike(finding, rule, wanted!, have!, practice, options.series);
    },
    show: (vehicle, part) => {
      const have = quantityOf(part.figures as never, key);
      const wanted = need.get(vehicle);
      return shownSides(
        measured(wanted, dimension, options.prefix),
        measured(have, dimension, options.prefix),
        need.at(vehicle),
        wanted,
        own,
        have,
      );
    },
    work: (_vehicle, _part, finding) => remedyOf(rule, finding),
  };
}

export function judgeAlike(
  finding: Finding,
  rule: Rule,
  need: QuantityFigure,
  have: QuantityFigure,
  practice: Practice,
  series = false,
): void {
  const difference = have.value - need.value;
  const u = combined(need.u, have.u);
  const keep = keepOf(rule, practice);
  const reach = reachOf(rule.work, practice);
  finding.margin = keep - Math.abs(difference);
  finding.u = u;
  const agree = series ? sizesAgree(need, have) : undefined;
  if (agree) {
    const within = Math.abs(difference) <= keep + reach;
    if (agree === 'doubt') {
      finding.chance = 0.5;
      finding.chanceWithChange = rule.work ? 1 : 0.5;
      finding.outcome = 'open';
    } else
      settle(
        finding,
        rule.work !== undefined,
        agree === 'same' ? 1 : 0,
        agree === 'same' || within ? 1 : 0,
        practice,
      );
    if (agree === 'other') finding.margin = Math.min(finding.margin, -Math.abs(difference));
    return;
  }
  settle(
    finding,
    rule.work !== undefined,
    chanceWithin(difference, keep, u),
    chanceWithin(difference, keep + reach, u),
    practice,
    chanceClear(keep + reach - Math.abs(difference), u),
  );
}

type Agreed = 'pass' | 'change' | 'fail' | 'unknown';
/** A yes or no between two words. */
export function words<K extends PartKind>(
  id: CheckId,
  kind: K,
  key: WordKey<K>,
  need: Side<WordFigure>,
  agree: (need: string, have: string, vehicle: FitVehicle) => Agreed,
  asked: Asked<K> = () => true,
  options: { beside?: readonly PartKind[] } = {},
): Check {
  const rule: Rule = RULES[id];
  const own: Missing = { subject: kind, key };
  return {
    ...about(id, 'words', key, need, options),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding) => {
      if (asked(vehicle, part.figures) === false) {
        finding.outcome = 'not-asked';
        return;
      }
      const wanted = need.get(vehicle);
      const have = wordOf(part.figures as never, key);
      if (lacking(finding, wanted, have)) return;
      finding.outcome = agree(wanted!.word, have!.word, vehicle);
      finding.missing = 'none';
      finding.chance = finding.outcome === 'pass' ? 1 : 0;
      finding.chanceWithChange = finding.outcome === 'fail' ? 0 : 1;
    },
    show: (vehicle, part) => {
      const wanted = need.get(vehicle);
      const have = wordOf(part.figures as never, key);
      const at = need.at(vehicle);
      return shownSides(worded(at.subject, at.key, wanted), worded(kind, key, have), at, wanted, own, have);
    },
    work: (_vehicle, _part, finding) => remedyOf(rule, finding),
  };
}

/** The same check, asked only where somebody has to meet it; where that is not known it is asked. */
export function onlyWhere<K extends PartKind>(asked: Asked<K>, check: Check): Check {
  return {
    ...check,
    judge: (vehicle, part: { figures: FigureSet<K> }, finding, practice) => {
      if (asked(vehicle, part.figures) === false) finding.outcome = 'not-asked';
      else check.judge(vehicle, part as never, finding, practice);
    },
  };
}

export const same = (need: string, have: string): Agreed => (need === have ? 'pass' : 'fail');
export const sameOrChange = (need: string, have: string): Agreed => (need === have ? 'pass' : 'change');

const WORKED_OUT: Omit<Trace, 'text' | 'source'> = {
  figureId: 0,
  method: 'worked',
  grade: 3,
  by: '',
  at: '',
};
/** A word that follows from something else than a figure on record. */
export const workedOut = (
  word: string,
  text: string,
  source = 'the vehicle’s configuration',
): WordFigure => ({
  word,
  trace: { ...WORKED_OUT, text, source },
});

export const minutesToMeasure = ({ subject, key }: Missing): number =>
  attributeOf(subject, key)?.minutes ?? 1;
