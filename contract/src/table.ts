import { PART_KINDS } from '@radiatrix/core/figures';
import {
  NAME_KINDS,
  TABLE_KINDS,
  type FileRow,
  type MappedHeading,
  type NameKind,
  type ReadingChoices,
  type TableKind,
} from '@radiatrix/core/table';
import {
  ASPIRATIONS,
  FUELS,
  LAYOUTS,
  TRANSMISSION_KINDS,
  type Engine,
  type Transmission,
} from '@radiatrix/core/vehicle';
import Joi from 'joi';
import { COLUMN_LIMIT, TABLE_FORMATS } from './limits.ts';
import { id, line, year } from './common.ts';
import { EDITORS, EVERYONE, TABLES, type Routes } from './route.ts';

export interface WrongCell {
  /** Row of the file; the headings are row 1. */
  row: number;
  heading: string;
  reason: string;
  fix: string;
}

/** A name that rows of the file give and nobody has on record. */
export interface UnknownName {
  kind: NameKind;
  said: string;
  /** The make that comes with a model; empty otherwise. */
  of: string;
  rows: number;
  /** First row of the file with it. */
  first: number;
  /** Of a model: first and last year that the rows with it name. */
  years: [number, number] | null;
  /** Names on record that are written nearly so. */
  mayBe: string[];
  /** Of an engine or transmission: what its words say of it, field by field. */
  draft: Record<string, string>;
}

/** A row of the file beside what it was understood as. */
export interface Understood {
  row: number;
  cells: string[];
  says: string;
}

/** A row that could not come in, as it stands in the file or as it was put right since. */
export interface AsideRow {
  row: number;
  cells: string[];
  wrong: WrongCell[];
}

export interface Upload {
  id: string;
  name: string;
  kind: TableKind;
  /** How the file was read. */
  encoding: string;
  separator: string;
  /** Names of the sheets of a workbook; one empty name for a text file. */
  sheets: string[];
  sheet: number;
  headingRow: number;
  headingRows: 1 | 2;
  /** The first rows of the sheet as they came, to find the headings in. */
  top: FileRow[];
  mapping: MappedHeading[];
  /** The columns are taken as in this person's last file of these headings. */
  remembered: boolean;
  sample: string[][];
  /** What was said once for all rows. */
  choices: ReadingChoices;
  /** Who says so where a row does not. */
  sourceId: number | null;
  state: 'mapping' | 'reading' | 'ready' | 'applying' | 'applied' | 'waiting' | 'stopped' | 'failed';
  /** Rows gone through, and how many there are. */
  done: number;
  of: number;
  counts: { new: number; changed: number; same: number; wrong: number };
  /** Rows under the table that sum it up: left out. */
  totals: number;
  /** Rows with a first year and no last one, and rows whose number differs from one on record in blanks and dashes. */
  asked: { openYears: number; numbersAlike: number };
  unknown: UnknownName[];
  /** How many more unknown names there are than are listed. */
  unknownMore: number;
  understood: Understood[];
  /** The first of the wrong cells; all of them are in the file of wrong rows. */
  wrong: WrongCell[];
  /** Rows kept aside when the good ones came in. */
  aside: number;
  /** The import that waits for a reviewer, by its number. */
  batch: number | null;
  message: string;
}

/** An upload of one's own that is not done with. */
export interface UploadLine {
  id: string;
  name: string;
  kind: TableKind;
  state: Upload['state'];
  aside: number;
  at: string;
}

export const uploadQuery = Joi.object<{ kind: TableKind; name: string }>({
  kind: Joi.string()
    .valid(...TABLE_KINDS)
    .required(),
  name: line(200).required(),
});

const field = line(60).allow('');
export const layoutSchema = Joi.object<{ sheet: number; headingRow: number; headingRows: 1 | 2 }>({
  sheet: Joi.number().integer().min(0).max(200).required(),
  headingRow: Joi.number().integer().min(1).max(1000).required(),
  headingRows: Joi.number().integer().valid(1, 2).required(),
});

export const previewSchema = Joi.object<{
  mapping: MappedHeading[];
  sourceId: number | null;
  choices: ReadingChoices;
}>({
  mapping: Joi.array()
    .items(
      Joi.object({
        heading: Joi.string().allow('').max(400).required(),
        field: field.required(),
        unit: line(20).allow('').default(''),
        byKind: Joi.object().pattern(Joi.string().valid(...PART_KINDS), field),
      }),
    )
    .max(COLUMN_LIMIT)
    .required(),
  /** Who says so, where the file does not say. */
  sourceId: id.allow(null).default(null),
  choices: Joi.object<ReadingChoices>({
    openYears: Joi.string().valid('only', 'onwards'),
    numbersAlike: Joi.boolean(),
    values: Joi.object().pattern(
      Joi.string().valid(...NAME_KINDS),
      Joi.object().pattern(Joi.string().max(200), line(120).allow('')).max(5000),
    ),
  }).default({}),
});

