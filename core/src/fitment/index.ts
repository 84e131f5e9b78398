export {
  AGREEMENT_RULES, atEngine, disagreements, fullyOpenOf, nearestAgreement, oneSidedAgreement, roomToAgree,
  type AgreementRule, type Broken, type HalfStage, type KnownSettings, type OneSided, type Proposal, type Room as AgreementRoom,
  type Settings, type Stock,
} from './agreement.ts'; // prettier-ignore
export { stagesAsked, switchesOf } from './topics/agreement-topic.ts';
export { attempt, sentence, type Attempt } from './attempt.ts';
export {
  HEAD_SIZES, PROOF_KN, boltLimitNm, boxScrew, likelyThreads, reach, swapHazards,
  type Reach, type Screw, type SwapHazard,
} from './shapes/bolts.ts'; // prettier-ignore
export { Draws } from '../random/index.ts';
export { CHOICE_FIGURES, CHOICE_WORDS, NO_CHOICES, SHROUDS_NOW, type Choices, type Room } from './choices.ts';
export { MOST_RUNS, drawClearances, type Drawn } from './shapes/clearance-draws.ts';
export {
  checkAirflow,
  checkArea,
  checkSameFit,
  checkTotal,
  checkVolume,
  type ClaimFinding,
} from './claims.ts';
export { claimsOf, type NamedClaim } from './topics/claims-topic.ts';
export { drivesOf, everyOf, SHOWN_MOMENTS } from './topics/drives.ts';
export { hosePlan, supportWork, type HosePlan, type SupportWork } from './shapes/edges.ts';
export {
  differencesOf,
  faceOf,
  faceOfBay,
  type Difference,
  type FaceId,
  type FaceShape,
} from './shapes/face-of-parts.ts';
export {
  TOPIC_NAMES, agreementFindings, boltFindings, claimFindings, claimWord, coolingFindings, depthFindings, driveFinding, findingsOf, ledgerFindings,
  onFace, topicOf, wiringFindings, workFindings, worstOf,
  type ClearanceCode, type CoolingCases, type FindingSays, type FindingWord, type Found, type TopTank, type Topic,
} from './topics/findings.ts'; // prettier-ignore
export { fitChoices, fitPartOf, fitVehicleOf, fitmentOf, membersOf, planOf, type Plan } from './plan.ts';
export { portLabel } from './shapes/port-label.ts';
export type { PlanConnector, PlanPart, PlanRecord } from './record.ts';
export { kitEnds, type KitEnd } from './topics/wiring-topic.ts';
export { screwsInBox } from './topics/screws-topic.ts';
export {
  capOf, coveredShare, likelyVehicleClass, setUpOf, type SetUpNote,
  type Assumed, type Ready,
} from './set-up.ts'; // prettier-ignore
export { completeSettings, knownSettings, stagesOf, type Said, type Switches } from './settings-of.ts';
export { sideBySide, wiresBeside, type Beside, type BesideRow, type WireRow } from './side-by-side.ts';
export { sideOf, type Side } from './sides.ts';
export { footSpacer, hubSpacer, type FootPlan } from './shapes/spacers.ts';
export { comesNearerMm, stackOf, type Layer, type LayerId, type Stack } from './shapes/stack-of-parts.ts';
export {
  RUNGS,
  conversionOf,
  ladderOf,
  type AsItStands,
  type Conversion,
  type Ladder,
  type Rung,
  type RungId,
} from './topics/ladder.ts';
export { loadOf } from './topics/cooling-topic.ts';
export { predictPullDown, type Correction, type NoPrediction, type Prediction } from './prediction.ts';
export { plugOf } from './topics/wiring-topic.ts';
export { bracketSvg, upperBracket, type Bracket, type BracketInput } from './bracket.ts';
export {
  transferList,
  type Becomes,
  type TransferLine,
  type TransferSaid,
  type TransferThing,
  type TransferWhy,
} from './transfer.ts';
export { cutLine, cutLineSvg, readContour, type ContourPoint, type CutLine } from './cut-line.ts';
