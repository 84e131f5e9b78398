import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import sharp from 'sharp';
import supertest from 'supertest';
import { PHOTO_LIMIT_BYTES } from '@radiatrix/contract';
import type { FindResult, MatchResult, PartRecord, Problem, SheetRecord } from '@radiatrix/contract';
import { ROUTES, type Route } from '@radiatrix/contract/schemas';
import { Actor, demoServer, ONE_POINT, released } from './harness.ts';

let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, piet: Actor, rowan: Actor, cleo: Actor, idris: Actor;
let tussock: number;

beforeAll(async () => {
  server = await demoServer();
  [mara, piet, rowan, cleo, idris] = (await Promise.all(
    ['mara', 'piet', 'rowan', 'cleo', 'idris'].map((name) => Actor.signIn(server.app, name)),
  )) as [Actor, Actor, Actor, Actor, Actor];
  tussock = (await ask('09 tussock diesel auto aircon standard cooling')).vehicles[0]!.id;
});
afterAll(() => server.stop());

const ask = async (text: string, fixes: string[] = []): Promise<FindResult> =>
  (
    await cleo
      .get(
        `/api/find?${new URLSearchParams([['text', text], ...fixes.map((fix) => ['fix', fix] as [string, string])])}`,
      )
      .expect(200)
  ).body as FindResult;
const match = async (actor: Actor, vehicle = tussock): Promise<MatchResult> =>
  (await actor.get(`/api/vehicles/${vehicle}/match`).expect(200)).body as MatchResult;
const candidate = async (actor: Actor, number: string, vehicle = tussock) =>
  (await match(actor, vehicle)).candidates.find((each) => each.number === number);
const partByNumber = async (actor: Actor, number: string) => {
  const { body } = await actor.get(`/api/parts?text=${encodeURIComponent(number)}`);
  const id = (body as { id: number; number: string }[]).find((each) => each.number === number)!.id;
  const { body: record, headers } = await actor.get(`/api/parts/${id}`);
  return { id, record: record as PartRecord, etag: headers.etag! };
};
const sourceId = async (name = 'Saltmere bench') =>
  ((await mara.get('/api/sources')).body as { id: number; name: string }[]).find(
    (each) => each.name === name,
  )!.id;

describe('asking', () => {
  test('a spoken vehicle becomes chips, and what tells the rest apart is said', async () => {
    const found = await ask('09 tussock diesel auto aircon');
    expect(found.chips.map((chip) => chip.field)).toEqual([
      'year',
      'model',
      'fuel',
      'transmission',
      'airConditioning',
    ]);
    expect(found.total).toBe(2);
    expect(found.differences.map((difference) => difference.label)).toEqual(['Cooling package']);
    expect((await ask('09 tussock diesel auto aircon', ['package:towing'])).total).toBe(1);
  });
  test('what cannot be is named: a year outside the model’s life, words of no meaning', async () => {
    expect((await ask('03 tussock diesel')).blamed).toEqual(['year']);
    const nonsense = await ask('fgh 99x');
    expect(nonsense).toMatchObject({ chips: [], total: 0 });
    expect(nonsense.leftover.map((rest) => rest.text)).toEqual(['fgh', '99x']);
  });
  test('another seller’s number finds the part', async () => {
    expect((await ask('hb20417')).parts).toMatchObject([{ number: 'NT-R 4402', why: 'Harbour HB 20417' }]);
  });
});

describe('matching the demo', () => {
  test.each([
    ['NT-R 4402', 'straight-in'],
    ['NT-R 4410', 'changes'],
    ['NT-R 4401', 'no'],
    ['MV 77-118', 'not-proven'],
    ['MV 77-140', 'no'],
    ['SH 900-2', 'changes'],
    ['NT-F 2230', 'no'],
  ])('%s is %s in an automatic diesel Tussock', async (number, verdict) => {
    expect((await candidate(cleo, number))?.verdict.verdict).toBe(verdict);
  });
  test('a part without figures is settled by a confirmed job', async () => {
    const merlet = (await ask('2010 merlet 1.5 diesel')).vehicles[0]!.id;
    expect((await candidate(cleo, 'MV 64-014', merlet))?.verdict).toMatchObject({
      verdict: 'straight-in',
      grade: 1,
      deciding: { by: 'installed' },
    });
  });
});

