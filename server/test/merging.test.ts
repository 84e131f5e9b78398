import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { FailureRecord, JobRecord, MergeBody, MergeLine, MergePreview, PartRecord, SearchResult } from '@radiatrix/contract'; // prettier-ignore
import { device } from '../src/demo/jobs.ts';
import { MERGED_TABLES, OF_BAY } from '../src/merging/reference-queries.ts';
import { Actor, demoServer, released } from './harness.ts';

/** Two records of one thing become one, and two again: nothing of either is lost on the way there and back. */
let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, rowan: Actor, cleo: Actor;
beforeAll(async () => {
  server = await demoServer();
  [mara, rowan, cleo] = (await Promise.all(['mara', 'rowan', 'cleo'].map((name) => Actor.signIn(server.app, name)))) as [Actor, Actor, Actor]; // prettier-ignore
});
afterAll(() => server.stop());

const made = async (body: MergeBody): Promise<MergeLine> => {
  await released(rowan, await mara.write('post', '/api/merges', body));
  return ((await mara.get('/api/merges').expect(200)).body as MergeLine[])[0]!;
};
const undo = async (id: number): Promise<void> =>
  released(rowan, await mara.write('post', `/api/merges/${id}/undo`));
const query = async <T>(text: string): Promise<T[]> => (await server.connection.pool.query(text)).rows as T[];

/** What these keep of what was done, and who did it when, stays; all else has to be as it was. */
const LOGS = [
  'history',
  'library_change',
  'merge',
  'proposal',
  'job_event',
  'correction',
  'correction_reach',
  'session',
  'idempotency',
  'known_request',
];
async function everything(): Promise<Map<string, string>> {
  const tables = await query<{ name: string }>("select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1"); // prettier-ignore
  const all = new Map<string, string>();
  for (const { name } of tables) {
    if (LOGS.includes(name)) continue;
    const rows = await query<{ row: string }>(`select (to_jsonb(t) - array['by','at','version','heard_at','thumb','content','id_of_fold'])::text as row from "${name}" t order by 1`); // prettier-ignore
    all.set(name, rows.map(({ row }) => (name === 'sighting' || name === 'unit' ? row.replace(/"id": \d+, /, '') : row)).sort().join('\n')); // prettier-ignore
  }
  return all;
}
const differing = (before: Map<string, string>, after: Map<string, string>): string[] =>
  [...before.keys()].filter((table) => before.get(table) !== after.get(table));

const partId = async (number: string): Promise<number> => (await query<{ id: number }>(`select id from part where number = '${number}'`))[0]!.id; // prettier-ignore

describe('what names a record', () => {
  test('is on the list of what moves with it, or is worked out again from what is', async () => {
    // Of a part its revisions stay with the record that went; the rest is worked out from jobs and reports.
    const apart: Record<string, string[]> = {
      part: ['part_revision.part_id', 'sighting.part_id', 'unit.part_id', 'part_standing.part_id'],
      configuration: ['job.configuration_id'],
      bay: ['configuration.bay_id'],
    };
    const named = await query<{ from: string; to: string }>(`
      select c.conrelid::regclass || '.' || a.attname as from, c.confrelid::regclass::text as to
      from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and a.attnum = c.conkey[1] where c.contype = 'f'`);
    const lists = [...Object.values(MERGED_TABLES), { table: 'bay', references: OF_BAY, own: [] }];
    for (const { table, references, own } of lists) {
      const listed = [...references, ...own].map((each) => `${each.table}.${each.column}`);
      const there = named.filter(({ to }) => to === table).map(({ from }) => from);
      expect([...listed, ...(apart[table] ?? [])].sort(), table).toEqual([...new Set(there)].sort());
    }
  });
});

