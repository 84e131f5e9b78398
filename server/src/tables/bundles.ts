import { attributeOf, methodOr, PART_KINDS, type PartKind } from '@radiatrix/core/figures';
import { METHODS, canMeasure, parseQuantity, type Method } from '@radiatrix/core/quantity';
import { spokenIds } from '@radiatrix/core/application';
import { isFigureColumn, saidYes, type MappedHeading } from '@radiatrix/core/table';
import type { Vocabulary } from '@radiatrix/core/vehicle';
import { BUNDLE_FORMAT, bundleSchema, type Bundle } from '@radiatrix/contract/schemas';
import type { WrongCell } from '@radiatrix/contract';
import { cellsOf } from './staging.ts';

/** Tables of parts and of vehicles come in as a bundle does, row by row, and are bounded for that. */
export const BUNDLE_ROWS = 20_000;

/** Behind a line of a box: it is not in it, it moves over from the old part. */
const MOVES_OVER = /\s*\(moves over\)$/i;

interface Read {
  bundle: Partial<Bundle>;
  /** The row of the file behind each record, in order. */
  rowOf: number[];
  wrong: WrongCell[];
}

type Row = { row: number; cells: string[] };

const listed = (text: string): string[] => text.split(/\s*\|\s*/).filter(Boolean);
const span = (text: string): string[] => text.split(/\s*(?:\.\.|\bto\b|–|,)\s*/).filter(Boolean);

/** A bare number is in the column's unit; a cell that names its own keeps it. */
function withUnit(text: string, kind: PartKind, field: string, unit: string): string {
  const attribute = attributeOf(kind, field);
  if (unit === '' || attribute?.type !== 'quantity') return text;
  const read = parseQuantity(text, attribute.dimension);
  return read.ok && read.unitAssumed ? `${text} ${unit}` : text;
}

/** A part may stand on several rows, one for each source or method of its figures. */
export function partsBundle(
  rows: readonly Row[],
  mapping: readonly MappedHeading[],
  sourceName: string,
): Read {
  const found = new Map<string, { part: Bundle['parts'][number]; row: number }>();
  const wrong: WrongCell[] = [];
  const headingOf = (field: string): string => mapping.find((each) => each.field === field)?.heading ?? field;
  for (const { row, cells } of rows) {
    const own = cellsOf(mapping, cells);
    const of = (field: string): string => own[field] ?? '';
    const kind = of('kind').toLowerCase() as PartKind;
    if (!PART_KINDS.includes(kind)) {
      wrong.push({
        row,
        heading: headingOf('kind'),
        reason: `“${of('kind')}” is no kind of part`,
        fix: `one of ${PART_KINDS.join(', ')}`,
      });
      continue;
    }
    const method = (of('method') || 'caliper') as Method;
    if (!METHODS.includes(method)) {
      wrong.push({
        row,
        heading: headingOf('method'),
        reason: `“${method}” is no way of measuring`,
        fix: `one of ${METHODS.join(', ')}`,
      });
      continue;
    }
    const figures = mapping.flatMap(({ field, unit }) => {
      const text = of(field);
      if (!isFigureColumn(field) || text === '' || !attributeOf(kind, field)) return [];
      const attribute = attributeOf(kind, field)!;
      // A column that the row's instrument cannot measure was read off the part: a pressure off its cap.
      const own =
        attribute.type !== 'quantity'
          ? methodOr(attribute, method)
          : canMeasure(method, attribute.dimension)
            ? method
            : canMeasure('bench', attribute.dimension)
              ? 'bench'
              : 'sheet';
      return [
        {
          key: field,
          text: withUnit(text, kind, field, unit),
          method: own as Method,
          source: of('source') || sourceName,
        },
      ];
    });
    const held = found.get(of('number'));
    if (held) {
      held.part.figures.push(...figures);
      continue;
    }
    const interchange = listed(of('interchange')).map((each) => {
      const [, seller = '', number = ''] = /^([^:]+):\s*(.+)$/.exec(each) ??
        /^(\S+)\s+(.+)$/.exec(each) ?? [each, each, each];
      return { seller, number };
    });
    const inTheBox = listed(of('inTheBox')).map((each) => {
      const [, quantity = '1', name = each] = /^(\d+)\s*[×x]\s*(.+)$/.exec(each) ?? [];
      const own = name.replace(MOVES_OVER, '');
      return { quantity: Number(quantity), name: own, ...(own === name ? {} : { fromOld: true as const }) };
    });
    found.set(of('number'), {
      row,
      part: {
        number: of('number'),
        maker: of('maker'),
        kind,
        description: of('description') || of('number'),
        notes: of('notes'),
        supersedes: of('supersedes'),
        inTheBox,
        interchange,
        figures,
      },
    });
  }
  return {
    bundle: { parts: [...found.values()].map((each) => each.part) },
    rowOf: [...found.values()].map((each) => each.row),
    wrong,
  };
}

