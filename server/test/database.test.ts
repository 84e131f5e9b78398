import { readFileSync } from 'node:fs';
import { fork, type ChildProcess } from 'node:child_process';
import path from 'node:path';
import pg from 'pg';
import { afterAll, beforeAll, describe, expect, test, vi } from 'vitest';
import { MIGRATIONS, prepare } from '../src/db/prepare.ts';
import { isEmpty, loadDemo } from '../src/demo/load.ts';
import { describeApi } from '../src/openapi/describe.ts';
import { Actor, demoFolder, demoServer, newDatabase } from './harness.ts';

describe('migrations', () => {
  let database: Awaited<ReturnType<typeof newDatabase>>;
  beforeAll(async () => {
    database = await newDatabase();
  });
  afterAll(() => database.drop());

  test('stand in order, make an empty database, and leave a filled one as it is', async () => {
    const { entries } = JSON.parse(readFileSync(path.join(MIGRATIONS, 'meta/_journal.json'), 'utf8')) as {
      entries: { when: number; idx: number }[];
    };
    expect(entries.map((entry) => entry.idx)).toEqual(entries.map((_, index) => index));
    expect(entries.every((entry, index) => index === 0 || entry.when > entries[index - 1]!.when)).toBe(true);
    await prepare(database.connection);
    expect(await isEmpty(database.connection.db)).toBe(true);
    await loadDemo(database.connection.db, demoFolder);
    const count = async () =>
      (await database.connection.pool.query<{ n: number }>('select count(*)::int n from measurement'))
        .rows[0]!.n;
    const before = await count();
    await prepare(database.connection);
    expect(await count()).toBe(before);
    expect(before).toBeGreaterThan(500);
  });

  test('hold what they say: no write without a person, no change of a released revision, no other kind’s figure, no vehicle twice', async () => {
    const run = (sql: string) =>
      database.connection.pool.query(`select set_config('radiatrix.person', '1', false); ${sql}`);
    await expect(
      database.connection.pool
        .query(
          "begin; select set_config('radiatrix.person', '', true); insert into make (name) values ('x'); commit",
        )
        .finally(() => database.connection.pool.query('rollback')),
    ).rejects.toThrow(/null/);
    await expect(run("update part_revision set notes = 'x' where state = 'released'")).rejects.toThrow(
      /released/,
    );
    await expect(
      run(
        "insert into measurement (subject, part_revision_id, part_kind, key, type, value, u, text, method, source_id) select 'fan', id, 'fan', 'depth', 'quantity', 90, 1, '90', 'tape', 1 from part_revision where kind = 'radiator' limit 1",
      ),
    ).rejects.toThrow(/measurement_part|released/);
    await expect(
      run(
        'insert into configuration (model_id, year, engine_id, transmission_id, air_conditioning, package, body, drive, steering, built, bay_id) select model_id, year, engine_id, transmission_id, air_conditioning, package, body, drive, steering, built, bay_id from configuration limit 1',
      ),
    ).rejects.toThrow(/configuration_built_once/);
    await expect(run('update configuration set year = 1950')).rejects.toThrow(/life/);
    await expect(
      run(
        "insert into measurement (subject, bay_id, key, type, value, u, text, method, source_id) values ('bay', 1, 'capPressure', 'quantity', 'NaN', 1, '', 'tape', 8)",
      ),
    ).rejects.toThrow(/outside|measurement_value/);
  });
});

