import {
  createApi,
  fetchBaseQuery,
  type BaseQueryFn,
  type FetchArgs,
  type FetchBaseQueryError,
} from '@reduxjs/toolkit/query/react';
import type { PartKind } from '@radiatrix/core/figures';
import type {
  BayRecord, ConnectorLine, DeskRecord, EventPage, FigureWanted, FiguresChange, FindResult, GoesInto, JobEvents,
  JobLine, JobRecord, JudgedPart, MatchResult, PartLine, PartRecord, PlanningRecord, Problem, ReviewLine,
  SessionState, SetsResult, SharedParts, SheetRecord, SignIn, SourceLine, VehicleAccess, VehicleLine, VehicleRecord,
  Waits,
} from '@radiatrix/contract'; // prettier-ignore
import type { Vocabulary } from '@radiatrix/core/vehicle';
import { takeEarly } from '../app/early.ts';
import { forget } from '../offline/outbox.ts';
import { keepWho } from '../offline/who.ts';
import { isLeaving, markLeaving } from '../session/leaving.ts';
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
export const tagged = <T>(record: T, meta?: Meta): Tagged<T> => ({
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
export const saving = (
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
export const queryOf = (
  options: Record<string, number | string | readonly (number | string)[] | undefined>,
): string =>
  new URLSearchParams(
    Object.entries(options).flatMap(([key, value]) =>
      value === undefined ? [] : [value].flat().map((each): [string, string] => [key, String(each)]),
    ),
  ).toString();

export const LIBRARY = [
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
const ACCOUNTS = ['Account', 'ApiToken', 'OwnSession', 'Webhook'] as const;

/** What verdicts are judged by: a job whose own figures count first, and the chances asked for. */
export interface MatchOptions {
  job?: number;
  passAt?: number;
  failAt?: number;
}

/** The session of a device whose person has signed out, as long as the server cannot be asked. */
const GONE: SessionState = { lan: null, person: null, left: null, csrfToken: '', shop: '', demo: null };

export const api = createApi({
  baseQuery: guarded,
  tagTypes: ['Session', 'Upload', 'Instruments', 'Diagnosis', 'Failure', 'Workshop', ...ACCOUNTS, ...LIBRARY],
  refetchOnReconnect: true,
  // What is cached is shown at once, and asked for again: a colleague may have released something since.
  refetchOnMountOrArgChange: 2,
  endpoints: (build) => ({
    session: build.query<SessionState, void>({
      queryFn: async (_none, _api, _extra, ask) => {
        const answer = await ask('/session');
        if (!isLeaving()) return answer as { data: SessionState };
        // Somebody signed out here without signal: before anything else the server hears of it.
        const held = answer.data as SessionState | undefined;
        if (held && !held.person) {
          markLeaving(false);
          return { data: held };
        }
        const headers = { 'X-CSRF-Token': held?.csrfToken ?? '' };
        const left = held && (await ask({ url: '/session', method: 'DELETE', headers }));
        if (!left || left.error) return { data: GONE };
        markLeaving(false);
        return (await ask('/session')) as { data: SessionState };
      },
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
        if (!data) return;
        markLeaving(false);
        dispatch(signedIn(data.csrfToken));
      },
    }),
    /** Signs a person out, with signal or without; what can be read of their work leaves this device. */
    signOut: build.mutation<null, number>({
      queryFn: async (personId, _api, _extra, ask) => {
        keepWho(null);
        await forget(personId).catch(() => {});
        markLeaving(true);
        const { error } = await ask({ url: '/session', method: 'DELETE' });
        if (!error) markLeaving(false);
        return { data: null };
      },
      onQueryStarted: async (_, { queryFulfilled, dispatch }) => {
        await queryFulfilled.catch(() => {});
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
    match: build.query<MatchResult, { id: number; kind?: PartKind } & MatchOptions>({ query: ({ id, ...options }) => `/vehicles/${id}/match?${queryOf(options)}`, providesTags: ['Match'] }),
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
    job: build.query<Tagged<JobRecord>, { id: number }>({ query: ({ id }) => `/jobs/${id}`, transformResponse: tagged<JobRecord>, providesTags: ['Job', 'Match'] }),
    newJob: build.mutation<JobRecord, { body: JobEvents; key: string }>({ query: (save) => saving('/jobs', 'POST', save), invalidatesTags: ['Job'] }),
    jobEvents: build.mutation<JobRecord, { id: number; body: JobEvents; key: string }>({
      query: (save) => saving(`/jobs/${save.id}/events`, 'POST', save),
      invalidatesTags: (_r, error) => (error ? [] : ['Job', 'Match', 'Sheet']),
    }),
    desk: build.query<DeskRecord, void>({ query: () => '/desk', providesTags: ['Job', 'Review', 'Failure', 'Coverage', 'Part', 'Practice'] }),
    deskFigures: build.query<FigureWanted[], void>({ query: () => '/desk/figures', providesTags: ['Job', 'Match', 'Part', 'Vehicle'] }),
    planning: build.query<PlanningRecord, { id: number; part: number[]; job?: number }>({ query: ({ id, ...options }) => `/vehicles/${id}/planning?${queryOf(options)}`, providesTags: ['Match', 'Vehicle', 'Part', 'Connector'] }),
    jobEventsAfter: build.query<EventPage, { id: number; after: number }>({ query: ({ id, after }) => `/jobs/${id}/events?${queryOf({ after })}`, keepUnusedDataFor: 0 }),
    vehicleAccess: build.query<VehicleAccess, { id: number; job?: number; lend?: number }>({ query: ({ id, ...options }) => `/vehicles/${id}/access?${queryOf(options)}`, providesTags: ['Procedure', 'Vehicle', 'Job'] }),
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
    savePartFigures: build.mutation<Tagged<PartRecord>, Save<FiguresChange>>({
      query: (save) => saving(`/parts/${save.id}/figures`, 'PUT', save),
      transformResponse: tagged<PartRecord>,
      invalidatesTags: (_r, error) => (error ? [] : ['Part', 'Review', 'Match', 'Sheet', 'Connector']),
    }),
    connectors: build.query<ConnectorLine[], void>({ query: () => '/connectors', providesTags: ['Connector'] }),
    review: build.query<ReviewLine[], void>({ query: () => '/review', providesTags: ['Review'] }),
    jobAside: build.mutation<JobRecord, { id: number; body: { events: string[]; take: boolean }; key: string }>({ query: (save) => saving(`/jobs/${save.id}/aside`, 'POST', save), invalidatesTags: ['Job'] }),
  }),
}); // prettier-ignore
