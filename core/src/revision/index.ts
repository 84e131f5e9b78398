export { releasesAlone } from './alone.ts';
export {
  connectorBack,
  detailsBack,
  procedureBack,
  type ConnectorBack,
  type DetailsBack,
} from './documents.ts';
export { figuresBack, type FigureBack } from './figures.ts';
export { merge, type Merged, type Values } from './merge.ts';
export {
  differences,
  standingAfter,
  versionsOf,
  type Change,
  type Difference,
  type Row,
  type Standing,
} from './history.ts';
