import type { MergeBody, MergeLine, MergePreview } from '@radiatrix/contract';
import { api, LIBRARY, saving } from './api.ts';

/** Two records of one thing made one, and taken apart. Fetched with the views that ask for it. */
export const mergingApi = api.injectEndpoints({
  endpoints: (build) => ({
    merges: build.query<MergeLine[], void>({ query: () => '/merges', providesTags: ['Review'] }),
    previewMerge: build.mutation<MergePreview, MergeBody>({
      query: (body) => saving('/merges/preview', 'POST', { body, key: crypto.randomUUID() }),
    }),
    newMerge: build.mutation<MergeLine, { body: MergeBody; key: string }>({
      query: (save) => saving('/merges', 'POST', save),
      invalidatesTags: (_r, error) => (error ? ['Review'] : LIBRARY),
    }),
    undoMerge: build.mutation<MergeLine, { id: number; key: string }>({
      query: (save) => saving(`/merges/${save.id}/undo`, 'POST', save),
      invalidatesTags: (_r, error) => (error ? ['Review'] : LIBRARY),
    }),
  }),
});
