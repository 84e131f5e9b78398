export { agreement, type Statement } from './agreement.ts';
export * from './evidence.ts';
export { CHECKS } from './checks/checks.ts';
export type { Outcome } from './checks/check.ts';
export { sizesAgree } from './checks/sizes.ts';
export type { Missing, Shown, ShownCode, ShownDimension, Term, TermCode } from './checks/shown.ts';
export {
  clear, clearancesOf, engineRock, loweredBy, spacerFor, stackFigures, assertFigures,
  type Choice, type Cleared, type Clearance, type Figure, type StackFigures,
} from './checks/depth.ts'; // prettier-ignore
export { edgeGaps, leakage, type EdgeGaps } from './checks/edges.ts';
export type { LedgerRow } from './ledger.ts';
export { CHECK_IDS, RULES, type CheckId } from './checks/checks.ts';
export type { CheckPlace, CheckTopic, Remedy, Rule } from './checks/rule.ts';
export { fanRatingOf, radiatorOf, type CoolingNeed } from './cooling-figures.ts';
export { fuseOf, runningA } from './checks/current.ts';
export { measureNext, toMeasure, type MeasureNext, type ToMeasure } from './measure.ts';
export {
  VERDICTS, createJudge, judgeFit, verdictLine,
  type Deciding, type Judge, type SaidRow, type Verdict, type VerdictLine, type VerdictWord,
} from './verdict.ts'; // prettier-ignore
export type { Assembly, Beside, FitChoices, FitPart, FitVehicle, Replaced, Replaces } from './vehicle.ts';
export {
  RELATIONS, findSets, relate,
  type NearMiss, type PartSet, type Relation, type RelationId, type SetPart, type Sets, type Slot,
} from './sets.ts'; // prettier-ignore
export { drivenClearance, drivenGap, engineTurns } from './kinds/belt.ts';
export { judgeTogether, type JudgedMember, type Member, type Together } from './together.ts';
export { COUNTS_IN, countsElsewhere, type CountsIn, type Elsewhere } from './elsewhere.ts';