/** The code of an engine or a transmission, by its code or in the words that Ask reads: "2.2 diesel", "auto". */
function codeOf(
  field: 'engine' | 'transmission',
  said: string,
  vocabulary: Vocabulary,
): { code: string } | { mayBe: string[] } {
  const all: readonly { id: number; code: string }[] =
    field === 'engine' ? vocabulary.engines : vocabulary.transmissions;
  const own = all.find(({ code }) => code.toLowerCase() === said.toLowerCase());
  if (own) return { code: own.code };
  const meant = spokenIds(`${field}Id`, said, vocabulary).map(
    (id) => all.find((each) => each.id === id)!.code,
  );
  return meant.length > 1 ? { mayBe: meant } : { code: meant[0] ?? said };
}

export function vehiclesBundle(
  rows: readonly Row[],
  mapping: readonly MappedHeading[],
  vocabulary: Vocabulary,
): Read {
  const wrong: WrongCell[] = [];
  const headingOf = (field: string): string => mapping.find((each) => each.field === field)?.heading ?? field;
  const vehicles = rows.map(({ row, cells }) => {
    const own = cellsOf(mapping, cells);
    const of = (field: string): string => own[field] ?? '';
    const [from = '', to = from] = span(of('built'));
    const coded = (field: 'engine' | 'transmission'): string => {
      const found = codeOf(field, of(field), vocabulary);
      if ('code' in found) return found.code;
      wrong.push({
        row,
        heading: headingOf(field),
        reason: `“${of(field)}” may be ${found.mayBe.join(' or ')}`,
        fix: 'a vehicle has one: give its code',
      });
      return of(field);
    };
    const airConditioning = saidYes(of('airConditioning'), false);
    if (airConditioning === undefined)
      wrong.push({
        row,
        heading: headingOf('airConditioning'),
        reason: `“${of('airConditioning')}” is neither yes nor no`,
        fix: 'write yes or no',
      });
    return {
      model: of('model'),
      year: Number(of('year')),
      engine: coded('engine'),
      transmission: coded('transmission'),
      airConditioning: airConditioning ?? false,
      package: of('package') || 'standard',
      body: of('body'),
      drive: of('drive'),
      steering: of('steering'),
      built: [from, to],
      bay: of('bay'),
    };
  });
  return {
    bundle: { vehicles: vehicles as unknown as Bundle['vehicles'] },
    rowOf: rows.map(({ row }) => row),
    wrong,
  };
}

/** The bundle as its schema has it, with every cell that does not fit it named by row. */
export function validated(
  read: Read,
  list: 'parts' | 'vehicles',
  headingOf: (field: string) => string,
): { bundle: Bundle; wrong: WrongCell[] } {
  const { error, value } = bundleSchema.validate(
    { format: BUNDLE_FORMAT, ...read.bundle },
    { abortEarly: false },
  );
  return {
    bundle: value as Bundle,
    wrong: [
      ...read.wrong,
      ...(error?.details ?? []).map((detail) =>
        wrongAt(detail.path.join('.'), detail.message, read.rowOf, list, headingOf),
      ),
    ],
  };
}

/** A problem at `parts.12.description` as a cell of the row that the part came from. */
export function wrongAt(
  path: string,
  message: string,
  rowOf: readonly number[],
  list: string,
  headingOf: (field: string) => string,
): WrongCell {
  const [, at, field = ''] = new RegExp(`^${list}\\.(\\d+)(?:\\.(\\w+))?`).exec(path) ?? [];
  return {
    row: at === undefined ? 0 : (rowOf[Number(at)] ?? 0),
    heading: field === '' ? '' : headingOf(field),
    reason: message,
    fix: 'correct the cell, or bring what it names in first',
  };
}
