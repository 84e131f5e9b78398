import { sql } from 'drizzle-orm';
import {
  boolean,
  index,
  integer,
  jsonb,
  pgTable,
  primaryKey,
  text,
  timestamp,
  uuid,
} from 'drizzle-orm/pg-core';
import type { WebhookEvent, WebhookProblem } from '@radiatrix/contract';
import { id, stamps } from './columns.ts';

const when = () => timestamp({ withTimezone: true, mode: 'string' });

/** Addresses that other programs hear at. */
export const webhook = pgTable('webhook', {
  id: id(),
  url: text().notNull(),
  events: text().array().$type<WebhookEvent[]>().notNull(),
  active: boolean().notNull().default(true),
  inside: boolean().notNull().default(false),
  /** What its messages are signed with: needed as it is, so it lies here as it is. */
  secret: text().notNull(),
  ...stamps,
});

/** What happened, as it is told; written in the transaction in which it happened, and only where somebody hears it. */
export const webhookMessage = pgTable('webhook_message', {
  id: uuid()
    .primaryKey()
    .default(sql`gen_random_uuid()`),
  event: text().notNull(),
  said: jsonb().notNull(),
  at: when().notNull().defaultNow(),
});

/** One message on its way to one address. */
export const webhookDelivery = pgTable(
  'webhook_delivery',
  {
    webhookId: integer()
      .notNull()
      .references(() => webhook.id, { onDelete: 'cascade' }),
    messageId: uuid()
      .notNull()
      .references(() => webhookMessage.id, { onDelete: 'cascade' }),
    tries: integer().notNull().default(0),
    /** When it is tried next; null where it was taken, or given up. */
    nextAt: when().defaultNow(),
    triedAt: when(),
    takenAt: when(),
    status: integer(),
    problem: text().$type<WebhookProblem>(),
  },
  (table) => [
    primaryKey({ columns: [table.webhookId, table.messageId] }),
    index('webhook_delivery_due').on(table.nextAt).where(sql`${table.nextAt} is not null`),
  ],
); // prettier-ignore
