import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { ROUTES, type Route } from '@radiatrix/contract/schemas';
import type {
  ConnectorRecord,
  FilingRecord,
  LibraryRecord,
  ModelCoverage,
  PartRecord,
  ReviewLine,
  ReviewRecord,
  Upload,
  Waits,
} from '@radiatrix/contract';
import { Actor, ONE_POINT, demoServer, released } from './harness.ts';

/**
 * Nothing that a counter clerk sees changes before a reviewer has looked: claims, photographs, names, vehicles,
 * connectors, patterns of numbers, files. Every route that is said to be reviewed is tried here.
 */
let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, piet: Actor, rowan: Actor, cleo: Actor;
let part: PartRecord, model: number, source: number;
const tried = new Set<string>();

const partOf = async (who: Actor, id: number) =>
  (await who.get(`/api/parts/${id}`).expect(200)).body as PartRecord;
const waiting = async () => (await mara.get('/api/review').expect(200)).body as ReviewLine[];
/** What an answer says, without the echo of what was asked. */
const read = async (who: Actor, door: string): Promise<string> =>
  (await who.get(door)).text.replace(/^\{"text":"[^"]*"/, '');
const tagged = async (url: string) => {
  const { body, headers } = await mara.get(url).expect(200);
  return { body: body as unknown, etag: headers.etag! };
};
beforeAll(async () => {
  server = await demoServer();
  [mara, piet, rowan, cleo] = (await Promise.all(
    ['mara', 'piet', 'rowan', 'cleo'].map((name) => Actor.signIn(server.app, name)),
  )) as [Actor, Actor, Actor, Actor];
  const lines = (await cleo.get('/api/parts')).body as { id: number; kind: string }[];
  const records = await Promise.all(
    lines.filter(({ kind }) => kind === 'radiator').map(({ id }) => partOf(cleo, id)),
  );
  part = records.find((each) => each.claims.length > 1)!;
  model = ((await mara.get('/api/models')).body as { id: number; name: string; lines: number }[]).find(
    ({ name }) => part.claims[0]!.sentence.includes(name),
  )!.id;
  source = ((await mara.get('/api/sources')).body as { id: number; name: string }[]).find(
    ({ name }) => name === 'Counter talk',
  )!.id;
}, 120000);
afterAll(() => server.stop());

const claim = (more: object = {}) => ({
  modelId: model,
  years: [2010, 2010],
  built: null,
  engineIds: null,
  transmissionIds: null,
  airConditioning: null,
  packages: null,
  fits: false,
  sourceId: source,
  exceptions: [],
  ...more,
});

/** What each reviewed route is asked for, and what a clerk sees of it. */
const CASES: Record<
  string,
  { send: () => Promise<{ status: number; body: unknown }>; seen: () => Promise<unknown> }
> = {
  newClaim: {
    send: () => mara.write('post', `/api/parts/${part.id}/claims`, claim()),
    seen: async () => [
      (await partOf(cleo, part.id)).claims.map((each) => each.sentence),
      ((await cleo.get(`/api/models/${model}/coverage`)).body as ModelCoverage).claims.map(({ id }) => id),
      (await cleo.get('/api/export/applications?format=csv')).text,
    ],
  },
  dropClaim: {
    send: async () => {
      const { id, tag } = (await partOf(mara, part.id)).claims[0]!;
      return mara.write('delete', `/api/claims/${id}`, undefined, { etag: tag });
    },
    seen: async () => (await partOf(cleo, part.id)).claims.map((each) => each.sentence),
  },
  rewrite: {
    send: async () => {
      const { claims } = (await mara.get(`/api/models/${model}/coverage`)).body as ModelCoverage;
      const own = claims.find((each) => each.partId === part.id && each.sourceId === source)!;
      return mara.write('put', `/api/parts/${part.id}/models/${model}/lines`, {
        sourceId: source,
        replaces: [own.id],
        lines: [],
      });
    },
    seen: async () => (await partOf(cleo, part.id)).claims.map((each) => each.sentence),
  },
  newPhoto: {
    send: () => mara.upload(`/api/photos?subject=part&id=${part.id}&caption=necks`, ONE_POINT, 'image/png'),
    seen: async () => (await partOf(cleo, part.id)).photos.map((photo) => photo.caption),
  },
  removePhoto: {
    send: async () => {
      const { photos } = await partOf(mara, part.id);
      return mara.write('delete', `/api/photos/${photos.at(-1)!.id}`, { reason: 'shows another part' });
    },
    seen: async () => (await partOf(cleo, part.id)).photos.map((photo) => photo.id),
  },
  saveConnector: {
    send: async () => {
      const [line] = (await mara.get('/api/connectors')).body as { id: number }[];
      const { body, etag } = await tagged(`/api/connectors/${line!.id}`);
      const { code, description, cavities } = body as ConnectorRecord;
      return mara.write(
        'put',
        `/api/connectors/${line!.id}`,
        { code, name: 'Plug with another name', description, cavities },
        { etag },
      );
    },
    seen: async () =>
      ((await cleo.get('/api/connectors')).body as { name: string }[]).map((each) => each.name),
  },
  saveRecordValues: {
    send: async () => {
      const { body, etag } = await tagged(`/api/records/model/${model}`);
      const { values } = body as LibraryRecord;
      return mara.write(
        'put',
        `/api/records/model/${model}`,
        { ...values, nicknames: ['mudlark'] },
        { etag },
      );
    },
    seen: async () => [
      ((await cleo.get('/api/find?text=mudlark')).body as { chips: unknown[] }).chips,
      (await cleo.get('/api/search?text=mudlark')).body,
    ],
  },
  newRecord: {
    send: async () => {
      const [line] = (await mara.get('/api/vehicles')).body as { id: number }[];
      const { values } = (await tagged(`/api/records/configuration/${line!.id}`)).body as LibraryRecord;
      return mara.write('post', '/api/records/configuration', {
        ...values,
        package: values.package === 'towing' ? 'heavy-duty' : 'towing',
      });
    },
    seen: async () => ((await cleo.get('/api/vehicles')).body as unknown[]).length,
  },
  acceptDifference: {
    send: async () => {
      const job = ((await mara.get('/api/jobs')).body as { id: number; label: string }[]).find(({ label }) =>
        label.startsWith('Quay stores'),
      )!;
      const { differences } = (await mara.get(`/api/jobs/${job.id}/filing`)).body as FilingRecord;
      const { id, before, after } = differences.find(({ about }) => about === 'part')!;
      return mara.write('post', `/api/jobs/${job.id}/filing`, { difference: id, before, after });
    },
    seen: async () => {
      const shroud = ((await cleo.get('/api/parts')).body as { id: number; number: string }[]).find(
        ({ number }) => number === 'NT-S 310',
      )!;
      return (await partOf(cleo, shroud.id)).installed;
    },
  },
  changeDiagnosisTable: {
    send: () =>
      mara.write('post', '/api/diagnosis-table', {
        cause: 'shroud',
        check: null,
        values: [60],
        reason: 'old pickups from the quay',
      }),
    seen: async () => ((await cleo.get('/api/diagnosis-table')).body as { lines: unknown[] }).lines,
  },
  newVinPattern: {
    send: () => mara.write('post', '/api/vin-patterns', { prefix: '9ZX', field: 'model', value: 'tussock' }),
    seen: async () => (await cleo.get('/api/vin-patterns')).body as unknown,
  },
  dropVinPattern: {
    send: async () =>
      mara.write(
        'delete',
        `/api/vin-patterns/${((await mara.get('/api/vin-patterns')).body as { id: number }[])[0]!.id}`,
      ),
    seen: async () => ((await cleo.get('/api/vin-patterns')).body as { id: number }[]).length,
  },
  importApply: {
    send: () =>
      mara.write('post', '/api/import', {
        format: 'radiatrix-bundle/1',
        claims: [
          { part: part.number, model: 'Tussock', years: [2011, 2011], fits: false, source: 'Counter talk' },
        ],
      }),
    seen: async () => (await partOf(cleo, part.id)).claims.map((each) => each.sentence),
  },
  newMerge: { send: merging, seen: () => search('NT-F 2212') },
  undoMerge: {
    send: async () => {
      const [line] = (await mara.get('/api/merges')).body as { id: number }[];
      return mara.write('post', `/api/merges/${line!.id}/undo`);
    },
    seen: () => search('NT-F 2212'),
  },
};

const search = async (text: string): Promise<unknown> => (await cleo.get(`/api/search?text=${encodeURIComponent(text)}`)).body; // prettier-ignore
async function merging() {
  const lines = (await mara.get('/api/parts?text=NT-F')).body as { id: number; number: string }[];
  const [keep, gone] = ['NT-F 2230', 'NT-F 2212'].map((number) => lines.find((each) => each.number === number)!.id); // prettier-ignore
  return mara.write('post', '/api/merges', { kind: 'part', keep, gone });
}

describe('what waits for a reviewer', () => {
  test.each(Object.keys(CASES))('%s', async (route) => {
    const { send, seen } = CASES[route]!;
    tried.add(route);
    const before = await seen();
    const answer = await send();
    expect([route, answer.status, answer.body]).toMatchObject([
      route,
      202,
      { waits: { id: expect.any(Number) as number } },
    ]);
    const { id } = (answer.body as Waits).waits;
    expect(await seen()).toEqual(before);
    await cleo.get(`/api/review/proposal/${id}`).expect(403);
    // Whoever proposed it does not let it through; a specialist does not either.
    const { body, headers } = await rowan.get(`/api/review/proposal/${id}`).expect(200);
    expect((body as ReviewRecord).changes.length).toBeGreaterThan(0);
    await mara
      .write('post', `/api/review/proposal/${id}/release`, undefined, { etag: headers.etag! })
      .expect(403);
    if (route === 'newPhoto') {
      await rowan.get((body as ReviewRecord).picture!).expect(200);
      await cleo.get((body as ReviewRecord).picture!).expect(403);
    }
    await rowan
      .write('post', `/api/review/proposal/${id}/release`, undefined, { etag: headers.etag! })
      .expect(200);
    expect(await seen()).not.toEqual(before);
    await rowan.get(`/api/review/proposal/${id}`).expect(404);
  });

  test('every route that is reviewed is among them', () => {
    const reviewed = Object.entries(ROUTES).filter(([, route]: [string, Route]) => route.reviewed);
    expect([...tried].sort()).toEqual(reviewed.map(([id]) => id).sort());
  });

  test('sent back with a reason it stays with whoever wrote it, who takes it back; nobody else does', async () => {
    const sent = await mara.write('post', `/api/parts/${part.id}/claims`, claim({ years: [2009, 2011] }));
    const { waits } = sent.body as Waits;
    const { headers } = await rowan.get(`/api/review/proposal/${waits.id}`);
    await rowan
      .write(
        'post',
        `/api/review/proposal/${waits.id}/send-back`,
        { reason: 'which list says so?' },
        { etag: headers.etag! },
      )
      .expect(200);
    expect(
      (await waiting()).find((line) => line.kind === 'proposal' && line.id === waits.id)?.sentBackFor,
    ).toBe('which list says so?');
    await piet.write('delete', `/api/proposals/${waits.id}`).expect(403);
    await mara.write('delete', `/api/proposals/${waits.id}`).expect(204);
    await mara.write('delete', `/api/proposals/${waits.id}`).expect(404);
    // A reviewer who has it still open is told.
    await rowan
      .write('post', `/api/review/proposal/${waits.id}/release`, undefined, { etag: headers.etag! })
      .expect(404);
  });

  test('what became impossible while it waited is said, and not done by halves', async () => {
    const { etag, body } = await tagged(`/api/records/model/${model}`);
    const { values } = body as LibraryRecord;
    const save = (who: Actor, nicknames: string[]) =>
      who.write('put', `/api/records/model/${model}`, { ...values, nicknames }, { etag });
    const [first, second] = [await save(mara, ['one']), await save(piet, ['two'])];
    await released(rowan, first);
    const { id } = (second.body as Waits).waits;
    const { headers } = await rowan.get(`/api/review/proposal/${id}`);
    const refused = await rowan.write('post', `/api/review/proposal/${id}/release`, undefined, {
      etag: headers.etag!,
    });
    expect([refused.status, refused.body]).toMatchObject([
      409,
      { detail: expect.stringContaining('Send it back') as string },
    ]);
    expect(((await tagged(`/api/records/model/${model}`)).body as LibraryRecord).values.nicknames).toEqual([
      'one',
    ]);
    await piet.write('delete', `/api/proposals/${id}`).expect(204);
  });

  test('sent twice it is proposed once; bad input is refused at once', async () => {
    const key = crypto.randomUUID();
    const twice = await Promise.all(
      [1, 2].map(() =>
        mara.write('post', `/api/parts/${part.id}/claims`, claim({ years: [2012, 2012] }), { key }),
      ),
    );
    expect(twice.map(({ status }) => status)).toEqual([202, 202]);
    expect((twice[0]!.body as Waits).waits.id).toBe((twice[1]!.body as Waits).waits.id);
    await mara.write('post', `/api/parts/${part.id}/claims`, claim({ years: [1900, 1901] })).expect(422);
    await mara.write('delete', `/api/proposals/${(twice[0]!.body as Waits).waits.id}`).expect(204);
  });

  test('a name that no vehicle has yet is known to those who work on the library, and to nobody else', async () => {
    const made = await mara.write('post', '/api/records/engine', {
      code: 'ZZ9',
      displacementL: 9.9,
      cylinders: 12,
      layout: 'vee',
      fuel: 'petrol',
      aspiration: 'natural',
    });
    expect([made.status, made.body]).toMatchObject([201, {}]);
    const words = async (who: Actor) =>
      [
        await read(who, '/api/vocabulary'),
        await read(who, '/api/search?text=ZZ9'),
        await read(who, '/api/records/engine'),
      ].join();
    expect(await words(mara)).toContain('ZZ9');
    expect(await words(cleo)).not.toContain('ZZ9');
    const [line] = (await mara.get('/api/vehicles')).body as { id: number }[];
    const { values } = (await tagged(`/api/records/configuration/${line!.id}`)).body as LibraryRecord;
    await released(
      rowan,
      await mara.write('post', '/api/records/configuration', {
        ...values,
        engineId: (made.body as LibraryRecord).id,
      }),
    );
    expect(await words(cleo)).toContain('ZZ9');
  });

  test('of a part that nobody has released yet, claims and pictures wait with it', async () => {
    const made = (
      await mara
        .write('post', '/api/parts', {
          number: 'PW-1',
          maker: 'Brackwater',
          kind: 'radiator',
          description: 'core',
        })
        .expect(201)
    ).body as PartRecord;
    await mara.write('post', `/api/parts/${made.id}/claims`, claim({ fits: true })).expect(201);
    const photo = (
      await mara.upload(`/api/photos?subject=part&id=${made.id}&caption=`, ONE_POINT, 'image/png').expect(201)
    ).body as { id: number };
    const doors = [
      '/api/search?text=PW-1',
      '/api/find?text=PW-1',
      `/api/models/${model}/coverage`,
      '/api/export/applications?format=csv',
      '/api/export/parts?format=json',
      '/api/parts?text=PW-1',
      '/api/marks',
    ];
    const vehicleId = ((await mara.get('/api/vehicles')).body as { id: number }[])[0]!.id;
    await mara
      .write('post', '/api/marks', { partId: made.id, vehicleIds: [vehicleId], note: 'PW-1 to be measured' })
      .expect(201);
    for (const door of doors)
      expect([door, await read(cleo, door)]).not.toEqual([
        door,
        expect.stringMatching(/"(?:number|part)":"PW-1"|^PW-1,/m),
      ]);
    for (const door of doors)
      expect([door, await read(mara, door)]).toEqual([
        door,
        expect.stringMatching(/"(?:number|part)":"PW-1"|^PW-1,/m),
      ]);
    await cleo.get(`/api/photos/${photo.id}`).expect(404);
    const { body, headers } = await rowan.get(`/api/review/part/${made.id}`).expect(200);
    expect((body as ReviewRecord).changes.map((change) => change.label)).toEqual(
      expect.arrayContaining(['Said to fit', 'Photograph']),
    );
    await rowan
      .write('post', `/api/review/part/${made.id}/release`, undefined, { etag: headers.etag! })
      .expect(200);
    await cleo.get(`/api/photos/${photo.id}`).expect(200);
  });

  test('a table of a specialist waits as it is, over a restart; a reviewer brings one in at once', async () => {
    const bring = async (who: Actor, year: number) => {
      const csv = `part,model,years,fits,source\n${part.number},Tussock,${year},no,Counter talk\n`;
      const upload = (await who.upload('/api/uploads?kind=applications&name=lines.csv', csv).expect(201))
        .body as Upload;
      const settled = async (...states: string[]) => {
        for (;;) {
          const now = (await who.get(`/api/uploads/${upload.id}`)).body as Upload;
          if (states.includes(now.state)) return now;
          await new Promise((go) => setTimeout(go, 30));
        }
      };
      await who
        .write('post', `/api/uploads/${upload.id}/preview`, { mapping: upload.mapping, sourceId: null })
        .expect(202);
      expect((await settled('ready', 'failed')).counts).toMatchObject({ new: 1, wrong: 0 });
      await who.write('post', `/api/uploads/${upload.id}/apply`).expect(202);
      return (await settled('applied', 'waiting', 'failed')).state;
    };
    const lines = async () => (await partOf(cleo, part.id)).claims.length;
    const before = await lines();
    expect(await bring(mara, 2013)).toBe('waiting');
    expect(await lines()).toBe(before);
    const line = (await waiting()).find((each) => each.title.includes('lines.csv'))!;
    // Another process: nothing of the upload is in its memory.
    const other = await server.another();
    const reviewer = await Actor.signIn(other, 'rowan');
    const { body, headers } = await reviewer.get(`/api/review/proposal/${line.id}`);
    expect(JSON.stringify((body as ReviewRecord).changes)).toContain('Tussock');
    await reviewer
      .write('post', `/api/review/proposal/${line.id}/release`, undefined, { etag: headers.etag! })
      .expect(200);
    expect(await lines()).toBe(before + 1);
    expect(await bring(rowan, 2014)).toBe('applied');
    expect(await lines()).toBe(before + 2);
  });

  test('let through twice at once it is done once; what fails half way leaves nothing', async () => {
    const { id } = ((await CASES.newPhoto!.send()).body as Waits).waits;
    const before = await CASES.newPhoto!.seen();
    const { headers } = await rowan.get(`/api/review/proposal/${id}`);
    const twice = await Promise.all(
      [1, 2].map(() =>
        rowan.write('post', `/api/review/proposal/${id}/release`, undefined, { etag: headers.etag! }),
      ),
    );
    expect(twice.map(({ status }) => status).filter((status) => status === 200)).toHaveLength(1);
    expect((await CASES.newPhoto!.seen()) as unknown[]).toHaveLength((before as unknown[]).length + 1);
    // A bundle whose last row cannot be: nothing of it is proposed, and nothing of it is kept.
    const waits = (await waiting()).length;
    const bundle = {
      format: 'radiatrix-bundle/1',
      sources: [{ name: 'New source', kind: 'list', grade: 4, note: '' }],
      claims: [
        { part: part.number, model: 'Nothing', years: [2010, 2010], fits: true, source: 'New source' },
      ],
    };
    await mara.write('post', '/api/import', bundle).expect(422);
    expect([
      (await waiting()).length,
      ((await mara.get('/api/sources')).body as { name: string }[]).some(({ name }) => name === 'New source'),
    ]).toEqual([waits, false]);
  });
});
