import {
  chanceClear,
  chanceWithin,
  combined,
  type FigureSet,
  type PartKind,
  type QuantityFigure,
  type QuantityKey,
  type WordFigure,
  type WordKey,
} from '../../figures/index.ts';
import type { Practice, PracticeName } from '../../practice/index.ts';
import type { Remedy, Rule } from './rule.ts';
import type { FitVehicle } from '../vehicle.ts';
import { sizesAgree } from './sizes.ts';
import {
  type Asked,
  type Check,
  type Finding,
  type Side,
  lacking,
  quantityOf,
  remedyOf,
  settle,
  wordOf,
} from './check.ts';
import {
  type ShownDimension,
  type Missing,
  type Term,
  measured,
  sides,
  worded,
  shownSides,
} from './shown.ts';

/** Whether nobody has to meet a check in this vehicle; where that is not known it is asked. */
function isOut<K extends PartKind>(
  asked: Asked<K> | undefined,
  vehicle: FitVehicle,
  figures: FigureSet<K>,
  finding: Finding,
): boolean {
  if (asked?.(vehicle, figures) !== false) return false;
  finding.outcome = 'not-asked';
  return true;
}

/** The three families of checks: room that is left, figures that should be alike, and words. */

const reachOf = (remedy: Remedy | undefined, practice: Practice): number =>
  remedy ? (remedy.reach ? practice[remedy.reach] : Infinity) : 0;
const keepOf = (rule: Rule, practice: Practice): number => (rule.keep ? practice[rule.keep] : 0);

/** What every check of a figure of the part against a side of the vehicle says of itself. */
const about = <K extends PartKind, F extends Check['family']>(
  rule: Rule,
  family: F,
  key: QuantityKey<K> | WordKey<K>,
  need: Side<QuantityFigure> | Side<WordFigure>,
  { beside = [], leavesTo }: { beside?: readonly PartKind[]; leavesTo?: PartKind } = {},
): Pick<Check, 'rule' | 'family' | 'beside' | 'leavesTo' | 'keys'> => ({
  rule,
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
  rule: Rule,
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
  const dimension = options.dimension ?? 'length';
  const own: Missing = { subject: kind, key };
  return {
    ...about(rule, 'clearance', key, need, options),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding, practice) => {
      if (isOut(options.asked, vehicle, part.figures, finding)) return;
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
    show: (vehicle, part, practice) => {
      const room = need.get(vehicle);
      const size = quantityOf(part.figures as never, key);
      const have = measured(size, dimension);
      if (!options.less) {
        const shown = shownSides(measured(room, dimension), have, need.at(vehicle), room, own, size);
        if (rule.most && room && size) shown.sum = tooSmall(rule.most, keepOf(rule, practice), room.value - size.value, practice);
        return shown;
      }
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

/** Where more room is left than the rule allows, the margin is counted from the other limit. */
const tooSmall = (most: PracticeName, keep: number, room: number, practice: Practice): Term[] | undefined =>
  practice[most] - room < room - keep
    ? [
        { sign: 1, what: 'most-allowed', value: practice[most] },
        { sign: -1, what: 'room-left', value: room },
      ]
    : undefined;

/** A vehicle of no figures, to ask a side for its usual place. */
const PLAIN: FitVehicle = {
  figures: { quantities: {}, words: {} }, selfShifting: false, airConditioning: false, steering: 'left',
}; // prettier-ignore

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
  rule: Rule,
  kind: K,
  key: QuantityKey<K>,
  need: Side<QuantityFigure>,
  options: MatchOptions<K> = {},
): Check {
  const dimension = options.dimension ?? 'length';
  const own: Missing = { subject: kind, key };
  return {
    ...about(rule, 'match', key, need, options),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding, practice) => {
      if (isOut(options.asked, vehicle, part.figures, finding)) return;
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
  if (series) {
    const { same, within } = sizesAgree(need, have, keep, keep + reach);
    settle(finding, rule.work !== undefined, same, Math.max(same, within), practice);
    // Of two neighbouring sizes a hose does not close on the neck, however near they are.
    if (same < 0.5) finding.margin = Math.min(finding.margin, -Math.abs(difference));
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
  rule: Rule,
  kind: K,
  key: WordKey<K>,
  need: Side<WordFigure>,
  agree: (need: string, have: string, vehicle: FitVehicle) => Agreed,
  asked: Asked<K> = () => true,
  options: { beside?: readonly PartKind[] } = {},
): Check {
  const own: Missing = { subject: kind, key };
  return {
    ...about(rule, 'words', key, need, options),
    judge: (vehicle, part: { figures: FigureSet<K> }, finding) => {
      if (isOut(asked, vehicle, part.figures, finding)) return;
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
      if (!isOut(asked, vehicle, part.figures, finding))
        check.judge(vehicle, part as never, finding, practice);
    },
  };
}

export const same = (need: string, have: string): Agreed => (need === have ? 'pass' : 'fail');
export const sameOrChange = (need: string, have: string): Agreed => (need === have ? 'pass' : 'change');
