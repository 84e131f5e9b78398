import { ATTRIBUTES, PART_KINDS, type Attribute, type PartKind } from '../figures/index.ts';
import { findUnit, type Dimension } from '../quantity/index.ts';

/** What a table may hold; one kind of record each. */
export const TABLE_KINDS = ['applications', 'parts', 'vehicles'] as const;
export type TableKind = (typeof TABLE_KINDS)[number];

export interface Column {
  field: string;
  /** Heading; a column of figures is headed by the name of its figure. */
  label: string;
  figure?: { subject: PartKind; key: string };
  required: boolean;
  /** Other headings that mean it, squeezed to letters and digits. */
  aliases: readonly string[];
  /** What a cell may look like. */
  example: string;
  /** Set for figures: cells may carry a unit, or the column does. */
  dimension?: Dimension;
}

const column = (
  field: string,
  label: string,
  example: string,
  aliases: string,
  required = false,
): Column => ({
  field,
  label,
  example,
  required,
  aliases: aliases.split(' ').filter(Boolean),
});

const APPLICATIONS: readonly Column[] = [
  column(
    'part',
    'Part number',
    'NT-R 4402',
    'part partno partnumber partnum number item itemno itemnumber article articleno sku code referencia ref numeropieza pieza numerodeparte',
    true,
  ),
  column('make', 'Make', 'Quillon', 'make vehiclemake carmake manufacturer marque brand marca fabricante'),
  column('model', 'Model', 'Tussock', 'model vehicle vehiclemodel car carmodel modelo vehiculo', true),
  column('years', 'Years', '2008-2012', 'years year yearrange modelyears modelyear my anos ano'),
  column(
    'yearFrom',
    'Year from',
    '2008',
    'yearfrom from firstyear startyear fromyear yearstart begin desde anodesde anoinicio',
  ),
  column(
    'yearTo',
    'Year to',
    '2012',
    'yearto to lastyear endyear toyear yearend end until hasta anohasta anofin',
  ),
  column('engine', 'Engine', 'QD22 | QP25', 'engine engines enginecode enginesize motor motores'),
  column(
    'transmission',
    'Transmission',
    'QA5',
    'transmission transmissions gearbox trans transmissioncode transmissiontype transmision caja cajadecambios cambio',
  ),
  column(
    'airConditioning',
    'Air conditioning',
    'yes',
    'airconditioning ac aircon withac airecondicionado aire clima',
  ),
  column(
    'package',
    'Cooling package',
    'towing',
    'coolingpackage package cooling option paquete refrigeracion',
  ),
  column(
    'built',
    'Built',
    '2010-03 to 2011-02',
    'built builddate builddates buildmonths production produced fabricacion fabricado',
  ),
  column('fits', 'Fits', 'yes', 'fits fit fitment aplica vale'),
  column('original', 'Original fit', 'no', 'originalfit original oe oem'),
  column(
    'exceptions',
    'Exceptions',
    'not 2010; not heavy-duty',
    'exceptions except not excludes excepto excepciones salvo',
  ),
  column(
    'note',
    'Note',
    'small plug to 2012',
    'note notes remark remarks comment comments nota notas observaciones',
  ),
  column('source', 'Source', 'Harbour list', 'source catalogue catalog saidby fuente catalogo'),
];

