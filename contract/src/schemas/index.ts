/** The validators, and the table of routes that uses them. */
export { ROUTES, type AnswerOf, type Answers, type BodyOf, type QueryOf, type RouteId } from '../routes.ts';
export type { Route } from '../route.ts';
export { signInSchema } from '../sign-in.ts';
export {
  BUNDLE_FORMAT,
  BUNDLE_LISTS,
  bundleSchema,
  type Bundle,
  type BundleList,
  type BundleScope,
} from '../bundle.ts';
export { connectorSchema } from '../connector.ts';
export { figuresChangeSchema } from '../figure.ts';
export { newClaimSchema, newPartSchema, partDetailsSchema } from '../part.ts';
export { newProcedureSchema, procedureSchema } from '../procedure.ts';
export { eventPayloads, eventsQuery } from '../job.ts';
export { readingsQuery } from '../instrument.ts';
export { accessSchema, newAccessSchema } from '../access.ts';
export { librarySchema } from '../library.ts';
