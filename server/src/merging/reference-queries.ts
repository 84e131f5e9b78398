import { sql, type SQL } from 'drizzle-orm';
import type { MergedWhat, MergeKind } from '@radiatrix/contract';

/** Where one table names another: the column, and what tells its rows apart. */
export interface Reference {
  table: MergedWhat;
  column: string;
  /** SQL that makes one text of a row's key. */
  key: string;
  /** What one row says, to a reader. */
  said: SQL;
}

const byId = (table: MergedWhat, column: string, said: SQL = sql`''`): Reference => ({
  table,
  column,
  key: 'id::text',
  said,
});
/** Whose figure it is. */
const figure = sql`coalesce((select p.number from part_revision r join part p on p.id = r.part_id where r.id = measurement.part_revision_id), (select b.name from bay b where b.id = measurement.bay_id), '')`;
const years = sql`lower(years) || '–' || upper(years) - 1`;
const claim = sql`case when fits then '' else 'not ' end || ${years} || case when note = '' then '' else ', ' || note end`;

export interface MergedTable {
  table: string;
  /** SQL of what a record of it is called. */
  title: string;
  references: readonly Reference[];
  /** Rows that belong to the record that went, and go with it. */
  own: readonly { table: string; column: string }[];
  /** What jobs say of it in their events; nothing where they never name one. */
  inJobs: 'part' | 'vehicle' | 'source' | undefined;
}

/** What names records of each kind. A new column that names one of them belongs here; a test holds the list against the database. */
export const MERGED_TABLES: Readonly<Record<MergeKind, MergedTable>> = {
  make: {
    table: 'make',
    title: 'name',
    references: [byId('model', 'make_id', sql`name`)],
    own: [],
    inJobs: undefined,
  },
  model: {
    table: 'model',
    title: 'name',
    references: [byId('configuration', 'model_id', sql`year::text`), byId('application', 'model_id', claim)],
    own: [],
    inJobs: undefined,
  },
  source: {
    table: 'source',
    title: 'name',
    references: [byId('measurement', 'source_id', figure), byId('application', 'source_id', claim)],
    own: [],
    inJobs: 'source',
  },
  connector: {
    table: 'connector',
    title: 'code',
    references: [
      byId('measurement', 'connector_id', figure),
      byId('photo', 'connector_id', sql`caption`),
      { table: 'step', column: 'connector_id', key: "revision_id || ' ' || ordinal", said: sql`text` },
    ],
    own: [{ table: 'cavity', column: 'connector_id' }],
    inJobs: undefined,
  },
  part: {
    table: 'part',
    title: 'number',
    references: [
      byId('application', 'part_id', claim),
      byId('failure_report', 'part_id', sql`vehicle`),
      byId('measure_mark', 'part_id', sql`note`),
      byId('photo', 'part_id', sql`caption`),
      { table: 'supersession', column: 'old_part_id', key: 'part_revision_id::text', said: sql`''` },
    ],
    own: [],
    inJobs: 'part',
  },
  vehicle: {
    table: 'configuration',
    title: 'year::text',
    references: [byId('measure_mark', 'configuration_id', sql`note`)],
    own: [],
    inJobs: 'vehicle',
  },
};

/** What names a bay: it moves with the last vehicle that stood in it. */
export const OF_BAY: readonly Reference[] = [
  byId('measurement', 'bay_id', figure),
  byId('outcome', 'bay_id', sql`vehicle`),
  byId('photo', 'bay_id', sql`caption`),
  byId('procedure', 'bay_id'),
  byId('access_map', 'bay_id'),
];
