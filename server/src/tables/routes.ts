import { TABLE_KINDS } from '@radiatrix/core/table';
import { notFound } from '../http/problem.ts';
import type { Handler } from '../http/route.ts';
import { exported } from './export.ts';
import type { OpenTable } from './open.ts';
import { makeNames } from './new-names.ts';
import {
  addUpload,
  asideRows,
  fixRows,
  forgetMappingOf,
  layoutUpload,
  stopUpload,
  uploadOf,
  wrongRowsOf,
} from './service.ts';
import { bringInReleased } from './staging.ts';
import { uploadLines } from './uploads-queries.ts';
import type { TableWork } from './work.ts';

type TableRoute =
  | 'newUpload'
  | 'uploads'
  | 'upload'
  | 'layoutUpload'
  | 'newNames'
  | 'asideRows'
  | 'fixRows'
  | 'previewUpload'
  | 'applyUpload'
  | 'stopUpload'
  | 'forgetMapping'
  | 'wrongRows'
  | 'exportTable';

export const tableRoutes = (work: TableWork): { [R in TableRoute]: Handler<R> } => ({
  newUpload: async ({ db, body, query: { kind, name }, person }) => ({
    status: 201,
    body: await addUpload(db, body as OpenTable, { kind, name, person }),
  }),
  upload: async ({ db, params, person }) => ({ body: await uploadOf(db, params.id!, person) }),
  uploads: async ({ db, person }) => ({ body: await uploadLines(db, person.id) }),
  layoutUpload: async ({ db, params, body, person }) => ({
    body: await layoutUpload(db, params.id!, body, person),
  }),
  newNames: async ({ db, params, body, person }) => ({ body: await makeNames(db, params.id!, body, person) }),
  asideRows: async ({ db, params, query, person }) => ({
    body: await asideRows(db, params.id!, query, person),
  }),
  fixRows: async ({ db, params, body: { rows }, person }) => ({
    body: await fixRows(db, params.id!, rows, person),
  }),
  previewUpload: async ({ params, body, person }) => ({
    status: 202,
    body: await work.preview(params.id!, body, person),
  }),
  applyUpload: async ({ db, params, person, released }) => {
    if (!released) return { status: 202, body: await work.apply(params.id!, person) };
    await bringInReleased(db, params.id!);
    return {};
  },
  stopUpload: async ({ db, params, person }) => ({ body: await stopUpload(db, params.id!, person) }),
  forgetMapping: async ({ db, params, person }) => ({ body: await forgetMappingOf(db, params.id!, person) }),
  wrongRows: async ({ db, params, person }) => ({
    file: { mediaType: 'text/csv; charset=utf-8', ...(await wrongRowsOf(db, params.id!, person)) },
  }),
  exportTable: ({ db, params, query: { format }, person }) => {
    const kind = TABLE_KINDS.find((each) => each === params.kind);
    if (!kind) throw notFound('That table');
    return Promise.resolve({ file: exported(db, kind, format, person.role) });
  },
});
