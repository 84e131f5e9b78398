import type { Handler } from '../http/route.ts';
import * as service from './service.ts';

export const webhooks: Handler<'webhooks'> = async ({ db }) => ({ body: await service.webhooks(db) });
export const newWebhook: Handler<'newWebhook'> = async ({ db, body }) => ({
  status: 201,
  body: await service.addWebhook(db, body),
});
export const saveWebhook: Handler<'saveWebhook'> = async ({ db, id, body, ifMatch }) => {
  const saved = await service.changeWebhook(db, id(), body, ifMatch);
  return { body: saved, etag: saved.tag };
};
export const dropWebhook: Handler<'dropWebhook'> = async ({ db, id }) => {
  await service.dropWebhook(db, id());
  return {};
};
export const tryWebhook: Handler<'tryWebhook'> = async ({ db, id }) => ({
  status: 202,
  body: await service.tryWebhook(db, id()),
});
export const sendAgain: Handler<'sendAgain'> = async ({ db, id }) => ({
  status: 202,
  body: await service.sendAgain(db, id()),
});