/** What the file says, and the name that is made for it. */
interface Said {
  said: string;
}
export interface NewNames {
  makes: (Said & { name: string })[];
  models: (Said & { make: string; name: string; years: [number, number] })[];
  engines: (Said & Omit<Engine, 'id' | 'powerKW'>)[];
  transmissions: (Said & Omit<Transmission, 'id'>)[];
  sources: (Said & { name: string; kind: string; grade: number })[];
}
const said = Joi.string().trim().max(200).required();
const named = line(80).required();
const several = (item: Joi.ObjectSchema) => Joi.array().items(item).max(5000).default([]);
export const newNamesSchema = Joi.object<NewNames>({
  makes: several(Joi.object({ said, name: named })),
  models: several(Joi.object({ said, make: named, name: named, years: Joi.array().ordered(year.required(), year.required()).required() })),
  engines: several(
    Joi.object({
      said,
      code: line(40).required(),
      displacementL: Joi.number().min(0).max(20).unit('L').required(),
      cylinders: Joi.number().integer().min(0).max(16).required(),
      layout: Joi.string().valid(...LAYOUTS).required(),
      fuel: Joi.string().valid(...FUELS).required(),
      aspiration: Joi.string().valid(...ASPIRATIONS).required(),
    }),
  ),
  transmissions: several(Joi.object({ said, code: line(40).required(), kind: Joi.string().valid(...TRANSMISSION_KINDS).required(), gears: Joi.number().integer().min(0).max(12).required() })),
  sources: several(Joi.object({ said, name: named, kind: line(40).required(), grade: Joi.number().integer().min(1).max(5).required() })),
}); // prettier-ignore

/** Rows kept aside, put right; a row without cells is thrown away. */
export const fixesSchema = Joi.object<{ rows: { row: number; cells: string[] | null }[] }>({
  rows: Joi.array()
    .items(
      Joi.object({
        row: Joi.number().integer().min(1).required(),
        cells: Joi.array().items(Joi.string().allow('').max(2000)).max(COLUMN_LIMIT).allow(null).required(),
      }),
    )
    .min(1)
    .max(500)
    .required(),
});

/** Rows that cannot come in: all, or those that no name and no answer about the file would mend. */
export const asideQuery = Joi.object<{ after: number; which: 'all' | 'other' }>({
  which: Joi.string().valid('all', 'other').default('all'),
  after: Joi.number().integer().min(0).default(0),
});

export const exportQuery = Joi.object<{ format: (typeof TABLE_FORMATS)[number] }>({
  format: Joi.string()
    .valid(...TABLE_FORMATS)
    .default('csv'),
});

export interface TableAnswers {
  newUpload: Upload;
  uploads: UploadLine[];
  upload: Upload;
  layoutUpload: Upload;
  newNames: Upload;
  asideRows: { rows: AsideRow[]; headings: string[]; more: boolean };
  fixRows: { kept: number };
  previewUpload: Upload;
  applyUpload: Upload;
  stopUpload: Upload;
  forgetMapping: Upload;
}
export const tableRoutes = {
  newUpload: { method: 'post', path: '/api/uploads', summary: 'Send a CSV or XLSX table to be brought in', roles: EDITORS, query: uploadQuery, raw: TABLES },
  uploads: { method: 'get', path: '/api/uploads', summary: 'Tables of one’s own that are not done with', roles: EDITORS },
  layoutUpload: { method: 'post', path: '/api/uploads/:id/layout', summary: 'Say which sheet is read and where its headings stand', roles: EDITORS, body: layoutSchema },
  newNames: { method: 'post', path: '/api/uploads/:id/names', summary: 'Make the names that a table gives and nobody has on record', roles: EDITORS, body: newNamesSchema },
  asideRows: { method: 'get', path: '/api/uploads/:id/rows', summary: 'Rows of a table that cannot come in, with what is wrong', roles: EDITORS, query: asideQuery },
  fixRows: { method: 'post', path: '/api/uploads/:id/rows', summary: 'Put rows right that could not come in, or throw them away', roles: EDITORS, body: fixesSchema },
  upload: { method: 'get', path: '/api/uploads/:id', summary: 'How an uploaded table stands', roles: EDITORS },
  previewUpload: { method: 'post', path: '/api/uploads/:id/preview', summary: 'Read an uploaded table against the library', roles: EDITORS, body: previewSchema },
  applyUpload: { method: 'post', path: '/api/uploads/:id/apply', summary: 'Bring the good rows of an uploaded table in', roles: EDITORS },
  stopUpload: { method: 'delete', path: '/api/uploads/:id', summary: 'Stop, and throw the upload away', roles: EDITORS },
  forgetMapping: { method: 'delete', path: '/api/uploads/:id/mapping', summary: 'Forget what earlier files of these headings were taken for', roles: EDITORS },
  wrongRows: { method: 'get', path: '/api/uploads/:id/wrong', summary: 'The wrong rows of an upload as CSV, with reasons', roles: EDITORS, gives: ['text/csv'] },
  exportTable: { method: 'get', path: '/api/export/:kind', summary: 'Applications, parts or vehicles as CSV, XLSX or JSON', roles: EVERYONE, query: exportQuery, gives: [...TABLES, 'application/json'] },
} as const satisfies Routes; // prettier-ignore
