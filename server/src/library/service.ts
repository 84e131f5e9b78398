import { createHash } from 'node:crypto';
import { configurationTitle, engineLabel, transmissionLabel } from '@radiatrix/core/vehicle';
import {
  seesDrafts,
  type Change,
  type RecordField,
  type Role,
  LIBRARY,
  LIBRARY_TABLES,
  type LibraryLine,
  type LibraryRecord,
  type LibraryTable,
  type RecordValues,
} from '@radiatrix/contract';
import { librarySchema } from '@radiatrix/contract/schemas';
import type { Db } from '../db/client.ts';
import { personById } from '../people/queries.ts';
import { everybodySees } from '../proposals/queries.ts';
import { changeOf, touches } from '../proposals/touched.ts';
import { insertRow, lockRow, rowById, rowsNamed, updateRow, type Row } from './queries.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { loadVocabulary, type ConfigurationRow } from '../vehicles/queries.ts'; // prettier-ignore

export function tableOf(name: string | undefined): LibraryTable {
  if (!LIBRARY_TABLES.includes(name as LibraryTable)) throw notFound('That shelf');
  return name as LibraryTable;
}

const valuesOf = (table: LibraryTable, row: Row): RecordValues =>
  Object.fromEntries(LIBRARY[table].fields.map(({ key }) => [key, row[key]]));

/** Two people who read the same row hold the same tag, whatever became of it in between. */
export const tagOfValues = (values: RecordValues): string =>
  createHash('sha256').update(JSON.stringify(values)).digest('hex').slice(0, 24);

async function titleOf(db: Db, table: LibraryTable, row: Row): Promise<string> {
  if (table === 'configuration')
    return configurationTitle(row as unknown as ConfigurationRow, await loadVocabulary(db));
  return String(row.name ?? row.code);
}

async function rowOf(db: Db, table: LibraryTable, id: number): Promise<Row> {
  const row = await rowById(db, table, id);
  if (!row) throw notFound(`That ${LIBRARY[table].one}`);
  return row;
}

/** A record that nothing names yet is known to those who work on the library alone. */
export async function guardSeen(db: Db, table: LibraryTable, id: number, role: Role): Promise<void> {
  if (!seesDrafts(role) && !(await everybodySees(db, table, id)))
    throw notFound(`That ${LIBRARY[table].one}`);
}

export async function libraryRecord(db: Db, table: LibraryTable, id: number): Promise<LibraryRecord> {
  const row = await rowOf(db, table, id);
  const who = await personById(db, row.by);
  return {
    table,
    id,
    title: await titleOf(db, table, row),
    values: valuesOf(table, row),
    changed: { by: who?.name ?? '', at: row.at },
  };
}

export function checked(table: LibraryTable, body: unknown): RecordValues {
  const { error, value } = librarySchema(table).validate(body, { abortEarly: false });
  if (error) throw error;
  const values = value as RecordValues;
  for (const { key, label, field } of LIBRARY[table].fields) {
    const span = values[key];
    if ((field.type === 'years' || field.type === 'months') && Array.isArray(span) && span[0] > span[1])
      throw new ProblemError('invalid', {
        fields: [{ path: key, message: `${label}: the later end comes first.` }],
      });
  }
  return values;
}

export async function createRecord(db: Db, table: LibraryTable, values: RecordValues): Promise<number> {
  // A name that no vehicle has changes no answer; the vehicle that brings it in is what somebody has to look at.
  if (table === 'configuration')
    await touches(async () => ({
      title: `A new vehicle: ${await titleOf(db, table, values as Row)}`,
      about: table,
      id: null,
      changes: await recordChanges(db, table, {}, values),
    }));
  return insertRow(db, table, values);
}

/** Changes a record that still is as the save knew it. */
export async function saveRecord(
  db: Db,
  table: LibraryTable,
  id: number,
  values: RecordValues,
  ifMatch: string,
): Promise<void> {
  await lockRow(db, table, id);
  const now = valuesOf(table, await rowOf(db, table, id));
  if (tagOfValues(now) !== ifMatch)
    throw new ProblemError('stale', { current: await libraryRecord(db, table, id) });
  await recordTouch(db, table, id, now, values);
  await updateRow(db, table, id, values);
}

/** What differs between two states of a record, in words, records it names by their titles. */
async function recordChanges(
  db: Db,
  table: LibraryTable,
  before: RecordValues,
  after: RecordValues,
): Promise<Change[]> {
  const shown = async ({ field }: RecordField, value: unknown): Promise<string> => {
    if (value === undefined || value === null || value === '') return '';
    if (field.type === 'record') {
      const row = await rowById(db, field.of, value as number);
      return row ? titleOf(db, field.of, row) : '';
    }
    if (field.type === 'yes-no') return value ? 'yes' : 'no';
    if (Array.isArray(value)) return value.join(field.type === 'words' ? ', ' : ' to ');
    return `${String(value as string)}${field.type === 'number' && field.unit ? ` ${field.unit}` : ''}`;
  };
  const changes: Change[] = [];
  for (const each of LIBRARY[table].fields) {
    const [was, is] = [await shown(each, before[each.key]), await shown(each, after[each.key])];
    if (was !== is) changes.push(changeOf(each.label, was, is));
  }
  return changes;
}

/** What two rows of one table do not say alike, but for what they are called. */
export async function rowChanges(db: Db, table: LibraryTable, one: number, other: number): Promise<Change[]> {
  const values = async (id: number): Promise<RecordValues> => {
    const all = valuesOf(table, await rowOf(db, table, id));
    return Object.fromEntries(Object.entries(all).filter(([key]) => key !== 'name'));
  };
  return recordChanges(db, table, await values(one), await values(other));
}

/** Said of a change of a record that a vehicle, a figure or a claim names. */
export const recordTouch = (
  db: Db,
  table: LibraryTable,
  id: number,
  before: RecordValues,
  after: RecordValues,
): Promise<void> =>
  touches(async () => {
    if (!(await everybodySees(db, table, id))) return undefined;
    const row = await rowOf(db, table, id);
    const changes = await recordChanges(db, table, before, { ...before, ...after });
    return { title: `${LIBRARY[table].one} ${await titleOf(db, table, row)}`, about: table, id, changes };
  });

export async function libraryLines(
  db: Db,
  table: LibraryTable,
  text: string,
  role: Role,
): Promise<LibraryLine[]> {
  const vocabulary = await loadVocabulary(db);
  const rows = await rowsNamed(db, table, text, seesDrafts(role));
  const makes = new Map(vocabulary.makes.map((each) => [each.id, each.name]));
  return Promise.all(
    rows.map(async (row) => ({
      id: row.id,
      title: await titleOf(db, table, row),
      detail:
        table === 'model'
          ? `${makes.get(row.makeId as number) ?? ''}, ${(row.life as number[]).join('–')}`
          : table === 'engine'
            ? engineLabel(row as never)
            : table === 'transmission'
              ? transmissionLabel(row as never)
              : table === 'source'
                ? `${String(row.kind)}, grade ${String(row.grade)}`
                : '',
    })),
  );
}