describe('who may do what', () => {
  test('every address of the table refuses strangers, and writes refuse people of other roles and calls without the token', async () => {
    for (const [id, route] of Object.entries(ROUTES) as [string, Route][]) {
      if (route.roles === 'anyone') continue;
      const url = route.path.replace(':kind', 'part').replace(/:\w+/g, '1');
      const stranger = await supertest(server.app)[route.method](url);
      expect([id, stranger.status, stranger.headers['content-type']]).toEqual([
        id,
        401,
        'application/problem+json; charset=utf-8',
      ]);
      if (!(route.roles as readonly string[]).includes('installer'))
        expect([id, (await idris.write(route.method as 'post', url, {})).status]).toEqual([id, 403]);
      if (route.method !== 'get')
        expect([id, (await mara.agent[route.method](url).send({})).status]).toEqual([id, 403]);
    }
  });
});

describe('recording, reviewing, releasing', () => {
  test('a specialist’s figure opens a draft and changes her answer; installers see it once somebody else released it', async () => {
    const { id, etag, record } = await partByNumber(mara, 'NT-R 4402');
    const figure = { key: 'overallWidth', text: '28 3/4"', method: 'caliper', sourceId: await sourceId() };
    const saved = await mara
      .write('put', `/api/parts/${id}/figures`, { figures: [figure] }, { etag })
      .expect(200);
    expect(saved.body).toMatchObject({ state: 'draft', revision: record.revision + 1 });
    expect((saved.body as PartRecord).figures.find((each) => each.key === 'overallWidth')).toMatchObject({
      value: 730.25,
      text: '28 3/4"',
      stamp: { by: 'Mara' },
    });
    expect((await candidate(mara, 'NT-R 4402'))?.verdict).toMatchObject({
      verdict: 'no',
      deciding: { check: 'width' },
    });
    expect((await candidate(idris, 'NT-R 4402'))?.verdict.verdict).toBe('straight-in');

    const review = await rowan.get(`/api/review/part/${id}`).expect(200);
    expect((review.body as { changes: object[] }).changes).toMatchObject([
      {
        label: 'Overall width',
        after: expect.stringContaining('730.3'),
        support: expect.stringContaining('caliper'),
      },
    ]);
    const release = (actor: Actor, tag = review.headers.etag!) =>
      actor.write('post', `/api/review/part/${id}/release`, undefined, { etag: tag });
    expect((await release(mara)).body).toMatchObject({ code: 'not-allowed' });
    await release(rowan).expect(200);
    expect((await candidate(idris, 'NT-R 4402'))?.verdict.verdict).toBe('no');

    const history = await mara.get(`/api/history/part/${id}`).expect(200);
    const entry = (history.body as { action: string; table: string; by: string }[]).find(
      (each) => each.table === 'part_revision' && each.action === 'update',
    );
    expect(entry).toMatchObject({ by: 'Rowan' });
  });

  test('a reviewer does not release what she wrote on, and the database would not let her', async () => {
    const { id, etag } = await partByNumber(rowan, 'NT-R 5120');
    await rowan
      .write(
        'put',
        `/api/parts/${id}/figures`,
        { figures: [{ key: 'coreHeight', text: '440 mm', method: 'tape', sourceId: await sourceId() }] },
        { etag },
      )
      .expect(200);
    const { headers } = await rowan.get(`/api/review/part/${id}`);
    expect(
      (await rowan.write('post', `/api/review/part/${id}/release`, undefined, { etag: headers.etag! })).body,
    ).toMatchObject({ code: 'own-work', status: 403 });
    const forced = server.connection.pool.query(
      "select set_config('radiatrix.person', writers[1]::text, false) from part_revision where part_id = $1 and state = 'draft'; update part_revision set state = 'released', released_by = writers[1], released_at = now() where part_id = 1"
        .replace('$1', String(id))
        .replace('part_id = 1', `part_id = ${id} and state = 'draft'`),
    );
    await expect(forced).rejects.toThrow(/part_release/);
  });

  test('two tabs: the second save is told what the first changed, and may then go on top', async () => {
    const { id, etag, record } = await partByNumber(mara, 'NT-R 6010');
    const { notes, inTheBox, interchange, supersedes } = record;
    const save = (actor: Actor, text: string, tag: string) =>
      actor.write(
        'put',
        `/api/parts/${id}/details`,
        { description: text, notes, inTheBox, interchange, supersedes },
        { etag: tag },
      );
    await save(mara, 'first', etag).expect(200);
    const stale = await save(piet, 'second', etag);
    expect(stale.body).toMatchObject({ status: 412, code: 'stale', current: { description: 'first' } });
    const { etag: now } = await partByNumber(piet, 'NT-R 6010');
    expect((await save(piet, 'second', now).expect(200)).body).toMatchObject({ description: 'second' });
    expect((await save(mara, 'no tag', '')).body).toMatchObject({ status: 428 });
  });

  test('a form sent twice is done once; the same key for something else is refused', async () => {
    const body = { number: 'TW-1', maker: 'Morvane', kind: 'radiator', description: '' };
    const [first, second] = await Promise.all([
      mara.write('post', '/api/parts', body, { key: 'once' }),
      mara.write('post', '/api/parts', body, { key: 'once' }),
    ]);
    expect([first.status, second.status]).toEqual([201, 201]);
    expect((first.body as PartRecord).id).toBe((second.body as PartRecord).id);
    expect(
      (await mara.write('post', '/api/parts', { ...body, number: 'TW-2' }, { key: 'once' })).body,
    ).toMatchObject({ code: 'duplicate-request' });
    expect((await mara.write('post', '/api/parts', body)).body).toMatchObject({
      code: 'conflict',
      fields: [{ path: 'number' }],
    });
  });

  test('a radiator that holds more is counted in on the sheet, and its work stands among the steps', async () => {
    const { id } = await partByNumber(mara, 'NT-R 4410');
    const sheet = (await idris.get(`/api/vehicles/${tussock}/sheet/${id}`).expect(200)).body as SheetRecord;
    expect(sheet.sheet.coolant).toMatchObject({
      // The new radiator holds 2.8 L, the one that belongs there 2.5 L.
      capacityL: expect.closeTo(8.6 + 0.3, 3),
      afterDrain: { ok: true },
      notes: expect.arrayContaining([expect.stringContaining('0.3 L more')]),
    });
    expect(sheet).toMatchObject({ released: true, verdictText: 'Goes in with changes' });
    expect(sheet.sheet.sections.flatMap((section) => section.steps.map((step) => step.work?.code))).toContain(
      'fit-spacer',
    );
  });

  test('a save that leaves a part of the record out is refused, and nothing is wiped', async () => {
    const { id, etag, record } = await partByNumber(mara, 'NT-R 4403');
    const refused = await mara
      .write('put', `/api/parts/${id}/details`, { description: 'only this' }, { etag })
      .expect(422);
    expect((refused.body as Problem).fields!.map((each) => each.path).sort()).toEqual([
      'inTheBox',
      'interchange',
      'notes',
      'supersedes',
    ]);
    expect((await partByNumber(mara, 'NT-R 4403')).record).toEqual(record);
    const { headers } = await mara.get('/api/procedures/1');
    await mara
      .write('put', '/api/procedures/1', { title: 'x', partKind: 'radiator' }, { etag: headers.etag! })
      .expect(422);
  });

  test('a procedure’s edit opens a draft that is proofread before it can be released, and installers keep the old sheet', async () => {
    const procedures = (await mara.get(`/api/vehicles/${tussock}`)).body as {
      procedures: { id: number; partKind: string }[];
    };
    const { id } = procedures.procedures.find((each) => each.partKind === 'fan')!;
    const { body, headers } = await mara.get(`/api/procedures/${id}`);
    const { title, partKind, way, notes, fasteners, steps } = body as {
      title: string;
      notes: object[];
      partKind: string;
      way: string;
      fasteners: object[];
      steps: { uses: object[] }[];
    };
    const broken = steps.map((step, index) =>
      index === steps.findIndex((each) => each.uses.length > 0) ? { ...step, uses: [] } : step,
    );
    const saved = await mara
      .write(
        'put',
        `/api/procedures/${id}`,
        { title, partKind, way, notes, fasteners, steps: broken },
        { etag: headers.etag! },
      )
      .expect(200);
    expect(saved.body).toMatchObject({ state: 'draft', revision: 2 });
    const review = await rowan.get(`/api/review/procedure/${id}`);
    const refused = await rowan.write('post', `/api/review/procedure/${id}/release`, undefined, {
      etag: review.headers.etag!,
    });
    expect(refused.body).toMatchObject({
      code: 'not-ready',
      fields: [{ message: expect.stringMatching(/come out and \d go back/) }],
    });
    expect((await idris.get(`/api/procedures/${id}`)).body).toMatchObject({ revision: 1, state: 'released' });
    const unknown = steps.map((step) => ({ ...step, connector: 'NO-SUCH' }));
    const tag = (await mara.get(`/api/procedures/${id}`)).headers.etag!;
    expect(
      (
        await mara.write(
          'put',
          `/api/procedures/${id}`,
          { title, partKind, way, notes, fasteners, steps: unknown },
          { etag: tag },
        )
      ).body,
    ).toMatchObject({
      code: 'invalid',
      fields: expect.arrayContaining([
        { path: 'steps.0.connector', message: expect.stringContaining('NO-SUCH') },
      ]),
    });
  });
});

