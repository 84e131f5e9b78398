import type { ImportReport, Upload } from '@radiatrix/contract';
import type { MappedHeading } from '@radiatrix/core/table';
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
    upload: build.query<Upload, string>({ query: (id) => `/uploads/${id}`, keepUnusedDataFor: 0, providesTags: ['Upload'] }),
    previewUpload: build.mutation<Upload, { id: string; body: { mapping: MappedHeading[]; sourceId: number | null }; key: string }>({
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
