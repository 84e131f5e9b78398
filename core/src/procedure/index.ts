export {
  CAUTIONS,
  cautionText,
  cautionsFor,
  type Caution,
  type CautionCode,
  type CautionContext,
} from './cautions.ts';
export { swappable, threadOf } from './threads.ts';
export { clipOf, clipsMixed, standIns, type Clip, type StandIn } from './clips.ts';
export { hazardText, proofread, swapHazards, type Finding, type TrayHazard } from './proofread.ts';
export { withIdentity } from './identity.ts';
export {
  inOrder,
  assembleSheet,
  isCoolDown,
  mountsOf,
  opensSystem,
  type Sheet,
  type SheetInput,
  type SheetStep,
} from './sheet.ts';
export {
  FASTENER_POLICIES,
  MOUNT_CODES,
  PHASES,
  PHASE_LABELS,
  type Fastener,
  type FastenerPolicy,
  type Mount,
  type MountCode,
  type Phase,
  type ProcedureDocument,
  type ProcedureNote,
  type Step,
} from './types.ts';
