import { sql } from 'drizzle-orm';
import { bigint, boolean, check, index, integer, json, jsonb, pgEnum, pgTable, primaryKey, text, timestamp, varchar } from 'drizzle-orm/pg-core'; // prettier-ignore
import { ROLES, TOKEN_SCOPES } from '@radiatrix/contract';
import { moment } from './columns.ts';

export const roleEnum = pgEnum('role', ROLES);
export const tokenScopeEnum = pgEnum('token_scope', TOKEN_SCOPES);

export const person = pgTable(
  'person',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    username: text().notNull().unique(),
    name: text().notNull(),
    role: roleEnum().notNull(),
    passwordHash: text().notNull(),
    /** Invites people, gives them roles and ends their sessions; beside the role, since any shop gives it to somebody else. */
    administers: boolean().notNull().default(false),
    /** Switched off: signs in no more; what they wrote stays theirs. */
    active: boolean().notNull().default(true),
    /** When it was switched off: for some weeks what was done before may still be handed in. */
    leftAt: timestamp({ withTimezone: true, mode: 'string' }),
    /** What an invitation is opened with, hashed; null once it was. */
    inviteHash: text().unique(),
    inviteUntil: timestamp({ withTimezone: true, mode: 'string' }),
    /** Came with the demo: the sign-in page may name it and its password. */
    demo: boolean().notNull().default(false),
    at: moment(),
  },
  (table) => [check('person_username_plain', sql`${table.username} ~ '^[a-z0-9._-]{1,60}$'`)],
);

/** What lets a program act for a person; the secret is kept as a hash only. */
export const apiToken = pgTable(
  'api_token',
  {
    id: integer().primaryKey().generatedAlwaysAsIdentity(),
    personId: integer()
      .notNull()
      .references(() => person.id),
    name: text().notNull(),
    scope: tokenScopeEnum().notNull(),
    hash: text().notNull().unique(),
    at: moment(),
    expires: timestamp({ withTimezone: true, mode: 'string' }).notNull(),
    lastUsed: timestamp({ withTimezone: true, mode: 'string' }),
  },
  (table) => [index('api_token_person').on(table.personId)],
);

/** A browser that somebody has signed in with: wrong tries from elsewhere do not keep them out of it. */
export const device = pgTable(
  'device',
  {
    tokenHash: text().primaryKey(),
    personId: integer()
      .notNull()
      .references(() => person.id),
    at: moment(),
  },
  (table) => [index('device_person').on(table.personId)],
);

/** Owned by connect-pg-simple; its column names are given. */
export const session = pgTable(
  'session',
  { sid: varchar().primaryKey(), sess: json().notNull(), expire: timestamp({ precision: 6 }).notNull() },
  (table) => [index('session_expire').on(table.expire)],
);

/** Counters of sign-in tries, shared by every server of this database. */
export const rateLimit = pgTable('rate_limit', {
  key: varchar({ length: 255 }).primaryKey(),
  points: integer().notNull().default(0),
  /** Milliseconds since 1970. */
  expire: bigint({ mode: 'number' }),
});

/** Answers already given, so that a save sent twice is done once. */
export const idempotency = pgTable(
  'idempotency',
  {
    personId: integer()
      .notNull()
      .references(() => person.id),
    key: text().notNull(),
    requestHash: text().notNull(),
    status: integer().notNull(),
    headers: jsonb().$type<Record<string, string>>().notNull(),
    body: jsonb(),
    at: moment(),
  },
  (table) => [primaryKey({ columns: [table.personId, table.key] })],
);

/** Facts about this database itself, such as that it holds the demo. */
export const setting = pgTable('setting', { name: text().primaryKey(), value: jsonb().notNull() });
