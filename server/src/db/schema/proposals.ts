import { sql } from 'drizzle-orm';
import { boolean, check, index, integer, jsonb, pgEnum, pgTable, text, timestamp } from 'drizzle-orm/pg-core';
import type { Change } from '@radiatrix/contract';
import { bytes, id, stamps } from './columns.ts';
import { person } from './people.ts';

export const proposalEnum = pgEnum('proposal_state', ['waiting', 'released', 'taken back']);

/**
 * A change of something that everybody sees, kept as the request that asked for it until a reviewer lets it through.
 * It lies apart from the library, so that no query of the library can show it before its time.
 */
export const proposal = pgTable(
  'proposal',
  {
    id: id(),
    personId: integer()
      .notNull()
      .references(() => person.id),
    title: text().notNull(),
    /** The record it concerns: its kind and its id, as its page is addressed; null for one that is not there yet. */
    about: text().notNull(),
    aboutId: integer(),
    changes: jsonb().$type<Change[]>().notNull(),
    route: text().notNull(),
    params: jsonb().$type<Record<string, string>>().notNull(),
    query: jsonb().$type<Record<string, unknown>>().notNull(),
    body: jsonb(),
    /** What was sent where it is not JSON: a photograph. */
    content: bytes(),
    ifMatch: text().notNull(),
    state: proposalEnum().notNull().default('waiting'),
    version: integer().notNull().default(1),
    sentBackFor: text(),
    releasedBy: integer().references(() => person.id),
    releasedAt: timestamp({ withTimezone: true, mode: 'string' }),
    /** Let through by the person who proposed it, in a shop that lets one person do both. */
    alone: boolean().notNull().default(false),
    ...stamps,
  },
  (table) => [
    index('proposal_waiting').on(table.about, table.aboutId).where(sql`${table.state} = 'waiting'`),
    check('proposal_release', sql`(${table.state} = 'released') = (${table.releasedBy} is not null and ${table.releasedAt} is not null) and (${table.releasedBy} is null or ${table.alone} = (${table.releasedBy} = ${table.personId}))`),
  ],
); // prettier-ignore
