export { placeInFile } from './place.ts';
export { csvLine, guardCell, unguardCell } from './cells.ts';
export {
  TABLE_KINDS,
  columnsOf,
  guessByCells,
  guessMapping,
  isFigureColumn,
  isHeadingOf,
  squeeze,
  type Column,
  type MappedHeading,
  type TableKind,
} from './columns.ts';
export {
  guessLayout,
  isTotals,
  joinedHeadings,
  separatorOf,
  type FileRow,
  type SheetLayout,
} from './layout.ts';
export { readBuilt, readMonth } from './months.ts';
export { PartReader, type PartRow, type StatedFigure } from './part-rows.ts';
export { bareNumber, heldText, plainCell } from './plain.ts';
export {
  CELL_CODES,
  NAME_KINDS,
  meant,
  nameKey,
  type CellCode,
  type CellProblem,
  type NameKind,
  type ReadingChoices,
} from './problems.ts';
export { ApplicationReader, saidYes, type ApplicationRow, type Cells } from './rows.ts';
export { readYears, type YearsRead } from './years.ts';
