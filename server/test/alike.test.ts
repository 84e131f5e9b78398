import pg from 'pg';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { Draws } from '@radiatrix/core/random';
import { candidateIds } from '../src/match/queries.ts';
import { newDatabase } from './harness.ts';

/** Parts that nobody lists for a vehicle and that measure alike: found by index, held against all of them side by side. */
let database: Awaited<ReturnType<typeof newDatabase>>;
let client: pg.Client;
const rows = async <T>(text: string, values: unknown[] = []): Promise<T[]> =>
  (await client.query(text, values)).rows as T[];

const SHROUDS = 60;
const FIRST = 500_000;
const MIDDLE = { fanMountWidth: 600, fanMountHeight: 380 };
const KEYS = Object.keys(MIDDLE) as (keyof typeof MIDDLE)[];

beforeAll(async () => {
  database = await newDatabase(process.env.DEMO_TEMPLATE);
  client = new pg.Client({ connectionString: database.url });
  await client.connect();
  const draws = new Draws(7);
  const by = (await rows<{ id: number }>('select min(id) as id from person'))[0]!.id;
  // What is written here keeps every rule that is asked of it, and nobody's history.
  await rows('set session_replication_role = replica');
  for (let id = FIRST; id < FIRST + SHROUDS; id += 1) {
    await rows("insert into part (id, number, maker, kind, by) overriding system value values ($1, $2, 'Nobody', 'shroud', $3)", [id, `NB ${id}`, by]); // prettier-ignore
    await rows("insert into part_revision (id, part_id, kind, revision, state, author_id, writers, description, by) overriding system value values ($1, $1, 'shroud', 1, 'draft', $2, '{}', 'made', $2)", [id, by]); // prettier-ignore
    for (const key of KEYS)
      // One has its second figure missing.
      if (id !== FIRST + 3 || key === 'fanMountWidth')
        await rows("insert into measurement (subject, part_revision_id, part_kind, key, type, value, u, text, method, source_id, by) values ('shroud', $1, 'shroud', $2, 'quantity', $3, 1, '', 'caliper', (select min(id) from source), $4)", [id, key, MIDDLE[key] + Math.round(200 * (draws.even() - 0.5)) / 10, by]); // prettier-ignore
  }
});
afterAll(async () => {
  await client.end();
  await database.drop();
});

test('the twelve nearest by both figures come in, and none that is off by more than 6 mm in one of them', async () => {
  const [bay] = await rows<{ id: number }>("select bay_id as id from measurement where key = 'fanMountWidth' and bay_id is not null order by id limit 1"); // prettier-ignore
  let [most, least] = [0, Infinity];
  for (const [width, height] of [
    [600, 380],
    [604, 377],
    [592, 386],
    [609, 389],
  ] as const) {
    // prettier-ignore
    await rows("update measurement set value = case key when 'fanMountWidth' then $2::float8 else $3::float8 end where bay_id = $1 and key in ('fanMountWidth', 'fanMountHeight')", [bay!.id, width, height]); // prettier-ignore
    const held = await rows<{ id: number; w: number; h: number }>(`
      select w.part_revision_id as id, w.value as w, h.value as h from measurement w join measurement h on h.part_revision_id = w.part_revision_id and h.key = 'fanMountHeight'
      where w.subject = 'shroud' and w.key = 'fanMountWidth' and w.part_revision_id >= ${FIRST}`);
    const near = held
      .map(({ id, w, h }) => ({ id, w: Math.abs(w - width), h: Math.abs(h - height) }))
      .filter(({ w, h }) => w <= 6 && h <= 6)
      .sort((a, b) => a.w + a.h - (b.w + b.h) || a.id - b.id)
      .slice(0, 12)
      .map(({ id }) => id);
    const found = (await candidateIds(database.connection.db, [-1], [bay!.id])).filter((id) => id >= FIRST);
    const inOrder = (ids: number[]): number[] => [...ids].sort((a, b) => a - b);
    expect(inOrder(found), `${width} × ${height}`).toEqual(inOrder(near));
    expect(near).not.toContain(FIRST + 3);
    most = Math.max(most, near.length);
    least = Math.min(least, near.length);
  }
  // Both more than come in, and fewer.
  expect([most, least < 12]).toEqual([12, true]);
});
