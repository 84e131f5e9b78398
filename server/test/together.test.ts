import pg from 'pg';
import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { auditModel } from '@radiatrix/core/application';
import type { PartRecord, Problem, Upload, Waits } from '@radiatrix/contract';
import { readModels } from '../src/audit/read.ts';
import { asPerson } from '../src/db/transaction.ts';
import { claims } from '../src/parts/queries.ts';
import { configurations, loadVocabulary } from '../src/vehicles/queries.ts';
import { Actor, demoServer, released } from './harness.ts';

/** What several people, or several parts of the server, do to one library at once. */
let server: Awaited<ReturnType<typeof demoServer>>;
let mara: Actor, piet: Actor, rowan: Actor;
beforeAll(async () => {
  server = await demoServer();
  [mara, piet, rowan] = (await Promise.all(
    ['mara', 'piet', 'rowan'].map((name) => Actor.signIn(server.app, name)),
  )) as [Actor, Actor, Actor];
});
afterAll(() => server.stop());

const query = async <T extends object>(text: string, values: unknown[] = []): Promise<T[]> =>
  (await server.connection.pool.query<T & pg.QueryResultRow>(text, values)).rows;

describe('the vocabulary that a server keeps', () => {
  test('is one object until something in it changes, and then another', async () => {
    const { db } = server.connection;
    const first = await loadVocabulary(db);
    expect(await loadVocabulary(db)).toBe(first);
    await mara
      .write('post', '/api/records/engine', {
        code: 'ZZ9',
        displacementL: 1,
        cylinders: 3,
        layout: 'straight',
        fuel: 'petrol',
        aspiration: 'turbo',
      })
      .expect(201);
    const second = await loadVocabulary(db);
    expect(second).not.toBe(first);
    expect(second.engines.some((engine) => engine.code === 'ZZ9')).toBe(true);
  });

  test('a change that is taken back was never known to anybody else', async () => {
    const { db } = server.connection;
    const before = await loadVocabulary(db);
    const [{ id }] = (await query<{ id: number }>("select id from person where username = 'mara'")) as [
      { id: number },
    ];
    await expect(
      asPerson(db, id, async (tx) => {
        await tx.execute(sql`insert into make (name) values ('Passing')`);
        expect((await loadVocabulary(tx)).makes.some((make) => make.name === 'Passing')).toBe(true);
        // Others see what they saw.
        expect(await loadVocabulary(db)).toBe(before);
        throw new Error('taken back');
      }),
    ).rejects.toThrow('taken back');
    expect(await loadVocabulary(db)).toBe(before);
    expect(before.makes.some((make) => make.name === 'Passing')).toBe(false);
  });
});

describe('the audit', () => {
  test('reads the same vehicles and claims as the rest of the server, and finds the same in them', async () => {
    const { db } = server.connection;
    const { models } = await loadVocabulary(db);
    const client = new pg.Client({ connectionString: server.url });
    await client.connect();
    try {
      const read = await readModels(
        client,
        models.map((model) => model.id),
      );
      for (const { modelId, vehicles, claims: own } of read) {
        const [held, said] = await Promise.all([configurations(db, [modelId]), claims(db, { modelId })]);
        expect(vehicles.map((vehicle) => vehicle.id).sort()).toEqual(
          held.map((vehicle) => vehicle.id).sort(),
        );
        for (const claim of own) {
          const other = said.find((each) => each.id === claim.id)!;
          for (const key of [
            'partId',
            'years',
            'built',
            'engineIds',
            'transmissionIds',
            'packages',
            'fits',
            'original',
            'exceptions',
          ] as const)
            expect(claim[key], `${claim.id} ${key}`).toEqual(other[key]);
        }
        expect(own).toHaveLength(said.length);
        const kinds = new Map(own.map((claim) => [claim.id, claim.kind]));
        const again = auditModel(
          held,
          said.map((claim) => ({ ...claim, kind: kinds.get(claim.id)! })),
        );
        expect(again.length).toBe(auditModel(vehicles, own).length);
      }
    } finally {
      await client.end();
    }
  });
});