describe('a server killed in the middle of saving', () => {
  let database: Awaited<ReturnType<typeof newDatabase>>;
  beforeAll(async () => {
    // With the demo in it already: the child only has to start.
    database = await newDatabase(process.env.DEMO_TEMPLATE);
  });
  afterAll(() => database.drop());

  const launch = (port: number): Promise<ChildProcess> => {
    const child = fork(path.resolve(import.meta.dirname, '../src/main.ts'), [], {
      execArgv: ['--import', 'tsx'],
      env: { ...process.env, DATABASE_URL: database.url, PORT: String(port), LOG_LEVEL: 'silent' },
      stdio: ['ignore', 'ignore', 'inherit', 'ipc'],
    });
    return new Promise((resolve, reject) => {
      child.once('message', () => resolve(child));
      child.once('exit', (code) => reject(new Error(`ended with ${code}`)));
    });
  };

  test('keeps everything it acknowledged and nothing by halves', async () => {
    const port = 8700 + Math.floor(Math.random() * 200);
    const base = `http://127.0.0.1:${port}/api`;
    let child = await launch(port);
    const signedIn = await fetch(`${base}/session`, {
      method: 'POST',
      headers: { 'Content-Type': 'application/json' },
      body: JSON.stringify({ username: 'mara', password: 'copper-core' }),
    });
    const { csrfToken } = (await signedIn.json()) as { csrfToken: string };
    const headers = {
      'Content-Type': 'application/json',
      'X-CSRF-Token': csrfToken,
      Cookie: signedIn.headers
        .getSetCookie()
        .map((cookie) => cookie.split(';')[0]!)
        .join('; '),
    };
    const save = async (index: number): Promise<boolean> => {
      const cavities = Array.from({ length: 20 }, (_, cavity) => ({
        position: String(cavity + 1),
        function: `wire ${cavity + 1}`,
      }));
      const answer = await fetch(`${base}/connectors`, {
        method: 'POST',
        headers,
        body: JSON.stringify({ code: `KILL-${index}`, name: 'made while dying', cavities }),
      }).catch(() => undefined);
      return answer?.status === 201;
    };
    const acknowledged: number[] = [];
    let next = 0;
    const work = Array.from({ length: 4 }, async () => {
      for (let index = next++; index < 400 && child.signalCode === null; index = next++)
        if (await save(index)) acknowledged.push(index);
    });
    // In the middle of it, however slow this machine is: some are acknowledged, more are on their way.
    await vi.waitFor(() => expect(acknowledged.length).toBeGreaterThan(3), {
      timeout: 120_000,
      interval: 50,
    });
    // Those that answer, and the one that leads them, all at once.
    const answering = readFileSync(`/proc/${child.pid}/task/${child.pid}/children`, 'utf8').trim().split(' ');
    child.kill('SIGKILL');
    for (const pid of answering) process.kill(Number(pid), 'SIGKILL');
    await Promise.all(work);
    child = await launch(port);
    const { rows } = await database.connection.pool.query<{ code: string; wires: number }>(
      "select code, count(*)::int wires from connector c join cavity on connector_id = c.id where code like 'KILL-%' group by code",
    );
    expect(rows.every((row) => row.wires === 20)).toBe(true);
    expect(rows.map((row) => row.code)).toEqual(
      expect.arrayContaining(acknowledged.map((index) => `KILL-${index}`)),
    );
    const still = await fetch(`${base}/parts`, { headers });
    expect(still.status).toBe(200);
    child.kill('SIGTERM');
    await new Promise((resolve) => child.once('exit', resolve));
  });
});

test('a database that goes away is answered with 503, and the server goes on when it is back', async () => {
  const server = await demoServer();
  try {
    const mara = await Actor.signIn(server.app, 'mara');
    const admin = new pg.Client({ connectionString: process.env.DATABASE_ADMIN_URL });
    await admin.connect();
    const name = new URL(server.url).pathname.slice(1);
    const seen = new Set<number>();
    for (let round = 0; round < 6; round += 1) {
      const asked = Array.from({ length: 8 }, () => mara.get('/api/vehicles/1/match'));
      const cut = admin.query('select pg_terminate_backend(pid) from pg_stat_activity where datname = $1', [
        name,
      ]);
      for (const answer of await Promise.all(asked)) seen.add(answer.status);
      await cut;
    }
    await admin.end();
    expect([...seen].filter((status) => status !== 200 && status !== 503)).toEqual([]);
    await mara.get('/api/vehicles/1/match').expect(200);
  } finally {
    await server.stop();
  }
});

test('the published descriptions are those of the code', () => {
  const published = JSON.parse(
    readFileSync(path.resolve(import.meta.dirname, '../../docs/formats/openapi.json'), 'utf8'),
  ) as unknown;
  expect(published).toEqual(JSON.parse(JSON.stringify(describeApi())));
});
