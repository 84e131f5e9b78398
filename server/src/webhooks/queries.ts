import { and, asc, eq, isNotNull, isNull, lte, sql, type SQL } from 'drizzle-orm';
import type { Webhook, WebhookEvent, WebhookProblem, WebhookValues } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';
import { webhook, webhookDelivery, webhookMessage } from '../db/schema/index.ts';

export type WebhookRow = Omit<Webhook, 'tag'>;

const counted = (which: SQL) => sql<number>`count(*) filter (where ${which})`.mapWith(Number);

/** Every address, with what waits for it and how the last try went. */
export async function webhookRows(db: Db): Promise<WebhookRow[]> {
  const rows = await db.select().from(webhook).orderBy(asc(webhook.id));
  const counts = await db
    .select({
      id: webhookDelivery.webhookId,
      waiting: counted(sql`${webhookDelivery.nextAt} is not null`),
      givenUp: counted(sql`${webhookDelivery.nextAt} is null and ${webhookDelivery.takenAt} is null`),
    })
    .from(webhookDelivery)
    .groupBy(webhookDelivery.webhookId);
  const last = await db
    .selectDistinctOn([webhookDelivery.webhookId], {
      id: webhookDelivery.webhookId,
      at: webhookDelivery.triedAt,
      status: webhookDelivery.status,
      problem: webhookDelivery.problem,
    })
    .from(webhookDelivery)
    .where(isNotNull(webhookDelivery.triedAt))
    .orderBy(webhookDelivery.webhookId, sql`${webhookDelivery.triedAt} desc`);
  return rows.map(({ id, url, events, active, inside }) => {
    const count = counts.find((each) => each.id === id);
    const tried = last.find((each) => each.id === id);
    return {
      id,
      url,
      events,
      active,
      inside,
      waiting: count?.waiting ?? 0,
      givenUp: count?.givenUp ?? 0,
      last: tried ? { at: tried.at!, status: tried.status, problem: tried.problem } : null,
    };
  });
}

export const lockWebhook = async (db: Db, id: number): Promise<WebhookValues | undefined> =>
  (
    await db
      .select({ url: webhook.url, events: webhook.events, active: webhook.active, inside: webhook.inside })
      .from(webhook)
      .where(eq(webhook.id, id))
      .for('update')
  )[0];

export const insertWebhook = async (db: Db, values: WebhookValues & { secret: string }): Promise<number> =>
  (await db.insert(webhook).values(values).returning({ id: webhook.id }))[0]!.id;
export const updateWebhook = (db: Db, id: number, values: WebhookValues): Promise<unknown> =>
  db.update(webhook).set(values).where(eq(webhook.id, id));
export const deleteWebhook = async (db: Db, id: number): Promise<boolean> =>
  (await db.delete(webhook).where(eq(webhook.id, id)).returning({ id: webhook.id })).length > 0;

/** Tells everybody who hears of such a thing; in the transaction in which it happened. */
export const tell = (db: Db, event: WebhookEvent, said: object): Promise<unknown> =>
  db.execute(sql`select tell_webhooks(${event}, ${JSON.stringify(said)}::jsonb)`);

/** A message for one address alone. */
export async function tellOne(db: Db, webhookId: number, event: string, said: object): Promise<void> {
  const [message] = await db
    .insert(webhookMessage)
    .values({ event, said })
    .returning({ id: webhookMessage.id });
  await db.insert(webhookDelivery).values({ webhookId, messageId: message!.id });
}

/** Puts what nobody took back on its way, as if it were new. */
export const wakeGivenUp = (db: Db, webhookId: number): Promise<unknown> =>
  db
    .update(webhookDelivery)
    .set({ tries: 0, nextAt: sql`now()` as never })
    .where(
      and(
        eq(webhookDelivery.webhookId, webhookId),
        isNull(webhookDelivery.nextAt),
        isNull(webhookDelivery.takenAt),
      ),
    );

export interface Due {
  webhookId: number;
  messageId: string;
  tries: number;
  url: string;
  inside: boolean;
  secret: string;
  event: string;
  said: unknown;
  at: string;
}

/**
 * Takes messages that are due in hand, oldest first. A server holds one for so many seconds; if it dies, another takes it.
 */
export async function takeDue(db: Db, most: number, heldS: number): Promise<Due[]> {
  const due = db
    .select({ webhookId: webhookDelivery.webhookId, messageId: webhookDelivery.messageId })
    .from(webhookDelivery)
    .innerJoin(webhook, eq(webhook.id, webhookDelivery.webhookId))
    .where(and(lte(webhookDelivery.nextAt, sql`now()`), eq(webhook.active, true)))
    .orderBy(asc(webhookDelivery.nextAt))
    .limit(most)
    .for('update', { of: webhookDelivery, skipLocked: true })
    .as('due');
  const taken = await db
    .update(webhookDelivery)
    .set({
      tries: sql`${webhookDelivery.tries} + 1`,
      triedAt: sql`now()` as never,
      nextAt: sql`now() + make_interval(secs => ${heldS})` as never,
    })
    .from(due)
    .where(and(eq(webhookDelivery.webhookId, due.webhookId), eq(webhookDelivery.messageId, due.messageId)))
    .returning({ webhookId: webhookDelivery.webhookId, messageId: webhookDelivery.messageId });
  if (taken.length === 0) return [];
  const rows = await db
    .select({
      webhookId: webhookDelivery.webhookId,
      messageId: webhookDelivery.messageId,
      tries: webhookDelivery.tries,
      url: webhook.url,
      inside: webhook.inside,
      secret: webhook.secret,
      event: webhookMessage.event,
      said: webhookMessage.said,
      at: webhookMessage.at,
    })
    .from(webhookDelivery)
    .innerJoin(webhook, eq(webhook.id, webhookDelivery.webhookId))
    .innerJoin(webhookMessage, eq(webhookMessage.id, webhookDelivery.messageId))
    .where(
      sql`(${webhookDelivery.webhookId}, ${webhookDelivery.messageId}) in (select * from jsonb_to_recordset(${JSON.stringify(taken.map((each) => ({ w: each.webhookId, m: each.messageId })))}::jsonb) as each (w integer, m uuid))`,
    );
  return rows.sort((a, b) => (a.at < b.at ? -1 : 1));
}

/** How a try went: taken, to be tried again in so many seconds, or given up where that is undefined. */
export const noteTry = (
  db: Db,
  { webhookId, messageId }: Pick<Due, 'webhookId' | 'messageId'>,
  {
    status,
    problem,
    taken,
    againS,
  }: { status: number | null; problem: WebhookProblem | null; taken: boolean; againS: number | undefined },
): Promise<unknown> =>
  db
    .update(webhookDelivery)
    .set({
      status,
      problem,
      takenAt: taken ? (sql`now()` as never) : null,
      nextAt: taken || againS === undefined ? null : (sql`now() + make_interval(secs => ${againS})` as never),
    })
    .where(and(eq(webhookDelivery.webhookId, webhookId), eq(webhookDelivery.messageId, messageId)));

/** Messages of more than a month ago, taken or not. */
export const forgetOldMessages = (db: Db): Promise<unknown> =>
  db.delete(webhookMessage).where(sql`${webhookMessage.at} < now() - interval '30 days'`);
