export {
  AGREEMENT_RULES,
  MARGINS,
  atEngine,
  disagreements,
  fullyOpenOf,
  nearestAgreement,
  type AgreementRule,
  type Broken,
  type Proposal,
  type Settings,
  type Stock,
} from './agreement.ts';
export {
  HEAD_SIZES,
  PROOF_KN,
  TIGHTENING,
  boltLimitNm,
  boxScrew,
  likelyThreads,
  reach,
  swapHazards,
  type Reach,
  type Screw,
  type SwapHazard,
} from './bolts.ts';
export { Draws } from './chance-draws.ts';
export {
  checkAirflow,
  checkArea,
  checkSameFit,
  checkTotal,
  checkVolume,
  type ClaimFinding,
} from './claims.ts';
export {
  MOST_RUNS,
  clear,
  drawClearances,
  type Cleared,
  type Clearance,
  type Drawn,
  type Figure,
} from './depth-stack.ts';
export { hosePlan, leakage, supportWork, type EdgeGaps, type HosePlan, type SupportWork } from './edges.ts';
export { PRACTICE } from './practice.ts';
export { footSpacer, frameSpacer, hubSpacer, spacerFor, type Choice, type FootPlan } from './spacers.ts';
export {
  differencesOf,
  faceOf,
  faceOfBay,
  impossibleFigures,
  type Difference,
  type FaceId,
  type FaceShape,
} from './face-of-parts.ts';
export {
  comesNearerMm,
  engineRock,
  stackOf,
  type Assembly,
  type Layer,
  type LayerId,
  type Stack,
} from './stack-of-parts.ts';
export {
  USUAL_CAP_KPA,
  capOf,
  coveredShare,
  edgeGaps,
  fanRatingOf,
  likelyVehicleClass,
  radiatorOf,
  runningV,
  setUpOf,
  type Assumed,
  type Ready,
} from './set-up.ts';
export {
  FACE_CHECKS,
  FINDING_WORDS,
  PORT_CHECKS,
  TOPICS,
  TOPIC_NAMES,
  agreementFindings,
  boltFindings,
  brokenSentence,
  changeFindings,
  circuitFaultSentence,
  claimFindings,
  claimSentence,
  claimWord,
  coolingFindings,
  depthFindings,
  hazardSentence,
  kelvins,
  ledgerFindings,
  planFaultSentence,
  proposalSentence,
  wiringFindings,
  worstOf,
  type CoolingCases,
  type FindingWord,
  type Found,
  type Topic,
} from './findings.ts';
export { settingsOf, stagesOf, type Said } from './settings-of.ts';
