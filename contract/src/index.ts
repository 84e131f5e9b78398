/** What crosses the wire, without the validators: those are in `@radiatrix/contract/schemas`. */
export {
  ROLES,
  ROLE_LABELS,
  canEdit,
  seesDrafts,
  type Person,
  type Role,
  type SessionState,
  type SignIn,
} from './people.ts';
export type * from './account.ts';
export type * from './webhook.ts';
export { PROBLEMS, type FieldProblem, type Problem, type ProblemCode } from './problems.ts';
export * from './limits.ts';
export { STAGES, type Stage } from './stages.ts';
export { REVISION_STATES, type RevisionState, type Stamp } from './revision.ts';
export type * from './figure.ts';
export type * from './vehicle.ts';
export type * from './part.ts';
export type * from './match.ts';
export type * from './first-view.ts';
export type * from './sheet.ts';
export type * from './connector.ts';
export type * from './procedure.ts';
export type * from './access.ts';
export type * from './schedule.ts';
export type * from './review.ts';
export { REVIEW_KINDS } from './revision.ts';
export type * from './history.ts';
export type * from './bundle.ts';
export type * from './photo.ts';
export type * from './job.ts';
export type { NewStream, StreamRecord } from './stream.ts';
export type { ProvingRecord } from './proving.ts';
export type { Correction, CorrectionReach, JobCorrection, TellCorrection } from './correction.ts';
export type { MergeBody, MergeClash, MergeLine, MergePreview, MergedRows, MergedWhat } from './merge.ts';
export { CORRECTED, MERGED, REACHES, type Corrected, type MergeKind, type Reach } from './revision.ts';
export type { BeginRecord, DeskJob, DeskRecord, FigureWanted } from './desk.ts';
export type { AcceptBody, DifferenceLine, FilingRecord, MapMinutes } from './filing.ts';
export type {
  FailureBody,
  FailureLine,
  FailureRecord,
  FailureReport,
  LifeCurve,
  LifeStep,
  UnitLine,
} from './failure.ts';
export type { DiagnosisRecord, DiagnosisTableRecord, FirstChecks, ShopTableLine, TableChangeBody } from './diagnosis.ts'; // prettier-ignore
export type { Instruments, StandInAct } from './instrument.ts';
export type { PlanningRecord, PlanningPart } from './fitment.ts';
export type * from './practice.ts';
export type * from './vin-pattern.ts';
export type * from './coverage.ts';
export type { AsideRow, NewNames, Understood, UnknownName, Upload, UploadLine, WrongCell } from './table.ts';
export type { ImportedPart, OddCode, Oddity } from './import-review.ts';
export type * from './search.ts';
export {
  LIBRARY,
  LIBRARY_TABLES,
  type FieldType,
  type LibraryTable,
  type RecordField,
} from './library-fields.ts';
export type { LibraryLine, LibraryRecord, RecordValues } from './library.ts';
