import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { PartRecord } from '@radiatrix/contract';
import { Handles } from '../src/db/handles.ts';
import { clearAway } from '../src/housekeeping.ts';
import { Actor, demoServer } from './harness.ts';

/** Answers that are kept, and queries that nobody waits for any more. */
let server: Awaited<ReturnType<typeof demoServer>>;
let rowan: Actor, cleo: Actor;
let vehicle: number;
beforeAll(async () => {
  server = await demoServer();
  rowan = await Actor.signIn(server.app, 'rowan');
  cleo = await Actor.signIn(await server.another(), 'cleo');
  vehicle = ((await cleo.get('/api/find?text=09+tussock+diesel+auto')).body as { vehicles: { id: number }[] })
    .vehicles[0]!.id;
});
afterAll(() => server.stop());

describe('answers that are kept', () => {
  test('are those of the library as it is, on whichever server it was changed, for each role its own', async () => {
    const doors = [`/api/vehicles/${vehicle}/match`, `/api/vehicles/${vehicle}`, '/api/find?text=NT-R', '/api/search?text=NT-R', '/api/models', '/api/vocabulary', `/api/vehicles/${vehicle}/sets?kinds=radiator&kinds=fan`]; // prettier-ignore
    const answers = (who: Actor) =>
      Promise.all(doors.map(async (door) => (await who.get(door).expect(200)).text));
    const part = (await rowan.get('/api/parts/1')).body as PartRecord;
    const practice = (value: number | null) =>
      rowan.write('put', '/api/practice', { name: 'fanMotorClearance', value, reason: 'seen on the bench' });
    const changes: (() => PromiseLike<{ status: number }>)[] = [
      () => rowan.write('post', '/api/records/source', { name: 'Yard list', kind: 'catalogue', grade: 4, note: '' }),
      () => rowan.write('post', '/api/parts', { number: 'NT-R 9999', maker: 'Morvane', kind: 'radiator', description: 'new' }),
      () => rowan.write('post', '/api/marks', { partId: part.id, vehicleIds: [vehicle], note: 'x' }),
      () => practice(null),
      () => server.connection.pool.query("select set_config('radiatrix.person', '1', false); update source set grade = 5 where name = 'Counter talk'").then(() => ({ status: 200 })),
    ]; // prettier-ignore
    for (const change of changes) {
      await Promise.all([answers(cleo), answers(rowan)]);
      await change();
      // A server that has kept nothing is the measure.
      const fresh = await server.another();
      const [anew, anewRowan] = [await Actor.signIn(fresh, 'cleo'), await Actor.signIn(fresh, 'rowan')];
      expect(await answers(cleo)).toEqual(await answers(anew));
      expect(await answers(rowan)).toEqual(await answers(anewRowan));
    }
    expect((await cleo.get('/api/search?text=NT-R+9999')).text).toContain('"hits":[]');
    expect((await rowan.get('/api/search?text=NT-R+9999')).text).not.toContain('"hits":[]');
  });

  test('are those before while a change is under way, and those after once it is done; folding changes away loses nothing', async () => {
    const said = async () => (await cleo.get(`/api/vehicles/${vehicle}`)).text;
    const before = await said();
    const client = await server.connection.pool.connect();
    try {
      await client.query(
        "begin; select set_config('radiatrix.person', '1', true); update model set name = 'Tussocker' where name = 'Tussock'",
      );
      expect(await said()).toBe(before);
      await client.query('commit');
    } finally {
      client.release();
    }
    const after = await said();
    expect(after).toContain('Tussocker');
    await server.connection.pool.query("update library_change set at = now() - interval '2 hours'");
    await clearAway(server.connection);
    const { rows } = await server.connection.pool.query<{ n: number }>(
      'select count(*)::int as n from library_change',
    );
    expect(rows[0]!.n).toBe(1);
    expect(await said()).toBe(after);
  });
});

describe('a query that nobody waits for', () => {
  const sleeping = async (): Promise<number> =>
    (await server.connection.heavy.query("select 1 from pg_stat_activity where state = 'active' and query like '%pg_sleep(19)%' and pid <> pg_backend_pid()")).rowCount ?? 0; // prettier-ignore

  test('is ended in PostgreSQL, alone or in a transaction, and nothing else with it', async () => {
    const handles = new Handles(server.connection);
    const other = server.connection.db.execute(sql`select pg_sleep(1.5), 'mine' as kept`);
    for (const inTransaction of [false, true]) {
      const begun = Date.now();
      const asked = handles.use(async ({ db, cancel }) => {
        setTimeout(cancel, 200);
        const slow = sql`select pg_sleep(19)`;
        if (inTransaction) await db.transaction((tx) => tx.execute(slow));
        else await db.execute(slow);
      });
      await expect(asked).rejects.toThrow();
      expect(Date.now() - begun).toBeLessThan(9000);
      // PostgreSQL says why it ended a query a moment before it counts it as ended.
      await expect.poll(sleeping, { timeout: 9000 }).toBe(0);
    }
    expect((await other).rows).toMatchObject([{ kept: 'mine' }]);
    // What the handle was lent for next runs to its end.
    expect((await handles.use(({ db }) => db.execute(sql`select 7 as n`))).rows).toEqual([{ n: 7 }]);
  });
});
