import type { NewWebhook, Webhook, WebhookValues } from '@radiatrix/contract';
import { api, saving, type Save } from './api.ts';

/** Addresses that other programs hear at. Fetched with the view that asks for it. */
export const webhooksApi = api.injectEndpoints({
  endpoints: (build) => ({
    webhooks: build.query<Webhook[], void>({ query: () => '/webhooks', providesTags: ['Webhook'] }),
    newWebhook: build.mutation<NewWebhook, { body: WebhookValues; key: string }>({ query: (save) => saving('/webhooks', 'POST', save), invalidatesTags: ['Webhook'] }),
    saveWebhook: build.mutation<Webhook, Save<WebhookValues>>({ query: (save) => saving(`/webhooks/${save.id}`, 'PUT', save), invalidatesTags: ['Webhook'] }),
    dropWebhook: build.mutation<null, { id: number; key: string }>({ query: (save) => saving(`/webhooks/${save.id}`, 'DELETE', save), invalidatesTags: ['Webhook'] }),
    tryWebhook: build.mutation<Webhook, { id: number; key: string }>({ query: (save) => saving(`/webhooks/${save.id}/try`, 'POST', save), invalidatesTags: ['Webhook'] }),
    sendAgain: build.mutation<Webhook, { id: number; key: string }>({ query: (save) => saving(`/webhooks/${save.id}/again`, 'POST', save), invalidatesTags: ['Webhook'] }),
  }),
}); // prettier-ignore
