import {
  attributeOf,
  methodOr,
  PART_KINDS,
  readFigure,
  type ChoiceReader,
  type FigureFault,
  type PartKind,
} from '../figures/index.ts';
import { METHODS, canMeasure, parseQuantity, type Method } from '../quantity/index.ts';
import { isFigureColumn, type MappedHeading } from './columns.ts';
import { meant, type CellProblem, type ReadingChoices } from './problems.ts';
import type { Cells } from './rows.ts';

/** One figure that a row states, read and kept in the row's own words. */
export interface StatedFigure {
  key: string;
  text: string;
  method: Method;
  type: 'quantity' | 'choice' | 'connector';
  value: number | null;
  u: number | null;
  /** Code of the choice or of the connector; empty for a quantity. */
  word: string;
}

/** A part as one row states it. What the row leaves empty it says nothing of, so that nothing on record is emptied by it. */
export interface PartRow {
  number: string;
  maker: string;
  kind: PartKind;
  description: string | undefined;
  notes: string | undefined;
  supersedes: string | undefined;
  interchange: { seller: string; number: string }[] | undefined;
  inTheBox: { quantity: number; name: string; fromOld?: true }[] | undefined;
  source: string;
  figures: StatedFigure[];
}

/** Behind a line of a box: it is not in it, it moves over from the old part. */
const MOVES_OVER = /\s*\(moves over\)$/i;
const listed = (text: string): string[] => text.split(/\s*\|\s*/).filter(Boolean);

const interchangeOf = (text: string): PartRow['interchange'] =>
  listed(text).map((each) => {
    const [, seller = '', number = ''] = /^([^:]+):\s*(.+)$/.exec(each) ?? /^(\S+)\s+(.+)$/.exec(each) ?? [each, each, each];
    return { seller, number };
  }); // prettier-ignore

const boxOf = (text: string): PartRow['inTheBox'] =>
  listed(text).map((each) => {
    const [, quantity = '1', name = each] = /^(\d+)\s*[×x]\s*(.+)$/.exec(each) ?? [];
    const own = name.replace(MOVES_OVER, '');
    return { quantity: Number(quantity), name: own, ...(own === name ? {} : { fromOld: true as const }) };
  });

/** A bare number is in the column's unit; a cell that names its own keeps it. */
function withUnit(text: string, kind: PartKind, field: string, unit: string): string {
  const attribute = attributeOf(kind, field);
  if (unit === '' || attribute?.type !== 'quantity') return text;
  const read = parseQuantity(text, attribute.dimension);
  return read.ok && read.unitAssumed ? `${text} ${unit}` : text;
}

/** How a figure was got: the row's method, or what read it off the part where the row's instrument cannot. */
function methodOf(kind: PartKind, key: string, method: Method): Method {
  const attribute = attributeOf(kind, key)!;
  if (attribute.type !== 'quantity') return methodOr(attribute, method);
  if (canMeasure(method, attribute.dimension)) return method;
  return canMeasure('bench', attribute.dimension) ? 'bench' : 'sheet';
}

export interface PartReaderInput {
  mapping: readonly MappedHeading[];
  choices?: ReadingChoices;
  /** Reads a choice in the words of a language, else by code. */
  choiceOf?: ChoiceReader | undefined;
  /** The kind of part that a name in words is. */
  kindOf?: (name: string) => PartKind | undefined;
  /** Words for a figure that cannot be read. */
  faultOf: (fault: FigureFault) => string;
}

/** Reads the rows of one table of parts. Every wrong cell of a row is named, not the first alone. */
export class PartReader {
  private readonly input: PartReaderInput;
  private readonly columns: readonly MappedHeading[];

  constructor(input: PartReaderInput) {
    this.input = input;
    this.columns = input.mapping.filter(({ field, byKind }) => isFigureColumn(field) || byKind !== undefined);
  }

  /**
   * @param cells trimmed texts by field
   * @param own the text of a mapped column, by its place among the headings
   */
  read(cells: Cells, own: (heading: MappedHeading) => string): { row?: PartRow; problems: CellProblem[] } {
    const { choices = {} } = this.input;
    const problems: CellProblem[] = [];
    const of = (field: string): string => (cells[field] ?? '').trim();
    const number = of('number');
    if (number === '') problems.push({ field: 'number', code: 'number-empty' });
    if (of('maker') === '') problems.push({ field: 'maker', code: 'maker-empty' });
    const kindSaid = meant(choices, 'kind', of('kind')).toLowerCase();
    const kind = this.input.kindOf?.(kindSaid) ?? (kindSaid as PartKind);
    if (!PART_KINDS.includes(kind))
      problems.push({
        field: 'kind',
        code: 'kind-unknown',
        said: of('kind'),
        list: PART_KINDS,
        name: 'kind',
      });
    const method = (meant(choices, 'method', of('method')).toLowerCase() || 'caliper') as Method;
    if (!METHODS.includes(method))
      problems.push({ field: 'method', code: 'method-unknown', said: of('method'), list: METHODS, name: 'method' }); // prettier-ignore
    if (!PART_KINDS.includes(kind) || !METHODS.includes(method)) return { problems };
    const figures = this.columns.flatMap((heading) => this.figure(heading, own(heading), { kind, method }, problems)); // prettier-ignore
    if (problems.length > 0) return { problems };
    const said = (field: string): string | undefined => of(field) || undefined;
    return {
      problems,
      row: {
        number,
        maker: of('maker'),
        kind,
        description: said('description'),
        notes: said('notes'),
        supersedes: said('supersedes'),
        interchange: of('interchange') === '' ? undefined : interchangeOf(of('interchange')),
        inTheBox: of('inTheBox') === '' ? undefined : boxOf(of('inTheBox')),
        source: meant(choices, 'source', of('source')),
        figures,
      },
    };
  }

  private figure(
    { field, unit, byKind }: MappedHeading,
    said: string,
    { kind, method }: { kind: PartKind; method: Method },
    problems: CellProblem[],
  ): StatedFigure[] {
    if (said === '') return [];
    const key = byKind?.[kind] ?? field;
    if (key === '') return [];
    if (!attributeOf(kind, key)) {
      problems.push({ field: key, code: 'figure-not-of-kind', said, of: kind });
      return [];
    }
    const text = withUnit(said, kind, key, unit);
    const own = methodOf(kind, key, method);
    const read = readFigure(kind, key, text, own, this.input.choiceOf);
    if (!read.ok) {
      problems.push({ field: key, code: 'figure-unread', said: this.input.faultOf(read.why) });
      return [];
    }
    return [
      {
        key,
        text,
        method: own,
        type: read.type,
        value: read.type === 'quantity' ? read.value : null,
        u: read.type === 'quantity' ? read.u : null,
        word: read.type === 'quantity' ? '' : read.word,
      },
    ];
  }
}
