export * from './types.ts';
export * from './labels.ts';
export { choicesFor, labelFor } from './choices.ts';
export { DESCRIPTION_LIMIT, correct, describeVehicle, type Description } from './describe.ts';
export {
  FIELDS,
  ruledOutBy,
  byId,
  suits,
  tellApart,
  type Chip,
  type Choice,
  type Difference,
  readValue,
  readsOf,
  readMonthSpan,
  readYearSpan,
  type Field,
} from './request.ts';
export { complaintIn } from './complaint.ts';
export { engineAgrees, toldDetails, transmissionAgrees, type ToldDetails } from './told.ts';
export { nextQuestion, type Answer, type Prospect, type Question } from './question.ts';
export * from './vin.ts';
