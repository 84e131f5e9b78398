import type { ImportedPart, OddCode, ReviewKind, ReviewRecord, HistoryEntry } from '@radiatrix/contract';
import { proposed } from '../session/slice.ts';
import { api, LIBRARY, saving, tagged, type Tagged } from './api.ts';

/** What somebody else looks at before everybody sees it, and what became of a record. Fetched with the views that ask for it. */
export const reviewingApi = api.injectEndpoints({
  endpoints: (build) => ({
    reviewOne: build.query<Tagged<ReviewRecord>, { kind: ReviewKind; id: number }>({ query: ({ kind, id }) => `/review/${kind}/${id}`, transformResponse: tagged<ReviewRecord>, providesTags: ['Review'] }),
    importedParts: build.query<{ parts: ImportedPart[]; more: boolean; counts: Partial<Record<OddCode | 'all' | 'odd', number>> }, { id: number; which: OddCode | 'odd' | 'sample' | 'all'; after: number }>({
      query: ({ id, which, after }) => `/imports/${id}/parts?which=${which}&after=${after}`,
      providesTags: ['Review'],
    }),
    leaveOut: build.mutation<{ left: number }, { id: number; body: { parts: number[] }; key: string }>({ query: (save) => saving(`/imports/${save.id}/leave-out`, 'POST', save), invalidatesTags: ['Review'] }),
    judge: build.mutation<{ state: string }, { kind: ReviewKind; id: number; act: 'check' | 'release'; etag: string; key: string }>({
      query: (save) => saving(`/review/${save.kind}/${save.id}/${save.act}`, 'POST', save),
      invalidatesTags: (_r, error) => (error ? ['Review'] : [...LIBRARY]),
    }),
    sendBack: build.mutation<{ state: string }, { kind: ReviewKind; id: number; body: { reason: string }; etag: string; key: string }>({
      query: (save) => saving(`/review/${save.kind}/${save.id}/send-back`, 'POST', save),
      invalidatesTags: (_r, error) => (error ? ['Review'] : [...LIBRARY]),
    }),
    withdraw: build.mutation<{ state: string }, { kind: ReviewKind; id: number; body: { reason: string }; key: string }>({
      query: (save) => saving(`/review/${save.kind}/${save.id}/withdraw`, 'POST', save),
      invalidatesTags: (_r, error) => (error ? ['Review'] : [...LIBRARY]),
    }),
    takeBack: build.mutation<null, { id: number; key: string }>({ query: (save) => saving(`/proposals/${save.id}`, 'DELETE', save), invalidatesTags: ['Review'],
      onQueryStarted: async (_, { queryFulfilled, dispatch }) => {
        await queryFulfilled.catch(() => {});
        dispatch(proposed(null));
      },
    }),
    history: build.query<HistoryEntry[], { kind: string; id: number }>({ query: ({ kind, id }) => `/history/${kind}/${id}`, keepUnusedDataFor: 0, providesTags: ['Record'] }),
  }),
}); // prettier-ignore
