import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { HistoryEntry, LibraryLine, LibraryRecord, Problem, SearchResult } from '@radiatrix/contract';
import { Actor, demoServer, released } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, piet: Actor, rowan: Actor, cleo: Actor;
beforeAll(async () => {
  server = await demoServer();
  [mara, piet, rowan, cleo] = (await Promise.all(
    ['mara', 'piet', 'rowan', 'cleo'].map((name) => Actor.signIn(server.app, name)),
  )) as [Actor, Actor, Actor, Actor];
});
afterAll(() => server.stop());

const lines = async (table: string, text = ''): Promise<LibraryLine[]> =>
  (await cleo.get(`/api/records/${table}?text=${encodeURIComponent(text)}`).expect(200))
    .body as LibraryLine[];
const open = async (table: string, id: number) => {
  const { body, headers } = await cleo.get(`/api/records/${table}/${id}`).expect(200);
  return { record: body as LibraryRecord, etag: headers.etag! };
};
const search = async (text: string): Promise<SearchResult['hits']> =>
  ((await cleo.get(`/api/search?text=${encodeURIComponent(text)}`).expect(200)).body as SearchResult).hits;

describe('records of the library', () => {
  test('are read by everybody, changed by specialists, and what is wrong in them is named by field', async () => {
    const [tussock] = await lines('model', 'tuss');
    const { record, etag } = await open('model', tussock!.id);
    expect(record).toMatchObject({ title: 'Tussock', values: { nicknames: ['tuss'], life: [2008, 2014] } });
    const wider = { ...record.values, life: [2008, 2015] };
    await cleo.write('put', `/api/records/model/${tussock!.id}`, wider, { etag }).expect(403);
    const wrong = await mara
      .write('put', `/api/records/model/${tussock!.id}`, { ...wider, life: [2016, 2008], name: '' }, { etag })
      .expect(422);
    expect((wrong.body as Problem).fields!.map((each) => each.path)).toContain('name');
    await released(rowan, await mara.write('put', `/api/records/model/${tussock!.id}`, wider, { etag }));
    // A server that keeps the vocabulary hears of the change at once.
    const { body } = await cleo.get('/api/vocabulary').expect(200);
    expect(
      (body as { models: { name: string; life: number[] }[] }).models.find((each) => each.name === 'Tussock')!
        .life,
    ).toEqual([2008, 2015]);
  });

  test('two people: the second is told what the first made of it, and loses nothing', async () => {
    const [source] = await lines('source', 'Tidewater');
    const { record, etag } = await open('source', source!.id);
    await released(
      rowan,
      await mara.write('put', `/api/records/source/${source!.id}`, { ...record.values, grade: 5 }, { etag }),
    );
    const stale = await piet
      .write('put', `/api/records/source/${source!.id}`, { ...record.values, note: 'mine' }, { etag })
      .expect(412);
    expect((stale.body as Problem).current).toMatchObject({ values: { grade: 5 }, changed: { by: 'Mara' } });
    const now = await open('source', source!.id);
    await released(
      rowan,
      await piet.write(
        'put',
        `/api/records/source/${source!.id}`,
        { ...now.record.values, note: 'mine' },
        { etag: now.etag },
      ),
    );
    expect((await open('source', source!.id)).record.values).toMatchObject({ grade: 5, note: 'mine' });
    const { body } = await mara.get(`/api/history/source/${source!.id}`).expect(200);
    expect((body as HistoryEntry[]).slice(0, 2).map((each) => each.by)).toEqual(['Piet', 'Mara']);
  });

  test('a new vehicle keeps the rules of its model; a shelf that is none is not found', async () => {
    const [id] = (await lines('configuration')).map((each) => each.id);
    const { record } = await open('configuration', id!);
    const outside = await mara.write('post', '/api/records/configuration', { ...record.values, year: 1950 });
    expect(outside.status).toBe(422);
    await mara.write('post', '/api/records/configuration', record.values).expect(409);
    await mara
      .write('post', '/api/records/configuration', { ...record.values, package: 'heavy-duty' })
      .expect(202);
    await cleo.get('/api/records/person').expect(404);
    await cleo.get('/api/records/model/999999').expect(404);
  });
});

describe('search over the whole library', () => {
  test.each([
    ['ntr44', 'part', 'NT-R 4401'],
    ['nt-r 4402', 'part', 'NT-R 4402'],
    ['HB 20417', 'part', 'NT-R 4402'],
    ['two-row alumin', 'part', 'NT-R 4410'],
    ['tuss', 'model', 'Tussock'],
    ['QD2', 'engine', 'QD22'],
    ['FAN-2', 'connector', 'FAN-2A'],
    ['harbour', 'source', 'Harbour list'],
  ])('%j finds the %s %s', async (text, type, name) => {
    const hits = await search(text);
    expect(
      hits.map((hit) => [
        hit.type,
        'number' in hit ? hit.number : 'code' in hit ? hit.code : 'name' in hit ? hit.name : '',
      ]),
    ).toContainEqual([type, name]);
  });
  test('a number that was superseded says by what; odd text is only text', async () => {
    const { rows } = await server.connection.pool.query<{ old: string; new: string }>(
      'select o.number as old, n.number as new from supersession s join part o on o.id = s.old_part_id join part_revision r on r.id = s.part_revision_id join part n on n.id = r.part_id limit 1',
    );
    expect(await search(rows[0]!.old)).toContainEqual(
      expect.objectContaining({ number: rows[0]!.old, supersededBy: rows[0]!.new }),
    );
    for (const odd of ["'; drop table part;--", '<b>%_\\', '🚗🚗', '‮abc', 'x'.repeat(110)])
      expect(Array.isArray(await search(odd))).toBe(true);
    expect(await search('n')).toEqual([]);
  });
});
