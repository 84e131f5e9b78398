export {
  CLOCK_START,
  FOLLOWED_AHEAD_MS,
  compareClocks,
  runsAhead,
  seen,
  tick,
  trusted,
  type Clock,
} from './clock.ts';
export {
  DELAYS, EVENTS, EVENT_KINDS, FILL_STAGES, FOLLOW_UPS, FOUND_BY, OUT_AGAIN, PART_ROLES, PART_STATES, UNIT_PLACES,
  type AccountOpened, type BledFinding, type CameOff, type CountedBack, type CountedOut, type Delay, type EventKind, type EventLine, type EventPayloads, type FillStage, type FollowUp, type FoundBy, type JobEvent, type OutAgain, type PartRole, type PartState, type UnitPlace,
} from './events.ts'; // prettier-ignore
export { everHeldBy, inHandsOf } from './hands.ts';
export { foldJob, joinedUnits, runningTimers } from './fold.ts';
export { inOrder } from './order.ts';
export { rootOf, undone, type Undoable } from './undoing.ts';
export { SIDE_KINDS, sidesOf, sidesOfKind, type SideIds, type SideKind } from './sides.ts';
export { leadingParts } from './leading.ts';
export {
  freshUnit,
  jobUnits,
  unitInHand,
  unitsTested,
  untested,
  type JobUnit,
  type TestedUnit,
} from './units.ts';
export { failedTests, isStopped, minutesOf, nextFollowUp } from './progress.ts';
export { outText, leftInTray, trayOf, type Tray, type TrayPlace } from './tray.ts';
export { moneyOf, type JobMoney } from './money.ts';
export { HOLDS, HOSE_ENDS, stillIn, type HoldKind, type HoseEnd, type HoseEndKind, type MadeHose } from './holds.ts'; // prettier-ignore
export { stageOf } from './stage.ts';
export { diagnosisSteps } from './diagnosis.ts';
export {
  chunkProblem,
  samplesOf,
  type Channel,
  type Samples,
  type StreamChunk,
  type StreamHead,
} from './stream.ts';
export {
  JOB_STAGES,
  type BenchTested,
  type ChosenWay,
  type DiagnosisEntry,
  type JobHold,
  type JobPart,
  type JobStage,
  type JobState,
  type RecordedMove,
  type Said,
  type Span,
  type StepState,
  type UnitMove,
} from './state.ts';
export { WAITS, isSilent, waitsFor, type Waiting, type WaitsFor } from './waits.ts';
