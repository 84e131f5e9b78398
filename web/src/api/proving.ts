import type { Instruments, NewStream, ProvingRecord, StandInAct, StreamRecord } from '@radiatrix/contract';
import { api, saving } from './api.ts';

/** Instruments, their readings and what they prove. Fetched with the views that ask for it. */
export const provingApi = api.injectEndpoints({
  endpoints: (build) => ({
    jobProving: build.query<ProvingRecord, number>({ query: (id) => `/jobs/${id}/proving`, providesTags: ['Job', 'Vehicle', 'Practice', 'Part'] }),
    instruments: build.query<Instruments, void>({ query: () => '/instruments', keepUnusedDataFor: 0, providesTags: ['Instruments'] }),
    standInAct: build.mutation<Instruments, { body: StandInAct; key: string }>({ query: (save) => saving('/instruments/stand-in', 'POST', save), invalidatesTags: ['Instruments'] }),
    newStream: build.mutation<StreamRecord, { id: number; body: NewStream; key: string }>({ query: (save) => saving(`/jobs/${save.id}/streams`, 'POST', save) }),
    streamChunk: build.mutation<null, { stream: string; ordinal: number; body: { ms: number[]; values: (number | null)[][] }; key: string }>({
      query: (save) => saving(`/streams/${save.stream}/chunks/${save.ordinal}`, 'PUT', save),
    }),
    stream: build.query<StreamRecord, string>({ query: (id) => `/streams/${id}`, keepUnusedDataFor: 30 }),
  }),
}); // prettier-ignore
