import { columnsOf, TABLE_KINDS, type Column } from '@radiatrix/core/table';
import { figureName, kindName } from './figures.ts';

const plainHeading = ({ figure, label }: Column): string =>
  figure ? figureName(figure.subject, figure.key) : label;

let several: Set<string> | undefined;
/** Names that several figures of one table go by: "Plug" is one of a fan and one of a switch. */
const namesOfSeveral = (): Set<string> => {
  if (several) return several;
  several = new Set<string>();
  for (const kind of TABLE_KINDS) {
    const seen = new Set<string>();
    for (const column of columnsOf(kind)) {
      const name = plainHeading(column).toLowerCase();
      if (seen.has(name)) several.add(name);
      seen.add(name);
    }
  }
  return several;
};

/** The heading of a column of a table: a figure's own name, with its kind of part where another goes by the same; or the column's. */
export function columnHeading(column: Column): string {
  const name = plainHeading(column);
  return column.figure && namesOfSeveral().has(name.toLowerCase())
    ? `${name}, ${kindName(column.figure.subject)}`
    : name;
}
