export { fillPlan, refill, type FillPlan, type Refill } from './mix.ts';
export {
  COOLING_LIQUIDS,
  GOT_BY,
  GOT_WORDS,
  LIQUIDS,
  amountU,
  atTwenty,
  isCooling,
  type GotBy,
  type Liquid,
} from './liquids.ts';
export {
  ARRIVALS,
  WAYS_MOVED,
  accountOf,
  moveProblem,
  moved,
  strengthOf,
  type Account,
  type Amount,
  type Arrival,
  type CoolantMove,
  type Held,
  type Opening,
  type WayMoved,
} from './account.ts';
export { protection, tabledTo, type Protection } from './protection.ts';
export {
  WATER,
  pourFor,
  type FillStep,
  type Part,
  type Pour,
  type PourOption,
  type PourWanted,
  type Product,
} from './pour.ts';
export {
  GLYCOLS,
  READ_WITH,
  READ_WITH_WORDS,
  readStrength,
  refractiveIndex,
  settleWith,
  type Glycol,
  type ReadStrength,
  type ReadWith,
  type Settled,
  type StrengthReading,
} from './strength.ts';
export { TECHNOLOGIES, compatible, type Compatibility, type Technology } from './technology.ts';
export { REASON_WORDS, shortfall, topUps, type Reason, type Shortfall } from './short.ts';
export {
  FILL_CAUTIONS,
  FLUSHES,
  SCHOOLS,
  SCHOOL_LINES,
  flushDone,
  judgeVacuum,
  schoolFor,
  type FillRecord,
  type Flush,
  type Judged,
  type School,
  type VacuumReading,
} from './schools.ts';
export {
  BLEED_CAUTIONS,
  BLEED_ENDS,
  BLOWERS,
  endsFor,
  heldEnough,
  judgeBleed,
  type BleedCode,
  type BleedEnd,
  type BleedAmounts,
  type BleedFinding,
  type BleedRecord,
  type BleedSeen,
  type Blower,
} from './bleed.ts';
