export { placeInFile } from './place.ts';
export { csvLine, guardCell, unguardCell } from './cells.ts';
export {
  TABLE_KINDS,
  columnsOf,
  guessMapping,
  isFigureColumn,
  squeeze,
  type Column,
  type MappedHeading,
  type TableKind,
} from './columns.ts';
export { ApplicationReader, saidYes, type ApplicationRow, type CellProblem, type Cells } from './rows.ts';
