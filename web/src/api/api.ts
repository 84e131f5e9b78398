import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react';
import type { CalendarFeed, PlanMove, PlanRecord, PlanTried, Workshop, WorkshopRecord, Instruments, NewStream, DiagnosisRecord, AcceptBody, DeskRecord, FigureWanted, FilingRecord, MapMinutes, FailureBody, FailureLine, FailureRecord,
  DiagnosisTableRecord,
  TableChangeBody,
  ProvingRecord, StandInAct, StreamRecord, AccessRecord, EventPage, NewAccess, VehicleAccess, Account, AccountValues, Colleague, Invitation, NewAccount, OwnSession, PlanningRecord, ConnectorLine, SourceLine, AuditState, MakeCoverage, MarkLine, ModelCoverage, ModelLine, Rewrite, ConnectorDocument, ConnectorRecord, FiguresChange, FindResult, GoesInto, ImportReport, JobEvents, JobLine, JobRecord, JudgedPart, SharedParts, LibraryLine, LibraryRecord, LibraryTable, MatchResult, PracticeChange, ShopPractice, NewVinPattern, RecordValues, SearchResult, SetsResult, NewClaim, NewPart, NewProcedure, PartDetails, PartLine,
  PartRecord, Problem, ProcedureRecord, ReviewKind, ReviewLine, ReviewRecord, SessionState, SheetRecord, SignIn, Upload, VehicleLine, Waits, VehicleRecord, BayRecord, HistoryEntry,
} from '@radiatrix/contract'; // prettier-ignore
import type { AccessMap } from '@radiatrix/core/access';
import type { MappedHeading } from '@radiatrix/core/table';
import type { ProcedureDocument } from '@radiatrix/core/procedure';
import type { VinPattern, Vocabulary } from '@radiatrix/core/vehicle';
import { takeEarly } from '../app/early.ts';
import { keepWho } from '../offline/who.ts';
import { expired, proposed, signedIn, signedOut } from '../session/slice.ts';

interface Meta {
  response?: Response;
}

const plain = fetchBaseQuery({
  baseUrl: '/api',
  fetchFn: (input, init) => (input instanceof Request ? takeEarly(input) : undefined) ?? fetch(input, init),
  prepareHeaders: (headers, { getState, type }) => {
    const { csrfToken } = (getState() as { session: { csrfToken: string } }).session;
    if (type === 'mutation' && csrfToken) headers.set('X-CSRF-Token', csrfToken);
    return headers;
  },
  responseHandler: async (response) => {
    const text = await response.text();
    return text === '' ? null : (JSON.parse(text) as unknown);
  },
});

/** A 401 anywhere but at the sign-in means that the server forgot this session: the shell asks to sign in again, in place. */
const guarded: BaseQueryFn<string | FetchArgs, unknown, FetchBaseQueryError, object, Meta> = async (
  args,
  store,
  extra,
) => {
  const result = await plain(args, store, extra);
  if (result.error?.status === 401 && store.endpoint !== 'signIn') store.dispatch(expired());
  const kept = result.data as Partial<Waits> | null | undefined;
  if (result.meta?.response?.status === PROPOSED && kept && typeof kept === 'object' && kept.waits) {
    // It was taken, and nothing has changed yet: whoever waits for the changed record must not take this for it.
    store.dispatch(proposed(kept.waits));
    store.dispatch(api.util.invalidateTags(['Review']));
    return { error: { status: PROPOSED, data: kept.waits }, meta: result.meta } as never;
  }
  return result as never;
};

const PROPOSED = 202;
/** Whether a save was taken but waits for a reviewer: nothing to put right, and nothing to be seen yet. */
export const isProposed = (error: unknown): error is { data: Waits['waits'] } =>
  (error as { status?: unknown } | undefined)?.status === PROPOSED;

/** A record and the version tag a save of it must name. */
export interface Tagged<T> {
  record: T;
  etag: string;
}
const tagged = <T>(record: T, meta?: Meta): Tagged<T> => ({
  record,
  etag: meta?.response?.headers.get('etag') ?? '',
});

/** What every save carries: the version it is based on, and a key that makes sending it twice do it once. */
export interface Save<T> {
  id: number;
  body: T;
  etag: string;
  key: string;
}
const saving = (
  url: string,
  method: string,
  { body, etag, key }: { body?: unknown; etag?: string; key: string },
): FetchArgs => ({
  url,
  method,
  body,
  headers: { ...(etag ? { 'If-Match': etag } : {}), 'Idempotency-Key': key },
});