describe('bad input gets a clear answer and changes nothing', () => {
  test('figures that make no sense come back with their places', async () => {
    const { id, etag } = await partByNumber(mara, 'NT-R 7001');
    const entry = (key: string, text: string, source: number) => ({
      key,
      text,
      method: 'caliper',
      sourceId: source,
    });
    const source = await sourceId();
    const { body, status } = await mara.write(
      'put',
      `/api/parts/${id}/figures`,
      {
        figures: [
          entry('overallWidth', '-730 mm', source),
          entry('overallHeight', '12 furlongs', source),
          entry('thickness', '5 L', source),
          entry('inletSide', 'up', source),
          entry('wings', '2', source),
        ],
      },
      { etag },
    );
    expect(status).toBe(422);
    expect((body as Problem).fields!.map((field) => field.path)).toEqual(
      [0, 1, 2, 3, 4].map((index) => `figures.${index}.text`),
    );
    expect((await partByNumber(mara, 'NT-R 7001')).etag).toBe(etag);
  });

  test('one source does not contradict itself, in rule or in the database; two may disagree', async () => {
    const { id } = await partByNumber(mara, 'NT-R 7001');
    const { models } = (await mara.get('/api/vocabulary')).body as { models: { id: number; name: string }[] };
    const claim = {
      modelId: models.find((model) => model.name === 'Aurelle')!.id,
      years: [2015, 2016],
      fits: false,
    };
    const say = (source: number, more = {}) =>
      mara.write('post', `/api/parts/${id}/claims`, { ...claim, sourceId: source, ...more });
    expect((await say(await sourceId('Northreach data sheets'))).body).toMatchObject({
      code: 'conflict',
      detail: expect.stringContaining('opposite'),
    });
    await say(await sourceId('Counter talk')).expect(202);
    expect((await say(await sourceId('Counter talk'), { years: [1990, 1991] })).body).toMatchObject({
      code: 'invalid',
      fields: [{ path: 'years' }],
    });
    const forced = server.connection.pool.query(
      `select set_config('radiatrix.person', '1', false); insert into application (part_id, model_id, years, built, engine_ids, transmission_ids, packages, fits, source_id) select part_id, model_id, years, built, engine_ids, transmission_ids, packages, not fits, source_id from application where exceptions = '[]' limit 1`,
    );
    await expect(forced).rejects.toThrow(/application_no_contradiction/);
  });

  test('large, broken and foreign requests are refused with a problem', async () => {
    const text = await cleo.get(`/api/find?text=${'x'.repeat(5000)}`);
    expect(text.body).toMatchObject({ code: 'invalid', fields: [{ path: 'text' }] });
    expect(
      (await mara.write('post', '/api/parts', { description: 'x'.repeat(5_000_000) })).body,
    ).toMatchObject({ code: 'too-large', status: 413 });
    expect(
      (await mara.agent.post('/api/session').set('Content-Type', 'application/json').send('{"a":')).body,
    ).toMatchObject({ code: 'unreadable' });
    expect(
      (await mara.write('post', '/api/parts', { number: 'X-9', maker: 'M', kind: 'radiator', wings: 2 }))
        .body,
    ).toMatchObject({ code: 'invalid', fields: [{ path: 'wings' }] });
    expect((await mara.get('/api/parts/99999999999')).body).toMatchObject({ code: 'not-found' });
    expect((await mara.get('/api/vehicles/1;drop%20table%20part')).status).toBe(404);
  });

  test('a photograph is decoded and written anew: upright, without where it was taken, small for lists', async () => {
    const { id } = await partByNumber(mara, 'NT-R 4402');
    const send = (content: Buffer) =>
      mara.upload(`/api/photos?subject=part&id=${id}&caption=necks`, content, 'image/jpeg');
    const taken = sharp({ create: { width: 1200, height: 800, channels: 3, background: '#a06030' } })
      .withExif({
        IFD0: { Model: 'a telephone' },
        IFD3: { GPSLatitude: '48/1 51/1 0/1', GPSLatitudeRef: 'N' },
      })
      // The camera was held on its side.
      .withMetadata({ orientation: 6 });
    const sent = await taken.jpeg().toBuffer();
    expect((await sharp(sent).metadata()).exif).toBeDefined();
    for (const wrong of [
      Buffer.from('<script>alert(1)</script>'),
      sent.subarray(0, 900),
      Buffer.from('89504e470d0a1a0a00', 'hex'),
    ])
      expect((await send(wrong)).status).toBe(415);
    expect((await send(Buffer.concat([ONE_POINT, Buffer.alloc(PHOTO_LIMIT_BYTES)]))).status).toBe(413);
    // A few kilobytes that unpack to 400 million points.
    const bomb = await sharp({ create: { width: 20_000, height: 20_000, channels: 3, background: 'white' }, limitInputPixels: false })
      .png({ compressionLevel: 9 }).toBuffer(); // prettier-ignore
    expect((await send(bomb)).body).toMatchObject({ status: 415, detail: expect.stringContaining('million points') as string }); // prettier-ignore

    await released(rowan, await send(sent));
    const last = async () => ((await idris.get(`/api/parts/${id}`)).body as PartRecord).photos.at(-1);
    const kept = (await last())!;
    const whole = (await idris.get(`/api/photos/${kept.id}`).expect(200)).body as Buffer;
    const { width, height, exif, orientation } = await sharp(whole).metadata();
    expect([width, height, exif, orientation]).toEqual([800, 1200, undefined, undefined]);
    const small = (await idris.get(`/api/photos/${kept.id}?size=small`).expect(200)).body as Buffer;
    expect((await sharp(small).metadata()).height).toBe(320);

    // Taken away by way of a reviewer, with the reason; it stays with the history.
    await mara.write('delete', `/api/photos/${kept.id}`, {}).expect(422);
    await released(
      rowan,
      await mara.write('delete', `/api/photos/${kept.id}`, { reason: 'shows another part' }),
    );
    expect((await last())?.id).not.toBe(kept.id);
    await idris.get(`/api/photos/${kept.id}`).expect(404);
    const told = JSON.stringify((await mara.get(`/api/history/part/${id}`).expect(200)).body);
    expect(told).toContain('shows another part');
  });
});

