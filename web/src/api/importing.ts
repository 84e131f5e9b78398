import type { AsideRow, ImportReport, NewNames, Upload, UploadLine } from '@radiatrix/contract';
import type { MappedHeading, ReadingChoices } from '@radiatrix/core/table';
import { api, LIBRARY, queryOf, saving } from './api.ts';

/** Tables and bundles that come in. Fetched with the views that ask for it. */
export const importingApi = api.injectEndpoints({
  endpoints: (build) => ({
    newUpload: build.mutation<Upload, { kind: string; file: File; key: string }>({
      query: ({ kind, file, key }) => ({
        url: `/uploads?${queryOf({ kind, name: file.name })}`,
        method: 'POST',
        body: file,
        headers: { 'Content-Type': 'application/octet-stream', 'Idempotency-Key': key },
      }),
    }),
    forgetMapping: build.mutation<Upload, { id: string; key: string }>({ query: (save) => saving(`/uploads/${save.id}/mapping`, 'DELETE', save) }),
    uploads: build.query<UploadLine[], void>({ query: () => '/uploads', providesTags: ['Upload'] }),
    layoutUpload: build.mutation<Upload, { id: string; body: { sheet: number; headingRow: number; headingRows: 1 | 2 }; key: string }>({
      query: (save) => saving(`/uploads/${save.id}/layout`, 'POST', save),
      invalidatesTags: ['Upload'],
    }),
    newNames: build.mutation<Upload, { id: string; body: NewNames; key: string }>({ query: (save) => saving(`/uploads/${save.id}/names`, 'POST', save), invalidatesTags: ['Upload', ...LIBRARY] }),
    asideRows: build.query<{ rows: AsideRow[]; headings: string[]; more: boolean }, { id: string; after: number; which: 'all' | 'other' }>({ query: ({ id, after, which }) => `/uploads/${id}/rows?after=${after}&which=${which}`, providesTags: ['Upload'] }),
    fixRows: build.mutation<{ kept: number }, { id: string; body: { rows: { row: number; cells: string[] | null }[] }; key: string }>({
      query: (save) => saving(`/uploads/${save.id}/rows`, 'POST', save),
      invalidatesTags: ['Upload'],
    }),
    upload: build.query<Upload, string>({ query: (id) => `/uploads/${id}`, keepUnusedDataFor: 0, providesTags: ['Upload'] }),
    previewUpload: build.mutation<Upload, { id: string; body: { mapping: MappedHeading[]; sourceId: number | null; choices: ReadingChoices }; key: string }>({
      query: (save) => saving(`/uploads/${save.id}/preview`, 'POST', save),
      invalidatesTags: ['Upload'],
    }),
    applyUpload: build.mutation<Upload, { id: string; key: string }>({ query: (save) => saving(`/uploads/${save.id}/apply`, 'POST', save), invalidatesTags: ['Upload', ...LIBRARY] }),
    stopUpload: build.mutation<Upload, { id: string; key: string }>({ query: (save) => saving(`/uploads/${save.id}`, 'DELETE', save) }),
    importBundle: build.mutation<ImportReport, { body: unknown; apply: boolean; key: string }>({
      query: ({ body, apply, key }) => saving(apply ? '/import' : '/import/preview', 'POST', { body, key }),
      invalidatesTags: (_r, error, { apply }) => (error || !apply ? [] : [...LIBRARY]),
    }),
  }),
}); // prettier-ignore
