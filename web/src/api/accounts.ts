import type {
  Account,
  ApiToken,
  NewApiToken,
  TokenScope,
  AccountValues,
  Colleague,
  Invitation,
  NewAccount,
  OwnSession,
} from '@radiatrix/contract';
import { api, saving, type Save } from './api.ts';

/** Who has an account here, and one’s own sessions. Fetched with the views that ask for it. */
export const accountsApi = api.injectEndpoints({
  endpoints: (build) => ({
    people: build.query<Colleague[], void>({ query: () => '/people', providesTags: ['Account'] }),
    accounts: build.query<Account[], void>({ query: () => '/accounts', providesTags: ['Account'] }),
    newAccount: build.mutation<Invitation, { body: NewAccount; key: string }>({ query: (save) => saving('/accounts', 'POST', save), invalidatesTags: ['Account'] }),
    saveAccount: build.mutation<Account, Save<AccountValues>>({ query: (save) => saving(`/accounts/${save.id}`, 'PUT', save), invalidatesTags: ['Account'] }),
    inviteAgain: build.mutation<Invitation, { id: number; key: string }>({ query: (save) => saving(`/accounts/${save.id}/invitation`, 'POST', save), invalidatesTags: ['Account'] }),
    endSessions: build.mutation<null, { id: number; key: string }>({ query: (save) => saving(`/accounts/${save.id}/sessions`, 'DELETE', save), invalidatesTags: ['Account'] }),
    acceptInvitation: build.mutation<{ username: string }, { token: string; password: string }>({ query: (body) => ({ url: '/invitation', method: 'POST', body }) }),
    ownSessions: build.query<OwnSession[], void>({ query: () => '/sessions', providesTags: ['OwnSession'] }),
    endSession: build.mutation<null, { id: string; key: string }>({ query: (save) => saving(`/sessions/${save.id}`, 'DELETE', save), invalidatesTags: ['OwnSession'] }),
    apiTokens: build.query<ApiToken[], void>({ query: () => '/tokens', providesTags: ['ApiToken'] }),
    newApiToken: build.mutation<NewApiToken, { body: { name: string; scope: TokenScope; days: number }; key: string }>({ query: (save) => saving('/tokens', 'POST', save), invalidatesTags: ['ApiToken'] }),
    endApiToken: build.mutation<null, { id: number; key: string }>({ query: (save) => saving(`/tokens/${save.id}`, 'DELETE', save), invalidatesTags: ['ApiToken'] }),
    changePassword: build.mutation<null, { body: { current: string; password: string }; key: string }>({ query: (save) => saving('/password', 'PUT', save), invalidatesTags: ['OwnSession'] }),
  }),
}); // prettier-ignore
