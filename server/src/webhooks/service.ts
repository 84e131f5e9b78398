import { createHash, randomBytes } from 'node:crypto';
import type { NewWebhook, Webhook, WebhookValues } from '@radiatrix/contract';
import { webhookWords } from '@radiatrix/words/en/webhooks';
import type { Connection, Db } from '../db/client.ts';
import { ProblemError, notFound } from '../http/problem.ts';
import { deleteWebhook, insertWebhook, lockWebhook, noteTry, takeDue, tellOne, updateWebhook, wakeGivenUp, webhookRows, type Due } from './queries.ts'; // prettier-ignore
import { SECRET_MARK, send, type Sent } from './send.ts';

const tagOf = (id: number, { url, events, active, inside }: WebhookValues): string =>
  createHash('sha256')
    .update(JSON.stringify([id, url, events, active, inside]))
    .digest('hex')
    .slice(0, 16);

export const webhooks = async (db: Db): Promise<Webhook[]> =>
  (await webhookRows(db)).map((row) => ({ ...row, tag: tagOf(row.id, row) }));
const webhookOf = async (db: Db, id: number): Promise<Webhook> => {
  const found = (await webhooks(db)).find((each) => each.id === id);
  if (!found) throw notFound('That webhook');
  return found;
};

/** More than this and somebody has lost sight of them. */
const MOST = 20;

/** A name and password in an address would lie in the clear; signatures are there for that. */
function check({ url }: WebhookValues): void {
  const { username, password } = new URL(url);
  if (username || password)
    throw new ProblemError('invalid', { fields: [{ path: 'url', message: webhookWords('no-password') }] }); // prettier-ignore
}

export async function addWebhook(db: Db, values: WebhookValues): Promise<NewWebhook> {
  check(values);
  if ((await webhookRows(db)).length >= MOST)
    throw new ProblemError('conflict', {
      detail: webhookWords('too-many', { n: MOST }),
    });
  const secret = SECRET_MARK + randomBytes(32).toString('base64');
  return { webhook: await webhookOf(db, await insertWebhook(db, { ...values, secret })), secret };
}

export async function changeWebhook(
  db: Db,
  id: number,
  values: WebhookValues,
  ifMatch: string,
): Promise<Webhook> {
  check(values);
  const held = await lockWebhook(db, id);
  if (!held) throw notFound('That webhook');
  if (tagOf(id, held) !== ifMatch) throw new ProblemError('stale', { current: await webhookOf(db, id) });
  await updateWebhook(db, id, values);
  return webhookOf(db, id);
}

export async function dropWebhook(db: Db, id: number): Promise<void> {
  if (!(await deleteWebhook(db, id))) throw notFound('That webhook');
}

export async function tryWebhook(db: Db, id: number): Promise<Webhook> {
  if (!(await lockWebhook(db, id))) throw notFound('That webhook');
  await tellOne(db, id, 'trial', { trial: true });
  return webhookOf(db, id);
}

export async function sendAgain(db: Db, id: number): Promise<Webhook> {
  if (!(await lockWebhook(db, id))) throw notFound('That webhook');
  await wakeGivenUp(db, id);
  return webhookOf(db, id);
}

/** Waits between two tries, s: a short fault is over soon, a long one within a night; after the last it is given up. */
const WAITS_S = [10, 60, 5 * 60, 30 * 60, 2 * 3600, 8 * 3600] as const;
const AT_ONCE = 20;
/** Longer than a message may take; then another server may take it in hand. */
const HELD_S = 60;

const bodyOf = ({ event, said, at }: Due): string =>
  JSON.stringify({ type: event, timestamp: new Date(at).toISOString(), data: said });

/** Sends what is due, once. @returns how many messages were tried */
export async function deliverDue({ db }: Pick<Connection, 'db'>, by: typeof send = send): Promise<number> {
  const due = await takeDue(db, AT_ONCE, HELD_S);
  await Promise.all(
    due.map(async (each) => {
      const { status, problem } = await by(each, { id: each.messageId, body: bodyOf(each) }).catch(
        (): Sent => ({ status: null, problem: 'broken' }),
      );
      const taken = problem === null;
      await noteTry(db, each, {
        status,
        problem,
        taken,
        againS: taken ? undefined : WAITS_S[each.tries - 1],
      });
    }),
  );
  return due.length;
}

const EVERY_MS = 3000;

/** Sends messages for as long as this process lives. */
export function keepDelivering(connection: Pick<Connection, 'db'>, failed: (error: unknown) => void): void {
  let busy = false;
  setInterval(() => {
    if (busy) return;
    busy = true;
    void deliverDue(connection)
      .catch(failed)
      .finally(() => (busy = false));
  }, EVERY_MS).unref();
}
