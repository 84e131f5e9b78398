export { areNeighbours, auditModel, coveredVehicles, type AuditClaim, type Finding } from './audit.ts';
export { claimSentence, contradicts, inScope, overlap, speaksOf, type Claim, type Scope } from './claim.ts';
export { coverSet, type Column, type Cover } from './cover.ts';
export { Bits } from './bits.ts';
export { fewestLines, type Fewest, type Line, type Progress } from './fewest.ts';
export type { Cell } from './grid.ts';
export {
  boxOf,
  boxOfVehicle,
  coverageOf,
  covers,
  difference,
  intersection,
  monthName,
  monthNumber,
  overlaps,
  regionOf,
  regionOfAll,
  sameRegion,
  spaceOf,
  subtractBox,
  union,
  type Box,
  type Coverage,
  type Region,
  type Space,
} from './region.ts';
export { readLine, spokenIds, type LineRead } from './line.ts';
export { readSentence, type SentenceLine, type SentenceRead } from './sentence.ts';
export {
  concerns,
  conditionSentence,
  type Condition,
  type ConditionContext,
  type ConditionScope,
} from './condition.ts';
export { readCondition, type ConditionWords, type ReadCondition } from './condition-text.ts';
