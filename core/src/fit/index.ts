export { agreement, type Statement } from './agreement.ts';
export * from './attributes.ts';
export * from './evidence.ts';
export * from './figures.ts';
export { chanceClear, chanceWithin, normalCdf } from './chance.ts';
export { readFigure, type ReadFigure } from './read.ts';
export { CHECKS, type Missing, type Outcome, type Shown } from './checks.ts';
export {
  EFFORTS,
  FUSE_CONTINUOUS_SHARE,
  RULES,
  THRESHOLDS,
  type Change,
  type CheckId,
  type Effort,
  type Rule,
  type Thresholds,
} from './rules.ts';
export { measureNext, toMeasure, type MeasureNext, type ToMeasure } from './measure.ts';
export { VERDICT_WORDS, decidingSentence, measureText, rowSentence } from './sentence.ts';
export {
  VERDICTS,
  createJudge,
  judgeFit,
  verdictLine,
  type Deciding,
  type Judge,
  type LedgerRow,
  type SaidRow,
  type Verdict,
  type VerdictLine,
  type VerdictWord,
} from './verdict.ts';
export {
  RELATIONS, findSets, relate, workCost,
  type NearMiss, type PartSet, type Relation, type RelationId, type SetPart, type Sets, type Slot,
} from './sets.ts'; // prettier-ignore
