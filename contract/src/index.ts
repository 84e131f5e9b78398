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
export { PROBLEMS, type FieldProblem, type Problem, type ProblemCode } from './problems.ts';
export { LIST_LIMIT } from './records/vehicle.ts';
export { PHOTO_LIMIT_BYTES, PHOTO_TYPES } from './records/photo.ts';
export { STAGES, type Stage } from './stages.ts';
export { REVISION_STATES, type RevisionState, type Stamp } from './revision.ts';
export type * from './records/figure.ts';
export type * from './records/vehicle.ts';
export type * from './records/part.ts';
export type * from './records/connector.ts';
export type * from './records/procedure.ts';
export * from './records/review.ts';
export * from './records/history.ts';
export type * from './records/bundle.ts';
export type * from './records/photo.ts';
export type * from './records/job.ts';
export type { NewStream, StreamRecord } from './records/stream.ts';
export type { Bench, BenchPart } from './records/compare.ts';
export type * from './records/practice.ts';
export type * from './records/vin-pattern.ts';
export type * from './records/coverage.ts';
export type { Upload, WrongCell } from './records/table.ts';
export { TABLE_FORMATS, TABLE_LIMIT_BYTES } from './records/table.ts';
export type * from './records/search.ts';
export {
  LIBRARY,
  LIBRARY_TABLES,
  type FieldType,
  type LibraryLine,
  type LibraryRecord,
  type LibraryTable,
  type RecordField,
  type RecordValues,
} from './records/library.ts';
