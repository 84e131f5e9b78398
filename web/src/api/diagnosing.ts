import type { DiagnosisRecord, DiagnosisTableRecord, TableChangeBody } from '@radiatrix/contract';
import { api, saving } from './api.ts';

/** What is wrong with a vehicle, and the table that is reasoned from. Fetched with the views that ask for it. */
export const diagnosingApi = api.injectEndpoints({
  endpoints: (build) => ({
    jobDiagnosis: build.query<DiagnosisRecord, number>({ query: (id) => `/jobs/${id}/diagnosis`, providesTags: ['Job', 'Vehicle', 'Practice', 'Part', 'Diagnosis'] }),
    diagnosisTable: build.query<DiagnosisTableRecord, void>({ query: () => '/diagnosis-table', providesTags: ['Diagnosis', 'Job'] }),
    changeDiagnosisTable: build.mutation<DiagnosisTableRecord, { body: TableChangeBody; key: string }>({
      query: (save) => saving('/diagnosis-table', 'POST', save),
      invalidatesTags: (_r, error) => (error ? [] : ['Diagnosis', 'Review']),
    }),
  }),
}); // prettier-ignore
