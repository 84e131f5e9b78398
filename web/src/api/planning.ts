import type {
  CalendarFeed,
  PlanMove,
  PlanRecord,
  PlanTried,
  Workshop,
  WorkshopRecord,
} from '@radiatrix/contract';
import { api, saving, tagged, type Save, type Tagged } from './api.ts';

/** The plan of the day, the workshop it is laid in, and calendars that follow it. Fetched with the views that ask for it. */
export const planningApi = api.injectEndpoints({
  endpoints: (build) => ({
    plan: build.query<PlanRecord, void>({ query: () => '/plan', providesTags: ['Job', 'Practice', 'Workshop'] }),
    tryPlan: build.mutation<PlanTried, { body: { moves: PlanMove[] } }>({ query: ({ body }) => ({ url: '/plan/try', method: 'POST', body }) }),
    workshop: build.query<Tagged<WorkshopRecord>, void>({ query: () => '/workshop', transformResponse: tagged<WorkshopRecord>, providesTags: ['Workshop'] }),
    setWorkshop: build.mutation<WorkshopRecord, Omit<Save<Workshop>, 'id'>>({ query: (save) => saving('/workshop', 'PUT', save), invalidatesTags: (_r, error) => (error ? [] : ['Workshop']) }),
    calendarFeeds: build.query<CalendarFeed[], void>({ query: () => '/plan/calendars', providesTags: ['Workshop'] }),
    newCalendarFeed: build.mutation<CalendarFeed & { path: string }, { body: { personId: number | null; bay: string | null } }>({ query: ({ body }) => ({ url: '/plan/calendars', method: 'POST', body }), invalidatesTags: (_r, error) => (error ? [] : ['Workshop']) }),
    endCalendarFeed: build.mutation<void, number>({ query: (id) => ({ url: `/plan/calendars/${id}`, method: 'DELETE' }), invalidatesTags: ['Workshop'] }),
  }),
}); // prettier-ignore