describe('bringing a bundle in', () => {
  const bundle = (parts: object[]) => ({ format: 'radiatrix-bundle/1', parts });
  const part = {
    number: 'IM-1',
    maker: 'Morvane',
    kind: 'fan',
    description: 'brought in',
    figures: [{ key: 'depth', text: '90 mm', method: 'caliper', source: 'Saltmere bench' }],
  };
  test('says first what it would change, then does all of it; the same again changes nothing', async () => {
    const preview = await mara.write('post', '/api/import/preview', bundle([part])).expect(200);
    expect(preview.body).toMatchObject({ applied: false, counts: { parts: { new: 1 } }, wrong: [] });
    expect((await mara.get('/api/parts?text=IM-1')).body).toEqual([]);
    expect((await mara.write('post', '/api/import', bundle([part])).expect(200)).body).toMatchObject({
      applied: true,
    });
    expect((await mara.write('post', '/api/import/preview', bundle([part]))).body).toMatchObject({
      counts: { parts: { new: 0, same: 1 } },
    });
    expect((await mara.get('/api/parts?text=IM-1')).body).toMatchObject([{ state: 'draft' }]);
  });
  test('one wrong row names its place and keeps everything out', async () => {
    const wrong = { ...part, number: 'IM-3', figures: [{ ...part.figures[0], text: '900 L' }] };
    const refused = await mara.write('post', '/api/import', bundle([{ ...part, number: 'IM-2' }, wrong]));
    expect(refused.body).toMatchObject({ code: 'invalid', fields: [{ path: 'parts.1.figures.0.text' }] });
    expect((await mara.get('/api/parts?text=IM-')).body).toHaveLength(1);
  });
});
