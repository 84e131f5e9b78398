import type { Column } from '@radiatrix/core/table';
import { figureName } from './figures.ts';

/** The heading of a column of a table: a figure's own name, or the column's. */
export const columnHeading = ({ figure, label }: Column): string =>
  figure ? figureName(figure.subject, figure.key) : label;