export const problemOf = (error: unknown): Problem | undefined => {
  const data = (error as { data?: unknown } | undefined)?.data;
  return data && typeof data === 'object' && 'code' in data ? (data as Problem) : undefined;
};

/** A query string of what is given; lists name their key once for each. */
const queryOf = (
  options: Record<string, number | string | readonly (number | string)[] | undefined>,
): string =>
  new URLSearchParams(
    Object.entries(options).flatMap(([key, value]) =>
      value === undefined ? [] : [value].flat().map((each): [string, string] => [key, String(each)]),
    ),
  ).toString();

const LIBRARY = [
  'Part',
  'Vehicle',
  'Connector',
  'Procedure',
  'Review',
  'Match',
  'Sheet',
  'Job',
  'Coverage',
  'Instruments',
  'Record',
  'Practice',
] as const;
const ACCOUNTS = ['Account', 'OwnSession'] as const;

/** What verdicts are judged by: a job whose own figures count first, and the chances asked for. */
export interface MatchOptions {
  job?: number;
  passAt?: number;
  failAt?: number;
}

export const api = createApi({
  baseQuery: guarded,
  tagTypes: ['Session', 'Upload', 'Instruments', 'Diagnosis', 'Failure', 'Workshop', ...ACCOUNTS, ...LIBRARY],
  refetchOnReconnect: true,
  // What is cached is shown at once, and asked for again: a colleague may have released something since.
  refetchOnMountOrArgChange: 2,
  endpoints: (build) => ({
    session: build.query<SessionState, void>({
      query: () => '/session',
      providesTags: ['Session'],
      onQueryStarted: async (_, { queryFulfilled, dispatch }) => {
        const { data } = await queryFulfilled.catch(() => ({ data: undefined }));
        if (data?.person) dispatch(signedIn(data.csrfToken));
      },
    }),
    signIn: build.mutation<SessionState, SignIn>({
      query: (body) => ({ url: '/session', method: 'POST', body }),
      invalidatesTags: (_result, error) => (error ? [] : ['Session', ...LIBRARY]),
      onQueryStarted: async (_, { queryFulfilled, dispatch }) => {
        const { data } = await queryFulfilled.catch(() => ({ data: undefined }));
        if (data) dispatch(signedIn(data.csrfToken));
      },
    }),
    signOut: build.mutation<null, void>({
      query: () => ({ url: '/session', method: 'DELETE' }),
      onQueryStarted: async (_, { queryFulfilled, dispatch }) => {
        await queryFulfilled.catch(() => {});
        // Whoever comes next on this device takes nothing over.
        keepWho(null);
        dispatch(signedOut());
        dispatch(api.util.resetApiState());
      },
    }),
    find: build.query<FindResult, { text: string; fixes: string[] }>({
      query: ({ text, fixes }) => `/find?${new URLSearchParams([['text', text], ...fixes.map((fix) => ['fix', fix] as [string, string])])}`,
      keepUnusedDataFor: 20,
    }),
    vocabulary: build.query<Vocabulary, void>({ query: () => '/vocabulary', providesTags: ['Vehicle'] }),
    sources: build.query<SourceLine[], void>({ query: () => '/sources', providesTags: ['Vehicle'] }),
    vehicles: build.query<VehicleLine[], void>({ query: () => '/vehicles', providesTags: ['Vehicle'] }),
    vehicle: build.query<Tagged<VehicleRecord>, number>({ query: (id) => `/vehicles/${id}`, transformResponse: tagged<VehicleRecord>, providesTags: ['Vehicle', 'Procedure'] }),
    match: build.query<MatchResult, { id: number } & MatchOptions>({ query: ({ id, ...options }) => `/vehicles/${id}/match?${queryOf(options)}`, providesTags: ['Match'] }),
    judged: build.query<JudgedPart, { id: number; part: number } & MatchOptions>({
      query: ({ id, part, ...options }) => `/vehicles/${id}/match/${part}?${queryOf(options)}`,
      providesTags: ['Match'],
    }),
    sets: build.query<SetsResult, { id: number; job?: number; kinds: string[]; keep: number[] }>({
      query: ({ id, kinds, keep, ...options }) => `/vehicles/${id}/sets?${queryOf({ ...options, kinds, keep })}`,
      providesTags: ['Match'],
    }),
    sharing: build.query<SharedParts, number>({ query: (id) => `/vehicles/${id}/sharing`, providesTags: ['Match', 'Vehicle'] }),
    goesInto: build.query<GoesInto, number>({ query: (id) => `/parts/${id}/vehicles`, providesTags: ['Match', 'Part'] }),
    jobs: build.query<JobLine[], void>({ query: () => '/jobs', providesTags: ['Job'] }),
    job: build.query<Tagged<JobRecord>, { id: number; units: string }>({ query: ({ id, units }) => `/jobs/${id}?${queryOf({ units })}`, transformResponse: tagged<JobRecord>, providesTags: ['Job', 'Match'] }),
    newJob: build.mutation<JobRecord, { body: JobEvents; key: string }>({ query: (save) => saving('/jobs', 'POST', save), invalidatesTags: ['Job'] }),
    jobEvents: build.mutation<JobRecord, { id: number; body: JobEvents; key: string }>({
      query: (save) => saving(`/jobs/${save.id}/events`, 'POST', save),
      invalidatesTags: (_r, error) => (error ? [] : ['Job', 'Match', 'Sheet']),
    }),
    jobDiagnosis: build.query<DiagnosisRecord, number>({ query: (id) => `/jobs/${id}/diagnosis`, providesTags: ['Job', 'Vehicle', 'Practice', 'Part', 'Diagnosis'] }),
    diagnosisTable: build.query<DiagnosisTableRecord, void>({ query: () => '/diagnosis-table', providesTags: ['Diagnosis', 'Job'] }),
    changeDiagnosisTable: build.mutation<DiagnosisTableRecord, { body: TableChangeBody; key: string }>({
      query: (save) => saving('/diagnosis-table', 'POST', save),
      invalidatesTags: (_r, error) => (error ? [] : ['Diagnosis', 'Review']),
    }),
    desk: build.query<DeskRecord, void>({ query: () => '/desk', providesTags: ['Job', 'Review', 'Failure', 'Coverage', 'Part', 'Practice'] }),
    deskFigures: build.query<FigureWanted[], void>({ query: () => '/desk/figures', providesTags: ['Job', 'Match', 'Part', 'Vehicle'] }),
    plan: build.query<PlanRecord, void>({ query: () => '/plan', providesTags: ['Job', 'Practice', 'Workshop'] }),
    tryPlan: build.mutation<PlanTried, { body: { moves: PlanMove[] } }>({ query: ({ body }) => ({ url: '/plan/try', method: 'POST', body }) }),
    workshop: build.query<Tagged<WorkshopRecord>, void>({ query: () => '/workshop', transformResponse: tagged<WorkshopRecord>, providesTags: ['Workshop'] }),
    setWorkshop: build.mutation<WorkshopRecord, Omit<Save<Workshop>, 'id'>>({ query: (save) => saving('/workshop', 'PUT', save), invalidatesTags: (_r, error) => (error ? [] : ['Workshop']) }),
    calendarFeeds: build.query<CalendarFeed[], void>({ query: () => '/plan/calendars', providesTags: ['Workshop'] }),
    newCalendarFeed: build.mutation<CalendarFeed & { path: string }, { body: { personId: number | null; bay: string | null } }>({ query: ({ body }) => ({ url: '/plan/calendars', method: 'POST', body }), invalidatesTags: (_r, error) => (error ? [] : ['Workshop']) }),
    endCalendarFeed: build.mutation<void, number>({ query: (id) => ({ url: `/plan/calendars/${id}`, method: 'DELETE' }), invalidatesTags: ['Workshop'] }),
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
    jobProving: build.query<ProvingRecord, number>({ query: (id) => `/jobs/${id}/proving`, providesTags: ['Job', 'Vehicle', 'Practice', 'Part'] }),
    instruments: build.query<Instruments, void>({ query: () => '/instruments', keepUnusedDataFor: 0, providesTags: ['Instruments'] }),
    standInAct: build.mutation<Instruments, { body: StandInAct; key: string }>({ query: (save) => saving('/instruments/stand-in', 'POST', save), invalidatesTags: ['Instruments'] }),
    newStream: build.mutation<StreamRecord, { id: number; body: NewStream; key: string }>({ query: (save) => saving(`/jobs/${save.id}/streams`, 'POST', save) }),
    streamChunk: build.mutation<null, { stream: string; ordinal: number; body: { ms: number[]; values: (number | null)[][] }; key: string }>({
      query: (save) => saving(`/streams/${save.stream}/chunks/${save.ordinal}`, 'PUT', save),
    }),
    stream: build.query<StreamRecord, string>({ query: (id) => `/streams/${id}`, keepUnusedDataFor: 30 }),
    practice: build.query<ShopPractice[], void>({ query: () => '/practice', providesTags: ['Practice'] }),
    setPractice: build.mutation<ShopPractice[], { body: PracticeChange; key: string }>({
      query: (save) => saving('/practice', 'POST', save),
      invalidatesTags: (_r, error) => (error ? [] : ['Practice', 'Match', 'Sheet', 'Job', 'Record']),
    }),
    planning: build.query<PlanningRecord, { id: number; part: number[]; job?: number }>({ query: ({ id, ...options }) => `/vehicles/${id}/planning?${queryOf(options)}`, providesTags: ['Match', 'Vehicle', 'Part', 'Connector'] }),
    search: build.query<SearchResult, string>({ query: (text) => `/search?${queryOf({ text })}`, keepUnusedDataFor: 20 }),
    records: build.query<LibraryLine[], { table: LibraryTable; text: string }>({ query: ({ table, text }) => `/records/${table}?${queryOf({ text })}`, providesTags: ['Record'] }),
    record: build.query<Tagged<LibraryRecord>, { table: LibraryTable; id: number }>({ query: ({ table, id }) => `/records/${table}/${id}`, transformResponse: tagged<LibraryRecord>, providesTags: ['Record'] }),
    newRecord: build.mutation<LibraryRecord, { table: LibraryTable; body: RecordValues; key: string }>({ query: (save) => saving(`/records/${save.table}`, 'POST', save), invalidatesTags: ['Record', 'Vehicle', 'Coverage'] }),
    saveRecord: build.mutation<Tagged<LibraryRecord>, Save<RecordValues> & { table: LibraryTable }>({
      query: (save) => saving(`/records/${save.table}/${save.id}`, 'PUT', save),
      transformResponse: tagged<LibraryRecord>,
      invalidatesTags: (_r, error) => (error ? [] : [...LIBRARY]),
    }),
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
    vinPatterns: build.query<VinPattern[], void>({ query: () => '/vin-patterns', providesTags: ['Vehicle'] }),
    newVinPattern: build.mutation<VinPattern, { body: NewVinPattern; key: string }>({ query: (save) => saving('/vin-patterns', 'POST', save), invalidatesTags: ['Vehicle'] }),
    dropVinPattern: build.mutation<null, { id: number; key: string }>({ query: (save) => saving(`/vin-patterns/${save.id}`, 'DELETE', save), invalidatesTags: ['Vehicle'] }),
    jobEventsAfter: build.query<EventPage, { id: number; after: number }>({ query: ({ id, after }) => `/jobs/${id}/events?${queryOf({ after })}`, keepUnusedDataFor: 0 }),
    vehicleAccess: build.query<VehicleAccess, { id: number; job?: number }>({ query: ({ id, ...options }) => `/vehicles/${id}/access?${queryOf(options)}`, providesTags: ['Procedure', 'Vehicle', 'Job'] }),
    access: build.query<Tagged<AccessRecord>, number>({ query: (id) => `/access/${id}`, transformResponse: tagged<AccessRecord>, providesTags: ['Procedure'] }),
    newAccess: build.mutation<AccessRecord, { body: NewAccess; key: string }>({ query: (save) => saving('/access', 'POST', save), invalidatesTags: ['Procedure', 'Review', 'Vehicle'] }),
    saveAccess: build.mutation<Tagged<AccessRecord>, Save<AccessMap>>({
      query: (save) => saving(`/access/${save.id}`, 'PUT', save),
      transformResponse: tagged<AccessRecord>,
      invalidatesTags: (_r, error) => (error ? [] : ['Procedure', 'Review', 'Sheet', 'Vehicle']),
    }),
    sheet: build.query<SheetRecord, { vehicleId: number; partId: number; job?: number; procedure?: number; operations?: string; units: string }>({
      query: ({ vehicleId, partId, ...options }) => `/vehicles/${vehicleId}/sheet/${partId}?${queryOf(options)}`,
      providesTags: ['Sheet'],
    }),
    saveBay: build.mutation<Tagged<BayRecord>, Save<FiguresChange>>({
      query: (save) => saving(`/bays/${save.id}/figures`, 'PUT', save),
      transformResponse: tagged<BayRecord>,
      invalidatesTags: (_r, error) => (error ? [] : ['Vehicle', 'Match', 'Sheet', 'Connector']),
    }),
    parts: build.query<PartLine[], string>({ query: (text) => `/parts?${new URLSearchParams({ text })}`, providesTags: ['Part'] }),
    part: build.query<Tagged<PartRecord>, number>({ query: (id) => `/parts/${id}`, transformResponse: tagged<PartRecord>, providesTags: ['Part'] }),
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
    savePartFigures: build.mutation<Tagged<PartRecord>, Save<FiguresChange>>({
      query: (save) => saving(`/parts/${save.id}/figures`, 'PUT', save),
      transformResponse: tagged<PartRecord>,
      invalidatesTags: (_r, error) => (error ? [] : ['Part', 'Review', 'Match', 'Sheet', 'Connector']),
    }),
    newClaim: build.mutation<PartRecord, { id: number; body: NewClaim; key: string }>({
      query: (save) => saving(`/parts/${save.id}/claims`, 'POST', save),
      invalidatesTags: ['Part', 'Match'],
    }),
    dropClaim: build.mutation<null, { id: number; etag: string; key: string }>({ query: (save) => saving(`/claims/${save.id}`, 'DELETE', save), invalidatesTags: ['Part', 'Match'] }),
    connectors: build.query<ConnectorLine[], void>({ query: () => '/connectors', providesTags: ['Connector'] }),
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
    review: build.query<ReviewLine[], void>({ query: () => '/review', providesTags: ['Review'] }),
    reviewOne: build.query<Tagged<ReviewRecord>, { kind: ReviewKind; id: number }>({ query: ({ kind, id }) => `/review/${kind}/${id}`, transformResponse: tagged<ReviewRecord>, providesTags: ['Review'] }),
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
    people: build.query<Colleague[], void>({ query: () => '/people', providesTags: ['Account'] }),
    accounts: build.query<Account[], void>({ query: () => '/accounts', providesTags: ['Account'] }),
    newAccount: build.mutation<Invitation, { body: NewAccount; key: string }>({ query: (save) => saving('/accounts', 'POST', save), invalidatesTags: ['Account'] }),
    saveAccount: build.mutation<Account, Save<AccountValues>>({ query: (save) => saving(`/accounts/${save.id}`, 'PUT', save), invalidatesTags: ['Account'] }),
    inviteAgain: build.mutation<Invitation, { id: number; key: string }>({ query: (save) => saving(`/accounts/${save.id}/invitation`, 'POST', save), invalidatesTags: ['Account'] }),
    endSessions: build.mutation<null, { id: number; key: string }>({ query: (save) => saving(`/accounts/${save.id}/sessions`, 'DELETE', save), invalidatesTags: ['Account'] }),
    acceptInvitation: build.mutation<{ username: string }, { token: string; password: string }>({ query: (body) => ({ url: '/invitation', method: 'POST', body }) }),
    ownSessions: build.query<OwnSession[], void>({ query: () => '/sessions', providesTags: ['OwnSession'] }),
    endSession: build.mutation<null, { id: string; key: string }>({ query: (save) => saving(`/sessions/${save.id}`, 'DELETE', save), invalidatesTags: ['OwnSession'] }),
    changePassword: build.mutation<null, { body: { current: string; password: string }; key: string }>({ query: (save) => saving('/password', 'PUT', save), invalidatesTags: ['OwnSession'] }),
    jobAside: build.mutation<JobRecord, { id: number; body: { events: string[]; take: boolean }; key: string }>({ query: (save) => saving(`/jobs/${save.id}/aside`, 'POST', save), invalidatesTags: ['Job'] }),
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
    importBundle: build.mutation<ImportReport, { body: unknown; apply: boolean; key: string }>({
      query: ({ body, apply, key }) => saving(apply ? '/import' : '/import/preview', 'POST', { body, key }),
      invalidatesTags: (_r, error, { apply }) => (error || !apply ? [] : [...LIBRARY]),
    }),
  }),
}); // prettier-ignore
