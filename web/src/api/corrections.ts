import type { Correction } from '@radiatrix/contract';
import { api, saving } from './api.ts';

/** What was put right after jobs had used it. Fetched with the views that ask for it. */
export const correctionsApi = api.injectEndpoints({
  endpoints: (build) => ({
    corrections: build.query<Correction[], void>({ query: () => '/corrections', providesTags: ['Review'] }),
    tellCorrection: build.mutation<
      Correction,
      { id: number; body: { jobId: number; told: boolean }; key: string }
    >({
      query: (save) => saving(`/corrections/${save.id}/told`, 'POST', save),
      invalidatesTags: ['Review', 'Job'],
    }),
  }),
});
