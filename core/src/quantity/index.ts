export {
  DIMENSIONS,
  UNITS,
  convert,
  fromRecord,
  recordUnit,
  toRecord,
  unitBySymbol,
  findUnit,
  type Dimension,
  type Unit,
} from './units.ts';
export {
  QUANTITY_LENGTH,
  parseQuantity,
  type Quantity,
  type QuantityFault,
  type QuantityProblem,
} from './parse.ts';
export {
  METHODS,
  METHOD_RULES,
  canMeasure,
  expandedUncertainty,
  readingStep,
  type Grade,
  type Method,
} from './method.ts';
export { minutesText } from './minutes.ts';
export { formatQuantity, preferredUnit, type FormatOptions, type UnitSystem } from './format.ts';