const PARTS: readonly Column[] = [
  column('number', 'Part number', 'NT-R 4402', 'number part partno partnumber partnum item itemno itemnumber article articleno sku code referencia ref numero pieza numeropieza', true),
  column('maker', 'Maker', 'Northreach', 'maker manufacturer make brand supplier mfr fabricante marca proveedor', true),
  column('kind', 'Kind', PART_KINDS[0], 'kind type parttype category partkind product producttype tipo categoria clase', true),
  column('description', 'Description', 'Single row, plastic tanks', 'description desc text title name descripcion nombre'),
  column('notes', 'Notes', '', 'notes note remarks remark comment comments nota notas observaciones'),
  column('supersedes', 'Takes the place of', 'NT-R 4401', 'supersedes replaces takestheplaceof sustituye reemplaza'),
  column('interchange', 'Other numbers', 'Harbour: HB 20417 | Quillon: Q1-640-22A', 'othernumbers interchange crossreference crossreferences xref oe oenumber oem oemnumber equivalencias'),
  column('inTheBox', 'In the box', '2 × lower grommet | 1 × cap', 'inthebox box contents includes incluye contenido'),
  column('source', 'Source', 'Saltmere bench', 'source measuredby fuente'),
  column('method', 'Method', 'caliper', 'method measuredwith metodo'),
]; // prettier-ignore

const VEHICLES: readonly Column[] = [
  column('make', 'Make', 'Quillon', 'make vehiclemake carmake manufacturer marque brand marca fabricante'),
  column('model', 'Model', 'Tussock', 'model vehiclemodel modelo', true),
  column('year', 'Year', '2009', 'year modelyear my ano', true),
  column('engine', 'Engine', 'QD22', 'engine enginecode motor', true),
  column(
    'transmission',
    'Transmission',
    'QA5',
    'transmission gearbox trans transmissioncode transmision caja',
    true,
  ),
  column(
    'airConditioning',
    'Air conditioning',
    'yes',
    'airconditioning ac aircon airecondicionado clima',
    true,
  ),
  column('package', 'Cooling package', 'standard', 'coolingpackage package cooling'),
  column('body', 'Body', 'pickup', 'body bodystyle bodytype carroceria', true),
  column('drive', 'Drive', 'all', 'drive driven drivetrain traccion', true),
  column('steering', 'Steering', 'left', 'steering steeringside hand direccion volante', true),
  column('built', 'Built', '2008-09 to 2009-08', 'built builddate buildmonths production fabricacion', true),
  column('bay', 'Bay', 'Tussock 2.2 diesel, 2008–2012', 'bay coolingbay', true),
];

/** A heading down to its letters and digits, accents aside: `Año` is `ano`. */
export const squeeze = (text: string): string =>
  text
    .normalize('NFD')
    .toLowerCase()
    .replace(/[^\p{L}\p{N}]/gu, '');

/** Figures that a part table may carry, whatever kinds its parts are: one column each. */
const FIGURES: readonly Column[] = [
  ...new Map(
    PART_KINDS.flatMap((kind) =>
      Object.entries(ATTRIBUTES[kind] as Record<string, Attribute>).map(
        ([key, attribute]): [string, Column] => [
          key,
          {
            field: key,
            label: '',
            figure: { subject: kind, key },
            required: false,
            aliases: [squeeze(key)],
            example: '',
            ...(attribute.type === 'quantity' ? { dimension: attribute.dimension } : {}),
          },
        ],
      ),
    ),
  ).values(),
];

const COLUMNS: Record<TableKind, readonly Column[]> = { applications: APPLICATIONS, parts: [...PARTS, ...FIGURES], vehicles: VEHICLES }; // prettier-ignore

export const columnsOf = (kind: TableKind): readonly Column[] => COLUMNS[kind];
export const isFigureColumn = (field: string): boolean => FIGURES.some((each) => each.field === field);

export interface MappedHeading {
  heading: string;
  /** Field of the kind; empty where the column is left out. */
  field: string;
  /** Unit of cells that carry none; empty for the record's own. */
  unit: string;
  /** The column holds another figure for these kinds of part: the width of a shroud is not that of a core. */
  byKind?: Partial<Record<PartKind, string>>;
}

/** Whether a text heads a column of any kind of table. */
export const isHeadingOf = (kind: TableKind, nameOf: (column: Column) => string) => {
  const known = new Set(columnsOf(kind).flatMap((each) => [squeeze(nameOf(each)), ...each.aliases]));
  return (text: string): boolean => known.has(squeeze(text)) || known.has(squeeze(withoutUnit(text).name));
};

