import { TABLE_KINDS, type MappedHeading, type TableKind } from '@radiatrix/core/table';
import { notFound } from '../http/problem.ts';
import type { Context, Reply } from '../http/route.ts';
import { exported } from './export.ts';
import type { Uploads } from './service.ts';
import { bringInReleased } from './stage.ts';

const accepted = (body: unknown): Reply => ({ status: 202, body });

export const tableRoutes = (uploads: Uploads) => ({
  newUpload: async ({ req, query, person }: Context): Promise<Reply> => {
    const { kind, name } = query as { kind: TableKind; name: string };
    return { status: 201, body: await uploads.add(req, kind, name, person) };
  },
  upload: ({ params, person }: Context): Promise<Reply> =>
    Promise.resolve({ body: uploads.get(params.id!, person) }),
  previewUpload: ({ params, body, person }: Context): Promise<Reply> => {
    const { mapping, sourceId } = body as { mapping: MappedHeading[]; sourceId: number | null };
    return Promise.resolve(accepted(uploads.preview(params.id!, mapping, sourceId, person)));
  },
  applyUpload: async ({ db, params, person, released }: Context): Promise<Reply> => {
    if (!released) return accepted(uploads.apply(params.id!, person));
    await bringInReleased(db, params.id!);
    return {};
  },
  stopUpload: async ({ params, person }: Context): Promise<Reply> => ({
    body: await uploads.stop(params.id!, person),
  }),
  wrongRows: async ({ params, person }: Context): Promise<Reply> => ({
    file: { mediaType: 'text/csv; charset=utf-8', ...(await uploads.wrongRows(params.id!, person)) },
  }),
  exportTable: ({ db, params, query, person }: Context): Promise<Reply> => {
    const kind = params.kind as TableKind;
    if (!TABLE_KINDS.includes(kind)) throw notFound('That table');
    return Promise.resolve({
      file: exported(db, kind, (query as { format: 'csv' | 'xlsx' | 'json' }).format, person.role),
    });
  },
});
