export { depthsOf, factWords, needsWords, readFacts, writeFacts } from './words.ts';
export { BACK_RULES, BACK_RULE_CODES, type BackRule } from './back-rules.ts';
export { borrowedMap, type BorrowedSaid } from './borrowed.ts';
export { compile, type Compiled } from './compile.ts';
export { mapFor } from './for-vehicle.ts';
export { cheapestHittingSet } from './hitting-set.ts';
export { layOut, timelineOf, type LayOut, type PastCount, type Stretch } from './lay-out.ts';
export { leastOperations, type Least } from './least.ts';
export { mayComeNext, mayGoBackNext, orderBack, orderOut, type BackOrder } from './order.ts';
export { proofreadMap } from './proofread.ts';
export { beforeOperation } from './reach-for.ts';
export {
  assumedBefore,
  mapOfRecordings,
  recordedCode,
  type RecordedOff,
  type RecordedSaid,
  type Recording,
} from './recorded.ts';
export { refitMap, refitOf, type Refit, type RefitPart, type RefitVehicle } from './refit.ts';
export { openSteps, stepsStayingOff, type Run } from './run.ts';
export { Reach, canAllBeDone, type Task, type TaskOperation } from './task.ts';
export {
  LIFTS,
  PLACES,
  PROOFS,
  THING_STATES,
  factKey,
  type AccessMap,
  type Fact,
  type Lift,
  type MapStep,
  type Operation,
  type Place,
  type Proof,
  type Thing,
  type ThingState,
  type WayBack,
} from './types.ts';
export {
  OBJECTIVES,
  WAYS_SHOWN,
  addedMinutes,
  costOf,
  preferred,
  stepsBeside,
  waysIn,
  type Objective,
  type Way,
  type WayCost,
  type Ways,
  type WaysInput,
} from './ways.ts';
export {
  PLACE_WORDS,
  backStep,
  outStep,
  wayTitles,
  wayWords,
  writeProcedure,
  type WrittenWay,
} from './write.ts';
