import { sql, type SQL } from 'drizzle-orm';
import type { BeginRecord, DeskRecord } from '@radiatrix/contract';
import type { Failing, Standing } from '@radiatrix/core/failure';
import { FAILING } from '@radiatrix/core/failure';
import type { PartKind } from '@radiatrix/core/figures';
import type { JobStage, WaitsFor } from '@radiatrix/core/job';
import type { Db } from '../db/client.ts';
import { partIsSeen } from '../db/visible.ts';

/** Of an installer only what is in their hands: handed to them, or opened by them and handed to nobody. */
const within = (mine: number | undefined): SQL =>
  mine === undefined ? sql`true` : sql`coalesce(j.handed_to, j.by) = ${mine}`;

export async function stageCounts(db: Db, mine: number | undefined): Promise<DeskRecord['stages']> {
  const { rows } = await db.execute<{ stage: JobStage; count: number }>(
    sql`select j.stage, count(*)::int as count from job j where not j.closed and ${within(mine)} group by 1`,
  );
  return rows;
}

/** More of one kind than this nobody reads the number of. */
const COUNTED = 500;
/** What a closed job waits for is for the weeks after it. */
const CLOSED_DAYS = 30;

/** How many jobs wait for each of these, closed ones of the last weeks among them; counted up to `COUNTED`. */
export async function waitCounts(
  db: Db,
  words: readonly WaitsFor[],
  mine: number | undefined,
): Promise<DeskRecord['waiting']> {
  const { rows } = await db.execute<{ for: WaitsFor; count: number }>(sql`
    select w.word as for, (select count(*)::int from (
      select 1 from job j where j.waits = w.word and (not j.closed or j.heard_at > now() - make_interval(days => ${CLOSED_DAYS})) and ${within(mine)} limit ${COUNTED}) as counted) as count
    from unnest(${sql.param([...words])}::text[]) with ordinality as w(word, at) order by w.at`);
  return rows.filter(({ count }) => count > 0);
}

export interface DeskRow extends Record<string, unknown> {
  id: number;
  label: string;
  complaint: string;
  stage: JobStage;
  closed: boolean;
  waits: WaitsFor;
  waits_said: string;
  due: string | null;
  heard_at: string | null;
  hands: string | null;
  configuration_id: number;
}

/** Of each of these the few that have waited longest; what is due stands by when it is. */
export async function waitingJobs(
  db: Db,
  words: readonly WaitsFor[],
  each: number,
  mine: number | undefined,
): Promise<DeskRow[]> {
  const { rows } = await db.execute<DeskRow>(sql`
    select f.*, p.name as hands from unnest(${sql.param([...words])}::text[]) with ordinality as w(word, at)
    cross join lateral (
      select j.id, j.label, j.complaint, j.stage, j.closed, j.waits, j.waits_said, j.look_again_at as due, j.heard_at, j.handed_to, j.configuration_id
      from job j where j.waits = w.word and (not j.closed or j.heard_at > now() - make_interval(days => ${CLOSED_DAYS})) and ${within(mine)}
      order by j.heard_at limit ${each}) as f
    left join person p on p.id = f.handed_to
    order by w.at, coalesce(f.due, f.heard_at)`);
  return rows;
}

/** Parts that a seller is stopped by, of those that the reader sees. */
export async function failingParts(db: Db, drafts: boolean): Promise<DeskRecord['failing']> {
  const { rows } = await db.execute<{ id: number; number: string; kind: PartKind; word: Failing; standing: Standing }>(sql`
    select p.id, p.number, p.kind, s.word, s.standing from part_standing s join part p on p.id = s.part_id
    where s.word in (${sql.join(FAILING.map((word) => sql`${word}`), sql`, `)}) ${drafts ? sql`` : sql`and ${partIsSeen(sql`p.id`)}`}
    order by s.word, p.number limit 12`);
  return rows.map(({ id: partId, ...row }) => ({ partId, ...row }));
} // prettier-ignore

/** Open jobs whose parts are still to be chosen or ordered, the newest of each vehicle. */
export async function jobsToDecide(db: Db, most: number): Promise<{ id: number; label: string; vehicleId: number }[]> {
  const { rows } = await db.execute<{ id: number; label: string; vehicleId: number }>(sql`
    select id, label, "vehicleId" from (
      select distinct on (j.configuration_id) j.id, j.label, j.configuration_id as "vehicleId", j.heard_at from (
        select * from job where waits in ('a part to be chosen', 'a part to be ordered', 'another part') and not closed order by heard_at desc limit 60
      ) j order by j.configuration_id, j.heard_at desc
    ) newest order by heard_at desc limit ${most}`);
  return rows;
} // prettier-ignore

/** Whether a shop has a vehicle, a part that is seen and a job: it has begun. */
export async function hasBegun(db: Db): Promise<boolean> {
  const { rows } = await db.execute<{ begun: boolean }>(sql`
    select exists (select 1 from configuration) and exists (select 1 from job)
      and exists (select 1 from part_revision where state = 'released') as begun`);
  return rows[0]!.begun;
}

export async function beginRecord(db: Db): Promise<BeginRecord> {
  const { rows } = await db.execute<BeginRecord & Record<string, unknown>>(sql`
    select
      (select coalesce(json_agg(p.name order by p.name), '[]'::json) from person p where p.administers and p.active) as administrators,
      (select count(*)::int from person where active) as people,
      (select count(*)::int from person where active and lower(name) <> role::text) as named,
      (select value from shop_practice where name = 'releaseTakes') as "releaseTakes",
      exists (select 1 from workshop) as workshop,
      (select count(*)::int from configuration) as vehicles,
      (select count(*)::int from configuration where told is not null) as told,
      (select count(*)::int from part) as parts,
      (select count(*)::int from part where ${partIsSeen(sql`part.id`)}) as released,
      (select count(*)::int from job) as jobs`);
  return rows[0]!;
}
