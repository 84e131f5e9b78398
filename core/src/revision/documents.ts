import type { ProcedureDocument, Step } from '../procedure/index.ts';
import type { Row, Standing } from './history.ts';

/** A connector as a save sends it. */
export interface ConnectorBack {
  code: string;
  name: string;
  description: string;
  cavities: { position: string; function: string; colour: string; gauge: string }[];
}

/** What is said of a part beside its figures, as a save sends it. */
export interface DetailsBack {
  description: string;
  notes: string;
  inTheBox: { name: string; quantity: number; fromOld?: true }[];
  interchange: { seller: string; number: string }[];
}

const said = (row: Row, key: string): string => String(row[key] ?? '');
const words = (value: unknown): string[] => (Array.isArray(value) ? value.map(String) : []);

const rowsOf = (then: Standing, table: string): Row[] =>
  [...then.values()].filter((each) => each.table === table).map(({ row }) => row);
const inOrder = (rows: readonly Row[]): Row[] =>
  [...rows].sort((a, b) => Number(a.ordinal) - Number(b.ordinal));

/** The newest revision that had been begun by then. */
const newest = (then: Standing, table: string): Row | undefined =>
  rowsOf(then, table)
    .sort((a, b) => Number(a.revision) - Number(b.revision))
    .at(-1);

/** The document of a connector as it stood in an earlier version, cavities in their order; undefined before it was. */
export function connectorBack(then: Standing): ConnectorBack | undefined {
  const [own] = rowsOf(then, 'connector');
  if (!own) return undefined;
  return {
    code: said(own, 'code'),
    name: said(own, 'name'),
    description: said(own, 'description'),
    cavities: inOrder(rowsOf(then, 'cavity')).map((row) => ({
      position: said(row, 'position'),
      function: said(row, 'function'),
      colour: said(row, 'colour'),
      gauge: said(row, 'gauge'),
    })),
  };
}

/** What was said of a part in an earlier version: of its newest revision then. Undefined before it was. */
export function detailsBack(then: Standing): DetailsBack | undefined {
  const revision = newest(then, 'part_revision');
  if (!revision) return undefined;
  return {
    description: said(revision, 'description'),
    notes: said(revision, 'notes'),
    inTheBox: inOrder(rowsOf(then, 'box_item').filter((row) => row.part_revision_id === revision.id)).map(
      (row) => ({
        name: said(row, 'name'),
        quantity: Number(row.quantity),
        ...(row.from_old === true ? { fromOld: true as const } : {}),
      }),
    ),
    interchange: rowsOf(then, 'interchange').map((row) => ({
      seller: said(row, 'seller'),
      number: said(row, 'number'),
    })),
  };
}

/**
 * The document of a procedure as it stood in an earlier version; undefined before it was.
 *
 * @param codeOf the code of a connector by its id; a connector that is gone leaves its step without one
 */
export function procedureBack(
  then: Standing,
  codeOf: (connectorId: number) => string | undefined,
): ProcedureDocument | undefined {
  const [own] = rowsOf(then, 'procedure');
  const revision = newest(then, 'procedure_revision');
  if (!own || !revision) return undefined;
  const ofRevision = (table: string): Row[] =>
    rowsOf(then, table).filter((row) => row.revision_id === revision.id);
  const [cautions, uses] = [ofRevision('step_caution'), ofRevision('step_fastener')];
  const condition = (row: Row): Step['when'] => (row.condition ?? null) as Step['when'];
  const number = (value: unknown): number | null =>
    value === null || value === undefined ? null : Number(value);
  return {
    title: said(revision, 'title'),
    way: said(revision, 'way'),
    partKind: own.part_kind as ProcedureDocument['partKind'],
    notes: inOrder(ofRevision('procedure_note')).map((row) => ({
      text: said(row, 'text'),
      when: condition(row),
    })),
    fasteners: inOrder(ofRevision('fastener')).map((row) => ({
      tray: said(row, 'tray'),
      name: said(row, 'name'),
      thread: said(row, 'thread'),
      lengthMm: number(row.length_mm),
      tool: said(row, 'tool'),
      expected: Number(row.expected),
      torqueNm: number(row.torque_nm),
      torqueSource: said(row, 'torque_source'),
      policy: row.policy as ProcedureDocument['fasteners'][number]['policy'],
      when: condition(row),
    })),
    steps: inOrder(ofRevision('step')).map((row): Step => ({
      id: said(row, 'step_id'),
      after: said(row, 'after_step'),
      when: condition(row),
      phase: row.phase as Step['phase'],
      text: said(row, 'text'),
      detail: said(row, 'detail'),
      tools: words(row.tools),
      consumables: words(row.consumables),
      minutes: Number(row.minutes),
      waiting: row.waiting === true,
      connector: (row.connector_id === null ? undefined : codeOf(Number(row.connector_id))) ?? '',
      cautions: cautions
        .filter((each) => each.ordinal === row.ordinal)
        .map((each) => said(each, 'code') as Step['cautions'][number])
        .sort(),
      cautionsWhen: Object.fromEntries(
        cautions
          .filter((each) => each.ordinal === row.ordinal && condition(each))
          .map((each) => [said(each, 'code'), condition(each)!]),
      ),
      connectorWhen: (row.connector_condition ?? null) as Step['when'],
      uses: uses
        .filter((each) => each.ordinal === row.ordinal)
        .map((each) => ({ tray: said(each, 'tray'), count: Number(each.count) }))
        .sort((a, b) => (a.tray < b.tray ? -1 : 1)),
    })),
  };
}
