import type {
  AuditState,
  MakeCoverage,
  MarkLine,
  ModelCoverage,
  ModelLine,
  Rewrite,
} from '@radiatrix/contract';
import { api, queryOf, saving } from './api.ts';

/** What is claimed of which vehicles, and its audit. Fetched with the views that ask for it. */
export const coverageApi = api.injectEndpoints({
  endpoints: (build) => ({
    models: build.query<ModelLine[], void>({ query: () => '/models', providesTags: ['Coverage'] }),
    coverage: build.query<ModelCoverage, number>({ query: (id) => `/models/${id}/coverage`, providesTags: ['Coverage'] }),
    makeCoverage: build.query<MakeCoverage, { id: number; kind: string }>({ query: ({ id, kind }) => `/makes/${id}/coverage?${queryOf({ kind })}`, providesTags: ['Coverage'] }),
    rewriteLines: build.mutation<{ ids: number[] }, { partId: number; modelId: number; body: Rewrite; key: string }>({
      query: ({ partId, modelId, ...save }) => saving(`/parts/${partId}/models/${modelId}/lines`, 'PUT', save),
      invalidatesTags: ['Coverage', 'Part', 'Match'],
    }),
    newMark: build.mutation<{ marked: number }, { body: { partId: number; vehicleIds: number[]; note: string }; key: string }>({ query: (save) => saving('/marks', 'POST', save), invalidatesTags: ['Coverage'] }),
    dropMark: build.mutation<null, { id: number; key: string }>({ query: (save) => saving(`/marks/${save.id}`, 'DELETE', save), invalidatesTags: ['Coverage'] }),
    marks: build.query<MarkLine[], void>({ query: () => '/marks', providesTags: ['Coverage'] }),
    audit: build.query<AuditState, void>({ query: () => '/audit' }),
    startAudit: build.mutation<AuditState, { key: string }>({ query: (save) => saving('/audit', 'POST', save) }),
    stopAudit: build.mutation<AuditState, { key: string }>({ query: (save) => saving('/audit', 'DELETE', save) }),
  }),
}); // prettier-ignore
