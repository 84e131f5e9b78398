import { mkdtemp, readdir, rm, stat, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import pg from 'pg';
import { pino } from 'pino';
import { expect, test } from 'vitest';
import type { PartRecord } from '@radiatrix/contract';
import { backup, restore } from '../../tools/lib/backup.mjs';
import { openCluster } from '../../tools/lib/cluster.mjs';
import { createApp } from '../src/app.ts';
import { connect } from '../src/db/client.ts';
import { prepare } from '../src/db/prepare.ts';
import { Actor, demoServer, ONE_POINT } from './harness.ts';

/** How many rows each table holds, and what they come to. */
async function contents(url: string): Promise<Record<string, string>> {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const { rows: tables } = await client.query<{ name: string }>(
    "select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1",
  );
  const found: Record<string, string> = {};
  for (const { name } of tables)
    found[name] = (await client.query<{ sum: string }>(`select count(*) || ' ' || coalesce(md5(string_agg(t::text, '|' order by t::text)), '') as sum from "${name}" t`)).rows[0]!.sum; // prettier-ignore
  await client.end();
  return found;
}

test('a backup goes into an empty machine, whole: every table, every photograph, and people sign in', async () => {
  const folder = await mkdtemp(path.join(os.tmpdir(), 'radiatrix-backup-'));
  const server = await demoServer();
  const cluster = await openCluster(path.join(folder, 'machine'), { firstPort: 55420, quick: true });
  try {
    const rowan = await Actor.signIn(server.app, 'rowan');
    const [part] = (await rowan.get('/api/parts')).body as PartRecord[];
    await rowan
      .upload(`/api/photos?subject=part&id=${part!.id}&caption=kept`, ONE_POINT, 'image/png')
      .expect(202);
    const file = path.join(folder, 'all.dump');
    backup(server.url, file);
    expect((await stat(file)).mode & 0o777).toBe(0o600);
    // One that fails leaves nothing that could be taken for a backup.
    const other = path.join(folder, 'other.dump');
    expect(() => backup(`${server.url}_gone`, other)).toThrow();
    expect((await readdir(folder)).filter((name) => name.includes('other'))).toEqual([]);
    expect(() => restore(server.url, file)).toThrow(/holds something/);
    await writeFile(path.join(folder, 'other'), 'not a dump');
    const target = cluster.url('radiatrix');
    expect(() => restore(target, path.join(folder, 'other'))).toThrow(/no backup/);
    const counted = restore(target, file);
    expect(counted.parts).toBeGreaterThan(20);

    const [before, after] = [await contents(server.url), await contents(target)];
    for (const left of ['session', 'rate_limit', 'idempotency']) {
      expect(after[left]).toBe('0 ');
      delete before[left];
      delete after[left];
    }
    expect(after).toEqual(before);
    const connection = connect(target);
    await prepare(connection);
    const app = await createApp({ connection, logger: pino({ level: 'silent' }) });
    const cleo = await Actor.signIn(app, 'cleo');
    expect((await cleo.get(`/api/parts/${part!.id}`).expect(200)).body).toMatchObject({
      number: part!.number,
    });
    await connection.end();
  } finally {
    cluster.stop();
    await server.stop();
    await rm(path.dirname(cluster.data), { recursive: true, force: true });
    await rm(folder, { recursive: true, force: true });
  }
}, 120_000);
