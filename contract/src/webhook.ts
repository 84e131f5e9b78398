import Joi from 'joi';
import { line } from './common.ts';
import { WEBHOOK_EVENTS, type WebhookEvent, type WebhookProblem } from './limits.ts';
import { EVERYONE, type Routes } from './route.ts';

/** An address that another program wants to hear at. */
export interface Webhook {
  id: number;
  /** What a change of it names in If-Match. */
  tag: string;
  url: string;
  events: WebhookEvent[];
  active: boolean;
  /** The host may lie in the shop’s own network. */
  inside: boolean;
  /** Messages that wait, and those that nobody took. */
  waiting: number;
  givenUp: number;
  /** The last one that was tried. */
  last: { at: string; status: number | null; problem: WebhookProblem | null } | null;
}
export interface WebhookValues {
  url: string;
  events: WebhookEvent[];
  active: boolean;
  inside: boolean;
}
/** With the secret that its messages are signed with, told this once. */
export interface NewWebhook {
  webhook: Webhook;
  secret: string;
}

const webhookSchema = Joi.object<WebhookValues>({
  url: line(500)
    .uri({ scheme: ['http', 'https'] })
    .required(),
  events: Joi.array()
    .items(Joi.string().valid(...WEBHOOK_EVENTS))
    .min(1)
    .unique()
    .required(),
  active: Joi.boolean().required(),
  inside: Joi.boolean().required(),
});

export interface WebhookAnswers {
  webhooks: Webhook[];
  newWebhook: NewWebhook;
  saveWebhook: Webhook;
  tryWebhook: Webhook;
  sendAgain: Webhook;
}
export const webhookRoutes = {
  webhooks: { method: 'get', path: '/api/webhooks', summary: 'Addresses that other programs hear at', roles: EVERYONE, administrator: true, inPerson: true },
  newWebhook: { method: 'post', path: '/api/webhooks', summary: 'Add an address; the secret of its signatures is told this once', roles: EVERYONE, administrator: true, inPerson: true, secret: true, body: webhookSchema },
  saveWebhook: { method: 'put', path: '/api/webhooks/:id', summary: 'Change an address, or switch it off', roles: EVERYONE, administrator: true, inPerson: true, ifMatch: true, body: webhookSchema },
  dropWebhook: { method: 'delete', path: '/api/webhooks/:id', summary: 'Take an address away, with what waits for it', roles: EVERYONE, administrator: true, inPerson: true },
  tryWebhook: { method: 'post', path: '/api/webhooks/:id/try', summary: 'Send a message that says nothing but that it is a trial', roles: EVERYONE, administrator: true, inPerson: true },
  sendAgain: { method: 'post', path: '/api/webhooks/:id/again', summary: 'Try what nobody took once more', roles: EVERYONE, administrator: true, inPerson: true },
} as const satisfies Routes; // prettier-ignore