describe('a table on its way in, while others work', () => {
  const HEAD = 'Source,Model,Part number,Year from,Year to,Fits\n';
  const until = async (id: string, ...states: Upload['state'][]): Promise<Upload> => {
    for (let tries = 0; tries < 600; tries += 1) {
      const { body } = await rowan.get(`/api/uploads/${id}`).expect(200);
      if (states.includes((body as Upload).state)) return body as Upload;
      await new Promise((go) => setTimeout(go, 30));
    }
    throw new Error('it never came to an end');
  };
  const ready = async (rows: string): Promise<Upload> => {
    const { body } = await rowan
      .upload('/api/uploads?kind=applications&name=lines.csv', HEAD + rows)
      .expect(201);
    const { id, mapping } = body as Upload;
    await rowan.write('post', `/api/uploads/${id}/preview`, { mapping, sourceId: null }).expect(202);
    return until(id, 'ready');
  };
  const idOf = async (number: string): Promise<number> =>
    (await query<{ id: number }>('select id from part where number = $1', [number]))[0]!.id;

  test('what somebody recorded since the preview is weighed again, and nothing comes in against it', async () => {
    const upload = await ready('Ostrave drawings,Merlet,NT-R 6020,2006,2012,yes\n');
    expect(upload.counts).toMatchObject({ new: 1, wrong: 0 });
    const [model] = await query<{ id: number }>("select id from model where name = 'Merlet'");
    const [source] = await query<{ id: number }>("select id from source where name = 'Ostrave drawings'");
    const part = await idOf('NT-R 6020');
    const claim = {
      modelId: model!.id,
      years: [2008, 2008],
      fits: false,
      sourceId: source!.id,
      exceptions: [],
    };
    await released(rowan, await piet.write('post', `/api/parts/${part}/claims`, claim));
    await rowan.write('post', `/api/uploads/${upload.id}/apply`).expect(202);
    const ended = await until(upload.id, 'applied', 'failed');
    expect(ended).toMatchObject({ state: 'failed' });
    expect(ended.message).toContain('changed since the preview');
    const { body } = await rowan.get(`/api/parts/${part}`).expect(200);
    expect(
      (body as PartRecord).claims.some((claim) => claim.source === 'Ostrave drawings' && claim.fits),
    ).toBe(false);
  });

  test('thousands of lines come in with their history, in the name of who brought them', async () => {
    const [before] = await query<{ count: string }>(
      'select count(*) from history where "table" = \'application\'',
    );
    const numbers = await query<{ number: string }>('select number from part order by id limit 40');
    const rows: string[] = [];
    for (const { number } of numbers)
      for (let from = 2010; from <= 2016; from += 1)
        for (let to = from; to <= 2016; to += 1)
          for (const source of ['Counter talk', 'Closed jobs'])
            rows.push(`${source},Haulden,${number},${from},${to},yes`);
    const upload = await ready(rows.join('\n'));
    expect(upload.wrong.filter((each) => !/already|same/.test(each.reason))).toEqual([]);
    expect(upload.counts.new + upload.counts.same).toBe(rows.length);
    await rowan.write('post', `/api/uploads/${upload.id}/apply`).expect(202);
    expect(await until(upload.id, 'applied', 'failed')).toMatchObject({ state: 'applied' });
    const [after] = await query<{ count: string }>(
      'select count(*) from history where "table" = \'application\'',
    );
    expect(Number(after!.count) - Number(before!.count)).toBe(upload.counts.new);
    const [staged] = await query<{ count: string }>('select count(*) from import_line where upload = $1', [
      upload.id,
    ]);
    expect(Number(staged!.count)).toBe(0);
    const people = await query<{ name: string }>(
      "select distinct p.name from history h join person p on p.id = h.person_id where h.\"table\" = 'application' and h.action = 'insert' and h.id > (select max(id) - 1000 from history)",
    );
    expect(people.map((each) => each.name)).toEqual(['Rowan']);
  });

  test('an upload is its owner’s alone, and one act at a time', async () => {
    const upload = await ready('Counter talk,Aurelle,NT-R 7001,2014,2014,yes\n');
    await piet.write('post', `/api/uploads/${upload.id}/apply`).expect(404);
    await piet.write('delete', `/api/uploads/${upload.id}`).expect(404);
    await rowan.write('post', `/api/uploads/${upload.id}/apply`).expect(202);
    await until(upload.id, 'applied');
    const { body } = await rowan.write('post', `/api/uploads/${upload.id}/apply`).expect(409);
    expect((body as Problem).code).toBe('not-ready');
  });
});

describe('lines of one part, rewritten by two people', () => {
  test('the second is told, and what the first wrote stands', async () => {
    const [row] = await query<{ id: number; part_id: number; model_id: number; source_id: number }>(
      "select a.id, a.part_id, a.model_id, a.source_id from application a join source s on s.id = a.source_id where s.name = 'Tidewater pages' and a.fits limit 1",
    );
    const { id, part_id: part, model_id: model, source_id: sourceId } = row!;
    const [{ life }] = (await query<{ life: string }>('select life from model where id = $1', [model])) as [
      { life: string },
    ];
    const year = Number(/\d{4}/.exec(life)![0]);
    const address = `/api/parts/${part}/models/${model}/lines`;
    const body = { sourceId, replaces: [id], lines: [{ years: [year, year], fits: true }] };
    const [one, other] = await Promise.all([
      mara.write('put', address, body),
      piet.write('put', address, body),
    ]);
    // Both are proposed; of the two, the second to be released cannot be done any more.
    await released(rowan, one);
    const { id: late } = (other.body as Waits).waits;
    const { headers } = await rowan.get(`/api/review/proposal/${late}`);
    await rowan
      .write('post', `/api/review/proposal/${late}/release`, undefined, { etag: headers.etag! })
      .expect(409);
    const left = await query(
      "select 1 from application where part_id = $1 and model_id = $2 and source_id = $3 and years = int4range($4, $4, '[]')",
      [part, model, sourceId, year],
    );
    expect(left).toHaveLength(1);
  });
});
