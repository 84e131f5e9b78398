import type {
  AccessRecord,
  NewAccess,
  ConnectorDocument,
  ConnectorRecord,
  JobAnswers,
  LibraryLine,
  LibraryRecord,
  LibraryTable,
  PracticeChange,
  ShopPractice,
  NewVinPattern,
  RecordValues,
  SearchResult,
  NewClaim,
  NewPart,
  NewProcedure,
  PartDetails,
  PartRecord,
  ProcedureRecord,
  ToldVehicle,
  VehicleAnswers,
} from '@radiatrix/contract';
import type { AccessMap } from '@radiatrix/core/access';
import type { ProcedureDocument } from '@radiatrix/core/procedure';
import type { VinPattern } from '@radiatrix/core/vehicle';
import { api, LIBRARY, queryOf, saving, tagged, type Save, type Tagged } from './api.ts';

/** The library, record by record. Fetched with the views that ask for it. */
export const recordingApi = api.injectEndpoints({
  endpoints: (build) => ({
    practice: build.query<ShopPractice[], void>({ query: () => '/practice', providesTags: ['Practice'] }),
    setPractice: build.mutation<ShopPractice[], { body: PracticeChange; key: string }>({
      query: (save) => saving('/practice', 'POST', save),
      invalidatesTags: (_r, error) => (error ? [] : ['Practice', 'Match', 'Sheet', 'Job', 'Record']),
    }),
    search: build.query<SearchResult, string>({ query: (text) => `/search?${queryOf({ text })}`, keepUnusedDataFor: 20 }),
    records: build.query<LibraryLine[], { table: LibraryTable; text: string }>({ query: ({ table, text }) => `/records/${table}?${queryOf({ text })}`, providesTags: ['Record'] }),
    record: build.query<Tagged<LibraryRecord>, { table: LibraryTable; id: number }>({ query: ({ table, id }) => `/records/${table}/${id}`, transformResponse: tagged<LibraryRecord>, providesTags: ['Record'] }),
    newRecord: build.mutation<LibraryRecord, { table: LibraryTable; body: RecordValues; key: string }>({ query: (save) => saving(`/records/${save.table}`, 'POST', save), invalidatesTags: ['Record', 'Vehicle', 'Coverage'] }),
    saveRecord: build.mutation<Tagged<LibraryRecord>, Save<RecordValues> & { table: LibraryTable }>({
      query: (save) => saving(`/records/${save.table}/${save.id}`, 'PUT', save),
      transformResponse: tagged<LibraryRecord>,
      invalidatesTags: (_r, error) => (error ? [] : [...LIBRARY]),
    }),
    recordTold: build.mutation<VehicleAnswers['recordTold'], { body: ToldVehicle; key: string }>({ query: (save) => saving('/vehicles/told', 'POST', save), invalidatesTags: (_r, error) => (error ? [] : [...LIBRARY]) }),
    vinPatterns: build.query<VinPattern[], void>({ query: () => '/vin-patterns', providesTags: ['Vehicle'] }),
    newVinPattern: build.mutation<VinPattern, { body: NewVinPattern; key: string }>({ query: (save) => saving('/vin-patterns', 'POST', save), invalidatesTags: ['Vehicle'] }),
    dropVinPattern: build.mutation<null, { id: number; key: string }>({ query: (save) => saving(`/vin-patterns/${save.id}`, 'DELETE', save), invalidatesTags: ['Vehicle'] }),
    access: build.query<Tagged<AccessRecord>, number>({ query: (id) => `/access/${id}`, transformResponse: tagged<AccessRecord>, providesTags: ['Procedure'] }),
    jobMap: build.mutation<JobAnswers['jobMap'], { id: number; key: string }>({ query: ({ id, key }) => saving(`/jobs/${id}/map`, 'POST', { body: {}, key }), invalidatesTags: (_r, error) => (error ? [] : ['Procedure', 'Review', 'Vehicle']) }),
    newAccess: build.mutation<AccessRecord, { body: NewAccess; key: string }>({ query: (save) => saving('/access', 'POST', save), invalidatesTags: ['Procedure', 'Review', 'Vehicle'] }),
    saveAccess: build.mutation<Tagged<AccessRecord>, Save<AccessMap>>({
      query: (save) => saving(`/access/${save.id}`, 'PUT', save),
      transformResponse: tagged<AccessRecord>,
      invalidatesTags: (_r, error) => (error ? [] : ['Procedure', 'Review', 'Sheet', 'Vehicle']),
    }),
    newPart: build.mutation<Tagged<PartRecord>, { body: NewPart; key: string }>({
      query: (save) => saving('/parts', 'POST', save),
      transformResponse: tagged<PartRecord>,
      invalidatesTags: ['Part', 'Review'],
    }),
    savePartDetails: build.mutation<Tagged<PartRecord>, Save<PartDetails>>({
      query: (save) => saving(`/parts/${save.id}/details`, 'PUT', save),
      transformResponse: tagged<PartRecord>,
      invalidatesTags: (_r, error) => (error ? [] : ['Part', 'Review', 'Match', 'Sheet']),
    }),
    newClaim: build.mutation<PartRecord, { id: number; body: NewClaim; key: string }>({
      query: (save) => saving(`/parts/${save.id}/claims`, 'POST', save),
      invalidatesTags: ['Part', 'Match'],
    }),
    dropClaim: build.mutation<null, { id: number; etag: string; key: string }>({ query: (save) => saving(`/claims/${save.id}`, 'DELETE', save), invalidatesTags: ['Part', 'Match'] }),
    connector: build.query<Tagged<ConnectorRecord>, string>({ query: (code) => `/connectors/${encodeURIComponent(code)}`, transformResponse: tagged<ConnectorRecord>, providesTags: ['Connector'] }),
    newConnector: build.mutation<Tagged<ConnectorRecord>, { body: ConnectorDocument; key: string }>({
      query: (save) => saving('/connectors', 'POST', save),
      transformResponse: tagged<ConnectorRecord>,
      invalidatesTags: ['Connector'],
    }),
    saveConnector: build.mutation<Tagged<ConnectorRecord>, Save<ConnectorDocument>>({
      query: (save) => saving(`/connectors/${save.id}`, 'PUT', save),
      transformResponse: tagged<ConnectorRecord>,
      invalidatesTags: (_r, error) => (error ? [] : ['Connector', 'Sheet']),
    }),
    procedure: build.query<Tagged<ProcedureRecord>, number>({ query: (id) => `/procedures/${id}`, transformResponse: tagged<ProcedureRecord>, providesTags: ['Procedure'] }),
    newProcedure: build.mutation<Tagged<ProcedureRecord>, { body: NewProcedure; key: string }>({
      query: (save) => saving('/procedures', 'POST', save),
      transformResponse: tagged<ProcedureRecord>,
      invalidatesTags: ['Procedure', 'Vehicle', 'Review', 'Sheet'],
    }),
    saveProcedure: build.mutation<Tagged<ProcedureRecord>, Save<ProcedureDocument>>({
      query: (save) => saving(`/procedures/${save.id}`, 'PUT', save),
      transformResponse: tagged<ProcedureRecord>,
      invalidatesTags: (_r, error) => (error ? [] : ['Procedure', 'Vehicle', 'Review', 'Sheet']),
    }),
    removePhoto: build.mutation<null, { id: number; body: { reason: string }; key: string }>({ query: (save) => saving(`/photos/${save.id}`, 'DELETE', save), invalidatesTags: ['Part', 'Vehicle', 'Connector', 'Procedure'] }),
    addPhoto: build.mutation<{ id: number }, { subject: string; id: number; caption: string; file: Blob; key: string }>({
      query: ({ subject, id, caption, file, key }) => ({
        url: `/photos?${new URLSearchParams({ subject, id: String(id), caption })}`,
        method: 'POST',
        body: file,
        headers: { 'Content-Type': file.type || 'application/octet-stream', 'Idempotency-Key': key },
      }),
      invalidatesTags: ['Part', 'Vehicle', 'Connector', 'Procedure'],
    }),
  }),
}); // prettier-ignore
