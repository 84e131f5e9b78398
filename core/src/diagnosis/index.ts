export {
  ENDS,
  type CauseLine,
  type CheckLine,
  type Condition,
  type DiagnosisStep,
  type DiagnosisTable,
  type DiagnosisVehicle,
  type End,
  type FanRole,
  type Finding,
  type Heard,
  type OutcomeLine,
  type RemedyLine,
  type TableChange,
  type TableCounts,
} from './types.ts';
export {
  USUAL_TABLE,
  WORTH,
  fansOf,
  hypothesesOf,
  tableFor,
  type Cause,
  type Observation,
  type Remedy,
  type VehicleTable,
} from './table.ts';
export { follow, marginals, observe, outcomesOf, outcomesUnder, repair, type Belief, type Followed, type Unread } from './belief.ts'; // prettier-ignore
export { costsOf, minutesOfCheck, minutesOfRemedy, type Costs, type Reach } from './cost.ts';
export { DESK, rankActs, repairsAlone, type Act, type Problem, type Valued, type Width } from './search.ts';
export { nextStep, openChecks, problemOf, type NextStep, type Step } from './next.ts';
export { contradictions, standing, suspects, type Contradiction, type Standing, type Suspect } from './explain.ts'; // prettier-ignore
export { unconfirmed, type Unconfirmed } from './unconfirmed.ts';
export { heldBack, type HeldBack } from './possible.ts';
export { diagnose, type AnyCheck, type DiagnosisView, type ShownCheck, type ShownStep } from './view.ts';
export { heardIn } from './heard.ts';
export { readAmps, readCap, readVolts, readWarmUp, type Read } from './read.ts';
export { causeWords, checkWords, inSentence, outcomeWords, remedyWords } from './said.ts';
export { partOfRemedy } from './remedy.ts';
export { fanClass, filedCase, type FiledCase } from './learn.ts';
export { changeProblem } from './change.ts';
export { hiddenFault, shows, type Hidden } from './hidden.ts';
export {
  REMAINS,
  TRAINER_VEHICLES,
  checksLeft,
  exerciseFrom,
  exerciseOf,
  isPutRight,
  looksAt,
  programsWay,
  scoreOf,
  spentOn,
  type Exercise,
  type Spent,
} from './trainer.ts';
