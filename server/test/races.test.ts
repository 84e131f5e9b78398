import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import type { ConnectorRecord, LibraryRecord, PartRecord, Problem } from '@radiatrix/contract';
import { Actor, demoServer } from './harness.ts';

/**
 * Twenty clients on two servers at once, and single calls that make no sense: what must not stand side by side is held
 * by the database, and the loser is told what stands.
 */
let server: Awaited<ReturnType<typeof demoServer>>;
let rowan: Actor, mara: Actor;
/** Ten of each server. */
let crowd: Actor[];
let model: { id: number; life: [number, number] }, source: number;
const rows = async <T>(text: string, values: unknown[] = []): Promise<T[]> =>
  (await server.connection.pool.query(text, values)).rows as T[];

beforeAll(async () => {
  server = await demoServer();
  const other = await server.another();
  crowd = await Promise.all(
    Array.from({ length: 20 }, (_, at) => Actor.signIn(at % 2 === 0 ? server.app : other, 'rowan')),
  );
  rowan = crowd[0]!;
  mara = await Actor.signIn(server.app, 'mara');
  const [found] = await rows<{ id: number; from: number; to: number }>(
    "select id, lower(life) as from, upper(life) - 1 as to from model where name = 'Tussock'",
  );
  model = { id: found!.id, life: [found!.from, found!.to] };
  source = (await rows<{ id: number }>("select id from source where name = 'Closed jobs'"))[0]!.id;
}, 120_000);
afterAll(() => server.stop());

let made = 0;
const newPart = async (number = `RC-${(made += 1)}`): Promise<PartRecord> =>
  (await rowan.write('post', '/api/parts', { number, maker: 'Morvane', kind: 'fan', description: 'raced' }).expect(201)).body as PartRecord; // prettier-ignore
const claim = (more: object = {}) => ({
  modelId: model.id,
  years: [2009, 2010],
  fits: true,
  sourceId: source,
  exceptions: [],
  ...more,
});
const tally = (answers: readonly { status: number }[]): Record<number, number> =>
  Object.fromEntries([...new Set(answers.map((each) => each.status))].map((status) => [status, answers.filter((each) => each.status === status).length])); // prettier-ignore
const details = ({ description, notes, inTheBox, interchange }: PartRecord, supersedes: string) =>
  ({ description, notes, inTheBox, interchange, supersedes }); // prettier-ignore

describe('twenty clients, two servers', () => {
  test('the same claim is kept once', async () => {
    const { id } = await newPart();
    const answers = await Promise.all(
      crowd.map((who) => who.write('post', `/api/parts/${id}/claims`, claim())),
    );
    expect(tally(answers)).toEqual({ 201: 1, 409: 19 });
    expect(await rows('select 1 from application where part_id = $1', [id])).toHaveLength(1);
  });

  test('claims of one source that contradict each other, kept apart by no exception, never stand side by side', async () => {
    const { id } = await newPart();
    const exceptions = [{ years: [2010, 2010] }];
    const answers = await Promise.all(
      crowd.map((who, at) => who.write('post', `/api/parts/${id}/claims`, claim({ fits: at % 4 < 2, exceptions, years: [2008, 2010 + (at % 3)] }))), // prettier-ignore
    );
    expect(answers.every(({ status }) => status === 201 || status === 409)).toBe(true);
    const kept = await rows<{ fits: boolean }>('select fits from application where part_id = $1', [id]);
    expect(new Set(kept.map((each) => each.fits)).size).toBe(1);
  });

  test('successors close no ring, though every pair of them is said at once', async () => {
    const parts = await Promise.all(Array.from({ length: 10 }, () => newPart()));
    const answers = await Promise.all(
      parts.map((part, at) =>
        crowd[at]!.write(
          'put',
          `/api/parts/${part.id}/details`,
          details(part, parts[(at + 1) % 10]!.number),
          {
            etag: `${part.revisionId}.${part.version}`,
          },
        ),
      ),
    );
    expect(tally(answers)).toEqual({ 200: 9, 422: 1 });
  });

  test('of first edits of a released record one opens the draft, the others get the record as it is now', async () => {
    const [part] = await rows<{ id: number }>("select part_id as id from part_revision where state = 'released' order by id desc limit 1"); // prettier-ignore
    const { body, headers } = await rowan.get(`/api/parts/${part!.id}`).expect(200);
    const record = body as PartRecord;
    const answers = await Promise.all(
      crowd.map((who, at) =>
        who.write('put', `/api/parts/${record.id}/details`, { ...details(record, record.supersedes), notes: `edit ${at}` }, { etag: headers.etag! }),
      ),
    ); // prettier-ignore
    expect(tally(answers)).toEqual({ 200: 1, 412: 19 });
    for (const { status, body } of answers)
      if (status === 412)
        expect((body as Problem).current).toMatchObject({ state: 'draft', revision: record.revision + 1 });
  });
});

