import type {
  AcceptBody,
  FilingRecord,
  MapMinutes,
  FailureBody,
  FailureLine,
  FailureRecord,
} from '@radiatrix/contract';
import { api, saving } from './api.ts';

/** What a job leaves behind: what is filed, minutes, and how parts live and fail. Fetched with the views that ask for it. */
export const filingApi = api.injectEndpoints({
  endpoints: (build) => ({
    jobFiling: build.query<FilingRecord, number>({ query: (id) => `/jobs/${id}/filing`, providesTags: ['Job', 'Vehicle', 'Practice', 'Part', 'Match', 'Record', 'Review'] }),
    acceptDifference: build.mutation<FilingRecord, { id: number; body: AcceptBody; key: string }>({
      query: ({ id, ...save }) => saving(`/jobs/${id}/filing`, 'POST', save),
      invalidatesTags: (_r, error) => (error ? [] : ['Vehicle', 'Review', 'Match', 'Part']),
    }),
    mapMinutes: build.query<MapMinutes, number>({ query: (id) => `/access/${id}/minutes`, providesTags: ['Job'] }),
    failures: build.query<FailureLine[], void>({ query: () => '/failures', providesTags: ['Failure', 'Job', 'Practice', 'Part'] }),
    partFailures: build.query<FailureRecord, number>({ query: (id) => `/parts/${id}/failures`, providesTags: ['Failure', 'Job', 'Practice', 'Part'] }),
    reportFailure: build.mutation<FailureRecord, { id: number; body: FailureBody; key: string }>({
      query: ({ id, ...save }) => saving(`/parts/${id}/failures`, 'POST', save),
      invalidatesTags: (_r, error) => (error ? [] : ['Failure', 'Match', 'Sheet', 'Job']),
    }),
    changeFailure: build.mutation<FailureRecord, { id: number; etag: string; body: FailureBody; key: string }>({
      query: ({ id, ...save }) => saving(`/failures/${id}`, 'PUT', save),
      invalidatesTags: (_r, error) => (error ? [] : ['Failure', 'Match', 'Sheet', 'Job']),
    }),
    dropFailure: build.mutation<null, { id: number; etag: string; key: string }>({
      query: ({ id, ...save }) => saving(`/failures/${id}`, 'DELETE', save),
      invalidatesTags: (_r, error) => (error ? [] : ['Failure', 'Match', 'Sheet', 'Job']),
    }),
  }),
}); // prettier-ignore