/** "Overall width (in)" is a name and a unit. */
function withoutUnit(heading: string): { name: string; unit: string } {
  const [, name = heading, unit = ''] = /^(.*?)\s*[([]\s*([^()[\]]+)\s*[)\]]\s*$/.exec(heading) ?? [];
  return { name, unit };
}

/** What a plain heading means for a kind of part whose record has no figure of that name: the width of a radiator is its overall width. */
const PLAIN: Readonly<
  Record<string, { means: readonly string[]; byKind: Partial<Record<PartKind, string>> }>
> = {
  width: { means: ['width', 'w', 'ancho'], byKind: { radiator: 'overallWidth' } },
  height: { means: ['height', 'h', 'alto', 'altura'], byKind: { radiator: 'overallHeight' } },
  depth: { means: ['depth', 'thickness', 'd', 'fondo', 'espesor'], byKind: { radiator: 'thickness' } },
};
const plainMeaning = (
  text: string,
): { field: string; byKind: Partial<Record<PartKind, string>> } | undefined => {
  const key = squeeze(withoutUnit(text).name);
  const found = Object.entries(PLAIN).find(([, { means }]) => means.includes(key));
  return found && { field: found[0], byKind: { ...found[1].byKind } };
};

/**
 * Which column is which, from the headings: the names the field goes by (`nameOf`: as a reader's language heads it). A unit
 * in brackets ("Overall width (in)") is the column's. No field is given twice.
 * @param below second row of a heading of two rows: alone it says enough where both together are no name ("Vehicle" over "Make")
 */
export function guessMapping(
  kind: TableKind,
  headings: readonly string[],
  nameOf: (column: Column) => string = ({ label }) => label,
  below: readonly string[] = [],
): MappedHeading[] {
  const taken = new Set<string>();
  const named = (text: string): Column | undefined => {
    const keys = [squeeze(text), squeeze(withoutUnit(text).name)];
    return columnsOf(kind).find((each) =>
      keys.some((key) => key !== '' && (squeeze(nameOf(each)) === key || each.aliases.includes(key))),
    );
  };
  return headings.map((heading, at) => {
    const plain = kind === 'parts' ? plainMeaning(heading) : undefined;
    const found =
      columnsOf(kind).find(({ field }) => field === plain?.field) ??
      named(heading) ??
      (below[at] ? named(below[at]) : undefined);
    if (!found || taken.has(found.field)) return { heading, field: '', unit: '' };
    taken.add(found.field);
    const { unit } = withoutUnit(heading);
    const known =
      unit !== '' && found.dimension !== undefined && findUnit(unit, found.dimension).found === 'unit';
    return {
      heading,
      field: found.field,
      unit: known ? unit : '',
      ...(plain ? { byKind: plain.byKind } : {}),
    };
  });
}

/** Of the cells under a heading that says nothing, so many must be known for the column to be taken for what they are. */
const CELLS_KNOWN = 0.6;

/**
 * Columns whose headings say nothing, by what their cells hold: most of them are makes, or part numbers on record.
 * @param columns the cells of each column, as many rows as were looked at
 * @param known for a field, whether a cell is one of its values
 */
export function guessByCells(
  mapping: readonly MappedHeading[],
  columns: readonly (readonly string[])[],
  known: Readonly<Record<string, (cell: string) => boolean>>,
): MappedHeading[] {
  const taken = new Set(mapping.map(({ field }) => field));
  return mapping.map((each, at) => {
    const cells = (columns[at] ?? []).filter((cell) => cell !== '');
    if (each.field !== '' || cells.length < 2) return each;
    const [best] = Object.entries(known)
      .filter(([field]) => !taken.has(field))
      .map(([field, has]) => ({ field, share: cells.filter((cell) => has(cell)).length / cells.length }))
      .sort((a, b) => b.share - a.share);
    if (!best || best.share < CELLS_KNOWN) return each;
    taken.add(best.field);
    return { ...each, field: best.field };
  });
}
