import { TABLE_KINDS, type MappedHeading, type TableKind } from '@radiatrix/core/table';
import Joi from 'joi';
import { COLUMN_LIMIT, TABLE_FORMATS } from './limits.ts';
import { id, line } from './common.ts';
import { EDITORS, EVERYONE, type Routes } from './route.ts';

export interface WrongCell {
  /** Row of the file; the headings are row 1. */
  row: number;
  heading: string;
  reason: string;
  fix: string;
}

export interface Upload {
  id: string;
  name: string;
  kind: TableKind;
  /** How the file was read. */
  encoding: string;
  separator: string;
  mapping: MappedHeading[];
  /** The columns are taken as in this person's last file of these headings. */
  remembered: boolean;
  sample: string[][];
  state: 'mapping' | 'reading' | 'ready' | 'applying' | 'applied' | 'waiting' | 'stopped' | 'failed';
  /** Rows gone through; the whole number is known once they were. */
  done: number;
  of: number;
  counts: { new: number; changed: number; same: number; wrong: number };
  /** The first of the wrong cells; all of them are in the file of wrong rows. */
  wrong: WrongCell[];
  message: string;
}

export const uploadQuery = Joi.object<{ kind: TableKind; name: string }>({
  kind: Joi.string()
    .valid(...TABLE_KINDS)
    .required(),
  name: line(200).required(),
});

export const previewSchema = Joi.object<{ mapping: MappedHeading[]; sourceId: number | null }>({
  mapping: Joi.array()
    .items(
      Joi.object({
        heading: Joi.string().allow('').max(200).required(),
        field: line(60).allow('').required(),
        unit: line(20).allow('').default(''),
      }),
    )
    .max(COLUMN_LIMIT)
    .required(),
  /** Who says so, where the file does not say. */
  sourceId: id.allow(null).default(null),
});

export const exportQuery = Joi.object<{ format: (typeof TABLE_FORMATS)[number] }>({
  format: Joi.string()
    .valid(...TABLE_FORMATS)
    .default('csv'),
});

export interface TableAnswers {
  newUpload: Upload;
  upload: Upload;
  previewUpload: Upload;
  applyUpload: Upload;
  stopUpload: Upload;
  forgetMapping: Upload;
}
export const tableRoutes = {
  newUpload: { method: 'post', path: '/api/uploads', summary: 'Send a CSV or XLSX table to be brought in', roles: EDITORS, query: uploadQuery, raw: true },
  upload: { method: 'get', path: '/api/uploads/:id', summary: 'How an uploaded table stands', roles: EDITORS },
  previewUpload: { method: 'post', path: '/api/uploads/:id/preview', summary: 'Read an uploaded table against the library', roles: EDITORS, body: previewSchema },
  applyUpload: { method: 'post', path: '/api/uploads/:id/apply', summary: 'Bring an uploaded table in, all or nothing', roles: EDITORS },
  stopUpload: { method: 'delete', path: '/api/uploads/:id', summary: 'Stop, and throw the upload away', roles: EDITORS },
  forgetMapping: { method: 'delete', path: '/api/uploads/:id/mapping', summary: 'Forget what earlier files of these headings were taken for', roles: EDITORS },
  wrongRows: { method: 'get', path: '/api/uploads/:id/wrong', summary: 'The wrong rows of an upload as CSV, with reasons', roles: EDITORS },
  exportTable: { method: 'get', path: '/api/export/:kind', summary: 'Applications, parts or vehicles as CSV, XLSX or JSON', roles: EVERYONE, query: exportQuery },
} as const satisfies Routes; // prettier-ignore