describe('one number is one part, one revision says what it supersedes', () => {
  test('numbers that differ in case alone are one part, by every way in', async () => {
    const { number } = await newPart('RcX-9');
    const again = await rowan.write('post', '/api/parts', { number: 'rcx-9', maker: 'Morvane', kind: 'fan', description: '' }); // prettier-ignore
    expect([again.status, (again.body as Problem).detail]).toEqual([
      409,
      expect.stringContaining('another case'),
    ]);
    const bundle = { format: 'radiatrix-bundle/1', parts: [{ number: 'RCX-9', maker: 'Morvane', kind: 'fan', description: 'by file', figures: [] }] }; // prettier-ignore
    expect((await rowan.write('post', '/api/import', bundle).expect(200)).body).toMatchObject({ counts: { parts: { changed: 1 } } }); // prettier-ignore
    expect(await rows<{ number: string }>("select number from part where lower(number) = 'rcx-9'")).toEqual([
      { number },
    ]);
  });

  test('interchange and succession of a draft come to light with it, not before', async () => {
    const [old] = await rows<{ id: number; number: string }>(
      "select p.id, p.number from part p join part_revision r on r.part_id = p.id where r.state = 'released' and p.kind = 'fan' order by p.id limit 1",
    );
    const cleo = await Actor.signIn(server.app, 'cleo');
    const part = await newPart();
    const saved = await mara.write(
      'put',
      `/api/parts/${part.id}/details`,
      { ...details(part, old!.number), interchange: [{ seller: 'Brindlegate', number: 'BG 77-1234' }] },
      { etag: `${part.revisionId}.${part.version}` },
    );
    expect(saved.body).toMatchObject({ supersedes: old!.number, interchange: [{ number: 'BG 77-1234' }] });
    const seen = async (who: Actor) => [
      ((await who.get(`/api/parts/${old!.id}`)).body as PartRecord).supersededBy,
      (await who.get('/api/search?text=bg77-1234')).text.includes(part.number),
      (await who.get('/api/find?text=bg77-1234')).text.includes(part.number),
      (await who.get('/api/export/parts?format=csv')).text.includes('BG 77-1234'),
    ];
    expect(await seen(cleo)).toEqual(['', false, false, false]);
    expect(await seen(mara)).toEqual([part.number, true, true, true]);
  });
});

describe('what makes no sense is refused', () => {
  test('a claim that names engines that are not on record, or by the thousand', async () => {
    const { id } = await newPart();
    for (const engineIds of [[999_999], Array.from({ length: 150_000 }, (_, at) => at + 1)])
      await rowan.write('post', `/api/parts/${id}/claims`, claim({ engineIds })).expect(422);
    await rowan.write('post', `/api/parts/${id}/claims`, claim({ transmissionIds: [999_999] })).expect(422);
  });

  test('a life of a model outside its vehicles', async () => {
    const { body, headers } = await rowan.get(`/api/records/model/${model.id}`).expect(200);
    const { values } = body as LibraryRecord;
    const short = { ...values, life: [model.life[0], model.life[0]] };
    const answer = await rowan.write('put', `/api/records/model/${model.id}`, short, { etag: headers.etag! });
    expect([answer.status, (answer.body as Problem).detail]).toEqual([
      422,
      expect.stringContaining('outside'),
    ]);
  });

  test('a version that is no number, and a claim taken away without saying which', async () => {
    const [line] = (await rowan.get('/api/connectors')).body as { id: number; code: string }[];
    const { body, headers } = await rowan.get(`/api/connectors/${line!.id}`).expect(200);
    const { code, name, description, cavities } = body as ConnectorRecord;
    const etag = `0x${Number(headers.etag!.replaceAll('"', '')).toString(16)}`;
    await rowan
      .write('put', `/api/connectors/${line!.id}`, { code, name, description, cavities }, { etag })
      .expect(412);
    const part = await newPart();
    const { claims } = (await rowan.write('post', `/api/parts/${part.id}/claims`, claim()).expect(201)).body as PartRecord; // prettier-ignore
    await rowan.write('delete', `/api/claims/${claims[0]!.id}`).expect(428);
    await rowan.write('delete', `/api/claims/${claims[0]!.id}`, undefined, { etag: '1.1' }).expect(412);
    await rowan
      .write('delete', `/api/claims/${claims[0]!.id}`, undefined, { etag: claims[0]!.tag })
      .expect(204);
  });
});
