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
    'part partno partnumber number item itemnumber article sku',
    true,
  ),
  column('make', 'Make', 'Quillon', 'make manufacturer marque brand'),
  column('model', 'Model', 'Tussock', 'model vehicle vehiclemodel', true),
  column('years', 'Years', '2008-2012', 'years yearrange modelyears my'),
  column('yearFrom', 'Year from', '2008', 'yearfrom from firstyear startyear fromyear begin'),
  column('yearTo', 'Year to', '2012', 'yearto to lastyear endyear toyear end until'),
  column('engine', 'Engine', 'QD22 | QP25', 'engine engines enginecode motor'),
  column('transmission', 'Transmission', 'QA5', 'transmission transmissions gearbox trans transmissioncode'),
  column('airConditioning', 'Air conditioning', 'yes', 'airconditioning ac aircon withac'),
  column('package', 'Cooling package', 'towing', 'coolingpackage package cooling option'),
  column('built', 'Built', '2010-03 to 2011-02', 'built buildmonths production produced'),
  column('fits', 'Fits', 'yes', 'fits fit fitment'),
  column('original', 'Original fit', 'no', 'originalfit original oe oem'),
  column('exceptions', 'Exceptions', 'not 2010; not heavy-duty', 'exceptions except not excludes notes'),
  column('note', 'Note', 'small plug to 2012', 'note remark remarks'),
  column('source', 'Source', 'Harbour list', 'source catalogue catalog saidby'),
];

const PARTS: readonly Column[] = [
  column('number', 'Part number', 'NT-R 4402', 'number part partno partnumber item itemnumber article sku', true),
  column('maker', 'Maker', 'Northreach', 'maker manufacturer brand supplier', true),
  column('kind', 'Kind', PART_KINDS[0], 'kind type category partkind', true),
  column('description', 'Description', 'Single row, plastic tanks', 'description text title name'),
  column('notes', 'Notes', '', 'notes note remarks remark'),
  column('supersedes', 'Takes the place of', 'NT-R 4401', 'supersedes replaces takestheplaceof'),
  column('interchange', 'Other numbers', 'Harbour: HB 20417 | Quillon: Q1-640-22A', 'othernumbers interchange crossreference crossreferences'),
  column('inTheBox', 'In the box', '2 × lower grommet | 1 × cap', 'inthebox box contents'),
  column('source', 'Source', 'Saltmere bench', 'source measuredby'),
  column('method', 'Method', 'caliper', 'method measuredwith'),
]; // prettier-ignore

const VEHICLES: readonly Column[] = [
  column('make', 'Make', 'Quillon', 'make manufacturer marque brand'),
  column('model', 'Model', 'Tussock', 'model vehiclemodel', true),
  column('year', 'Year', '2009', 'year modelyear my', true),
  column('engine', 'Engine', 'QD22', 'engine enginecode motor', true),
  column('transmission', 'Transmission', 'QA5', 'transmission gearbox trans transmissioncode', true),
  column('airConditioning', 'Air conditioning', 'yes', 'airconditioning ac aircon', true),
  column('package', 'Cooling package', 'standard', 'coolingpackage package cooling'),
  column('body', 'Body', 'pickup', 'body bodystyle', true),
  column('drive', 'Drive', 'all', 'drive driven drivetrain', true),
  column('steering', 'Steering', 'left', 'steering steeringside hand', true),
  column('built', 'Built', '2008-09 to 2009-08', 'built buildmonths production', true),
  column('bay', 'Bay', 'Tussock 2.2 diesel, 2008–2012', 'bay coolingbay', true),
];

export const squeeze = (text: string): string => text.toLowerCase().replace(/[^\p{L}\p{N}]/gu, '');

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
}

/**
 * Which column is which, from the headings: what was chosen for the same heading before comes first, then the names
 * the field goes by (`nameOf`: as a reader's language heads it). A unit in brackets ("Overall width (in)") is the column's. No field is given twice.
 */
export function guessMapping(
  kind: TableKind,
  headings: readonly string[],
  nameOf: (column: Column) => string = ({ label }) => label,
): MappedHeading[] {
  const taken = new Set<string>();
  return headings.map((heading) => {
    const [, name = heading, unit = ''] = /^(.*?)\s*[([]\s*([^()[\]]+)\s*[)\]]\s*$/.exec(heading) ?? [];
    const found = columnsOf(kind).find((each) =>
      [squeeze(heading), squeeze(name)].some(
        (key) => squeeze(nameOf(each)) === key || each.aliases.includes(key),
      ),
    );
    if (!found || taken.has(found.field)) return { heading, field: '', unit: '' };
    taken.add(found.field);
    const known =
      unit !== '' && found.dimension !== undefined && findUnit(unit, found.dimension).found === 'unit';
    return { heading, field: found.field, unit: known ? unit : '' };
  });
}
