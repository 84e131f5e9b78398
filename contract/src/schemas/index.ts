/** The validators, and the table of routes that uses them. */
export { ROUTES, type Route, type RouteId } from '../routes.ts';
export { signInSchema } from '../records/sign-in.ts';
export {
  BUNDLE_FORMAT,
  BUNDLE_LISTS,
  bundleSchema,
  type Bundle,
  type BundleList,
  type BundleScope,
} from '../records/bundle.ts';
export { connectorSchema } from '../records/connector.ts';
export { figuresChangeSchema } from '../records/figure.ts';
export { newClaimSchema, newPartSchema, partDetailsSchema } from '../records/part.ts';
export { newProcedureSchema, procedureSchema } from '../records/procedure.ts';
export { librarySchema } from '../records/library.ts';
