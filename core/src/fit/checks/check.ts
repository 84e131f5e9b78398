import {
  attributeOf,
  type FigureSet,
  type PartKind,
  type QuantityFigure,
  type QuantityKey,
  type WordFigure,
  type WordKey,
  type WorkedFrom,
} from '../../figures/index.ts';
import { workOf, type Practice, type Work } from '../../practice/index.ts';
import type { Rule } from './rule.ts';
import type { FitPart, FitVehicle } from '../vehicle.ts';
import type { Missing, ShownSides } from './shown.ts';

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

export interface Check {
  rule: Rule;
  /** `clearance`: need is the room there is; `match`: both should be alike; `words`: a yes or no. */
  family: 'clearance' | 'match' | 'words';
  /** Takes milliseconds: looked at last, and only where it can still turn the verdict. */
  costly?: true;
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

/** Work of a rule for a shortfall, in tenths of the record unit. */
export const remedyOf = (rule: Rule, finding: Finding): Work | undefined => {
  const remedy = finding.small && rule.smallWork ? rule.smallWork : rule.work;
  if (!remedy || finding.outcome !== 'change') return undefined;
  const shortfall = Math.round(-finding.margin * 10) / 10;
  return workOf(remedy.code, remedy.concerns, remedy.reach && shortfall > 0 ? { by: shortfall } : {});
};

/** Whether the vehicle asks for a check at all; undefined where that is not known, which asks. */
export type Asked<K extends PartKind> = (vehicle: FitVehicle, figures: FigureSet<K>) => boolean | undefined;

/** A word that follows from something else than a figure on record. */
export const workedOut = (word: string, worked: WorkedFrom): WordFigure => ({
  word,
  trace: { figureId: 0, method: 'worked', grade: 3, source: '', text: '', by: '', at: '', worked },
});

export const minutesToMeasure = ({ subject, key }: Missing): number =>
  attributeOf(subject, key)?.minutes ?? 1;
