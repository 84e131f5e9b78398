import { createHash } from 'node:crypto';
import { sql } from 'drizzle-orm';
import type { OwnSession } from '@radiatrix/contract';
import type { Db } from '../db/client.ts';

const of = (personId: number) => sql`(sess -> 'person' ->> 'id')::integer = ${personId} and expire > now()`;
/** What stands for a session where it is told: its own id would let somebody in. */
const publicId = (sid: string): string => createHash('sha256').update(sid).digest('hex').slice(0, 16);

interface SessionRow extends Record<string, unknown> {
  sid: string;
  since: string | null;
  browser: string | null;
}
const rowsOf = async (db: Db, personId: number): Promise<SessionRow[]> =>
  (
    await db.execute<SessionRow>(
      sql`select sid, sess ->> 'since' as since, sess ->> 'browser' as browser from session where ${of(personId)} order by sess ->> 'since' desc`,
    )
  ).rows;

export const ownSessions = async (db: Db, personId: number, currentSid: string): Promise<OwnSession[]> =>
  (await rowsOf(db, personId)).map(({ sid, since, browser }) => ({
    id: publicId(sid),
    current: sid === currentSid,
    since: since ?? '',
    browser: browser ?? '',
  }));

/** Ends one of a person's sessions; false where there is none of that id. */
export async function endSession(db: Db, personId: number, id: string): Promise<boolean> {
  const found = (await rowsOf(db, personId)).find(({ sid }) => publicId(sid) === id);
  if (found) await db.execute(sql`delete from session where sid = ${found.sid}`);
  return found !== undefined;
}

/** Ends a person's sessions, all or all but one. */
export const endSessionsOf = (db: Db, personId: number, butSid = ''): Promise<unknown> =>
  db.execute(sql`delete from session where ${of(personId)} and sid <> ${butSid}`);

/** How many sessions each person has. */
export async function sessionCounts(db: Db): Promise<Map<number, number>> {
  const { rows } = await db.execute<{ id: number; count: number }>(
    sql`select (sess -> 'person' ->> 'id')::integer as id, count(*)::integer as count from session where sess -> 'person' is not null and expire > now() group by 1`,
  );
  return new Map(rows.map(({ id, count }) => [id, count]));
}