describe('two records made one, and two again', () => {
  const pairs: [string, () => Promise<MergeBody>, string[]][] = [
    ['two makes', async () => ({ kind: 'make', keep: (await named('make', 'Quillon')), gone: (await named('make', 'Pellworth')) }), ['make', 'model']],
    ['two models', async () => {
      const [keep, gone] = [await named('model', 'Haulden'), await named('model', 'Merlet')];
      const { body, headers } = await mara.get(`/api/records/model/${keep}`);
      expect(((await mara.write('post', '/api/merges/preview', { kind: 'model', keep, gone })).body as MergePreview).blocking).toEqual([expect.stringContaining('Widen the years of Haulden first')]);
      await released(rowan, await mara.write('put', `/api/records/model/${keep}`, { ...(body as { values: object }).values, life: [2006, 2016] }, { etag: headers.etag! }));
      return { kind: 'model', keep, gone };
    }, ['configuration', 'application', 'model']],
    ['two connectors', async () => {
      const [keep, gone] = await query<{ id: number }>('select c.id from connector c where exists (select 1 from measurement m where m.connector_id = c.id) and not exists (select 1 from access_map_revision r where r.document::text like \'%"\' || c.code || \'"%\') order by c.code limit 2');
      return { kind: 'connector', keep: keep!.id, gone: gone!.id };
    }, ['measurement', 'connector', 'cavity']],
    ['two sources of many figures', async () => {
      const [keep, gone] = await query<{ id: number }>('select source_id as id from measurement group by 1 order by count(*) desc limit 2');
      return { kind: 'source', keep: keep!.id, gone: gone!.id };
    }, ['measurement', 'application', 'source']],
    ['two parts of one kind, one with jobs', async () => {
      const [gone] = await query<{ id: number; kind: string }>("select part_id as id, p.kind from sighting s join part p on p.id = s.part_id group by 1, 2 order by count(*) desc limit 1");
      const [keep] = await query<{ id: number }>(`select p.id from part p join application a on a.part_id = p.id where p.kind = '${gone!.kind}' and p.id <> ${gone!.id} order by p.number limit 1`);
      return { kind: 'part', keep: keep!.id, gone: gone!.id };
    }, ['application', 'part_revision', 'sighting', 'unit']],
    ['two vehicles of two bays', async () => {
      const [gone] = await query<{ id: number }>('select configuration_id as id from job group by 1 order by count(*) desc limit 1');
      const [keep] = await query<{ id: number }>(`select id from configuration where bay_id <> (select bay_id from configuration where id = ${gone!.id}) limit 1`);
      return { kind: 'vehicle', keep: keep!.id, gone: gone!.id };
    }, ['configuration', 'job']],
  ]; // prettier-ignore
  const named = async (table: string, name: string): Promise<number> => (await query<{ id: number }>(`select id from ${table} where name = '${name}'`))[0]!.id; // prettier-ignore

  test.each(pairs)('%s: the preview says what moves and changes nothing; undone, every row is as it was', async (_, pair, changes) => {
    const body = await pair();
    const before = await everything();
    const answer = await mara.write('post', '/api/merges/preview', body);
    expect(answer.status, JSON.stringify(answer.body)).toBe(200);
    const said = answer.body as MergePreview;
    expect(said.blocking).toEqual([]);
    expect(differing(before, await everything())).toEqual([]);
    const line = await made(body);
    expect([line.moves, line.clashes]).toEqual([said.moves, said.clashes]);
    const between = await everything();
    expect(differing(before, between)).toEqual(expect.arrayContaining(changes));
    // No row is lost but those that both had, or that contradicted each other: each of them was said.
    const total = (all: Map<string, string>, table: string): number => (all.get(table) === '' ? 0 : all.get(table)!.split('\n').length);
    const lost = ['measurement', 'application'].reduce((sum, table) => sum + total(before, table) - total(between, table), 0);
    expect(lost).toBeLessThanOrEqual(said.same + said.clashes.length);
    await undo(line.id);
    expect(differing(before, await everything())).toEqual([]);
    await mara.write('post', `/api/merges/${line.id}/undo`).expect(412);
    expect((await mara.get('/api/merges')).body).toContainEqual(expect.objectContaining({ id: line.id, undone: expect.objectContaining({ by: 'Mara' }) as object }));
  }); // prettier-ignore

  test('a part that was recorded twice is one in every view: found by either number, its job has the kept one, and its failures count there', async () => {
    const [keep, gone] = [await partId('NT-F 2230'), await partId('NT-F 2212')];
    const [vehicle] = await query<{ id: number }>("select c.id from configuration c join model m on m.id = c.model_id where m.name = 'Tussock' limit 1"); // prettier-ignore
    const { revisionId } = (await mara.get(`/api/parts/${gone}`)).body as PartRecord;
    const desk = device('desk-merge', Date.now() - 90_000_000);
    const events = [
      desk.event('opened', { vehicleId: vehicle!.id, label: 'twice', complaint: '', odometerKm: null, alterations: [] }),
      desk.event('part chosen', { partId: gone, revisionId, kind: 'fan', role: 'goes in' }),
    ]; // prettier-ignore
    const { id } = (await mara.write('post', '/api/jobs', { events }).expect(201)).body as { id: number };
    const failures = async (part: number): Promise<FailureRecord> => (await mara.get(`/api/parts/${part}/failures`).expect(200)).body as FailureRecord; // prettier-ignore
    const before = (await failures(keep)).units.length;
    const others = (await failures(gone)).units.length;
    // They are not alike, and it says in what.
    const first = (await mara.write('post', '/api/merges/preview', { kind: 'part', keep, gone })).body as MergePreview; // prettier-ignore
    expect(first.clashes).toContainEqual({ sort: 'differs', what: 'Blade diameter', kept: '410 ± 0.6 mm', gone: '380 ± 0.6 mm' }); // prettier-ignore
    const line = await made({ kind: 'part', keep, gone });
    const job = async (): Promise<JobRecord> => (await cleo.get(`/api/jobs/${id}`).expect(200)).body as JobRecord; // prettier-ignore
    expect((await job()).state.parts.map((each) => each.partId)).toEqual([keep]);
    const again = (await mara.write('post', '/api/merges/preview', { kind: 'part', keep: await partId('NT-F 2260'), gone })).body as MergePreview; // prettier-ignore
    expect(again.blocking).toEqual(['NT-F 2212 is no longer on record by itself.']);
    // A phone that has not heard of it goes on naming the other number.
    await mara.write('post', `/api/jobs/${id}/events`, { events: [desk.event('part moved', { partId: gone, state: 'fitted' })] }).expect(200); // prettier-ignore
    expect((await job()).state.parts).toMatchObject([{ partId: keep, state: 'fitted' }]);
    await mara.write('post', `/api/jobs/${id}/events`, { events: [desk.event('closed', { outcome: 'done', note: '', heads: desk.heads() })] }).expect(200); // prettier-ignore
    expect((await failures(keep)).units).toHaveLength(before + others + 1);
    await cleo.get(`/api/parts/${gone}/failures`).expect(404);
    const found = (await cleo.get(`/api/search?text=${encodeURIComponent('NTF2212')}`).expect(200)).body as SearchResult; // prettier-ignore
    expect(found.hits).toMatchObject([{ number: 'NT-F 2230', why: expect.stringContaining('NT-F 2212') as string }]); // prettier-ignore
    await undo(line.id);
    expect((await job()).state.parts).toMatchObject([{ partId: gone, state: 'fitted' }]);
    expect((await failures(keep)).units).toHaveLength(before);
  });

  test('what cannot be is said with what to do first, and who may not is refused', async () => {
    const [tussock] = await query<{ life: string; make_id: number }>("select make_id, life::text from model where name = 'Tussock'"); // prettier-ignore
    const [merlet] = await query<{ make_id: number }>("select make_id from model where name = 'Merlet'");
    await released(rowan, await mara.write('post', '/api/records/model', { makeId: merlet!.make_id, name: 'Tussock', nicknames: [], life: [2008, 2014] })).catch(() => {}); // prettier-ignore
    const body: MergeBody = { kind: 'make', keep: merlet!.make_id, gone: tussock!.make_id };
    const said = (await mara.write('post', '/api/merges/preview', body).expect(200)).body as MergePreview;
    expect(said.blocking).toEqual(['Both makes have a Tussock. Make those two models one first.']);
    await mara.write('post', '/api/merges', body).expect(409);
    const [fan, radiator] = [await partId('NT-F 2230'), await partId('NT-R 4402')];
    const other = (await mara.write('post', '/api/merges/preview', { kind: 'part', keep: fan, gone: radiator }).expect(200)).body as MergePreview; // prettier-ignore
    expect(other.blocking).toEqual([
      'One is a fan assembly and the other a radiator. They are not the same part.',
    ]);
    await mara.write('post', '/api/merges', { kind: 'part', keep: fan, gone: fan }).expect(409);
    await mara.write('post', '/api/merges/preview', { kind: 'part', keep: fan, gone: 999_999 }).expect(404);
    await cleo.write('post', '/api/merges', body).expect(403);
    await cleo.get('/api/merges').expect(403);
  });

  test('of two merges in a row the later one is taken apart first', async () => {
    const [a, b, c] = await query<{ id: number }>('select id from source order by id limit 3');
    const first = await made({ kind: 'source', keep: b!.id, gone: c!.id });
    const second = await made({ kind: 'source', keep: a!.id, gone: b!.id });
    await mara.write('post', `/api/merges/${first.id}/undo`).expect(409);
    await undo(second.id);
    await undo(first.id);
  });
});
