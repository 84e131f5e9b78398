export * from './attributes.ts';
export * from './figures.ts';
export { chanceClear, chanceWithin, normalCdf } from './chance.ts';
export { incoherences, isCoherent, type Incoherent } from './coherence.ts';
export { combined } from './combine.ts';
export { goesWith, lentFigures, withLent, type BayKey, type Kinship, type LentFigure, type Relative } from './lent.ts'; // prettier-ignore
export {
  insisted,
  limitsOf,
  methodOr,
  methodsFor,
  readFigure,
  spelledOut,
  type ChoiceReader,
  type FigureFault,
  type ReadFigure,
} from './read.ts';
