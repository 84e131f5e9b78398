import { LIBRARY, type LibraryTable, type RecordField } from './library-fields.ts';
import Joi from 'joi';
import { id, line, month, text, textQuery, year } from './common.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';

export type RecordValues = Record<string, unknown>;

export interface LibraryRecord {
  table: LibraryTable;
  id: number;
  title: string;
  values: RecordValues;
  changed: { by: string; at: string };
}

export interface LibraryLine {
  id: number;
  title: string;
  detail: string;
}

function schemaOf({ field, optional }: RecordField): Joi.Schema {
  switch (field.type) {
    case 'text':
      return optional ? text(2000).default('') : line(120).required();
    case 'number': {
      const number = Joi.number().min(field.min).max(field.max).required();
      const whole = field.whole ? number.integer() : number;
      return optional ? whole.optional().allow(null).default(null) : whole;
    }
    case 'choice':
      return Joi.string()
        .valid(...field.choices)
        .required();
    case 'yes-no':
      return Joi.boolean().required();
    case 'words':
      return Joi.array().items(line(60)).max(30).default([]);
    case 'years':
      return Joi.array().ordered(year.required(), year.required()).required();
    case 'months':
      return Joi.array().ordered(month.required(), month.required()).required();
    case 'record':
      return id.required();
  }
}

export const librarySchema = (table: LibraryTable): Joi.ObjectSchema =>
  Joi.object(
    Object.fromEntries(LIBRARY[table].fields.map((each) => [each.key, schemaOf(each).label(each.label)])),
  );

/** What a record holds depends on its table; the table's own validator reads it (see `librarySchema`). */
const anyRecord = Joi.object<RecordValues>().unknown(true);

export interface LibraryAnswers {
  records: LibraryLine[];
  record: LibraryRecord;
  newRecord: LibraryRecord;
  saveRecordValues: LibraryRecord;
}
export const libraryRoutes = {
  records: { method: 'get', path: '/api/records/:table', summary: 'Makes, models, engines, transmissions, sources, vehicles or bays', roles: EVERYONE, query: textQuery },
  record: { method: 'get', path: '/api/records/:table/:id', summary: 'One of them', roles: EVERYONE },
  newRecord: { method: 'post', path: '/api/records/:table', summary: 'Record a new one', roles: EDITORS, body: anyRecord, reviewed: 'always' },
  saveRecordValues: { method: 'put', path: '/api/records/:table/:id', summary: 'Change one', roles: EDITORS, body: anyRecord, ifMatch: true, reviewed: 'always' },
} as const satisfies Routes; // prettier-ignore
