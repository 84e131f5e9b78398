import { TABLE_KINDS } from '@radiatrix/core/table';
import { notFound } from '../http/problem.ts';
import type { Handler } from '../http/route.ts';
import { exported } from './export.ts';
import type { Uploads } from './service.ts';
import { bringInReleased } from './staging.ts';

type TableRoute =
  'newUpload' | 'upload' | 'previewUpload' | 'applyUpload' | 'stopUpload' | 'wrongRows' | 'exportTable';

export const tableRoutes = (uploads: Uploads): { [R in TableRoute]: Handler<R> } => ({
  newUpload: async ({ req, query: { kind, name }, person }) => ({
    status: 201,
    body: await uploads.add(req, kind, name, person),
  }),
  upload: ({ params, person }) => Promise.resolve({ body: uploads.get(params.id!, person) }),
  previewUpload: ({ params, body: { mapping, sourceId }, person }) =>
    Promise.resolve({ status: 202, body: uploads.preview(params.id!, mapping, sourceId, person) }),
  applyUpload: async ({ db, params, person, released }) => {
    if (!released) return { status: 202, body: uploads.apply(params.id!, person) };
    await bringInReleased(db, params.id!);
    return {};
  },
  stopUpload: async ({ params, person }) => ({ body: await uploads.stop(params.id!, person) }),
  wrongRows: async ({ params, person }) => ({
    file: { mediaType: 'text/csv; charset=utf-8', ...(await uploads.wrongRows(params.id!, person)) },
  }),
  exportTable: ({ db, params, query: { format }, person }) => {
    const kind = TABLE_KINDS.find((each) => each === params.kind);
    if (!kind) throw notFound('That table');
    return Promise.resolve({ file: exported(db, kind, format, person.role) });
  },
});
